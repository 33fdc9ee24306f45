// Written by `npm run generated` from ../en/undo.json.
export interface UndoMessages {
  'undo.the-settings': null
  'undo.a-firm': null
  'undo.a-place': null
  'undo.a-role': null
  'undo.a-person': null
  'undo.a-field': null
  'undo.a-group': null
  'undo.a-membership': null
  'undo.a-key': null
  'undo.an-invitation': null
  'undo.a-seat': null
  'undo.a-product': null
  'undo.a-product-sheet': null
  'undo.a-plan': null
  'undo.a-number-of-seats': null
  'undo.a-places-products': null
  'undo.reported-use': null
  'undo.a-closed-month': null
  'undo.a-request': null
  'undo.a-shared-access-report': null
  'undo.what-is-kept-apart': null
  'undo.a-link': null
  'undo.a-places-number-of-seats': null
  'undo.a-packet': null
  'undo.what-was-planned': null
  'undo.a-departure': null
  'undo.a-departures-step': null
  'undo.a-time-away': null
  'undo.a-products-connection': null
  'undo.who-looks-after-a-product': null
  'undo.what-is-known-of-an-account-in-a': null
  'undo.a-member-list': null
  'undo.a-shared-login': null
  'undo.a-request-to-record-someone': null
  'undo.there-was-nothing-before-switch-the-product': { table: string | number }
  'undo.its-seats-were-reserved-anew-change-the': null
  'undo.something-uses-made-then-undo-that-first': { words: string | number }
  'undo.what-was-done-to-cannot-be-undone-change': { words: string | number }
  'undo.only-the-person-who-planned-this-or-an': null
  'undo.this-has-already-happened-record-that-they': null
  'undo.only-an-owner-can-undo-what-was-done': null
  'undo.an-admission-cannot-be-undone-end-their': null
  'undo.they-are-no-longer-invited-invite-them-again': null
  'undo.a-departure-cannot-be-undone-invite-them': null
  'undo.there-is-nothing-to-undo-in-that-docket': null
  'undo.what-that-docket-altered-was-changed-again': { words: string | number }
  'undo.give-a-seat-back': null
  'undo.undid-what-was-done-in-entry': { tense: 'done' | 'to-do'; version: string | number }
  'undo.it-is-no-longer-known-what-this-did': null
}
