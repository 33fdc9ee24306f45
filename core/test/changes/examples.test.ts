import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import {
  answerQuestion,
  approvalsOf,
  CHANGE_TYPES,
  controlsOfPeople,
  controlsOfPerson,
  controlsOfPlace,
  fillDocket,
  FILLING_SHAPES,
  findQuestion,
  helpControl,
  isUncared,
  limitsFor,
  readFilling,
  reasonsFor,
  responsibleProblem,
  Sight,
  tokenControl,
  whereMay,
  whoMay,
  whyNotIn,
  type Control,
  type Id,
} from '../../src/index.ts'
import { randomShaped } from '../every-kind.ts'
import { nextId } from '../house.ts'
import { changeTried, EXAMPLES, house, numbersIn, people, randomFor, sameAsRecorded, someone } from '../recorded.ts'
import { Namer, outcomeOf, toldOf } from '../told.ts'

// What examples of every kind came to when last recorded: who asked, what was shown, which rows were altered, what the
// ledger said, what undoing did, or why it was refused. `LODGE_RECORD=1 npx jest … examples` records them anew; what it
// alters is then read as any other change.

const [TRIES, MOST] = [2500, 20]
/** Someone who sees part of the account, and someone who sees next to nothing of it (model D5). */
const readers = [house.person('Mirren'), house.person('Corin')]

const changeExamples: Examples = {
  outcome(type, number) {
    const one = changeTried(type, number)
    return one && outcomeOf(one)
  },
  lines: (type, number) => toldOf(changeTried(type, number)!, readers),
}

function filled(kind: string, number: number) {
  const random = randomFor(kind, number)
  const actorId = someone(random)
  const plain = { ...randomShaped(house.account, FILLING_SHAPES[kind]!, actorId, random), kind }
  const read = readFilling(plain)
  if (read.problems) return undefined
  const filling = fillDocket(house.account, read.value, actorId, house.now, nextId)
  return { actorId, plain, filling }
}

const fillingExamples: Examples = {
  outcome(kind, number) {
    const one = filled(kind, number)
    return (
      one && JSON.stringify([one.filling.changes.map(({ type }) => type), one.filling.rest, one.filling.left?.length])
    )
  },
  lines(kind, number) {
    const { actorId, plain, filling } = filled(kind, number)!
    const { changes, ...more } = filling
    const lines = [
      `${house.account.nameOf(actorId)}: ${JSON.stringify(plain)}`,
      ...changes.map((change) => `change ${JSON.stringify(change)}`),
      JSON.stringify(more),
    ]
    return lines.map((line) => new Namer(house.account).say(line))
  },
}

/** What one of the people is told of everyone and every place: which controls they have, and why not. */
function answers(reader: Id): string[] {
  const { account, now } = house
  const sight = new Sight(account, reader, now)
  const told = (about: string, controls: object) => {
    const entries = Object.entries(controls as Record<string, Control>)
    return `${about}: ${entries.map(([name, { enabled, reason }]) => (enabled ? name : `no ${name} (${reason})`)).join('; ')}`
  }
  return [
    told('here', { ...controlsOfPeople(sight), tokens: tokenControl(sight) }),
    ...[...account.all('person')].flatMap(({ id }) => [
      told(account.nameOf(id), { ...controlsOfPerson(sight, id), help: helpControl(sight, id) }),
      ...whyNotIn(sight, id).map((line) => `   ${line}`),
      ...(responsibleProblem(sight, id) ? ['   cannot be responsible for a token'] : []),
      ...(isUncared(sight, id) ? ['   leaves a token uncared for'] : []),
    ]),
    ...[...account.all('place')].map(({ id, name }) => told(name, controlsOfPlace(sight, id))),
  ]
}

/** What a product is told of one of the people, with why; and what approvals they need (model A3, A5, M2). */
function answersTo(subject: Id): string[] {
  const { account, now } = house
  return ['log', 'radio', 'quotes'].flatMap((product) => [
    `${product}: ${JSON.stringify(limitsFor(account, product, subject, now))}`,
    ...[...account.all('place')].flatMap(({ id: place, name }) => {
      const question = { subject, place, product, area: 'photos', action: 'export' }
      const found = findQuestion(account, question, now)
      const { answer, approvers } = answerQuestion(account, question, now)
      return [
        `${product} at ${name}: ${answer} ${JSON.stringify([approvers, reasonsFor(account, found, now)])}`,
        ...approvalsOf(account, subject, place, `${product}/photos`, 'export', 'any', now).map((one) => {
          return `   approval: ${JSON.stringify(one)}`
        }),
        `   who: ${JSON.stringify(whoMay(account, question, now))}`,
      ]
    }),
    `${product}: everywhere ${JSON.stringify(whereMay(account, { subject, product, area: 'photos', action: 'see' }, now))}`,
  ])
}

interface Examples {
  /** What a try comes to in short; undefined where it cannot be said. */
  outcome(kind: string, number: number): string | undefined
  lines(kind: string, number: number): string[]
}

/** The first try of each outcome, up to so many. */
function chosen(kind: string, { outcome }: Examples): number[] {
  const found = new Map<string, number>()
  for (let number = 0; number < TRIES && found.size < MOST; number += 1) {
    const came = outcome(kind, number)
    if (came !== undefined && !found.has(came)) found.set(came, number)
  }
  return [...found.values()]
}

function compare(kind: string, examples: Examples, directory: string): void {
  sameAsRecorded(join(directory, `${kind}.txt`), (recorded) => {
    const numbers = recorded === undefined ? chosen(kind, examples) : numbersIn(recorded)
    const lines = numbers.map((number) => [number, examples.lines(kind, number)] as const)
    return lines.map(([number, one]) => `${number}. ${one.join('\n   ')}\n`).join('\n')
  })
}

describe('examples come to what they did when last recorded (model C1, C4, S8)', () => {
  test.each(CHANGE_TYPES.filter((type) => type !== 'undo'))('%s', (type) => {
    compare(type, changeExamples, EXAMPLES)
  })

  test('nothing is recorded of what is no more', () => {
    const kinds = [...CHANGE_TYPES.filter((type) => type !== 'undo')].map((type) => `${type}.txt`)
    expect(
      readdirSync(EXAMPLES)
        .filter((name) => name.endsWith('.txt'))
        .sort(),
    ).toEqual(kinds.sort())
    expect(readdirSync(join(EXAMPLES, 'filled')).sort()).toEqual(
      Object.keys(FILLING_SHAPES)
        .map((kind) => `${kind}.txt`)
        .sort(),
    )
    expect(readdirSync(join(EXAMPLES, 'told'))).toHaveLength(people.length)
  })

  test.each(people.map((id) => [house.account.nameOf(id), id]))('what %s is told, and is told of them', (name, id) => {
    const lines = [...answers(id), ...answersTo(id)].map((line) => new Namer(house.account).say(line))
    sameAsRecorded(join(EXAMPLES, 'told', `${name.toLowerCase().replace(' ', '-')}.txt`), () => `${lines.join('\n')}\n`)
  })

  test.each(Object.keys(FILLING_SHAPES))('a docket filled with %s', (kind) => {
    compare(kind, fillingExamples, join(EXAMPLES, 'filled'))
  })
})
