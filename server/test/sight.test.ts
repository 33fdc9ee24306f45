import { Sight, type AccountBook, type Account } from '@lodge/core'
import { ROUTES } from '../src/app.ts'
import type { Running } from '../src/start.ts'
import { smallBook } from '../../core/test/small-book.ts'
import { apply, openHouse, openLodge, type Browser, type House } from './harness.ts'

let running: Running
let house: House
beforeAll(async () => {
  running = await openLodge()
  house = await openHouse(running, bookOf)
  const owner = await house.as('Oriel')
  const corin = await house.as('Corin')
  await apply(house, owner, [
    { type: 'go-away', personId: house.idOf('Anwen'), from: '2026-07-01', until: '2026-07-20', reason: SECRETS[0] },
  ])
  const asked = {
    type: 'ask-for',
    area: 'log/photos',
    level: 'run',
    placeId: house.placeId('Harbour'),
    reason: SECRETS[1],
  }
  const answer = await apply(house, corin, [asked])
  expect(answer.status).toBe(200)
  await apply(house, owner, [
    {
      type: 'plan-docket',
      at: '2026-08-01',
      changes: [{ type: 'make-place', parentId: house.account.root.id, name: SECRETS[2], kind: 'client' }],
    },
  ])
})
afterAll(() => running.stop())

/** What people wrote or planned that is for few. */
const SECRETS = ['Moonwort illness', 'Bryony promised it', 'Saxifrage Mill'] as const

/** Names that stand nowhere else, so that one that is told is found. */
function bookOf(domain: string): AccountBook {
  const book = smallBook(domain)
  book.employers.push('Ragwort Ltd')
  book.places.push({
    name: 'Quillmere Trust',
    kind: 'client',
    reference: 'QUI',
    places: [{ name: 'Quillmere East', kind: 'site', reference: 'QUI-1' }],
  })
  book.roles.push({ name: 'Mossback inspector', areas: { 'log/photos': { level: 'see' } } })
  book.groups.push({
    name: 'Teasel circle',
    grants: [{ role: 'Mossback inspector', place: 'Quillmere Trust', from: '2026-01-01' }],
  })
  const person = (name: string, more: object) => ({
    email: `${name.split(' ')[0]!.toLowerCase()}@${domain}`,
    name,
    kind: 'contractor' as const,
    standing: 'guest' as const,
    state: 'active' as const,
    engagement: { from: '2025-01-01', until: '2027-01-01' },
    ...more,
  })
  book.people.push(
    person('Anwen Secretive', {
      employer: 'Ragwort Ltd',
      grants: [{ role: 'Mossback inspector', place: 'Quillmere Trust', from: '2026-01-01' }],
    }),
  )
  return book
}

/** Every word that would tell someone of what they may not see, by the rules themselves. */
function forbidden(account: Account, personId: string): string[] {
  const sight = new Sight(account, personId, running.lodge.clock.now())
  const places = [...account.all('place')].filter(({ id }) => !sight.seesPlace(id) && id !== account.root.id)
  const people = [...account.all('person')].filter(({ id }) => !sight.seesPerson(id))
  const mayName = sight.canSomewhere('access', 'change') || sight.can('roles', 'see')
  return [
    ...places.map(({ name }) => name),
    ...people.flatMap(({ id }) => [account.nameOf(id), account.personal(id, 'email') ?? account.nameOf(id)]),
    ...(mayName ? [] : ['Teasel circle', ...(personId === house.idOf('Anwen') ? [] : ['Mossback inspector'])]),
    // The firm of someone one sees is beside their name (model L6).
    ...(sight.seesPerson(house.idOf('Anwen')) || sight.canSomewhere('people', 'add') ? [] : ['Ragwort Ltd']),
    // What is kept on oneself one may have, the reason others gave included (model X7).
    ...(sight.can('people', 'change') || personId === house.idOf('Anwen') ? [] : [SECRETS[0]]),
    ...(sight.can('access', 'change', house.placeId('Harbour')) || personId === house.idOf('Corin')
      ? []
      : [SECRETS[1]]),
    ...(sight.can('ledger', 'see') ? [] : [SECRETS[2]]),
  ]
}

/** Everything a browser can read of an account: each address with ids of all sorts in its places. */
function addresses(): string[] {
  const ids = {
    personId: ['Oriel', 'Rafe', 'Anwen', 'Corin'].map(house.idOf),
    placeId: ['Main', 'Harbour', 'Quillmere East'].map(house.placeId),
    roleId: [house.roleId('Mossback inspector'), house.roleId('Gardener')],
    groupId: [...house.account.all('group')].map(({ id }) => id),
  }
  return ROUTES.filter(
    (route) => route.method === 'get' && route.audience === 'account' && !route.path.endsWith('/events'),
  ).flatMap((route) => {
    let paths = [route.path.replace('{accountId}', house.account.id).replace('{month}', '2026-06')]
    for (const [name, values] of Object.entries(ids))
      paths = paths.flatMap((path) =>
        path.includes(`{${name}}`) ? values.map((id) => path.replace(`{${name}}`, id)) : [path],
      )
    const query = route.query && 'q' in route.query ? '?q=quill' : ''
    return paths.filter((path) => !path.includes('{')).map((path) => path + query)
  })
}

/** Views that can be seen as someone, of the account itself. */
const SEEN_AS = ROUTES.filter(({ query, path }) => query && 'as' in query && !/\{(?!accountId)/.test(path)).map(
  ({ path }) => path.replace('/api/accounts/{accountId}', ''),
)

async function told(browser: Browser): Promise<Map<string, string>> {
  const answers = new Map<string, string>()
  for (const path of addresses()) {
    const { status, text, body } = await browser.get(path).buffer(true)
    expect([path, status < 500]).toEqual([path, true])
    answers.set(
      path,
      typeof text === 'string' ? text : Buffer.isBuffer(body) ? body.toString('latin1') : JSON.stringify(body),
    )
  }
  return answers
}

test.each(['Oriel', 'Tamsin', 'Mirren', 'Rafe', 'Corin', 'Anwen'])(
  '%s is told of nothing they may not see, wherever they ask (model D5)',
  async (who) => {
    const { account } = (await running.lodge.accounts.get(house.account.id))!
    const words = forbidden(account, house.idOf(who))
    const answers = await told(await house.as(who))
    expect(answers.size).toBeGreaterThan(50)
    const found = [...answers].flatMap(([path, text]) =>
      words.filter((word) => text.includes(word)).map((word) => `${path}: ${word}`),
    )
    expect(found).toEqual([])
  },
)

test('whoever sees as somebody reads nothing private of theirs', async () => {
  const corin = house.idOf('Corin')
  const tamsin = await house.as('Tamsin')
  const asCorin = addresses().filter((address) => SEEN_AS.some((path) => address.endsWith(path)))
  expect(asCorin.length).toBeGreaterThan(5)
  for (const address of asCorin) {
    // What Corin may not open answers as if it were not there.
    const { text, status } = await tamsin.get(`${address}?as=${corin}`)
    expect([200, 404]).toContain(status)
    for (const word of SECRETS) expect([address, text.includes(word)]).toEqual([address, false])
  }
})
