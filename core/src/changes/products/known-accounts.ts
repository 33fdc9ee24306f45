import type { Draft } from '../engine/draft.ts'
import type { Id, KnownRow, RowEdit } from '../../account/rows.ts'

/** A fact and what is personal about it. */
export function forgetKnown(draft: Draft, id: Id): void {
  for (const { field } of draft.account.personalOf(id)) draft.set(id, field, null)
  draft.remove(draft.account.get('known', id) ? 'known' : 'recordRequest', id)
}

/** The row a fact writes, or nothing when what is kept is newer. */
export function knownEdit(
  draft: Draft,
  fact: Omit<KnownRow, 'byId'>,
  address: string | null,
): RowEdit<'known'> | undefined {
  const row = { ...fact, byId: draft.actorId }
  const before = sameAccount(draft, fact, address)
  if (!before) return { table: 'known', key: row.id, before: null, after: row }
  if (before.asOf > row.asOf) return undefined
  const closingSince = row.state === 'closed' ? null : before.closingSince
  const after = { ...row, id: before.id, remoteId: row.remoteId ?? before.remoteId, closingSince }
  return { table: 'known', key: before.id, before, after }
}

/** Keeps a fact: one row for each account and source; an older fact than the one kept changes nothing. */
export function noteKnown(draft: Draft, fact: Omit<KnownRow, 'byId'>): void {
  const edit = knownEdit(draft, fact, null)
  if (edit) draft.putAll([edit], [])
}

export function sameAccount(
  { account }: Draft,
  { product, personId, remoteId, source }: Omit<KnownRow, 'byId'>,
  address: string | null,
): KnownRow | undefined {
  if (personId !== null) {
    return account.by('known', 'holder', `${product} ${personId}`).find((one) => one.source === source)
  }
  return account.by('known', 'nobody', product).find((one) => {
    if (one.source !== source) return false
    if (remoteId !== null && one.remoteId !== null) return one.remoteId === remoteId
    return address !== null && account.personal(one.id, 'accountAddress') === address
  })
}
