import type { Account } from '../../account/account.ts'
import { addMonths, type Instant, monthOf } from '../../time/instants.ts'
import { allTerms, closingOf } from '../../seats/terms.ts'
import { must } from '../../checks/must.ts'

/** The months whose bill is to be stored by now, in order: from the account's first with a product on (model S6). */
export function monthsToClose(account: Account, now: Instant): string[] {
  const begins = allTerms(account).flatMap((terms) => terms.on[0]?.from ?? [])
  if (begins.length === 0) return []
  const closed = [...account.all('closedMonth')].map((row) => row.month).sort()
  const months: string[] = []
  const first = Math.max(account.settings.openedAt, Math.min(...begins))
  let month = closed.length > 0 ? addMonths(must(closed.at(-1), 'last of closed'), 1) : monthOf(first, account.zone)
  while (closingOf(month, account.zone) <= now) {
    months.push(month)
    month = addMonths(month, 1)
  }
  return months
}
