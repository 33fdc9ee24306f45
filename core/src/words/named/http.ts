// Written by `npm run generated` from ../en/http.json.
export interface HttpMessages {
  'http.you-are-waiting-to-be-admitted-someone-here': null
  'http.your-access-to-has-ended': { account: string | number }
  'http.you-signed-in-with-a-slip-so-you': null
  'http.requires-a-second-sign-in-step-add-a': { account: string | number }
  'http.jolly-porter': null
  'http.idempotency-key-must-be-8-to-100-letters': null
  'http.this-idempotency-key-was-used-for-another': null
  'http.the-request-is-nested-too-deeply-send-it': null
  'http.the-list-has-an-empty-entry-null-here': null
  'http.there-is-no-field-here': { name: string | number }
}
