import type { Sent } from './engine/shapes.ts'
import { askAway, beginAway, goAway, grantAway, putDownAway } from './leaving/absences.ts'
import { comeBack } from './leaving/come-back.ts'
import { allotSeats } from './seats/allotments.ts'
import { accept, admit, withdraw } from './offers/arrivals.ts'
import { bringBack } from './people/bring-back.ts'
import { connectProduct, disconnectProduct, noteConnection } from './products/connections.ts'
import { erase } from './people/erase.ts'
import { changePerson, nameSignatory, ownRecord } from './people/change-person.ts'
import { changeDeparture, planDeparture, putDownDeparture } from './leaving/departures.ts'
import { answerHandover } from './leaving/answer-handover.ts'
import { runDeparture } from './leaving/run-departure.ts'
import { closeDeparture, noteSteps, reopenDeparture, settleStep } from './leaving/departure-steps.ts'
import { changeField, makeField } from './people/fields.ts'
import { cutShare, shareStatement } from './access/shares.ts'
import { keepApart, stopApart } from './access/apart.ts'
import { amendOffer } from './offers/amend-offer.ts'
import { changeKeys } from './access/change-keys.ts'
import { give, take } from './access/grants.ts'
import { changeGroup, makeGroup, removeGroup } from './people/groups.ts'
import { joinGroup, quitGroup } from './people/join-group.ts'
import { archiveFirm, makeFirm, mergeFirms, renameFirm } from './people/firms.ts'
import { nameApprovers } from './access/name-approvers.ts'
import { handOver } from './leaving/hand-over.ts'
import { changeSharedLogin, confirmPassword, endSharedLogin, makeSharedLogin } from './products/shared-logins.ts'
import { askToRecord, settleRecords } from './people/record-requests.ts'
import { joinPeople, tellApart } from './people/join-people.ts'
import { keepProduct } from './products/keeping.ts'
import { closeNobodys, confirmAccount, forgetAccounts } from './products/known-accounts.ts'
import { noteAccounts, noteList } from './products/member-lists.ts'
import { invite } from './offers/invite.ts'
import type { ChangeKind } from './engine/kind.ts'
import { layOut } from './places/lay-out.ts'
import { cutLink, makeLink } from './offers/links.ts'
import { comeBy } from './offers/come-by.ts'
import { renameLink } from './offers/rename-link.ts'
import { leave } from './leaving/leave.ts'
import { archivePlace, movePlace } from './places/move-place.ts'
import { makePlace, renamePlace, wallPlace } from './places/places.ts'
import { changeRole, makeRole } from './access/roles.ts'
import { retireRole } from './access/retire-role.ts'
import { askFor, settleRequest, withdrawRequest } from './access/requests.ts'
import { changePacket, makePacket, removePacket } from './people/packets.ts'
import { correctName, inviteToSignIn, recordPerson } from './people/record-person.ts'
import { closeMonth, reportUse } from './seats/month-end.ts'
import { enterStock, importSheet, subscribe } from './products/products.ts'
import { fitPlace, unfitPlace } from './products/fit-place.ts'
import { changeSeat, endSeat, giveSeat } from './seats/seats.ts'
import type { ChangeCategory } from './engine/kind.ts'
import { changeSettings } from './settings/settings.ts'
import { correctAddress, decline, noteBounce, refuseEntry, remind, resend } from './offers/offer-life.ts'
import { ownEmail } from './people/own-email.ts'
import { planDocket, putDownPlanned, runPlanned } from './engine/planned.ts'
import { undo } from './undo/undo.ts'

const SEATS = [giveSeat, endSeat, changeSeat]
const PRODUCTS = [importSheet, subscribe, enterStock, fitPlace, unfitPlace, closeMonth, reportUse]
const PLACES = [makePlace, layOut, renamePlace, wallPlace, movePlace, archivePlace]
const ROLES = [makeRole, changeRole, retireRole]
const GROUPS = [makeGroup, changeGroup, removeGroup, joinGroup, quitGroup, makeField, changeField]
const PEOPLE = [changePerson, nameSignatory, invite, withdraw, accept, admit, leave, ownEmail, ownRecord]
const OFFERS = [
  amendOffer,
  resend,
  remind,
  noteBounce,
  correctAddress,
  decline,
  refuseEntry,
  makeLink,
  cutLink,
  renameLink,
  comeBy,
]
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

/** The same as whoever wants it sends it: ids of rows to be made are the server’s to give (model C1). */
export type NewChange = Sent<Change>

// Each kind takes its own changes alone: looked up by a change’s type, it is the kind of that very change.
// eslint-disable-next-line no-restricted-syntax -- that a type leads to its own kind is not seen by the compiler
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
