import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import { peopleOf } from '../people/my-people.ts'
import { areaAt, productAt, type Area } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { approversOf } from './approvers.ts'
import { peopleAt, placesOf } from './indexed/lists.ts'
import { actionsOf, levelNeeded, type Answer, type Whose } from './powers.ts'
import { answerTo, indexAt } from './reach.ts'
import { why } from './why.ts'
import { say } from '../words/say.ts'

/** A product's question, in the words products use: people by id or address, places by id or reference. */
export interface Question {
  /** The code of the asking product; it asks about its own areas only. */
  product: string
  subject: string
  action: string
  /** The code of the area. */
  area: string
  place: string
  /** Whose the item is, or will be once made; left out for any item (model A3). */
  owner?: string
}

/** The question with its words found in the account: once for each person an address belongs to. */
export interface Found {
  personId: Id
  placeId: Id
  area: Area
  whose: Whose
}

export function findQuestion(account: Account, question: Question, now: Instant): Found[] {
  const area = areaAt(account, `${question.product}/${question.area}`, now)
  const placeId = findPlace(account, question.place)
  if (!area || !placeId) return []
  const owners = question.owner === undefined ? [] : findPeople(account, question.owner)
  return findPeople(account, question.subject).map((personId) => {
    return { personId, placeId, area, whose: whoseIs(account, owners, personId) }
  })
}

export function findPeople(account: Account, text: string): readonly Id[] {
  return account.get('person', text) ? [text] : account.peopleByEmail(text)
}

export function findPlace(account: Account, text: string): Id | undefined {
  return account.get('place', text)?.id ?? account.by('place', 'reference', text)[0]?.id
}

function whoseIs(account: Account, owners: readonly Id[], personId: Id): Whose {
  if (owners.includes(personId)) return 'own'
  if (owners.length === 0) return 'any'
  const people = peopleOf(account, personId)
  return owners.some((owner) => people.has(owner)) ? 'people' : 'any'
}

/** The answer, and who could approve where it is *with approval* (model A3, R4). */
export interface Answered {
  answer: Answer
  approvers: Id[]
}

/** Who or what is unknown gets no; the answer never tells which (model D5). */
export function answerQuestion(
  account: Account,
  question: Question,
  now: Instant,
  all: readonly Found[] = findQuestion(account, question, now),
): Answered {
  let withApproval: Found | undefined
  for (const found of all) {
    const { personId, placeId, area, whose } = found
    const answer = answerTo(account, personId, placeId, area.key, question.action, whose, now)
    if (answer === 'yes') return { answer, approvers: [] }
    if (answer === 'with-approval') withApproval = found
  }
  if (!withApproval) return { answer: 'no', approvers: [] }
  const { personId, placeId, area, whose } = withApproval
  const { personIds } = approversOf(account, personId, placeId, area.key, question.action, whose, now)
  return { answer: 'with-approval', approvers: personIds }
}

/** Why the answer is what it is, without a name of anybody: what a product may be told (model A5, D5). */
export interface AnswerReason {
  counts: boolean
  level: string
  role: string | null
  obstacle: string | null
}

export function reasonsFor(
  account: Account,
  [found]: readonly Found[],
  now: Instant,
): { sentence: string; reasons: AnswerReason[] } {
  if (!found) return { sentence: say('access.no-person-or-place-here-has-these-names'), reasons: [] }
  const { reach, reasons, heldBack, absence } = why(account, found.personId, found.placeId, found.area.key, now)
  const routes = reasons.map((reason) => ({
    counts: reason.counts,
    level: reason.level,
    role: reason.route.role?.name ?? reason.route.person.standing,
    obstacle: reason.obstacle ?? null,
  }))
  return { sentence: sentenceFor(reach.granted, reach.cap, heldBack, absence), reasons: routes }
}

function sentenceFor(granted: string, cap: string, heldBack: boolean, absence: string | undefined): string {
  if (absence) return say('access.they-have-no-access-at-present', { replaceAll: absence.replaceAll('-', ' ') })
  if (granted === 'none') return say('access.no-access-that-counts-leads-there')
  const seat =
    cap === 'none' ? say('access.they-have-no-seat-of-this-product') : say('access.their-seat-allows', { cap })
  return heldBack
    ? say('access.their-roles-give-but', { granted, seat })
    : say('access.their-roles-give-here', { granted })
}

/** The limits of a product for a person: the product's defaults and the wider ones behind them; owners have none (model M2). */
export function limitsFor(account: Account, product: string, subject: string, now: Instant): Record<string, unknown> {
  const sheet = productAt(account, product, now)?.sheet
  const [personId] = findPeople(account, subject)
  const person = account.get('person', personId)
  if (!sheet || !person) return {}
  const valueOf = (code: string, depth = 0): unknown => {
    const limit = sheet.limits.find((one) => one.code === code)
    if (!limit || depth > sheet.limits.length) return null
    if (person.standing === 'owner') return 'unlimited'
    return limit.default ?? (limit.wider ? valueOf(limit.wider, depth + 1) : null)
  }
  return Object.fromEntries(sheet.limits.map((limit) => [limit.code, valueOf(limit.code)]))
}

/** Everyone who may do the action there, by id in order (model A6). */
export function whoMay(account: Account, question: Omit<Question, 'subject'>, now: Instant): Id[] {
  const area = areaAt(account, `${question.product}/${question.area}`, now)
  const placeId = findPlace(account, question.place)
  const level = area && levelNeeded(area, question.action)
  if (!area || !placeId || !level) return []
  const index = indexAt(account, now)
  const candidates = index
    ? peopleAt(index, placeId, { area: area.key, level }).map((one) => one.personId)
    : [...account.all('person')].map((person) => person.id)
  return candidates.filter((subject) => answerQuestion(account, { ...question, subject }, now).answer === 'yes').sort()
}

/** Every place at which someone may do the action, by id in order (model A6). */
export function whereMay(account: Account, question: Omit<Question, 'place'>, now: Instant): Id[] {
  const area = areaAt(account, `${question.product}/${question.area}`, now)
  const level = area && levelNeeded(area, question.action)
  if (!area || !level) return []
  const index = indexAt(account, now)
  const candidates = index
    ? findPeople(account, question.subject).flatMap((id) => placesOf(index, id, { area: area.key, level }))
    : [...account.all('place')].map((place) => ({ placeId: place.id }))
  const places = new Set(candidates.map((one) => one.placeId))
  return [...places].filter((place) => answerQuestion(account, { ...question, place }, now).answer === 'yes').sort()
}

/** Every action of the area that someone may do there. */
export function whatMay(account: Account, question: Omit<Question, 'action'>, now: Instant): string[] {
  const area = areaAt(account, `${question.product}/${question.area}`, now)
  return (area ? actionsOf(area) : [])
    .map(({ code }) => code)
    .filter((action) => answerQuestion(account, { ...question, action }, now).answer === 'yes')
}
