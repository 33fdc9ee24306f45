// Written by `npm run generated` from ../en/protocols.json.
export interface ProtocolsMessages {
  'protocols.answers-with-not-with-a-sheet': { url: string | number; status: string | number }
  'protocols.leads-on-more-than-times-give-the-last': { address: string | number; maximumRedirects: string | number }
  'protocols.is-no-address-write-it-as-https-sheets': { url: string | number }
  'protocols.import-the-sheet-as-a-file-instead': null
  'protocols.is-not-on-the-list-of-allowed-addresses': { origin: string | number; how: string | number }
  'protocols.sends-more-than-a-megabyte-that-is-no': { url: string | number }
  'protocols.did-not-finish-within-five-seconds-try-again': { url: string | number }
  'protocols.its-name-leads-to-an-address-in-a': null
  'protocols.nothing-answers-there': null
  'protocols.cannot-be-reached': { origin: string | number; why: string | number }
  'protocols.what-came-from-there-is-not-json-a': null
  'protocols.the-product-opened-an-account-and-does-not': null
  'protocols.the-product-was-asked-for-one-account-and': null
  'protocols.another-program-manages-the-account-with-this': null
  'protocols.the-product-holds-two-accounts-of-one': null
  'protocols.the-product-holds-two-accounts-of-one-2': null
  'protocols.the-product-does-not-show-a-resource': null
  'protocols.the-product-does-not-answer-a-search': null
  'protocols.the-product-does-not-answer-a-list': null
  'protocols.the-products-account-has-no-id': null
  'protocols.the-products-list-ends-after-of-it-was': { size: string | number; total: string | number }
  'protocols.the-products-list-shows-the-same-again-and': null
  'protocols.the-products-list-has-no-end': null
  'protocols.the-product-will-not-open-an-account': null
  'protocols.the-product-will-not-make-a-group': null
  'protocols.the-product-refuses-many-changes-at-once': null
  'protocols.the-product-refuses-a-change': null
  'protocols.the-product-does-not-take-it-away': null
  'protocols.the-products-answer-is-no-resource': null
  'protocols.the-products-list-holds-no-resources': null
  'protocols.the-products-list-does-not-say-how-long': null
  'protocols.the-product-does-not-say-how-each-change': null
  'protocols.the-product-answered-that-the-account-was': null
  'protocols.the-product-does-not-say-whether-the-account': null
  'protocols.the-product-still-shows-an-account-that-was': null
  'protocols.the-products-group-has-no-id': null
  'protocols.uses-must-list-what-was-used-one-entry': null
  'protocols.there-is-no-such-person-here': null
  'protocols.several-people-have-this-email-address-name': null
  'protocols.this-page-token-does-not-belong-to-this': null
  'protocols.ask-with-post': null
  'protocols.send-a-products-token-as-authorization-bearer': null
  'protocols.this-token-is-not-taken-from-this-network': null
  'protocols.this-token-may-not-lodge-token-scope-makes': { scope: string | number }
  'protocols.a-request-here-has-at-most-512-kib': null
  'protocols.the-request-is-not-json': null
  'protocols.it-lacks-a-subject-an-action-or-a': null
  'protocols.the-request-does-not-fit': { instancePath: string | number; message: string | number }
  'protocols.the-product-does-not-say-what-is-theirs': null
  'protocols.the-products-answer-lists-no-things': null
  'protocols.the-products-list-of-things-has-no-end': null
  'protocols.the-product-will-not-hand-over': null
  'protocols.a-thing-of-the-product-has-no-id': null
  'protocols.the-product-does-not-accept-the-connections': { status: string | number }
  'protocols.the-product-asks-to-be-left-alone-for': null
  'protocols.the-product-answers-with': { status: string | number }
  'protocols.is-not-a-web-address-write-it-in': { address: string | number }
  'protocols.is-not-on-the-list-of-allowed-addresses-2': { origin: string | number }
  'protocols.the-products-name-leads-to-an-address-in': null
  'protocols.the-product-redirects-to-another-address-and': null
  'protocols.the-product-does-not-answer-in-time': null
  'protocols.the-products-answer-is-too-long-to-read': null
  'protocols.the-product-broke-off-its-answer': null
  'protocols.the-product-cannot-be-reached': null
  'protocols.the-products-answer-is-not-json': null
}
