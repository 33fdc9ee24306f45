// Written by `npm run generated` from ../en/work.json.
export interface WorkMessages {
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
  'work.accepted-your-invitation-and-waits-to-be-2': { name: string | number; waits: boolean }
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
