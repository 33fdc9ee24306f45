import type { Draft } from '../engine/draft.ts'
import type { Id, KnownRow, PersonalField, PersonRow } from '../../account/rows.ts'
import { emailKey } from '../../people/email.ts'
import { isOpen } from '../../time/lasting.ts'
import { endGrant } from '../access/grants.ts'
import { replaceApprover, rowsNaming } from '../../account/approver-rows.ts'
import { must } from '../../checks/must.ts'

/**
 * Names, addresses and own fields: those of the record that stays, and of the other what it lacks. The address of the one
 * who signs in stays the first.
 */
export function takeValues(
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
export function takeSeats(draft: Draft, staysId: Id, goesId: Id): void {
  const { now } = draft
  const own = draft.account.by('holding', 'person', staysId).filter(({ until }) => isOpen(until, now))
  for (const row of [...draft.account.by('holding', 'person', goesId)]) {
    const twin = own.find(({ product, seatType }) => product === row.product && seatType === row.seatType)
    if (!twin || !isOpen(row.until, now)) draft.update('holding', row.id, { personId: staysId })
    else if (row.givenFrom >= now) draft.remove('holding', row.id)
    else draft.update('holding', row.id, { personId: staysId, until: now, endedById: draft.actorId })
  }
}

export function takeGroups(draft: Draft, staysId: Id, goesId: Id): void {
  const own = new Set(draft.account.by('membership', 'person', staysId).map(({ groupId }) => groupId))
  for (const row of [...draft.account.by('membership', 'person', goesId)]) {
    if (own.has(row.groupId)) draft.remove('membership', row.id)
    else draft.update('membership', row.id, { personId: staysId })
  }
}

/** Of two facts of one source about one product the newer stays. */
export function takeKnown(draft: Draft, staysId: Id, goesId: Id): void {
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
export function takeNamed(draft: Draft, staysId: Id, goesId: Id): void {
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
