import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { ProductAccount } from '@lodge/core'
import { startProduct, type RunningProduct } from '@lodge/standins/product'
import { askProduct, checkOrigin, ProductError } from '../src/protocols/product-http.ts'
import { ScimClient } from '../src/protocols/scim/client.ts'
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

describe('the client against the service (RFC 7644)', () => {
  let product: RunningProduct
  let client: ScimClient
  beforeEach(async () => {
    product = await startProduct()
    client = new ScimClient(product.scimAddress, peer(product.scimAddress, product.token))
  })
  afterEach(() => product.stop())

  test('opens, alters only what differs, closes, and reads back each time', async () => {
    const made = await client.follow(rafe)
    expect(made).toMatchObject({ externalId: 'rafe-id', displayName: rafe.displayName, active: true, seats: ['field'] })
    expect(await client.follow(rafe)).toEqual(made)
    expect(product.store.effects).toEqual(['make User rafe-id'])
    expect(await client.follow({ ...rafe, seats: ['field', 'reader'] })).toMatchObject({ seats: ['field', 'reader'] })
    expect(await client.isOpen('rafe-id')).toBe(true)
    expect(await client.close('rafe-id')).toMatchObject({ active: false })
    expect(await client.close('rafe-id')).toMatchObject({ active: false })
    expect(product.store.effects.slice(1)).toEqual(['alter User rafe-id', 'alter User rafe-id'])
    expect([await client.isOpen('rafe-id'), await client.isOpen('nobody')]).toEqual([false, false])
  })

  test('leaves what the product keeps besides as it is', async () => {
    await client.follow(rafe)
    const [kept] = product.store.users()
    product.store.alter(kept!, { ...kept!.attributes, nickName: 'Ropes', timezone: 'Europe/Dublin' })
    await client.follow({ ...rafe, displayName: 'Rafe Gardener' })
    expect(product.store.users()[0]!.attributes).toMatchObject({ nickName: 'Ropes', displayName: 'Rafe Gardener' })
  })

  test('opens nothing for whoever is not to be open, and takes away an account altogether', async () => {
    expect(await client.follow({ ...rafe, active: false })).toBeUndefined()
    expect(await client.close('rafe-id')).toBeUndefined()
    await client.follow(rafe)
    await client.remove('rafe-id')
    await client.remove('rafe-id')
    expect(product.store.users()).toEqual([])
  })

  test('takes over an account of the same name that is nobody’s; one that is somebody else’s is left alone', async () => {
    const mine = product.store.make('User', { userName: 'RAFE@house.example', displayName: 'R.', active: true })
    expect((await client.follow(rafe))!.remoteId).toBe(mine.id)
    await expect(client.follow({ ...rafe, externalId: 'another-id' })).rejects.toThrow(/will not open an account: 409/)
  })

  test('names that look like filters find nothing but themselves', async () => {
    const odd = { ...rafe, externalId: 'x" or userName pr or externalId eq "', userName: 'a"b\\c@house.example' }
    await client.follow(rafe)
    const made = await client.follow(odd)
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
    await client.followGroups([group], remoteIds)
    await client.followGroups([group], remoteIds)
    expect(groups().map(({ attributes }) => (attributes.members as object[]).length)).toEqual([2])
    const effects = product.store.effects.length
    await client.followGroups([{ ...group, displayName: 'Rope crew', memberIds: ['id-1'] }], remoteIds)
    expect(groups()[0]!.attributes).toMatchObject({
      displayName: 'Rope crew',
      members: [{ value: remoteIds.get('id-1') }],
    })
    expect(product.store.effects).toHaveLength(effects + 1)
    product.store.make('Group', { displayName: 'Theirs' })
    await client.followGroups([], remoteIds)
    // One the product made for itself is not ours to take away.
    expect(groups().map(({ attributes }) => attributes.displayName)).toEqual(['Theirs'])
  })

  test('says in words that a token is wrong', async () => {
    await expect(new ScimClient(product.scimAddress, peer(product.scimAddress, 'wrong')).all()).rejects.toThrow(
      /401|not JSON/,
    )
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
    return new ScimClient(address, peer(address)).all()
  }

  test.each([
    ['no object', [1], /no resource/],
    ['no total', { Resources: [] }, /how long it is/],
    ['a total below nothing', { Resources: [], totalResults: -1 }, /how long it is/],
    ['resources that are no list', { Resources: 'x', totalResults: 1 }, /no resources/],
    ['a resource that is none', { Resources: [null], totalResults: 1 }, /no resource/],
    ['an account without an id', { Resources: [{ userName: 'x' }], totalResults: 1 }, /no id/],
    ['the same again and again', { Resources: [{ id: 'a' }], totalResults: 5 }, /again and again/],
  ])('%s', async (_what, body, reason) => {
    await expect(list(body)).rejects.toThrow(reason)
    await expect(list(body)).rejects.toBeInstanceOf(ProductError)
  })

  test('fields of other kinds than they should be are read as nothing', async () => {
    const odd = {
      id: 'a',
      externalId: 7,
      userName: null,
      active: 'no',
      emails: 'x',
      entitlements: [null, { value: 3 }],
    }
    expect(await list({ Resources: [odd], totalResults: 1 })).toEqual([
      { remoteId: 'a', externalId: null, userName: '', displayName: '', email: null, active: true, seats: [] },
    ])
    expect(await list({ totalResults: 0 })).toEqual([])
  })

  test('two accounts of one id are a reason to stop, not to choose', async () => {
    const twins = ['a', 'b'].map((id) => ({ id, externalId: 'rafe-id', userName: id }))
    answer = () => ({ body: JSON.stringify({ Resources: twins, totalResults: 2 }) })
    await expect(new ScimClient(address, peer(address)).close('rafe-id')).rejects.toThrow(/two accounts/)
  })

  test('redirects are not followed, errors of the product are told by their number', async () => {
    answer = () => ({ status: 302, body: '', headers: { Location: 'http://127.0.0.1:1/' } })
    await expect(askProduct(address, peer(address))).rejects.toThrow(/redirects to another address/)
    answer = () => ({ status: 503, body: 'no' })
    await expect(askProduct(address, peer(address))).rejects.toMatchObject({ status: 503 })
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
