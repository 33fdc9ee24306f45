import { atRoot, type Need } from '../engine/needs.ts'
import type { Draft } from '../engine/draft.ts'
import type { AbsenceRow, Id, PersonRow } from '../../account/rows.ts'
import { say } from '../../words/say.ts'
import type { Sight } from '../../access/sight.ts'
import { momentInWords, readMoment } from '../../time/instants.ts'

export const DECIDES = atRoot('people', 'change', 'leaving.decide-who-is-away')

/** One's own time away, or that of someone whose record one sees (model D5). */
export function seenAbsence(draft: Draft, absenceId: Id): AbsenceRow | undefined {
  const row = draft.account.get('absence', absenceId)
  if (row && (row.personId === draft.actorId || draft.sight.depthOf(row.personId) === 'record')) return row
  draft.refuse('not-found', noAbsence())
  return undefined
}

export const noAbsence = () => say('leaving.this-time-away-is-no-longer-there-it')

/** Deciding about a time away needs the right to change people; what one asked for oneself is one's own to take back. */
export function mayDecide(draft: Draft, absenceId: Id): readonly Need[] {
  const row = seenAbsence(draft, absenceId)
  const takesBack = row?.personId === draft.actorId && row?.state === 'asked'
  return !row || takesBack ? [] : DECIDES(draft)
}

/** Going away needs what leaving needs, but for the last owner, whom the account checks at every instant (model D3, P5). */
export function maySet(draft: Draft, person: PersonRow): boolean {
  const name = draft.account.nameOf(person.id)
  const byOwner = draft.actor.kind !== 'person' || draft.actorPerson?.standing === 'owner'
  if (person.standing === 'owner' && !byOwner) {
    draft.refuse('owners-only', say('leaving.is-an-owner-only-an-owner-can-set', { name }))
    return false
  }
  if (!person.signatory) return true
  draft.refuse('signatory', say('leaving.is-the-signatory-make-another-owner-signatory', { name }))
  return false
}

export function begin(draft: Draft, person: PersonRow, row: AbsenceRow): void {
  draft.update('person', person.id, { awayFrom: row.from, awayUntil: row.until })
  for (const { holdingId } of row.seats) {
    draft.update('holding', holdingId, { until: row.from, endedById: draft.actorId })
  }
  if (row.from <= draft.now) enter(draft, row)
  else draft.effects.push({ kind: 'due', at: row.from })
  if (row.from <= draft.now && row.until !== null) draft.effects.push({ kind: 'due', at: row.until })
}

export function enter(draft: Draft, { id, personId }: AbsenceRow): void {
  draft.update('person', personId, { state: 'away' })
  draft.update('absence', id, { state: 'running' })
  draft.effects.push({ kind: 'shut-for-now', personId })
}

export function withoutReason<C extends { reason?: string | null; personId: Id }>({ reason, ...rest }: C): object {
  return reason ? { ...rest, personal: ['reason'] } : rest
}

export function datesText(from: string | null | undefined, until: string | null | undefined, sight: Sight): string {
  const zone = sight.named.zone
  const begins = from ? readMoment(from, zone, 'beginning') : undefined
  const ends = until ? readMoment(until, zone, 'end') : undefined
  const first =
    begins === undefined || begins <= sight.now
      ? ''
      : say('leaving.from', { day: momentInWords(begins + 1, zone, sight.now).split(',')[0] ?? '' })
  return first + (ends === undefined ? '' : say('leaving.until', { moment: momentInWords(ends, zone, sight.now) }))
}
