import { askAway, beginAway, comeBack, goAway, grantAway, putDownAway } from './absences.ts'
import { allotSeats } from './allotments.ts'
import { accept, admit, withdraw } from './arrivals.ts'
import { bringBack } from './bring-back.ts'
import { connectProduct, disconnectProduct, noteConnection } from './connections.ts'
import { erase } from './erase.ts'
import { changePerson, nameSignatory, ownRecord } from './change-person.ts'
import { answerHandover, changeDeparture, planDeparture, putDownDeparture, runDeparture } from './departures.ts'
import { closeDeparture, noteSteps, reopenDeparture, settleStep } from './departure-steps.ts'
import { changeField, makeField } from './fields.ts'
import { cutShare, shareStatement } from './shares.ts'
import { keepApart, stopApart } from './apart.ts'
import { amendOffer } from './amend-offer.ts'
import { changeKeys } from './change-keys.ts'
import { give, take } from './grants.ts'
import { changeGroup, joinGroup, makeGroup, quitGroup, removeGroup } from './groups.ts'
import { archiveFirm, makeFirm, mergeFirms, renameFirm } from './firms.ts'
import { nameApprovers } from './name-approvers.ts'
import { handOver } from './hand-over.ts'
import { changeSharedLogin, confirmPassword, endSharedLogin, makeSharedLogin } from './shared-logins.ts'
import { askToRecord, settleRecords } from './record-requests.ts'
import { joinPeople, tellApart } from './join-people.ts'
import { keepProduct } from './keeping.ts'
import { closeNobodys, confirmAccount, forgetAccounts } from './known-accounts.ts'
import { noteAccounts, noteList } from './member-lists.ts'
import { invite } from './invite.ts'
import type { ChangeKind } from './kind.ts'
import { layOut } from './lay-out.ts'
import { comeBy, cutLink, makeLink } from './links.ts'
import { leave } from './leave.ts'
import { archivePlace, movePlace } from './move-place.ts'
import { makePlace, renamePlace, wallPlace } from './places.ts'
import { changeRole, makeRole, retireRole } from './roles.ts'
import { askFor, settleRequest, withdrawRequest } from './requests.ts'
import { changePacket, makePacket, removePacket } from './packets.ts'
import { correctName, inviteToSignIn, recordPerson } from './record-person.ts'
import { closeMonth, reportUse } from './month-end.ts'
import { enterStock, fitPlace, importSheet, subscribe, unfitPlace } from './products.ts'
import { changeSeat, endSeat, giveSeat } from './seats.ts'
import type { ChangeCategory } from './kind.ts'
import { changeSettings } from './settings.ts'
import { correctAddress, decline, noteBounce, refuseEntry, remind, resend } from './offer-life.ts'
import { ownEmail } from './own-email.ts'
import { planDocket, putDownPlanned, runPlanned } from './planned.ts'
import { undo } from './undo.ts'

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

// Every kind of change there is, one list: a new one is entered here and nowhere else.
const EVERY_KIND = [
  ...[...PLACES, ...ROLES, ...GROUPS, ...PEOPLE, ...OFFERS, ...ACCESS],
  ...[...CHECKS, ...PACKETS, ...SEATS, ...PRODUCTS, ...PLANS],
  ...[...DEPARTURES, ...STEPS, ...ABSENCES, ...CONNECTIONS],
  ...[...KEEPING, ...SHARED, ...ASKED_RECORDS, ...FIRMS, ...RECORDS],
]

type ChangeOf<K> = K extends ChangeKind<infer C> ? C : never

/** What alters an account; there is no other way in (model C1). */
export type Change = ChangeOf<(typeof EVERY_KIND)[number]>

// Each kind takes its own changes alone: whoever looks one up by a change's type has that change.
const byType = new Map(EVERY_KIND.map((kind) => [kind.type as string, kind as unknown as ChangeKind<Change>] as const))

/** The kind of a type; undefined where there is none. */
export function kindNamed(type: string): ChangeKind<Change> | undefined {
  return byType.get(type)
}

/** The kind of a change. @throws Error where the change was never read. */
export function kindOf(change: { type: string }): ChangeKind<Change> {
  const kind = byType.get(change.type)
  if (!kind) throw new Error(`There is no kind of change “${change.type}”.`)
  return kind
}

export const CHANGE_TYPES = [...byType.keys()]

/** The types of changes by what they are about. */
export function changeTypesByCategory(): Record<ChangeCategory, string[]> {
  const found = {} as Record<ChangeCategory, string[]>
  for (const [type, { category }] of byType) (found[category] ??= []).push(type)
  return found
}
