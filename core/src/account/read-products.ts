import { readSheet } from '../products/sheet.ts'
import type { Edge, Instant } from '../time/instants.ts'
import type { Lists } from './book.ts'
import type { BookProduct, BookSheet } from './book-shape.ts'
import type { Id, PlaceRow } from './rows.ts'

/** What reading a part of a book needs of the whole. */
export interface BookScene {
  rows: Lists
  people: Map<string, Id>
  paths: Map<Id, string>
  makeId(): Id
  when(text: string, edge: Edge): Instant
  place(text: string, path: string): PlaceRow['id'] | undefined
  find(known: Map<string, Id>, name: string | undefined, word: string, path: string): Id | null
  problem(code: string, sentence: string, path: string): void
}

/** Reads products with their sheets, subscriptions, numbers of seats, fitted places and reported use. */
export function readProducts(products: readonly BookProduct[], scene: BookScene): void {
  products.forEach((product, at) => {
    const id = scene.makeId()
    const path = `/products/${at}`
    const { code } = product
    scene.rows.product.push({ id, code })
    scene.paths.set(id, path)
    product.sheets.forEach((entry, index) => readDatedSheet(entry, code, id, `${path}/sheets/${index}`, scene))
    for (const { from, on, plan = null } of product.subscriptions) {
      const row = { productId: id, from: scene.when(from, 'beginning'), on, plan }
      scene.rows.subscription.push({ id: scene.makeId(), ...row })
    }
    for (const { seatType, number, from, source = '' } of product.stock) {
      const row = { product: code, seatType, number, from: scene.when(from, 'beginning'), source }
      scene.rows.stock.push({ id: scene.makeId(), ...row })
    }
    readFittings(product, `${path}/fittings`, scene)
    readUse(product, `${path}/use`, scene)
  })
}

function readDatedSheet(entry: BookSheet, code: string, productId: Id, path: string, scene: BookScene): void {
  const read = readSheet(entry.sheet)
  if (read.problems) {
    for (const one of read.problems) scene.problem(one.code, one.sentence, `${path}/sheet${one.path ?? ''}`)
    return
  }
  if (read.value.code !== code) scene.problem('code-differs', 'The sheet is of another product.', `${path}/sheet/code`)
  // A plain value, so that rows are the same whether they come from a book or a database.
  const sheet = JSON.parse(JSON.stringify(read.value)) as typeof read.value
  scene.rows.sheet.push({ id: scene.makeId(), productId, from: scene.when(entry.from, 'beginning'), sheet })
}

function readFittings({ code, fittings = [] }: BookProduct, path: string, scene: BookScene): void {
  fittings.forEach(({ place, from, until }, at) => {
    const placeId = scene.place(place, `${path}/${at}/place`)
    const span = { from: scene.when(from, 'beginning'), until: until ? scene.when(until, 'end') : null }
    if (placeId) scene.rows.fitting.push({ id: scene.makeId(), product: code, placeId, ...span })
  })
}

function readUse({ code, use = [] }: BookProduct, path: string, scene: BookScene): void {
  use.forEach(({ allowance = null, person, at: when, amount, reported }, at) => {
    const instant = scene.when(when, 'beginning')
    scene.rows.use.push({
      id: scene.makeId(),
      product: code,
      allowance,
      personId: scene.find(scene.people, person, 'person', `${path}/${at}/person`),
      at: instant,
      amount,
      reportedAt: reported ? scene.when(reported, 'beginning') : instant,
    })
  })
}
