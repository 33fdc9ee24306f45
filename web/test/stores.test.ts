import { jest } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'
import type { NewChange } from '../src/api/types.ts'

interface Sent {
  method: string
  path: string
  body: { changes?: object[]; digest?: string } | undefined
  headers: Record<string, string>
}

const sent: Sent[] = []
interface Given {
  status: number
  body: object
}
let answers: Record<string, (request: Sent) => Given | Promise<Given>>

Object.assign(globalThis, { window: {} })
globalThis.fetch = (async (
  path: string,
  options: { method: string; body?: string; headers: Record<string, string> },
) => {
  const request = {
    method: options.method,
    path,
    body: options.body && JSON.parse(options.body),
    headers: options.headers,
  }
  sent.push(request)
  const name = `${options.method} ${path.split('/').at(-1)}`
  const answer = await answers[name]?.(request)
  if (!answer) throw new TypeError('Failed to fetch')
  return { status: answer.status, json: async () => answer.body }
}) as unknown as typeof fetch

const { useDocket } = await import('../src/state/docket.ts')
const { useSession } = await import('../src/state/session.ts')
const { ApiError, ask, whenSignedOut } = await import('../src/api/client.ts')

const current = {
  accountId: 'a',
  accountName: 'A',
  personId: 'p',
  name: 'Oriel',
  rooms: [],
  zone: 'UTC',
  currency: 'EUR',
  locale: 'en-IE',
  seesMoney: true,
  isOwner: true,
  narrow: false,
  needsMeans: false,
}
const leave = { type: 'leave' as const, personId: 'x' }
const shown = (more: object = {}) => ({
  problems: [],
  sentences: [],
  changes: [{ ...leave, id: 'given' }],
  version: 3,
  digest: 'd1',
  ...more,
})

beforeEach(() => {
  jest.useFakeTimers()
  setActivePinia(createPinia())
  sent.length = 0
  answers = {
    'PUT docket': ({ body }) => ({
      status: 200,
      body: { changes: body!.changes!.map((one) => ({ ...one, id: 'given' })) },
    }),
    'POST previews': () => ({ status: 200, body: shown() }),
    'POST commits': () => ({ status: 200, body: { version: 4 } }),
  }
  useSession().me = { email: '', accounts: [], current }
})
afterEach(() => jest.useRealTimers())

function giveTo(subjectId: string): NewChange {
  return { type: 'give', subjectKind: 'person', subjectId, roleId: 'r', placeId: 'p' }
}

async function hold() {
  const docket = useDocket()
  docket.hold([leave])
  await jest.runAllTimersAsync()
  return docket
}

describe('the docket', () => {
  test('keeps what is in hand on the server, then shows what it would do', async () => {
    const docket = await hold()
    expect(sent.map((one) => `${one.method} ${one.path}`)).toEqual([
      'PUT /api/accounts/a/docket',
      'POST /api/accounts/a/previews',
    ])
    expect(sent[1]!.body!.changes).toEqual([{ ...leave, id: 'given' }])
    expect(docket.mayApply).toBe(true)
    expect(docket.open).toBe(true)
  })

  test('while someone types only the last state is asked about', async () => {
    const docket = useDocket()
    for (let at = 0; at < 5; at += 1) docket.hold([{ ...leave, personId: String(at) }], 'form')
    expect(docket.mayApply).toBe(false)
    await jest.runAllTimersAsync()
    expect(sent.filter((one) => one.method === 'PUT')).toHaveLength(1)
    expect(sent[0]!.body!.changes).toMatchObject([{ personId: '4' }])
  })

  test('what is in hand already is not taken in hand a second time, wherever it comes from', async () => {
    const docket = await hold()
    docket.hold([leave], 'another form')
    docket.hold([{ ...leave, personId: 'someone else' }])
    expect(docket.changes).toHaveLength(2)
  })

  test('holds several changes, each replaced by another from the same place, and put down one by one', async () => {
    const docket = useDocket()
    docket.hold([giveTo('a')], 'form')
    docket.hold([leave])
    docket.hold([giveTo('b')], 'form')
    docket.hold([leave])
    await jest.runAllTimersAsync()
    expect(docket.changes).toMatchObject([{ type: 'give', subjectId: 'b' }, { type: 'leave' }])
    docket.drop(0)
    await jest.runAllTimersAsync()
    expect(docket.changes).toMatchObject([{ type: 'leave' }])
    docket.release('nothing of it')
    expect(docket.changes).toHaveLength(1)
    docket.drop(0)
    await jest.runAllTimersAsync()
    expect(docket.isEmpty).toBe(true)
  })

  test('what is typed while an answer is under way is not put back by it', async () => {
    const docket = useDocket()
    docket.hold([giveTo('a')], 'form')
    await jest.advanceTimersByTimeAsync(200)
    docket.hold([giveTo('b')], 'form')
    await jest.runAllTimersAsync()
    expect(docket.changes).toMatchObject([{ subjectId: 'b' }])
  })

  test('that is put down stays so: what was sent before it is kept before it', async () => {
    let settle = (): void => undefined
    const docket = useDocket()
    const keepsAtOnce = answers['PUT docket']!
    answers['PUT docket'] = (request) =>
      new Promise((resolve) => {
        settle = () => resolve(keepsAtOnce(request))
      })
    docket.hold([leave])
    await jest.advanceTimersByTimeAsync(1_000)
    answers['PUT docket'] = keepsAtOnce
    const down = docket.putDown()
    await jest.advanceTimersByTimeAsync(1_000)
    const puts = () => sent.filter((one) => one.method === 'PUT').map((one) => one.body!.changes!.length)
    expect(puts()).toEqual([1])
    settle()
    await down
    expect(puts()).toEqual([1, 0])
    expect(docket.isEmpty).toBe(true)
  })

  test('is filled and dated by the server, and says what it left out', async () => {
    answers['POST fillings'] = ({ body }) => ({
      status: 200,
      body: {
        changes: [{ type: 'give', from: (body as { filling: { on?: string } }).filling.on }],
        rest: 'Some of it.',
      },
    })
    const docket = useDocket()
    await docket.fill({ kind: 'give-many' }, 'brush')
    await jest.runAllTimersAsync()
    expect([docket.changes.length, docket.rest]).toEqual([1, 'Some of it.'])
    await docket.date('2026-07-01')
    await jest.runAllTimersAsync()
    expect(docket.changes).toMatchObject([{ type: 'give', from: '2026-07-01' }])
  })

  test('what was applied can be undone from there', async () => {
    const docket = await hold()
    await docket.apply()
    expect(docket.applied).toMatchObject({ version: 4 })
    docket.hold([{ type: 'undo', version: 4 }])
    expect(docket.applied).toBeNull()
  })

  test('what was asked for before it was applied is not taken in hand after it: what was done stays told', async () => {
    const docket = await hold()
    answers['POST commits'] = () => ({ status: 200, body: { version: 4 } })
    let answer: (given: Given) => void = () => undefined
    answers['POST fillings'] = () => new Promise((resolve) => (answer = resolve))
    const filling = docket.fill({ kind: 'for-many' }, 'bulk')
    await docket.apply()
    answer({ status: 200, body: { changes: [leave], rest: null } })
    await filling
    expect([docket.isEmpty, docket.applied?.version]).toEqual([true, 4])
  })

  test('nothing is taken in hand while somebody else’s view is looked at', async () => {
    answers['GET frame?as=n'] = () => ({ status: 200, body: { personId: 'n', name: 'Nolan', rooms: ['keys'] } })
    const session = useSession()
    await session.seeAs('n')
    expect(session.path('/people?find=x')).toBe('/api/accounts/a/people?find=x&as=n')
    expect(session.rooms).toEqual(['keys'])
    const docket = useDocket()
    docket.hold([leave])
    expect(docket.isEmpty).toBe(true)
    session.seeAsOneself()
    expect(session.path('/people')).toBe('/api/accounts/a/people')
  })

  test('applies as shown, once for a double click, and is empty then', async () => {
    const docket = await hold()
    const [first, second] = await Promise.all([docket.apply(), docket.apply()])
    expect([first, second]).toEqual([true, false])
    const commits = sent.filter((one) => one.path.endsWith('/commits'))
    expect(commits).toHaveLength(1)
    expect(commits[0]!.body).toMatchObject({ version: 3, digest: 'd1' })
    expect(commits[0]!.headers['Idempotency-Key']).toMatch(/^[\w-]{36}$/)
    expect(docket.isEmpty).toBe(true)
    expect(sent.at(-1)).toMatchObject({ method: 'PUT', body: { changes: [] } })
  })

  test('repeats the same request after the lodge was away, under the same key', async () => {
    const docket = await hold()
    const commit = answers['POST commits']!
    delete answers['POST commits']
    expect(await docket.apply()).toBe(false)
    expect(docket.error).toMatchObject({ code: 'unreachable' })
    docket.error = null
    answers['POST commits'] = commit
    expect(await docket.apply()).toBe(true)
    const keys = sent.filter((one) => one.path.endsWith('/commits')).map((one) => one.headers['Idempotency-Key'])
    expect(keys[0]).toBe(keys[1])
  })

  test('when something moved meanwhile it shows the new effect and who moved it, and asks again', async () => {
    const docket = await hold()
    answers['POST commits'] = () => ({
      status: 409,
      body: {
        code: 'moved',
        detail: '',
        movedBy: ['Tamsin admitted Lise'],
        preview: shown({ version: 4, digest: 'd2' }),
      },
    })
    expect(await docket.apply()).toBe(false)
    expect(docket.movedBy).toEqual(['Tamsin admitted Lise'])
    expect(docket.preview).toMatchObject({ version: 4, digest: 'd2' })
    expect(docket.isEmpty).toBe(false)
    expect(docket.mayApply).toBe(true)
  })

  test('says that it moved also where nobody did it but time', async () => {
    const docket = await hold()
    expect(docket.movedBy).toBeNull()
    answers['POST commits'] = () => ({ status: 409, body: { code: 'moved', movedBy: [], preview: shown() } })
    expect(await docket.apply()).toBe(false)
    expect([docket.movedBy, docket.error]).toEqual([[], null])
    await docket.putDown()
    expect(docket.movedBy).toBeNull()
  })

  test('cannot be applied while there are problems, and tells those of a wrong entry', async () => {
    answers['POST previews'] = () => ({
      status: 200,
      body: shown({ problems: [{ code: 'last-owner', sentence: 'No.' }] }),
    })
    expect((await hold()).mayApply).toBe(false)
    const problems = [{ code: 'bad-value', sentence: 'Email must be a whole address.', path: '/changes/0/email' }]
    answers['PUT docket'] = () => ({ status: 400, body: { code: 'bad-change', detail: 'Email …', problems } })
    const docket = await hold()
    expect(docket.error!.problems).toEqual(problems)
    expect(docket.preview).toBeNull()
  })

  test('is gone from the browser when its owner signs out, and works for who signs in next', async () => {
    const docket = await hold()
    sent.length = 0
    docket.forget()
    expect([docket.isEmpty, docket.preview, docket.open]).toEqual([true, null, false])
    expect(sent).toEqual([])
    await hold()
    expect([docket.isEmpty, docket.mayApply]).toEqual([false, true])
  })

  test('knows from which day it is, also while it is shut, until it is discarded', async () => {
    answers['POST fillings'] = () => ({ status: 200, body: { changes: [{ ...leave, at: '2026-07-01' }], rest: null } })
    const docket = await hold()
    await docket.date('2026-07-01')
    docket.shut()
    expect([docket.datedOn, docket.open]).toEqual(['2026-07-01', false])
    await docket.putDown()
    expect(docket.datedOn).toBe('')
  })

  test('comes back as it was left', async () => {
    answers['GET docket'] = () => ({ status: 200, body: { changes: [leave] } })
    const docket = useDocket()
    await docket.restore()
    expect(docket.changes).toMatchObject([leave])
    expect(docket.preview).toMatchObject({ digest: 'd1' })
    expect(docket.open).toBe(false)
  })
})

describe('the session', () => {
  test('is asked for once; nobody signed in is no error', async () => {
    const session = useSession()
    session.me = null
    answers['GET session'] = () => ({ status: 401, body: { code: 'not-signed-in', detail: 'Sign in first.' } })
    expect(await Promise.all([session.load(), session.load()])).toEqual([null, null])
    expect(sent).toHaveLength(1)
  })

  test('ends with the reason when any answer says so, but not for a wrong password', async () => {
    const told: string[] = []
    whenSignedOut((code) => told.push(code))
    answers['GET people'] = () => ({ status: 401, body: { code: 'doors-shut', detail: 'Shut.' } })
    await expect(ask('GET', '/api/accounts/a/people')).rejects.toThrow('Shut.')
    answers['POST session'] = () => ({ status: 401, body: { code: 'wrong-sign-in', detail: 'No.' } })
    const session = useSession()
    await expect(session.signIn('o@x.example', 'wrong')).rejects.toBeInstanceOf(ApiError)
    expect(told).toEqual(['doors-shut'])
  })
})
