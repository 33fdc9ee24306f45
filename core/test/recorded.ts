import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { kindNamed, type Id } from '../src/index.ts'
import { fullHouse, pick, randomChange, randomOf, type Random } from './every-kind.ts'
import type { Try } from './told.ts'

// Changes tried in an account that has something of everything, each known by its kind and a number.

export const EXAMPLES = join(process.cwd(), 'core/test/examples')
export const house = fullHouse()
export const owner = house.person('Oriel')
export const people: readonly Id[] = [...house.account.all('person')].map(({ id }) => id)

/** What is drawn by a kind and a number: the same each time. */
export function randomFor(kind: string, number: number): Random {
  return randomOf([...kind].reduce((seed, letter) => Math.imul(seed, 31) + letter.charCodeAt(0), number))
}

export const someone = (random: Random): Id => (random(2) === 0 ? owner : pick(random, people))

/** A change of a kind and who asks for it, by its number; undefined where it cannot even be said. */
export function changeTried(type: string, number: number): Try | undefined {
  const random = randomFor(type, number)
  const actorId = someone(random)
  const change = randomChange(house.account, type, actorId, random)
  const byItself = kindNamed(type)?.actor === 'machine' && random(2) === 0
  const actor = byItself ? ({ kind: 'schedule' } as const) : ({ kind: 'person', personId: actorId } as const)
  return change && { change, actor, account: house.account, ownerId: owner, now: house.now }
}

/** The numbers of the examples that a text records. */
export function numbersIn(recorded: string): number[] {
  return [...recorded.matchAll(/^(\d+)\. /gm)].map(([, number]) => Number(number))
}

/** Writes what is said down where it is recorded, or expects it to be as it was then. */
export function sameAsRecorded(path: string, said: (recorded: string | undefined) => string): void {
  if (process.env.LODGE_RECORD) {
    mkdirSync(dirname(path), { recursive: true })
    writeFileSync(path, said(undefined))
  }
  if (!existsSync(path)) throw new Error(`There is no ${basename(path)} yet: run this test with LODGE_RECORD=1.`)
  const recorded = readFileSync(path, 'utf8')
  expect(recorded).toMatch(/./)
  expect(said(recorded)).toBe(recorded)
}
