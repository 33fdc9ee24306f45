import type { Derived } from '../account/account.ts'
import { occupancies } from './holdings.ts'
import { histories } from './stretches.ts'
import { tallies } from './tally.ts'

/**
 * What is worked out of people and seats and moves with each commit: everything that keeps an account in memory has it follow.
 * In this order: what is later here reads what is before it.
 */
export const DERIVED_FROM_SEATS: readonly Derived[] = [occupancies, histories, tallies]
