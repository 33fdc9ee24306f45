import { replaceApprover, rowsNaming } from '../../access/approver-rows.ts'
import { Equals } from 'class-validator'
import type { Account } from '../../account/account.ts'
import type { Id, KnownRow, PersonRow, PersonState, PersonalField, Standing } from '../../account/rows.ts'
import { emailKey } from '../../people/email.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { endGrant } from '../access/grants.ts'
import { RowId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

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
      person: sight.personName(personId),
      person2: sight.personName(otherId),
    }),
  record: (change) => change,
}

export class TellApart {
  @Equals('tell-apart') type!: 'tell-apart'
  @RowId() personId!: Id
  @RowId() otherId!: Id
}

/** Says that two records of one name are of two people, so that joining them is not proposed again (model P14). */
export const tellApart: ChangeKind<TellApart> = {
  type: 'tell-apart',
  confirm: 'confirm.tell-apart',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'change', 'people.say-that-two-records-are-of-two-people'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: TellApart,
  fill: (change) => change,
  decide(draft, { personId, otherId }) {
    const one = draft.seen('person', personId, 'person')
    const other = draft.seen('person', otherId, 'person')
    if (!one || !other) return
    if (one.apartFrom.includes(other.id)) return draft.refuse('no-change', say('people.this-has-been-done-already'))
    draft.update('person', one.id, { apartFrom: [...one.apartFrom, other.id] })
    draft.update('person', other.id, { apartFrom: [...other.apartFrom, one.id] })
  },
  sentence: ({ personId, otherId }, sight, tense) =>
    say('people.said-that-and-are-two-people', {
      tense,
      person: sight.personName(personId),
      person2: sight.personName(otherId),
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

/**
 * Names, addresses and own fields: those of the record that stays, and of the other what it lacks. The address of the one
 * who signs in stays the first.
 */
function takeValues(
  draft: Draft,
  { id: staysId, loginId }: PersonRow,
  { id: goesId, loginId: otherLogin }: PersonRow,
): void {
  const has = (field: PersonalField) => draft.account.personal(staysId, field)
  for (const { field, value } of draft.account.personalOf(goesId)) {
    if (value === null) continue
    const own = has(field)
    if (own === undefined) draft.set(staysId, field, value)
    else if (field === 'email' && loginId === null && otherLogin !== null && emailKey(own) !== emailKey(value)) {
      draft.set(staysId, 'email', value)
      draft.set(staysId, 'otherEmail', own)
    } else if (field === 'email' && emailKey(own) !== emailKey(value) && has('otherEmail') === undefined) {
      draft.set(staysId, 'otherEmail', value)
    }
  }
}

/** A seat of a type both hold is one; a person counts once per product anyway (model S1). */
function takeSeats(draft: Draft, staysId: Id, goesId: Id): void {
  const { now } = draft
  const own = draft.account.by('holding', 'person', staysId).filter(({ until }) => isOpen(until, now))
  for (const row of [...draft.account.by('holding', 'person', goesId)]) {
    const twin = own.find(({ product, seatType }) => product === row.product && seatType === row.seatType)
    if (!twin || !isOpen(row.until, now)) draft.update('holding', row.id, { personId: staysId })
    else if (row.givenFrom >= now) draft.remove('holding', row.id)
    else draft.update('holding', row.id, { personId: staysId, until: now, endedById: draft.actorId })
  }
}

function takeGroups(draft: Draft, staysId: Id, goesId: Id): void {
  const own = new Set(draft.account.by('membership', 'person', staysId).map(({ groupId }) => groupId))
  for (const row of [...draft.account.by('membership', 'person', goesId)]) {
    if (own.has(row.groupId)) draft.remove('membership', row.id)
    else draft.update('membership', row.id, { personId: staysId })
  }
}

/** Of two facts of one source about one product the newer stays. */
function takeKnown(draft: Draft, staysId: Id, goesId: Id): void {
  for (const row of [...draft.account.by('known', 'person', goesId)]) {
    const twin: KnownRow | undefined = draft.account
      .by('known', 'holder', `${row.product} ${staysId}`)
      .find(({ source }) => source === row.source)
    if (twin && twin.asOf >= row.asOf) {
      draft.remove('known', row.id)
      continue
    }
    if (twin) draft.remove('known', twin.id)
    draft.update('known', row.id, { personId: staysId })
  }
}

/** Everything else that names the one who goes, and what it gives from now on. What is history keeps naming them. */
function takeNamed(draft: Draft, staysId: Id, goesId: Id): void {
  const { account, now } = draft
  for (const row of [...account.by('grant', 'person', goesId)]) {
    const twin = draft.account
      .by('grant', 'person', staysId)
      .find((own) => own.roleId === row.roleId && own.placeId === row.placeId && own.until === row.until)
    if (twin && twin.from <= now && isOpen(row.until, now)) endGrant(draft, row.id)
    else draft.update('grant', row.id, { subjectId: staysId })
  }
  for (const { id } of [...account.by('person', 'manager', goesId)]) {
    draft.update('person', id, { managerId: id === staysId ? null : staysId })
  }
  for (const { id } of [...account.by('group', 'lead', goesId)]) draft.update('group', id, { leadId: staysId })
  for (const { id } of [...account.by('offer', 'sponsor', goesId)]) draft.update('offer', id, { sponsorId: staysId })
  for (const { id } of [...account.by('offer', 'person', goesId)]) draft.update('offer', id, { personId: staysId })
  for (const { id } of [...account.by('link', 'maker', goesId)]) draft.update('link', id, { makerId: staysId })
  for (const { id } of [...account.by('share', 'maker', goesId)]) draft.update('share', id, { makerId: staysId })
  for (const { id } of [...account.by('planned', 'planner', goesId)])
    draft.update('planned', id, { plannerId: staysId })
  for (const { id } of [...account.by('absence', 'person', goesId)]) draft.update('absence', id, { personId: staysId })
  for (const { id } of [...account.by('departure', 'person', goesId)]) {
    draft.update('departure', id, { personId: staysId })
  }
  for (const { id } of [...account.by('keeping', 'keeper', goesId)]) draft.update('keeping', id, { keeperId: staysId })
  for (const { id } of [...account.by('use', 'person', goesId)]) draft.update('use', id, { personId: staysId })
  for (const { id, personId } of [...account.by('request', 'asker', goesId)]) {
    draft.update('request', id, { askerId: staysId, personId: personId === goesId ? staysId : personId })
  }
  for (const { id, askedById } of [...account.all('recordRequest')]) {
    if (askedById === goesId) draft.update('recordRequest', id, { askedById: staysId })
  }
  takeApprovals(draft, staysId, goesId)
}

/** Wherever the one who goes approves, substitutes or takes something over. */
function takeApprovals(draft: Draft, staysId: Id, goesId: Id): void {
  const { account } = draft
  const named = (ids: readonly Id[]) => [...new Set(ids.map((id) => (id === goesId ? staysId : id)))]
  for (const { table, row } of rowsNaming(account, goesId)) {
    draft.update(table, row.id, { approvers: replaceApprover(must(row.approvers, 'approvers'), goesId, staysId) })
  }
  for (const { id, responsibleId, userIds } of [...account.all('sharedLogin')]) {
    if (responsibleId !== goesId && !userIds.includes(goesId)) continue
    draft.update('sharedLogin', id, {
      responsibleId: responsibleId === goesId ? staysId : responsibleId,
      userIds: named(userIds),
    })
  }
  for (const { id, substituteId } of [...account.all('absence')]) {
    if (substituteId === goesId) draft.update('absence', id, { substituteId: staysId })
  }
  for (const departure of [...account.all('departure')]) {
    if (departure.state !== 'planned' && departure.state !== 'running') continue
    if (!departure.handovers.some(({ taker }) => taker?.id === goesId)) continue
    const handovers = departure.handovers.map((one) =>
      one.taker?.id === goesId ? { ...one, taker: { ...one.taker, id: staysId } } : one,
    )
    draft.update('departure', departure.id, { handovers })
  }
  for (const plan of [...account.all('planned')]) {
    if (plan.state !== 'waiting' && plan.state !== 'refused') continue
    const text = JSON.stringify(plan.changes)
    if (!text.includes(goesId)) continue
    draft.update('planned', plan.id, { changes: JSON.parse(text.replaceAll(goesId, staysId)) as object[] })
  }
}
