import type { Id, PersonKind, PersonRow, PersonState, Standing } from '../account/rows.ts'
import { controlsOfPeople, controlsOfPerson } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { groupsOf } from '../people/groups.ts'
import { absenceAt, stateAt } from '../people/presence.ts'
import { seatTypeAt, productAt } from '../products/catalogue.ts'
import { costsOf } from '../seats/bill.ts'
import { seatsOf } from '../seats/holdings.ts'
import { dateOf, lastDateBefore, monthOf, type LocalDate } from '../time/instants.ts'
import { placeGrantView, type PlaceGrantView } from './places.ts'
import { keysOf, reachSummary, type PlaceKeys, type ReachSummary } from './keys.ts'

/** One row of the People list, cut to what the asker sees of the person. */
export interface PersonView {
  id: Id
  name: string
  kind: PersonKind
  state: PersonState
  employer: string | null
  /** Null where only the directory's facts are seen. */
  standing: Standing | null
  from: LocalDate | null
  until: LocalDate | null
  manager: string | null
  seats: string[] | null
  reach: ReachSummary | null
  /** The engagement has ended but nobody closed it. */
  engagementOver: boolean
}

export interface PeopleView {
  people: PersonView[]
  controls: ReturnType<typeof controlsOfPeople>
}

export interface PersonSheetView extends PersonView {
  email: string | null
  /** Who took the invitation up, where it was not the invited address (model I3). */
  cameAs: string | null
  signatory: boolean
  keys: PlaceKeys[]
  /** What was given to them by name and has not ended, as far as the asker sees. */
  grants: PlaceGrantView[]
  holdings: { product: string; type: string; from: LocalDate; own: boolean; amountMinor: number | null }[]
  /** What they cost this month; null if sums are not the asker's to see. */
  monthMinor: number | null
  groups: string[] | null
  reports: { id: Id; name: string }[]
  offer: OfferView | null
  controls: ReturnType<typeof controlsOfPerson>
}

/** A live invitation and what it will give once it is taken up (model I5). */
export interface OfferView {
  id: Id
  sponsor: string
  sent: LocalDate
  expires: LocalDate
  gives: { role: string; placeId: Id; place: string }[]
  seats: string[]
}

export function peopleView(sight: Sight): PeopleView {
  const people = sight.visiblePeople().map((person) => personView(sight, person))
  const collator = new Intl.Collator('en')
  people.sort((one, other) => collator.compare(one.name, other.name))
  return { people, controls: controlsOfPeople(sight) }
}

function personView(sight: Sight, person: PersonRow): PersonView {
  const { account, now } = sight
  const zone = account.zone
  const whole = sight.depthOf(person.id) === 'record'
  const seen = sight.seesAllKeys ? undefined : (placeId: Id) => sight.seesKeys(person.id, placeId)
  return {
    id: person.id,
    name: account.nameOf(person.id),
    kind: person.kind,
    state: stateAt(account, person, now),
    employer: account.get('employer', person.employerId)?.name ?? null,
    standing: whole ? person.standing : null,
    from: whole && person.engagementFrom !== null ? dateOf(person.engagementFrom, zone) : null,
    until: whole && person.engagementUntil !== null ? lastDateBefore(person.engagementUntil, zone) : null,
    manager: whole && person.managerId ? sight.personName(person.managerId) : null,
    seats: whole ? seatsOf(account, person.id, now).map((one) => seatName(sight, one)) : null,
    reach: whole || person.id === sight.personId ? reachSummary(account, person.id, now, seen) : null,
    engagementOver: whole && absenceAt(person, now) === 'engagement-over',
  }
}

function seatName(sight: Sight, seat: { product: string; seatType: string }): string {
  return seatTypeAt(sight.account, seat.product, seat.seatType, sight.now)?.name ?? seat.seatType
}

/** A person's sheet; undefined for someone not seen, exactly as for someone who does not exist (model D5). */
export function personSheetView(sight: Sight, personId: Id): PersonSheetView | undefined {
  const { account, now } = sight
  const person = account.get('person', personId)
  if (!person || !sight.seesPerson(personId)) return undefined
  const whole = sight.depthOf(personId) === 'record'
  const holdings = !whole
    ? []
    : seatsOf(account, personId, now).map((holding) => ({
        product: productAt(account, holding.product, now)?.sheet.name ?? holding.product,
        type: seatName(sight, holding),
        from: dateOf(holding.givenFrom, account.zone),
        own: holding.own,
        amountMinor: sight.money
          ? (seatTypeAt(account, holding.product, holding.seatType, now)?.priceMinor ?? 0)
          : null,
      }))
  return {
    ...personView(sight, person),
    email: whole ? (account.personal(personId, 'email') ?? null) : null,
    cameAs: whole && person.state === 'waiting' ? (account.personal(personId, 'loginEmail') ?? null) : null,
    signatory: whole && person.signatory,
    keys: keysOf(sight, personId),
    grants: account.by('grant', 'person', personId).flatMap((grant) => {
      const role = account.get('role', grant.roleId)
      const open = grant.until === null || grant.until > now
      return role && open && sight.seesGrant(grant) ? [placeGrantView(sight, grant, role)] : []
    }),
    holdings,
    monthMinor: sight.money && whole ? (costsOf(account, monthOf(now, account.zone)).get(personId) ?? 0) : null,
    groups: whole ? groupsOf(account, person).map((id) => account.get('group', id)?.name ?? '') : null,
    reports: account
      .by('person', 'manager', personId)
      .filter((one) => sight.seesPerson(one.id) && ['active', 'away', 'invited', 'waiting'].includes(one.state))
      .map((one) => ({ id: one.id, name: account.nameOf(one.id) })),
    offer: offerView(sight, personId),
    controls: controlsOfPerson(sight, personId),
  }
}

function offerView(sight: Sight, personId: Id): OfferView | null {
  const { account, now } = sight
  const offer = account.by('offer', 'person', personId).find((one) => one.state === 'live')
  const open =
    offer && ['invited', 'waiting', 'expired'].includes(stateAt(account, account.get('person', personId)!, now))
  if (!offer || !open) return null
  return {
    id: offer.id,
    sponsor: sight.personName(offer.sponsorId),
    sent: dateOf(offer.sentAt, account.zone),
    expires: lastDateBefore(offer.expiresAt, account.zone),
    gives: offer.grants
      .filter((grant) => sight.seesPlace(grant.placeId))
      .map((grant) => ({
        role: account.get('role', grant.roleId)?.name ?? '',
        placeId: grant.placeId,
        place: sight.placeName(grant.placeId),
      })),
    seats: offer.seats.map((seat) => seatName(sight, seat)),
  }
}

/** The columns of the People list as a file; the same words a pasted list is read by (model I2). */
export const PEOPLE_COLUMNS = ['name', 'email', 'kind', 'standing', 'employer', 'from', 'until', 'state', 'seats']

/** Everybody the asker sees, a row each, cut as the list is. */
export function peopleTable(sight: Sight): string[][] {
  return peopleView(sight).people.map((person) => [
    person.name,
    sight.depthOf(person.id) === 'record' ? (sight.account.personal(person.id, 'email') ?? '') : '',
    person.kind,
    person.standing ?? '',
    person.employer ?? '',
    person.from ?? '',
    person.until ?? '',
    person.state,
    person.seats?.join(', ') ?? '',
  ])
}
