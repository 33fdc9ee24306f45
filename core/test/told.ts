import {
  decide,
  preview,
  readChange,
  recordOf,
  sentenceOf,
  Sight,
  TABLE_NAMES,
  type Account,
  type Actor,
  type Change,
  type Id,
  type Instant,
  type Preview,
  type Problem,
  type RowEdit,
} from '../src/index.ts'
import { nextId } from './house.ts'

// What a change comes to, as lines a person can read: who asks for what, what is shown before, which rows it alters, what
// the ledger says of it, and what undoing it does.

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g
/** An instant in microseconds, as nothing else is as large. */
const INSTANT = /\b1[5-9]\d{14}\b/g

/** Calls rows by what they are and their name or number, so that lines are the same whatever ids were drawn. */
export class Namer {
  private readonly names = new Map<Id, string>()
  private readonly counts = new Map<string, number>()

  constructor(account: Account) {
    this.learn(account)
  }

  learn(account: Account): this {
    for (const { id } of account.all('person')) this.names.set(id, account.nameOf(id))
    for (const table of TABLE_NAMES) for (const row of account.all(table)) this.call(table, row as object)
    return this
  }

  say(text: string): string {
    return text
      .replace(UUID, (id) => this.names.get(id) ?? 'nothing there')
      .replace(/Former person \d{4}/g, 'Former person')
      .replace(INSTANT, (instant) => new Date(Number(instant) / 1000).toISOString().replace('.000Z', 'Z'))
  }

  private call(table: string, row: { id?: Id; name?: string }): void {
    if (row.id === undefined || this.names.has(row.id)) return
    const count = (this.counts.get(table) ?? 0) + 1
    this.counts.set(table, count)
    this.names.set(row.id, `${table} ${row.name ?? count}`)
  }
}

/** A change that someone asks for. */
export interface Try {
  account: Account
  change: Change
  actor: Actor
  /** Who tries to undo it, and for whom the ledger is told. */
  ownerId: Id
  now: Instant
}

/** What it comes to, in short: like ones come to the same in other words. */
export function outcomeOf({ account, change, actor, now }: Try): string {
  const { problems, edits } = decide(account, [change], actor, now)
  if (problems.length > 0) return [...new Set(problems.map(({ code }) => code))].sort().join()
  const outcomes = edits.map(({ table, before, after }) => {
    return `${table} ${
      before && after
        ? alteredFields(before, after)
            .map(([name]) => name)
            .join()
        : before === null
    }`
  })
  return [...new Set(outcomes)].sort().join('; ')
}

export function toldOf({ account, change, actor, ownerId, now }: Try, readers: readonly Id[]): string[] {
  const decision = decide(account, [change], actor, now)
  const names = new Namer(account).learn(decision.after)
  const { type: _type, ...fields } = change as Change & Record<string, unknown>
  const head = `${actor.kind === 'person' ? account.nameOf(actor.personId) : `the ${actor.kind}`}: ${JSON.stringify(fields)}`
  if (decision.problems.length > 0) {
    const problems =
      actor.kind === 'person' ? preview(account, [change], actor, now, false).problems : decision.problems
    return [head, ...problems.map(problemLine)].map((line) => names.say(line))
  }
  const sight = new Sight(decision.after, ownerId, now)
  const undo = readChange({ type: 'undo', version: 1, edits: decision.edits, changes: [change] }, nextId).value!
  const undone = decide(decision.after, [undo], { kind: 'person', personId: ownerId }, now + 1)
  names.learn(undone.after)
  const lines = [
    head,
    ...(actor.kind === 'person' ? previewLines(preview(account, [change], actor, now)) : []),
    ...decision.edits.map((edit) => `row ${editLine(edit)}`),
    `ledger: ${sentenceOf(change, sight)} ${JSON.stringify(recordOf(change))}`,
    ...readers.map((id) => `told ${account.nameOf(id)}: ${sentenceOf(change, new Sight(decision.after, id, now))}`),
    ...decision.values.map(({ personId, field, value }) => `value ${field} of ${personId}: ${JSON.stringify(value)}`),
    ...decision.effects.map((effect) => `effect ${JSON.stringify(effect)}`),
    ...(decision.marks.length > 0 ? [`marked ${decision.marks.join()}`] : []),
    ...(decision.isGrave ? ['grave'] : []),
    ...undone.problems.map((one) => `undo ${problemLine(one)}`),
    ...undone.edits.map((edit) => `undo ${editLine(edit)}`),
  ]
  return lines.map((line) => names.say(line))
}

/** Every text of it that people read. */
export function textsOf({ account, change, actor, ownerId, now }: Try): string[] {
  const decision = decide(account, [change], actor, now)
  const refused = decision.problems.map(({ sentence }) => sentence)
  const told = [sentenceOf(change, new Sight(decision.after, ownerId, now))]
  if (actor.kind !== 'person') return [...refused, ...told]
  const { sentences, confirm, watchOut } = preview(account, [change], actor, now)
  const warned = watchOut.flatMap(({ sentence, mend }) => [sentence, ...(mend ? [mend.label] : [])])
  return [...refused, ...told, ...sentences, confirm, ...warned]
}

function problemLine({ code, sentence, ...more }: Problem): string {
  const rest = JSON.stringify(more)
  return `refused ${code}: ${sentence}${rest === '{}' ? '' : ` ${rest}`}`
}

function previewLines({ sentences, confirm, ends, access, money, watchOut }: Preview): string[] {
  const { effects, ...counts } = access
  return [
    `to do: ${sentences.join('; ')} [${confirm}]${ends ? ' as an ending' : ''}`,
    ...(effects.length > 0 ? [`moves: ${JSON.stringify(counts)}`] : []),
    ...effects.map(({ kind, personName, placeName, beneath, areas, from, until }) => {
      const levels = areas.map(({ area, before, after, ...more }) => {
        return `${area} ${before} to ${after}${more.heldBack ? ' held back' : ''}${more.withApproval ? ` (${more.withApproval} with approval)` : ''}${more.ownOnly ? ' own only' : ''}`
      })
      const dates = `${from ? ` from ${from}` : ''}${until ? ` until ${until}` : ''}`
      return `${kind}: ${personName} at ${placeName}, ${beneath} beneath${dates}: ${levels.join(', ')}`
    }),
    ...money.seats.map((seat) => `seats: ${JSON.stringify(seat)}`),
    ...(money.sums &&
    (money.sums.thisMonth.before !== money.sums.thisMonth.after || money.sums.next.before !== money.sums.next.after)
      ? [`sums: ${JSON.stringify(money.sums)}`]
      : []),
    ...watchOut.map(
      ({ code, sentence, mend }) =>
        `watch out ${code}: ${sentence}${mend ? ` [${mend.label}] ${JSON.stringify(mend.changes)}` : ''}`,
    ),
  ]
}

/** What an edit adds, takes away or alters, of altered rows the fields alone. */
function editLine({ table, key, before, after }: RowEdit): string {
  if (before === null) return `${table} added: ${JSON.stringify(after)}`
  if (after === null) return `${table} taken away: ${key}`
  const altered = alteredFields(before, after).map(([name, was, is]) => `${name} ${was} to ${is}`)
  return `${table} altered: ${key}: ${altered.join(', ')}`
}

function alteredFields(before: object, after: object): [string, string, string][] {
  const was = new Map(Object.entries(before))
  return Object.entries(after).flatMap(([name, value]): [string, string, string][] => {
    const [old, made] = [JSON.stringify(was.get(name)), JSON.stringify(value)]
    return old === made ? [] : [[name, old, made]]
  })
}
