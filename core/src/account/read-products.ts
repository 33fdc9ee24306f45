import { readSheet } from '../products/sheet.ts'
import { type ProductSheet } from './sheet-shape.ts'
import type { BookScene } from './book-scene.ts'
import type { BookProduct, BookSheet } from './book-shape.ts'
import type { Id } from './rows.ts'
import { entryAt } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** Reads products with their sheets, subscriptions, numbers of seats, fitted places and reported use. */
export function readProducts(products: readonly BookProduct[], scene: BookScene): void {
  const codes = new Set<string>()
  products.forEach((product, at) => {
    const id = scene.makeId()
    const path = `/products/${at}`
    const { code } = product
    if (codes.has(code))
      scene.problem('repeated-code', say('account.there-are-two-products-of-the-code', { code }), `${path}/code`)
    codes.add(code)
    scene.rows.product.push({ id, code })
    scene.paths.set(id, path)
    product.sheets.forEach((entry, index) => readDatedSheet(entry, code, id, `${path}/sheets/${index}`, scene))
    const sheets = scene.rows.sheet.filter(({ productId }) => productId === id).map(({ sheet }) => sheet)
    product.subscriptions.forEach(({ from, on, plan = null }, index) => {
      if (plan !== null && sheets.length > 0 && !sheets.some((sheet) => sheet.plans.some((one) => one.code === plan))) {
        scene.problem('unknown-plan', say('account.has-no-plan', { code, plan }), `${path}/subscriptions/${index}/plan`)
      }
      const row = { productId: id, from: scene.when(from, 'beginning'), on, plan }
      scene.rows.subscription.push({ id: scene.makeId(), ...row })
    })
    product.stock.forEach(({ seatType, number, from, source = '' }, index) => {
      // Of a sheet that could not be read nothing is known; that is told already.
      if (sheets.length > 0 && !sheets.some((sheet) => sheet.seatTypes.some((type) => type.code === seatType))) {
        const sentence = say('account.there-is-no-seat-type-2', { code, seatType })
        scene.problem('unknown-seat', sentence, `${path}/stock/${index}/seatType`)
      }
      const row = { product: code, seatType, number, from: scene.when(from, 'beginning'), source }
      scene.rows.stock.push({ id: scene.makeId(), ...row })
    })
    readFittings(product, `${path}/fittings`, scene)
    readUse(product, sheets, `${path}/use`, scene)
  })
}

function readDatedSheet(entry: BookSheet, code: string, productId: Id, path: string, scene: BookScene): void {
  const read = readSheet(entry.sheet)
  if (read.problems) {
    for (const one of read.problems) scene.problem(one.code, one.sentence, `${path}/sheet${one.path ?? ''}`)
    return
  }
  const { currency } = entryAt(scene.rows.settings, 0)
  if (read.value.charging.currency !== currency) {
    const sentence = say('account.is-charged-in-the-account-in-one-account', {
      code,
      currency: read.value.charging.currency,
      currency2: currency,
    })
    scene.problem('another-currency', sentence, `${path}/sheet/charging/currency`)
  }
  if (read.value.code !== code)
    scene.problem('code-differs', say('account.the-sheet-is-of-another-product'), `${path}/sheet/code`)
  // A plain value, so that rows are the same whether they come from a book or a database.
  const sheet = JSON.parse(JSON.stringify(read.value)) as typeof read.value
  scene.rows.sheet.push({ id: scene.makeId(), productId, from: scene.when(entry.from, 'beginning'), sheet })
}

function readFittings({ code, fittings = [] }: BookProduct, path: string, scene: BookScene): void {
  fittings.forEach(({ place, from, until }, at) => {
    const placeId = scene.place(place, `${path}/${at}/place`)
    const span = { from: scene.when(from, 'beginning'), until: until ? scene.when(until, 'end') : null }
    if (!placeId) return
    // A place that sleeps costs nothing: what is on there ends with the book’s instant at the latest (model T6).
    const ends = scene.sleeps(placeId) ? Math.min(span.until ?? Infinity, scene.asOf) : span.until
    if (ends === null || ends > span.from) {
      scene.rows.fitting.push({ id: scene.makeId(), product: code, placeId, from: span.from, until: ends })
    }
  })
}

function readUse(
  { code, use = [] }: BookProduct,
  sheets: readonly ProductSheet[],
  path: string,
  scene: BookScene,
): void {
  const allowances = new Set(sheets.flatMap(({ charging }) => (charging.allowances ?? []).map((one) => one.code)))
  use.forEach(({ allowance = null, person, at: when, amount, reported }, at) => {
    if (allowance !== null && sheets.length > 0 && !allowances.has(allowance)) {
      scene.problem(
        'unknown-allowance',
        say('account.has-no-allowance', { code, allowance }),
        `${path}/${at}/allowance`,
      )
    }
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
