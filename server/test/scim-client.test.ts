import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { ProductAccount } from '@lodge/core'
import { startProduct, type RunningProduct } from '@lodge/standins/product'
import { askProduct, checkOrigin, ProductError } from '../src/protocols/product-http.ts'
import { ScimClient } from '../src/protocols/scim/client.ts'
import { type Following } from '../src/protocols/scim/asked.ts'
import { ScimService } from '../src/protocols/scim/service.ts'
import { ThingsClient } from '../src/protocols/things/client.ts'

const rafe: ProductAccount = {
  externalId: 'rafe-id',
  userName: 'rafe@house.example',
  displayName: 'Rafe "the rope" O’Gardener \\ Sons',
  email: 'rafe@house.example',
  active: true,
  seats: ['field'],
}

/** Whom to ask, at an origin that is allowed. */
const peer = (address: string, token = 'x') => ({ token, allowed: [new URL(address).origin] })
const clientOf = (address: string, token?: string) => new ScimClient(new ScimService(address, peer(address, token)))
const sought = { externalId: 'rafe-id', userName: rafe.userName, remoteId: null }
/** As someone's account is followed when something of theirs changed here. */
const changed: Following = { remoteId: null, before: undefined, occasion: 'changed', alone: (work) => work() }

describe('the client against the service (RFC 7644)', () => {
  let product: RunningProduct
  let client: ScimClient
  beforeEach(async () => {
    product = await startProduct()
    client = clientOf(product.scimAddress, product.token)
  })
  afterEach(() => product.stop())

  test('opens, alters only what differs, closes, and reads back each time', async () => {
    const made = await client.follow(rafe, changed)
    expect(made).toMatchObject({ externalId: 'rafe-id', displayName: rafe.displayName, active: true, seats: ['field'] })
    expect(await client.follow(rafe, changed)).toEqual(made)
    expect(product.store.effects).toEqual(['make User rafe-id'])
    const more = await client.follow({ ...rafe, seats: ['field', 'reader'] }, changed)
    expect(more).toMatchObject({ seats: ['field', 'reader'] })
    expect(await client.isOpen(sought)).toBe(true)
    expect([await client.close(sought), await client.close(sought)]).toEqual(['closed', 'closed'])
    expect(product.store.effects.slice(1)).toEqual(['alter User rafe-id', 'alter User rafe-id'])
    const nobody = { externalId: 'nobody', userName: 'nobody@house.example', remoteId: null }
    expect([await client.isOpen(sought), await client.isOpen(nobody)]).toEqual([false, false])
    expect(await client.close(nobody)).toBe('absent')
  })

  test('leaves what the product keeps besides as it is', async () => {
    await client.follow(rafe, changed)
    const [kept] = product.store.users()
    product.store.alter(kept!, { ...kept!.attributes, nickName: 'Ropes', timezone: 'Europe/Dublin' })
    await client.follow({ ...rafe, displayName: 'Rafe Gardener' }, changed)
    expect(product.store.users()[0]!.attributes).toMatchObject({ nickName: 'Ropes', displayName: 'Rafe Gardener' })
  })

  test('opens nothing for whoever is not to be open, and takes away an account altogether', async () => {
    expect(await client.follow({ ...rafe, active: false }, changed)).toBeUndefined()
    expect(await client.close(sought)).toBe('absent')
    await client.follow(rafe, changed)
    await client.remove(sought)
    await client.remove(sought)
    expect(product.store.users()).toEqual([])
  })

  test('takes over an account of the same name that is nobody’s, its name as it is; another’s is not touched', async () => {
    const mine = product.store.make('User', { userName: 'RAFE@house.example', displayName: 'R.', active: true })
    const taken = await client.follow(rafe, changed)
    expect(taken).toMatchObject({ remoteId: mine.id, displayName: 'R.', seats: ['field'], externalId: 'rafe-id' })
    const other = { ...rafe, externalId: 'another-id' }
    await expect(client.follow(other, changed)).rejects.toMatchObject({ failure: 'untrue' })
    await expect(client.close({ ...sought, externalId: 'another-id' })).rejects.toThrow(/Another program manages/)
    expect(product.store.users()[0]!.attributes).toMatchObject({ active: true, externalId: 'rafe-id' })
  })

  test('what was altered in the product stays until somebody chooses; a seat that changed here is written', async () => {
    const made = (await client.follow(rafe, changed))!
    const before = { ...made, differs: [] }
    const [kept] = product.store.users()
    product.store.alter(kept!, { ...kept!.attributes, displayName: 'R. G.', active: false })
    const now = { ...changed, before }
    const after = await client.follow({ ...rafe, seats: ['reader'] }, now)
    expect(after).toMatchObject({ displayName: 'R. G.', active: false, seats: ['reader'] })
    expect(await client.follow(rafe, { ...now, occasion: 'chosen' })).toMatchObject({
      ...{ displayName: rafe.displayName, active: true, seats: ['field'] },
    })
  })

  test('names that look like filters find nothing but themselves', async () => {
    const odd = { ...rafe, externalId: 'x" or userName pr or externalId eq "', userName: 'a"b\\c@house.example' }
    await client.follow(rafe, changed)
    const made = await client.follow(odd, changed)
    expect(made!.externalId).toBe(odd.externalId)
    expect(product.store.users()).toHaveLength(2)
  })

  test('reads lists of several pages whole, and brings groups to what they should be', async () => {
    for (let n = 0; n < 450; n += 1)
      product.store.make('User', { userName: `user-${n}`, externalId: `id-${n}`, active: true })
    const all = await client.all()
    expect([all.length, new Set(all.map(({ remoteId }) => remoteId)).size]).toEqual([450, 450])
    const remoteIds = new Map(all.map(({ externalId, remoteId }) => [externalId!, remoteId]))
    const group = { externalId: 'g', displayName: 'Ropes', memberIds: ['id-1', 'id-2', 'gone'] }
    const groups = () => [...product.store.resources.values()].filter(({ kind }) => kind === 'Group')
    const old = async () => (await client.groupOf('g', 'Ropes', null)) as Record<string, unknown> | undefined
    await client.bringGroup(await old(), group, remoteIds)
    await client.bringGroup(await old(), group, remoteIds)
    expect(groups().map(({ attributes }) => (attributes.members as object[]).length)).toEqual([2])
    const effects = product.store.effects.length
    const wanted = { ...group, displayName: 'Rope crew', memberIds: ['id-1'] }
    await client.bringGroup(await old(), wanted, remoteIds)
    expect(groups()[0]!.attributes).toMatchObject({
      displayName: 'Rope crew',
      members: [{ value: remoteIds.get('id-1') }],
    })
    expect(client.isAsWanted((await old())!, wanted, remoteIds)).toBe(true)
    expect(product.store.effects).toHaveLength(effects + 1)
    // One of that name that another program keeps is not taken over.
    product.store.make('Group', { displayName: 'Theirs', externalId: 'another program' })
    expect(await client.groupOf('h', 'Theirs', null)).toBeUndefined()
  })

  test('says in words that a token is wrong', async () => {
    await expect(clientOf(product.scimAddress, 'wrong').all()).rejects.toThrow(/does not accept the connection’s token/)
  })
})

describe('answers that are not believed', () => {
  let server: Server
  let answer: (path: string) => { status?: number; body: string; headers?: Record<string, string> }
  let address: string
  beforeAll(async () => {
    server = createServer((request, response) => {
      const { status = 200, body, headers = {} } = answer(request.url ?? '')
      response.writeHead(status, headers).end(body)
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  })
  afterAll(() => new Promise((resolve) => server.close(resolve)))

  const list = (body: unknown) => {
    answer = () => ({ body: JSON.stringify(body) })
    return clientOf(address).all()
  }

  test.each([
    ['no object', [1], /not a resource/],
    ['no total', { Resources: [] }, /how long it is/],
    ['a total below nothing', { Resources: [], totalResults: -1 }, /how long it is/],
    ['resources that are no list', { Resources: 'x', totalResults: 1 }, /no resources/],
    ['a resource that is none', { Resources: [null], totalResults: 1 }, /not a resource/],
    ['an account without an id', { Resources: [{ userName: 'x' }], totalResults: 1 }, /no id/],
    ['the same again and again', { Resources: [{ id: 'a' }], totalResults: 5 }, /again and again/],
  ])('%s', async (_what, body, reason) => {
    await expect(list(body)).rejects.toThrow(reason)
    await expect(list(body)).rejects.toBeInstanceOf(ProductError)
  })

  test('fields of other kinds than they should be are read as not said', async () => {
    const odd = {
      id: 'a',
      externalId: 7,
      userName: null,
      active: 'no',
      emails: 'x',
      entitlements: [null, { value: 3 }],
    }
    expect(await list({ Resources: [odd], totalResults: 1 })).toEqual([
      { remoteId: 'a', externalId: null, userName: '', displayName: '', email: null, active: null, seats: [] },
    ])
    expect(await list({ totalResults: 0 })).toEqual([])
  })

  test('two accounts of one id are a reason to stop, not to choose', async () => {
    const twins = ['a', 'b'].map((id) => ({ id, externalId: 'rafe-id', userName: id }))
    answer = () => ({ body: JSON.stringify({ Resources: twins, totalResults: 2 }) })
    await expect(clientOf(address).close(sought)).rejects.toThrow(/two accounts/)
  })

  test('redirects are not followed, errors of the product are told by their number', async () => {
    answer = () => ({ status: 302, body: '', headers: { Location: 'http://127.0.0.1:1/' } })
    await expect(askProduct(address, peer(address))).rejects.toThrow(/redirects to another address/)
    answer = () => ({ status: 503, body: 'no' })
    await expect(askProduct(address, peer(address))).rejects.toMatchObject({ failure: 'away', more: { status: 503 } })
    answer = () => ({ body: '{"half": ' })
    await expect(askProduct(address, peer(address))).rejects.toThrow(/not JSON/)
    answer = () => ({ body: 'x'.repeat(11_000_000) })
    await expect(askProduct(address, peer(address))).rejects.toThrow(/too long/)
  })

  test('things without ids, lists without an end, and refusals that are no list', async () => {
    const things = new ThingsClient(address, peer(address))
    answer = () => ({ body: JSON.stringify({ things: [{ title: 'x' }] }) })
    await expect(things.all('p')).rejects.toThrow(/no id/)
    answer = () => ({ body: JSON.stringify({ things: 'x' }) })
    await expect(things.all('p')).rejects.toThrow(/lists no things/)
    // A cursor that leads on to what was there already leads nowhere.
    answer = () => ({ body: JSON.stringify({ things: [{ id: 'a', kind: 'odd', title: 7 }], next: 'again' }) })
    expect(await things.all('p')).toEqual([{ id: 'a', kind: 'item', title: 'a' }])
    answer = () => ({ body: JSON.stringify({ refused: 'all of them' }) })
    expect(await things.handOver('d', 'p', [{ id: 'a', kind: 'item', title: 'a' }], null)).toEqual(new Map())
    answer = () => ({ status: 422, body: '{}' })
    await expect(things.handOver('d', 'p', [{ id: 'a', kind: 'item', title: 'a' }], null)).rejects.toThrow(/422/)
  })
})

test('only addresses the operator allowed are asked', () => {
  expect(() => checkOrigin('https://product.example/scim/v2', ['https://product.example'])).not.toThrow()
  for (const address of [
    'http://product.example',
    'https://product.example:8443/x',
    'https://product.example.evil.example',
  ]) {
    expect(() => checkOrigin(address, ['https://product.example'])).toThrow(/LODGE_PRODUCT_ORIGINS/)
  }
})
