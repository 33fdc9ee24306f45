// Written by `npm run generated` from ../en/time.json.
export interface TimeMessages {
  'time.day': { day: string | number; month: string | number; year: string | number }
  'time.day-of-this-year': { day: string | number; month: string | number }
  'time.month': { month: string | number; year: string | number }
  'time.moment': { day: string | number; time: string | number }
  'time.monday': null
  'time.tuesday': null
  'time.wednesday': null
  'time.thursday': null
  'time.friday': null
  'time.saturday': null
  'time.sunday': null
  'time.january': null
  'time.february': null
  'time.march': null
  'time.april': null
  'time.may': null
  'time.june': null
  'time.july': null
  'time.august': null
  'time.september': null
  'time.october': null
  'time.november': null
  'time.december': null
}
