import type { Running } from '../src/start.ts'
import { textAbout, thinkAbout, type Task } from '../src/work/thoughts.ts'
import { apply, invitation, openHouse, openLodge } from './harness.ts'

let running: Running
beforeAll(async () => {
  running = await openLodge()
})
afterAll(() => running.stop())

describe('an answer as text', () => {
  test('of the people list says what the list itself does, window after window, and after a commit', async () => {
    const house = await openHouse(running)
    const owner = await house.as('Oriel')
    const read = async () => (await running.lodge.accounts.get(house.account.id))!.account
    const compare = async () => {
      const account = await read()
      const personId = [...account.all('person')].find(({ signatory }) => signatory)!.id
      const whose = { accountId: account.id, version: account.version, personId, as: null }
      const asked: Record<string, string>[] = [{}, { find: 'member' }, { count: '1', from: '1' }, { costs: '1' }, {}]
      for (const params of asked) {
        const task: Task = { kind: 'view', view: 'people', params, now: running.lodge.clock.now(), ...whose }
        expect(JSON.parse(textAbout(account, task)!)).toEqual(JSON.parse(JSON.stringify(thinkAbout(account, task))))
      }
    }
    await compare()
    expect((await apply(house, owner, [invitation(house, { name: 'Wren "the Ladder" Ashdown' })])).status).toBe(200)
    await compare()
    expect((await apply(house, owner, [{ type: 'change-settings', name: 'Moved on' }])).status).toBe(200)
    await compare()
  })
})
