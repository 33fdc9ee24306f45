import { PassThrough } from 'node:stream'
import {
  changeTypesByCategory,
  lookup,
  addDays,
  dateOf,
  instantOfLocal,
  instantText,
  isDate,
  productAt,
  sentenceOf,
  undoControl,
  type Actor,
  type Instant,
  type Sight,
} from '@lodge/core'
import { badRequest, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { DESTROYED, ledgerActors, readEntries, type LedgerEntry, type LedgerFilter } from '../store/ledger.ts'
import { readWholeEntries } from '../store/whole-entries.ts'
import { verifyLedger, type Verification } from '../store/verify-ledger.ts'
import { route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
const PAGE = 50
const UUID = /^[0-9a-f-]{36}$/

/** Kinds of changes as one asks for them, by what each kind says of itself. */
export const LEDGER_KINDS: Readonly<Record<string, readonly string[]>> = changeTypesByCategory()

function seen({ sight }: AccountAsk<object>): void {
  if (!sight.can('ledger', 'see')) throw notFound()
}

/** Reads what the ledger is filtered by. @throws LodgeError 400 in words. */
function filterOf({ query, account }: AccountAsk<object>): LedgerFilter {
  const { about, actor, kind, from, until, before } = query
  const version = before === undefined ? undefined : Number(before)
  if (version !== undefined && !Number.isInteger(version))
    throw badRequest('bad-before', say('requests.before-must-be-a-version'))
  for (const [name, id] of [
    ['about', about],
    ['actor', actor],
  ]) {
    if (id !== undefined && !UUID.test(id))
      throw badRequest(`bad-${name}`, say('requests.must-be-an-id', { name: name ?? '' }))
  }
  const types = kind === undefined ? undefined : lookup(LEDGER_KINDS, kind)
  if (kind !== undefined && !types) {
    throw badRequest('bad-kind', say('requests.kind-must-be-one-of', { list: Object.keys(LEDGER_KINDS).join(', ') }))
  }
  const start = (day: string) => instantOfLocal(`${dayOf(day)}T00:00`, account.zone, 'beginning')
  return {
    ...(version === undefined ? {} : { before: version }),
    ...(about ? { about } : {}),
    ...(actor ? { actor } : {}),
    ...(types ? { types } : {}),
    ...(from ? { from: start(from) } : {}),
    ...(until ? { until: start(addDays(dayOf(until), 1)) } : {}),
  }
}

function dayOf(text: string): string {
  if (!isDate(text)) throw badRequest('bad-date', say('requests.there-is-no-such-day-as-write-it-2', { text }))
  return text
}

export const ledgerRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ledger`,
    summary: 'What was changed, newest first, in sentences.',
    query: {
      before: 'a version; entries below it',
      about: 'an id: of a person, a place, a role, a group',
      actor: 'a person’s id: what they changed',
      kind: `one of ${Object.keys(LEDGER_KINDS).join(', ')}`,
      from: 'the first day, as 2026-06-16',
      until: 'the last day',
      as: 'a person’s id: what they would see, as far as you see it yourself',
    },
    cacheable: true,
    async answer(ask) {
      seen(ask)
      const entries = await readEntries(ask.lodge.pools.requests, ask.accountId, PAGE, filterOf(ask))
      const last = entries.at(-1)?.header.version ?? 1
      const next = entries.length === PAGE && last > 1 ? last : null
      return { entries: entries.map((entry) => entryView(entry, ask.sight)), next }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ledger/actors`,
    summary: 'The people who have changed something, including people who have left.',
    async answer(ask) {
      seen(ask)
      const ids = await ledgerActors(ask.lodge.pools.requests, ask.accountId)
      const people = ids.map((id) => ({ id, name: ask.sight.personName(id) }))
      return { people: people.sort((one, other) => one.name.localeCompare(other.name)) }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ledger/verification`,
    heavy: true,
    summary: 'Checks that the ledger is complete and unaltered, and that the account matches it.',
    async answer(ask) {
      seen(ask)
      return verifyWhole(ask.lodge, ask.accountId)
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ledger/export`,
    answers: ['jsonl'],
    heavy: true,
    summary: 'The whole ledger as JSON Lines, to be verified without us (docs/prove-it.md).',
    async answer(ask) {
      // Payloads hold what only those who see everything see (model D5).
      if (!ask.sight.can('ledger', 'see') || !ask.sight.seesAllKeys) throw notFound()
      ask.ctx.attachment('ledger.jsonl')
      ask.ctx.type = 'application/jsonl'
      const out = new PassThrough()
      void writeLines(ask.lodge, ask.accountId, out).catch((error: Error) => out.destroy(error))
      return out
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/between`,
    summary: 'Access on one day and on another: gained, lost, raised, lowered.',
    query: { from: 'the earlier day, as 2026-06-01', until: 'the later day; today without' },
    async answer(ask) {
      seen(ask)
      const { lodge, account, accountId, personId, now, query } = ask
      const today = dateOf(now, account.zone)
      const [from, until] = [dayOf(query.from ?? ''), dayOf(query.until ?? today)]
      if (from > until || until > today)
        throw badRequest('bad-days', say('requests.give-the-earlier-day-first-neither-can-be'))
      const instants = (until === today ? [from] : [from, until]).map((day) => endOf(day, account.zone, now))
      const task = { kind: 'past' as const, view: 'between' as const, params: {}, instants }
      const whole = { ...task, accountId, version: account.version, personId, now }
      return (await lodge.workers.runInPast(whole, account)) ?? missing()
    },
  }),
]

/** One ledger is walked at a time: each holds a connection for as long as it takes, and others need some as well. */
let walking: Promise<unknown> = Promise.resolve()

function verifyWhole(lodge: Lodge, accountId: string): Promise<Verification> {
  const walked = walking.catch(() => undefined).then(() => walk(lodge, accountId))
  walking = walked
  return walked
}

/** All of it as of one instant: what is committed meanwhile is not half in. */
async function walk({ pools }: Lodge, accountId: string): Promise<Verification> {
  const connection = await pools.requests.getConnection()
  try {
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY')
    return await verifyLedger(connection, accountId, { alsoRows: true })
  } finally {
    await connection.rollback().catch(() => undefined)
    connection.release()
  }
}

function missing(): never {
  throw notFound()
}

/** The last instant of a day, or now if that comes first (model Z1). */
function endOf(day: string, zone: string, now: Instant): Instant {
  return Math.min(now, instantOfLocal(`${addDays(day, 1)}T00:00`, zone, 'beginning') - 1)
}

/** One line an entry: the header as it was hashed, its hash, its items with salt and payload as far as they are kept. */
async function writeLines({ pools }: Lodge, accountId: string, out: PassThrough): Promise<void> {
  for await (const { header, hash, items } of readWholeEntries(pools.work, accountId)) {
    if (!out.write(`${JSON.stringify({ header, hash, items })}\n`))
      await new Promise((resolve) => out.once('drain', resolve))
  }
  out.end()
}

/** An entry as its reader sees it: in sentences, with the names they may see (model D5). */
export function entryView(entry: LedgerEntry, sight: Sight) {
  const { version, at, actor, via, marks } = entry.header
  const changes = entry.items.flatMap((item) => (item.payload ? [JSON.parse(item.payload) as { type: string }] : []))
  const sentences = changes.map((change) => ownSentence(change, sight) ?? sentenceOf(change, sight))
  const actorId = actor.kind === 'person' ? actor.personId : null
  return {
    version,
    at: instantText(at),
    actor: actorName(actor, sight),
    actorId,
    via: via.kind,
    marks,
    sentences,
    // What time and products did by themselves, and the opening of the account, nobody undoes.
    undo: actorId !== null && version > 1 ? undoControl(changes) : null,
    hash: entry.hash,
  }
}

/** What no change of a docket does: the first entry, and the one that names what was destroyed. */
function ownSentence(change: { type: string; items?: string[] }, sight: Sight): string | undefined {
  if (change.type === 'found') return say('requests.opened-the-account', { account: sight.account.settings.name })
  if (change.type !== DESTROYED) return undefined
  return say('requests.named-changes-and-edits-whose-content-had', { count: change.items?.length ?? 0 })
}

function actorName(actor: Actor, sight: Sight): string {
  if (actor.kind === 'person') return sight.personName(actor.personId)
  if (actor.kind === 'product') return productAt(sight.account, actor.product, sight.now)?.sheet.name ?? actor.product
  return actor.kind === 'schedule' ? say('requests.the-schedule') : say('requests.jolly-porter')
}
