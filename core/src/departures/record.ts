import type { Account } from '../account/account.ts'
import type { DepartureRow, StepRow, Taker } from '../account/rows.ts'
import { knownOf } from '../products/keeping.ts'
import { knownWords } from '../products/task-words.ts'
import { productAt } from '../products/catalogue.ts'
import { instantText, type Instant } from '../time/instants.ts'
import { lookup } from '../checks/lookup.ts'
import { say } from '../words/say.ts'
import type { PlainMessageId } from '../words/catalogue.ts'

/** Something that depended on a leaver in a product, and what became of it as read back. */
export interface DepartureThing {
  product: string
  thingId: string
  /** `item`, `hold` or `link`. */
  kind: string
  title: string
  state: 'found' | 'passed' | 'let-go' | 'refused'
  taker: Taker | null
  readBackAt: Instant | null
}

export const RECORD_FORMAT = 'jolly-porter/leavers-record@1'
/** The `typ` of its signature. */
export const RECORD_TYPE = 'leavers-record+jws'

/** What became of one thing, as it reads in the record. */
export interface RecordLine {
  kind: string
  text: string
  /** `done`, `passed`, `let go` … */
  outcome: string
  taker: string | null
  /** RFC 3339; null where nothing can be read back. */
  readBackAt: string | null
}

/** A leaver's record (docs/leavers-record.schema.json): each thing and what became of it as read back (model X5). */
export interface LeaversRecord {
  format: typeof RECORD_FORMAT
  account: { id: string; name: string }
  departureId: string
  person: { id: string; name: string }
  doorsShutAt: string
  plannedBy: string | null
  lines: RecordLine[]
  ended: { keys: number; seats: number; groups: number }
  /** The chain as it stood when this was signed. */
  ledgerHead: string
  signedAt: string
}

export function leaversRecord(
  account: Account,
  departure: DepartureRow,
  steps: readonly StepRow[],
  things: readonly DepartureThing[],
  ledgerHead: string,
  now: Instant,
): LeaversRecord {
  const { personId, plannerId, ended } = departure
  return {
    format: RECORD_FORMAT,
    account: { id: account.id, name: account.settings.name },
    departureId: departure.id,
    person: { id: personId, name: account.nameOf(personId) },
    doorsShutAt: instantText(departure.at),
    plannedBy: plannerId ? account.nameOf(plannerId) : null,
    lines: [
      ...steps.filter(({ kind }) => kind !== 'record').map((step) => lineOf(account, step, personId, now)),
      ...things.map((thing) => ({
        kind: say('leaving.in', { kind: thing.kind, productName: productName(account, thing.product, now) }),
        text: thing.title,
        outcome:
          thing.state === 'passed'
            ? say('leaving.handed-over')
            : thing.state === 'let-go'
              ? say('leaving.not-taken-over')
              : thing.state,
        taker: takerName(account, thing.taker),
        readBackAt: thing.readBackAt === null ? null : instantText(thing.readBackAt),
      })),
    ],
    ended: { keys: ended?.grants.length ?? 0, seats: ended?.seats.length ?? 0, groups: ended?.groupIds.length ?? 0 },
    ledgerHead,
    signedAt: instantText(now),
  }
}

const KINDS: Readonly<Record<string, PlainMessageId>> = {
  doors: 'leaving.doors',
  report: 'leaving.reports-to-them',
  steward: 'leaving.steward-of',
  'group-led': 'leaving.lead-of',
  invitation: 'leaving.invitation',
  link: 'leaving.link',
  plan: 'leaving.planned-change',
  approver: 'leaving.approves-for',
  line: 'leaving.to-hand-back',
  close: 'leaving.account-in',
  'close-by-hand': 'leaving.account-in',
  things: 'leaving.things-in',
}

/** A connected product’s own kinds of things are called what it calls them. */
function kindText(what: string): string {
  const known = lookup(KINDS, what)
  return known ? say(known) : what
}

function outcomeOf(account: Account, step: StepRow, personId: string, now: Instant): string {
  if (step.state === 'let-go') return step.kind === 'task' ? say('leaving.not-closed') : say('leaving.not-taken-over')
  // How the closing is known: who confirmed it and when, or by which list (model B2).
  if (step.kind === 'task') return step.note ?? knownWords(account, knownOf(account, step.subject, personId), now)
  return step.note ?? (step.taker ? say('leaving.handed-over') : 'done')
}

function lineOf(account: Account, step: StepRow, personId: string, now: Instant): RecordLine {
  return {
    kind: kindText(step.what),
    text: subjectText(account, step, now),
    outcome: outcomeOf(account, step, personId, now),
    taker: takerName(account, step.taker),
    readBackAt: step.doneAt === null ? null : instantText(step.doneAt),
  }
}

/** What a step is about, in words. */
export function subjectText(
  account: Account,
  { what, subject }: Pick<StepRow, 'what' | 'subject'>,
  now: Instant,
): string {
  switch (what) {
    case 'doors':
      return say('leaving.all-access-sessions-roles-seats-groups')
    case 'report':
      return account.nameOf(subject)
    case 'steward':
      return account.get('place', subject)?.name ?? ''
    case 'group-led':
      return account.get('group', subject)?.name ?? ''
    case 'invitation': {
      const offer = account.get('offer', subject)
      return offer ? account.nameOf(offer.personId) : ''
    }
    case 'link':
      return account.get('link', subject)?.name ?? ''
    case 'approver':
      return account.get('role', subject)?.name ?? ''
    case 'shared-login':
      return account.nameOf(subject)
    case 'line':
      return account.settings.leaverLines.find(({ id }) => id === subject)?.name ?? ''
    case 'close':
    case 'close-by-hand':
    case 'things':
      return productName(account, subject, now)
    default:
      return ''
  }
}

function productName(account: Account, code: string, now: Instant): string {
  return productAt(account, code, now)?.sheet.name ?? code
}

function takerName(account: Account, taker: Taker | null): string | null {
  if (!taker) return null
  if (taker.kind === 'person') return account.nameOf(taker.id)
  return account.get(taker.kind, taker.id)?.name ?? null
}
