import fc from 'fast-check'
import { answers, FilterError, readFilter, readPath } from '../src/product/filter.ts'

/** The user of RFC 7643 §8.2, shortened. */
const bjensen = {
  schemas: ['urn:ietf:params:scim:schemas:core:2.0:User'],
  id: '2819c223-7f76-453a-919d-413861904646',
  externalId: '701984',
  userName: 'bjensen@example.com',
  name: { formatted: 'Ms. Barbara J Jensen, III', familyName: 'Jensen', givenName: 'Barbara' },
  title: 'Tour Guide',
  userType: 'Employee',
  active: true,
  emails: [
    { value: 'bjensen@example.com', type: 'work', primary: true },
    { value: 'babs@jensen.org', type: 'home' },
  ],
  meta: { lastModified: '2011-05-13T04:42:34Z', resourceType: 'User' },
  logins: 7,
}

const holds = (text: string, of: object = bjensen) => answers(readFilter(text), of)

describe('filters (RFC 7644 §3.4.2.2)', () => {
  test.each([
    ['userName Eq "bjensen@example.com"', true],
    ['userName eq "BJENSEN@EXAMPLE.COM"', true],
    ['name.familyName co "ens"', true],
    ['userName sw "J"', false],
    ['urn:ietf:params:scim:schemas:core:2.0:User:userName sw "B"', true],
    ['title pr', true],
    ['nickName pr', false],
    ['meta.lastModified gt "2011-05-13T04:42:34Z"', false],
    ['meta.lastModified ge "2011-05-13T04:42:34Z"', true],
    ['meta.lastModified lt "2012-01-01T00:00:00Z"', true],
    ['title pr and userType eq "Employee"', true],
    ['title pr or userType eq "Intern"', true],
    ['schemas eq "urn:ietf:params:scim:schemas:core:2.0:User"', true],
    ['userType eq "Employee" and (emails co "example.com" or emails.value co "example.org")', true],
    ['userType ne "Employee" and not (emails co "example.com" or emails.value co "example.org")', false],
    ['userType eq "Employee" and (emails.type eq "work")', true],
    ['userType eq "Employee" and emails[type eq "work" and value co "@example.com"]', true],
    ['emails[type eq "work" and value co "@example.com"] or ims[type eq "xmpp" and value co "@foo.com"]', true],
    // The value filter holds one value to all of it; two separate conditions do not.
    ['emails[type eq "home" and value co "@example.com"]', false],
    ['emails.type eq "home" and emails.value co "@example.com"', true],
    // What precedence says: and before or, not before both.
    ['nickName pr or title pr and userType eq "Intern"', false],
    ['not (nickName pr) and title pr', true],
    ['active eq true', true],
    ['active gt false', false],
    ['logins ge 7 and logins lt 8', true],
    ['logins eq "7"', false],
    ['nickName eq null', true],
    ['title ne null', true],
    ['externalId eq "701984"', true],
    ['id eq "2819C223-7F76-453A-919D-413861904646"', false],
  ])('%s', (text, expected) => {
    expect(holds(text)).toBe(expected)
  })

  test.each([
    '',
    'userName',
    'userName eq',
    'userName is "x"',
    'userName eq "x',
    'userName eq x',
    'userName eq True',
    '(userName pr',
    'userName pr)',
    'emails[type eq "work"',
    'not userName pr',
    'userName eq "a" and',
    'user name eq "a"',
    'userName eq "\u0001"',
    '1name pr',
    `${'('.repeat(60)}a pr${')'.repeat(60)}`,
    'a'.repeat(5000),
  ])('refuses %j in words', (text) => {
    expect(() => readFilter(text)).toThrow(FilterError)
  })

  test('reaches nothing but a resource’s own members', () => {
    expect(holds('constructor pr')).toBe(false)
    expect(holds('toString pr')).toBe(false)
    expect(() => readFilter('__proto__ pr')).toThrow(FilterError)
    expect(holds('name.constructor pr')).toBe(false)
  })

  test('reads the paths of PATCH (RFC 7644 §3.5.2)', () => {
    expect(readPath('members[value eq "2819c223"].displayName')).toMatchObject({
      path: ['members'],
      beneath: 'displayName',
    })
    expect(readPath('urn:ietf:params:scim:schemas:core:2.0:User:name.familyName').path).toEqual(['name', 'familyName'])
    for (const text of ['members[', 'members]', 'a..b', '', 'members[value eq "x"]x', 'a.b.c']) {
      expect(() => readPath(text)).toThrow(FilterError)
    }
  })

  test('a filter written out of its tree is read back as the same tree', () => {
    const path = fc.constantFrom('userName', 'name.familyName', 'emails', 'active')
    const value = fc.oneof(fc.string(), fc.boolean(), fc.integer(), fc.constant(null))
    const op = fc.constantFrom('eq', 'ne', 'co', 'sw', 'ew', 'gt', 'ge', 'lt', 'le')
    const tree = fc.letrec<{ any: string }>((tie) => ({
      any: fc.oneof(
        { maxDepth: 4 },
        fc.tuple(path, op, value).map(([where, how, what]) => `${where} ${how} ${JSON.stringify(what)}`),
        path.map((where) => `${where} pr`),
        fc
          .tuple(tie('any'), fc.constantFrom('and', 'or'), tie('any'))
          .map(([left, how, right]) => `(${left}) ${how} (${right})`),
        tie('any').map((inside) => `not (${inside})`),
        tie('any').map((inside) => `emails[${inside}]`),
      ),
    })).any
    fc.assert(
      fc.property(tree, (text) => {
        expect(readFilter(`( ${text} )`)).toEqual(readFilter(text))
        expect(typeof holds(text)).toBe('boolean')
        // Not of a filter is the other answer.
        expect(holds(`not (${text})`)).toBe(!holds(text))
      }),
    )
  })

  test('no text makes it crash or hang: pieces of filters in any order are read or refused', () => {
    const runs = Number(process.env.LODGE_FILTER_RUNS ?? 100_000)
    const pieces = [
      'userName',
      'emails',
      '.',
      '[',
      ']',
      '(',
      ')',
      ' ',
      'eq',
      'pr',
      'and',
      'or',
      'not',
      '"x"',
      '"',
      '\\',
      '7',
      '-',
      'null',
      'true',
      'urn:a:b',
      '__proto__',
      '\u0000',
      'é',
      '💧',
    ]
    let seed = 42
    const next = (below: number) => (seed = (Math.imul(seed, 1_103_515_245) + 12_345) >>> 0) % below
    const slowest = { text: '', milliseconds: 0 }
    for (let run = 0; run < runs; run += 1) {
      let text = ''
      for (let left = next(30); left >= 0; left -= 1) text += pieces[next(pieces.length)]! + (next(3) === 0 ? ' ' : '')
      const started = process.cpuUsage()
      try {
        answers(readFilter(text), bjensen)
      } catch (error) {
        if (!(error instanceof FilterError)) throw new Error(JSON.stringify(text), { cause: error })
      }
      const milliseconds = process.cpuUsage(started).user / 1000
      if (milliseconds > slowest.milliseconds) Object.assign(slowest, { text, milliseconds })
    }
    // Nothing that short takes anywhere near as long as a hang would.
    expect(slowest.milliseconds).toBeLessThan(2_000)
  })
})
