import type { Sight } from '../access/sight.ts'

export const FIRST_STEPS = ['product', 'places', 'role', 'packet', 'invite', 'owner'] as const
export type FirstStep = (typeof FIRST_STEPS)[number]

/**
 * What a new account still lacks, in the order of the work; null once each was done, or for anyone who does not run it.
 */
export function firstSteps(sight: Sight): { step: FirstStep; done: boolean }[] | null {
  const { account } = sight
  if (!sight.can('people', 'change') || !sight.can('settings', 'change')) return null
  const { tables } = account
  const done: Record<FirstStep, boolean> = {
    product: tables.product.size > 0,
    // The root is there from the first day.
    places: tables.place.size > 1,
    role: tables.role.size > 0,
    packet: tables.packet.size > 0,
    invite: tables.person.size > 1,
    owner: account.by('person', 'standing', 'owner').length > 1,
  }
  if (FIRST_STEPS.every((step) => done[step])) return null
  // Once business goes on, the last of them is a warning of its own (model P5), not a first step.
  if (tables.person.size > 5 && FIRST_STEPS.every((step) => done[step] || step === 'owner' || step === 'packet'))
    return null
  return FIRST_STEPS.map((step) => ({ step, done: done[step] }))
}
