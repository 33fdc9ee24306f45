import { createPinia, setActivePinia } from 'pinia'

interface Sent {
  method: string
  path: string
  body: Record<string, unknown> | undefined
}

const sent: Sent[] = []
let answers: Record<string, { status: number; body: object }>
Object.assign(globalThis, { window: {}, sessionStorage: { clear: () => undefined } })
globalThis.fetch = (async (path: string, options: { method: string; body?: string }) => {
  sent.push({ method: options.method, path, body: options.body && JSON.parse(options.body) })
  const answer = answers[`${options.method} ${path}`] ?? {
    status: 404,
    body: { code: 'not-found', detail: 'Nothing.' },
  }
  return { status: answer.status, json: async () => answer.body }
}) as unknown as typeof fetch

const { useSession } = await import('../src/state/session.ts')

const current = (accountId: string, more: object = {}) => ({
  ...{ accountId, accountName: accountId, personId: 'p', name: 'Oriel', rooms: ['desk', 'keys'], zone: 'UTC' },
  ...{ currency: 'EUR', locale: 'en-IE', seesMoney: true, isOwner: true, narrow: false, needsMeans: false, ...more },
})
const me = (accountId: string, more: object = {}) => ({
  email: 'oriel@house.example',
  accounts: [
    { id: 'one', name: 'One', personId: 'p' },
    { id: 'two', name: 'Two', personId: 'q' },
  ],
  current: current(accountId, more),
})

beforeEach(() => {
  setActivePinia(createPinia())
  sent.length = 0
  answers = {}
})

describe('who is signed in', () => {
  test('a password opens, or asks for the second means first', async () => {
    const session = useSession()
    answers['POST /api/session'] = { status: 200, body: { second: ['codes', 'backup'], ticket: 't' } }
    expect(await session.signIn('oriel@house.example', 'secret')).toEqual({ second: ['codes', 'backup'], ticket: 't' })
    expect(session.me).toBeNull()
    answers['POST /api/session/second'] = { status: 200, body: me('one') }
    await session.secondStep('t', '123456')
    expect(sent.at(-1)!.body).toEqual({ ticket: 't', code: '123456' })
    expect(session.path('/people')).toBe('/api/accounts/one/people')
    answers['POST /api/session'] = { status: 200, body: me('one') }
    expect(await session.signIn('oriel@house.example', 'secret')).toBeNull()
  })

  test('a wrong code leaves everybody out, with the sentence that says so', async () => {
    const session = useSession()
    answers['POST /api/session/second'] = {
      status: 401,
      body: { code: 'wrong-sign-in', detail: 'This code is not good.' },
    }
    await expect(session.secondStep('t', '000000')).rejects.toThrow('This code is not good.')
    expect(session.me).toBeNull()
  })

  test('goes over to another account of the same login, and asks anew how it stands', async () => {
    const session = useSession()
    answers['GET /api/session'] = { status: 200, body: me('one', { needsMeans: true, rooms: [] }) }
    expect((await session.load())!.current!.needsMeans).toBe(true)
    expect(session.rooms).toEqual([])
    answers['GET /api/session'] = { status: 200, body: me('one') }
    await session.again()
    expect(session.rooms).toEqual(['desk', 'keys'])
    answers['PUT /api/session/account'] = { status: 200, body: me('two') }
    await session.goOver('two')
    expect([sent.at(-1)!.body, session.path('/desk')]).toEqual([{ accountId: 'two' }, '/api/accounts/two/desk'])
  })

  test('what ended it is remembered until somebody is in again', () => {
    const session = useSession()
    session.enter(me('one') as never)
    session.ended('doors-shut')
    expect([session.me, session.endedBecause]).toEqual([null, 'doors-shut'])
    session.enter(me('one') as never)
    expect(session.endedBecause).toBeNull()
  })

  test('who signs out is told of no reason, though the stream says it ended', async () => {
    const session = useSession()
    session.enter(me('one') as never)
    answers['DELETE /api/session'] = { status: 204, body: {} }
    const going = session.signOut()
    session.ended('signed-out')
    await going
    expect([session.me, session.endedBecause]).toEqual([null, null])
  })
})
