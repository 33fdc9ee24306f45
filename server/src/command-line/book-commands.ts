import { readFileSync } from 'node:fs'
import {
  areaAt,
  areasAt,
  dateOf,
  isDate,
  isLevel,
  lastInstantOf,
  MAXIMUM_PROBLEMS,
  pathText,
  placeByPath,
  reach,
  reachesAt,
  readBook,
  whoReaches,
  why,
  type Account,
  type BookRead,
  type AreaKey,
  type Id,
  type Instant,
  type Problem,
} from '@lodge/core'
import { namesTwice } from './read-json.ts'
import { answerInWords, hindrancesOf, routeInWords } from './words.ts'
import { say } from '@lodge/core/say'

/** How a command ended: 0 yes or done, 1 no or problems, 2 called wrongly. */
export type ExitStatus = 0 | 1 | 2

/** A command called in a way that cannot be answered (exit status 2). */
export class BadCall extends Error {}

export interface Options {
  on?: string
  json?: boolean
  product?: string
  by?: string
}

/** Where a command's lines go. */
export type Print = (line: string) => void

export interface Scene {
  account: Account
  instant: Instant
  options: Options
  print: Print
}

export function loadPlain(path: string): unknown {
  const text = textOf(path)
  const plain = parsed(path, text)
  const [twice] = namesTwice(text)
  if (twice) throw new BadCall(say('command-line.at', { path, path2: twice.path ?? '', sentence: twice.sentence }))
  return plain
}

/** A book as it is read, or every problem of it. @throws BadCall where it is no JSON at all. */
export function readBookAt(path: string, makeId: () => Id): BookRead {
  const text = textOf(path)
  const plain = parsed(path, text)
  const twice = namesTwice(text)
  return twice.length > 0 ? { problems: twice } : readBook(plain, makeId)
}

function textOf(path: string): string {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    throw new BadCall(say('command-line.the-file-cannot-be-read-check-its-name', { path }))
  }
}

function parsed(path: string, text: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new BadCall(say('command-line.is-not-json', { path, message: (error as Error).message }))
  }
}

let sequence = 0
/** Ids that count up: a book has none of its own, and the command line needs them only while it runs. */
function nextId(): Id {
  return `00000000-0000-7000-8000-${String(++sequence).padStart(12, '0')}`
}

function open(path: string, options: Options, print: Print, mayBeEarlier = false): Scene {
  const read = readBookAt(path, nextId)
  if (!read.account) {
    throw new BadCall(say('command-line.has-problems-lodge-check-lists-them', { path, count: read.problems.length }))
  }
  const { account, asOf } = read
  if (options.on === undefined) return { account, instant: asOf, options, print }
  if (!isDate(options.on))
    throw new BadCall(
      say('command-line.on-is-no-date-write-it-as', { on: options.on, date: dateOf(asOf, account.zone) }),
    )
  const instant = lastInstantOf(options.on, account.zone)
  if (instant < asOf && !mayBeEarlier) {
    throw new BadCall(say('command-line.this-book-stands-for-it-cannot-say-who', { date: dateOf(asOf, account.zone) }))
  }
  return { account, instant, options, print }
}

function findPerson(account: Account, email: string): Id {
  const found = account.peopleByEmail(email)[0]
  if (!found) throw new BadCall(say('command-line.nobody-in-this-book-has-the-address', { email }))
  return found
}

function findPlace(account: Account, path: string): Id {
  const place = placeByPath(account, path)
  if (!place) throw new BadCall(say('command-line.there-is-no-place-write-it-as-client', { path }))
  return place.id
}

function findArea(account: Account, key: AreaKey, instant: Instant): AreaKey {
  if (areaAt(account, key, instant)) return key
  const known = areasAt(account, instant).map((area) => area.key)
  throw new BadCall(say('command-line.there-is-no-area-there-are', { key, list: known.join(', ') }))
}

/** `lodge check BOOK`: every problem, by path. */
export function check(path: string, options: Options, print: Print): ExitStatus {
  const read = readBookAt(path, nextId)
  const problems: Problem[] = read.problems
  if (options.json) print(JSON.stringify(problems, null, 2))
  else if (problems.length === 0) print(say('command-line.no-problems'))
  else {
    for (const one of problems) print(`${one.path || '/'}: ${one.sentence}`)
    if (problems.length === MAXIMUM_PROBLEMS) {
      print(say('command-line.these-are-the-first-mend-them-and-check', { maximumProblems: MAXIMUM_PROBLEMS }))
    }
  }
  return problems.length === 0 ? 0 : 1
}

/** `lodge reach BOOK PERSON PLACE [AREA]`. */
export function reachCommand(scene: Scene, email: string, path: string, area?: AreaKey): ExitStatus {
  const { account, instant, print } = scene
  const personId = findPerson(account, email)
  const placeId = findPlace(account, path)
  const found = area
    ? new Map([[findArea(account, area, instant), reach(account, personId, placeId, area, instant)]])
    : reachesAt(account, personId, placeId, instant)
  if (scene.options.json) {
    const areas = [...found].map(([key, { level, approval, own, granted, cap }]) => {
      return { area: key, level, approval, own, granted, cap }
    })
    print(JSON.stringify({ person: email, place: pathText(account, placeId), areas }, null, 2))
  } else {
    for (const [key, answer] of found) {
      print(`${key}: ${answerInWords(answer)}`)
    }
    if (found.size === 0) print('Nothing.')
  }
  return [...found.values()].some((answer) => answer.own.approval !== 'none') ? 0 : 1
}

/** `lodge why BOOK PERSON PLACE AREA`: every route, counting or not. */
export function whyCommand(scene: Scene, email: string, path: string, area: AreaKey): ExitStatus {
  const { account, instant, print } = scene
  const answer = why(
    account,
    findPerson(account, email),
    findPlace(account, path),
    findArea(account, area, instant),
    instant,
  )
  const names = (id: Id) => account.nameOf(id)
  const routes = answer.reasons.map((reason) => ({
    level: reason.level,
    counts: reason.counts,
    route: routeInWords(account, reason, names),
  }))
  const hindrances = hindrancesOf(answer)
  if (scene.options.json)
    print(
      JSON.stringify(
        { level: answer.reach.own.free, approval: answer.reach.own.approval, hindrances, routes },
        null,
        2,
      ),
    )
  else {
    print(say('command-line.at-2', { email, path, area, answer: answerInWords(answer.reach) }))
    for (const line of hindrances) print(`  ${line}`)
    for (const one of routes)
      print(say('command-line.counts-by', { hasCounts: Boolean(one.counts), level: one.level, route: one.route }))
    if (routes.length === 0) print(say('command-line.nothing-was-given-that-leads-there'))
  }
  return answer.reach.own.approval === 'none' ? 1 : 0
}

/** `lodge who BOOK LEVEL PLACE [AREA]`. */
export function whoCommand(scene: Scene, level: string, path: string, area?: AreaKey): ExitStatus {
  const { account, instant, print } = scene
  if (!isLevel(level) || level === 'none')
    throw new BadCall(say('command-line.is-no-level-use-see-add-change-or', { level }))
  const areas = area ? [findArea(account, area, instant)] : areasAt(account, instant).map((one) => one.key)
  const people = whoReaches(account, findPlace(account, path), level, areas, instant)
    .map(({ personId, areas: reached }) => ({
      person: account.personal(personId, 'email') ?? account.nameOf(personId),
      name: account.nameOf(personId),
      areas: Object.fromEntries(reached),
    }))
    .sort((one, other) => one.name.localeCompare(other.name, 'en'))
  if (scene.options.json) print(JSON.stringify(people, null, 2))
  else {
    for (const one of people) {
      const reached = Object.entries(one.areas).map(([key, reachedLevel]) => `${key} ${reachedLevel}`)
      print(`${one.name} <${one.person}>: ${reached.join(', ')}`)
    }
    if (people.length === 0) print('Nobody.')
  }
  return people.length > 0 ? 0 : 1
}

export { open as openBook }
