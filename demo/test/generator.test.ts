import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { AccessIndex, readBook, upwards, type AccountBook } from '@lodge/core'
import { BadCall } from '@lodge/server/command-line'
import { generateBook } from '../src/generator.ts'
import { generate } from '../src/lodge.ts'

let count = 0
const nextId = () => `00000000-0000-7000-8000-${String(++count).padStart(12, '0')}`
const size = { people: 600, seed: 4, today: '2026-06-16' }

test('the same size and seed make the same book, another seed another', () => {
  const book = JSON.stringify(generateBook(size))
  expect(JSON.stringify(generateBook(size))).toBe(book)
  expect(JSON.stringify(generateBook({ ...size, seed: 5 }))).not.toBe(book)
})

test('a generated account is sound and has what it promises', () => {
  const { account, asOf, problems } = readBook(JSON.parse(JSON.stringify(generateBook(size))), nextId)
  expect(problems).toEqual([])
  const { person, place, grant, group, role } = account!.tables
  expect([person.size, place.size, group.size]).toEqual([600, 241, 6])
  expect(grant.size).toBeGreaterThan(600 * 3)
  const grants = [...account!.all('grant')]
  const dated = grants.filter((one) => one.until !== null).length / grants.length
  expect(dated).toBeGreaterThan(0.15)
  expect(dated).toBeLessThan(0.25)
  const depths = [...account!.all('place')].map((one) => upwards(account!, one.id).length - 1)
  expect(Math.max(...depths)).toBeLessThanOrEqual(6)
  const roles = [...account!.all('role')].flatMap((one) => Object.values(one.areas))
  expect(roles.some((entry) => entry.withheld)).toBe(true)
  expect(roles.some((entry) => entry.approval)).toBe(true)
  expect(roles.some((entry) => entry.scope === 'own')).toBe(true)
  expect(role.size).toBe(20)
  expect(() => AccessIndex.of(account!, asOf!)).not.toThrow()
})

test('lodge generate writes a book, and says what it cannot make', () => {
  const directory = mkdtempSync(join(tmpdir(), 'lodge-generate-'))
  const output = join(directory, 'book.json')
  generate({ people: '40', seed: '1', today: '2026-06-16', output }, () => undefined)
  expect((JSON.parse(readFileSync(output, 'utf8')) as AccountBook).people).toHaveLength(40)
  const printed: string[] = []
  generate({ people: '40', seed: '1', today: '2026-06-16' }, (text) => printed.push(text))
  expect(`${printed.join('')}\n`).toBe(readFileSync(output, 'utf8'))
  rmSync(directory, { recursive: true })
  const wrongly = (more: object) => () =>
    generate({ people: '40', seed: '1', today: '2026-06-16', ...more }, () => undefined)
  expect(wrongly({ people: '60000' })).toThrow(BadCall)
  expect(wrongly({ seed: 'lucky' })).toThrow('--seed lucky must be a whole number.')
  expect(wrongly({ today: '2026-02-31' })).toThrow('--today 2026-02-31 is no date')
})
