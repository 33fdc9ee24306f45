// Written by `npm run generated` from ../en/command-line.json.
export interface CommandLineMessages {
  'command-line.the-name-is-used-twice-here-leave-one': { name: string | number }
  'command-line.but-rows-cannot-be-checked-their-edits-were': { unknownRows: string | number }
  'command-line.entries-whole-and-the-rows-agree-head': { id: string | number; entries: string | number; hasAlsoRows: boolean; unknown: string | number; head: string | number }
  'command-line.entry': { id: string | number; version: string | number; reason: string | number }
  'command-line.all-anchors-hold': null
  'command-line.there-is-no-account-here': null
  'command-line.there-is-no-account': { accountId: string | number }
  'command-line.the-file-cannot-be-read-check-its-name': { path: string | number }
  'command-line.a-place': null
  'command-line.of-the-account': { standing: string; isObstacle: boolean; wall: string | number }
  'command-line.a-role': null
  'command-line.given-at': { role: string | number; place: string | number }
  'command-line.by': { names: string | number }
  'command-line.on': { day: string | number }
  'command-line.through-the-group': { group: string | number }
  'command-line.as-every-has-it': { subjectId: string }
  'command-line.until': { date: string | number }
  'command-line.which-has-not-begun': null
  'command-line.ended': { date: string | number }
  'command-line.which-counts-only-if-given-at': { root: string | number }
  'command-line.asleep-since-the-place-was-archived': null
  'command-line.own-items-only': null
  'command-line.own-items-and-those-of-ones-people': null
  'command-line.without': { list: string | number }
  'command-line.once-approved': { list: string | number }
  'command-line.a-place-above': null
  'command-line.stopped-by-the-wall-at': { name: string | number }
  'command-line.held-back-no-seat-of-this-product': null
  'command-line.held-back-to-by-the-seat': { cap: string }
  'command-line.not-in-yet-the-invitation-is-open-or': null
  'command-line.the-invitation-was-declined-refused-withdrawn': null
  'command-line.the-engagement-has-not-begun': null
  'command-line.the-engagement-is-over': null
  'command-line.for-own-items-only': { free: string }
  'command-line.with-approval': { withApproval: string }
  'command-line.by-role-held-back-by-the-seat': { granted: string }
  'command-line.set-lodge-database-url-to-the-database-the': null
  'command-line.account': { account: string | number; id: string | number }
  'command-line.password-for-everyone-in-the-book-until-they': { password: string | number }
  'command-line.no-database-is-known-start-the-demo-first': null
  'command-line.no-account-has-a-product': { product: string | number }
  'command-line.several-accounts-have': { product: string | number }
  'command-line.or': null
  'command-line.scope-is-none-use': { unknown: string | number; list: string | number }
  'command-line.must-be-a-whole-number': { name: string | number; text: string | number }
  'command-line.at': { path: string | number; path2: string | number; sentence: string | number }
  'command-line.is-not-json': { path: string | number; message: string | number }
  'command-line.has-problems-lodge-check-lists-them': { path: string | number; count: string | number }
  'command-line.on-is-no-date-write-it-as': { on: string | number; date: string | number }
  'command-line.this-book-stands-for-it-cannot-say-who': { date: string | number }
  'command-line.nobody-in-this-book-has-the-address': { email: string | number }
  'command-line.there-is-no-place-write-it-as-client': { path: string | number }
  'command-line.there-is-no-area-there-are': { key: string | number; list: string | number }
  'command-line.no-problems': null
  'command-line.these-are-the-first-mend-them-and-check': { maximumProblems: string | number }
  'command-line.at-2': { email: string | number; path: string | number; area: string | number; answer: string | number }
  'command-line.counts-by': { hasCounts: boolean; level: string; route: string | number }
  'command-line.nothing-was-given-that-leads-there': null
  'command-line.is-no-level-use-see-add-change-or': { level: string | number }
  'command-line.there-is-no-product-in-this-book': { product: string | number }
  'command-line.nothing-has-to-be-done-by-hand': null
  'command-line.1-day-overdue': { overdueDays: number }
  'command-line.by-2': { productName: string | number; list: string | number; sentence: string | number; why: string | number; due: string | number; late: string | number }
  'command-line.has-no-column-with-email-addresses-names-or': { path: string | number }
  'command-line.not-in-the-list': null
  'command-line.row': { line: string | number }
  'command-line.there-here': { verdict: string | number; name: string | number; hasAddress: boolean; address: string | number; where: string | number; there: string | number; here: string | number; note: string | number }
  'command-line.agree-differ': { count: string | number; count2: string | number }
  'command-line.secrets-were-sealed-anew-under-the-key': { done: string | number; currentId: string | number }
  'command-line.older-keys-can-be-taken-out-of-lodge': null
  'command-line.not-all-could-be-sealed-anew-put-the': { message: string | number }
  'command-line.is-no-month-write-it-as-2026-06': { month: string | number }
  'command-line.net-of-tax': { month: string | number; amount: string | number; currency: string | number }
  'command-line.for': { lateFor: string | number }
  'command-line.days': null
  'command-line.of-days': { daysLeft: string | number; daysOfTerm: string | number }
  'command-line.counted': { quantity: string | number }
  'command-line.by-must-be-place-or-code': { by: string | number }
  'command-line.counted-2': { product: string | number; person: string | number; hasCounted: boolean; why: string | number }
  'command-line.applied': { name: string | number }
  'command-line.the-database-is-up-to-date': null
  'command-line.migrations-applied': { count: string | number }
  'command-line.asks-an-account-book-who-gets-in-where': null
  'command-line.found-an-account-from-a-book-in-the': null
  'command-line.seal-all-secrets-anew-under-the-first-key': null
  'command-line.away': null
  'command-line.left': null
  'command-line.the-local-date-asked-about-the-books-own': null
  'command-line.answer-as-json': null
  'command-line.of-one-product-only': null
  'command-line.split-by-place-client-or-by-cost-code': null
  'command-line.in-one-product-only': null
  'command-line.what-it-may-ask-evaluate-search-both-if': null
  'command-line.after-how-many-days-it-runs-out': null
  'command-line.let-the-products-other-tokens-run-out-after': null
  'command-line.also-compare-every-row-with-what-the-ledger': null
  'command-line.also-compare-with-the-heads-that-were-put': null
  'command-line.the-public-keys-of-the-time-stamping-service': null
  'command-line.make-a-token-with-which-a-product-asks': null
  'command-line.verify-the-ledger-of-every-account-or-of': null
  'command-line.list-every-problem-of-a-book-by-path': null
  'command-line.what-someone-can-do-at-a-place': null
  'command-line.every-route-that-leads-there-counting-or-not': null
  'command-line.everyone-who-reaches-a-place-at-a-level': null
  'command-line.a-months-bill-line-by-line': null
  'command-line.everybody-counted-or-not-and-why': null
  'command-line.what-has-to-be-done-by-hand-in': null
  'command-line.a-products-member-list-against-the-book-row': null
}
