import type { VerifyOptions } from './verify-command.ts'
import { Command, CommanderError } from 'commander'
import { billCommand, countCommand } from './bill-commands.ts'
import {
  BadCall,
  check,
  openBook,
  reachCommand,
  whoCommand,
  whyCommand,
  type ExitStatus,
  type Options,
  type Print,
} from './book-commands.ts'
import { listCommand, tasksCommand } from './task-commands.ts'
import type { TokenWords } from './token-command.ts'
import { entryAt, must } from '@lodge/core/must'
import { say } from '@lodge/core/say'

/**
 * Runs one command line; nothing but the exit status and what was printed comes of it.
 * @param extend adds commands that ship with the server.
 */
export async function runCommandLine(
  args: readonly string[],
  print: Print,
  complain: Print,
  extend: (program: Command) => void = () => undefined,
): Promise<ExitStatus> {
  let status: ExitStatus = 0
  const program = new Command('lodge')
    .description(say('command-line.asks-an-account-book-who-gets-in-where'))
    .exitOverride()
    .configureOutput({ writeOut: (text) => print(text.trimEnd()), writeErr: (text) => complain(text.trimEnd()) })
  const command = (
    name: string,
    description: string,
    run: (values: string[], options: Options) => ExitStatus | Promise<ExitStatus>,
  ) =>
    program
      .command(name)
      .description(description)
      .option('--on <date>', say('command-line.the-local-date-asked-about-the-books-own'))
      .option('--json', say('command-line.answer-as-json'))
      .action(async (...values: unknown[]) => {
        const words = values.slice(0, -2).map((value) => value as string)
        status = await run(words, values.at(-2) as Options)
      })

  command('check <book>', say('command-line.list-every-problem-of-a-book-by-path'), ([book], options) =>
    check(must(book, 'book'), options, print),
  )
  command(
    'reach <book> <person> <place> [area]',
    say('command-line.what-someone-can-do-at-a-place'),
    ([book, person, place, area], options) =>
      reachCommand(openBook(must(book, 'book'), options, print), must(person, 'person'), must(place, 'place'), area),
  )
  command(
    'why <book> <person> <place> <area>',
    say('command-line.every-route-that-leads-there-counting-or-not'),
    (words, options) =>
      whyCommand(openBook(entryAt(words, 0), options, print), entryAt(words, 1), entryAt(words, 2), entryAt(words, 3)),
  )
  command(
    'who <book> <level> <place> [area]',
    say('command-line.everyone-who-reaches-a-place-at-a-level'),
    ([book, level, place, area], options) =>
      whoCommand(openBook(must(book, 'book'), options, print), must(level, 'level'), must(place, 'place'), area),
  )
  command('bill <book> <month>', say('command-line.a-months-bill-line-by-line'), ([book, month], options) =>
    billCommand(openBook(must(book, 'book'), options, print, true), must(month, 'month')),
  )
    .option('--product <code>', say('command-line.of-one-product-only'))
    .option('--by <part>', say('command-line.split-by-place-client-or-by-cost-code'))
  command('count <book>', say('command-line.everybody-counted-or-not-and-why'), ([book], options) =>
    countCommand(openBook(must(book, 'book'), options, print, true)),
  ).option('--product <code>', say('command-line.of-one-product-only'))
  command('tasks <book>', say('command-line.what-has-to-be-done-by-hand-in'), ([book], options) =>
    tasksCommand(openBook(must(book, 'book'), options, print)),
  ).option('--product <code>', say('command-line.in-one-product-only'))
  command(
    'list <book> <product> <file>',
    say('command-line.a-products-member-list-against-the-book-row'),
    (words, options) => listCommand(openBook(entryAt(words, 0), options, print), entryAt(words, 1), entryAt(words, 2)),
  )
  program
    .command('token <product>')
    .description(say('command-line.make-a-token-with-which-a-product-asks'))
    .option('--scope <scope...>', say('command-line.what-it-may-ask-evaluate-search-both-if'))
    .option('--days <number>', say('command-line.after-how-many-days-it-runs-out'))
    .option('--rotate [hours]', say('command-line.let-the-products-other-tokens-run-out-after'))
    .action(async (product: string, words: TokenWords) => {
      const { makeToken } = await import('./token-command.ts')
      status = await makeToken(product, words, print, complain)
    })
  program
    .command('load <book>')
    .description(say('command-line.found-an-account-from-a-book-in-the'))
    .action(async (book: string) => {
      const { loadCommand } = await import('./load-command.ts')
      status = await loadCommand(book, print, complain)
    })
  program
    .command('rotate-key')
    .description(say('command-line.seal-all-secrets-anew-under-the-first-key'))
    .action(async () => {
      const { rotateKey } = await import('./rotate-command.ts')
      status = await rotateKey(print, complain)
    })
  program
    .command('verify [account]')
    .description(say('command-line.verify-the-ledger-of-every-account-or-of'))
    .option('--rows', say('command-line.also-compare-every-row-with-what-the-ledger'))
    .option('--anchors <file>', say('command-line.also-compare-with-the-heads-that-were-put'))
    .option('--stamp-keys <file>', say('command-line.the-public-keys-of-the-time-stamping-service'))
    .action(async (account: string | undefined, options: VerifyOptions) => {
      const { verifyCommand } = await import('./verify-command.ts')
      status = await verifyCommand(account, options, print, complain)
    })
  extend(program)
  try {
    await program.parseAsync([...args], { from: 'user' })
    return status
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2
    if (!(error instanceof BadCall)) throw error
    complain(error.message)
    return 2
  }
}

export { BadCall }

if (process.argv[1]?.endsWith('main.ts') || process.argv[1]?.endsWith('lodge.js')) {
  process.exitCode = await runCommandLine(process.argv.slice(2), console.log, console.error)
}
