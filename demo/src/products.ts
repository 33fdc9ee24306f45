import { join } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import {
  addDays,
  describedSheet,
  instantOfLocal,
  readChange,
  type Account,
  type Change,
  type Instant,
  type LocalDate,
} from '@lodge/core'
import { keepToken, type KeyRing, type Pools } from '@lodge/server'
import { startProduct, type RunningProduct } from '@lodge/standins/product'
import { DEMO_ZONE } from './book.ts'
import type { World } from './year.ts'
import { entryAt, must } from '@lodge/core/must'

/** The demo's products, each a service of its own that keeps its accounts beside the demo's data. */
export const PRODUCTS = [
  { code: 'bedding-log', name: 'Bedding Log' },
  { code: 'rill-control', name: 'Rill Control' },
  { code: 'quote-trellis', name: 'Quote Trellis' },
] as const

/** Where each product listens, and the token it wants; kept between runs. */
export type ProductPlaces = Record<string, { port: number; token: string }>

export async function startProducts(
  places: ProductPlaces,
  directory: string,
  lodging: { origin: string; token: string; account: Account },
): Promise<RunningProduct[]> {
  const { origin, token, account } = lodging
  return Promise.all(
    PRODUCTS.map(({ code, name }) => {
      const areas = areasOf(account, code)
      const shown = [...account.all('place')]
        .filter(({ kind }) => kind === 'site')
        .map(({ id, name: text }) => ({ id, name: text }))
      return startProduct({
        ...must(places[code], 'entry of places'),
        name,
        file: join(directory, `${code}.json`),
        // Bedding Log has a token to ask by; the others show nothing on their page.
        ...(code === 'bedding-log'
          ? { lodging: { origin, token, accountId: account.id, product: code, places: shown, areas } }
          : {}),
      })
    }),
  )
}

function areasOf(account: Account, code: string): { code: string; name: string }[] {
  const row = account.by('product', 'code', code)[0]
  const sheets = row ? [...account.by('sheet', 'product', row.id)].sort((one, other) => one.from - other.from) : []
  return (sheets.at(-1)?.sheet.areas ?? []).flatMap(({ code: area, name, scope }) =>
    scope === 'place' ? [{ code: area, name }] : [],
  )
}

/**
 * Connects two of the products and keeps the third by hand three weeks before the demo's day, has the account say what is handed back, and plans one leaving
 * for the Friday after, two of its things left unassigned.
 */
export async function connectProducts(
  world: World,
  { pools, keyRing, places }: { pools: Pools; keyRing: KeyRing; places: ProductPlaces },
  today: LocalDate,
  now: Instant,
): Promise<void> {
  const at = (offset: number, time: string) =>
    instantOfLocal(`${addDays(today, offset)}T${time}`, DEMO_ZONE, 'beginning')
  const by = async (email: string) => ({
    kind: 'person' as const,
    personId: entryAt((await world.current()).peopleByEmail(email), 0),
  })
  const oriel = await by('oriel.thistlewick@thistlewick.example')
  const before = (instant: Instant) => Math.min(instant, now - 1_000_000)
  await keepByHand(world, oriel, today, before(at(-1, '18:20')))
  await keepRegister(world, oriel, today, before(at(-1, '18:30')))
  await world.commit(
    PRODUCTS.filter(({ code }) => code !== BY_HAND).map(({ code }) => {
      const origin = `http://127.0.0.1:${must(places[code], 'entry of places').port}`
      return whole({
        type: 'connect-product',
        product: code,
        scimAddress: `${origin}/scim/v2`,
        thingsAddress: `${origin}/things/v1`,
      })
    }),
    oriel,
    before(at(-1, '18:30')),
  )
  const account = await world.current()
  for (const { id, product } of account.all('connection')) {
    await keepToken(pools.work, keyRing, account.id, id, must(places[product], 'entry of places').token)
  }
  const leaverLines = [
    { name: 'Van key', kinds: ['staff'] },
    { name: 'Laptop', kinds: ['staff'] },
    { name: 'Site badge', kinds: ['contractor'] },
  ]
  await world.commit([whole({ type: 'change-settings', leaverLines })], oriel, before(at(-1, '18:40')))
  await world.commit(
    [whole(cormacLeaves(await world.current(), friday(today)))],
    await by('tamsin.roake@thistlewick.example'),
    before(at(-1, '18:50')),
  )
}

/** The product that nothing opens or closes accounts in but someone of the office. */
const BY_HAND = 'quote-trellis'

/**
 * Quote Trellis is kept by hand by Bevis Amory; its member list of twelve days ago differs: someone who left is in it
 * still, one has another seat type, one is missing, and two accounts are of nobody here.
 */
async function keepByHand(
  world: World,
  actor: Parameters<World['commit']>[1],
  today: LocalDate,
  at: Instant,
): Promise<void> {
  const account = await world.current()
  const id = (name: string) =>
    must(
      [...account.all('person')].find((one) => account.nameOf(one.id) === name),
      'entry that is sought',
    ).id
  const asOf = addDays(today, -12)
  const listId = uuidv7()
  const listed = (name: string, seatType: string, number: string) => ({
    ...{ personId: id(name), state: 'open', seatType, remoteId: number },
  })
  const accounts = [
    listed('Oriel Thistlewick', 'estimator', '4401'),
    listed('Tamsin Roake', 'estimator', '4402'),
    listed('Bevis Amory', 'estimator', '4409'),
    listed('Odalys Penrose', 'auditor', '4415'),
    listed('Nell Gathercole', 'auditor', '4417'),
    { personId: id('Yannick Stroud'), state: 'closed' },
    { address: 'edda.quince@quincequotes.example', name: 'Edda Quince', state: 'open', seatType: 'auditor' },
    { address: 'quotes@thistlewick.example', name: 'Quotes', state: 'open', seatType: 'estimator' },
  ]
  const about = { product: BY_HAND, listId, asOf }
  const keeper = { keeperKind: 'person', keeperId: id('Bevis Amory') }
  await world.commit([whole({ type: 'keep-product', product: BY_HAND, way: 'hand', ...keeper })], actor, at)
  const list = [
    whole({ type: 'note-accounts', ...about, source: 'list', accounts }),
    whole({ type: 'note-list', ...about, hash: 'as-uploaded', count: accounts.length - 1, columns: [] }),
  ]
  await world.commit(list, actor, at + 60_000_000)
}

/** A client's own register of contractors: the client pays for it, and their contact keeps it without a login here. */
const REGISTER = 'lychgate-register'

/** Lychgate Register is Pellworth Hospital Trust's own; six of our people have accounts there, one of them not yet. */
async function keepRegister(
  world: World,
  actor: Parameters<World['commit']>[1],
  today: LocalDate,
  at: Instant,
): Promise<void> {
  const account = await world.current()
  const id = (name: string) =>
    must(
      [...account.all('person')].find((one) => account.nameOf(one.id) === name),
      'entry that is sought',
    ).id
  const client = must(
    [...account.all('place')].find(({ name }) => name === 'Pellworth Hospital Trust'),
    'entry that is sought',
  ).id
  const employer = must(
    [...account.all('employer')].find(({ name }) => name === 'Pellworth Hospital Trust'),
    'entry that is sought',
  ).id
  const sheet = describedSheet(
    {
      ...{ name: 'Lychgate Register', address: 'https://lychgate.example', pattern: 'nothing', counts: 'admitted' },
      ...{ bands: [], types: [{ name: 'Contractor', priceMinor: 0 }] },
    },
    REGISTER,
    account.settings.currency,
  )
  const keeperId = uuidv7()
  const contact = { name: 'Hollis Tarn', email: 'hollis.tarn@pellworth.example', kind: 'client', standing: 'guest' }
  const keeping = { keeperKind: 'person', keeperId, placeId: client }
  const people = ['Mirren Halloway', 'Odalys Penrose', 'Idris Marlow', 'Anwen Sharrow', 'Nolan Pryce', 'Rafe Underhay']
  const seat = { type: 'give-seat', product: REGISTER, seatType: entryAt(sheet.seatTypes, 0).code }
  const changes = [
    { type: 'record-person', personId: keeperId, employerId: employer, ...contact },
    { type: 'import-sheet', sheet },
    { type: 'subscribe', product: REGISTER, on: true },
    { type: 'keep-product', product: REGISTER, way: 'hand', ...keeping },
    ...people.map((name) => ({ ...seat, personId: id(name) })),
  ]
  await world.commit(changes.map(whole), actor, at)
  const accounts = people.slice(0, -1).map((name) => ({ personId: id(name), state: 'open' }))
  const listId = uuidv7()
  const about = { product: REGISTER, listId, asOf: addDays(today, -1) }
  const known = [
    { type: 'note-accounts', ...about, source: 'list', accounts },
    { type: 'note-list', ...about, hash: 'as-uploaded', count: accounts.length, columns: [] },
  ]
  await world.commit(known.map(whole), actor, at + 60_000_000)
}

function whole(plain: object): Change {
  const { value, problems } = readChange(plain, uuidv7)
  if (!value) throw new Error(`The demo's products: ${problems?.[0]?.sentence}`)
  return value
}

/** The Friday after a day. */
function friday(today: LocalDate): LocalDate {
  const weekday = new Date(`${today}T12:00:00Z`).getUTCDay()
  return addDays(today, (5 - weekday + 7) % 7 || 7)
}

function cormacLeaves(account: Account, date: LocalDate): object {
  const personId = entryAt(account.peopleByEmail('cormac.eddery@thistlewick.example'), 0)
  const mirren = entryAt(account.peopleByEmail('mirren.halloway@thistlewick.example'), 0)
  const marrow = must(
    [...account.all('place')].find(({ name }) => name === 'Marrow Street Offices'),
    'entry that is sought',
  )
  return {
    type: 'plan-departure',
    personId,
    at: `${date}T17:00`,
    handovers: [
      ...account
        .by('person', 'manager', personId)
        .slice(0, 4)
        .map(({ id }) => ({ what: 'report', id, takerId: mirren })),
      { what: 'steward', id: marrow.id },
      { what: 'things', id: 'bedding-log', takerId: mirren },
    ],
  }
}

/** What depends on the leaver in the products, the first time. */
export function addDemoThings(running: readonly RunningProduct[], account: Account): void {
  const cormac = entryAt(account.peopleByEmail('cormac.eddery@thistlewick.example'), 0)
  const [beddingLog, rillControl] = running
  if (!beddingLog || !rillControl || beddingLog.store.things.size > 0) return
  for (let n = 1; n <= 6; n += 1)
    beddingLog.store.addThing({ kind: 'item', title: `Planting draft ${n}`, owner: cormac })
  beddingLog.store.addThing({ kind: 'hold', title: 'Report held open: Marrow Street, June', owner: cormac })
  beddingLog.store.addThing({ kind: 'link', title: 'Photo link for Saltbarn Brewery', owner: cormac })
  for (let n = 1; n <= 3; n += 1)
    rillControl.store.addThing({ kind: 'item', title: `Sensor contract ${n}`, owner: cormac })
}
