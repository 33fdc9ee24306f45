import type { BookKeeping, BookKnown, BookRecordRequest } from './book-keeping-shape.ts'
import type { BookScene } from './book-scene.ts'
import type { Id } from './rows.ts'
import { say } from '../words/say.ts'

/** How products are kept by hand, and what is known of the accounts in them (model B1). */
export function readKeepings(keepings: readonly BookKeeping[] = [], scene: BookScene): void {
  const products = new Set<string>()
  keepings.forEach((one, at) => {
    const path = `/keepings/${at}`
    const { product, lists = [], columns = {} } = one
    if (!scene.rows.product.some(({ code }) => code === product)) {
      scene.problem('unknown-product', say('account.there-is-no-product-in-this-book', { product }), `${path}/product`)
    }
    if (products.has(product))
      scene.problem('name-twice', say('account.is-listed-twice-leave-one-out', { product }), `${path}/product`)
    products.add(product)
    if (one.way) readWay(one, one.way, path, scene)
    lists.forEach((list, index) => {
      scene.rows.memberList.push({
        ...{
          id: scene.makeId(),
          product,
          asOf: scene.when(list.asOf, 'beginning'),
          hash: list.hash,
          count: list.count,
        },
        ...{ appliedAt: scene.when(list.applied, 'beginning') },
        byId: scene.find(scene.people, list.by, 'person', `${path}/lists`),
        columns: index === lists.length - 1 ? { ...columns } : {},
      })
    })
    one.recordRequests?.forEach((request, at) => readRequest(request, product, `${path}/recordRequests/${at}`, scene))
    const shared = readShared(one, path, scene)
    one.known?.forEach((known, index) => readKnown(known, product, `${path}/known/${index}`, scene, shared))
  })
}

/** Who looks after a product, and in which of its words (model B1). */
function readWay(one: BookKeeping, way: 'hand' | 'none', path: string, scene: BookScene): void {
  const { product, keeper = {}, since } = one
  if (since === undefined) {
    return scene.problem('bad-value', say('account.say-since-when-has-been-kept-so', { product }), `${path}/since`)
  }
  const personId = scene.find(scene.people, keeper.person, 'person', `${path}/keeper/person`)
  const groupId = scene.find(scene.groups, keeper.group, 'group', `${path}/keeper/group`)
  if (personId && groupId) {
    scene.problem('bad-value', say('account.a-keeper-is-a-person-or-a-group'), `${path}/keeper`)
  }
  const placeId = one.client === undefined ? null : (scene.place(one.client, `${path}/client`) ?? null)
  const keeperKind = personId ? 'person' : groupId ? 'group' : null
  scene.rows.keeping.push({
    ...{ id: scene.makeId(), product, way, keeperKind, keeperId: personId ?? groupId, placeId },
    ...{ since: scene.when(since, 'beginning'), words: wordsOf(one, path, scene) },
  })
}

function wordsOf({ roleWords = {}, placeWords = {} }: BookKeeping, path: string, scene: BookScene): Record<Id, string> {
  const found: [Id, string][] = []
  for (const [name, word] of Object.entries(roleWords)) {
    const id = scene.find(scene.roles, name, 'role', `${path}/roleWords/${name}`)
    if (id) found.push([id, String(word)])
  }
  for (const [text, word] of Object.entries(placeWords)) {
    const id = scene.place(text, `${path}/placeWords/${text}`)
    if (id) found.push([id, String(word)])
  }
  return Object.fromEntries(found)
}

function readRequest(request: BookRecordRequest, product: string, path: string, scene: BookScene): void {
  const { name, address, kind, seatType = null, firm = '' } = request
  const askedById = scene.find(scene.people, request.by, 'person', `${path}/by`)
  if (!askedById) return
  if (seatType !== null && !scene.hasType(`${product}/${seatType}`)) {
    scene.problem('unknown-seat', say('account.there-is-no-seat-type-3', { product, seatType }), `${path}/seatType`)
  }
  const id = scene.makeId()
  scene.rows.recordRequest.push({
    ...{ id, product, askedById, askedAt: scene.when(request.asked, 'beginning'), kind, seatType, firm },
  })
  scene.values.push({ personId: id, field: 'accountName', value: name })
  if (address) scene.values.push({ personId: id, field: 'accountAddress', value: address })
}

/** Logins that several people use, each with the seat it takes (model B4); their ids by name. */
function readShared({ product, sharedLogins = [] }: BookKeeping, path: string, scene: BookScene): Map<string, Id> {
  const found = new Map<string, Id>()
  sharedLogins.forEach((one, at) => {
    const where = `${path}/sharedLogins/${at}`
    const person = (text: string, field: string) => scene.find(scene.people, text, 'person', `${where}/${field}`)
    const responsibleId = person(one.responsible, 'responsible')
    if (!responsibleId) return
    const { name, address, seatType = null } = one
    const [id, from] = [scene.makeId(), scene.when(one.from, 'beginning')]
    const until = one.until ? scene.when(one.until, 'end') : null
    found.set(name.toLowerCase(), id)
    if (seatType !== null && !scene.hasType(`${product}/${seatType}`)) {
      scene.problem('unknown-seat', say('account.there-is-no-seat-type-3', { product, seatType }), `${where}/seatType`)
    }
    scene.rows.sharedLogin.push({
      ...{ id, product, responsibleId, seatType, from, until },
      userIds: one.users.flatMap((user, index) => person(user, `users/${index}`) ?? []),
      reviewAt: one.review ? scene.when(one.review, 'beginning') : null,
      passwordDueSince: one.passwordDue ? scene.when(one.passwordDue, 'beginning') : null,
    })
    scene.values.push({ personId: id, field: 'name', value: name })
    if (address) scene.values.push({ personId: id, field: 'accountAddress', value: address })
    if (seatType === null) return
    scene.rows.holding.push({
      ...{ id: scene.makeId(), personId: id, product, seatType, own: false, givenFrom: from, countedFrom: null, until },
      ...{ origin: 'given', givenById: null, endedById: null },
    })
  })
  return found
}

function readKnown(known: BookKnown, product: string, path: string, scene: BookScene, shared: Map<string, Id>): void {
  const {
    person,
    address,
    name,
    id: remoteId = null,
    state,
    seatType = null,
    asOf,
    source,
    by,
    lastUsed,
    closingSince,
  } = known
  const personId =
    scene.find(scene.people, person, 'person', `${path}/person`) ??
    scene.find(shared, known.shared, 'shared-login', `${path}/shared`)
  if (
    person === undefined &&
    known.shared === undefined &&
    address === undefined &&
    name === undefined &&
    remoteId === null
  ) {
    scene.problem('bad-value', say('account.say-whose-account-it-is-or-its-address'), path)
  }
  if (seatType !== null && !scene.hasType(`${product}/${seatType}`)) {
    scene.problem('unknown-seat', say('account.there-is-no-seat-type-3', { product, seatType }), `${path}/seatType`)
  }
  const row = {
    ...{ id: scene.makeId(), product, personId, remoteId, state, seatType, source, listId: null },
    ...{ asOf: scene.when(asOf, 'beginning'), byId: scene.find(scene.people, by, 'person', `${path}/by`) },
    lastUsedAt: lastUsed ? scene.when(lastUsed, 'beginning') : null,
    closingSince: closingSince ? scene.when(closingSince, 'beginning') : null,
  }
  scene.rows.known.push(row)
  if (personId !== null) return
  if (address !== undefined) scene.values.push({ personId: row.id, field: 'accountAddress', value: address })
  if (name !== undefined) scene.values.push({ personId: row.id, field: 'accountName', value: name })
}
