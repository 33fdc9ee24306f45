// Written by `npm run generated` from ../en/places.json.
export interface PlacesMessages {
  'places.line-it-names-no-place': { line: string | number }
  'places.line-is-in-the-list-twice-first-in': { line: string | number; name: string | number; line2: string | number }
  'places.there-is-no-place-in-the-list-write': null
  'places.the-list-has-lines-add-at-most-places': { many: string | number; most: string | number }
  'places.line': { line: string | number; sentence: string | number }
  'places.it-has-no-name-before-its-brackets': null
  'places.a-name-has-at-most-80-characters': null
  'places.contains-which-separates-places-write-it': { name: string | number }
  'places.a-kind-has-at-most-40-characters': null
  'places.a-reference-has-at-most-40-characters': null
  'places.the-reference': { reference: string | number }
  'places.line-is-already-there-in-line': { line: string | number; word: string | number; first: string | number }
  'places.undo-a-move-of': { name: string | number }
  'places.archive-or-restore': { place: string | number }
  'places.archive-it': { place: string | number }
  'places.restore-it': { place: string | number }
  'places.move': { place: string | number }
  'places.move-something-into': { parent: string | number }
  'places.this-is-the-whole-account-it-cannot-be': null
  'places.is-already-in': { place: string | number; parent: string | number }
  'places.is-inside-a-place-cannot-be-moved-into': { parent: string | number; place: string | number }
  'places.places-go-levels-deep-at-most-choose-a': { maximumDepth: string | number }
  'places.moved-into': { tense: 'done' | 'to-do'; place: string | number; place2: string | number }
  'places.this-is-the-whole-account-close-the-account': null
  'places.is-already-archived': { place: string | number; hasArchived: boolean }
  'places.archived': { tense: 'done' | 'to-do'; what: string | number }
  'places.restored': { tense: 'done' | 'to-do'; what: string | number }
  'places.added-the-place-in': { tense: 'done' | 'to-do'; place: string | number; place2: string | number }
  'places.rename': { name: string | number }
  'places.renamed-a-place-to': { tense: 'done' | 'to-do'; name: string | number }
  'places.wall-off': { name: string | number }
  'places.this-is-the-whole-account-there-is-nothing': null
  'places.is-already-walled': { place: string | number; hasWalled: boolean }
  'places.walled-off': { tense: 'done' | 'to-do'; name: string | number }
  'places.removed-the-wall-of': { tense: 'done' | 'to-do'; name: string | number }
  'places.a-places-name-cannot-hold-which-joins-places': null
  'places.there-is-a-there-already-choose-another-name': { twin: string | number }
  'places.stands-for': { twin: string | number }
  'places.is-taken': null
  'places.the-reference-already-choose-another': { reference: string | number; where: string | number }
  'places.added-in': { tense: 'done' | 'to-do'; count: string | number; place: string | number; tops: string | number }
  'places.a-place-has-to-come-after-the-place': null
  'places.places-go-levels-deep-at-most': { place: string | number; maximumDepth: string | number }
  'places.holds-which-joins-places': { name: string | number }
  'places.is-listed-twice-side-by-side': { name: string | number }
  'places.the-reference-is-listed-twice': { reference: string | number }
  'places.there-is-no-such-group-or-place-here': null
  'places.places': { count: number }
  'places.and-more': { list: string | number; count: string | number }
  'places.wall-places-off': null
  'places.give-access-there': null
}
