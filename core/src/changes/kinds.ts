import type { Sent } from './engine/shapes.ts'
import { beginAway } from './leaving/begin-away.ts'
import { putDownAway } from './leaving/put-down-away.ts'
import { grantAway } from './leaving/grant-away.ts'
import { askAway } from './leaving/ask-away.ts'
import { goAway } from './leaving/go-away.ts'
import { comeBack } from './leaving/come-back.ts'
import { allotSeats } from './seats/allot-seats.ts'
import { admit } from './offers/admit.ts'
import { accept } from './offers/accept.ts'
import { withdraw } from './offers/withdraw.ts'
import { bringBack } from './people/bring-back.ts'
import { noteConnection } from './products/note-connection.ts'
import { disconnectProduct } from './products/disconnect-product.ts'
import { connectProduct } from './products/connect-product.ts'
import { erase } from './people/erase.ts'
import { changePerson } from './people/change-person.ts'
import { nameSignatory } from './people/name-signatory.ts'
import { ownRecord } from './people/own-record.ts'
import { putDownDeparture } from './leaving/put-down-departure.ts'
import { changeDeparture } from './leaving/change-departure.ts'
import { planDeparture } from './leaving/plan-departure.ts'
import { answerHandover } from './leaving/answer-handover.ts'
import { runDeparture } from './leaving/run-departure.ts'
import { reopenDeparture } from './leaving/reopen-departure.ts'
import { closeDeparture } from './leaving/close-departure.ts'
import { noteSteps } from './leaving/note-steps.ts'
import { settleStep } from './leaving/settle-step.ts'
import { changeField } from './people/change-field.ts'
import { makeField } from './people/make-field.ts'
import { cutShare } from './access/cut-share.ts'
import { shareStatement } from './access/share-statement.ts'
import { stopApart } from './access/stop-apart.ts'
import { keepApart } from './access/keep-apart.ts'
import { amendOffer } from './offers/amend-offer.ts'
import { changeKeys } from './access/change-keys.ts'
import { take } from './access/take.ts'
import { give } from './access/give.ts'
import { removeGroup } from './people/remove-group.ts'
import { changeGroup } from './people/change-group.ts'
import { makeGroup } from './people/make-group.ts'
import { joinGroup } from './people/join-group.ts'
import { quitGroup } from './people/quit-group.ts'
import { archiveFirm } from './people/archive-firm.ts'
import { mergeFirms } from './people/merge-firms.ts'
import { renameFirm } from './people/rename-firm.ts'
import { makeFirm } from './people/make-firm.ts'
import { nameApprovers } from './access/name-approvers.ts'
import { handOver } from './leaving/hand-over.ts'
import { confirmPassword } from './products/confirm-password.ts'
import { endSharedLogin } from './products/end-shared-login.ts'
import { changeSharedLogin } from './products/change-shared-login.ts'
import { makeSharedLogin } from './products/make-shared-login.ts'
import { settleRecords } from './people/settle-records.ts'
import { askToRecord } from './people/ask-to-record.ts'
import { joinPeople } from './people/join-people.ts'
import { tellApart } from './people/tell-apart.ts'
import { keepProduct } from './products/keep-product.ts'
import { forgetAccounts } from './products/forget-accounts.ts'
import { closeNobodys } from './products/close-nobodys.ts'
import { confirmAccount } from './products/confirm-account.ts'
import { noteList } from './products/note-list.ts'
import { noteAccounts } from './products/note-accounts.ts'
import { invite } from './offers/invite.ts'
import type { ChangeKind } from './engine/kind.ts'
import { layOut } from './places/lay-out.ts'
import { cutLink } from './offers/cut-link.ts'
import { makeLink } from './offers/make-link.ts'
import { comeBy } from './offers/come-by.ts'
import { renameLink } from './offers/rename-link.ts'
import { leave } from './leaving/leave.ts'
import { movePlace } from './places/move-place.ts'
import { archivePlace } from './places/archive-place.ts'
import { wallPlace } from './places/wall-place.ts'
import { renamePlace } from './places/rename-place.ts'
import { makePlace } from './places/make-place.ts'
import { changeRole } from './access/change-role.ts'
import { makeRole } from './access/make-role.ts'
import { retireRole } from './access/retire-role.ts'
import { withdrawRequest } from './access/withdraw-request.ts'
import { settleRequest } from './access/settle-request.ts'
import { askFor } from './access/ask-for.ts'
import { removePacket } from './people/remove-packet.ts'
import { changePacket } from './people/change-packet.ts'
import { makePacket } from './people/make-packet.ts'
import { recordPerson } from './people/record-person.ts'
import { inviteToSignIn } from './people/invite-to-sign-in.ts'
import { correctName } from './people/correct-name.ts'
import { reportUse } from './seats/report-use.ts'
import { closeMonth } from './seats/close-month.ts'
import { enterStock } from './products/enter-stock.ts'
import { subscribe } from './products/subscribe.ts'
import { importSheet } from './products/import-sheet.ts'
import { fitPlace } from './products/fit-place.ts'
import { unfitPlace } from './products/unfit-place.ts'
import { changeSeat } from './seats/change-seat.ts'
import { endSeat } from './seats/end-seat.ts'
import { giveSeat } from './seats/give-seat.ts'
import type { ChangeCategory } from './engine/kind.ts'
import { changeSettings } from './settings/change-settings.ts'
import { refuseEntry } from './offers/refuse-entry.ts'
import { decline } from './offers/decline.ts'
import { correctAddress } from './offers/correct-address.ts'
import { noteBounce } from './offers/note-bounce.ts'
import { remind } from './offers/remind.ts'
import { resend } from './offers/resend.ts'
import { ownEmail } from './people/own-email.ts'
import { putDownPlanned } from './docket/put-down-planned.ts'
import { runPlanned } from './docket/run-planned.ts'
import { planDocket } from './docket/plan-docket.ts'
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

/** The same as a client sends it: ids of rows to be made are the server’s to give (model C1). */
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
