import { jest } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'
import { effectScope, nextTick, ref } from 'vue'

Object.assign(globalThis, { window: {} })
const { useProof } = await import('../src/state/proof.ts')
const { useLive } = await import('../src/state/live.ts')
const { useWindowed, WINDOW_ROWS } = await import('../src/state/windowed.ts')
const { ApiError } = await import('../src/api/client.ts')

interface Row {
  id: string
}
interface Answer {
  people: Row[]
  matching: number
}

let asked: string[]
let total: number
let version: number
beforeEach(() => {
  setActivePinia(createPinia())
  asked = []
  total = 950
  version = 1
  globalThis.fetch = jest.fn((path: string) => {
    asked.push(path)
    const query = new URLSearchParams(path.split('?')[1])
    const from = Number(query.get('from'))
    const count = Math.min(Number(query.get('count')), total - from)
    const people = Array.from({ length: Math.max(0, count) }, (_, at) => ({
      id: `${query.get('find')}${from + at}v${version}`,
    }))
    return Promise.resolve({ status: 200, json: () => Promise.resolve({ people, matching: total }) })
  }) as never
})

const settled = async () => {
  for (let at = 0; at < 12; at += 1) await new Promise((resolve) => setTimeout(resolve, 0))
}

function open(find = ref('a')) {
  const scope = effectScope()
  const list = scope.run(() =>
    useWindowed<Row, Answer>(
      (from, count) => `/people?find=${find.value}&from=${from}&count=${count}`,
      (answer) => ({ rows: answer.people, matching: answer.matching }),
    ),
  )!
  return { list, scope, find }
}

describe('a long list in windows', () => {
  test('fetches what is in sight and leaves the rest open, each window once', async () => {
    const { list, scope } = open()
    await settled()
    expect([list.rows.value.length, asked.length]).toEqual([950, 1])
    expect(list.rows.value[0]).toEqual({ id: 'a0v1' })
    expect(list.rows.value[WINDOW_ROWS]).toBeUndefined()
    list.look(430, 470)
    await settled()
    expect(list.rows.value[450]).toEqual({ id: 'a450v1' })
    list.look(380, 420)
    await settled()
    list.look(0, 40)
    await settled()
    expect(asked.map((path) => /from=(\d+)/.exec(path)![1])).toEqual(['0', '400', '200'])
    scope.stop()
  })

  test('starts over for another question, and keeps what is shown until what is true now has come', async () => {
    const { list, scope, find } = open()
    await settled()
    find.value = 'b'
    total = 3
    await nextTick()
    expect(list.rows.value[0]).toEqual({ id: 'a0v1' })
    await settled()
    expect(list.rows.value).toEqual([{ id: 'b0v1' }, { id: 'b1v1' }, { id: 'b2v1' }])
    version = 2
    useLive().turn += 1
    await settled()
    expect(list.rows.value[0]).toEqual({ id: 'b0v2' })
    scope.stop()
    const before = asked.length
    useLive().turn += 1
    await settled()
    expect(asked.length).toBe(before)
  })

  test('says what went wrong and shows what it had', async () => {
    const { list, scope } = open()
    await settled()
    globalThis.fetch = jest.fn(() =>
      Promise.resolve({
        status: 404,
        json: () => Promise.resolve({ code: 'not-found', detail: 'There is nothing here.' }),
      }),
    ) as never
    useLive().turn += 1
    await settled()
    expect(list.error.value!.message).toBe('There is nothing here.')
    expect(list.rows.value[0]).toEqual({ id: 'a0v1' })
    scope.stop()
  })
})

describe('grave acts', () => {
  const refusal = (code: string) => Object.assign(new Error('Sign in again first.'), { code })

  test('wait for a proof and go on; without one they fail as they did', async () => {
    const proof = useProof()
    let tries = 0
    const act = () => {
      tries += 1
      return tries === 1
        ? Promise.reject(new ApiError(403, 'sign-in-again', 'Sign in again.'))
        : Promise.resolve('done')
    }
    const done = proof.withProof(act)
    await settled()
    expect(proof.asking).toBe(true)
    proof.done(true)
    expect(await done).toBe('done')
    expect([tries, proof.asking]).toEqual([2, false])
    tries = 0
    const left = proof.withProof(act).catch((error: Error) => error.message)
    await settled()
    proof.done(false)
    expect(await left).toBe('Sign in again.')
    expect(tries).toBe(1)
  })

  test('other failures are passed on at once', async () => {
    const proof = useProof()
    await expect(proof.withProof(() => Promise.reject(refusal('busy')))).rejects.toThrow('Sign in again first.')
    expect(proof.asking).toBe(false)
  })
})
