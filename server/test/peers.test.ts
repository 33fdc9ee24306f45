import type { ChildProcess } from 'node:child_process'
import type { RowDataPacket } from 'mysql2'
import type { StepRow } from '@lodge/core'
import { smallBook } from '../../core/test/small-book.ts'
import { startFaultProxy, type Fault, type FaultProxy } from '../../e2e/peers/fault-proxy.ts'
import { startPatchPeer } from '../../e2e/peers/patch-peer.ts'
import type { Peer, PeerResource } from '../../e2e/peers/peer.ts'
import { startRoutersPeer } from '../../e2e/peers/routers-peer.ts'
import type { Running } from '../src/start.ts'
import { compareProductWorker } from '../src/work/comparing.ts'
import {
  apply,
  IS_WHOLE,
  openHouse,
  openLodge,
  ownDatabase,
  spawnLodge,
  until,
  type Browser,
  type House,
} from './harness.ts'

// Services that others wrote, with a proxy before each that does wrong what products do wrong, and two processes of ours
// that do the work: nothing is said of the product that was not read there, and nobody is there twice.

const PEERS = { routers: startRoutersPeer, patch: startPatchPeer }
type PeerName = keyof typeof PEERS

/**
 * What a business can live with: everything comes to its end. All faults with both peers take minutes; otherwise the
 * most usual are tried, each with one of them.
 */
const BEARABLE: readonly (Fault | 'nothing')[] = [
  ...(['nothing', 'ignored-filter', 'ignored-patch', 'no-patch', 'no-external-id', 'plain-json-type'] as const),
  ...(['busy-seconds', 'busy-date', 'lost-answer', 'conflict-once', 'one-page-of-five', 'no-groups'] as const),
  ...(IS_WHOLE
    ? (['refused-filter', 'patch-not-found', 'odd-case', 'no-configuration', 'groups-broken'] as const)
    : []),
]
/** While these last nothing is known, and nothing is said to be done. */
const UNBEARABLE: readonly Fault[] = [
  ...(['denied', 'redirects', 'not-json', 'no-active', 'ignored-writes'] as const),
  // These wait: half a minute, ten seconds.
  ...(IS_WHOLE ? (['busy-always', 'hangs'] as const) : []),
]

const cases = <F extends string>(faults: readonly F[]): [PeerName, F][] => {
  const names = Object.keys(PEERS) as PeerName[]
  return faults.flatMap((fault, at): [PeerName, F][] =>
    IS_WHOLE ? names.map((name) => [name, fault]) : [[names[at % names.length]!, fault]],
  )
}

let running: Running
let child: ChildProcess
const peers = {} as Record<PeerName, { peer: Peer; proxy: FaultProxy }>

beforeAll(async () => {
  for (const name of Object.keys(PEERS) as PeerName[]) {
    const peer = await PEERS[name]()
    peers[name] = { peer, proxy: await startFaultProxy(peer.address) }
  }
  const origins = Object.values(peers).map(({ proxy }) => new URL(proxy.address).origin)
  const settings = {
    ...{ LODGE_DATABASE_URL: await ownDatabase(), LODGE_WORK: 'on' },
    LODGE_PRODUCT_ORIGINS: origins.join(' '),
  }
  running = await openLodge(settings)
  child = (await spawnLodge(settings)).child
})
afterAll(async () => {
  child.kill('SIGKILL')
  await running.stop()
  for (const { peer, proxy } of Object.values(peers)) {
    await proxy.stop()
    await peer.stop()
  }
})
afterEach(() => {
  for (const { peer, proxy } of Object.values(peers)) {
    peer.allowsDoubles = false
    proxy.faults.clear()
    proxy.limit.perSecond = 0
  }
})

/** A house connected to a peer, with what the tests ask of both. */
class Scene {
  connectionId = ''

  private constructor(
    readonly house: House,
    readonly owner: Browser,
    readonly peer: Peer,
    readonly proxy: FaultProxy,
  ) {}

  static async open(name: PeerName, fault: Fault | 'nothing' = 'nothing', book = smallBook): Promise<Scene> {
    const { peer, proxy } = peers[name]
    const house = await openHouse(running, book)
    const scene = new Scene(house, await house.as('Oriel'), peer, proxy)
    if (fault !== 'nothing') proxy.faults.add(fault)
    await scene.do({ type: 'connect-product', product: 'log', scimAddress: proxy.address })
    scene.connectionId = (await scene.owner.get(house.path('/connections')).expect(200)).body.connections[0].id
    const secret = house.path(`/connections/${scene.connectionId}/secret`)
    await scene.owner.put(secret).send({ token: peer.token }).expect(204)
    return scene
  }

  async do(...changes: object[]): Promise<void> {
    const done = await apply(this.house, this.owner, changes)
    expect([done.status, done.body.problems ?? []]).toEqual([200, []])
  }

  id(who: string): string {
    return this.house.idOf(who)
  }

  /** All accounts there that are someone's, by their name. */
  allOf(who: string): PeerResource[] {
    const name = `${who.toLowerCase()}@${this.house.domain}`
    return this.peer.users().filter(({ userName }) => String(userName).toLowerCase() === name)
  }

  isOpen(who: string): boolean {
    return this.allOf(who)[0]?.active === true
  }

  groupsCalled(name: string): PeerResource[] {
    return this.peer.groups().filter(({ displayName }) => displayName === name)
  }

  async settled(): Promise<boolean> {
    return this.isOpen('Rafe') && this.isOpen('Mirren')
  }

  async account() {
    await running.lodge.accounts.catchUp(this.house.account.id)
    return (await running.lodge.accounts.get(this.house.account.id))!.account
  }

  async closing(who: string): Promise<StepRow | undefined> {
    const account = await this.account()
    const [departure] = account.by('departure', 'person', this.id(who))
    return account.by('step', 'departure', departure!.id).find(({ kind }) => kind === 'close')
  }

  async seen() {
    const path = this.house.path(`/connections/${this.connectionId}/accounts`)
    return (await this.owner.get(path).expect(200)).body as {
      differences: { name: string | null; userName: string; difference: string; remoteId: string }[]
      read: { at: string; accounts: number; groups: number | null } | null
      problems: { name: string | null; sentence: string }[]
      trouble: { lastError: string; nextTryAt: string | null } | null
      tokenKept: boolean
    }
  }

  /** Has it compared at once, and once more where that is waited for. */
  async compare(): Promise<void> {
    await this.owner.post(this.house.path(`/connections/${this.connectionId}/compare`)).expect(204)
  }

  /** Whether nothing that follows a change waits any more. */
  async isQuiet(): Promise<boolean> {
    const [rows] = await running.lodge.pools.work.query<RowDataPacket[]>(
      "SELECT 1 FROM durable_work WHERE state = 'waiting' AND account_id = ? AND kind IN ('follow-person', 'follow-group')",
      [this.house.account.id],
    )
    return rows.length === 0
  }

  /** What waits for its time is tried now. */
  async hurry(): Promise<void> {
    await running.lodge.pools.work.query(
      `UPDATE durable_work SET due_at_us = 0 WHERE state = 'waiting' AND account_id = ? AND kind IN (?)`,
      [this.house.account.id, ['departure-steps', 'follow-person', 'follow-group', 'compare-product']],
    )
    await running.lodge.pools.work.query('DELETE FROM product_health WHERE account_id = ?', [this.house.account.id])
    running.lodge.jobs.wake()
  }
}

const seat = (scene: Scene, who: string) => ({
  ...{ type: 'give-seat', personId: scene.id(who), product: 'log', seatType: 'reader' },
})

describe('somebody joins, changes, goes away, comes back and leaves', () => {
  test.each(cases(BEARABLE))('on %s with %s', async (name, fault) => {
    const scene = await Scene.open(name, fault)
    await until(() => scene.settled())
    // Joins.
    await scene.do(seat(scene, 'Tamsin'))
    await until(async () => scene.isOpen('Tamsin'))
    await scene.do({ type: 'make-group', name: `Ropes ${scene.house.domain}` })
    const [group] = [...(await scene.account()).all('group')]
    await scene.do({ type: 'join-group', groupId: group!.id, personId: scene.id('Tamsin') })
    const hasGroups = fault !== 'no-groups' && fault !== 'groups-broken'
    if (hasGroups) await until(async () => scene.groupsCalled(group!.name).length > 0)
    // Goes away and comes back.
    await scene.do({ type: 'go-away', personId: scene.id('Rafe'), until: '2026-06-30' })
    await until(async () => scene.allOf('Rafe')[0]?.active === false)
    const [absence] = (await scene.account()).by('absence', 'person', scene.id('Rafe'))
    await scene.do({ type: 'come-back', absenceId: absence!.id })
    await until(async () => scene.isOpen('Rafe'))
    // Leaves: done is said only when it is so there.
    await scene.do({ type: 'plan-departure', personId: scene.id('Rafe') })
    const step = await until(async () => {
      const found = await scene.closing('Rafe')
      return found?.state === 'done' && found
    })
    expect([scene.isOpen('Rafe'), step.note]).toEqual([false, 'Read back as closed.'])
    // Nobody and no group twice, though two processes looked on.
    await scene.compare()
    for (const who of ['Rafe', 'Mirren', 'Tamsin']) expect([who, scene.allOf(who).length]).toEqual([who, 1])
    expect(scene.groupsCalled(group!.name).length).toBe(hasGroups ? 1 : 0)
    const read = await until(async () => {
      const found = await scene.seen()
      return (fault === 'groups-broken' ? found.trouble : found.read) ? found : undefined
    })
    // What was not read whole is not said to be.
    if (fault === 'groups-broken') expect([read.read, read.trouble!.lastError]).toEqual([null, expect.any(String)])
    if (fault === 'no-groups') expect(read.read!.groups).toBeNull()
  })
})

describe('while nothing can be read nothing is said to be done', () => {
  test.each(cases(UNBEARABLE))('on %s with %s', async (name, fault) => {
    const scene = await Scene.open(name)
    await until(() => scene.settled())
    scene.proxy.faults.add(fault)
    await scene.do({ type: 'plan-departure', personId: scene.id('Rafe') })
    const step = await until(async () => {
      const found = await scene.closing('Rafe')
      return found && found.note !== null && found
    })
    expect(step.state).not.toBe('done')
    const isUntrue = fault === 'no-active' || fault === 'ignored-writes'
    expect([step.state, (await scene.account()).get('departure', step.departureId)!.state]).toEqual([
      isUntrue ? 'blocked' : 'waiting',
      'running',
    ])
    if (isUntrue) {
      const { needs } = (await scene.owner.get(scene.house.path('/desk')).expect(200)).body
      expect(needs[0]).toMatchObject({ kind: 'closing-overdue', name: 'Rafe Gardener' })
    }
    // Over, it comes to its end.
    scene.proxy.faults.delete(fault)
    if (isUntrue) await scene.do({ type: 'settle-step', stepId: step.id, how: 'again' })
    await until(async () => {
      await scene.hurry()
      return (await scene.closing('Rafe'))?.state === 'done'
    })
    expect(scene.isOpen('Rafe')).toBe(false)
  })
})

test.each(Object.keys(PEERS) as PeerName[])(
  '%s: who was closed and is open again opens the departure again',
  async (name) => {
    const scene = await Scene.open(name)
    await until(() => scene.settled())
    await scene.do({ type: 'plan-departure', personId: scene.id('Rafe') })
    const departure = async () => (await scene.account()).by('departure', 'person', scene.id('Rafe'))[0]!
    await until(async () => (await departure()).state === 'done')
    // What follows the departure itself would close it once more.
    await until(() => scene.isQuiet())
    scene.peer.alter(scene.allOf('Rafe')[0]!.id, { active: true })
    await scene.compare()
    await until(async () => (await departure()).state === 'running')
    const { needs } = (await scene.owner.get(scene.house.path('/desk')).expect(200)).body
    expect(needs[0]).toMatchObject({ kind: 'closing-overdue', detail: expect.stringMatching(/open again/) })
    const step = (await scene.closing('Rafe'))!
    await scene.do({ type: 'settle-step', stepId: step.id, how: 'again' })
    await until(async () => (await departure()).state === 'done')
    expect(scene.isOpen('Rafe')).toBe(false)
    const [records] = await running.lodge.pools.work.query<RowDataPacket[]>(
      'SELECT jws FROM leaver_record WHERE account_id = ?',
      [scene.house.account.id],
    )
    expect(records.length).toBeGreaterThanOrEqual(1)
  },
)

test('an account that another program keeps is never touched, whatever asks for it', async () => {
  const scene = await Scene.open('patch')
  await until(() => scene.settled())
  const tamsin = {
    userName: `Tamsin@${scene.house.domain}`,
    displayName: 'Theirs',
    active: true,
    externalId: 'another',
  }
  const headers = { Authorization: `Bearer ${scene.peer.token}`, 'Content-Type': 'application/scim+json' }
  const made = await fetch(`${scene.peer.address}/Users`, { method: 'POST', headers, body: JSON.stringify(tamsin) })
  expect(made.status).toBe(201)
  const [before] = scene.allOf('Tamsin')
  await scene.do(seat(scene, 'Tamsin'))
  const { problems } = await until(async () => {
    const found = await scene.seen()
    return found.problems.length > 0 && found
  })
  expect(problems).toMatchObject([{ name: 'Tamsin Admin', sentence: expect.stringMatching(/^Another program/) }])
  await scene.compare()
  const [foreign] = await until(async () => {
    const { differences } = await scene.seen()
    const found = differences.filter(({ difference }) => difference === 'foreign')
    return found.length > 0 && found
  })
  const mend = scene.house.path(`/connections/${scene.connectionId}/mend`)
  await scene.owner.post(mend).send({ remoteId: foreign!.remoteId }).expect(409)
  await scene.do({ type: 'plan-departure', personId: scene.id('Tamsin') })
  await until(async () => (await scene.closing('Tamsin'))?.state === 'blocked')
  expect(scene.allOf('Tamsin')).toEqual([before])
})

test('one account that is refused keeps nobody else waiting, and is named', async () => {
  const scene = await Scene.open('routers')
  await until(() => scene.settled())
  scene.proxy.singledOut = `tamsin@${scene.house.domain}`
  scene.proxy.faults.add('one-refused')
  await scene.do(seat(scene, 'Tamsin'), seat(scene, 'Corin'))
  await until(async () => scene.isOpen('Corin'))
  const { problems } = await until(async () => {
    const found = await scene.seen()
    return found.problems.length > 0 && found
  })
  expect(problems).toMatchObject([{ name: 'Tamsin Admin', sentence: expect.stringMatching(/400/) }])
  await scene.compare()
  await until(async () => (await scene.seen()).read)
  scene.proxy.faults.clear()
  await until(async () => {
    await scene.hurry()
    return scene.isOpen('Tamsin') && (await scene.seen()).problems.length === 0
  })
})

test('one that is refused while all are compared keeps nobody else waiting, and is tried again soon', async () => {
  peers.patch.proxy.singledOut = 'mirren@'
  const scene = await Scene.open('patch', 'one-refused')
  // The comparison comes to its end without them, and has named them.
  const found = await until(async () => {
    const seen = await scene.seen()
    return seen.read && seen.problems.length > 0 && seen
  })
  expect([scene.isOpen('Rafe'), scene.allOf('Mirren')]).toEqual([true, []])
  expect(found!.problems).toMatchObject([
    { name: expect.stringMatching(/^Mirren/), sentence: expect.stringMatching(/400/) },
  ])
  scene.proxy.faults.clear()
  await until(async () => scene.isOpen('Mirren') && (await scene.seen()).problems.length === 0)
})

test('a process that ends leaves a comparison off, and another goes on with it', async () => {
  const names = Array.from({ length: 40 }, (_, n) => `Newcomer${n}`)
  peers.patch.proxy.faults.add('slow-opening')
  const scene = await Scene.open('patch', 'slow-opening', withNewcomers(names))
  const [connection] = [...(await scene.account()).all('connection')]
  const { lodge } = running
  const row = { id: 'x', kind: 'compare-product', attempts: 1, leaseId: 'x', accountId: scene.house.account.id }
  let asked = 0
  const outcome = await compareProductWorker(lodge)(
    { ...row, ids: { connectionId: connection!.id } },
    () => (asked += 1) > 3,
  )
  expect(outcome).toBe('more')
  expect(names.filter((name) => scene.isOpen(name)).length).toBeLessThan(names.length)
  scene.proxy.faults.clear()
  await until(async () => names.every((name) => scene.isOpen(name)))
  expect(names.map((name) => scene.allOf(name).length)).toEqual(names.map(() => 1))
})

test('what is mended while a list is on its way stays as it was read back', async () => {
  const scene = await Scene.open('patch')
  await until(() => scene.settled())
  const name = `stranger@${scene.house.domain}`
  const make = { schemas: ['urn:ietf:params:scim:schemas:core:2.0:User'], userName: name, active: true }
  await fetch(`${scene.peer.address}/Users`, {
    method: 'POST',
    headers: { Authorization: `Bearer ${scene.peer.token}`, 'Content-Type': 'application/scim+json' },
    body: JSON.stringify(make),
  })
  await scene.compare()
  // The peer holds what other tests left there as well.
  const theirs = async () => (await scene.seen()).differences.filter(({ userName }) => userName === name)
  const [stranger] = await until(async () => {
    const found = await theirs()
    return found.length > 0 && found
  })
  scene.proxy.faults.add('slow-list')
  scene.proxy.asked.clear()
  await scene.compare()
  await until(async () => (scene.proxy.asked.get('GET Users') ?? 0) > 0)
  const mend = scene.house.path(`/connections/${scene.connectionId}/mend`)
  await scene.owner.post(mend).send({ remoteId: stranger!.remoteId }).expect(204)
  expect(await theirs()).toEqual([])
  // The groups are asked for when the list has arrived and is noted.
  await until(async () => (scene.proxy.asked.get('GET Groups') ?? 0) > 0)
  expect(await theirs()).toEqual([])
})

test('a list that ends too soon was not read: nothing is concluded from it', async () => {
  const scene = await Scene.open('patch')
  await until(() => scene.settled())
  await scene.compare()
  const before = await until(async () => (await scene.seen()).read)
  scene.proxy.faults.add('short-list')
  await scene.compare()
  const after = await until(async () => {
    const found = await scene.seen()
    return found.trouble ? found : undefined
  })
  expect(after.trouble).toMatchObject({
    lastError: expect.stringMatching(/ends after \d+ of \d+/),
    nextTryAt: expect.any(String),
  })
  expect(after.read).toEqual(before)
})

test('after an hour without a reading the Desk says so, until it is read again', async () => {
  const scene = await Scene.open('routers')
  await until(() => scene.settled())
  scene.proxy.faults.add('not-json')
  await scene.compare()
  await until(async () => (await scene.seen()).trouble)
  const desk = async () =>
    (await scene.owner.get(scene.house.path('/desk')).expect(200)).body.needs as { kind: string }[]
  expect((await desk()).filter(({ kind }) => kind === 'product-away')).toEqual([])
  await running.lodge.pools.work.query(
    'UPDATE product_reading SET failing_since_us = failing_since_us - 3600000000 WHERE account_id = ?',
    [scene.house.account.id],
  )
  await scene.hurry()
  const [need] = await until(async () => {
    const found = (await desk()).filter(({ kind }) => kind === 'product-away')
    return found.length > 0 && found
  })
  expect(need).toMatchObject({ name: 'Garden Log', detail: expect.stringMatching(/JSON/) })
  scene.proxy.faults.clear()
  await until(async () => {
    await scene.hurry()
    return (await desk()).every(({ kind }) => kind !== 'product-away')
  })
})

test('two processes open twelve accounts at once, each once', async () => {
  // It would take two of one name, knows no id of ours and is slow to open one: only who asks first, alone, opens one.
  peers.patch.peer.allowsDoubles = true
  peers.patch.proxy.faults.add('slow-opening')
  const names = Array.from({ length: 12 }, (_, n) => `Newcomer${n}`)
  const scene = await Scene.open('patch', 'no-external-id', withNewcomers(names))
  // More than one by one is worth: everything is compared by the worker that takes it, beside the comparison that goes
  // on.
  const changes = names.map((name) => ({
    type: 'change-person',
    personId: scene.id(name),
    engagementUntil: '2027-06-30',
  }))
  await scene.do(...changes)
  await scene.compare()
  await until(async () => names.every((name) => scene.isOpen(name)))
  await until(async () => (await scene.seen()).read)
  expect(names.map((name) => scene.allOf(name).length)).toEqual(names.map(() => 1))
})

/** A small house with some more who hold a seat. */
const withNewcomers = (names: readonly string[]) => (domain: string) => {
  const book = smallBook(domain)
  const rafe = book.people.find(({ name }) => name?.startsWith('Rafe'))!
  const more = names.map((name) => ({ ...rafe, name: `${name} Gardener`, email: `${name.toLowerCase()}@${domain}` }))
  return { ...book, people: [...book.people, ...more] }
}

describe('a service that takes many at once is filled many at a time', () => {
  const names = Array.from({ length: 24 }, (_, n) => `Newcomer${n}`)

  test.each(['nothing', 'lost-answer', 'no-external-id', 'one-refused'] as const)('with %s', async (fault) => {
    const { proxy } = peers.routers
    proxy.singledOut = 'newcomer7@'
    proxy.asked.clear()
    const scene = await Scene.open('routers', fault, withNewcomers(names))
    const expected = names.map((name) => (fault === 'one-refused' && name === 'Newcomer7' ? 0 : 1))
    const count = () => names.map((name) => scene.allOf(name).length)
    await until(async () => JSON.stringify(count()) === JSON.stringify(expected))
    await until(async () => (await scene.seen()).read)
    expect(count()).toEqual(expected)
    expect(proxy.asked.get('POST Bulk')).toBeGreaterThanOrEqual(3)
    // Who is refused among many is tried alone, and is the only one.
    expect(proxy.asked.get('POST Users') ?? 0).toBeLessThanOrEqual(2)
    const named = (await scene.seen()).problems.map(({ name }) => name)
    expect(named).toEqual(fault === 'one-refused' ? ['Newcomer7 Gardener'] : [])
  })
})

test.each([
  ['one-hidden', /does not show|not shown/],
  ['one-doubled', /two accounts/],
] as const)('with %s among many, that person is named and nobody else waits', async (fault, sentence) => {
  const names = Array.from({ length: 8 }, (_, n) => `Newcomer${n}`)
  const { proxy } = peers.routers
  proxy.singledOut = 'newcomer5@'
  const scene = await Scene.open('routers', fault, withNewcomers(names))
  const found = await until(async () => {
    const seen = await scene.seen()
    return seen.read && seen.problems.length > 0 && seen
  })
  expect(found!.problems).toMatchObject([{ name: 'Newcomer5 Gardener', sentence: expect.stringMatching(sentence) }])
  expect(names.map((name) => scene.allOf(name).length)).toEqual(names.map(() => 1))
  proxy.faults.clear()
  await until(async () => {
    await scene.hurry()
    return (await scene.seen()).problems.length === 0
  })
  expect(names.map((name) => scene.allOf(name).length)).toEqual(names.map(() => 1))
})

test('what a product asks for patience is given it, and is no failure', async () => {
  const scene = await Scene.open('patch')
  await until(() => scene.settled())
  scene.proxy.limit.perSecond = 5
  await scene.do(seat(scene, 'Tamsin'), seat(scene, 'Corin'))
  await until(async () => scene.isOpen('Tamsin') && scene.isOpen('Corin'))
  const { trouble, problems } = await scene.seen()
  expect([trouble, problems]).toEqual([null, []])
})
