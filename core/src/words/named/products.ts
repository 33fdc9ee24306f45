// Written by `npm run generated` from ../en/products.json.
export interface ProductsMessages {
  'products.someone-named-in-the-list-is-no-longer': null
  'products.noted-1-account-in-from-its-member-list': { tense: 'done' | 'to-do'; count: number; productName: string | number }
  'products.applied-a-member-list-of-with-1-row': { tense: 'done' | 'to-do'; productName: string | number; count: number }
  'products.say-who-looks-after-a-product': null
  'products.choose-a-person-or-a-group-of-this': null
  'products.a-clients-own-product-costs-nothing-here-take': null
  'products.noted-that-has-no-accounts': { tense: 'done' | 'to-do'; name: string | number }
  'products.a-group': null
  'products.the-owners': null
  'products.s-own-product': { place: string | number }
  'products.had-look-after-the-accounts-in-by-hand': { tense: 'done' | 'to-do'; keeper: string | number; name: string | number; whose: string | number }
  'products.the-product-was-said-to-have-no-accounts': null
  'products.only-someone-who-looks-after-can-say-what': { productName: string | number }
  'products.there-is-no-such-product-here-describe-it': null
  'products.this-product-is-not-kept-by-hand-so': null
  'products.there-is-no-such-person-here-they-may': null
  'products.this-product-has-no-such-seat-type': null
  'products.confirmed-that-s-account-in-is': { tense: 'done' | 'to-do'; person: string | number; productName: string | number; state: string }
  'products.there-is-no-such-account-here-it-may': null
  'products.this-has-been-done-already': null
  'products.someone-unknown': null
  'products.the-account-of-in': { name: string | number; productName: string | number }
  'products.confirmed-that-is-closed': { tense: 'done' | 'to-do'; what: string | number }
  'products.asked-for-to-be-closed': { tense: 'done' | 'to-do'; what: string | number }
  'products.kept': { tense: 'done' | 'to-do'; what: string | number }
  'products.what-was-forgotten-is-gone-for-good': null
  'products.these-are-forgotten-by-themselves': null
  'products.none-of-these-is-due-to-be-forgotten': null
  'products.forgot-1-account-in-products-that-are-nobodys': { tense: 'done' | 'to-do'; count: number }
  'products.connect-products': null
  'products.disconnect-the-product-instead': null
  'products.there-is-no-such-product-here-import-its': null
  'products.this-product-is-already-connected-disconnect': null
  'products.is-not-a-web-address-write-it-in': { address: string | number }
  'products.connected': { tense: 'done' | 'to-do'; what: string | number }
  'products.connect-the-product-again-instead': null
  'products.this-connection-is-no-longer-there-it-may': null
  'products.disconnected': { tense: 'done' | 'to-do'; what: string | number }
  'products.it-says-what-a-product-answered-and-stays': null
  'products.only-what-a-product-answers-is-noted-so': null
  'products.this-is-noted-already-or-the-connection-is': null
  'products.noted-that-could-not-be-read-for-an': { name: string | number }
  'products.noted-that-was-read-again': { name: string | number }
  'products.import-a-product-sheet': null
  'products.is-priced-in-this-account-in-a-bill': { sheet: string | number; currency: string | number; currency2: string | number }
  'products.the-code-porter-belongs-to-jolly-porter': null
  'products.a-new-version-of': { name: string | number }
  'products.the-product': { name: string | number }
  'products.added': { tense: 'done' | 'to-do'; what: string | number }
  'products.imported': { tense: 'done' | 'to-do'; what: string | number; period: string | number }
  'products.choose-a-plan-or-switch-a-product-off': null
  'products.has-no-plan': { sheet: string | number; plan: string | number }
  'products.is-already-set-this-way': { sheet: string | number }
  'products.switched-off': { tense: 'done' | 'to-do'; name: string | number; when: string | number }
  'products.switched-on': { tense: 'done' | 'to-do'; name: string | number; when: string | number }
  'products.put-on-the-plan': { tense: 'done' | 'to-do'; name: string | number; plan: string | number; when: string | number }
  'products.say-how-many-seats-there-are': null
  'products.undo-a-number-of-seats': null
  'products.there-is-no-such-seat-type-choose-another': null
  'products.say-how-many-seats-there-are-2': { type: string | number }
  'products.set-the-seats-of-to': { tense: 'done' | 'to-do'; typeName: string | number; name: string | number; number: string | number; source: string | number; when: string | number }
  'products.switch-a-product-on-at-a-place': null
  'products.this-product': null
  'products.is-not-switched-on-place-by-place-at': { sheet: string | number; kind: string }
  'products.is-on-at-already-for-that-time-too': { sheet: string | number; place: string | number }
  'products.switched-on-at': { tense: 'done' | 'to-do'; product: string | number; place: string | number; period: string | number }
  'products.switch-a-product-off-at-a-place': null
  'products.it-is-not-switched-on-there-it-may': null
  'products.it-is-already-switched-off-there-by-then': null
  'products.a-product': null
  'products.switched-off-at': { tense: 'done' | 'to-do'; name: string | number; place: string | number; period: string | number }
  'products.noted-the-shared-login-of-used-by-1': { tense: 'done' | 'to-do'; name: string | number; productName: string | number; count: number }
  'products.hand-out-a-seat': null
  'products.changed-the-shared-login': { tense: 'done' | 'to-do'; name: string | number }
  'products.ended-the-shared-login': { tense: 'done' | 'to-do'; name: string | number }
  'products.changed-the-password-of-the-shared-login': { tense: 'done' | 'to-do'; name: string | number }
  'products.there-is-no-such-shared-login-here-it': null
  'products.is-not-here-choose-someone-who-is': { name: string | number }
  'products.there-is-no-such-day-as': { reviewOn: string | number }
  'products.the-code-stands-twice-in': { code: string | number; list: string | number }
  'products.a-price-by-team-size-needs-at-least': null
  'products.the-team-size-up-to-lies-within-the': { upTo: string | number; upTo2: string | number }
  'products.the-team-size-up-to-costs-less-than': { upTo: string | number }
  'products.a-price-for-a-term-needs-the-terms': null
  'products.has-a-price-of-its-own-but-the': { type: string | number }
  'products.counts-towards-the-team-but-the-product-does': { type: string | number }
  'products.is-floating-a-pool-is-bought-for-a': { type: string | number }
  'products.the-sheet-has-no': { what: string | number; code: string | number }
  'products.is-no-level': { cap: string | number }
  'products.seat-type': null
  'products.is-no-level-2': { level: string | number }
  'products.they-are-invited': null
  'products.they-come-in': null
  'products.they-first-use-it': null
  'products.for': { sum: string | number; name: string | number }
  'products.a-person-counts-from-the-day': { counts: string | number }
  'products.each-where-it-is-on-costs-a-month': { placeKind: string | number; sum: string | number }
  'products.a-month-for-up-to-people': { sum: string | number; isFirst: boolean; upTo: string | number }
  'products.the-team-of-costs': { sheet: string | number; list: string | number; from: string | number; places: string | number }
  'products.costs-nothing': { sheet: string | number }
  'products.seats-of-are-bought-for-months-at-a': { sheet: string | number; termMonths: string | number; prices: string | number; places: string | number }
  'products.costs-by-the-day-at-these-prices-a': { sheet: string | number; prices: string | number; from: string | number; places: string | number }
  'products.costs-a-month-and-person-a-month-begun': { sheet: string | number; prices: string | number; from: string | number; places: string | number }
  'products.on-at-3-places': { placeKind: string | number }
  'products.one-more-from-the-20th-of': { month: string | number }
  'products.one-leaves-on-the-10th-another-comes-on': null
  'products.place': { at: string | number }
  'products.column': { at: string | number }
  'products.is-not-an-email-address': { written: string | number }
  'products.the-row-has-no-email-address-or-name': null
  'products.close-the-account-of': { name: string | number }
  'products.nobody-here': { known: string | number }
  'products.change-the-password-of': { name: string | number }
  'products.someone-who-used-it-left-on': { date: string | number }
  'products.open-an-account-for': { name: string | number }
  'products.open-the-account-of-again': { name: string | number }
  'products.suspend-the-account-of': { name: string | number }
  'products.and': null
  'products.change-to': { name: string | number; list: string | number }
  'products.not-used-any-more': null
  'products.a-shared-login': null
  'products.away-since': { on: string | number }
  'products.left-on': { on: string | number }
  'products.has-no-seat': null
  'products.had-a-seat-until': { last: string | number }
  'products.has-a-seat-since': null
  'products.starts-on': null
  'products.nobody-has-looked-yet': null
  'products.someone-who-is-gone': null
  'products.confirmed-by-on': { state: string; name: string | number; on: string | number }
  'products.by-the-member-list-of': { state: string; isList: boolean; on: string | number }
  'products.jolly-porter': null
  'products.look-at-everything': null
  'products.add-to-it': null
  'products.change-everything-in-it': null
  'products.delete-things-and-set-it-up': null
  'products.everything-in': { name: string | number }
  'products.look-at-only': { name: string | number }
  'products.the-same-as-row': { first: string | number }
  'products.another-row-is-of-the-same-person': null
  'products.not-in-the-list': null
  'products.is-no-seat-type-here': { unknownSeat: string | number }
  'products.last-used': { date: string | number }
  'products.away': { seats: string | number }
  'products.left-on-2': { date: string | number }
  'products.no-seat': null
  'products.everything': null
  'products.own-people': null
  'products.own-people-see': null
  'products.own-people-add': null
  'products.own-people-change': null
  'products.own-people-run': null
  'products.own-access': null
  'products.own-access-see': null
  'products.own-access-add': null
  'products.own-access-change': null
  'products.own-access-run': null
  'products.own-places': null
  'products.own-places-see': null
  'products.own-places-add': null
  'products.own-places-change': null
  'products.own-places-run': null
  'products.own-groups': null
  'products.own-groups-see': null
  'products.own-groups-change': null
  'products.own-groups-run': null
  'products.own-roles': null
  'products.own-roles-see': null
  'products.own-roles-change': null
  'products.own-roles-run': null
  'products.own-seats': null
  'products.own-seats-see': null
  'products.own-seats-add': null
  'products.own-seats-change': null
  'products.own-billing': null
  'products.own-billing-see': null
  'products.own-billing-change': null
  'products.own-billing-run': null
  'products.own-departures': null
  'products.own-departures-see': null
  'products.own-departures-change': null
  'products.own-help': null
  'products.own-help-change': null
  'products.own-connections': null
  'products.own-connections-see': null
  'products.own-connections-run': null
  'products.own-ledger': null
  'products.own-ledger-see': null
  'products.own-settings': null
  'products.own-settings-see': null
  'products.own-settings-change': null
  'products.property-must-be-a-web-address-such-as': null
  'products.the-row-has-no-email-address-name-or': null
  'products.is-not-a-state-write-active-suspended-or': { stateText: string | number }
  'products.left': null
}
