// Written by `npm run generated` from ../en/engine.json.
export interface EngineMessages {
  'engine.it-would-cost-more-now-than-was-shown': null
  'engine.a-changes-type-must-be-one-of': { known: string | number }
  'engine.this-change-names-an-id-that-was-not': null
  'engine.a-change-planned-for-a-day-needs-a': null
  'engine.this-is-done-automatically-nobody-does-it-by': null
  'engine.you-cannot-change-anything-here-while-you-are': null
  'engine.this-would-leave-the-account-without-an': null
  'engine.made-a-change-of-the-kind': { type: string | number }
  'engine.is-not-a-date-write-it-as-2026': { text: string | number }
  'engine.is-not-in-the-future-choose-a-later': { text: string | number }
  'engine.only-a-person-can-plan-for-a-day': null
  'engine.planned-for': { tense: 'done' | 'to-do'; day: string | number; list: string | number }
  'engine.this-is-still-waiting-for-its-day-or': null
  'engine.did-what-was-planned-for-the-day': { tense: 'done' | 'to-do' }
  'engine.this-plan-is-no-longer-there-it-may': null
  'engine.cancelled-what-was-planned': { tense: 'done' | 'to-do' }
  'engine.leave-it-out-or-apply-everything-now': { noWaiting: string | number }
  'engine.what-holds-someones-name-or-address-undoes': null
  'engine.of-them': { waiting: number }
  'engine.would-have-to-wait-because-there-is-not': { who: string | number }
  'engine.this-was-already-done-the-id-is-taken': null
  'engine.to-you-need-the-right-to-there': { todo: string | number; right: string | number; where: string }
  'engine.or': null
  'engine.can-do-it': { list: string | number }
  'engine.ask-the-office': null
  'engine.there-is-no-such-here-it-may-have': { word: string }
  'engine.the-last-day-is-before-the-first-choose': null
  'engine.is-not-a-date-write-it-as': { text: string | number; addDays: string | number }
  'engine.has-passed-choose-today-or-later': { text: string | number }
  'engine.property-must-be-an-id': null
  'engine.property-must-be-ids': null
  'engine.property-must-be-a-date-or-time-there': null
  'engine.property-must-be-a-date-or-a-time': null
  'engine.property-must-be-a-date-such-as-2026': null
}
