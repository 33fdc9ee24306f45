import { tasksAbout } from './departures.ts'
import type { TaskView } from '../products/task-words.ts'
import type { FieldRow, Id, PersonRow } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { controlOf, controlsOfPerson, type Control } from '../access/controls.ts'
import { writeControl } from '../access/messages.ts'
import type { Sight } from '../access/sight.ts'
import { openDeparture } from '../departures/plan.ts'
import { groupsOf } from '../people/groups.ts'
import { offersWaiting, stateAt } from '../people/presence.ts'
import { productAt } from '../products/catalogue.ts'
import { costsOf } from '../seats/bill.ts'
import { holdingUntil, seatsOf } from '../seats/holdings.ts'
import { seatWords } from '../seats/seat-words.ts'
import { dateOf, lastDateBefore, monthOf, type LocalDate } from '../time/instants.ts'
import { keysOf, type PlaceKeys } from './keys.ts'
import { personView, seatName, type PersonView } from './people.ts'
import { placeGrantView, type PlaceGrantView } from './places.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** Everything about one person on one page, cut to what the asker sees of them. */
export interface PersonSheetView extends Omit<PersonView, 'monthMinor'> {
  email: string | null
  /** Who took the invitation up, where it was not the invited address (model I3). */
  cameAs: string | null
  /** The invited address, where a person who is in opened an invitation to another one: it waits to be admitted (model I4). */
  cameFor: string | null
  signatory: boolean
  keys: PlaceKeys[]
  /** What was given to them by name and has not ended, as far as the asker sees. */
  grants: PlaceGrantView[]
  holdings: SheetHolding[]
  /** What they cost this month; null if sums are not the asker's to see. */
  monthMinor: number | null
  groups: string[] | null
  reports: { id: Id; name: string }[]
  /** What their record holds; null where only the directory’s facts are seen. */
  record: RecordView | null
  offer: OfferView | null
  /** Accounts of someone who left that nothing here can close, with what is to be done there (model B2). */
  closings: TaskView[]
  /** Their leaving that is planned or under way, where their record is seen. */
  departureId: Id | null
  controls: ReturnType<typeof controlsOfPerson> & Record<'write', Control>
}

/** A seat on a person's sheet. */
export interface SheetHolding {
  holdingId: Id
  /** Code of the product, and its name. */
  code: string
  product: string
  type: string
  from: LocalDate
  until: LocalDate | null
  own: boolean
  /** It came with the membership and goes with it (model S7). */
  along: boolean
  /** `€14.00 a month`, `no charge` (model S12). */
  price: string
  amountMinor: number | null
  /** While they are away, now or from a day on: whether it is kept, and paid for (model X1); null where they are not. */
  away: { from: LocalDate; kept: boolean } | null
}

/** A person’s record as it is changed: what the list does not show, and the account’s own fields (model P2). */
export interface RecordView extends Pick<PersonRow, 'managerId' | 'employerId' | 'reference'> {
  phone: string | null
  fields: (FieldRow & { valueId: Id | null; text: string | null })[]
}

/** A live invitation and what it will give once it is taken up (model I5). */
export interface OfferView {
  id: Id
  sponsor: string
  sent: LocalDate
  expires: LocalDate
  gives: { roleId: Id; role: string; placeId: Id; place: string; until: LocalDate | null }[]
  /** What the mailbox’s server said when the message came back; null where it did not. */
  bounce: string | null
  seats: { product: string; seatType: string; name: string; own: boolean }[]
  /** Groups it puts them into, with what each gives as far as the asker sees. */
  groups: { id: Id; name: string; gives: string[] }[]
  line: string | null
  /** Whether the asker may change it under the same link (model I10). */
  amend: Control
}

/** A person's sheet; undefined for someone not seen, exactly as for someone who does not exist (model D5). */
export function personSheetView(sight: Sight, askedId: Id): PersonSheetView | undefined {
  // The id of a record that was joined leads to the one that stayed (model P14).
  const personId = sight.account.leadsTo(askedId)
  const { account, now } = sight
  const person = account.get('person', personId)
  if (!person || !sight.seesPerson(personId)) return undefined
  const whole = sight.depthOf(personId) === 'record'
  const holdings = whole ? seatsOf(account, personId, now).map((one) => sheetHolding(sight, one)) : []
  return {
    ...personView(sight, person),
    closings: whole && person.state === 'left' ? tasksAbout(sight, personId) : [],
    email: whole ? (account.personal(personId, 'email') ?? null) : null,
    cameAs: whole && person.state === 'waiting' ? (account.personal(personId, 'loginEmail') ?? null) : null,
    cameFor:
      whole && offersWaiting(account, person, now).length > 0
        ? (account.personal(personId, 'invitedAs') ?? null)
        : null,
    signatory: whole && person.signatory,
    keys: keysOf(sight, personId),
    grants: account.by('grant', 'person', personId).flatMap((grant) => {
      const role = account.get('role', grant.roleId)
      const open = isOpen(grant.until, now)
      return role && open && sight.seesGrant(grant) ? [placeGrantView(sight, grant, role)] : []
    }),
    holdings,
    monthMinor: sight.money && whole ? (costsOf(account, monthOf(now, account.zone)).get(personId) ?? 0) : null,
    groups: whole ? groupsOf(account, person).map((id) => account.get('group', id)?.name ?? '') : null,
    reports: account
      .by('person', 'manager', personId)
      .filter((one) => sight.seesPerson(one.id) && ['active', 'away', 'invited', 'waiting'].includes(one.state))
      .map((one) => ({ id: one.id, name: account.nameOf(one.id) })),
    record: whole ? recordView(sight, person) : null,
    offer: offerView(sight, personId),
    departureId: whole ? (openDeparture(account, personId)?.id ?? null) : null,
    controls: { ...controlsOfPerson(sight, personId), write: writeControl(sight, personId) },
  }
}

function sheetHolding(sight: Sight, holding: HoldingRow): SheetHolding {
  const { account, now } = sight
  const { id, product, own, origin, givenFrom } = holding
  const sheet = productAt(account, product, now)?.sheet
  const type = sheet?.seatTypes.find(({ code }) => code === holding.seatType)
  const until = holdingUntil(account, holding)
  return {
    ...{ holdingId: id, code: product, product: sheet?.name ?? product, type: seatName(sight, holding), own },
    from: dateOf(givenFrom, account.zone),
    until: until === null ? null : lastDateBefore(until, account.zone),
    along: origin === 'along',
    price: own ? say('views.their-own') : sheet && type ? seatWords(account, sheet, type, now, sight.money).price : '',
    amountMinor: sight.money ? (type?.priceMinor ?? 0) : null,
    away: awayOf(sight, holding.personId),
  }
}

function awayOf({ account }: Sight, personId: Id): SheetHolding['away'] {
  const absence = account.by('absence', 'person', personId).find(({ state }) => state === 'set' || state === 'running')
  return absence ? { from: dateOf(absence.from, account.zone), kept: absence.keepSeats } : null
}

function recordView({ account }: Sight, person: PersonRow): RecordView {
  const { id, managerId, employerId, reference } = person
  return {
    ...{ managerId, employerId, reference, phone: account.personal(id, 'phone') ?? null },
    fields: [...account.all('field')].map((field) => ({
      ...field,
      valueId: person.choices[field.id] ?? null,
      text: account.personal(id, `field ${field.id}`) ?? null,
    })),
  }
}

function offerView(sight: Sight, personId: Id): OfferView | null {
  const { account, now } = sight
  const offer = account.by('offer', 'person', personId).find((one) => one.state === 'live')
  const person = must(account.get('person', personId), 'person')
  const open =
    ['invited', 'waiting', 'expired'].includes(stateAt(account, person, now)) ||
    offersWaiting(account, person, now).length > 0
  if (!offer || !open) return null
  const whole = sight.depthOf(personId) === 'record'
  return {
    id: offer.id,
    sponsor: sight.personName(offer.sponsorId),
    sent: dateOf(offer.sentAt, account.zone),
    expires: lastDateBefore(offer.expiresAt, account.zone),
    bounce: offer.bounced ? (account.personal(personId, 'bounce') ?? '') : null,
    gives: offer.grants
      .filter((grant) => sight.seesPlace(grant.placeId))
      .map((grant) => ({
        roleId: grant.roleId,
        role: account.get('role', grant.roleId)?.name ?? '',
        placeId: grant.placeId,
        until: grant.until === null ? null : lastDateBefore(grant.until, account.zone),
        place: sight.placeName(grant.placeId),
      })),
    seats: offer.seats.map(({ product, seatType, own = false }) => ({
      ...{ product, seatType, own, name: seatName(sight, { product, seatType }) },
    })),
    groups: (whole ? offer.groupIds : []).map((id) => {
      return { id, name: account.get('group', id)?.name ?? '', gives: groupGives(sight, id) }
    }),
    line: whole ? (account.personal(personId, 'invitationLine') ?? null) : null,
    amend: offer.sponsorId === sight.personId ? { enabled: true } : controlOf(sight, 'people', 'change'),
  }
}

/** What a group gives the people in it: `Gardener at Pellworth`. */
export function groupGives(sight: Sight, groupId: Id): string[] {
  const { account, now } = sight
  return account.by('grant', 'subject', `group ${groupId}`).flatMap(({ roleId, placeId, until }) => {
    if (!isOpen(until, now) || !sight.seesPlace(placeId)) return []
    return [say('views.at', { role: account.get('role', roleId)?.name ?? '', place: sight.placeName(placeId) })]
  })
}
