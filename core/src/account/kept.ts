import type { Account } from './account.ts'
import type { KeepingRow, MemberListRow } from './rows.ts'

/** Who looks after a product, where that was said (model B1). */
export function keepingOf(account: Account, product: string): KeepingRow | undefined {
  return account.by('keeping', 'product', product)[0]
}

/** Which heading says what in a product's member list, as it was last read (model B3); empty where none was. */
export function listColumnsOf(account: Account, product: string): Readonly<Record<string, string>> {
  let last: MemberListRow | undefined
  for (const list of account.by('memberList', 'product', product)) {
    if (Object.keys(list.columns).length === 0) continue
    if (!last || list.appliedAt >= last.appliedAt) last = list
  }
  return last?.columns ?? {}
}
