import { startProduct, type RunningProduct } from '../src/product/product.ts'

// The examples of RFC 7644 itself, asked of the service in their order, with what the RFC says is answered.
const USER = 'urn:ietf:params:scim:schemas:core:2.0:User'
const GROUP = 'urn:ietf:params:scim:schemas:core:2.0:Group'
const ENTERPRISE = 'urn:ietf:params:scim:schemas:extension:enterprise:2.0:User'
const PATCH = 'urn:ietf:params:scim:api:messages:2.0:PatchOp'
const ERROR = 'urn:ietf:params:scim:api:messages:2.0:Error'
const LIST = 'urn:ietf:params:scim:api:messages:2.0:ListResponse'
const SEARCH = 'urn:ietf:params:scim:api:messages:2.0:SearchRequest'

let product: RunningProduct
beforeEach(async () => {
  product = await startProduct()
})
afterEach(() => product.stop())

async function ask(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
  const response = await fetch(`${product.scimAddress}${path}`, {
    method,
    headers: { Authorization: 'Bearer product-token', 'Content-Type': 'application/scim+json', ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  const text = await response.text()
  return { status: response.status, headers: response.headers, body: text.startsWith('{') ? JSON.parse(text) : text }
}

const barbara = {
  schemas: [USER],
  userName: 'bjensen',
  externalId: 'bjensen',
  name: { formatted: 'Ms. Barbara J Jensen III', familyName: 'Jensen', givenName: 'Barbara' },
}
const made = async (resource: object, path = '/Users'): Promise<string> => (await ask('POST', path, resource)).body.id
const patch = (path: string, ...Operations: object[]) => ask('PATCH', path, { schemas: [PATCH], Operations })

test('§3.3 a user is created: 201, where it lies, its version, what the service added', async () => {
  const { status, headers, body } = await ask('POST', '/Users', barbara)
  expect(status).toBe(201)
  expect(headers.get('content-type')).toContain('application/scim+json')
  const location = `${product.scimAddress}/Users/${body.id}`
  expect(headers.get('location')).toBe(location)
  expect(headers.get('etag')).toMatch(/^W\/"/)
  expect(body).toMatchObject({ ...barbara, meta: { resourceType: 'User', location, version: headers.get('etag') } })
  expect(Date.parse(body.meta.created)).toBe(Date.parse(body.meta.lastModified))
})

test('§3.3 the same user again: 409, uniqueness', async () => {
  await made(barbara)
  const { status, body } = await ask('POST', '/Users', { ...barbara, userName: 'BJensen' })
  expect({ status, body }).toMatchObject({ status: 409, body: { schemas: [ERROR], scimType: 'uniqueness' } })
})

test('§3.4.1 a known user is read back as it was made', async () => {
  const { body } = await ask('POST', '/Users', barbara)
  expect((await ask('GET', `/Users/${body.id}`)).body).toEqual(body)
})

test('§3.4.2 a list of all users, by the one attribute asked for', async () => {
  const ids = [await made(barbara), await made({ schemas: [USER], userName: 'jsmith' })]
  const { body } = await ask('GET', '/Users?attributes=userName')
  expect(body).toMatchObject({ schemas: [LIST], totalResults: 2 })
  expect(body.Resources).toEqual([
    { schemas: [USER], id: ids[0], userName: 'bjensen' },
    { schemas: [USER], id: ids[1], userName: 'jsmith' },
  ])
})

describe('§3.4.2.2 filters', () => {
  beforeEach(async () => {
    await made({
      ...barbara,
      title: 'Tour Guide',
      userType: 'Employee',
      emails: [
        { type: 'work', value: 'bjensen@example.com' },
        { type: 'home', value: 'babs@jensen.example.org' },
      ],
    })
    await made({
      schemas: [USER, ENTERPRISE],
      userName: 'Jsmith',
      name: { familyName: "O'Malley" },
      userType: 'Intern',
      emails: [{ type: 'home', value: 'j@nowhere.example' }],
      ims: [{ type: 'xmpp', value: 'j@foo.com' }],
    })
  })

  test.each([
    ['userName eq "bjensen"', ['bjensen']],
    [`name.familyName co "O'Malley"`, ['Jsmith']],
    ['userName sw "J"', ['Jsmith']],
    [`${USER}:userName sw "J"`, ['Jsmith']],
    ['title pr', ['bjensen']],
    ['meta.lastModified gt "2011-05-13T04:42:34Z"', ['bjensen', 'Jsmith']],
    ['meta.lastModified ge "2011-05-13T04:42:34Z"', ['bjensen', 'Jsmith']],
    ['meta.lastModified lt "2011-05-13T04:42:34Z"', []],
    ['meta.lastModified le "2011-05-13T04:42:34Z"', []],
    ['title pr and userType eq "Employee"', ['bjensen']],
    ['title pr or userType eq "Intern"', ['bjensen', 'Jsmith']],
    ['userType eq "Employee" and (emails co "example.com" or emails.value co "example.org")', ['bjensen']],
    ['userType ne "Employee" and not (emails co "example.com" or emails.value co "example.org")', ['Jsmith']],
    ['userType eq "Employee" and (emails.type eq "work")', ['bjensen']],
    ['userType eq "Employee" and emails[type eq "work" and value co "@example.com"]', ['bjensen']],
    [
      'emails[type eq "work" and value co "@example.com"] or ims[type eq "xmpp" and value co "@foo.com"]',
      ['bjensen', 'Jsmith'],
    ],
  ])('%s', async (filter, names) => {
    const { status, body } = await ask('GET', `/Users?filter=${encodeURIComponent(filter)}`)
    expect(status).toBe(200)
    expect(body.Resources.map(({ userName }: { userName: string }) => userName)).toEqual(names)
  })

  test('what is no filter: 400, invalidFilter', async () => {
    const { status, body } = await ask('GET', `/Users?filter=${encodeURIComponent('userName eq')}`)
    expect({ status, body }).toMatchObject({ status: 400, body: { schemas: [ERROR], scimType: 'invalidFilter' } })
  })
})

test('§3.4.2.4 pages: ten at a time from the first, and what comes after the last is an empty page', async () => {
  for (let n = 10; n < 25; n += 1) await made({ schemas: [USER], userName: `user${n}` })
  const first = (await ask('GET', '/Users?startIndex=1&count=10')).body
  expect(first).toMatchObject({ totalResults: 15, itemsPerPage: 10, startIndex: 1 })
  const second = (await ask('GET', '/Users?startIndex=11&count=10')).body
  expect(second).toMatchObject({ totalResults: 15, itemsPerPage: 5, startIndex: 11 })
  expect(new Set([...first.Resources, ...second.Resources].map(({ id }) => id)).size).toBe(15)
  expect((await ask('GET', '/Users?startIndex=99')).body).toMatchObject({ totalResults: 15, Resources: [] })
  // A negative number is taken as none, a startIndex below one as one.
  expect((await ask('GET', '/Users?count=-1')).body).toMatchObject({ totalResults: 15, itemsPerPage: 0 })
  expect((await ask('GET', '/Users?startIndex=-5&count=1')).body).toMatchObject({ startIndex: 1, itemsPerPage: 1 })
})

test('§3.4.3 a query sent as a message, its attributes as a list', async () => {
  await made({ ...barbara, displayName: 'Smith, Barbara', title: 'Tour Guide' })
  const query = { schemas: [SEARCH], attributes: ['displayName', 'userName'], filter: 'displayName sw "smith"' }
  const { body } = await ask('POST', '/Users/.search', { ...query, startIndex: 1, count: 10 })
  expect(body.Resources).toEqual([
    { schemas: [USER], id: expect.any(String), userName: 'bjensen', displayName: 'Smith, Barbara' },
  ])
})

test('§3.5.1 a user is replaced whole; what the new one leaves out is gone', async () => {
  const id = await made({ ...barbara, title: 'Tour Guide' })
  const { status, body } = await ask('PUT', `/Users/${id}`, { ...barbara, id, emails: [{ value: 'babs@jensen.org' }] })
  expect(status).toBe(200)
  expect(body).toMatchObject({ id, userName: 'bjensen', emails: [{ value: 'babs@jensen.org' }] })
  expect(body.title).toBeUndefined()
})

describe('§3.5.2 PATCH', () => {
  const babs = { display: 'Babs Jensen', value: '2819c223-7f76-453a-919d-413861904646' }
  const james = { display: 'James Smith', value: '08e1d05d-121c-4561-8b96-473d93df9210' }
  const membersOf = async (id: string) => (await ask('GET', `/Groups/${id}`)).body.members ?? []

  test('.1 a member is added to a group; the same again changes nothing', async () => {
    const id = await made({ schemas: [GROUP], displayName: 'Tour Guides' }, '/Groups')
    const add = { op: 'add', path: 'members', value: [babs] }
    expect((await patch(`/Groups/${id}`, add)).status).toBe(200)
    const before = (await ask('GET', `/Groups/${id}`)).headers.get('etag')
    await patch(`/Groups/${id}`, add)
    expect(await membersOf(id)).toEqual([babs])
    expect((await ask('GET', `/Groups/${id}`)).headers.get('etag')).toBe(before)
  })

  test('.1 attributes are added without a path', async () => {
    const id = await made(barbara)
    const value = { emails: [{ value: 'babs@jensen.org', type: 'home' }], nickname: 'Babs' }
    expect((await patch(`/Users/${id}`, { op: 'add', value })).body).toMatchObject(value)
  })

  test('.2 one member is removed by its value, then all of them', async () => {
    const id = await made({ schemas: [GROUP], displayName: 'Tour Guides', members: [babs, james] }, '/Groups')
    await patch(`/Groups/${id}`, { op: 'remove', path: `members[value eq "${babs.value}"]` })
    expect(await membersOf(id)).toEqual([james])
    await patch(`/Groups/${id}`, { op: 'remove', path: 'members' })
    expect(await membersOf(id)).toEqual([])
  })

  test('.2 values are removed by a filter of two conditions', async () => {
    const emails = [
      { type: 'work', value: 'b@example.com' },
      { type: 'work', value: 'b@elsewhere.org' },
    ]
    const id = await made({ ...barbara, emails })
    await patch(`/Users/${id}`, { op: 'remove', path: 'emails[type eq "work" and value ew "example.com"]' })
    expect((await ask('GET', `/Users/${id}`)).body.emails).toEqual([emails[1]])
  })

  test('.2 one member is removed and another added in one request', async () => {
    const id = await made({ schemas: [GROUP], displayName: 'Tour Guides', members: [babs] }, '/Groups')
    const remove = { op: 'remove', path: `members[value eq "${babs.value}"]` }
    await patch(`/Groups/${id}`, remove, { op: 'add', path: 'members', value: [james] })
    expect(await membersOf(id)).toEqual([james])
  })

  test('.3 the members are replaced by others', async () => {
    const id = await made({ schemas: [GROUP], displayName: 'Tour Guides', members: [babs] }, '/Groups')
    await patch(`/Groups/${id}`, { op: 'replace', path: 'members', value: [james] })
    expect(await membersOf(id)).toEqual([james])
  })

  test('.3 the work address is replaced, then its street alone', async () => {
    const address = { type: 'work', streetAddress: '911 Universal City Plaza', locality: 'Hollywood' }
    const id = await made({ ...barbara, addresses: [address, { type: 'home', streetAddress: '456 Hollywood Blvd' }] })
    const path = 'addresses[type eq "work"]'
    const work = async () =>
      (await ask('GET', `/Users/${id}`)).body.addresses.find(({ type }: { type: string }) => type === 'work')
    await patch(`/Users/${id}`, { op: 'replace', path, value: { ...address, locality: 'Burbank' } })
    expect(await work()).toEqual({ ...address, locality: 'Burbank' })
    await patch(`/Users/${id}`, { op: 'replace', path: `${path}.streetAddress`, value: '1010 Broadway Ave' })
    expect(await work()).toEqual({ ...address, locality: 'Burbank', streetAddress: '1010 Broadway Ave' })
  })

  test('.3 a filter that finds no value to replace: 400, noTarget', async () => {
    const id = await made(barbara)
    const { status, body } = await patch(`/Users/${id}`, {
      ...{ op: 'replace', path: 'addresses[type eq "work"].streetAddress', value: '1010 Broadway Ave' },
    })
    expect({ status, body }).toMatchObject({ status: 400, body: { scimType: 'noTarget' } })
  })

  test('.3 several attributes are replaced without a path', async () => {
    const id = await made({ ...barbara, nickname: 'Barb', emails: [{ value: 'old@example.com' }] })
    const value = {
      emails: [
        { value: 'bjensen@example.com', type: 'work', primary: true },
        { value: 'babs@jensen.org', type: 'home' },
      ],
      nickname: 'Babs',
    }
    expect((await patch(`/Users/${id}`, { op: 'replace', value })).body).toMatchObject(value)
  })
})

test('§3.6 a user is deleted: 204, and then there is none', async () => {
  const id = await made(barbara)
  expect(await ask('DELETE', `/Users/${id}`)).toMatchObject({ status: 204, body: '' })
  expect(await ask('GET', `/Users/${id}`)).toMatchObject({
    status: 404,
    body: { schemas: [ERROR], status: '404', detail: expect.stringContaining(id) },
  })
  expect((await ask('DELETE', `/Users/${id}`)).status).toBe(404)
})

test('§3.7 and §3.11 what the service does not do is said with 501', async () => {
  expect(await ask('POST', '/Bulk', { Operations: [] })).toMatchObject({ status: 501, body: { schemas: [ERROR] } })
  expect(await ask('GET', '/Nothing/1')).toMatchObject({ status: 404, body: { schemas: [ERROR], status: '404' } })
  expect(await ask('GET', '/Me')).toMatchObject({ status: 501, body: { status: '501' } })
})

test('§3.12 what only the service sets is not to be altered: 400, mutability', async () => {
  const id = await made(barbara)
  const { status, body } = await patch(`/Users/${id}`, { op: 'replace', path: 'id', value: 'x' })
  expect({ status, body }).toMatchObject({ status: 400, body: { schemas: [ERROR], scimType: 'mutability' } })
})

test('§3.14 a version known already is not sent again, and one that is old alters nothing', async () => {
  const { body, headers } = await ask('POST', '/Users', barbara)
  const version = headers.get('etag')!
  expect(await ask('GET', `/Users/${body.id}`, undefined, { 'If-None-Match': version })).toMatchObject({ status: 304 })
  await patch(`/Users/${body.id}`, { op: 'replace', path: 'displayName', value: 'Babs' })
  const late = await ask('PUT', `/Users/${body.id}`, barbara, { 'If-Match': version })
  expect(late).toMatchObject({ status: 412, body: { schemas: [ERROR] } })
  expect((await ask('DELETE', `/Users/${body.id}`, undefined, { 'If-Match': version })).status).toBe(412)
})

test('§4 it says what it can do, each by itself too', async () => {
  const config = (await ask('GET', '/ServiceProviderConfig')).body
  expect(config).toMatchObject({ patch: { supported: true }, bulk: { supported: false }, etag: { supported: true } })
  const types = (await ask('GET', '/ResourceTypes')).body
  expect(types).toMatchObject({ schemas: [LIST], totalResults: 2 })
  expect((await ask('GET', '/ResourceTypes/User')).body).toMatchObject({ endpoint: '/Users', schema: USER })
  expect((await ask('GET', `/Schemas/${USER}`)).body).toMatchObject({ id: USER, name: 'User' })
  expect((await ask('GET', '/Schemas/urn:none')).status).toBe(404)
  // A filter of what it can do is forbidden.
  expect((await ask('GET', '/ResourceTypes?filter=name%20pr')).status).toBe(403)
})

test('§3.9 attributes of attributes are asked for and left out, also by their whole name', async () => {
  const emails = [{ value: 'b@jensen.example', type: 'work', primary: true }]
  const id = await made({ ...barbara, emails, displayName: 'Barbara' })
  const shown = async (query: string) => (await ask('GET', `/Users/${id}?${query}`)).body
  expect(await shown('attributes=emails.value')).toEqual({ schemas: [USER], id, emails: [{ value: emails[0]!.value }] })
  expect(await shown(`attributes=${USER}:name.familyName,${USER}:displayName`)).toEqual({
    ...{ schemas: [USER], id, displayName: 'Barbara', name: { familyName: 'Jensen' } },
  })
  expect(await shown('excludedAttributes=name.givenName,meta')).toEqual({
    ...barbara,
    ...{ id, emails, displayName: 'Barbara', active: true },
    name: { formatted: barbara.name.formatted, familyName: 'Jensen' },
  })
})

test('§3.4.2.3 who has no value comes last, and first in the other order', async () => {
  for (const [userName, displayName] of [['a', 'Zoe'], ['b', undefined], ['c', 'Ada']]) await made({ schemas: [USER], userName, displayName }) // prettier-ignore
  const order = async (more: string) => {
    const { body } = await ask('GET', `/Users?sortBy=displayName${more}`)
    return body.Resources.map((one: { userName: string }) => one.userName)
  }
  expect([await order(''), await order('&sortOrder=descending')]).toEqual([['c', 'a', 'b'], ['b', 'a', 'c']]) // prettier-ignore
})

test('a password is never returned (RFC 7643 §4.1.1), and a body that is broken is an error of the protocol', async () => {
  const id = await made({ ...barbara, password: 'a secret word' })
  await patch(`/Users/${id}`, { op: 'replace', path: 'password', value: 'another secret' })
  for (const path of ['/Users', `/Users/${id}`, '/Users?attributes=password']) {
    expect(JSON.stringify((await ask('GET', path)).body)).not.toContain('secret')
  }
  const headers = { Authorization: 'Bearer product-token', 'Content-Type': 'application/scim+json' }
  const broken = await fetch(`${product.scimAddress}/Users`, { method: 'POST', headers, body: '{"userName": "x"' })
  expect([broken.status, broken.headers.get('content-type')]).toEqual([400, expect.stringContaining('scim+json')])
  expect(await broken.json()).toMatchObject({ schemas: [ERROR], status: '400', scimType: 'invalidSyntax' })
})

test('one value of a list is primary (RFC 7643 §2.4): the newest takes it over, two at once are refused', async () => {
  const emails = [{ value: 'one@jensen.example', primary: true }]
  const id = await made({ ...barbara, emails })
  const added = await patch(`/Users/${id}`, { op: 'add', path: 'emails', value: [{ value: 'two@jensen.example', primary: true }] }) // prettier-ignore
  expect(added.body.emails).toEqual([
    { value: 'one@jensen.example', primary: false },
    { value: 'two@jensen.example', primary: true },
  ])
  const both = emails.concat({ value: 'two@jensen.example', primary: true })
  expect(await ask('POST', '/Users', { ...barbara, userName: 'twice', emails: both })).toMatchObject({
    ...{ status: 400, body: { scimType: 'invalidValue' } },
  })
})
