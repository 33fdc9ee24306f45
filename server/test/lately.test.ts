import type { Running } from '../src/start.ts'
import { apply, openHouse, openLodge, type House } from './harness.ts'

let running: Running
let house: House

beforeAll(async () => {
  running = await openLodge()
  house = await openHouse(running)
})
afterAll(() => running.stop())

interface Page {
  lately: { at: string; kind: string; event?: string; by?: string; sentences?: string[] }[]
  next: string | null
}
const path = (who: string, query = '') => house.path(`/people/${house.idOf(who)}/lately${query}`)

describe('what someone did lately and what concerned them (model C8, P7)', () => {
  test('is told newest first, in pages without a gap, and by kind', async () => {
    const [owner, steward] = [await house.as('Oriel'), await house.as('Mirren')]
    const give = { type: 'give', subjectKind: 'person', subjectId: house.idOf('Rafe') }
    const key = { roleId: house.roleId('Rope access'), placeId: house.placeId('Main') }
    expect((await apply(house, steward, [{ ...give, ...key }])).status).toBe(200)
    for (let day = 1; day <= 24; day += 1) {
      const engagementUntil = `2026-08-${String(day).padStart(2, '0')}`
      const change = { type: 'change-person', personId: house.idOf('Mirren'), engagementUntil }
      expect((await apply(house, owner, [change])).status).toBe(200)
    }
    const first = (await owner.get(path('Mirren')).expect(200)).body as Page
    const second = (await owner.get(path('Mirren', `?before=${first.next}`)).expect(200)).body as Page
    const all = [...first.lately, ...second.lately]
    const instants = all.map(({ at }) => Date.parse(at))
    expect([...instants].sort((one, other) => other - one)).toEqual(instants)
    // The changes of their last day, and the account's opening.
    expect(all.filter(({ kind }) => kind === 'concerned').length).toBe(25)
    const did = all.filter(({ kind }) => kind === 'did')
    expect(did).toMatchObject([{ by: 'Mirren Steward', sentences: [expect.stringContaining('Rafe Gardener')] }])
    expect(all.filter(({ kind }) => kind === 'sign-in')).toMatchObject([{ event: 'signed-in' }])
    expect(second.next).toBeNull()
    const signIns = (await owner.get(path('Mirren', '?kind=sign-in')).expect(200)).body as Page
    expect(signIns.lately.length).toBe(1)
    await owner.get(path('Mirren', '?kind=all')).expect(400)
    await owner.get(path('Mirren', '?before=yesterday')).expect(400)
  })

  test('is cut to what the asker sees: a manager sign-ins and use, oneself what one did, others nothing', async () => {
    const owner = await house.as('Oriel')
    await apply(house, owner, [
      { type: 'change-person', personId: house.idOf('Mirren'), managerId: house.idOf('Rafe') },
    ])
    const kindsSeen = async (who: string, about: string) => {
      const browser = await house.as(who)
      const { body } = await browser.get(path(about)).expect(200)
      return [...new Set((body as Page).lately.map(({ kind }) => kind))].sort()
    }
    expect(await kindsSeen('Rafe', 'Mirren')).toEqual(['sign-in'])
    expect(await kindsSeen('Mirren', 'Mirren')).toEqual(['did', 'sign-in'])
    await (await house.as('Rafe')).get(path('Tamsin')).expect(404)
    await (await house.as('Corin')).get(path('Mirren')).expect(404)
    const elsewhere = await openHouse(running)
    await (await elsewhere.as('Oriel')).get(path('Mirren')).expect(404)
  })
})
