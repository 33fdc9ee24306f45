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
import { allotSeats, type AllotSeats } from './allotments.ts'
import { accept, admit, withdraw, type Accept, type Admit, type Withdraw } from './arrivals.ts'
import { bringBack, type BringBack } from './bring-back.ts'
import {
  connectProduct,
  disconnectProduct,
  noteConnection,
  type ConnectProduct,
  type DisconnectProduct,
  type NoteConnection,
} from './connections.ts'
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
  reopenDeparture,
  settleStep,
  type CloseDeparture,
  type NoteSteps,
  type ReopenDeparture,
  type SettleStep,
} from './departure-steps.ts'
import { changeField, makeField, type ChangeField, type MakeField } from './fields.ts'
import { cutShare, shareStatement, type CutShare, type ShareStatement } from './shares.ts'
import { keepApart, stopApart, type KeepApart, type StopApart } from './apart.ts'
import { amendOffer, type AmendOffer } from './amend-offer.ts'
import { changeKeys, type ChangeKeys } from './change-keys.ts'
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
import {
  archiveFirm,
  makeFirm,
  mergeFirms,
  renameFirm,
  type ArchiveFirm,
  type MakeFirm,
  type MergeFirms,
  type RenameFirm,
} from './firms.ts'
import { nameApprovers, type NameApprovers } from './name-approvers.ts'
import { handOver, type HandOver } from './hand-over.ts'
import {
  changeSharedLogin,
  confirmPassword,
  endSharedLogin,
  makeSharedLogin,
  type ChangeSharedLogin,
  type ConfirmPassword,
  type EndSharedLogin,
  type MakeSharedLogin,
} from './shared-logins.ts'
import { askToRecord, settleRecords, type AskToRecord, type SettleRecords } from './record-requests.ts'
import { joinPeople, tellApart, type JoinPeople, type TellApart } from './join-people.ts'
import { keepProduct, type KeepProduct } from './keeping.ts'
import {
  closeNobodys,
  confirmAccount,
  forgetAccounts,
  type CloseNobodys,
  type ConfirmAccount,
  type ForgetAccounts,
} from './known-accounts.ts'
import { noteAccounts, noteList, type NoteAccounts, type NoteList } from './member-lists.ts'
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
import {
  correctName,
  inviteToSignIn,
  recordPerson,
  type CorrectName,
  type InviteToSignIn,
  type RecordPerson,
} from './record-person.ts'
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
import type { ChangeCategory } from './kind.ts'
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

// Every kind of change there is, one list: a new one is entered here and nowhere else.

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
  | ReopenDeparture
  | GoAway
  | AskAway
  | GrantAway
  | PutDownAway
  | BeginAway
  | ComeBack
  | BringBack
  | ConnectProduct
  | DisconnectProduct
  | NoteConnection
  | KeepProduct
  | RecordPerson
  | InviteToSignIn
  | CorrectName
  | ConfirmAccount
  | CloseNobodys
  | ForgetAccounts
  | NoteAccounts
  | NoteList
  | MakeFirm
  | RenameFirm
  | MergeFirms
  | JoinPeople
  | AskToRecord
  | SettleRecords
  | MakeSharedLogin
  | ChangeSharedLogin
  | EndSharedLogin
  | ConfirmPassword
  | TellApart
  | ArchiveFirm
  | ChangeKeys
  | AmendOffer
  | Erase
  | Undo
  | NameApprovers

const SEATS = [giveSeat, endSeat, changeSeat]
const PRODUCTS = [importSheet, subscribe, enterStock, fitPlace, unfitPlace, closeMonth, reportUse]
const PLACES = [makePlace, layOut, renamePlace, wallPlace, movePlace, archivePlace]
const ROLES = [makeRole, changeRole, retireRole]
const GROUPS = [makeGroup, changeGroup, removeGroup, joinGroup, quitGroup, makeField, changeField]
const PEOPLE = [changePerson, nameSignatory, invite, withdraw, accept, admit, leave, ownEmail, ownRecord]
const OFFERS = [amendOffer, resend, remind, noteBounce, correctAddress, decline, refuseEntry, makeLink, cutLink, comeBy]
const PACKETS = [makePacket, changePacket, removePacket]
const CHECKS = [shareStatement, cutShare, keepApart, stopApart, allotSeats, changeSettings]
const ACCESS = [give, take, changeKeys, nameApprovers, askFor, settleRequest, withdrawRequest, undo]

const PLANS = [planDocket, runPlanned, putDownPlanned, handOver]
const DEPARTURES = [planDeparture, changeDeparture, putDownDeparture, runDeparture, answerHandover]
const STEPS = [settleStep, noteSteps, closeDeparture, reopenDeparture]
const ABSENCES = [goAway, askAway, grantAway, putDownAway, beginAway, comeBack, bringBack, erase]
const CONNECTIONS = [connectProduct, disconnectProduct, noteConnection]
const KEEPING = [keepProduct, confirmAccount, closeNobodys, noteAccounts, noteList, forgetAccounts]
const ASKED_RECORDS = [askToRecord, settleRecords]
const SHARED = [makeSharedLogin, changeSharedLogin, endSharedLogin, confirmPassword]
const RECORDS = [recordPerson, inviteToSignIn, correctName, joinPeople, tellApart]
const FIRMS = [makeFirm, renameFirm, mergeFirms, archiveFirm]

const allKinds = () => [
  ...[...PLACES, ...ROLES, ...GROUPS, ...PEOPLE, ...OFFERS, ...ACCESS],
  ...[...CHECKS, ...PACKETS, ...SEATS, ...PRODUCTS, ...PLANS],
  ...[...DEPARTURES, ...STEPS, ...ABSENCES, ...CONNECTIONS],
  ...[...KEEPING, ...SHARED, ...ASKED_RECORDS, ...FIRMS, ...RECORDS],
]

export const KINDS: ReadonlyMap<string, ChangeKind<never>> = new Map<string, ChangeKind<never>>(
  allKinds().map((kind) => [kind.type, kind as unknown as ChangeKind<never>] as const),
)

export const CHANGE_TYPES = [...KINDS.keys()]

export type { Accept, Admit, ChangePerson, Give, Invite, Leave, MakePlace, MakeRole, Take, Undo, Withdraw }

/** The types of changes by what they are about. */
export function changeTypesByCategory(): Record<ChangeCategory, string[]> {
  const found = {} as Record<ChangeCategory, string[]>
  for (const [type, { category }] of KINDS) (found[category] ??= []).push(type)
  return found
}
