import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id, PersonRow, PersonState, Standing } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { takeGroups, takeKnown, takeNamed, takeSeats, takeValues } from './take-over.ts'
import type { Account } from '../../account/account.ts'

export class JoinPeople {
  @Equals('join-people') type!: 'join-people'
  /** Two records of one human; the older one stays. */
  @RowId() personId!: Id
  @RowId() otherId!: Id
}

/**
 * Makes two records of one human one: the older id stays and takes what both hold; judged by what changes for it (model
 * P14, D1). Months that are closed stay as they are, and nobody undoes it.
 */
export const joinPeople: ChangeKind<JoinPeople> = {
  type: 'join-people',
  confirm: 'confirm.join-people',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'change', 'people.join-two-records-of-one-person'),
  undo: { never: 'people.two-records-that-were-joined-stay-one' },
  preview: {
    lasting() {
      const sentence = say('people.records-that-were-joined-cannot-be-parted')
      return [{ code: 'joined', sentence }]
    },
  },
  shape: JoinPeople,
  fill: (change) => change,
  decide(draft, { personId, otherId }) {
    const one = draft.seen('person', personId, 'person')
    const other = draft.seen('person', otherId, 'person')
    if (!one || !other) return
    const why = whyNotJoinable(draft.account, one, other)
    if (why) return draft.refuse(why.code, why.sentence)
    const touchesOwner = one.standing === 'owner' || other.standing === 'owner'
    if (touchesOwner && draft.actor.kind === 'person' && draft.actorPerson?.standing !== 'owner') {
      return draft.refuse('owners-only', say('people.only-an-owner-can-join-a-record-with'))
    }
    // An administrator's record is changed by administrators and owners alone (model P6).
    const touchesOffice = one.standing === 'administrator' || other.standing === 'administrator'
    if (touchesOffice && draft.actor.kind === 'person' && !isOffice(draft.actorPerson)) {
      return draft.refuse('office-only', say('people.only-an-owner-or-administrator-can-join-a'))
    }
    const [stays, goes] = inOrder(one, other)
    takeValues(draft, stays, goes)
    takeSeats(draft, stays.id, goes.id)
    takeGroups(draft, stays.id, goes.id)
    takeKnown(draft, stays.id, goes.id)
    takeNamed(draft, stays.id, goes.id)
    draft.update('person', stays.id, joined(stays, goes))
    const gone = { state: 'erased', joinedInto: stays.id, loginId: null, recorded: false } as const
    draft.update('person', goes.id, { ...gone, signatory: false, managerId: null, reference: null, choices: {} })
    for (const { field } of draft.account.personalOf(goes.id)) draft.set(goes.id, field, null)
  },
  sentence: ({ personId, otherId }, sight, tense) =>
    say('people.joined-the-records-of-and-into-one', {
      tense,
      known: sight.account.leadsTo(personId) === sight.account.leadsTo(otherId) ? 'no' : 'yes',
      person: sight.earlierName(personId),
      person2: sight.earlierName(otherId),
    }),
  record: (change) => change,
}

function isOffice(person: PersonRow | undefined): boolean {
  return person?.standing === 'owner' || person?.standing === 'administrator'
}

/** The older id stays: it is the smaller one, as ids begin with the time they were made. */
function inOrder(one: PersonRow, other: PersonRow): [PersonRow, PersonRow] {
  return one.id < other.id ? [one, other] : [other, one]
}

/** Why two records cannot be joined (model P14); undefined where they can. */
export function whyNotJoinable(
  account: Account,
  one: PersonRow,
  other: PersonRow,
): { code: string; sentence: string } | undefined {
  const names = say('people.and-2', { name: account.nameOf(one.id), name2: account.nameOf(other.id) })
  if (one.id === other.id) return { code: 'same', sentence: say('people.this-is-one-record-already-choose-another') }
  if (one.state === 'erased' || other.state === 'erased') {
    return { code: 'erased', sentence: say('people.one-of-them-is-erased-an-erased-record') }
  }
  if (one.loginId !== null && other.loginId !== null) {
    return {
      code: 'two-logins',
      sentence: say('people.both-sign-in-with-a-login-of-their', { names }),
    }
  }
  const isLeaving = [one, other].some(({ id }) =>
    account.by('departure', 'person', id).some(({ state }) => state === 'planned' || state === 'running'),
  )
  if (isLeaving) {
    return { code: 'leaving', sentence: say('people.a-departure-of-is-planned-or-running-finish', { names }) }
  }
  const isAsked = [one, other].some(({ id, state }) =>
    state === 'invited' || state === 'waiting' || state === 'away'
      ? true
      : account.by('offer', 'person', id).some((offer) => offer.state === 'live'),
  )
  return isAsked
    ? {
        code: 'not-settled',
        sentence: say('people.an-invitation-admission-or-time-away-of-is', { names }),
      }
    : undefined
}

const STANDINGS: readonly Standing[] = ['guest', 'member', 'administrator', 'owner']

const PRESENCE: readonly PersonState[] = ['expired', 'withdrawn', 'refused', 'declined', 'left', 'active']

/** What the record that stays is from now on: what both have, where only one of them says something, that. */
function joined(stays: PersonRow, goes: PersonRow): Partial<PersonRow> {
  const higher = <T>(order: readonly T[], one: T, other: T) =>
    order.indexOf(one) >= order.indexOf(other) ? one : other
  const state = higher(PRESENCE, stays.state, goes.state)
  const living = [stays, goes].filter((one) => one.state === state)
  const begins = living.map(({ engagementFrom }) => engagementFrom)
  const ends = living.map(({ engagementUntil }) => engagementUntil)
  const loginId = stays.loginId ?? goes.loginId
  const managerId = stays.managerId ?? goes.managerId
  return {
    ...{ state, standing: higher(STANDINGS, stays.standing, goes.standing), loginId },
    recorded: loginId === null && living.some(({ recorded }) => recorded),
    signatory: stays.signatory || goes.signatory,
    managerId: managerId === stays.id || managerId === goes.id ? null : managerId,
    employerId: stays.employerId ?? goes.employerId,
    engagementFrom: begins.includes(null) ? null : Math.min(...(begins as number[])),
    engagementUntil: ends.includes(null) ? null : Math.max(...(ends as number[])),
    reference: stays.reference ?? goes.reference,
    choices: { ...goes.choices, ...stays.choices },
  }
}
