import { pathText } from '../places/tree.ts'
import { instantText, whenText, type Instant } from '../time/instants.ts'
import type { Account } from './account.ts'
import type { BookAway, BookConnection, BookHandover, BookLeaving } from './book-shape.ts'
import type { Handover, Id, PersonRow, Taker } from './rows.ts'

/** People by email or key, as the book names them. */
type Ref = (personId: Id) => string

/** Someone's time away, and their leaving that is planned, as a book holds them. */
export function leavingOf(account: Account, row: PersonRow, ref: Ref): { away?: BookAway; leaves?: BookLeaving } {
  const planned = account.by('departure', 'person', row.id).find(({ state }) => state === 'planned')
  return {
    ...(row.awayFrom === null ? {} : { away: awayOf(account, row, row.awayFrom, ref) }),
    ...(planned
      ? {
          leaves: {
            at: instantText(planned.at),
            ...(planned.plannerId ? { plannedBy: ref(planned.plannerId) } : {}),
            plannedAt: instantText(planned.plannedAt),
            ...(planned.engagementBefore === null ? {} : { engagementBefore: instantText(planned.engagementBefore) }),
            handovers: planned.handovers.flatMap((one) => handoverOf(account, one, ref) ?? []),
          },
        }
      : {}),
  }
}

function awayOf(account: Account, row: PersonRow, from: Instant, ref: Ref): BookAway {
  const { zone } = account.settings
  const dates = {
    from: whenText(from, zone, 'beginning'),
    ...(row.awayUntil === null ? {} : { until: whenText(row.awayUntil, zone, 'end') }),
  }
  const absence = account
    .by('absence', 'person', row.id)
    .find(({ state, from: since }) => (state === 'set' || state === 'running') && since === from)
  if (!absence) return dates
  const { keepSeats, seats, substituteId, decidedById, agreedMinor } = absence
  return {
    ...dates,
    ...(keepSeats ? { keepSeats } : {}),
    ...(seats.length > 0 ? { seats: seats.map(({ product, seatType }) => `${product}/${seatType}`) } : {}),
    ...(substituteId ? { standIn: ref(substituteId) } : {}),
    ...(decidedById ? { decidedBy: ref(decidedById) } : {}),
    ...(agreedMinor > 0 ? { agreedMinor } : {}),
  }
}

/** What has no name people know it by is left out: on its day it goes to whom is proposed then. */
function handoverOf(account: Account, one: Handover, ref: Ref): BookHandover | undefined {
  const thing = nameOf(account, one, ref)
  if (thing === undefined) return undefined
  return {
    what: one.what,
    thing,
    ...(one.taker ? { to: takerOf(account, one.taker, ref) } : {}),
    ...(one.acceptBy === null ? {} : { acceptBy: instantText(one.acceptBy) }),
    ...(one.accepted ? { accepted: true } : {}),
  }
}

function nameOf(account: Account, { what, id }: Handover, ref: Ref): string | undefined {
  if (what === 'things') return id
  if (what === 'report') return account.get('person', id) && ref(id)
  if (what === 'steward') return account.get('place', id) && pathText(account, id)
  if (what === 'group-led') return account.get('group', id)?.name
  if (what === 'approver') return account.get('role', id)?.name
  return account.settings.leaverLines.find((line) => what === 'line' && line.id === id)?.name
}

function takerOf(account: Account, { kind, id }: Taker, ref: Ref): BookHandover['to'] {
  if (kind === 'person') return { person: ref(id) }
  return kind === 'group' ? { group: account.get('group', id)?.name ?? id } : { place: pathText(account, id) }
}

/** Products that are connected, without their tokens. */
export function connectionsOf(account: Account): { connections?: BookConnection[] } {
  const on = [...account.all('connection')].filter((row) => row.on)
  if (on.length === 0) return {}
  return {
    connections: on.map(({ product, scimAddress, thingsAddress, since }) => ({
      ...{ product, scimAddress, since: instantText(since) },
      ...(thingsAddress ? { thingsAddress } : {}),
    })),
  }
}
