// Written by `npm run generated` from ../en/leaving.json.
export interface LeavingMessages {
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
  'leaving.their-value': { field: string }
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
  'leaving.took-over-what-is-s': { accepts: boolean; tense: 'done' | 'to-do'; leaver: string | number }
  'leaving.is-not-a-time-write-it-as-2026': { text: string | number }
  'leaving.has-passed-choose-a-later-time-or-now': { text: string | number }
  'leaving.this-departure-is-no-longer-planned-it-may': null
  'leaving.the-person-who-leaves-cannot-take-it-over': null
  'leaving.that-time-has-passed-choose-a-later-one': null
  'leaving.choose-who-takes-it-over': null
  'leaving.a-cannot-take-this-over-choose-a-person': { kind: string }
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
}
