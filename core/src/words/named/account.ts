// Written by `npm run generated` from ../en/account.json.
export interface AccountMessages {
  'account.a-person-needs-an-email-or-a-key': null
  'account.stands-twice': { key: string | number }
  'account.a-person-who-is-away-needs-the-first': null
  'account.a-time-away-needs-its-first-day': null
  'account.a-person-cannot-be-and-away-at-the': { state: string }
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
}
