// Written by `npm run generated` from ../en/server.json.
export interface ServerMessages {
  'server.a-request-has-at-most': { said: string | number }
  'server.the-request-is-not-json-check-its-quotes': null
  'server.something-went-wrong-here-nothing-was-changed': null
  'server.this-request-cannot-be-read': null
  'server.this-request-did-not-come-from-our-own': null
  'server.a-file-or-a-page': null
  'server.there-is-nothing-here-or-nothing-you-have': null
  'server.sign-in-first': null
  'server.this-cannot-be-done': null
  'server.time-has-passed': null
  'server.the-effect-has-changed-in-the-meantime-check': { list: string | number }
  'server.the-server-cannot-reach-its-database-nothing': null
  'server.too-much-is-changing-at-once-nothing-was': null
}
