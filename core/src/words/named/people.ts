// Written by `npm run generated` from ../en/people.json.
export interface PeopleMessages {
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
  'people.is-not-here-yet-invite-them-first': { name: string | number; state: string }
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
  'people.renamed-the-firm-to': { tense: 'done' | 'to-do'; known: string; employer: string | number; name: string | number }
  'people.choose-another-firm-to-merge-it-into': null
  'people.merged-the-firm-into': { tense: 'done' | 'to-do'; known: string; employer: string | number; employer2: string | number }
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
  'people.joined-the-records-of-and-into-one': { tense: 'done' | 'to-do'; known: string; person: string | number; person2: string | number }
  'people.say-that-two-records-are-of-two-people': null
  'people.said-that-and-are-two-people': { tense: 'done' | 'to-do'; person: string | number; person2: string | number }
  'people.and-2': { name: string | number; name2: string | number }
  'people.this-is-one-record-already-choose-another': null
  'people.one-of-them-is-erased-an-erased-record': null
  'people.both-sign-in-with-a-login-of-their': { names: string | number }
  'people.a-departure-of-is-planned-or-running-finish': { names: string | number }
  'people.an-invitation-admission-or-time-away-of-is': { names: string | number }
  'people.change-peoples-details': null
  'people.kind-to': { kind: string }
  'people.membership-to': { standing: string }
  'people.nobody': null
  'people.manager-to': { person: string | number }
  'people.firm-to': { firm: string | number }
  'people.none': null
  'people.last-day-to': { day: string | number }
  'people.cost-centre': null
  'people.fields': null
  'people.rule-field': { field: string }
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
  'people.the-group-uses-your-in-its-rule-so': { group: string | number; name: string }
  'people.only-an-owner-can-make-someone-an-owner': null
  'people.is-the-signatory-name-another-owner-as': { name: string | number }
  'people.you-are-yourself-and-cannot-make-anyone': { own: string; standing: string }
  'people.only-an-owner-can-choose-the-signatory': null
  'people.is-already-the-signatory': { name: string | number }
  'people.is-not-an-active-owner-choose-an-active': { name: string | number }
  'people.made-signatory': { tense: 'done' | 'to-do'; person: string | number }
  'people.there-is-nobody-in-the-list-write-one': null
  'people.the-list-names-people-invite-at-most-at': { many: string | number; most: string | number }
  'people.there-is-no-email-address-in': { shown: string | number }
  'people.is-not-a-complete-email-address': { address: string | number }
  'people.the-name-is-longer-than-characters': { maximumName: string | number }
}
