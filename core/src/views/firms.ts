import type { EmployerRow, Id, PersonRow, PersonState } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { grantsOf } from '../access/walk.ts'
import { isFirmInUse } from '../people/firms.ts'
import { stateAt } from '../people/presence.ts'
import { upwards } from '../places/tree.ts'
import { costsOf } from '../seats/bill.ts'
import { lastDateBefore, monthOf, type LocalDate } from '../time/instants.ts'
import { isWithUs } from './people-filters.ts'
import { isOpen } from '../time/lasting.ts'

/** One row of the list of firms (model P11). */
export interface FirmView {
  id: Id
  name: string
  archived: boolean
  /** How many of its people are in or invited. */
  people: number
  /** The next last day of one of them. */
  nextLastDay: LocalDate | null
}

export interface FirmsView {
  firms: FirmView[]
  controls: Record<'make', Control>
}

export interface FirmSheetView extends FirmView {
  members: { personId: Id; name: string; state: PersonState; until: LocalDate | null }[]
  /** Clients that its people reach. */
  clients: string[]
  /** What its people cost this month, minor units; null if sums are not the asker's to see. */
  monthMinor: number | null
  inUse: boolean
  controls: Record<'change' | 'ends', Control>
}

/** Whether the list of firms is the asker's to see: with everyone's details. */
export function seesFirms(sight: Sight): boolean {
  return sight.can('people', 'see')
}

/** The firms people work for; for anyone who sees everyone's details. */
export function firmsView(sight: Sight): FirmsView | undefined {
  if (!seesFirms(sight)) return undefined
  const firms = [...sight.account.all('employer')].map((firm) => firmView(sight, firm))
  firms.sort((one, other) => one.name.localeCompare(other.name, 'en'))
  const mayMake = sight.canSomewhere('people', 'add')
  return { firms, controls: { make: mayMake ? { enabled: true } : controlOf(sight, 'people', 'add') } }
}

function membersOf({ account }: Sight, firmId: Id): PersonRow[] {
  const people = account.by('person', 'employer', firmId).filter(({ state }) => state !== 'erased')
  return people.sort((one, other) => account.nameOf(one.id).localeCompare(account.nameOf(other.id), 'en'))
}

function firmView(sight: Sight, { id, name, archived }: EmployerRow): FirmView {
  const people = membersOf(sight, id).filter(({ state }) => isWithUs(state))
  const ends = people.flatMap((one) =>
    one.engagementUntil !== null && one.engagementUntil > sight.now ? one.engagementUntil : [],
  )
  const next = ends.length > 0 ? lastDateBefore(Math.min(...ends), sight.account.zone) : null
  return { id, name, archived, people: people.length, nextLastDay: next }
}

export function firmSheetView(sight: Sight, firmId: Id): FirmSheetView | undefined {
  const { account, now } = sight
  const firm = account.get('employer', firmId)
  if (!firm || !sight.can('people', 'see')) return undefined
  const members = membersOf(sight, firmId)
  const clients = new Set<string>()
  for (const person of members.filter(({ state }) => isWithUs(state))) {
    for (const { grant } of grantsOf(account, person)) {
      const client = upwards(account, grant.placeId).at(-2)
      if (isOpen(grant.until, now) && client && sight.seesPlace(client.id)) clients.add(client.name)
    }
  }
  const costs = sight.money ? costsOf(account, monthOf(now, account.zone)) : null
  const change = controlOf(sight, 'people', 'change')
  return {
    ...firmView(sight, firm),
    members: members.map((person) => ({
      ...{ personId: person.id, name: account.nameOf(person.id), state: stateAt(account, person, now) },
      until: person.engagementUntil === null ? null : lastDateBefore(person.engagementUntil, account.zone),
    })),
    clients: [...clients].sort(),
    monthMinor: costs ? members.reduce((sum, { id }) => sum + (costs.get(id) ?? 0), 0) : null,
    inUse: isFirmInUse(account, firmId),
    controls: { change, ends: change },
  }
}
