import { placesView, Sight, statementView } from '@lodge/core'
import { tableCsv } from '../src/files/csv.ts'
import type { Running } from '../src/start.ts'
import { runTaskToText, runTask, type Task } from '../src/work/view-registry.ts'
import { FILES, type FileName } from '../src/work/written-files.ts'
import { apply, invitation, openHouse, openLodge, type Browser, type House } from './harness.ts'

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
        expect(JSON.parse(runTaskToText(account, task)!)).toEqual(JSON.parse(JSON.stringify(runTask(account, task))))
      }
    }
    await compare()
    expect((await apply(house, owner, [invitation(house, { name: 'Wren "the Ladder" Ashdown' })])).status).toBe(200)
    await compare()
    expect((await apply(house, owner, [{ type: 'change-settings', name: 'Moved on' }])).status).toBe(200)
    await compare()
  })
})

describe('files and what is read from text', () => {
  const inThread = (lodge: Running) => Reflect.get(lodge.lodge.workers, 'worker') !== undefined

  test('are for larger accounts written and read in the worker thread, the same to the letter', async () => {
    const large = await openLodge({ LODGE_WORKER_FROM_PEOPLE: '1' })
    const house = await openHouse(running)
    const { account, committedAt } = (await running.lodge.accounts.get(house.account.id))!
    const owner = [...account.all('person')].find(({ signatory }) => signatory)!
    const now = committedAt + 1
    const whose = { accountId: account.id, version: account.version, personId: owner.id, as: null, now }
    const sight = new Sight(account, owner.id, now)
    const placeId = placesView(sight)[0]!.id
    const data = (file: FileName) => (file.startsWith('statement') ? statementView(sight, placeId, now) : RECORD)
    for (const file of Object.keys(FILES) as FileName[]) {
      const params = { month: '2026-06', head: 'a'.repeat(64), hash: 'b'.repeat(43) }
      const task = { kind: 'file' as const, file, data: data(file), params, ...whose }
      const [here, there] = [running, large].map(({ lodge }) => lodge.workers.write(task, account))
      const [mine, theirs] = [String(await here), String(await there)]
      expect([file, mine.length > 20]).toEqual([file, true])
      if (file.endsWith('.pdf')) expect([theirs.slice(0, 5), theirs.length]).toEqual(['%PDF-', mine.length])
      else expect([file, theirs]).toEqual([file, mine])
    }
    const tasks: Task[] = [
      { kind: 'place-list', text: 'Harbour\n  Gate', parentId: placeId, likeId: null, ...whose },
      { kind: 'place-list', text: 'place,code\n,x', parentId: placeId, likeId: null, ...whose },
      { kind: 'invoice', text: 'person,amount\nRafe,14.00', month: '2026-06', ...whose },
    ]
    for (const task of tasks) {
      const [mine, theirs] = await Promise.all([running, large].map(({ lodge }) => lodge.workers.run(task, account)))
      expect(theirs).toEqual(mine)
    }
    const bad = { kind: 'invoice' as const, text: 'person,amount\n,x\nRafe,y', month: '2026-06', ...whose }
    for (const { lodge } of [running, large]) {
      await expect(lodge.workers.run(bad, account)).rejects.toMatchObject({
        status: 400,
        code: 'bad-invoice',
        more: { problems: [{ code: 'nobody' }, { code: 'no-amount' }] },
      })
    }
    await large.stop()
  })

  test('no cell of a table is run as a formula, neither of its rows nor of its head', () => {
    expect(
      tableCsv(
        ['name', '=Helipad'],
        [
          ['+Wren', '-1'],
          ['@Rafe', 'Main=1'],
        ],
      ),
    ).toBe("name,'=Helipad\r\n'+Wren,'-1\r\n'@Rafe,Main=1\r\n")
  })

  test.each<[string, (house: House, owner: Browser) => Promise<unknown>]>([
    ['pages are laid out', (house, owner) => owner.get(house.path('/bills/2026-06/file.pdf')).expect(200)],
    [
      'pasted texts are read',
      (house, owner) =>
        owner
          .post(house.path('/place-lists'))
          .send({ parentId: house.placeId('Main'), text: 'Gate' })
          .expect(200),
    ],
  ])('%s in the worker thread, also for a small account', async (_what, ask) => {
    const lodge = await openLodge()
    const house = await openHouse(lodge)
    const owner = await house.as('Oriel')
    await owner.get(house.path('/bills/2026-06/file.csv')).expect(200)
    expect(inThread(lodge)).toBe(false)
    await ask(house, owner)
    expect(inThread(lodge)).toBe(true)
    await lodge.stop()
  })
})

const RECORD = {
  format: 'lodge-leavers-record',
  departureId: '01890000-0000-7000-8000-000000000000',
  person: { name: 'Wren Ashdown' },
  account: { name: 'Seven Lamps' },
  plannedBy: null,
  doorsShutAt: '2026-06-16T08:00:00Z',
  ended: { keys: 1, seats: 0, groups: 0 },
  lines: [{ kind: 'account', text: 'in Bedding Log', outcome: 'closed', taker: null, readBackAt: null }],
  signedAt: '2026-06-16T08:00:00Z',
  ledgerHead: 'c'.repeat(64),
}
