// Written by `npm run generated` from ../en/seats.json.
export interface SeatsMessages {
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
  'seats.is-not-here-yet-invite-them-with-the': { name: string | number; state: string }
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
  'seats.let-hand-out-seats': { tense: 'done' | 'to-do'; place: string | number; many: string | number; type: string | number; one: string }
  'seats.their-own-licence': { article: string | number; text: string | number; hasOwn: boolean }
  'seats.seat-in': { type: string | number; sheet: string | number }
}
