import { patched, PatchError } from '../src/product/patch.ts'

const group = {
  displayName: 'Group A',
  members: [
    { value: 'one', display: 'Babs Jensen' },
    { value: 'two', display: 'James Smith' },
  ],
}
const user = {
  userName: 'bjensen',
  name: { formatted: 'Ms. Barbara', familyName: 'Jensen' },
  addresses: [
    { type: 'work', street: '911 Universal City Plaza' },
    { type: 'home', street: '1 Hollywood' },
  ],
  emails: [{ value: 'a@example.com', type: 'work' }],
}
const after = (of: Record<string, unknown>, ...operations: object[]) => patched(of, operations)
const refusal = (of: Record<string, unknown>, ...operations: unknown[]) => {
  try {
    patched(of, operations)
  } catch (error) {
    return error instanceof PatchError ? error.scimType : String(error)
  }
  return 'done'
}

describe('PATCH (RFC 7644 §3.5.2)', () => {
  test('adds a member, and no member twice', () => {
    const added = { op: 'add', path: 'members', value: [{ display: 'Babs Jensen', value: 'one' }, { value: 'three' }] }
    expect(after(group, added).members).toHaveLength(3)
    expect(after(group, added, added)).toEqual(after(group, added))
  })

  test('adds attributes without a path', () => {
    const value = { emails: [{ value: 'babs@jensen.org', type: 'home' }], nickName: 'Babs' }
    expect(after(user, { op: 'add', value })).toMatchObject({ nickName: 'Babs', emails: [{}, { type: 'home' }] })
  })

  test('removes one member, all members, or what a filter picks', () => {
    expect(after(group, { op: 'remove', path: 'members[value eq "one"]' }).members).toEqual([group.members[1]])
    expect(after(group, { op: 'remove', path: 'members' })).toEqual({ displayName: 'Group A' })
    expect(
      after(user, { op: 'remove', path: 'emails[type eq "work" and value ew "example.com"]' }).emails,
    ).toBeUndefined()
    expect(after(group, { op: 'remove', path: 'members[value eq "one"].display' }).members).toEqual([
      { value: 'one' },
      group.members[1],
    ])
    expect(after(user, { op: 'remove', path: 'name.familyName' }).name).toEqual({ formatted: 'Ms. Barbara' })
    expect(after(user, { op: 'Remove', path: 'nickName' })).toEqual(user)
  })

  test('replaces the whole list, one value, or something beneath it', () => {
    expect(after(group, { op: 'replace', path: 'members', value: [{ value: 'three' }] }).members).toEqual([
      { value: 'three' },
    ])
    const street = { op: 'replace', path: 'addresses[type eq "work"].street', value: '1010 Broadway Ave' }
    expect(after(user, street).addresses).toEqual([{ type: 'work', street: '1010 Broadway Ave' }, user.addresses[1]])
    const whole = {
      op: 'replace',
      path: 'addresses[type eq "work"]',
      value: { street: 'Elsewhere', locality: 'Dublin' },
    }
    expect((after(user, whole).addresses as object[])[0]).toEqual({
      type: 'work',
      street: 'Elsewhere',
      locality: 'Dublin',
    })
    expect(after(user, { op: 'replace', path: 'name.familyName', value: 'Underhay' }).name).toMatchObject({
      familyName: 'Underhay',
      formatted: 'Ms. Barbara',
    })
    expect(after(user, { op: 'replace', value: { name: { givenName: 'Babs' }, active: false } })).toMatchObject({
      active: false,
      name: { familyName: 'Jensen', givenName: 'Babs' },
    })
  })

  test('knows attributes and operations in any case, and takes null for absent', () => {
    expect(after(user, { op: 'Replace', path: 'USERNAME', value: 'babs' })).toMatchObject({ userName: 'babs' })
    expect(after(user, { op: 'replace', path: 'userName', value: null }).userName).toBeUndefined()
    expect(after(user, { op: 'replace', value: { NAME: null } }).name).toBeUndefined()
  })

  test('is all or nothing, and leaves what it was given alone', () => {
    const before = structuredClone(user)
    expect(
      refusal(
        user,
        { op: 'replace', path: 'userName', value: 'x' },
        { op: 'replace', path: 'ims[type eq "x"]', value: {} },
      ),
    ).toBe('noTarget')
    expect(user).toEqual(before)
  })

  test.each([
    ['invalidSyntax', []],
    ['invalidSyntax', [{ op: 'move', path: 'a' }]],
    ['invalidSyntax', [{ path: 'a', value: 1 }]],
    ['invalidSyntax', [null]],
    ['noTarget', [{ op: 'remove' }]],
    ['invalidValue', [{ op: 'add', value: 'plain' }]],
    ['invalidValue', [{ op: 'add', path: 'title' }]],
    ['invalidPath', [{ op: 'add', path: 'a[b', value: 1 }]],
    ['invalidPath', [{ op: 'add', path: 7, value: 1 }]],
    ['mutability', [{ op: 'replace', path: 'id', value: 'x' }]],
    ['mutability', [{ op: 'replace', value: { Meta: {} } }]],
    ['noTarget', [{ op: 'add', path: 'members[value eq "nine"].display', value: 'x' }]],
  ])('answers %s to %j', (scimType, operations) => {
    expect(refusal(group, ...(operations as object[]))).toBe(scimType)
  })

  test.each(['__proto__', 'constructor', 'prototype', 'name.__proto__', 'members[value eq "one"].__proto__'])(
    'does not reach into every object by %s',
    (path) => {
      expect(refusal(user, { op: 'add', path, value: { polluted: true } })).not.toBe('done')
      expect(refusal(user, { op: 'add', value: JSON.parse('{"__proto__": {"polluted": true}}') })).not.toBe('done')
      expect(({} as Record<string, unknown>).polluted).toBeUndefined()
    },
  )

  test('names that would reach into every object are dropped from values', () => {
    const value = JSON.parse('{"familyName": "New", "__proto__": {"polluted": true}}')
    const patchedUser = after(user, { op: 'replace', path: 'name', value })
    expect(Object.keys(patchedUser.name as object)).toEqual(['formatted', 'familyName'])
    expect((patchedUser.name as Record<string, unknown>).polluted).toBeUndefined()
  })
})
