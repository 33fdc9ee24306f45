// Written by `npm run generated` from ../en/offers.json.
export interface OffersMessages {
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
  'offers.cut-the-link': { tense: 'done' | 'to-do'; isKnown: boolean; link: string | number }
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
  'offers.is-already-here-2': { name: string | number; state: string }
  'offers.was-here-before-their-earlier-details-are': { name: string | number; state: string }
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
  'offers.renamed-a-link': { tense: 'done' | 'to-do'; isKnown: boolean; link: string | number; name: string | number }
}
