import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startStamps, type RunningStamps } from '@lodge/standins/stamps'
import type { Running } from '../src/start.ts'
import { faultsOfAnchors, type Anchor } from '../src/store/anchors.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import { anchorHeads } from '../src/work/anchors.ts'
import { apply, openHouse, openLodge, ownDatabase, until, type Browser, type House } from './harness.ts'

let directory: string
let file: string
let stamps: RunningStamps
let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  directory = mkdtempSync(join(tmpdir(), 'lodge-anchors-'))
  file = join(directory, 'anchors.jsonl')
  stamps = await startStamps()
  const outside = { LODGE_ANCHOR_FILE: file, LODGE_STAMP_URL: stamps.address }
  running = await openLodge({ LODGE_DATABASE_URL: await ownDatabase(), LODGE_WORK: 'on', ...outside })
  house = await openHouse(running)
  owner = await house.as('Oriel')
})
afterAll(async () => {
  await running.stop()
  await stamps.stop()
  rmSync(directory, { recursive: true, force: true })
})

const lines = () =>
  readFileSync(file, 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Anchor)
const rename = async (name: string) => {
  const done = await apply(house, owner, [{ type: 'change-settings', name }])
  expect(done.status).toBe(200)
  await anchorHeads(running.lodge)
}
const faults = (text = readFileSync(file, 'utf8'), more: object = {}) =>
  faultsOfAnchors(running.lodge.pools.work, text, { keys: stamps.keys, ...more })

test('the head of every ledger that moved is put down once, stamped, and holds', async () => {
  await rename('Gardens one')
  await rename('Gardens two')
  await anchorHeads(running.lodge)
  const found = lines()
  expect(new Set(found.map(({ account, version }) => `${account} ${version}`)).size).toBe(found.length)
  expect(found.at(-1)).toMatchObject({ account: house.account.id, hash: expect.stringMatching(/^[0-9a-f]{64}$/) })
  expect(found.every(({ stamp }) => stamp !== undefined)).toBe(true)
  expect(await faults()).toEqual([])
})

test('the jobs does it by itself', async () => {
  const done = await apply(house, owner, [{ type: 'change-settings', name: 'Gardens by themselves' }])
  expect(done.status).toBe(200)
  await running.lodge.pools.work.query("UPDATE durable_work SET due_at_us = 0 WHERE kind = 'anchor-heads'")
  running.lodge.jobs.wake()
  await until(async () => lines().at(-1)!.version === done.body.version)
})

test('a ledger written anew, or cut off at its end and whole in itself, is told from what was put down', async () => {
  await rename('Gardens three')
  await rename('Gardens four')
  const text = readFileSync(file, 'utf8')
  const [last, before] = lines().reverse()
  // Cut off with the guard put back: by itself the ledger is whole.
  const { work } = running.lodge.pools
  const mine = [house.account.id, last!.version]
  const [entry] = await work.query('SELECT hash FROM ledger_entry WHERE account_id = ? AND version = ?', [
    ...[house.account.id, last!.version - 1],
  ])
  await work.query('DELETE FROM ledger_item WHERE account_id = ? AND version = ?', mine)
  await work.query('DELETE FROM ledger_entry WHERE account_id = ? AND version = ?', mine)
  const { hash } = (entry as { hash: string }[])[0]!
  await work.query('UPDATE account SET version = ?, head_hash = ? WHERE id = ?', [last!.version - 1, hash, mine[0]])
  expect(await verifyLedger(work, house.account.id)).toMatchObject({ ok: true })
  expect(await faults(text)).toEqual([expect.stringMatching(/is gone\.$/)])
  // Of another account nothing is said; a line that was altered is told by its stamp.
  expect(await faults(text, { accountId: '00000000-0000-7000-8000-000000000000' })).toEqual([])
  const forged = JSON.stringify({ ...before, hash: 'a'.repeat(64) })
  expect(await faults(forged)).toEqual([
    expect.stringMatching(/with another hash\.$/),
    expect.stringMatching(/its stamp .* is for another hash\.$/),
  ])
  expect(await faults('{"format":1}\nnonsense')).toEqual(['Line 1 is not an anchor.', 'Line 2 is not an anchor.'])
})

test('a service that is away keeps nothing from being put down', async () => {
  const { configuration } = running.lodge
  const without = { ...running.lodge, configuration: { ...configuration, stampUrl: 'http://127.0.0.1:1/stamps' } }
  const other = await openHouse(running)
  await anchorHeads(without)
  expect(lines().filter(({ account }) => account === other.account.id)).toEqual([
    expect.not.objectContaining({ stamp: expect.anything() }),
  ])
})
