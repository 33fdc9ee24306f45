// Written by `npm run generated` from the catalogues beside it.
/** What each message names; null where it names nothing. */
export interface Messages {
  'access.keep-places-apart': null
  'access.one-of-them-is-inside-the-other-choose': null
  'access.and-are-already-kept-apart': { name: string | number; other: string | number }
  'access.kept-and-apart': { tense: 'done' | 'to-do'; place: string | number; place2: string | number }
  'access.change-what-is-kept-apart': null
  'access.they-are-no-longer-kept-apart': null
  'access.and': { place: string | number; place2: string | number }
  'access.two-places': null
  'access.stopped-keeping-apart': { tense: 'done' | 'to-do'; names: string | number }
  'access.add-places-in': { parent: string | number }
  'access.the-person-who-let-you-make-clients-can': null
  'access.give-access-at': { name: string | number }
  'access.gave-at-with-at-each-client-they-make': { tense: 'done' | 'to-do'; subject: string | number; role: string | number; place: string | number; hasMadeRoleId: boolean; role2: string | number; period: string | number }
  'access.does-not-let-its-holder-make-clients': { role: string | number }
  'access.passes-walls-and-is-given-by-name': { made: string | number }
  'access.at-is-already-given-for-that-time': { role: string | number; place: string | number }
  'access.this-place': null
  'access.take-access-at': { place: string | number }
  'access.this-access-has-already-ended': null
  'access.this-access-ends-before-that-day-anyway': null
  'access.took-access-away-before-it-began': { tense: 'done' | 'to-do' }
  'access.at': { role: string | number; place: string | number }
  'access.took-from': { tense: 'done' | 'to-do'; role: string | number; subject: string | number; period: string | number }
  'access.is-retired-choose-another-role': { role: string | number }
  'access.passes-walls-only-an-owner-can-give-it': { role: string | number }
  'access.only-all-members-or-all-guests-can-be': null
  'access.there-is-no-such-group-here-it-may': null
  'access.is-not-here-yet-invite-them-first': { name: string | number }
  'access.a-group': null
  'access.every': { subjectId: string | number }
  'access.a-role': null
  'access.from': { day: string | number }
  'access.until': { day: string | number }
  'access.a-role-must-name-at-least-one-area': null
  'access.make-roles': null
  'access.made-the-role': { tense: 'done' | 'to-do'; name: string | number }
  'access.change-roles': null
  'access.has-been-retired-in-the-meantime-and-cannot': { role: string | number }
  'access.changed-the-role': { tense: 'done' | 'to-do'; name: string | number }
  'access.there-is-already-a-role-choose-another-name': { name: string | number }
  'access.only-an-owner-can-make-a-role-that': null
  'access.is-named-twice': { area: string | number }
  'access.there-is-no-such-role-here-to-follow': null
  'access.a-role-cannot-follow-itself': null
  'access.another-role': null
  'access.follows-itself-follow-instead': { base: string | number; further: string | number }
  'access.follows-this-role-so-it-cannot-follow-another': { follower: string | number }
  'access.no-product-that-is-on-has-an-area': { area: string | number }
  'access.leave-out-the-role-it-follows-does-not': { area: string | number }
  'access.knows-only': { area: string | number; known: string | number }
  'access.is-either-withheld-or-needs-approval-not-both': { both: string | number }
  'access.has-no-action-it-has': { area: string | number; code: string | number; list: string | number }
  'access.retire-roles': null
  'access.is-already-retired': { role: string | number }
  'access.follows-change-that-first': { follower: string | number; role: string | number }
  'access.is-given-times-choose-what-replaces-it': { role: string | number; count: string | number }
  'access.with-in-its-place': { role: string | number }
  'access.retired-the-role': { tense: 'done' | 'to-do'; role: string | number; instead: string | number }
  'access.choose-another-role-that-is-not-retired': null
  'access.a-role-that-passes-walls-can-only-be': null
  'access.withdraw-the-request-instead': null
  'access.you-can-ask-for-more-access-only-while': null
  'access.has-no-level': { area: string | number; level: string | number }
  'access.there-is-no-area-here': { area: string | number }
  'access.of-your-requests-are-already-waiting-withdraw': { maximumOpen: string | number }
  'access.you-have-already-asked-for-this-the-request': null
  'access.for': { person: string | number }
  'access.at-2': { areaName: string | number; level: string | number; place: string | number }
  'access.asked-for': { tense: 'done' | 'to-do'; what: string | number; forWhom: string | number; period: string | number }
  'access.decide-what-is-asked-for-at': { place: string | number }
  'access.a-request-stays-as-it-was-decided-give': null
  'access.you-cannot-grant-your-own-request-someone': null
  'access.granted': { tense: 'done' | 'to-do'; what: string | number }
  'access.declined': { tense: 'done' | 'to-do'; what: string | number }
  'access.ask-again-instead': null
  'access.withdrew': { tense: 'done' | 'to-do'; what: string | number }
  'access.this-request-is-no-longer-open-it-may': null
  'access.a-request': null
  'access.the-request-of-for': { person: string | number; what: string | number }
  'access.share-the-access-report-of-a-place': null
  'access.cut-the-link-to-the-access-report-instead': null
  'access.there-is-no-such-day-as': { until: string | number }
  'access.the-last-day-must-not-have-passed': null
  'access.an-access-report-is-shared-for-days-at': { maximumShareDays: string | number }
  'access.shared-the-access-report-of-by-a-link': { tense: 'done' | 'to-do'; place: string | number; day: string | number }
  'access.there-is-no-such-link-it-may-have': null
  'access.cut-links-there': null
  'access.a-link-that-was-cut-stays-dead-share': null
  'access.a-place': null
  'access.cut-the-link-to-the-access-report-of': { tense: 'done' | 'to-do'; place: string | number }
  'access.as-the-role-says': null
  'access.s-key-at': { subject: string | number; role: string | number; place: string | number }
  'access.changed-who-approves-for': { tense: 'done' | 'to-do'; hasGrant: boolean; where: string | number; who: string | number }
  'access.say-who-approves-at': { name: string | number }
  'access.change-access-at': { name: string | number }
  'access.this-would-make-more-than-keys-at-once': { maximumKeys: string | number }
  'access.changed': { tense: 'done' | 'to-do'; whose: string | number; becomes: string | number }
  'access.the-last-day-is-before-the-first-choose': null
  'access.this-key-is-like-that-already': null
  'access.the-dates-of-this-key-were-changed-in': null
  'access.at-3': { at: string | number }
  'access.and-more': { count: string | number }
  'access.s-key': { name: string | number; count: number }
  'access.a-key': null
  'access.the-keys-of': { listed: string | number; more: string | number }
  'access.at-4': { listed: string | number; more: string | number; instead: string | number }
  'access.no-last-day': null
  'access.until-2': { day: string | number }
  'access.instead-of': { name: string | number }
  'access.and-2': { list: string | number; at: string | number }
  'access.name-at-least-one-person-who-approves': null
  'access.you-cannot-name-yourself-ask-someone-else-who': null
  'access.there-is-no-such-person-here': null
  'access.someone-else-has-to-help-you-sign-in': null
  'access.only-an-owner-can-help-an-owner-sign': null
  'access.you-can-help-only-someone-who-is-active': null
  'access.have-left-and-cannot-open-anything-here': null
  'access.are-away-access-starts-again-when-they-are': null
  'access.declined-the-invitation': null
  'access.were-not-admitted': null
  'access.have-no-invitation-any-more-it-was-withdrawn': null
  'access.were-erased': null
  'access.they-are-on-record-without-a-login-invite': null
  'access.ran-out': null
  'access.runs-out': null
  'access.they-are-on-record-without-a-login-their': { until: string | number; day: string | number }
  'access.later': null
  'access.they-have-not-accepted-their-invitation-yet': { day: string | number }
  'access.an-earlier-day': null
  'access.their-invitation-ran-out-on-send-it-again': { day: string | number }
  'access.they-are-waiting-someone-has-to-admit-them': null
  'access.they': { state: string | number }
  'access.their-first-day-is-until-then-they-see': { date: string | number }
  'access.their-last-day-was': { day: string | number }
  'access.someone-you-do-not-have-the-right-to': null
  'access.a-place-you-do-not-see': null
  'access.known-to-the-office': null
  'access.as': { personId: string | number; personId2: string | number }
  'access.choose-someone-who-is-active-as-the-person': null
  'access.no-person-or-place-here-has-these-names': null
  'access.they-have-no-access-at-present': { replaceAll: string | number }
  'access.no-access-that-counts-leads-there': null
  'access.they-have-no-seat-of-this-product': null
  'access.their-seat-allows': { cap: string | number }
  'access.their-roles-give-but': { granted: string | number; seat: string | number }
  'access.their-roles-give-here': { granted: string | number }
  'access.you-need-the-right-to': { right: string | number }
  'access.only-someone-who-is-active-or-away-can': null
  'access.only-someone-who-is-waiting-can-be-admitted': null
  'access.to-see-as-they-do-you-need-the': null
  'access.there-is-no-open-invitation': null
  'access.there-is-no-place-above-this-one': null
  'access.a-clients-engagement-ends-at-the-client': null
  'access.and-3': null
  'access.then': null
  'access.their-manager': null
  'access.anyone-who-manages-the-area-there': null
  'access.someone-in-the-group': { group: string | number }
  'access.or': null
  'access.or-more': { count: string | number }
  'access.as-owner': null
  'access.you-can-write-only-to-someone-who-is': null
  'access.they-have-no-email-address': null
  'access.you-cannot-change-anything-here-while-you-are': null
  'access.you-cannot-give-yourself-more-access-ask': null
  'access.only-an-owner-can-change-what-an-owner': null
  'access.this-would-change-access-in-places-where-you': null
  'access.and-to': null
  'access.at-you-cannot-give-the-right-to-because': { where: string | number; what: string | number }
  'access.until-must-be-a-date-such-as-2026': null
  'account.a-person-needs-an-email-or-a-key': null
  'account.stands-twice': { key: string | number }
  'account.a-person-who-is-away-needs-the-first': null
  'account.a-time-away-needs-its-first-day': null
  'account.a-person-cannot-be-and-away-at-the': { state: string | number }
  'account.the-time-away-ends-before-it-begins': null
  'account.a-seat-counts-from-its-beginning-at-the': null
  'account.there-are-more-problems-than-are-told-at': null
  'account.there-are-two-of-the-name': { row: string | number }
  'account.there-is-no-place': { text: string | number }
  'account.there-is-no-in-this-book': { word: string | number; name: string | number }
  'account.there-is-no-seat-type': { seat: string | number }
  'account.there-is-no-product-in-this-book': { product: string | number }
  'account.is-no-zone-of-the-iana-list': { zone: string | number }
  'account.there-is-no-currency-iso-4217': { currency: string | number }
  'account.there-is-no-way-of-writing-bcp-47': { locale: string | number }
  'account.the-month-is-listed-twice-leave-one-of': { month: string | number }
  'account.approvers-are-people-area-manager-a-group-or': null
  'account.former-person': { personId: string | number }
  'account.email': { id: string | number }
  'account.there-are-two-products-of-the-code': { code: string | number }
  'account.has-no-plan': { code: string | number; plan: string | number }
  'account.there-is-no-seat-type-2': { code: string | number; seatType: string | number }
  'account.is-charged-in-the-account-in-one-account': { code: string | number; currency: string | number; currency2: string | number }
  'account.the-sheet-is-of-another-product': null
  'account.has-no-allowance': { code: string | number; allowance: string | number }
  'account.is-listed-twice-leave-one-out': { product: string | number }
  'account.say-since-when-has-been-kept-so': { product: string | number }
  'account.a-keeper-is-a-person-or-a-group': null
  'account.there-is-no-seat-type-3': { product: string | number; seatType: string | number }
  'account.say-whose-account-it-is-or-its-address': null
  'account.the-field-has-no-value': { name: string | number; value: string | number }
  'account.two-places-are-kept-apart-name-both': null
  'checks.from-on': { date: string | number }
  'checks.property-must-be': { message: string | number }
  'checks.a-whole-email-address-as-someone-firm-example': null
  'checks.a-name-such-as-firm-example': null
  'checks.an-object-was-expected-here': null
  'checks.an-object-was-expected-here-not-a-list': null
  'checks.this-is-nested-more-than-deep-that-is': { maximumDepth: string | number }
  'checks.cannot-be-used-as-a-name-here-choose': { key: string | number }
  'checks.there-is-no-field-here-check-its-spelling': { property: string | number }
  'checks.property': { message: string | number }
  'checks.must-be-text': null
  'checks.must-not-be-empty': null
  'checks.must-have-at-most-characters': { maximum: string | number }
  'checks.property-must-be-lower-case-words-joined-by': null
  'checks.there-must-be-exactly-one-signatory-there-are': { count: string | number }
  'checks.the-signatory-must-be-an-owner': null
  'checks.the-reporting-line-leads-back-to-itself': null
  'checks.the-engagement-ends-before-it-begins': null
  'checks.it-names-a-that-is-not-there': { table: string | number }
  'checks.there-is-no-active-owner-an-account-always': { when: string | number }
  'checks.there-are-two-places-side-by-side': { place: string | number }
  'checks.a-places-name-cannot-hold': null
  'checks.its-parent-is-not-there': null
  'checks.the-reference-stands-for-two-places': { reference: string | number }
  'checks.the-role-follows-one-that-is-not-there': { role: string | number }
  'checks.follows-which-follows-another-itself': { role: string | number; base: string | number }
  'checks.the-role-names-which-no-product-has': { role: string | number; key: string | number }
  'checks.is-no-level': { key: string | number; level: string | number }
  'checks.of-the-role-knows-no-field': { key: string | number; role: string | number; field: string | number }
  'checks.is-no-scope-use-all-own-or-people': { key: string | number; scope: string | number }
  'checks.has-no-action': { key: string | number; code: string | number }
  'checks.a-line-of-its-rule-would-hold-everybody': null
  'checks.the-rule-of-reads-a-field-or-value': { group: string | number }
  'checks.it-ends-before-it-begins': null
  'checks.its-subject-role-or-place-is-not-there': null
  'checks.a-role-that-passes-walls-is-given-to': null
  'checks.there-is-no-seat-type': { product: string | number; seatType: string | number }
  'checks.a-seat-ends-before-it-is-given': null
  'checks.must-not-hold-line-breaks': null
  'checks.must-not-be-blank': null
  'command-line.the-name-is-used-twice-here-leave-one': { name: string | number }
  'command-line.but-rows-cannot-be-checked-their-edits-were': { unknownRows: string | number }
  'command-line.entries-whole-and-the-rows-agree-head': { id: string | number; entries: string | number; hasAlsoRows: boolean; unknown: string | number; head: string | number }
  'command-line.entry': { id: string | number; version: string | number; reason: string | number }
  'command-line.all-anchors-hold': null
  'command-line.there-is-no-account-here': null
  'command-line.there-is-no-account': { accountId: string | number }
  'command-line.the-file-cannot-be-read-check-its-name': { path: string | number }
  'command-line.a-place': null
  'command-line.of-the-account': { standing: string | number; isObstacle: boolean; wall: string | number }
  'command-line.a-role': null
  'command-line.given-at': { role: string | number; place: string | number }
  'command-line.by': { names: string | number }
  'command-line.on': { day: string | number }
  'command-line.through-the-group': { group: string | number }
  'command-line.as-every-has-it': { subjectId: string | number }
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
  'command-line.held-back-to-by-the-seat': { cap: string | number }
  'command-line.not-in-yet-the-invitation-is-open-or': null
  'command-line.the-invitation-was-declined-refused-withdrawn': null
  'command-line.the-engagement-has-not-begun': null
  'command-line.the-engagement-is-over': null
  'command-line.for-own-items-only': { free: string | number }
  'command-line.with-approval': { withApproval: string | number }
  'command-line.by-role-held-back-by-the-seat': { granted: string | number }
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
  'command-line.counts-by': { hasCounts: boolean; level: string | number; route: string | number }
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
  'confirm.apply': null
  'confirm.many': { count: number }
  'confirm.with-parts': { verb: string | number; parts: string | number }
  'confirm.places': { count: number }
  'confirm.after-accept': { count: number }
  'confirm.gained': { count: number }
  'confirm.lost': { count: number }
  'confirm.seats': { count: number }
  'confirm.seats-empty': { count: number }
  'confirm.name-approvers': null
  'confirm.invite': null
  'confirm.withdraw': null
  'confirm.admit': null
  'confirm.resend': null
  'confirm.remind': null
  'confirm.make-link': null
  'confirm.cut-link': null
  'confirm.correct-address': null
  'confirm.refuse-entry': null
  'confirm.change-settings': null
  'confirm.allot-seats': null
  'confirm.give': null
  'confirm.take': null
  'confirm.leave': null
  'confirm.make-place': null
  'confirm.settle-request': null
  'confirm.share-statement': null
  'confirm.cut-share': null
  'confirm.keep-apart': null
  'confirm.stop-apart': null
  'confirm.make-packet': null
  'confirm.change-packet': null
  'confirm.remove-packet': null
  'confirm.remove-group': null
  'confirm.withdraw-request': null
  'confirm.lay-out': null
  'confirm.rename-place': null
  'confirm.make-role': null
  'confirm.change-role': null
  'confirm.retire-role': null
  'confirm.move-place': null
  'confirm.make-group': null
  'confirm.change-group': null
  'confirm.join-group': null
  'confirm.quit-group': null
  'confirm.change-person': null
  'confirm.name-signatory': null
  'confirm.plan-docket': null
  'confirm.hand-over': null
  'confirm.put-down-planned': null
  'confirm.change-departure': null
  'confirm.put-down-departure': null
  'confirm.run-departure': null
  'confirm.settle-step': null
  'confirm.go-away': null
  'confirm.grant-away': null
  'confirm.put-down-away': null
  'confirm.come-back': null
  'confirm.bring-back': null
  'confirm.connect-product': null
  'confirm.disconnect-product': null
  'confirm.erase': null
  'confirm.undo': null
  'confirm.give-seat': null
  'confirm.amend-offer': null
  'confirm.change-keys': null
  'confirm.plan-departure-later': null
  'confirm.plan-departure-now': null
  'confirm.wall-place-yes': null
  'confirm.wall-place-no': null
  'confirm.archive-place-yes': null
  'confirm.archive-place-no': null
  'confirm.end-seat': null
  'confirm.change-seat': null
  'confirm.make-field': null
  'confirm.change-field': null
  'confirm.own-record': null
  'confirm.own-email': null
  'confirm.accept': null
  'confirm.decline': null
  'confirm.come-by': null
  'confirm.ask-for': null
  'confirm.import-sheet': null
  'confirm.subscribe': null
  'confirm.enter-stock': null
  'confirm.fit-place': null
  'confirm.unfit-place': null
  'confirm.answer-handover': null
  'confirm.ask-away': null
  'confirm.make-firm': null
  'confirm.rename-firm': null
  'confirm.merge-firms': null
  'confirm.archive-firm': null
  'confirm.keep-product': null
  'confirm.confirm-account': null
  'confirm.note-accounts': null
  'confirm.note-list': null
  'confirm.record-person': null
  'confirm.join-people': null
  'confirm.ask-to-record': null
  'confirm.settle-records': null
  'confirm.make-shared-login': null
  'confirm.change-shared-login': null
  'confirm.end-shared-login': null
  'confirm.confirm-password': null
  'confirm.tell-apart': null
  'confirm.correct-name': null
  'confirm.invite-to-sign-in': null
  'confirm.close-nobodys': null
  'confirm.forget-accounts': null
  'confirm.rename-link': null
  'docket.gives-no-access-because-their-last-day-with': { name: string | number; who: string | number }
  'docket.is-from-outside-and-gets-at-every-place': { who: string | number; name: string | number }
  'docket.besides': { place: string | number; place2: string | number }
  'docket.is-from-outside-and-gets-access-at-a': { who: string | number; places: string | number }
  'docket.is-from-outside-and': null
  'docket.as-member-sees-everyone-who-works-here-from': { who: string | number; outside: string | number }
  'docket.as-owner-can-do-everything-also-what-only': { who: string | number; outside: string | number }
  'docket.a-role-at-would-do-if-it-is': { place: string | number }
  'docket.as-administrator-can-invite-give-access-and': { who: string | number; outside: string | number; instead: string | number }
  'docket.charges-a-seat-for-too-although-they-gave': { month: string | number; type: string | number; who: string | number; ended: string | number }
  'docket.s-seat-begins-on-all-of-is-charged': { who: string | number; day: string | number; month: string | number; sum: string | number }
  'docket.is-still-charged-in-full-for-the-seat': { month: string | number; type: string | number; sum: string | number }
  'docket.ending-on-instead-of-saves': { person: string | number; earlier: string | number; late: string | number; sum: string | number }
  'docket.nobody-looks-after-yet-check-yourself-whether': { name: string | number; who: string | number }
  'docket.or': null
  'docket.are-asked-to-close-the-account': { list: string | number; isCount: boolean }
  'docket.has-no-connection-of': { name: string | number; asked: string | number; who: string | number }
  'docket.add-a-seat': { name: string | number }
  'docket.leave-the-seat-out': { name: string | number }
  'docket.give-a-seat-instead': { name: string | number }
  'docket.leave-it-out': null
  'docket.end-on': { date: string | number }
  'docket.this-address-has-letters-other-than-a-to': { email: string | number }
  'docket.the-email-address-has-letters-of-more-than': { email: string | number }
  'docket.check-that-it-is-right-before-you-send': { why: string | number }
  'docket.and-more-like-these': { count: string | number }
  'docket.is-from-outside-and-has-no-last-day': { person: string | number }
  'docket.gets-access-to-which-is-sensitive': { person: string | number; area: string | number }
  'docket.gets-access-behind-the-wall-of': { person: string | number; place: string | number }
  'docket.and': { place: string | number; place2: string | number }
  'docket.would-have-access-at-both-which-are-kept': { person: string | number; names: string | number }
  'docket.the-seat-holds-back-in': { person: string | number; list: string | number }
  'docket.has-no-steward-any-more': { place: string | number }
  'docket.at': { area: string | number; code: string | number; place: string | number }
  'docket.only-the-owners-are-left-to-approve': { what: string | number }
  'docket.has-no-access-at-so-they-cannot-approve': { person: string | number; place: string | number }
  'docket.stays-as-it-is': null
  'docket.stays-but-can-only-be-read': null
  'docket.is-deleted-by-the-product': null
  'docket.what-made-in': { person: string | number; sheet: string | number; what: string | number }
  'docket.the-invitation-to-ends-because-the-person-who': { person: string | number }
  'docket.would-be-enough': { best: string | number; price: string | number }
  'docket.gives-no-access-in-because-they-have-no': { role: string | number; who: string | number; sheet: string | number; enough: string | number }
  'docket.the-seat-in-costs-money-but-gives-no': { type: string | number; sheet: string | number; name: string | number }
  'docket.a-month-less': { money: string | number }
  'docket.a-seat-in-is-enough-for-the-access': { cheaper: string | number; sheet: string | number; saved: string | number }
  'docket.a-group-they-come-into': null
  'docket.the-same-role-at': { place: string | number }
  'docket.at-is-already-given-by': { role: string | number; place: string | number; by: string | number }
  'docket.some-of-it-was-left-out-because-you': null
  'docket.a-docket-holds-changes-at-most-so-the': { number: string | number }
  'docket.people-without-an-email-address-were-left-out': null
  'docket.some-of-these-changes-cannot-wait-for-a': null
  'docket.kind-must-be-one-of': { list: string | number }
  'door.this-sign-in-slip-does-not-work-ask': null
  'door.sign-in-slips-are-for-people-invited-without': null
  'door.email-must-not-be-empty': null
  'door.password-must-not-be-empty': null
  'door.this-email-address-and-password-do-not-match': null
  'door.this-took-too-long-start-signing-in-again': null
  'door.this-code-is-wrong-or-was-already-used': null
  'door.this-passkey-does-not-belong-to-any-login': null
  'door.this-code-is-wrong-or-was-already-used-2': null
  'door.this-is-not-your-password': null
  'door.this-link-does-not-work-ask-for-a': null
  'door.already-has-another-login-sign-in-with-that': { email: string | number }
  'door.agreed-to-open-an-account-you-have-to': null
  'door.if-you-open-an-account-here-you-are': null
  'door.already-has-a-login-sign-in-with-it': { email: string | number }
  'door.is-not-a-currency-code-write-it-as': { currency: string | number }
  'door.is-not-a-language-and-country-code-write': { locale: string | number }
  'door.this-invitation-cannot-be-used-ask-the-person': null
  'door.seat-in': { choice: string | number; productName: string | number }
  'door.asks-you-to-agree-to-its-terms-first': { account: string | number }
  'door.already-has-a-login-sign-in-with-it-2': { email: string | number }
  'door.this-link-does-not-work-ask-the-person': null
  'door.currency-must-be-three-letters-as-eur': null
  'engine.it-would-cost-more-now-than-was-shown': null
  'engine.a-changes-type-must-be-one-of': { known: string | number }
  'engine.this-change-names-an-id-that-was-not': null
  'engine.a-change-planned-for-a-day-needs-a': null
  'engine.this-is-done-automatically-nobody-does-it-by': null
  'engine.you-cannot-change-anything-here-while-you-are': null
  'engine.this-would-leave-the-account-without-an': null
  'engine.made-a-change-of-the-kind': { type: string | number }
  'engine.is-not-a-date-write-it-as-2026': { text: string | number }
  'engine.is-not-in-the-future-choose-a-later': { text: string | number }
  'engine.only-a-person-can-plan-for-a-day': null
  'engine.planned-for': { tense: 'done' | 'to-do'; day: string | number; list: string | number }
  'engine.this-is-still-waiting-for-its-day-or': null
  'engine.did-what-was-planned-for-the-day': { tense: 'done' | 'to-do' }
  'engine.this-plan-is-no-longer-there-it-may': null
  'engine.cancelled-what-was-planned': { tense: 'done' | 'to-do' }
  'engine.leave-it-out-or-apply-everything-now': { noWaiting: string | number }
  'engine.what-holds-someones-name-or-address-undoes': null
  'engine.of-them': { waiting: number }
  'engine.would-have-to-wait-because-there-is-not': { who: string | number }
  'engine.this-was-already-done-the-id-is-taken': null
  'engine.to-you-need-the-right-to-there': { todo: string | number; right: string | number }
  'engine.or': null
  'engine.can-do-it': { list: string | number }
  'engine.ask-the-office': null
  'engine.there-is-no-such-here-it-may-have': { word: string | number }
  'engine.the-last-day-is-before-the-first-choose': null
  'engine.is-not-a-date-write-it-as': { text: string | number; addDays: string | number }
  'engine.has-passed-choose-today-or-later': { text: string | number }
  'engine.property-must-be-an-id': null
  'engine.property-must-be-ids': null
  'engine.property-must-be-a-date-or-time-there': null
  'engine.property-must-be-a-date-or-a-time': null
  'engine.property-must-be-a-date-such-as-2026': null
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
  'files.days-2': { quantity: string | number; isKind: boolean; amount: string | number; part: string | number }
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
  'http.you-are-waiting-to-be-admitted-someone-here': null
  'http.your-access-to-has-ended': { account: string | number }
  'http.you-signed-in-with-a-slip-so-you': null
  'http.requires-a-second-sign-in-step-add-a': { account: string | number }
  'http.jolly-porter': null
  'http.idempotency-key-must-be-8-to-100-letters': null
  'http.this-idempotency-key-was-used-for-another': null
  'http.the-request-is-nested-too-deeply-send-it': null
  'http.the-list-has-an-empty-entry-null-here': null
  'http.there-is-no-field-here': { name: string | number }
  'leaving.no-account-in-yet': { sheet: string | number }
  'leaving.at': { role: string | number; place: string | number }
  'leaving.a-month': { name: string | number; money: string | number }
  'leaving.in': { kind: string | number; productName: string | number }
  'leaving.handed-over': null
  'leaving.not-taken-over': null
  'leaving.reports-to-them': null
  'leaving.steward-of': null
  'leaving.lead-of': null
  'leaving.planned-change': null
  'leaving.approves-for': null
  'leaving.to-hand-back': null
  'leaving.account-in': null
  'leaving.things-in': null
  'leaving.not-closed': null
  'leaving.all-access-sessions-roles-seats-groups': null
  'leaving.more-values': { others: number }
  'leaving.the-signed-leavers-record': null
  'leaving.nothing-personal-is-kept-any-more': null
  'leaving.destroyed-their-login-too-unless-they-use-it': { list: string | number }
  'leaving.kept-under-a-pseudonym-what-they-did-in': null
  'leaving.there-is-no-such-person-here': null
  'leaving.only-an-owner-can-hand-over-what-belongs': null
  'leaving.only-an-owner-or-administrator-can-hand-over': null
  'leaving.choose-someone-who-is-active-to-take-it': null
  'leaving.it-already-belongs-to': { name: string | number }
  'leaving.has-no-account-in-give-them-a-seat': { name: string | number; productName: string | number }
  'leaving.changes': { count: number }
  'leaving.a-role': null
  'leaving.a-place': null
  'leaving.the-person-who-was-to-take-it-over': null
  'leaving.the-person-who-planned-it-is-no-longer': null
  'leaving.the-person-who-planned-it-no-longer-has': null
  'leaving.do-the-steps-of-a-departure': null
  'leaving.a-step-that-was-done-stays-done': null
  'leaving.this-step-is-no-longer-open-it-may': null
  'leaving.this-step-is-already-done': null
  'leaving.an-account-in-a-product-counts-as-closed': null
  'leaving.close-the-account-in-and-confirm-that-there': { productName: string | number }
  'leaving.did-a-step-of-s-departure': { tense: 'done' | 'to-do'; leaver: string | number }
  'leaving.it-says-what-a-product-answered-and-stays': null
  'leaving.only-what-the-products-answer-is-noted-so': null
  'leaving.there-is-no-such-step': null
  'leaving.went-on-with-s-departure': { tense: 'done' | 'to-do'; leaver: string | number }
  'leaving.a-record-that-was-signed-stays': null
  'leaving.the-record-can-be-signed-when-all-other': null
  'leaving.one-step-is-still-open': null
  'leaving.signed-the-record-of-s-departure': { tense: 'done' | 'to-do'; leaver: string | number }
  'leaving.nothing-of-this-departure-was-done': null
  'leaving.found-an-account-open-again-after-s-departure': { leaver: string | number }
  'leaving.a-departure-cannot-be-undone-invite-them': null
  'leaving.end-the-access-of': { name: string | number }
  'leaving.ended-the-access-of': { tense: 'done' | 'to-do'; person: string | number }
  'leaving.is-signed-out-everywhere-at-once-you-can': { person: string | number }
  'leaving.is-an-owner-only-an-owner-can-end': { name: string | number }
  'leaving.is-no-longer-active-or-not-active-yet': { name: string | number }
  'leaving.is-the-last-owner-make-someone-else-an': { name: string | number }
  'leaving.is-the-signatory-make-another-owner-signatory': { name: string | number }
  'leaving.hand-over-what-belongs-to-someone-else': null
  'leaving.hand-it-over-again-instead': null
  'leaving.is-not-active-choose-someone-who-is': { name: string | number }
  'leaving.handed-over-to': { tense: 'done' | 'to-do'; name: string | number; person: string | number }
  'leaving.this-is-no-longer-there-to-hand-over': null
  'leaving.the-invitation-to': { person: string | number }
  'leaving.the-link': { link: string | number }
  'leaving.what-is-planned': null
  'leaving.decide-who-is-away': null
  'leaving.set-away': { name: string | number }
  'leaving.set-that-is-away-seats-kept': { tense: 'done' | 'to-do'; person: string | number; dates: string | number; hasKeepSeats: boolean }
  'leaving.you-can-ask-only-for-yourself-the-office': null
  'leaving.asked-to-be-away': { tense: 'done' | 'to-do'; dates: string | number }
  'leaving.this-request-for-time-away-is-no-longer': null
  'leaving.granted-the-time-away': { tense: 'done' | 'to-do'; person: string | number }
  'leaving.cancel-a-time-away': { tense: 'done' | 'to-do' }
  'leaving.no-time-away-begins-now': null
  'leaving.began-the-time-away-of': { tense: 'done' | 'to-do'; person: string | number }
  'leaving.record-that-someone-came-back': null
  'leaving.they-are-back-set-them-away-again-instead': null
  'leaving.they-are-not-away-they-may-have-come': null
  'leaving.nobody-is-due-back-now': null
  'leaving.had-back': { tense: 'done' | 'to-do'; person: string | number }
  'leaving.this-time-away-is-no-longer-there-it': null
  'leaving.is-an-owner-only-an-owner-can-set': { name: string | number }
  'leaving.from': { day: string | number }
  'leaving.until': { moment: string | number }
  'leaving.change-a-departure': null
  'leaving.s-departure-is-already-planned-change-that': { name: string | number }
  'leaving.starts-only-after-that-choose-a-later-time': { name: string | number }
  'leaving.ended-the-access-of-2': { tense: 'done' | 'to-do'; name: string | number }
  'leaving.planned-the-departure-of': { tense: 'done' | 'to-do'; name: string | number; moment: string | number }
  'leaving.changed-the-plan-of-s-departure': { tense: 'done' | 'to-do'; leaver: string | number }
  'leaving.cancelled-s-departure': { tense: 'done' | 'to-do'; leaver: string | number }
  'leaving.this-departure-cannot-be-started-it-may-be': null
  'leaving.this-departure-is-not-due-yet': null
  'leaving.ended-all-access-for-s-departure': { tense: 'done' | 'to-do'; leaver: string | number }
  'leaving.there-is-nothing-here-for-you-to-take': null
  'leaving.took-over-what-is-s': { hasAccept: boolean; tense: 'done' | 'to-do'; leaver: string | number }
  'leaving.is-not-a-time-write-it-as-2026': { text: string | number }
  'leaving.has-passed-choose-a-later-time-or-now': { text: string | number }
  'leaving.this-departure-is-no-longer-planned-it-may': null
  'leaving.the-person-who-leaves-cannot-take-it-over': null
  'leaving.that-time-has-passed-choose-a-later-one': null
  'leaving.choose-who-takes-it-over': null
  'leaving.a-cannot-take-this-over-choose-a-person': { kind: string | number }
  'leaving.there-is-no-such-group-here': null
  'leaving.is-not-active-so-cannot-be-set-away': { name: string | number }
  'leaving.the-last-day-is-before-the-first-choose': null
  'leaving.already-has-a-time-away-cancel-that-one': { name: string | number }
  'leaving.leaves-before-that-choose-earlier-days': { name: string | number }
  'leaving.is-not-a-date-write-it-as-2026': { text: string | number }
  'leaving.has-passed-choose-a-later-day': { text: string | number }
  'leaving.people-cannot-stand-in-for-themselves-choose': null
  'leaving.doors': null
  'leaving.invitation': null
  'leaving.link': null
  'offers.the-person-who-sent-this-invitation-can-no': null
  'offers.a-role': null
  'offers.cannot-be-offered-in-an-invitation-give-it': { role: string | number }
  'offers.hand-out-a-seat': null
  'offers.a-group-in-this-invitation-no-longer-exists': null
  'offers.to-add-someone-to-you-need-the-right': { group: string | number; right: string | number }
  'offers.withdraw-an-invitation-from-someone-else': null
  'offers.let-people-in-without-admitting-them': null
  'offers.cut-the-link-instead': null
  'offers.there-is-no-such-day-as': { until: string | number }
  'offers.the-last-day-must-not-have-passed': null
  'offers.a-link-works-for-days-at-most': { maximumLinkDays: string | number }
  'offers.there-is-no-such-firm-here': null
  'offers.made-the-link-for-one-person-open-until': { tense: 'done' | 'to-do'; name: string | number; maximumUses: number; day: string | number }
  'offers.there-is-no-such-link-it-may-have': null
  'offers.cut-a-link-that-someone-else-made': null
  'offers.a-link-that-was-cut-stays-dead-make': null
  'offers.cut-the-link': { tense: 'done' | 'to-do'; link: string | number }
  'offers.someone-who-came-by-a-link-is-in': null
  'offers.this-link-does-not-work-ask-the-person': null
  'offers.this-link-is-for-email-addresses-at': { domain: string | number }
  'offers.you-have-been-here-before-ask-the-office': null
  'offers.joined-by-the-link': { tense: 'done' | 'to-do'; link: string | number }
  'offers.someone-who-joins-by-it': null
  'offers.this-invitation-is-no-longer-open': null
  'offers.withdrew-the-invitation-to': { tense: 'done' | 'to-do'; invitedName: string | number }
  'offers.someone-who-accepted-is-in-end-their-access': null
  'offers.this-invitation-is-no-longer-open-ask-the': null
  'offers.this-invitation-was-changed-while-you-read-it': null
  'offers.accepted-their-invitation': { tense: 'done' | 'to-do' }
  'offers.enter-the-office-needs-it': { field: string | number }
  'offers.admit-people': null
  'offers.an-admission-cannot-be-undone-end-their': null
  'offers.an-admission-cannot-be-undone-you-can-only': null
  'offers.is-no-longer-waiting-to-be-admitted': { name: string | number }
  'offers.admitted': { tense: 'done' | 'to-do'; what: string | number }
  'offers.the-message-to-cannot-be-called-back-once': { name: string | number }
  'offers.at': { role: string | number; place: string | number }
  'offers.the-group': { group: string | number }
  'offers.and': null
  'offers.offering': { list: string | number }
  'offers.invited-as': { tense: 'done' | 'to-do'; person: string | number; standing: string; what: string | number; until: string | number }
  'offers.invite-people-to': { place: string | number }
  'offers.invite-staff': null
  'offers.invite-an-administrator': null
  'offers.set-someones-cost-centre-and-fields': null
  'offers.is-already-invited-withdraw-that-invitation': null
  'offers.is-already-here': null
  'offers.has-this-email-address-and': { name: string | number; how: string | number }
  'offers.there-is-no-such-role-here': null
  'offers.there-is-no-seat-type': { product: string | number; seatType: string | number }
  'offers.send-this-invitation-again': null
  'offers.a-message-that-was-sent-cannot-be-called': null
  'offers.sent-the-invitation-again': { tense: 'done' | 'to-do'; invited: string | number }
  'offers.send-a-reminder-of-an-invitation': null
  'offers.this-invitation-has-run-out-send-it-again': null
  'offers.reminded-of-their-invitation': { tense: 'done' | 'to-do'; invited: string | number }
  'offers.it-says-what-a-mail-server-answered-and': null
  'offers.this-message-is-about-an-invitation-that-is': null
  'offers.noted-that-the-message-to-came-back': { tense: 'done' | 'to-do'; invited: string | number }
  'offers.correct-the-email-address': null
  'offers.the-earlier-address-is-not-kept-correct-it': null
  'offers.already-has-this-email-address-look-there': { name: string | number }
  'offers.corrected-the-email-address-of-and-sent-the': { tense: 'done' | 'to-do'; invited: string | number }
  'offers.they-declined-invite-them-again-instead': null
  'offers.this-invitation-is-no-longer-open-you-need': null
  'offers.declined-their-invitation': { tense: 'done' | 'to-do' }
  'offers.refuse-people': null
  'offers.refused-to-admit': { tense: 'done' | 'to-do'; person: string | number }
  'offers.this-invitation-was-accepted-or-withdrawn': null
  'offers.line-has-the-same-email-address-this-row': { twin: string | number }
  'offers.is-already-invited': { name: string | number }
  'offers.is-already-here-2': { name: string | number; state: string | number }
  'offers.was-here-before-their-earlier-details-are': { name: string | number; state: string | number }
  'offers.there-is-no-welcome-packet': { packet: string | number }
  'offers.is-not-a-kind-write-staff-contractor-or': { kind: string | number }
  'offers.is-not-a-membership-you-can-invite-to': { standing: string | number }
  'offers.there-is-no-firm-here-add-it-first': { employer: string | number }
  'offers.is-not-a-date-write-it-as-2026': { edge: string | number }
  'offers.there-is-no-role': { role: string | number }
  'offers.there-is-a-place-without-a-role': null
  'offers.there-is-no-place': { place: string | number }
  'offers.there-is-a-role-without-a-place': null
  'offers.there-is-no-single-seat-type-write-it': { seat: string | number }
  'offers.there-is-nobody-here-or-more-than-one': { manager: string | number }
  'offers.there-is-no-group': { unknown: string | number }
  'offers.there-is-no-field-here': { column: string | number }
  'offers.has-no-value': { field: string | number; text: string | number }
  'offers.change-this-invitation': null
  'offers.at-2': { role: string | number; place: string | number; period: string | number }
  'offers.none': null
  'offers.last-day': { day: string | number }
  'offers.now-offering': { list: string | number }
  'offers.changed-the-invitation-of': { tense: 'done' | 'to-do'; invited: string | number; what: string | number; end: string | number }
  'offers.until-must-be-a-date-such-as-2026': null
  'offers.rename-a-link-that-someone-else-made': null
  'offers.rename-the-link-again-instead': null
  'offers.the-link-has-this-name-already': null
  'offers.renamed-a-link': { tense: 'done' | 'to-do'; name: string | number }
  'people.what-was-erased-is-gone-for-good': null
  'people.what-is-erased-is-gone-for-good-here': null
  'people.only-an-owner-or-administrator-can-erase': null
  'people.nobody-is-due-to-be-erased-automatically-now': null
  'people.they-are-already-erased': null
  'people.has-not-left-end-their-access-or-withdraw': { name: string | number }
  'people.a-step-of-s-departure-is-still-open': { name: string | number }
  'people.erased': { tense: 'done' | 'to-do'; what: string | number }
  'people.remove-groups': null
  'people.change-groups': null
  'people.made-the-group': { tense: 'done' | 'to-do'; name: string | number }
  'people.changed-the-group': { tense: 'done' | 'to-do'; name: string | number }
  'people.still-has-access-take-it-away-first': { group: string | number }
  'people.had-access-before-so-it-cannot-be-deleted': { group: string | number }
  'people.deleted-a-group': { tense: 'done' | 'to-do' }
  'people.is-not-here-yet-invite-them-first': { name: string | number }
  'people.is-already-in': { name: string | number; group: string | number }
  'people.a-group': null
  'people.put-into': { tense: 'done' | 'to-do'; person: string | number; group: string | number }
  'people.if-the-rule-puts-them-there-change-the': null
  'people.is-not-in-by-name': { name: string | number; group: string | number; how: string | number }
  'people.took-out-of': { tense: 'done' | 'to-do'; person: string | number; group: string | number }
  'people.there-is-no-such-group-here-it-may': null
  'people.there-is-already-a-group-choose-another-name': { twin: string | number }
  'people.say-who-leads-them': null
  'people.you-cannot-make-yourself-the-one-who-leads': null
  'people.a-rule-without-a-condition-would-include': null
  'people.there-is-no-such-firm-here': null
  'people.a-rule-can-use-there-is-no-other': { fields: string | number }
  'people.the-field-has-no-such-value': null
  'people.the-earlier-address-is-not-kept-change-it': null
  'people.people-change-their-own-email-address-in-my': null
  'people.changed-their-own-email-address': { tense: 'done' | 'to-do' }
  'people.change-firms': null
  'people.add-a-firm': null
  'people.added-the-firm': { tense: 'done' | 'to-do'; name: string | number }
  'people.renamed-the-firm-to': { tense: 'done' | 'to-do'; employer: string | number; name: string | number }
  'people.choose-another-firm-to-merge-it-into': null
  'people.merged-the-firm-into': { tense: 'done' | 'to-do'; employer: string | number; employer2: string | number }
  'people.this-has-been-done-already': null
  'people.still-has-people-or-a-groups-rule-names': { firm: string | number }
  'people.archived-the-firm': { tense: 'done' | 'to-do'; name: string | number }
  'people.restored-the-firm': { tense: 'done' | 'to-do'; name: string | number }
  'people.there-is-no-such-firm-here-it-may': null
  'people.is-archived-restore-it': null
  'people.is-here-already-choose-it': null
  'people.the-firm': { twin: string | number; state: string | number }
  'people.make-fields': null
  'people.made-the-field': { tense: 'done' | 'to-do'; name: string | number }
  'people.change-fields': null
  'people.there-is-no-such-field-here-it-may': null
  'people.is-still-chosen-for-someone-or-used-in': { name: string | number }
  'people.changed-the-field': { tense: 'done' | 'to-do'; name: string | number }
  'people.a-choice-needs-at-least-one-value': null
  'people.a-free-text-has-no-values-to-choose': null
  'people.a-choice-cannot-become-a-text-or-the': null
  'people.there-is-already-a-field-choose-another-name': { name: string | number }
  'people.two-values-have-the-same-name': null
  'people.there-is-no-such-text-field-here': null
  'people.there-is-no-such-field-here': null
  'people.has-no-such-value': { field: string | number }
  'people.have-back': { name: string | number }
  'people.someone-who-was-rehired-is-in-end-their': null
  'people.has-not-left': { name: string | number }
  'people.can-no-longer-sign-in-invite-them-again': { name: string | number }
  'people.rehired-as': { tense: 'done' | 'to-do'; person: string | number; standing: string; period: string | number }
  'people.at': { role: string | number; place: string | number }
  'people.and': null
  'people.with': { list: string | number }
  'people.recorded-without-a-login': { tense: 'done' | 'to-do'; person: string | number; what: string | number; until: string | number }
  'people.has-this-email-address-use-that-record': { name: string | number }
  'people.correct-names': null
  'people.the-earlier-name-is-not-kept-correct-it': null
  'people.they-are-erased-there-is-no-name-any': null
  'people.corrected-the-name-of': { tense: 'done' | 'to-do'; person: string | number }
  'people.invite-people-to-sign-in': null
  'people.is-not-on-record-without-a-login-invite': { name: string | number }
  'people.enter-s-email-address-first': { name: string | number }
  'people.already-has-this-email-address-look-there': { name: string | number }
  'people.is-already-invited-to-sign-in-send-that': { name: string | number }
  'people.invited-to-sign-in': { tense: 'done' | 'to-do'; person: string | number }
  'people.open-this-invitation-with-the-email-address': null
  'people.you-are-in-this-account-already-under-another': null
  'people.the-person-who-sent-this-invitation-can-no': null
  'people.this-product-has-no-such-seat-type': null
  'people.asked-the-office-to-record-from': { tense: 'done' | 'to-do'; count: string | number; productName: string | number }
  'people.record-people': null
  'people.the-names-that-were-asked-about-are-no': null
  'people.one-of-these-was-answered-already-look-at': null
  'people.recorded-as-asked': { tense: 'done' | 'to-do'; count: string | number }
  'people.declined-to-record': { tense: 'done' | 'to-do'; count: string | number }
  'people.people': { count: number }
  'people.change-welcome-packets': null
  'people.made-the-welcome-packet': { tense: 'done' | 'to-do'; name: string | number }
  'people.changed-the-welcome-packet': { tense: 'done' | 'to-do'; name: string | number }
  'people.deleted-the-welcome-packet': { tense: 'done' | 'to-do'; packet: string | number }
  'people.there-is-no-such-welcome-packet-here-it': null
  'people.there-is-already-a-welcome-packet-choose': { twin: string | number }
  'people.there-is-no-seat-in': { seatType: string | number; product: string | number }
  'people.there-is-no-such-group-here': null
  'people.passes-walls-it-can-be-given-only-to': { role: string | number }
  'people.join-two-records-of-one-person': null
  'people.two-records-that-were-joined-stay-one': null
  'people.records-that-were-joined-cannot-be-parted': null
  'people.only-an-owner-can-join-a-record-with': null
  'people.only-an-owner-or-administrator-can-join-a': null
  'people.joined-the-records-of-and-into-one': { tense: 'done' | 'to-do'; person: string | number; person2: string | number }
  'people.say-that-two-records-are-of-two-people': null
  'people.said-that-and-are-two-people': { tense: 'done' | 'to-do'; person: string | number; person2: string | number }
  'people.and-2': { name: string | number; name2: string | number }
  'people.this-is-one-record-already-choose-another': null
  'people.one-of-them-is-erased-an-erased-record': null
  'people.both-sign-in-with-a-login-of-their': { names: string | number }
  'people.a-departure-of-is-planned-or-running-finish': { names: string | number }
  'people.an-invitation-admission-or-time-away-of-is': { names: string | number }
  'people.change-peoples-details': null
  'people.kind-to': { kind: string | number }
  'people.membership-to': { standing: string | number }
  'people.nobody': null
  'people.manager-to': { person: string | number }
  'people.firm-to': { firm: string | number }
  'people.none': null
  'people.last-day-to': { day: string | number }
  'people.cost-centre': null
  'people.phone-number': null
  'people.details': null
  'people.changed-s': { tense: 'done' | 'to-do'; person: string | number; list: string | number }
  'people.a-firm': null
  'people.earlier-details-are-not-kept-change-them': null
  'people.only-the-person-themselves-can-change-this': null
  'people.is-set-by-the-office-ask-the-office': { field: string | number }
  'people.changed-their-own-details': { tense: 'done' | 'to-do' }
  'people.their-departure-is-planned-before-that-change': null
  'people.is-not-active-choose-another-manager': { name: string | number }
  'people.people-cannot-report-to-themselves': null
  'people.reports-to-them-directly-or-through-others': { name: string | number }
  'people.choose-another-manager': { why: string | number }
  'people.you-cannot-change-your-own-last-day-ask': null
  'people.the-group-uses-your-in-its-rule-so': { group: string | number; name: string | number }
  'people.only-an-owner-can-make-someone-an-owner': null
  'people.is-the-signatory-name-another-owner-as': { name: string | number }
  'people.you-are-yourself-and-cannot-make-anyone': { own: string | number; standing: string | number }
  'people.only-an-owner-can-choose-the-signatory': null
  'people.is-already-the-signatory': { name: string | number }
  'people.is-not-an-active-owner-choose-an-active': { name: string | number }
  'people.made-signatory': { tense: 'done' | 'to-do'; person: string | number }
  'people.there-is-nobody-in-the-list-write-one': null
  'people.the-list-names-people-invite-at-most-at': { many: string | number; most: string | number }
  'people.there-is-no-email-address-in': { shown: string | number }
  'people.is-not-a-complete-email-address': { address: string | number }
  'people.the-name-is-longer-than-characters': { maximumName: string | number }
  'places.line-it-names-no-place': { line: string | number }
  'places.line-is-in-the-list-twice-first-in': { line: string | number; name: string | number; line2: string | number }
  'places.there-is-no-place-in-the-list-write': null
  'places.the-list-has-lines-add-at-most-places': { many: string | number; most: string | number }
  'places.line': { line: string | number; sentence: string | number }
  'places.it-has-no-name-before-its-brackets': null
  'places.a-name-has-at-most-80-characters': null
  'places.contains-which-separates-places-write-it': { name: string | number }
  'places.a-kind-has-at-most-40-characters': null
  'places.a-reference-has-at-most-40-characters': null
  'places.the-reference': { reference: string | number }
  'places.line-is-already-there-in-line': { line: string | number; word: string | number; first: string | number }
  'places.walled': { repeat: string | number; place: string | number; kind: string | number; hasWalled: boolean }
  'places.undo-a-move-of': { name: string | number }
  'places.archive-or-restore': { place: string | number }
  'places.move': { place: string | number }
  'places.move-something-into': { parent: string | number }
  'places.this-is-the-whole-account-it-cannot-be': null
  'places.is-already-in': { place: string | number; parent: string | number }
  'places.is-inside-a-place-cannot-be-moved-into': { parent: string | number; place: string | number }
  'places.places-go-levels-deep-at-most-choose-a': { maximumDepth: string | number }
  'places.moved-into': { tense: 'done' | 'to-do'; place: string | number; place2: string | number }
  'places.this-is-the-whole-account-close-the-account': null
  'places.is-already-archived': { place: string | number; hasArchived: boolean }
  'places.archived': { tense: 'done' | 'to-do'; what: string | number }
  'places.restored': { tense: 'done' | 'to-do'; what: string | number }
  'places.added-the-place-in': { tense: 'done' | 'to-do'; place: string | number; place2: string | number }
  'places.rename': { name: string | number }
  'places.renamed-a-place-to': { tense: 'done' | 'to-do'; name: string | number }
  'places.wall-off': { name: string | number }
  'places.this-is-the-whole-account-there-is-nothing': null
  'places.is-already-walled': { place: string | number; hasWalled: boolean }
  'places.walled-off': { tense: 'done' | 'to-do'; name: string | number }
  'places.removed-the-wall-of': { tense: 'done' | 'to-do'; name: string | number }
  'places.a-places-name-cannot-hold-which-joins-places': null
  'places.there-is-a-there-already-choose-another-name': { twin: string | number }
  'places.stands-for': { twin: string | number }
  'places.is-taken': null
  'places.the-reference-already-choose-another': { reference: string | number; where: string | number }
  'places.added-in': { tense: 'done' | 'to-do'; count: string | number; place: string | number; tops: string | number }
  'places.a-place-has-to-come-after-the-place': null
  'places.places-go-levels-deep-at-most': { place: string | number; maximumDepth: string | number }
  'places.holds-which-joins-places': { name: string | number }
  'places.is-listed-twice-side-by-side': { name: string | number }
  'places.the-reference-is-listed-twice': { reference: string | number }
  'places.there-is-no-such-group-or-place-here': null
  'places.places': { count: number }
  'places.and-more': { list: string | number; count: string | number }
  'places.wall-places-off': null
  'places.give-access-there': null
  'products.someone-named-in-the-list-is-no-longer': null
  'products.noted-1-account-in-from-its-member-list': { tense: 'done' | 'to-do'; count: number; productName: string | number }
  'products.applied-a-member-list-of-with-1-row': { tense: 'done' | 'to-do'; productName: string | number; count: number }
  'products.say-who-looks-after-a-product': null
  'products.choose-a-person-or-a-group-of-this': null
  'products.a-clients-own-product-costs-nothing-here-take': null
  'products.noted-that-has-no-accounts': { tense: 'done' | 'to-do'; name: string | number }
  'products.a-group': null
  'products.the-owners': null
  'products.s-own-product': { place: string | number }
  'products.had-look-after-the-accounts-in-by-hand': { tense: 'done' | 'to-do'; keeper: string | number; name: string | number; whose: string | number }
  'products.the-product-was-said-to-have-no-accounts': null
  'products.only-someone-who-looks-after-can-say-what': { productName: string | number }
  'products.there-is-no-such-product-here-describe-it': null
  'products.this-product-is-not-kept-by-hand-so': null
  'products.there-is-no-such-person-here-they-may': null
  'products.this-product-has-no-such-seat-type': null
  'products.confirmed-that-s-account-in-is': { tense: 'done' | 'to-do'; person: string | number; productName: string | number; state: string | number }
  'products.there-is-no-such-account-here-it-may': null
  'products.this-has-been-done-already': null
  'products.someone-unknown': null
  'products.the-account-of-in': { name: string | number; productName: string | number }
  'products.confirmed-that-is-closed': { tense: 'done' | 'to-do'; what: string | number }
  'products.asked-for-to-be-closed': { tense: 'done' | 'to-do'; what: string | number }
  'products.kept': { tense: 'done' | 'to-do'; what: string | number }
  'products.what-was-forgotten-is-gone-for-good': null
  'products.these-are-forgotten-by-themselves': null
  'products.none-of-these-is-due-to-be-forgotten': null
  'products.forgot-1-account-in-products-that-are-nobodys': { tense: 'done' | 'to-do'; count: number }
  'products.connect-products': null
  'products.disconnect-the-product-instead': null
  'products.there-is-no-such-product-here-import-its': null
  'products.this-product-is-already-connected-disconnect': null
  'products.is-not-a-web-address-write-it-in': { address: string | number }
  'products.connected': { tense: 'done' | 'to-do'; what: string | number }
  'products.connect-the-product-again-instead': null
  'products.this-connection-is-no-longer-there-it-may': null
  'products.disconnected': { tense: 'done' | 'to-do'; what: string | number }
  'products.it-says-what-a-product-answered-and-stays': null
  'products.only-what-a-product-answers-is-noted-so': null
  'products.this-is-noted-already-or-the-connection-is': null
  'products.noted-that-could-not-be-read-for-an': { name: string | number }
  'products.noted-that-was-read-again': { name: string | number }
  'products.import-a-product-sheet': null
  'products.is-priced-in-this-account-in-a-bill': { sheet: string | number; currency: string | number; currency2: string | number }
  'products.the-code-porter-belongs-to-jolly-porter': null
  'products.a-new-version-of': { name: string | number }
  'products.the-product': { name: string | number }
  'products.added': { tense: 'done' | 'to-do'; what: string | number }
  'products.imported': { tense: 'done' | 'to-do'; what: string | number; period: string | number }
  'products.choose-a-plan-or-switch-a-product-off': null
  'products.has-no-plan': { sheet: string | number; plan: string | number }
  'products.is-already-set-this-way': { sheet: string | number }
  'products.switched-off': { tense: 'done' | 'to-do'; name: string | number; when: string | number }
  'products.switched-on': { tense: 'done' | 'to-do'; name: string | number; when: string | number }
  'products.put-on-the-plan': { tense: 'done' | 'to-do'; name: string | number; plan: string | number; when: string | number }
  'products.say-how-many-seats-there-are': null
  'products.undo-a-number-of-seats': null
  'products.there-is-no-such-seat-type-choose-another': null
  'products.say-how-many-seats-there-are-2': { type: string | number }
  'products.set-the-seats-of-to': { tense: 'done' | 'to-do'; typeName: string | number; name: string | number; number: string | number; source: string | number; when: string | number }
  'products.switch-a-product-on-at-a-place': null
  'products.this-product': null
  'products.is-not-switched-on-place-by-place-at': { sheet: string | number; kind: string | number }
  'products.is-on-at-already-for-that-time-too': { sheet: string | number; place: string | number }
  'products.switched-on-at': { tense: 'done' | 'to-do'; product: string | number; place: string | number; period: string | number }
  'products.switch-a-product-off-at-a-place': null
  'products.it-is-not-switched-on-there-it-may': null
  'products.it-is-already-switched-off-there-by-then': null
  'products.a-product': null
  'products.switched-off-at': { tense: 'done' | 'to-do'; name: string | number; place: string | number; period: string | number }
  'products.noted-the-shared-login-of-used-by-1': { tense: 'done' | 'to-do'; name: string | number; productName: string | number; count: number }
  'products.hand-out-a-seat': null
  'products.changed-the-shared-login': { tense: 'done' | 'to-do'; name: string | number }
  'products.ended-the-shared-login': { tense: 'done' | 'to-do'; name: string | number }
  'products.changed-the-password-of-the-shared-login': { tense: 'done' | 'to-do'; name: string | number }
  'products.there-is-no-such-shared-login-here-it': null
  'products.is-not-here-choose-someone-who-is': { name: string | number }
  'products.there-is-no-such-day-as': { reviewOn: string | number }
  'products.the-code-stands-twice-in': { code: string | number; list: string | number }
  'products.a-price-by-team-size-needs-at-least': null
  'products.the-team-size-up-to-lies-within-the': { upTo: string | number; upTo2: string | number }
  'products.the-team-size-up-to-costs-less-than': { upTo: string | number }
  'products.a-price-for-a-term-needs-the-terms': null
  'products.has-a-price-of-its-own-but-the': { type: string | number }
  'products.counts-towards-the-team-but-the-product-does': { type: string | number }
  'products.is-floating-a-pool-is-bought-for-a': { type: string | number }
  'products.the-sheet-has-no': { what: string | number; code: string | number }
  'products.is-no-level': { cap: string | number }
  'products.seat-type': null
  'products.is-no-level-2': { level: string | number }
  'products.they-are-invited': null
  'products.they-come-in': null
  'products.they-first-use-it': null
  'products.for': { sum: string | number; name: string | number }
  'products.a-person-counts-from-the-day': { counts: string | number }
  'products.each-where-it-is-on-costs-a-month': { placeKind: string | number; sum: string | number }
  'products.a-month-for-up-to-people': { sum: string | number; isAt: boolean; upTo: string | number }
  'products.the-team-of-costs': { sheet: string | number; list: string | number; from: string | number; places: string | number }
  'products.costs-nothing': { sheet: string | number }
  'products.seats-of-are-bought-for-months-at-a': { sheet: string | number; termMonths: string | number; prices: string | number; places: string | number }
  'products.costs-by-the-day-at-these-prices-a': { sheet: string | number; prices: string | number; from: string | number; places: string | number }
  'products.costs-a-month-and-person-a-month-begun': { sheet: string | number; prices: string | number; from: string | number; places: string | number }
  'products.on-at-3-places': { placeKind: string | number }
  'products.one-more-from-the-20th-of': { month: string | number }
  'products.one-leaves-on-the-10th-another-comes-on': null
  'products.place': { at: string | number }
  'products.column': { at: string | number }
  'products.is-not-an-email-address': { written: string | number }
  'products.the-row-has-no-email-address-or-name': null
  'products.close-the-account-of': { name: string | number }
  'products.nobody-here': { known: string | number }
  'products.change-the-password-of': { name: string | number }
  'products.someone-who-used-it-left-on': { date: string | number }
  'products.open-an-account-for': { name: string | number }
  'products.open-the-account-of-again': { name: string | number }
  'products.suspend-the-account-of': { name: string | number }
  'products.and': null
  'products.change-to': { name: string | number; list: string | number }
  'products.not-used-any-more': null
  'products.a-shared-login': null
  'products.away-since': { on: string | number }
  'products.left-on': { on: string | number }
  'products.has-no-seat': null
  'products.had-a-seat-until': { last: string | number }
  'products.has-a-seat-since': null
  'products.starts-on': null
  'products.nobody-has-looked-yet': null
  'products.someone-who-is-gone': null
  'products.confirmed-by-on': { state: string | number; name: string | number; on: string | number }
  'products.by-the-member-list-of': { state: string | number; isSource: boolean; on: string | number }
  'products.jolly-porter': null
  'products.look-at-everything': null
  'products.add-to-it': null
  'products.change-everything-in-it': null
  'products.delete-things-and-set-it-up': null
  'products.everything-in': { name: string | number }
  'products.look-at-only': { name: string | number }
  'products.https': { text: string | number }
  'products.the-same-as-row': { first: string | number }
  'products.another-row-is-of-the-same-person': null
  'products.not-in-the-list': null
  'products.is-no-seat-type-here': { unknownSeat: string | number }
  'products.last-used': { date: string | number }
  'products.away': { seats: string | number }
  'products.left-on-2': { date: string | number }
  'products.no-seat': null
  'products.everything': null
  'products.own-people': null
  'products.own-people-see': null
  'products.own-people-add': null
  'products.own-people-change': null
  'products.own-people-run': null
  'products.own-access': null
  'products.own-access-see': null
  'products.own-access-add': null
  'products.own-access-change': null
  'products.own-access-run': null
  'products.own-places': null
  'products.own-places-see': null
  'products.own-places-add': null
  'products.own-places-change': null
  'products.own-places-run': null
  'products.own-groups': null
  'products.own-groups-see': null
  'products.own-groups-change': null
  'products.own-groups-run': null
  'products.own-roles': null
  'products.own-roles-see': null
  'products.own-roles-change': null
  'products.own-roles-run': null
  'products.own-seats': null
  'products.own-seats-see': null
  'products.own-seats-add': null
  'products.own-seats-change': null
  'products.own-billing': null
  'products.own-billing-see': null
  'products.own-billing-change': null
  'products.own-billing-run': null
  'products.own-departures': null
  'products.own-departures-see': null
  'products.own-departures-change': null
  'products.own-help': null
  'products.own-help-change': null
  'products.own-connections': null
  'products.own-connections-see': null
  'products.own-connections-run': null
  'products.own-ledger': null
  'products.own-ledger-see': null
  'products.own-settings': null
  'products.own-settings-see': null
  'products.own-settings-change': null
  'products.property-must-be-a-web-address-such-as': null
  'products.the-row-has-no-email-address-name-or': null
  'products.is-not-a-state-write-active-suspended-or': { stateText: string | number }
  'protocols.answers-with-not-with-a-sheet': { url: string | number; status: string | number }
  'protocols.leads-on-more-than-times-give-the-last': { address: string | number; maximumRedirects: string | number }
  'protocols.is-no-address-write-it-as-https-sheets': { url: string | number }
  'protocols.import-the-sheet-as-a-file-instead': null
  'protocols.is-not-on-the-list-of-allowed-addresses': { origin: string | number; how: string | number }
  'protocols.sends-more-than-a-megabyte-that-is-no': { url: string | number }
  'protocols.did-not-finish-within-five-seconds-try-again': { url: string | number }
  'protocols.its-name-leads-to-an-address-in-a': null
  'protocols.nothing-answers-there': null
  'protocols.cannot-be-reached': { origin: string | number; why: string | number }
  'protocols.what-came-from-there-is-not-json-a': null
  'protocols.the-product-opened-an-account-and-does-not': null
  'protocols.the-product-was-asked-for-one-account-and': null
  'protocols.another-program-manages-the-account-with-this': null
  'protocols.the-product-holds-two-accounts-of-one': null
  'protocols.the-product-holds-two-accounts-of-one-2': null
  'protocols.the-product-does-not-show-a-resource': null
  'protocols.the-product-does-not-answer-a-search': null
  'protocols.the-product-does-not-answer-a-list': null
  'protocols.the-products-account-has-no-id': null
  'protocols.the-products-list-ends-after-of-it-was': { size: string | number; total: string | number }
  'protocols.the-products-list-shows-the-same-again-and': null
  'protocols.the-products-list-has-no-end': null
  'protocols.the-product-will-not-open-an-account': null
  'protocols.the-product-will-not-make-a-group': null
  'protocols.the-product-refuses-many-changes-at-once': null
  'protocols.the-product-refuses-a-change': null
  'protocols.the-product-does-not-take-it-away': null
  'protocols.the-products-answer-is-no-resource': null
  'protocols.the-products-list-holds-no-resources': null
  'protocols.the-products-list-does-not-say-how-long': null
  'protocols.the-product-does-not-say-how-each-change': null
  'protocols.the-product-answered-that-the-account-was': null
  'protocols.the-product-does-not-say-whether-the-account': null
  'protocols.the-product-still-shows-an-account-that-was': null
  'protocols.the-products-group-has-no-id': null
  'protocols.uses-must-list-what-was-used-one-entry': null
  'protocols.there-is-no-such-person-here': null
  'protocols.several-people-have-this-email-address-name': null
  'protocols.this-page-token-does-not-belong-to-this': null
  'protocols.ask-with-post': null
  'protocols.send-a-products-token-as-authorization-bearer': null
  'protocols.this-token-is-not-taken-from-this-network': null
  'protocols.this-token-may-not-lodge-token-scope-makes': { scope: string | number }
  'protocols.a-request-here-has-at-most-512-kib': null
  'protocols.the-request-is-not-json': null
  'protocols.it-lacks-a-subject-an-action-or-a': null
  'protocols.the-request-does-not-fit': { instancePath: string | number; message: string | number }
  'protocols.the-product-does-not-say-what-is-theirs': null
  'protocols.the-products-answer-lists-no-things': null
  'protocols.the-products-list-of-things-has-no-end': null
  'protocols.the-product-will-not-hand-over': null
  'protocols.a-thing-of-the-product-has-no-id': null
  'protocols.the-product-does-not-accept-the-connections': { status: string | number }
  'protocols.the-product-asks-to-be-left-alone-for': null
  'protocols.the-product-answers-with': { status: string | number }
  'protocols.is-not-a-web-address-write-it-in': { address: string | number }
  'protocols.is-not-on-the-list-of-allowed-addresses-2': { origin: string | number }
  'protocols.the-products-name-leads-to-an-address-in': null
  'protocols.the-product-redirects-to-another-address-and': null
  'protocols.the-product-does-not-answer-in-time': null
  'protocols.the-products-answer-is-too-long-to-read': null
  'protocols.the-product-broke-off-its-answer': null
  'protocols.the-product-cannot-be-reached': null
  'protocols.the-products-answer-is-not-json': null
  'requests.this-link-does-not-work-any-more-ask': null
  'requests.this-has-been-done-already-or-is-not': null
  'requests.there-is-no-such-product-here': null
  'requests.kind-must-be-one-of': { list: string | number }
  'requests.before-must-be-an-instant': null
  'requests.this-passkey-cannot-be-read-make-it-again': null
  'requests.passkey-added': null
  'requests.this-is-not-the-code-the-authenticator-app': null
  'requests.one-time-codes-added': null
  'requests.backup-codes-made-anew': null
  'requests.this-passkey-is-your-only-way-to-sign': null
  'requests.means-taken-away': null
  'requests.there-is-nothing-in-the-list-to-apply': null
  'requests.for-this-you-need-the-right-to-connect': null
  'requests.name-an-area-of-a-product-as-bedding': null
  'requests.this-link-does-not-work-ask-the-person': null
  'requests.there-is-no-such-day-as-write-it': { on: string | number }
  'requests.an-access-report-is-for-today-or-a': null
  'requests.too-many-pages-are-open-in-this-browser': null
  'requests.to-save-texts-you-need-the-right-to': null
  'requests.you-may-not-write-to-any-of-them': null
  'requests.before-must-be-a-version': null
  'requests.must-be-an-id': { name: string | number }
  'requests.there-is-no-such-day-as-write-it-2': { text: string | number }
  'requests.give-the-earlier-day-first-neither-can-be': null
  'requests.opened-the-account': { account: string | number }
  'requests.named-changes-and-edits-whose-content-had': { count: string | number }
  'requests.the-schedule': null
  'requests.jolly-porter': null
  'requests.you-keep-views-already-delete-one-first': { maximumViews: string | number }
  'requests.must-be-a-number-from-0': { name: string | number }
  'requests.name-an-area-of-a-product-that-is': null
  'requests.they-are-active-here-again': null
  'requests.roles-are-active-again-here': { count: string | number }
  'requests.their-account-in-is-open': { name: string | number }
  'requests.things-in-are-theirs': { count: string | number; name: string | number }
  'requests.could-not-be-asked': { name: string | number; message: string | number }
  'requests.this-link-does-not-work-turn-the-morning': null
  'requests.this-has-a-page-of-its-own-and': null
  'requests.there-is-nothing-to-apply': null
  'requests.changed-something': { who: string | number }
  'requests.there-is-nobody-in-the-list-to-invite': null
  'requests.is-no-network-write-it-as-192-0': { text: string | number }
  'requests.the-product-has-tokens-cut-one-first': { maximumTokens: string | number }
  'requests.this-token-has-run-out-give-it-a': null
  'requests.recognised-must-be-true-call-the-number-you': null
  'requests.you-do-not-have-the-right-to-do': null
  'requests.this-sign-in-slip-does-not-work-ask': null
  'requests.there-is-nobody-for-you-to-confirm-no': null
  'requests.address-must-begin-with-https': null
  'requests.digest-must-be-the-one-a-preview-gave': null
  'rules.is-an-owner-only-an-owner-can-change': { name: string | number }
  'rules.is-an-administrator-only-an-administrator-or': { name: string | number }
  'rules.only-an-owner-can-make-a-role-that': null
  'rules.passes-walls-only-an-owner-can-give-it': { role: string | number }
  'rules.only-an-owner-or-administrator-can-set-what': null
  'rules.only-an-owner-can-decide-how-owners-sign': null
  'rules.only-an-administrator-or-owner-can-decide-how': null
  'rules.change-what-costs': { sheet: string | number }
  'rules.have-seats-come-along': null
  'rules.let-the-bill-rise': null
  'rules.there-is-no-seat-type-choose-another': { product: string | number; seatType: string | number }
  'rules.is-switched-off-switch-it-on-first': { sheet: string | number }
  'rules.the-plan-has-it': { plan: string | number }
  'rules.no-plan-has-it': null
  'rules.the-plan-has-no-seat': { plan: string | number; type: string | number; has: string | number }
  'rules.from-on': { date: string | number }
  'rules.no-seat-of-is-empty-of-are-taken': { name: string | number; productName: string | number; when: string | number; held: string | number; ceiling: string | number }
  'rules.and': null
  'rules.would-be-spare': { list: string | number }
  'rules.no-other-seat-type-has-one-left': null
  'rules.have-not-used-theirs-for-days': { list: string | number; idleDays: string | number }
  'rules.ask-the-office-for-one-more': null
  'rules.one-more-costs-a-month': { money: string | number }
  'rules.has-no-price-for-more-than-people-the': { sheet: string | number; upTo: string | number }
  'rules.this-seat-would-raise-the-bill-for-that': { right: string | number; who: string | number }
  'rules.to-you-need-the-right-to-at-each': { todo: string | number; right: string | number; who: string | number }
  'rules.no-seat-of-is-empty-any-more-all': { seatType: string | number; productName: string | number; ceiling: string | number }
  'rules.may-have-seat-out-at-a-time-and': { place: string | number; number: number; name: string | number; who: string | number }
  'seats.team-up-to': { upTo: string | number }
  'seats.cannot-be-split': { productName: string | number; line: string | number }
  'seats.without-a-cost-code': null
  'seats.cannot-be-split-people-without-a-key': null
  'seats.people-at-several-clients': null
  'seats.people-under-several-cost-codes': null
  'seats.cannot-be-split-2': { name: string | number }
  'seats.cannot-be-split-people-at-all-clients': null
  'seats.invited-counts-after-they-accept': null
  'seats.has-no-seat-of-it': null
  'seats.until': { type: string | number; day: string | number }
  'seats.their-own-seat': null
  'seats.the-product-no-longer-has-a-seat': { seatType: string | number }
  'seats.the-product-is-off': null
  'seats.may-use-a-shared-seat-the-pool-is': null
  'seats.the-number-bought-is-charged-no-matter-who': null
  'seats.no-charge': { type: string | number }
  'seats.trial-until': { day: string | number }
  'seats.the-plan-has-no-seat': { type: string | number }
  'seats.not-used-yet-counts-from-first-use': null
  'seats.counts-from': { type: string | number; day: string | number }
  'seats.since': { type: string | number; day: string | number }
  'seats.and': null
  'seats.bought-until': { date: string | number; room: string | number }
  'seats.a-pool-of': { ceiling: string | number }
  'seats.of-empty': { empty: string | number; ceiling: string | number }
  'seats.no-charge-2': null
  'seats.the-office-knows-the-price': null
  'seats.for-months': { sum: string | number; termMonths: string | number }
  'seats.a-month': { sum: string | number }
  'seats.the-largest-team-size-is-reached-the-next': null
  'seats.in-the-teams-a-month-for-up-to': { sum: string | number; upTo: string | number }
  'seats.now': { sum: string | number }
  'seats.the-person-makes-it-a-month': { ordinal: string | number; sum: string | number; today: string | number }
  'seats.is-not-here-yet-invite-them-with-the': { name: string | number }
  'seats.already-has-this-seat-for-that-time': { name: string | number }
  'seats.hand-out-a-seat': null
  'seats.gave-their-own': { tense: 'done' | 'to-do'; person: string | number; seat: string | number; hasOwn: boolean; period: string | number }
  'seats.took-a-seat-away-before-it-began': { tense: 'done' | 'to-do' }
  'seats.took-the-from': { tense: 'done' | 'to-do'; seat: string | number; who: string | number; period: string | number }
  'seats.they-already-have-this-seat': null
  'seats.change-a-seat': null
  'seats.another-seat': null
  'seats.moved-to': { tense: 'done' | 'to-do'; who: string | number; to: string | number; period: string | number }
  'seats.there-is-no-such-seat-here-it-may': null
  'seats.take-a-seat-away-from-someone-with-access': null
  'seats.this-seat-comes-with-the-membership-and-ends': null
  'seats.this-seat-ends-before-that-anyway-or-has': null
  'seats.a-closed-month-stays-closed': null
  'seats.months-close-automatically-five-days-after': null
  'seats.is-already-closed': { month: string | number }
  'seats.is-not-the-next-month-to-close': { month: string | number }
  'seats.closed-the-bill-of': { tense: 'done' | 'to-do'; month: string | number; sum: string | number }
  'seats.it-says-what-a-product-reported-and-stays': null
  'seats.only-a-product-can-report-use': null
  'seats.there-is-no-allowance': { allowance: string | number }
  'seats.there-is-no-such-person-here': null
  'seats.is-not-a-time-with-its-offset': { at: string | number }
  'seats.the-use-reported-is-in-the-future': null
  'seats.reported': { tense: 'done' | 'to-do'; what: string | number }
  'seats.uses': { count: number }
  'seats.give-a-seat-instead': { name: string | number; price: string | number }
  'seats.take-the-seat-of-who-does-not-use': { person: string | number }
  'seats.a-month-2': { money: string | number }
  'seats.one-more-when-a-seat-was-given': null
  'seats.raise-the-number-to': { number: string | number; sum: string | number }
  'seats.set-a-places-number-of-seats': null
  'seats.there-is-no-seat-type-choose-another': { product: string | number; seatType: string | number }
  'seats.it-already-has-this-number': null
  'seats.any-number-of': null
  'seats.at-most': { number: string | number }
  'seats.let-hand-out-seats': { tense: 'done' | 'to-do'; place: string | number; many: string | number; type: string | number }
  'seats.their-own-licence': { article: string | number; text: string | number; hasOwn: boolean }
  'seats.seat-in': { type: string | number; sheet: string | number }
  'server.a-request-has-at-most': { said: string | number }
  'server.the-request-is-not-json-check-its-quotes': null
  'server.something-went-wrong-here-nothing-was-changed': null
  'server.this-request-cannot-be-read': null
  'server.not-ready': null
  'server.this-request-did-not-come-from-our-own': null
  'server.a-file-or-a-page': null
  'server.there-is-nothing-here-or-nothing-you-have': null
  'server.sign-in-first': null
  'server.this-cannot-be-done': null
  'server.time-has-passed': null
  'server.the-effect-has-changed-in-the-meantime-check': { list: string | number }
  'server.the-server-cannot-reach-its-database-nothing': null
  'server.too-much-is-changing-at-once-nothing-was': null
  'settings.change-the-accounts-settings': null
  'settings.people-who-left-are': { due: number }
  'settings.erased-for-good-within-minutes-of-this': { who: string | number }
  'settings.this-is-already-set': null
  'settings.the-accounts-name-to': { name: string | number }
  'settings.how-much-of-a-places-path-guests-see': null
  'settings.whether-guests-see-the-people-they-meet': null
  'settings.nobody': null
  'settings.who-needs-a-second-sign-in-step': { list: string | number }
  'settings.that-people-from-outside-need-a-last-day': null
  'settings.that-people-from-outside-need-no-last-day': null
  'settings.what-newcomers-agree-to': null
  'settings.that-newcomers-need-not-agree-to-anything': null
  'settings.what-people-hand-back-when-they-leave': null
  'settings.when-people-who-left-are-erased': null
  'settings.that-they-are-erased-automatically': null
  'settings.that-the-desk-reminds-of-erasing': null
  'settings.set': { tense: 'done' | 'to-do'; what: string | number }
  'settings.people-from-outside-need-a-last-day-here': null
  'sign-in.a-moment': null
  'sign-in.minutes': { minutes: number }
  'sign-in.too-many-attempts-wait-and-try-again': { wait: string | number }
  'sign-in.too-many-people-are-signing-in-from-your': null
  'sign-in.a-password-needs-at-least-characters-a-few': { minimumPasswordLength: string | number }
  'sign-in.many-people-use-this-password-so-it-is': null
  'sign-in.your-login-has-no-email-address-add-a': null
  'sign-in.you-signed-in-with-a-slip-first-ask': null
  'sign-in.confirm-it-is-you-sign-in-again-first': null
  'sign-in.this-passkey-could-not-be-checked-try-again': null
  'store.line-is-no-anchor': { at: string | number }
  'store.entry': { account: string | number; version: string | number }
  'store.was-put-down-on-and-is-gone': { whose: string | number; at: string | number }
  'store.was-put-down-on-with-another-hash': { whose: string | number; at: string | number }
  'store.its-stamp-of-is-not-from-the-service': { whose: string | number; at: string | number }
  'store.or': null
  'store.this-servers-clock-and-its-databases-clock': null
  'store.the-ledger-does-not-end-where-the-account': null
  'store.a-change-or-edit-is-missing-and-no': null
  'store.an-entry-is-missing-before-this-one': null
  'store.its-header-was-altered': null
  'store.its-header-is-not-in-the-canonical-form': null
  'store.the-header-is-of-another-entry': null
  'store.it-does-not-name-the-hash-of-the': null
  'store.its-stored-time-or-layout-is-not-the': null
  'store.its-changes-or-edits-were-removed-or': null
  'store.a-change-or-edit-was-altered': null
  'store.it-says-that-something-was-destroyed-that-is': null
  'store.a-row-of-was-without-a-ledger-entry': { table: string | number; what: string | number }
  'store.a-row-of-was-removed-without-a-ledger': { table: string | number }
  'time.day': { day: string | number; month: string | number; year: string | number }
  'time.day-of-this-year': { day: string | number; month: string | number }
  'time.month': { month: string | number; year: string | number }
  'time.moment': { day: string | number; time: string | number }
  'time.monday': null
  'time.tuesday': null
  'time.wednesday': null
  'time.thursday': null
  'time.friday': null
  'time.saturday': null
  'time.sunday': null
  'time.january': null
  'time.february': null
  'time.march': null
  'time.april': null
  'time.may': null
  'time.june': null
  'time.july': null
  'time.august': null
  'time.september': null
  'time.october': null
  'time.november': null
  'time.december': null
  'undo.the-settings': null
  'undo.a-firm': null
  'undo.a-place': null
  'undo.a-role': null
  'undo.a-person': null
  'undo.a-field': null
  'undo.a-group': null
  'undo.a-membership': null
  'undo.a-key': null
  'undo.an-invitation': null
  'undo.a-seat': null
  'undo.a-product': null
  'undo.a-product-sheet': null
  'undo.a-plan': null
  'undo.a-number-of-seats': null
  'undo.a-places-products': null
  'undo.reported-use': null
  'undo.a-closed-month': null
  'undo.a-request': null
  'undo.a-shared-access-report': null
  'undo.what-is-kept-apart': null
  'undo.a-link': null
  'undo.a-places-number-of-seats': null
  'undo.a-packet': null
  'undo.what-was-planned': null
  'undo.a-departure': null
  'undo.a-departures-step': null
  'undo.a-time-away': null
  'undo.a-products-connection': null
  'undo.who-looks-after-a-product': null
  'undo.what-is-known-of-an-account-in-a': null
  'undo.a-member-list': null
  'undo.a-shared-login': null
  'undo.a-request-to-record-someone': null
  'undo.there-was-nothing-before-switch-the-product': { table: string | number }
  'undo.its-seats-were-reserved-anew-change-the': null
  'undo.something-uses-made-then-undo-that-first': { words: string | number }
  'undo.what-was-done-to-cannot-be-undone-change': { words: string | number }
  'undo.only-the-person-who-planned-this-or-an': null
  'undo.this-has-already-happened-record-that-they': null
  'undo.only-an-owner-can-undo-what-was-done': null
  'undo.an-admission-cannot-be-undone-end-their': null
  'undo.they-are-no-longer-invited-invite-them-again': null
  'undo.a-departure-cannot-be-undone-invite-them': null
  'undo.there-is-nothing-to-undo-in-that-docket': null
  'undo.what-that-docket-altered-was-changed-again': { words: string | number }
  'undo.give-a-seat-back': null
  'undo.undid-what-was-done-in-entry': { tense: 'done' | 'to-do'; version: string | number }
  'undo.it-is-no-longer-known-what-this-did': null
  'views.from-outside': null
  'views.reports-to': { person: string | number }
  'views.without-manager': null
  'views.without-seat': null
  'views.without-end': null
  'views.came-back': null
  'views.last-day-passed': null
  'views.my-reports': null
  'views.places': { level: string | number; places: string | number }
  'views.your-own': null
  'views.your-own-and-your-peoples': null
  'views.add-clients-and-see-no-other-client': null
  'views.once-approved': { sentence: string | number; whose: string | number }
  'views.once-approved-2': { what: string | number }
  'views.is': { known: string | number; name: string | number }
  'views.and': null
  'views.or': null
  'views.who-they-are': null
  'views.1-area': { highest: string | number; size: number }
  'views.who-can-at': { level: string | number; hasArea: boolean; area: string | number; place: string | number; count: string | number }
  'views.end-access-now': { name: string | number }
  'views.end-all-access-now-and-hand-over-what': null
  'views.last-day': { date: string | number }
  'views.leaving-this-month': { count: string | number }
  'views.access-of-at': { person: string | number; place: string | number }
  'views.no-access-there': null
  'views.open-to-see-why-not': null
  'views.at': { role: string | number; place: string | number }
  'views.through-something-you-do-not-have-the-right': null
  'views.what-can-do-at-nothing': { person: string | number; place: string | number; isCount: boolean }
  'views.from-outside-with-access-at': { place: string | number }
  'views.beneath-it': null
  'views.people-with-the-role': { best: string | number }
  'views.people-in-the-group': { best: string | number }
  'views.people-from-the-firm': { best: string | number }
  'views.people-with-a-in': { best: string | number; detail: string | number }
  'views.people-with-access-at': { place: string | number }
  'views.invited-by': { who: string | number }
  'views.no-use-reported-for-days': { days: string | number }
  'views.is-already-retired': { role: string | number }
  'views.is-retired-choose-another-role': { role: string | number }
  'views.a-group': null
  'views.every': { subjectId: string | number }
  'views.needs-a-seat-that-allows-it': null
  'views.held-back-by-the-seat': null
  'views.the-office-knows': null
  'views.more-with-approval': null
  'views.own-only': null
  'views.no-access-at-the-moment': null
  'views.after-they-accept': null
  'views.a-month': { money: string | number }
  'views.it-can-be-done-now-add-it-to': null
  'views.the-reason-is-shown-to-the-person-who': null
  'views.at-2': { area: string | number; level: string | number; place: string | number }
  'views.you-cannot-grant-your-own-request': null
  'views.by': { date: string | number }
  'views.people-start': { count: number; number: string | number }
  'views.people-are-waiting-to-be-admitted': { count: number; number: string | number }
  'views.people-have-their-last-day': { count: number; number: string | number }
  'views.nobody-starts-waits-or-has-a-last-day': null
  'views.1-person-from': { count: number; productName: string | number }
  'views.from': { first: string | number }
  'views.to': { first: string | number; date: string | number }
  'views.a-role': null
  'views.take-away': null
  'views.the-group': null
  'views.remove-from': { group: string | number }
  'views.no-email': null
  'views.and-2': { address: string | number; address2: string | number }
  'views.their-own': null
  'views.the-office-knows-the-prices': null
  'views.staff-with': { name: string | number }
  'views.from-outside-with': { name: string | number }
  'views.write-what-the-product-is-called': null
  'views.add-at-least-one-seat-type': null
  'views.as-described': null
  'views.client-contacts': null
  'views.no-firm': null
  'views.no-manager': null
  'views.no-group': null
  'views.a-group-that-has-gone': null
  'views.seats': { name: string | number }
  'views.took-of': { who: string | number; seat: string | number; of: string | number; tail: string | number }
  'views.gave-up-of': { who: string | number; seat: string | number; of: string | number; tail: string | number }
  'views.moved-from-to-of': { who: string | number; from: string | number; to: string | number; of: string | number; tail: string | number }
  'views.the-price-of-of-is-another-for': { to: string | number; of: string | number; who: string | number }
  'views.more-or-fewer-days-of-of-count-for': { to: string | number; of: string | number; who: string | number }
  'views.of-was-bought': { to: string | number; of: string | number }
  'views.no-of-is-bought-again': { from: string | number; of: string | number }
  'views.of-switched-on-at': { to: string | number; of: string | number; places: string | number }
  'views.is-on-at-other-places-than-before': { of: string | number }
  'views.more-or-less-of-of-was-used-beyond': { to: string | number; of: string | number }
  'views.something-of-came-late-for-an-earlier-month': { of: string | number; money: string | number }
  'views.nobody-counts-for-any-more': { productName: string | number }
  'views.with': { who: string | number; tail: string | number }
  'views.the-team-price-of-is-another': { productName: string | number }
  'views.is-charged-for-a': { productName: string | number; size: string | number; because: string | number }
  'views.and-more': { list: string | number; count: string | number }
  'views.and-3': { list: string | number; at: string | number }
  'views.everywhere-but': { list: string | number }
  'views.passes-walls': null
  'views.staff': null
  'views.contractors': null
  'views.membership': null
  'views.firm': null
  'views.a-seat': { article: string | number; name: string | number }
  'views.number': { count: number }
  'work.1-day-overdue': { overdueDays: number }
  'work.a-new-password-for-jolly-porter': null
  'work.someone-perhaps-you-asked-for-a-new-password': null
  'work.the-link-works-once-for-half-an-hour': null
  'work.is-this-your-new-email-address': null
  'work.you-asked-to-sign-in-to-jolly-porter': null
  'work.the-link-works-once-for-a-day-if': null
  'work.is-this-your-email-address': null
  'work.you-asked-to-join-by-a-link-to': null
  'work.open-your-account-with-jolly-porter': null
  'work.you-asked-to-open-an-account-to-go': null
  'work.the-link-works-once-for-a-day-if-2': null
  'work.your-login-at-jolly-porter-now-has-the': { newEmail: string | number }
  'work.if-this-was-not-you-tell-the-office': null
  'work.your-email-address-was-changed': null
  'work.jolly-porter': null
  'work.column': { at: string | number }
  'work.this-took-too-long-and-was-stopped-nothing': null
  'work.invites-you-to': { sponsor: string | number; account: string | number; link: string | number }
  'work.declined-your-invitation': { name: string | number }
  'work.whom-you-invited-was-not-admitted': { name: string | number }
  'work.accepted-your-invitation': { name: string | number }
  'work.accepted-your-invitation-and-waits-to-be': { name: string | number }
  'work.signed-in-with-a-slip-and-waits-for': { name: string | number }
  'work.hello': { name: string | number }
  'work.your-access-at-was-changed-by-your-access': { account: string | number; by: string | number }
  'work.jolly-porter-for': { account: string | number }
  'work.your-access-at-has-changed': { account: string | number }
  'work.things': { count: number }
  'work.hello-2': { asked: string | number }
  'work.asks-you-to-do-in-products-you-look': { account: string | number; what: string | number }
  'work.open-this-page-to-say-what-you-have': null
  'work.the-link-works-for-days-and-needs-no': { keeperLinkDays: string | number }
  'work.jolly-porter-for-2': { account: string | number }
  'work.and': null
  'work.asks-you-to-do-in': { account: string | number; what: string | number; list: string | number }
  'work.at': { name: string | number; client: string | number }
  'work.this-would-be-cells-fold-places-or-filter': { cells: string | number; most: string | number }
  'work.by-jolly-porter': { name: string | number; account: string | number }
  'work.is-waiting-to-be-admitted': null
  'work.has-had-their-last-day-access-has-ended': null
  'work.has-not-accepted-their-invitation-which-runs': null
  'work.is-invited-but-the-message-came-back': null
  'work.did-not-accept-their-invitation-in-time': null
  'work.has-left-but-one-of-their-accounts-may': null
  'work.could-not-be-read-as-a-connected-product': null
  'work.has-left-but-one-step-of-the-departure': null
  'work.has-something-to-hand-back': null
  'work.asks-for-time-away': null
  'work.left-long-enough-ago-to-be-erased': null
  'work.is-back-but-not-all-their-seats-could': null
  'work.planned-a-change-that-could-not-be-made': null
  'work.has-their-last-day': null
  'work.has-more-to-do-in-it': null
  'work.is-a-product-that-nobody-looks-after': null
  'work.may-have-two-records-here': null
  'work.asks-you-to-record-people': null
  'work.is-a-product-that-no-role-opens': null
  'work.is-a-shared-login-to-look-at-again': null
  'work.good-morning': { name: string | number }
  'work.things-need-you': { count: number }
  'work.and-more': { count: string | number }
  'work.state-of-the-ledger': { headHash: string | number }
  'work.to-stop-these-emails-open': null
  'work.things-need-you-2': { count: number }
  'work.your-access-has-changed': null
  'work.your-invitation-was-accepted': null
  'work.at-2': { subject: string | number; account: string | number }
  'work.your-access-was-changed-by': { list: string | number }
  'work.accepted-your-invitation-and-waits-to-be-2': { name: string | number; isKind: boolean }
  'work.the-account-is-open-again-close-it-or': null
  'work.the-product-no-longer-says-whether-the': null
  'work.the-connection-has-no-token-yet-enter-it': null
  'work.this-product-has-no-handover-service': null
  'work.it-is-no-longer-theirs': null
  'work.it-is-asked-again-in-a-while': { lastError: string | number }
  'work.another-process-is-changing-this-account-in': null
  'work.read-back-as-closed': null
  'work.there-is-no-account-the-product-was-asked': null
  'work.the-product-is-not-connected-any-more': null
  'work.the-person-who-was-to-take-it-over': null
  'work.things-read-back': { count: string | number }
  'work.they-are-still-there': null
  'work.of-were-not-handed-over': { size: string | number; count: string | number; why: string | number }
  'work.at-3': { role: string | number; place: string | number }
  'work.invited-you-to-work-with-the-invitation-is': { inviter: string | number; name: string | number }
  'work.invites-you-to-work-with': { inviter: string | number; name: string | number }
  'work.after-you-accept-you-have': null
  'work.to-see-the-invitation-and-accept-it-open': null
  'work.the-link-works-once-until-if-you-did': { expires: string | number }
  'work.jolly-porter-for-3': { name: string | number }
  'work.your-invitation-to-is-still-waiting': { name: string | number }
  'work.invites-you-to-2': { inviter: string | number; name: string | number }
  'work.the-file-takes-too-much-to-read-and': null
  'work.too-many-of-your-requests-are-still-running': null
  'work.this-is-too-much-for-one-access-report': null
  'work.the-account-did-not-exist-on-yet': { date: string | number }
  'work.hello-nobody': null
  'work.asks': null
  'work.the-gateway-answered': { status: string | number }
}
