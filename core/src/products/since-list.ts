import type { Account } from '../account/account.ts'
import type { KnownRow } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { dateOf, type LocalDate } from '../time/instants.ts'
import { nobodysGone } from './apply-members.ts'
import type { JudgedMember } from './judge-members.ts'

/** What is different in a list from the one before it (model B3). */
export interface SinceList {
  /** As of when the list before was. */
  asOf: LocalDate
  /** What became of rows, by their keys: not there before, other seat type, other state, or in it no more. */
  rows: Record<string, 'new' | 'seat' | 'state' | 'gone'>
  /** Names of accounts that are nobody's here and are in it no more. */
  goneNobodys: string[]
}

/** Compares what was judged with what the list before said; null for a product's first list. */
export function sinceList(sight: Sight, product: string, judged: readonly JudgedMember[]): SinceList | null {
  const { account } = sight
  const lists = account.by('memberList', 'product', product)
  if (lists.length === 0) return null
  const before = listedBefore(account, product)
  const rows: SinceList['rows'] = {}
  for (const one of judged) {
    if (one.verdict === 'unreadable' || one.verdict === 'twice') continue
    const was = before.find(one)
    const wasIn = was !== undefined && was.state !== 'closed'
    if (one.line === null || one.state === 'closed') {
      if (wasIn) rows[one.key] = 'gone'
    } else if (!wasIn) rows[one.key] = 'new'
    else if (was.state !== one.state) rows[one.key] = 'state'
    else if (one.seatType !== null && was.seatType !== null && was.seatType !== one.seatType) rows[one.key] = 'seat'
  }
  const gone = nobodysGone(sight, { product, judged, choices: new Map() }, 'list')
  return {
    asOf: dateOf(Math.max(...lists.map(({ asOf }) => asOf)), account.zone),
    rows,
    goneNobodys: gone.map(({ name, address, remoteId }) => name ?? address ?? remoteId ?? ''),
  }
}

/** What earlier lists said, found by the person, or by address and id for accounts of nobody. */
function listedBefore(account: Account, product: string): { find(one: JudgedMember): KnownRow | undefined } {
  const people = new Map<string, KnownRow>()
  const others = new Map<string, KnownRow>()
  for (const row of account.by('known', 'product', product)) {
    if (row.source !== 'list') continue
    if (row.personId !== null) people.set(row.personId, row)
    for (const key of [row.remoteId, account.personal(row.id, 'accountAddress')]) if (key) others.set(key, row)
  }
  return {
    find: ({ personId, address, remoteId }) =>
      (personId === null ? undefined : people.get(personId)) ??
      (remoteId === null ? undefined : others.get(remoteId)) ??
      (address === '' ? undefined : others.get(address)),
  }
}
