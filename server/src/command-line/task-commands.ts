import { readFileSync } from 'node:fs'
import {
  activeOwners,
  judgeMembers,
  keepersOf,
  listColumnsOf,
  MEMBER_VERDICTS,
  nobodysTaskView,
  nobodysToClose,
  productAt,
  proposeColumns,
  readMembers,
  Sight,
  tasksIn,
  taskView,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { readCells, UnreadableFile } from '../files/cells.ts'
import { BadCall, type ExitStatus, type Scene } from './book-commands.ts'
import { say } from '@lodge/core/say'

/** `lodge tasks BOOK`: what has to be done by hand in products; exit status 1 if anything has. */
export function tasksCommand({ account, instant, options, print }: Scene): ExitStatus {
  const products = [...account.all('keeping')].map(({ product }) => product)
  if (options.product !== undefined && !productAt(account, options.product, instant)) {
    throw new BadCall(say('command-line.there-is-no-product-in-this-book', { product: options.product }))
  }
  const tasks = products
    .filter((product) => options.product === undefined || product === options.product)
    .flatMap((product) => [
      ...nobodysToClose(account, product).map((row) => nobodysTaskView(account, row, instant)),
      ...tasksIn(account, product, instant).map((task) => taskView(account, task, instant)),
    ])
  if (options.json) print(JSON.stringify(tasks, null, 2))
  else if (tasks.length === 0) print(say('command-line.nothing-has-to-be-done-by-hand'))
  else {
    for (const { product, productName, sentence, why, due, overdueDays, lines } of tasks) {
      const keepers = keepersOf(account, product, instant).map((id) => account.nameOf(id))
      const late = overdueDays > 0 ? say('command-line.1-day-overdue', { overdueDays }) : ''
      print(say('command-line.by-2', { productName, list: keepers.join(', '), sentence, why, due, late }))
      for (const { what, text } of lines) print(`  ${what}: ${text}`)
    }
  }
  return tasks.length === 0 ? 0 : 1
}

/** `lodge list BOOK PRODUCT FILE`: a member list against the book, row by row; exit status 1 if anything differs. */
export async function listCommand(scene: Scene, product: string, path: string): Promise<ExitStatus> {
  const { account, instant, options, print } = scene
  const sheet = productAt(account, product, instant)?.sheet
  if (!sheet) throw new BadCall(say('command-line.there-is-no-product-in-this-book', { product }))
  const cells = await cellsAt(path)
  const table = proposeColumns(cells, listColumnsOf(account, product))
  const { email, name, id } = table.columns
  if (email === undefined && name === undefined && id === undefined) {
    throw new BadCall(say('command-line.has-no-column-with-email-addresses-names-or', { path }))
  }
  const members = readMembers(cells, table, sheet.seatTypes, account.zone)
  // The one who has the book sees all of it.
  const [owner] = activeOwners(account, instant)
  const judged = judgeMembers(new Sight(account, must(owner, 'owner').id, instant), product, members)
  const differing = judged.filter(({ verdict }) => verdict !== 'agrees')
  if (options.json) print(JSON.stringify(judged, null, 2))
  else {
    for (const verdict of MEMBER_VERDICTS) {
      for (const one of differing.filter((row) => row.verdict === verdict)) {
        const where =
          one.line === null ? say('command-line.not-in-the-list') : say('command-line.row', { line: one.line })
        const note = one.note ? ` (${one.note})` : ''
        print(
          say('command-line.there-here', {
            verdict,
            name: one.name,
            hasAddress: Boolean(one.address),
            address: one.address,
            where,
            there: one.there,
            here: one.here,
            note,
          }),
        )
      }
    }
    print(say('command-line.agree-differ', { count: judged.length - differing.length, count2: differing.length }))
  }
  return differing.length === 0 ? 0 : 1
}

async function cellsAt(path: string): Promise<string[][]> {
  let bytes: Uint8Array
  try {
    bytes = readFileSync(path)
  } catch {
    throw new BadCall(say('command-line.the-file-cannot-be-read-check-its-name', { path }))
  }
  try {
    return await readCells(bytes)
  } catch (error) {
    if (error instanceof UnreadableFile) throw new BadCall(`${path}: ${error.message}`)
    throw error
  }
}
