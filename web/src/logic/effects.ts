import type { AccessEffect, Preview, Warning } from '@lodge/core'

type Kind = AccessEffect['kind']
export const KINDS: readonly Kind[] = ['gained', 'raised', 'lowered', 'lost']

/** Effects by kind, in the order they are read: what is gained first. */
export function byKind(effects: readonly AccessEffect[]): { kind: Kind; effects: AccessEffect[] }[] {
  return KINDS.map((kind) => ({ kind, effects: effects.filter((one) => one.kind === kind) })).filter(
    (group) => group.effects.length > 0,
  )
}

/** Warnings of one kind together, in the order in which the kinds come: each kind is told once, with its count (model S13). */
export function warningsByCode(warnings: readonly Warning[]): { code: string; all: Warning[] }[] {
  const found = new Map<string, Warning[]>()
  for (const warning of warnings) found.set(warning.code, [...(found.get(warning.code) ?? []), warning])
  return [...found].map(([code, all]) => ({ code, all }))
}

/** The catalogue: a message by its key, with what it names, in the plural of a number. */
export type Translate = (key: string, values: Record<string, unknown>, plural?: number) => string

function counted(t: Translate, key: string, count: number): string {
  return t(`confirm.${key}`, { count }, count)
}

/** `1 person, 3 places`. */
export function countsOf(t: Translate, preview: Preview, kind: Kind): string {
  const { people, places } = preview.access
  return `${counted(t, 'people', people[kind])}, ${counted(t, 'places', places[kind])}`
}

function verbOf(t: Translate, change: { type: string; walled?: unknown; archived?: unknown; at?: unknown }): string {
  const { type } = change
  if (type === 'plan-departure') return t(`confirm.${type}.${change.at ? 'later' : 'now'}`, {})
  if (type === 'wall-place') return t(`confirm.${type}.${change.walled ? 'yes' : 'no'}`, {})
  if (type === 'archive-place') return t(`confirm.${type}.${change.archived ? 'yes' : 'no'}`, {})
  const key = `confirm.${type}`
  const verb = t(key, {})
  return verb === key ? t('confirm.other', {}) : verb
}

/** What the confirm button says: what happens, and to how much, as `End access now: 13 places, 1 seat`. */
export function confirmLabel(t: Translate, changes: readonly { type: string }[], preview: Preview | null): string {
  const { length } = changes
  const verb = length === 1 ? verbOf(t, changes[0]!) : t('confirm.many', { count: length })
  if (!preview) return verb
  const { places, onceIn } = preview.access
  const [gained, lost] = [places.gained + places.raised, places.lost + places.lowered]
  const parts: string[] = []
  if (gained > 0 && lost > 0) parts.push(counted(t, 'gained', gained), counted(t, 'lost', lost))
  else if (gained > 0) parts.push(counted(t, onceIn ? 'afterAccept' : 'places', gained))
  else if (lost > 0) parts.push(counted(t, 'places', lost))
  const taken = preview.money.seats.reduce((sum, seat) => sum + seat.taken.after - seat.taken.before, 0)
  const isEnding = lost > 0 && gained === 0
  if (taken > 0) parts.push(counted(t, 'seats', taken))
  if (taken < 0) parts.push(counted(t, isEnding ? 'seats' : 'seatsEmpty', -taken))
  return parts.length > 0 ? t('confirm.withParts', { verb, parts: parts.join(', ') }) : verb
}

/** What the docket moves this month, in minor units; null if sums are not the reader's to see. */
export function moneyMoved(preview: Preview | null): number | null {
  const sums = preview?.money.sums
  return sums ? sums.thisMonth.after - sums.thisMonth.before : null
}
