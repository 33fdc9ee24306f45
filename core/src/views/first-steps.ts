import type { Sight } from '../access/sight.ts'
import { productsAt } from '../products/catalogue.ts'

export const FIRST_STEPS = [
  ...(['product', 'people', 'places', 'role', 'key', 'packet', 'invite', 'departure', 'owner'] as const),
] as const
export type FirstStep = (typeof FIRST_STEPS)[number]

/** Steps that a business may well never take: they alone keep nobody on the first page. */
const OPTIONAL: ReadonlySet<FirstStep> = new Set(['packet', 'departure', 'owner', 'people'])

export interface FirstStepView {
  step: FirstStep
  done: boolean
  /** The product it is about. */
  product: string | null
}

/**
 * What a new account still lacks, in the order of the work; null once each was done, or for anyone who does not run it.
 */
export function firstSteps(sight: Sight): FirstStepView[] | null {
  const { account, now } = sight
  if (!sight.can('people', 'change') || !sight.can('settings', 'change')) return null
  const { tables } = account
  const people = [...account.all('person')]
  const done: Record<FirstStep, boolean> = {
    product: tables.product.size > 0,
    people: tables.memberList.size > 0 || tables.person.size > 5,
    // The root is there from the first day.
    places: tables.place.size > 1,
    role: tables.role.size > 0,
    key: tables.grant.size > 0,
    packet: tables.packet.size > 0,
    invite: people.some(({ recorded }, at) => at > 0 && !recorded),
    departure: tables.departure.size > 0 || people.some(({ engagementUntil }) => engagementUntil !== null),
    owner: account.by('person', 'standing', 'owner').length > 1,
  }
  if (FIRST_STEPS.every((step) => done[step])) return null
  // Once business goes on, what is left of them is a warning of its own (model P5), not a first step.
  if (people.length > 5 && FIRST_STEPS.every((step) => done[step] || OPTIONAL.has(step))) return null
  const product = productsAt(account, now)[0]?.sheet.code ?? null
  return FIRST_STEPS.map((step) => ({
    step,
    done: done[step],
    product: step === 'people' || step === 'role' ? product : null,
  }))
}
