// Written by `npm run generated` from ../en/files.json.
export interface FilesMessages {
  'files.a-line-has-columns-keep-the-person-and': { widest: string | number; maximumColumns: string | number }
  'files.the-invoice-has-lines-compare-at-most-at': { count: string | number; maximumLines: string | number }
  'files.line': { number: string | number; sentence: string | number }
  'files.it-is-of-not-of': { other: string | number; month: string | number }
  'files.it-has-no-person-or-product': null
  'files.is-not-an-amount-in-write-it-as': { amountText: string | number; currency: string | number }
  'files.there-are-no-lines-paste-a-person-and': null
  'files.it-cannot-be-read-as-lines-of-cells': { message: string | number }
  'files.who-has-access-at': { place: string | number }
  'files.until': { until: string | number }
  'files.no-last-day': null
  'files.passes-walls': null
  'files.leavers-record': { person: string | number }
  'files.planned-by': { plannedBy: string | number }
  'files.the-table-cannot-be-read': { message: string | number }
  'files.only-an-owner-can-export-or-close-the': null
  'files.late-for': null
  'files.amount': { currency: string | number }
  'files.bill-of': { bill: string | number; accountName: string | number }
  'files.for': { lateFor: string | number }
  'files.total-net-of-tax': null
  'files.this-month-is-closed-the-bill-no-longer': null
  'files.this-month-has-not-closed-yet': null
  'files.counted': { quantity: string | number }
  'files.days': { daysLeft: string | number; daysOfTerm: string | number }
  'files.days-2': { quantity: string | number; inDays: boolean; amount: string | number; part: string | number }
  'files.the-file-is-empty-export-it-again': null
  'files.there-are-no-rows-in-the-file-export': null
  'files.the-file-has-rows-read-at-most-at': { many: string | number; most: string | number }
  'files.the-file-has-more-than-columns-delete-those': { columns: string | number }
  'files.the-file-is-damaged-it-cannot-be-unpacked': null
  'files.the-file-is-packed-but-it-is-no': null
  'files.the-file-is-too-large-once-it-is': null
  'files.the-spreadsheet-cannot-be-read-save-it-as': null
  'files.this-is-an-older-spreadsheet-or-one-that': null
  'files.this-is-no-list-of-people-choose-a': null
  'files.as-of-people': { account: string | number; on: string | number; count: string | number }
  'files.invited-with-access-after-they-accept': null
  'files.at-the-invitation-runs-out-on': { name: string | number; role: string | number; place: string | number; expires: string | number }
  'files.our-people-in-your': { name: string | number }
  'files.state-of-the-ledger': { head: string | number }
  'files.has-left': { person: string | number; account: string | number }
  'files.all-access-ended-at': { doorsShutAt: string | number; by: string | number }
  'files.roles-seats-and-memberships-ended': { keys: string | number; seats: string | number; groups: string | number }
  'files.read-back': { outcome: string | number; to: string | number; hasReadBackAt: boolean; readBackAt: string | number }
  'files.signed-sha-256-of-the-signed-record': { signedAt: string | number; hash: string | number }
  'files.state-of-the-ledger-2': { ledgerHead: string | number }
  'files.bill-of-2': { bill: string | number }
  'files.all-sums-are-net-of-tax': { state: string | number }
}
