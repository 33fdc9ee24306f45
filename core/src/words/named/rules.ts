// Written by `npm run generated` from ../en/rules.json.
export interface RulesMessages {
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
}
