import { say } from '../../words/say.ts'
import { confirmOf, type Change } from './decide.ts'
import type { Preview } from './preview.ts'

/** What the confirm button says: what happens, and to how much, as `End access now: 13 places, 1 seat` (model S8). */
export function confirmText(changes: readonly Change[], { access, money }: Pick<Preview, 'access' | 'money'>): string {
  const [only] = changes
  const verb = only && changes.length === 1 ? say(confirmOf(only)) : say('confirm.many', { count: changes.length })
  const { places, onceIn } = access
  const [gained, lost] = [places.gained + places.raised, places.lost + places.lowered]
  const parts: string[] = []
  if (gained > 0 && lost > 0) {
    parts.push(say('confirm.gained', { count: gained }), say('confirm.lost', { count: lost }))
  } else if (gained > 0) {
    parts.push(onceIn ? say('confirm.after-accept', { count: gained }) : say('confirm.places', { count: gained }))
  } else if (lost > 0) parts.push(say('confirm.places', { count: lost }))
  const taken = money.seats.reduce((sum, seat) => sum + seat.taken.after - seat.taken.before, 0)
  const isEnding = lost > 0 && gained === 0
  if (taken > 0 || (taken < 0 && isEnding)) parts.push(say('confirm.seats', { count: Math.abs(taken) }))
  else if (taken < 0) parts.push(say('confirm.seats-empty', { count: -taken }))
  return parts.length > 0 ? say('confirm.with-parts', { verb, parts: parts.join(', ') }) : verb
}
