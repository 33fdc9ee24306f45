// Written by `npm run generated` from ../en/access.json.
export interface AccessMessages {
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
  'access.is-not-here-yet-invite-them-first': { name: string | number; state: string }
  'access.a-group': null
  'access.every': { subjectId: string }
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
  'access.is-given-times-choose-what-replaces-it': { role: string | number; count: number }
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
  'access.at-2': { areaName: string | number; level: string; place: string | number }
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
  'access.choose-someone-who-is-active-as-the-person': null
  'access.no-person-or-place-here-has-these-names': null
  'access.they-have-no-access-at-present': { replaceAll: string | number }
  'access.no-access-that-counts-leads-there': null
  'access.they-have-no-seat-of-this-product': null
  'access.their-seat-allows': { cap: string }
  'access.their-roles-give-but': { granted: string; seat: string | number }
  'access.their-roles-give-here': { granted: string }
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
}
