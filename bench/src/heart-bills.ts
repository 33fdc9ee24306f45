import {
  DERIVED_FROM_SEATS,
  addMonths,
  billOf,
  forecastOf,
  monthOf,
  preview,
  readChange,
  type Account,
  type RowEdit,
} from '@lodge/core'
import { readTable, type Pools } from '@lodge/server'
import { v7 as makeId } from 'uuid'
import type { Loaded } from './heart-answers.ts'
import { median, timed, timeOf, type Yardstick } from './yardsticks.ts'

/** A month's bill, a year's forecast, and the preview of one seat, among 50,000 people and three products. */
export async function bills(
  pools: Pools,
  accountId: string,
  { account: start, now }: Loaded,
  scale: number,
): Promise<Yardstick[]> {
  let account = start
  const settings = [...account.all('settings')][0]!
  // Another revision of the settings: nothing of any bill is remembered.
  const forget = () => {
    const edit = { table: 'settings', key: settings.id, before: settings, after: { ...settings } } as RowEdit
    account = account.absorb([edit], [], account.version + 1, undefined, DERIVED_FROM_SEATS)
  }
  const month = addMonths(monthOf(now, account.zone), 1)
  const readings: number[] = []
  const billed: number[] = []
  const forecast: number[] = []
  for (let round = 0; round < 5; round += 1) {
    readings.push(await timed(() => readTable(pools.work, accountId, 'holding', new Map())))
    forget()
    billed.push(timeOf(() => billOf(account, month)))
    forget()
    forecast.push(timeOf(() => forecastOf(account, month)))
  }
  return [
    {
      name: 'a month’s bill, to reading the holdings',
      value: median(billed),
      against: median(readings),
      unit: 'ms',
      limit: 1,
      bound: 'most',
    },
    {
      name: 'a forecast of twelve months, to a month’s bill',
      value: median(forecast),
      against: median(billed),
      unit: 'ms',
      limit: 8,
      bound: 'most',
    },
    seatPreview(account, now, scale),
  ]
}

/** One seat changed for another, previewed after a commit that changed another one. */
function seatPreview(start: Account, now: number, scale: number): Yardstick {
  let account = start
  const owner = account.by('person', 'standing', 'owner')[0]!
  const actor = { kind: 'person', personId: owner.id } as const
  const holdings = [...account.by('holding', 'type', 'bedding-log/field')].filter(
    (one) => one.until === null && account.get('person', one.personId)?.state === 'active',
  )
  const times: number[] = []
  for (let round = -4; round < 16; round += 1) {
    const holding = holdings[(round + 4) * 2]!
    const plain = { type: 'change-seat', holdingId: holding.id, seatType: 'crew-lead' }
    const change = readChange(plain, makeId).value!
    // Time goes on from one to the next, as the server brings an account to each instant it is asked at.
    const instant = Math.max(now, account.attached!.stretch.from) + 1
    account.attached!.advance(instant)
    const took = timeOf(() => preview(account, [change], actor, instant))
    if (round >= 0) times.push(took)
    const other = holdings[(round + 4) * 2 + 1]!
    const edit = { table: 'holding', key: other.id, before: other, after: { ...other, until: instant } } as RowEdit
    account = account.absorb([edit], [], account.version + 1, instant, DERIVED_FROM_SEATS)
  }
  return {
    name: 'preview of one seat changed, to 50 ms scaled',
    value: median(times),
    against: 50 * scale,
    unit: 'ms',
    limit: 1,
    bound: 'most',
  }
}
