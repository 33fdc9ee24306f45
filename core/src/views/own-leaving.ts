import type { Sight } from '../access/sight.ts'
import { linesFor, openDeparture, thingsToPass } from '../departures/plan.ts'
import { momentInWords } from '../time/instants.ts'
import { absencesOf, type AbsenceView, seenText, takerView } from './departures.ts'
import type { Id } from '../account/rows.ts'
import { must } from '../checks/must.ts'

/** A leaver's own courteous page: when, who takes what over, and what to hand back. */
export interface OwnLeaving {
  at: string
  things: { what: string; text: string; taker: string | null }[]
  handBack: string[]
}

/** What one's own leaving will be, for the person who leaves; null where nothing is planned. */
export function ownLeaving(sight: Sight): OwnLeaving | null {
  const { account, personId, now } = sight
  const row = openDeparture(account, personId)
  if (row?.state !== 'planned') return null
  const things = thingsToPass(account, personId, row.handovers, now).filter(({ what }) => what !== 'line')
  return {
    at: momentInWords(row.at, account.zone, now),
    things: things.map((thing) => ({
      what: thing.what,
      text: seenText(sight, { what: thing.what, subject: thing.id }),
      taker: takerView(sight, thing.taker)?.name ?? null,
    })),
    handBack: linesFor(account, personId).map(({ name }) => name),
  }
}

/** One's own times away that are asked for or to come. */
export function ownAbsences(sight: Sight): AbsenceView[] {
  return absencesOf(sight).filter((one) => one.personId === sight.personId && one.state !== 'over')
}

/** What one is asked to take over by people who leave (model X3). */
export function askedToTake(
  sight: Sight,
): { departureId: Id; what: string; id: string; text: string; from: string; by: string }[] {
  const { account, personId, now } = sight
  return account.by('departure', 'state', 'planned').flatMap((row) =>
    row.handovers
      .filter(
        ({ taker, acceptBy, accepted }) => taker?.id === personId && acceptBy !== null && !accepted && acceptBy > now,
      )
      .map(({ what, id, acceptBy }) => ({
        ...{ departureId: row.id, what, id, text: seenText(sight, { what, subject: id }) },
        from: sight.personName(row.personId),
        by: momentInWords(must(acceptBy, 'acceptBy'), account.zone, now),
      })),
  )
}
