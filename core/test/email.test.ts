import fc from 'fast-check'
import { emailKey, lookAlike, normalDomain, normalEmail, normalSignInName } from '../src/people/email.ts'

describe('the normal form of an address', () => {
  test('is one for all ways of writing one mailbox', () => {
    for (const typed of ['Ann@Firm.example', ' ann@firm.EXAMPLE ', 'ann@firm.example'])
      expect(normalEmail(typed)).toBe('ann@firm.example')
    expect(normalEmail('jose\u0301@firm.example')).toBe(normalEmail('jos\u00e9@firm.example'))
    expect(normalEmail('ann@B\u00dcRO.example')).toBe('ann@xn--bro-hoa.example')
    expect(normalEmail('ann@xn--bro-hoa.example')).toBe('ann@xn--bro-hoa.example')
  })

  test('tells look-alikes apart, and says of them that they may be taken for another', () => {
    const own = 'owner@attack.example'
    for (const other of ['owner@\u00e1ttack.example', 'owner@\u0430ttack.example', '\u00f3wner@attack.example'])
      expect(normalEmail(other)).not.toBe(own)
    expect(lookAlike(normalEmail('owner@\u0430ttack.example')!)).toBe('domain')
    expect(lookAlike('\u043ewner@attack.example')).toBe('letters')
    expect(lookAlike(own)).toBeUndefined()
    expect(lookAlike('jos\u00e9@attack.example')).toBeUndefined()
  })

  test.each([
    ['a control character', 'ann\u0000@firm.example'],
    ['a line break', 'ann@firm.example\nbcc: all@firm.example'],
    ['an invisible letter', 'an\u200bn@firm.example'],
    ['a direction mark', 'ann\u202e@firm.example'],
    ['a soft hyphen in the domain', 'ann@fi\u00adrm.example'],
    ['two addresses', 'ann@firm.example,bob@firm.example'],
    ['two signs', 'ann@firm@other.example'],
    ['no dot', 'ann@firm'],
    ['a network address', 'ann@127.0.0.1'],
    ['a port', 'ann@firm.example:80'],
    ['a path', 'ann@firm.example/x'],
    ['an escape', 'ann@fi%72m.example'],
    ['broken punycode', 'ann@xn--\u00e9.example'],
    ['dots in a row', 'a..n@firm.example'],
    ['nothing before', '@firm.example'],
    ['too long', `${'a'.repeat(65)}@firm.example`],
  ])('is refused for %s', (_what, typed) => {
    expect(normalEmail(typed)).toBeNull()
  })

  test('is its own normal form', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.emailAddress(),
          fc.string({ unit: 'grapheme' }).map((one) => `${one}@firm.example`),
        ),
        (typed) => {
          const normal = normalEmail(typed)
          if (normal !== null) expect(normalEmail(normal)).toBe(normal)
          expect(emailKey(emailKey(typed))).toBe(emailKey(typed))
        },
      ),
    )
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (label) => {
        const normal = normalDomain(`${label}.example`)
        if (normal !== null) expect(normal).toMatch(/^[a-z0-9-]+(\.[a-z0-9-]+)*$/)
      }),
    )
  })

  test('of a sign-in name is lower case, and nothing else is one', () => {
    expect(normalSignInName('Tadeo.482')).toBe('tadeo.482')
    for (const none of ['', 'a b', 'tadeo.4.8', 'tad\u00e9o.482', 'x'.repeat(50)])
      expect(normalSignInName(none)).toBeNull()
  })
})
