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

/** What the docket moves this month, in minor units; null if sums are not the reader's to see. */
export function moneyMoved(preview: Preview | null): number | null {
  const sums = preview?.money.sums
  return sums ? sums.thisMonth.after - sums.thisMonth.before : null
}
