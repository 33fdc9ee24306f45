import type { AbsenceRow, DepartureRow, Id, OfferRow, PersonRow, RowEdit, Standing } from '../../account/rows.ts'
import type { Draft } from '../engine/draft.ts'
import { entryAt, must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

/** What of a record only those of enough membership change: standing, state and dates (model P6). */
export const KEPT_OF_PERSON: readonly (keyof PersonRow)[] = [
  'standing',
  'state',
  'signatory',
  'engagementFrom',
  'engagementUntil',
  'awayFrom',
  'awayUntil',
]
const KEPT_OF_DEPARTURE: readonly (keyof DepartureRow)[] = ['state', 'at']
const KEPT_OF_ABSENCE: readonly (keyof AbsenceRow)[] = ['state', 'from', 'until', 'keepSeats']

/**
 * Owners alone make, unmake and change owners; an administrator's standing, state, dates, departure and absence are
 * changed by administrators and owners only (model P6). Judged by what was altered, whatever kind of change did it.
 */
export function checkWhose(draft: Draft): void {
  for (const edit of draft.edits) {
    const person = concerned(draft, edit)
    if (person && !mayAlter(draft, person)) return
  }
}

/** Whether the actor's membership suffices to alter such a person; a refusal in words otherwise (model P6, I10). */
export function mayAlter(draft: Draft, { id, standing }: { id: Id; standing: Standing }): boolean {
  const own = draft.actorPerson?.standing
  if (draft.actor.kind !== 'person' || own === 'owner') return true
  if (standing === 'owner') {
    draft.refuse('owners-only', say('rules.is-an-owner-only-an-owner-can-change', { name: draft.account.nameOf(id) }))
    return false
  }
  if (standing !== 'administrator' || own === 'administrator') return true
  const name = draft.account.nameOf(id)
  draft.refuse('administrators-only', say('rules.is-an-administrator-only-an-administrator-or', { name }))
  return false
}

/** Whom an edit alters in what is kept, by the higher of what they were and would be; undefined where nobody is. */
function concerned(draft: Draft, edit: RowEdit): { id: Id; standing: Standing } | undefined {
  const { before, after } = edit
  if (edit.table === 'person') {
    const [was, is] = [before as PersonRow | null, after as PersonRow | null]
    if (was && is && KEPT_OF_PERSON.every((field) => was[field] === is[field])) return undefined
    if (isOwn(draft, was, is) || isSponsors(draft, was, is)) return undefined
    return { id: edit.key, standing: higher(was?.standing, is?.standing) }
  }
  if (edit.table !== 'departure' && edit.table !== 'absence') return undefined
  const fields: readonly string[] = edit.table === 'departure' ? KEPT_OF_DEPARTURE : KEPT_OF_ABSENCE
  const [was, is] = [before, after] as (Record<string, unknown> | null)[]
  if (was && is && fields.every((field) => was[field] === is[field])) return undefined
  const { personId } = (after ?? before) as DepartureRow | AbsenceRow
  const person = draft.start.get('person', personId)
  return person && person.id !== draft.actorId ? person : undefined
}

/** What people do about themselves: taking up or declining their invitation, lowering themselves, coming back. */
function isOwn(draft: Draft, was: PersonRow | null, is: PersonRow | null): boolean {
  const id = must(is ?? was, 'person before or after').id
  return id === draft.actorId && (!was || !is || rank(is.standing) <= rank(was.standing))
}

/** The sponsor of an invitation may withdraw it (model D3). */
function isSponsors(draft: Draft, was: PersonRow | null, is: PersonRow | null): boolean {
  if (was?.state !== 'invited' || is?.state !== 'withdrawn') return false
  return draft.start.by('offer', 'person', was.id).some((offer: OfferRow) => offer.sponsorId === draft.actorId)
}

const ORDER: readonly Standing[] = ['guest', 'member', 'administrator', 'owner']
const rank = (standing: Standing) => ORDER.indexOf(standing)

function higher(one: Standing | undefined, other: Standing | undefined): Standing {
  return entryAt(ORDER, Math.max(rank(one ?? 'guest'), rank(other ?? 'guest')))
}
