// Written by `npm run generated` from ../en/store.json.
export interface StoreMessages {
  'store.line-is-no-anchor': { at: string | number }
  'store.entry': { account: string | number; version: string | number }
  'store.was-put-down-on-and-is-gone': { whose: string | number; at: string | number }
  'store.was-put-down-on-with-another-hash': { whose: string | number; at: string | number }
  'store.its-stamp-of-is-not-from-the-service': { whose: string | number; at: string | number }
  'store.or': null
  'store.this-servers-clock-and-its-databases-clock': null
  'store.the-ledger-does-not-end-where-the-account': null
  'store.a-change-or-edit-is-missing-and-no': null
  'store.an-entry-is-missing-before-this-one': null
  'store.its-header-was-altered': null
  'store.its-header-is-not-in-the-canonical-form': null
  'store.the-header-is-of-another-entry': null
  'store.it-does-not-name-the-hash-of-the': null
  'store.its-stored-time-or-layout-is-not-the': null
  'store.its-changes-or-edits-were-removed-or': null
  'store.a-change-or-edit-was-altered': null
  'store.it-says-that-something-was-destroyed-that-is': null
  'store.a-row-of-was-without-a-ledger-entry': { table: string | number; what: string | number }
  'store.a-row-of-was-removed-without-a-ledger': { table: string | number }
}
