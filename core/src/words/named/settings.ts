// Written by `npm run generated` from ../en/settings.json.
export interface SettingsMessages {
  'settings.change-the-accounts-settings': null
  'settings.people-who-left-are': { due: number }
  'settings.erased-for-good-within-minutes-of-this': { who: string | number }
  'settings.this-is-already-set': null
  'settings.the-accounts-name-to': { name: string | number }
  'settings.how-much-of-a-places-path-guests-see': null
  'settings.whether-guests-see-the-people-they-meet': null
  'settings.nobody': null
  'settings.everyone-of': { standing: string }
  'settings.who-needs-a-second-sign-in-step': { list: string | number }
  'settings.that-people-from-outside-need-a-last-day': null
  'settings.that-people-from-outside-need-no-last-day': null
  'settings.what-newcomers-agree-to': null
  'settings.that-newcomers-need-not-agree-to-anything': null
  'settings.what-people-hand-back-when-they-leave': null
  'settings.when-people-who-left-are-erased': null
  'settings.that-they-are-erased-automatically': null
  'settings.that-the-desk-reminds-of-erasing': null
  'settings.set': { tense: 'done' | 'to-do'; what: string | number }
  'settings.people-from-outside-need-a-last-day-here': null
}
