import {
  AccessIndex,
  backFrom,
  betweenView,
  dateOf,
  MAXIMUM_STATEMENT,
  meanwhileView,
  statementSize,
  statementView,
  type Account,
  type AccountThen,
  type Instant,
  type Sight,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { badRequest } from '../errors.ts'
import { sightOf } from './view-registry.ts'
import { say } from '@lodge/core/say'

type Params = Record<string, string>

/** Views of what was, read with today's eyes (model D5): from the account as it is and as it stood at other instants. */
const PAST_VIEWS = {
  statement: (sight: Sight, { placeId }: Params, [then]: AccountThen[]) => {
    checkStatementSize(must(then, 'then').account, must(placeId, 'placeId'))
    return statementView(sight, must(placeId, 'placeId'), must(then, 'then').instant, must(then, 'then').account)
  },
  between: (sight: Sight, _params: Params, [before, after]: AccountThen[]) =>
    betweenView(sight, must(before, 'before'), after ?? { account: sight.account, instant: sight.now }),
  meanwhile: (sight: Sight, _params: Params, [before]: AccountThen[]) => {
    const absence = backFrom(sight)
    return absence && meanwhileView(sight, absence, must(before, 'before'))
  },
} satisfies Record<string, (sight: Sight, params: Params, then: AccountThen[]) => object | undefined>

/** Something to be told of what was: of an account at a version or a later one, and as it stood at instants. */
export interface PastTask {
  kind: 'past'
  view: keyof typeof PAST_VIEWS
  params: Params
  accountId: string
  version: number
  personId: string
  now: Instant
  instants: readonly Instant[]
}

/** @throws LodgeError 400 where a statement would be too large. */
export function checkStatementSize(account: Account, placeId: string): void {
  if (statementSize(account, placeId) <= MAXIMUM_STATEMENT) return
  const sentence = say('work.this-is-too-much-for-one-access-report')
  throw badRequest('too-large', sentence)
}

/**
 * Reads the account as it stood and tells of it.
 * @param read the account as it stood at an instant; undefined where it was not there yet.
 * @throws LodgeError 400 where there is nothing to tell of.
 */
export async function lookBack(
  account: Account,
  { view, params, personId, now, instants }: PastTask,
  read: (instant: Instant) => Promise<Account | undefined>,
): Promise<object | undefined> {
  const then: AccountThen[] = []
  for (const instant of instants) {
    const stood = await read(instant)
    if (!stood)
      throw badRequest(
        'before-account',
        say('work.the-account-did-not-exist-on-yet', { date: dateOf(instant, account.zone) }),
      )
    stood.attach(AccessIndex.of(stood, instant))
    then.push({ account: stood, instant })
  }
  return PAST_VIEWS[view](sightOf(account, personId, null, now), params, then)
}
