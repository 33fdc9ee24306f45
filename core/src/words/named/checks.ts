// Written by `npm run generated` from ../en/checks.json.
export interface ChecksMessages {
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
}
