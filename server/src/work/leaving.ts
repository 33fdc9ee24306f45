import { createHash } from 'node:crypto'
import {
  isSettled,
  leaversRecord,
  RECORD_TYPE,
  stepsOf,
  takersInProduct,
  type Account,
  type Change,
  type ConnectionRow,
  type DepartureRow,
  type DepartureThing,
  type StepRow,
  type Taker,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { LodgeError } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { ProductError } from '../protocols/product-http.ts'
import type { ScimClient } from '../protocols/scim/client.ts'
import { signDocument } from '../signin/signing-keys.ts'
import { instantFor } from '../store/accounts.ts'
import { insertRecord, noteThings, thingsOf } from '../store/departures.ts'
import { noteAccounts, seenAccountOf } from '../store/connections.ts'
import { alone, connected, connectionsOf, soughtIn } from './products.ts'
import type { Outcome, Worker } from './job-queue.ts'
import { say } from '@lodge/core/say'

type Leaving = Pick<Lodge, 'accounts' | 'committer' | 'configuration' | 'pools' | 'clock' | 'log'>

/** So often a step is tried again by itself before someone is asked. */
const TRIES = 8
/** So long a product may ask for patience in one request. */
const PATIENCE_SECONDS = 20
const LONGEST_WAIT_SECONDS = 15 * 60

/** How a step went. */
interface Went {
  stepId: string
  state: 'waiting' | 'done' | 'blocked'
  note: string | null
  /** When the product wants to be asked again, where it said so. */
  againInSeconds?: number
}

/** How a closing is known, as shown in the record (model X5). */
const KNOWN_CLOSED = {
  closed: 'work.read-back-as-closed',
  absent: 'work.there-is-no-account-the-product-was-asked',
} as const

/**
 * Does what is left of a departure once its doors are shut (model X4): in each product what depends on them is passed on and
 * their account closed, both read back. Every step may be repeated; a product that is down delays only its own.
 */
export function leavingWorker(lodge: Leaving): Worker {
  return async ({ accountId, ids, attempts }): Promise<Outcome> => {
    const departureId = String(ids.departureId)
    const account = (await lodge.accounts.current(accountId))?.account
    const departure = account?.get('departure', departureId)
    // Seen as it was before its doors were shut, or put back by an undo meanwhile: looked at once more.
    if (departure?.state === 'planned' && attempts < TRIES) return { againInSeconds: 1 }
    if (!account || departure?.state !== 'running') return 'done'
    const open = stepsOf(account, departureId).filter(({ state }) => state === 'waiting')
    const products = new Set(open.flatMap((step) => (isInProduct(step) ? [step.subject] : [])))
    // Beside each other: one that answers late delays only its own.
    const each = [...products].map((product) => {
      const steps = open.filter((step) => isInProduct(step) && step.subject === product)
      return inProduct(lodge, accountId, account, departure, product, steps, attempts)
    })
    const went = (await Promise.all(each)).flat()
    crash(lodge, 'steps')
    await note(lodge, accountId, departureId, account, went)
    await finish(lodge, accountId, departureId)
    const waiting = went.filter(({ state }) => state === 'waiting')
    if (waiting.length === 0) return 'done'
    // What a product asks for is kept to; another one's steps do not wait for it longer than they would by themselves.
    const soonest = Math.min(...waiting.map(({ againInSeconds }) => againInSeconds ?? Infinity))
    return { againInSeconds: Math.min(Number.isFinite(soonest) ? soonest : 2 ** attempts, LONGEST_WAIT_SECONDS) }
  }
}

function isInProduct({ kind }: StepRow): boolean {
  return kind === 'things' || kind === 'close'
}

/** Doors first there too: the account is closed, then what depends on them is passed on. */
async function inProduct(
  lodge: Leaving,
  accountId: string,
  account: Account,
  departure: DepartureRow,
  code: string,
  steps: readonly StepRow[],
  attempts: number,
): Promise<Went[]> {
  const went: Went[] = []
  const [row] = connectionsOf(account, code)
  for (const step of [...steps].sort((one, other) => (one.kind === 'close' ? -1 : other.kind === 'close' ? 1 : 0))) {
    try {
      if (!row) {
        went.push({ stepId: step.id, state: 'blocked', note: say('work.the-product-is-not-connected-any-more') })
        continue
      }
      const { scim, things } = await connected(lodge, accountId, row, PATIENCE_SECONDS)
      if (step.kind === 'close') {
        const known = await closeAccount(lodge, account, row, scim, departure.personId)
        went.push({ stepId: step.id, state: 'done', note: say(KNOWN_CLOSED[known]) })
      } else if (things) went.push(await passThings(lodge, accountId, account, departure, step, things))
      crash(lodge, `after-${step.kind}`)
    } catch (error) {
      if (!(error instanceof ProductError)) throw error
      went.push(notDone(step, error, attempts))
    }
  }
  return went
}

/** Nobody else writes to the account meanwhile: one that opens it would otherwise come after the question for it. */
function closeAccount(
  { pools }: Leaving,
  account: Account,
  row: ConnectionRow,
  scim: ScimClient,
  personId: string,
): ReturnType<ScimClient['close']> {
  const subject = { accountId: account.id, connectionId: row.id, subjectId: personId }
  return alone(pools.work, subject, async () => {
    const known = await scim.close(await soughtIn(pools.work, account, row, personId))
    // From now on one that is open was opened by someone there.
    const seen = await seenAccountOf(pools.work, account.id, row.id, personId)
    if (known === 'closed' && seen && seen.difference !== 'foreign') {
      const closed = { ...seen, active: false, differs: [], difference: null }
      await noteAccounts(pools.work, account.id, row.id, [closed])
    }
    return known
  })
}

/** Why a step is not done: asked again for a while, unless the product itself says what is not so. */
function notDone(step: StepRow, { message, failure, more }: ProductError, attempts: number): Went {
  const isOver = failure === 'untrue' || (failure !== 'busy' && attempts >= TRIES)
  const again = more.retryAfterSeconds === undefined ? {} : { againInSeconds: more.retryAfterSeconds }
  return { stepId: step.id, state: isOver ? 'blocked' : 'waiting', note: message.slice(0, 300), ...again }
}

async function passThings(
  lodge: Leaving,
  accountId: string,
  account: Account,
  departure: DepartureRow,
  step: StepRow,
  client: NonNullable<Awaited<ReturnType<typeof connected>>['things']>,
): Promise<Went> {
  const product = step.subject
  const { work } = lodge.pools
  const found = await client.all(departure.personId)
  const chosen = takersInProduct(departure, product)
  // Chosen to be nobody is null, and not the same as not chosen.
  const takerOf = ({ id }: { id: string }) => {
    const taker = chosen.get(id)
    return taker === undefined ? step.taker : taker
  }
  // With whom it is to go to: a process that goes on after another died knows what was meant by what is there no more.
  const noted = found.map((one) => {
    const about = { product, thingId: one.id, kind: one.kind, title: one.title }
    return { ...about, state: 'found' as const, taker: takerOf(one), readBackAt: null }
  })
  await noteThings(work, accountId, departure.id, noted)
  crash(lodge, 'found')
  const groups = new Map<string, { taker: Taker | null; things: typeof found }>()
  for (const thing of found) {
    const taker = takerOf(thing)
    const key = taker ? `${taker.kind} ${taker.id}` : 'nobody'
    const group = groups.get(key) ?? { taker, things: [] }
    group.things.push(thing)
    groups.set(key, group)
  }
  const refusals: string[] = []
  for (const { taker, things } of groups.values()) {
    if (isGone(account, taker)) {
      refusals.push(say('work.the-person-who-was-to-take-it-over'))
      continue
    }
    const refused = await client.handOver(departure.id, departure.personId, things, taker)
    refusals.push(...refused.values())
  }
  // What became of it is what the product says afterwards, not what it answered (model X5).
  const left = new Set((await client.all(departure.personId)).map(({ id }) => id))
  const known = (await thingsOf(work, accountId, departure.id)).filter((one) => one.product === product)
  const readBackAt = lodge.clock.now()
  const became = known
    .filter(({ state }) => state === 'found' || state === 'refused')
    .map((one): DepartureThing => {
      const state = left.has(one.thingId) ? 'refused' : one.taker ? 'passed' : 'let-go'
      return { ...one, state, readBackAt }
    })
  await noteThings(work, accountId, departure.id, became)
  if (left.size === 0)
    return { stepId: step.id, state: 'done', note: say('work.things-read-back', { count: known.length }) }
  const why = refusals[0] ?? say('work.they-are-still-there')
  return {
    stepId: step.id,
    state: 'blocked',
    note: say('work.of-were-not-handed-over', { size: left.size, count: found.length, why }).slice(0, 300),
  }
}

/** Anyone who was to take it over has to be in still; otherwise it waits for someone to choose another (model X3). */
function isGone(account: Account, taker: Taker | null): boolean {
  return taker?.kind === 'person' && account.get('person', taker.id)?.state !== 'active'
}

async function note(
  lodge: Leaving,
  accountId: string,
  departureId: string,
  account: Account,
  went: Went[],
): Promise<void> {
  const altered = went.filter(({ stepId, state, note: words }) => {
    const step = account.get('step', stepId)
    return step?.state !== state || step.note !== words
  })
  if (altered.length > 0) await bySchedule(lodge, accountId, { type: 'note-steps', departureId, steps: altered })
}

/** Everything settled: the record is written, signed and vouched for by the chain (model X5). */
async function finish(lodge: Leaving, accountId: string, departureId: string): Promise<void> {
  const loaded = await lodge.accounts.get(accountId)
  const steps = loaded ? stepsOf(loaded.account, departureId) : []
  if (!loaded || steps.length === 0 || !isSettled(steps)) return
  const departure = must(loaded.account.get('departure', departureId), 'departure')
  if (departure.state !== 'running') return
  const now = instantFor(loaded, lodge.clock)
  const things = await thingsOf(lodge.pools.work, accountId, departureId)
  const document = leaversRecord(loaded.account, departure, steps, things, loaded.headHash, now)
  const jws = await signDocument(lodge, lodge.pools.work, document, RECORD_TYPE)
  const recordHash = createHash('sha256').update(jws).digest('base64url')
  crash(lodge, 'signed')
  const { personId } = departure
  await bySchedule(lodge, accountId, { type: 'close-departure', departureId, recordHash }, (connection) =>
    insertRecord(connection, accountId, departureId, { personId, signedAt: now, jws }),
  )
}

async function bySchedule(
  { committer }: Leaving,
  accountId: string,
  change: Change,
  alongside?: NonNullable<Parameters<Lodge['committer']['commit']>[0]['alongside']>,
): Promise<void> {
  try {
    await committer.commit({
      ...{ accountId, changes: [change], actor: { kind: 'schedule' }, via: { kind: 'schedule' } },
      ...(alongside ? { alongside } : {}),
    })
  } catch (error) {
    // Another process did it first: the next look sees that.
    if (!(error instanceof LodgeError && error.status === 422)) throw error
  }
}

/** For tests of survival: dies as by kill -9 at the named point. */
function crash({ configuration }: Leaving, point: string): void {
  if (configuration.crashAt === point) process.kill(process.pid, 'SIGKILL')
}
