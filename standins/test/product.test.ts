import { startProduct, type RunningProduct } from '../src/product/product.ts'

let product: RunningProduct
beforeEach(async () => {
  product = await startProduct()
})
afterEach(() => product.stop())

async function ask(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
  const base = path.startsWith('/people') ? product.thingsAddress : product.scimAddress
  const response = await fetch(`${base}${path}`, {
    method,
    headers: { Authorization: 'Bearer product-token', 'Content-Type': 'application/scim+json', ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  const text = await response.text()
  return {
    status: response.status,
    etag: response.headers.get('etag') ?? '',
    type: response.headers.get('content-type') ?? '',
    body: text.startsWith('{') ? JSON.parse(text) : undefined,
  }
}
const make = (userName: string, more: object = {}) =>
  ask('POST', '/Users', {
    schemas: ['urn:ietf:params:scim:schemas:core:2.0:User'],
    userName,
    externalId: userName,
    ...more,
  })

describe('the service of a product (RFC 7644)', () => {
  test('wants its token, and speaks SCIM’s own media type', async () => {
    const answer = await ask('GET', '/Users', undefined, { Authorization: 'Bearer other' })
    expect(answer.status).toBe(401)
    expect((await ask('GET', '/Users')).type).toContain('application/scim+json')
  })

  test('makes, reads, finds, replaces, patches and removes a user (§3.3 to §3.6)', async () => {
    const made = await make('bjensen', { emails: [{ value: 'b@example.com' }] })
    expect(made).toMatchObject({ status: 201, body: { active: true, meta: { resourceType: 'User' } } })
    const { id } = made.body
    expect((await ask('GET', `/Users/${id}`)).body).toEqual(made.body)
    expect((await ask('GET', '/Users?filter=' + encodeURIComponent('externalId eq "bjensen"'))).body).toMatchObject({
      totalResults: 1,
      Resources: [{ id }],
    })
    expect((await ask('POST', '/Users/.search', { filter: 'userName sw "b"' })).body.totalResults).toBe(1)
    const patch = {
      schemas: ['urn:ietf:params:scim:api:messages:2.0:PatchOp'],
      Operations: [{ op: 'replace', path: 'active', value: false }],
    }
    expect((await ask('PATCH', `/Users/${id}`, patch)).body.active).toBe(false)
    expect((await ask('PUT', `/Users/${id}`, { userName: 'babs' })).body).toMatchObject({ userName: 'babs', id })
    expect((await ask('DELETE', `/Users/${id}`)).status).toBe(204)
    expect(await ask('GET', `/Users/${id}`)).toMatchObject({
      status: 404,
      body: { schemas: ['urn:ietf:params:scim:api:messages:2.0:Error'], status: '404' },
    })
  })

  test('one name, one user; what is wrong is said with its word (§3.12)', async () => {
    await make('bjensen')
    expect(await make('BJensen')).toMatchObject({ status: 409, body: { scimType: 'uniqueness' } })
    expect(await ask('POST', '/Users', {})).toMatchObject({ status: 400, body: { scimType: 'invalidValue' } })
    expect(await ask('POST', '/Users', [])).toMatchObject({ status: 400, body: { scimType: 'invalidSyntax' } })
    expect(await ask('GET', '/Users?filter=userName')).toMatchObject({
      status: 400,
      body: { scimType: 'invalidFilter' },
    })
    expect(await make('other', { active: 'yes' })).toMatchObject({ status: 400 })
  })

  test('is found by the names it has now, in any case, and by none it had (§3.4.2.2)', async () => {
    const { id } = (await make('Babs')).body
    const found = async (attribute: string, value: string) => {
      const answer = await ask('GET', `/Users?filter=${encodeURIComponent(`${attribute} eq "${value}"`)}`)
      return answer.body.Resources.map((one: { id: string }) => one.id)
    }
    expect(await found('username', 'bABS')).toEqual([id])
    // Names of attributes mean the same in any case, in what is kept as well (RFC 7643 §2.1).
    await ask('PUT', `/Users/${id}`, { USERNAME: 'jensen', externalid: 'b-2' })
    expect([await found('userName', 'babs'), await found('externalId', 'Babs')]).toEqual([[], []])
    expect([await found('userName', 'jensen'), await found('externalId', 'b-2')]).toEqual([[id], [id]])
    expect(await make('Jensen')).toMatchObject({ status: 409 })
    await ask('DELETE', `/Users/${id}`)
    expect(await found('userName', 'jensen')).toEqual([])
    expect(await make('Jensen')).toMatchObject({ status: 201 })
  })

  test('an ETag changes with the resource and guards it (§3.14)', async () => {
    const { body, etag } = await make('bjensen')
    const patch = (value: boolean) => ({
      schemas: ['urn:ietf:params:scim:api:messages:2.0:PatchOp'],
      Operations: [{ op: 'replace', path: 'active', value }],
    })
    const changed = await ask('PATCH', `/Users/${body.id}`, patch(false), { 'If-Match': etag })
    expect([changed.status, changed.etag === etag]).toEqual([200, false])
    expect((await ask('PATCH', `/Users/${body.id}`, patch(true), { 'If-Match': etag })).status).toBe(412)
    expect((await ask('GET', `/Users/${body.id}`, undefined, { 'If-None-Match': changed.etag })).status).toBe(304)
    // The same again alters nothing.
    expect((await ask('PATCH', `/Users/${body.id}`, patch(false))).etag).toBe(changed.etag)
  })

  test('pages, sorts and picks attributes (§3.4.2.3 to §3.4.2.5)', async () => {
    for (const name of ['cay', 'ada', 'bee']) await make(name)
    const names = async (query: string) =>
      (await ask('GET', `/Users?${query}`)).body.Resources.map((one: { userName: string }) => one.userName)
    expect(await names('sortBy=userName')).toEqual(['ada', 'bee', 'cay'])
    expect(await names('sortBy=userName&sortOrder=descending&startIndex=2&count=1')).toEqual(['bee'])
    expect(await names('startIndex=-5&count=0')).toEqual([])
    const { body } = await ask('GET', '/Users?attributes=userName&count=1')
    expect(Object.keys(body.Resources[0]).sort()).toEqual(['id', 'schemas', 'userName'])
    expect(body).toMatchObject({ totalResults: 3, itemsPerPage: 1, startIndex: 1 })
    expect(
      (await ask('GET', '/Users?excludedAttributes=meta,userName&count=1')).body.Resources[0].userName,
    ).toBeUndefined()
  })

  test('says what it can do (RFC 7643 §5 to §7)', async () => {
    expect((await ask('GET', '/ServiceProviderConfig')).body).toMatchObject({
      patch: { supported: true },
      etag: { supported: true },
    })
    expect((await ask('GET', '/ResourceTypes')).body.Resources.map((one: { name: string }) => one.name)).toEqual([
      'User',
      'Group',
    ])
    expect((await ask('GET', '/Schemas')).body.totalResults).toBe(2)
  })
})

describe('what hangs on a person in a product (the handover protocol)', () => {
  const key = (text: string) => ({ 'Idempotency-Key': text })

  test('is listed by pages and passed on once, however often it is asked', async () => {
    await make('ada')
    for (let n = 0; n < 120; n += 1) product.store.addThing({ kind: 'item', title: `Photo ${n}`, owner: 'leaver' })
    const first = (await ask('GET', '/people/leaver/things')).body
    expect([first.things.length, first.next]).toEqual([100, '100'])
    expect((await ask('GET', '/people/leaver/things?cursor=100')).body.things).toHaveLength(20)
    const body = { things: first.things.map((one: { id: string }) => one.id), to: { kind: 'person', id: 'ada' } }
    const answer = await ask('POST', '/people/leaver/handovers', body, key('one'))
    expect(answer.body.done).toHaveLength(100)
    expect((await ask('POST', '/people/leaver/handovers', body, key('one'))).body).toEqual(answer.body)
    expect(product.store.effects.filter((one) => one.startsWith('pass'))).toHaveLength(100)
    expect((await ask('POST', '/people/leaver/handovers', { ...body, to: null }, key('one'))).status).toBe(422)
  })

  test('refuses in words, thing by thing', async () => {
    const [kept, mine] = [1, 2].map((n) =>
      product.store.addThing({ kind: 'link', title: `Link ${n}`, owner: 'leaver' }),
    )
    product.faults.refuses.add(kept!.id)
    const { body } = await ask(
      'POST',
      '/people/leaver/handovers',
      { things: [kept!.id, mine!.id, 'none'], to: null },
      key('two'),
    )
    expect(body.done).toEqual([mine!.id])
    expect(body.refused.map((one: { id: string }) => one.id)).toEqual([kept!.id, 'none'])
    const toNobody = await ask(
      'POST',
      '/people/leaver/handovers',
      { things: [kept!.id], to: { kind: 'person', id: 'x' } },
      key('three'),
    )
    expect(toNobody.body.refused).toHaveLength(1)
    expect((await ask('POST', '/people/leaver/handovers', { things: [], to: null })).status).toBe(400)
    expect((await ask('POST', '/people/leaver/handovers', { things: 'x', to: null }, key('four'))).status).toBe(400)
  })

  test('goes wrong as told: down, lost answers whose work was done', async () => {
    product.faults.down = true
    expect((await ask('GET', '/Users')).status).toBe(503)
    product.faults.down = false
    product.faults.losesAnswers = 1
    await expect(make('lost')).rejects.toThrow()
    expect((await ask('GET', '/Users?filter=' + encodeURIComponent('externalId eq "lost"'))).body.totalResults).toBe(1)
  })
})
