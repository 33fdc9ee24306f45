// Written by `npm run generated` from ../en/docket.json.
export interface DocketMessages {
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
  'docket.are-asked-to-close-the-account': { list: string | number; count: number }
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
}
