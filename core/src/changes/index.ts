import type { Account } from '../account/account.ts'
import type { Id, PersonalValue, RowEdit } from '../account/rows.ts'
import { judge, type Mark } from '../access/entitlement.ts'
import type { Sight } from '../access/sight.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { readShape, type Read } from '../checks/shape.ts'
import { activeOwners, isPresent } from '../people/presence.ts'
import type { Instant } from '../time/instants.ts'
import {
  askAway,
  beginAway,
  comeBack,
  goAway,
  grantAway,
  putDownAway,
  type AskAway,
  type BeginAway,
  type ComeBack,
  type GoAway,
  type GrantAway,
  type PutDownAway,
} from './absences.ts'
import { bringAlong } from './along.ts'
import { allotSeats, type AllotSeats } from './allotments.ts'
import { accept, admit, withdraw, type Accept, type Admit, type Withdraw } from './arrivals.ts'
import { Draft, type Actor, type Effect } from './draft.ts'
import { bringBack, type BringBack } from './bring-back.ts'
import { connectProduct, disconnectProduct, type ConnectProduct, type DisconnectProduct } from './connections.ts'
import { erase, type Erase } from './erase.ts'
import {
  changePerson,
  nameSignatory,
  ownRecord,
  type ChangePerson,
  type NameSignatory,
  type OwnRecord,
} from './change-person.ts'
import {
  answerHandover,
  changeDeparture,
  planDeparture,
  putDownDeparture,
  runDeparture,
  type AnswerHandover,
  type ChangeDeparture,
  type PlanDeparture,
  type PutDownDeparture,
  type RunDeparture,
} from './departures.ts'
import {
  closeDeparture,
  noteSteps,
  settleStep,
  type CloseDeparture,
  type NoteSteps,
  type SettleStep,
} from './departure-steps.ts'
import { changeField, makeField, type ChangeField, type MakeField } from './fields.ts'
import { cutShare, shareStatement, type CutShare, type ShareStatement } from './shares.ts'
import { keepApart, stopApart, type KeepApart, type StopApart } from './apart.ts'
import { give, take, type Give, type Take } from './grants.ts'
import {
  changeGroup,
  joinGroup,
  makeGroup,
  quitGroup,
  removeGroup,
  type ChangeGroup,
  type JoinGroup,
  type MakeGroup,
  type QuitGroup,
  type RemoveGroup,
} from './groups.ts'
import { handOver, type HandOver } from './hand-over.ts'
import { invite, type Invite } from './invite.ts'
import type { ChangeKind } from './kind.ts'
import { layOut, type LayOut } from './lay-out.ts'
import { comeBy, cutLink, makeLink, type ComeBy, type CutLink, type MakeLink } from './links.ts'
import { leave, type Leave } from './leave.ts'
import { archivePlace, movePlace, type ArchivePlace, type MovePlace } from './move-place.ts'
import { makePlace, renamePlace, wallPlace, type MakePlace, type RenamePlace, type WallPlace } from './places.ts'
import { changeRole, makeRole, retireRole, type ChangeRole, type MakeRole, type RetireRole } from './roles.ts'
import {
  askFor,
  settleRequest,
  withdrawRequest,
  type AskFor,
  type SettleRequest,
  type WithdrawRequest,
} from './requests.ts'
import {
  changePacket,
  makePacket,
  removePacket,
  type ChangePacket,
  type MakePacket,
  type RemovePacket,
} from './packets.ts'
import { closeMonth, reportUse, type CloseMonth, type ReportUse } from './month-end.ts'
import {
  enterStock,
  fitPlace,
  importSheet,
  subscribe,
  unfitPlace,
  type EnterStock,
  type FitPlace,
  type ImportSheet,
  type Subscribe,
  type UnfitPlace,
} from './products.ts'
import { changeSeat, endSeat, giveSeat, type ChangeSeat, type EndSeat, type GiveSeat } from './seats.ts'
import { changeSettings, type ChangeSettings } from './settings.ts'
import {
  correctAddress,
  decline,
  noteBounce,
  refuseEntry,
  remind,
  resend,
  type CorrectAddress,
  type Decline,
  type NoteBounce,
  type RefuseEntry,
  type Remind,
  type Resend,
} from './offer-life.ts'
import { ownEmail, type OwnEmail } from './own-email.ts'
import {
  planDocket,
  putDownPlanned,
  runPlanned,
  type PlanDocket,
  type PutDownPlanned,
  type RunPlanned,
} from './planned.ts'
import { undo, type Undo } from './undo.ts'

/** What alters an account; there is no other way in (model C1). */
export type Change =
  | MakePlace
  | LayOut
  | RenamePlace
  | WallPlace
  | MovePlace
  | ArchivePlace
  | MakeRole
  | ChangeRole
  | RetireRole
  | MakeGroup
  | ChangeGroup
  | RemoveGroup
  | JoinGroup
  | QuitGroup
  | MakeField
  | ChangeField
  | ChangePerson
  | NameSignatory
  | OwnRecord
  | Invite
  | Withdraw
  | Resend
  | CorrectAddress
  | Remind
  | NoteBounce
  | Decline
  | RefuseEntry
  | OwnEmail
  | MakeLink
  | CutLink
  | ComeBy
  | ChangeSettings
  | Accept
  | Admit
  | Give
  | Take
  | Leave
  | HandOver
  | GiveSeat
  | EndSeat
  | ChangeSeat
  | ImportSheet
  | Subscribe
  | EnterStock
  | FitPlace
  | UnfitPlace
  | CloseMonth
  | ReportUse
  | MakePacket
  | ChangePacket
  | RemovePacket
  | ShareStatement
  | CutShare
  | KeepApart
  | AllotSeats
  | StopApart
  | AskFor
  | SettleRequest
  | WithdrawRequest
  | PlanDocket
  | RunPlanned
  | PutDownPlanned
  | PlanDeparture
  | ChangeDeparture
  | PutDownDeparture
  | RunDeparture
  | AnswerHandover
  | SettleStep
  | NoteSteps
  | CloseDeparture
  | GoAway
  | AskAway
  | GrantAway
  | PutDownAway
  | BeginAway
  | ComeBack
  | BringBack
  | ConnectProduct
  | DisconnectProduct
  | Erase
  | Undo

const SEATS = [giveSeat, endSeat, changeSeat]
const PRODUCTS = [importSheet, subscribe, enterStock, fitPlace, unfitPlace, closeMonth, reportUse]
const PLACES = [makePlace, layOut, renamePlace, wallPlace, movePlace, archivePlace]
const ROLES = [makeRole, changeRole, retireRole]
const GROUPS = [makeGroup, changeGroup, removeGroup, joinGroup, quitGroup, makeField, changeField]
const PEOPLE = [changePerson, nameSignatory, invite, withdraw, accept, admit, leave, ownEmail, ownRecord]
const OFFERS = [resend, remind, noteBounce, correctAddress, decline, refuseEntry, makeLink, cutLink, comeBy]
const PACKETS = [makePacket, changePacket, removePacket]
const CHECKS = [shareStatement, cutShare, keepApart, stopApart, allotSeats, changeSettings]
const ACCESS = [give, take, askFor, settleRequest, withdrawRequest, undo]

const PLANS = [planDocket, runPlanned, putDownPlanned, handOver]
const DEPARTURES = [planDeparture, changeDeparture, putDownDeparture, runDeparture, answerHandover]
const STEPS = [settleStep, noteSteps, closeDeparture]
const ABSENCES = [goAway, askAway, grantAway, putDownAway, beginAway, comeBack, bringBack, erase]
const CONNECTIONS = [connectProduct, disconnectProduct]

const allKinds = () => [
  ...[...PLACES, ...ROLES, ...GROUPS, ...PEOPLE, ...OFFERS, ...ACCESS],
  ...[...CHECKS, ...PACKETS, ...SEATS, ...PRODUCTS, ...PLANS],
  ...[...DEPARTURES, ...STEPS, ...ABSENCES, ...CONNECTIONS],
]

const KINDS = new Map<string, ChangeKind<never>>(
  allKinds().map((kind) => [kind.type, kind as unknown as ChangeKind<never>] as const),
)

export const CHANGE_TYPES = [...KINDS.keys()]

/** A docket holds at most so many changes (model C2 sets the bound on edits). */
export const MAXIMUM_CHANGES = 500

/** What a list of changes does, or why it cannot be done; never both (model C1). */
export interface Decision {
  problems: Problem[]
  edits: RowEdit[]
  values: PersonalValue[]
  effects: Effect[]
  /** What owners should see of it (model D2). */
  marks: Mark[]
  /** The account as it would be. */
  after: Account
}

function kindOf(type: string): ChangeKind<Change> {
  return KINDS.get(type) as unknown as ChangeKind<Change>
}

/** Reads one change as sent, giving ids to the rows it makes (model C1). */
export function readChange(plain: unknown, makeId: () => Id): Read<Change> {
  const type = (plain as { type?: unknown } | null)?.type
  const kind = typeof type === 'string' ? KINDS.get(type) : undefined
  if (!kind) {
    const known = CHANGE_TYPES.join(', ')
    return { problems: [problem('unknown-change', `A change’s type must be one of ${known}.`, '/type')] }
  }
  return readShape(kind.shape as new () => Change, kind.fill(plain as never, makeId))
}

/** Decides changes one after the other, each on the account as the ones before would leave it (model C1, C2). */
export function decide(account: Account, changes: readonly Change[], actor: Actor, now: Instant): Decision {
  const decision: Decision = { problems: [], edits: [], values: [], effects: [], marks: [], after: account }
  changes.forEach((change, at) => {
    const kind = kindOf(change.type)
    const before = decision.after
    const draft = new Draft(before, actor, now)
    if (actor.kind === 'person' && !BEFORE_ENTRY.has(change.type)) checkActor(draft)
    if (draft.problems.length === 0) kind.decide(draft, change)
    if (draft.problems.length === 0 && actor.kind !== 'founding') bringAlong(draft, draft.edits)
    if (draft.problems.length === 0 && actor.kind === 'person' && !kind.onlyEnds) judgeDraft(draft, before)
    const path = changes.length > 1 ? `/changes/${at}` : ''
    decision.problems.push(...draft.problems.map((one) => ({ ...one, path: path + (one.path ?? '') || undefined })))
    decision.edits.push(...draft.edits)
    decision.values.push(...draft.values)
    decision.effects.push(...draft.effects)
    decision.marks.push(...draft.marks)
    decision.after = draft.account
  })
  if (changes.length > 1 && changes.some(({ type }) => type === 'plan-docket')) {
    const sentence = 'What is planned for a day stands in a docket alone; apply or put down the rest first.'
    decision.problems.push(problem('plan-alone', sentence))
  }
  if (decision.problems.length === 0) checkOwners(account, decision, now)
  return decision
}

/** Whether changes only end or lower what there is, for which no entitlement is needed (model D1, Z4). */
export function endsOnly(changes: readonly Change[]): boolean {
  return changes.every((change) => ENDING.has(change.type))
}

/** What takes and ends; `onlyEnds` of a kind alone would also hold settings and offers. */
const ENDING = new Set([
  'take',
  'leave',
  'plan-departure',
  'run-departure',
  'go-away',
  'end-seat',
  'quit-group',
  'withdraw',
  'cut-link',
  'cut-share',
  'unfit-place',
])

/** Whether changes do nothing but show people out, now or on a day: what must not wait for anything (model X4). */
export function shutsDoorsOnly(changes: readonly Change[]): boolean {
  return changes.every(({ type }) => type === 'leave' || type === 'plan-departure' || type === 'run-departure')
}

/** What somebody does who is not in yet: about their own invitation, or their own address. */
const BEFORE_ENTRY = new Set(['accept', 'decline', 'own-email', 'come-by'])

/** The actor must be active now (model D1). */
function checkActor(draft: Draft): void {
  const person = draft.actorPerson
  if (!person || !isPresent(person, draft.now)) {
    draft.refuse('not-active', 'You can change nothing here while you are not active in this account.')
  }
}

function judgeDraft(draft: Draft, before: Account): void {
  const actor = before.get('person', draft.actorId)
  if (actor) draft.judged(judge(before, draft.account, draft.edits, actor, draft.sight, draft.now))
}

/** At every instant, now and as planned, the account has an active owner; whatever would leave none is refused (model P5). */
function checkOwners(before: Account, decision: Decision, now: Instant): void {
  if (!decision.edits.some((edit) => edit.table === 'person')) return
  const instants = new Set([now])
  for (const owner of decision.after.by('person', 'standing', 'owner')) {
    for (const instant of [owner.engagementFrom, owner.engagementUntil, owner.awayFrom, owner.awayUntil]) {
      if (instant !== null && instant > now) instants.add(instant)
    }
  }
  for (const instant of instants) {
    if (activeOwners(decision.after, instant).length > 0 || activeOwners(before, instant).length === 0) continue
    decision.problems.push(problem('last-owner', 'This would leave the account without an active owner.'))
    return
  }
}

/** What was done, without its subject and with the names the reader may see: `admitted Lise Wetherby` (model D5). */
export function sentenceOf(change: { type: string }, sight: Sight): string {
  const kind = kindOf(change.type)
  return kind ? kind.sentence(change as Change, sight, (done) => done) : `made a change of the kind ${change.type}`
}

/** The same as a thing to do: `Admit Lise Wetherby`. */
export function toDoOf(change: Change, sight: Sight): string {
  const text = kindOf(change.type).sentence(change, sight, (_done, toDo) => toDo)
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** A change as the ledger keeps it, without personal values (model C6). */
export function recordOf(change: Change): { type: string } {
  return kindOf(change.type).record(change) as { type: string }
}

export { mayWait, sentencesOf, whenDue, withPlanned } from './planned.ts'
export type { PlanDocket } from './planned.ts'
export type { Accept, Admit, ChangePerson, Give, Invite, Leave, MakePlace, MakeRole, Take, Undo, Withdraw }
export { Draft, type Actor, type Effect }
