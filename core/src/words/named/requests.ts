// Written by `npm run generated` from ../en/requests.json.
export interface RequestsMessages {
  'requests.this-link-does-not-work-any-more-ask': null
  'requests.this-has-been-done-already-or-is-not': null
  'requests.there-is-no-such-product-here': null
  'requests.kind-must-be-one-of': { list: string | number }
  'requests.before-must-be-an-instant': null
  'requests.this-passkey-cannot-be-read-make-it-again': null
  'requests.passkey-added': null
  'requests.this-is-not-the-code-the-authenticator-app': null
  'requests.one-time-codes-added': null
  'requests.backup-codes-made-anew': null
  'requests.this-passkey-is-your-only-way-to-sign': null
  'requests.means-taken-away': null
  'requests.there-is-nothing-in-the-list-to-apply': null
  'requests.for-this-you-need-the-right-to-connect': null
  'requests.name-an-area-of-a-product-as-bedding': null
  'requests.this-link-does-not-work-ask-the-person': null
  'requests.there-is-no-such-day-as-write-it': { on: string | number }
  'requests.an-access-report-is-for-today-or-a': null
  'requests.too-many-pages-are-open-in-this-browser': null
  'requests.to-save-texts-you-need-the-right-to': null
  'requests.you-may-not-write-to-any-of-them': null
  'requests.before-must-be-a-version': null
  'requests.must-be-an-id': { name: string | number }
  'requests.there-is-no-such-day-as-write-it-2': { text: string | number }
  'requests.give-the-earlier-day-first-neither-can-be': null
  'requests.opened-the-account': { account: string | number }
  'requests.named-changes-and-edits-whose-content-had': { count: string | number }
  'requests.the-schedule': null
  'requests.jolly-porter': null
  'requests.you-keep-views-already-delete-one-first': { maximumViews: string | number }
  'requests.must-be-a-number-from-0': { name: string | number }
  'requests.name-an-area-of-a-product-that-is': null
  'requests.they-are-active-here-again': null
  'requests.roles-are-active-again-here': { count: string | number }
  'requests.their-account-in-is-open': { name: string | number }
  'requests.things-in-are-theirs': { count: string | number; name: string | number }
  'requests.could-not-be-asked': { name: string | number; message: string | number }
  'requests.this-link-does-not-work-turn-the-morning': null
  'requests.this-has-a-page-of-its-own-and': null
  'requests.there-is-nothing-to-apply': null
  'requests.changed-something': { who: string | number }
  'requests.there-is-nobody-in-the-list-to-invite': null
  'requests.is-no-network-write-it-as-192-0': { text: string | number }
  'requests.the-product-has-tokens-cut-one-first': { maximumTokens: string | number }
  'requests.this-token-has-run-out-give-it-a': null
  'requests.recognised-must-be-true-call-the-number-you': null
  'requests.you-do-not-have-the-right-to-do': null
  'requests.this-sign-in-slip-does-not-work-ask': null
  'requests.there-is-nobody-for-you-to-confirm-no': null
  'requests.address-must-begin-with-https': null
  'requests.digest-must-be-the-one-a-preview-gave': null
}
