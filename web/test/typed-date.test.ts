import * as fc from 'fast-check'
import { addDays } from '../src/logic/dates.ts'
import { fieldDate, meaningOf, readDate, readMoment, type DateReading } from '../src/logic/typed-date.ts'
import { say } from './catalogue.ts'
import { dateWordsOf } from '../src/logic/date-words.ts'

const words = dateWordsOf((key) => say(key, {}))
const reading: DateReading = { today: '2026-06-16', locale: 'en-IE', words }

describe('a typed date', () => {
  test.each([
    ['2026-09-30', '2026-09-30'],
    ['28 6', '2026-06-28'],
    ['28/6', '2026-06-28'],
    ['28.6.26', '2026-06-28'],
    ['28 Jun', '2026-06-28'],
    ['28 june 2027', '2027-06-28'],
    ['June 28, 2026', '2026-06-28'],
    ['2 Jan', '2027-01-02'],
    ['1 jun', '2026-06-01'],
    ['28', '2026-06-28'],
    ['3', '2026-07-03'],
    ['today', '2026-06-16'],
    ['Tomorrow', '2026-06-17'],
    ['in two weeks', '2026-06-30'],
    ['10 days', '2026-06-26'],
    ['in 1 month', '2026-07-16'],
    ['3 days ago', '2026-06-13'],
    ['end of month', '2026-06-30'],
    ['end of next month', '2026-07-31'],
    ['end of september', '2026-09-30'],
    ['end of March', '2027-03-31'],
    ['end of sep', '2026-09-30'],
    ['1 septem', '2026-09-01'],
    ['thurs', '2026-06-18'],
    ['end of year', '2026-12-31'],
    ['friday', '2026-06-19'],
    ['tue', '2026-06-23'],
  ])('%s', (text, date) => {
    expect(readDate(text, reading)).toBe(date)
  })

  test.each([
    '',
    'soon',
    '31 6',
    '2026-02-31',
    '28 6 2026 1',
    'in many days',
    '0',
    '13/13',
    'end of',
    'end of friday',
    '1 ju',
    '1 mar x',
  ])('%s is none', (text) => {
    expect(readDate(text, reading)).toBeNull()
  })

  test('the month comes first where it is written so', () => {
    expect(readDate('6/28', { ...reading, locale: 'en-US' })).toBe('2026-06-28')
    expect(readDate('28/6', { ...reading, locale: 'en-US' })).toBeNull()
  })

  test('in a filter of what happened, a date without its year is past', () => {
    const back = { ...reading, past: true }
    expect(['28 6', '2 jan', '3', '28', 'friday', 'tue'].map((text) => readDate(text, back))).toEqual([
      '2025-06-28',
      '2026-01-02',
      '2026-06-03',
      '2026-05-28',
      '2026-06-12',
      '2026-06-09',
    ])
  })

  test.each([
    ['26 6 17:00', '2026-06-26T17:00'],
    ['friday 5pm', '2026-06-19T17:00'],
    ['2026-06-26T09:05', '2026-06-26T09:05'],
    ['26 Jun 2026, 12 am', '2026-06-26T00:00'],
    ['friday', '2026-06-19T18:00'],
    ['28 6', '2026-06-28T18:00'],
  ])('with a time: %s', (text, moment) => {
    expect(readMoment(text, reading, '18:00')).toBe(moment)
  })

  test('a time that there is not is none', () => {
    expect(['friday 25:00', 'friday 12:60', 'friday 13pm'].map((text) => readMoment(text, reading, '18:00'))).toEqual([
      null,
      null,
      null,
    ])
  })

  test('what a field shows is read as what it shows, in any usual writing', () => {
    const locales = fc.constantFrom('en-IE', 'en-US', 'de-DE', 'fr-FR', 'es-ES', 'it-IT', 'nl-NL', 'pl-PL')
    fc.assert(
      fc.property(fc.integer({ min: -4000, max: 4000 }), locales, (days, locale) => {
        const date = addDays(reading.today, days)
        expect(readDate(fieldDate(date, locale), { ...reading, locale })).toBe(date)
      }),
    )
  })

  test('whatever is typed is a date or none', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(readDate(text, reading) ?? '2026-01-01').toMatch(/^\d{4}-\d\d-\d\d$/)
      }),
    )
  })
})

test('its meaning stands beside it', () => {
  const meant = (date: string) => meaningOf(date, reading.today, 'en-IE')
  expect(['2026-06-16', '2026-06-19', '2026-08-01', '2026-12-31'].map(meant)).toEqual([
    'Tuesday, today',
    'Friday, in 3 days',
    'Saturday, in 7 weeks',
    'Thursday, in 7 months',
  ])
})
