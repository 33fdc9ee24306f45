import { openProductAccounts, type Account } from '@lodge/core'
import { startProduct, type RunningProduct } from '@lodge/standins/product'
import { setTimeout as sleep } from 'node:timers/promises'

/** The products of a generated account. */
const CODES = ['bedding-log', 'rill-control', 'quote-trellis']

/** A product beside the bench, not connected yet. */
export interface BenchProduct {
  code: string
  running: RunningProduct
}

type Ask = <T>(method: string, path: string, body?: object) => Promise<T>

/** Starts three products: services of their own, whose addresses the server is told when it starts. */
export function startProducts(): Promise<BenchProduct[]> {
  return Promise.all(CODES.map(async (code) => ({ code, running: await startProduct({ token: `bench-${code}` }) })))
}

/** As in a business that has used them for long: everyone's account is there before the products are connected. */
export function fillAccounts(products: readonly BenchProduct[], account: Account, now: number): void {
  for (const { code, running } of products) {
    for (const { externalId, userName, displayName, seats } of openProductAccounts(account, code, now)) {
      const entitlements = seats.map((value) => ({ value }))
      const emails = [{ value: userName, type: 'work', primary: true }]
      running.store.make('User', { externalId, userName, displayName, active: true, emails, entitlements })
    }
  }
}

/** Connects them and waits until each has been compared once, every account of it noted; answers how many they hold. */
export async function connectProducts(
  products: readonly BenchProduct[],
  ask: Ask,
  apply: (changes: object[]) => Promise<void>,
): Promise<number> {
  await apply(
    products.map(({ code, running }) => {
      const { scimAddress, thingsAddress } = running
      return { type: 'connect-product', product: code, scimAddress, thingsAddress }
    }),
  )
  const { connections } = await ask<{ connections: { id: string; product: string }[] }>('GET', '/connections')
  let held = 0
  for (const { id, product } of connections) {
    await ask('PUT', `/connections/${id}/secret`, { token: `bench-${product}` })
    const there = products.find(({ code }) => code === product)!.running.store.users().length
    while ((await ask<{ open: number }>('GET', `/connections/${id}/accounts`)).open < there) await sleep(500)
    held += there
  }
  return held
}

/** So many things of someone's, spread over the products. */
export function addThings(products: readonly BenchProduct[], personId: string, count: number): void {
  for (let at = 0; at < count; at += 1) {
    const kind = (['item', 'item', 'hold', 'link'] as const)[at % 4]!
    products[at % products.length]!.running.store.addThing({ kind, title: `Thing ${at}`, owner: personId })
  }
}

/** How many things have gone to a taker. */
export function thingsOf(products: readonly BenchProduct[], personId: string): number {
  const all = products.flatMap(({ running }) => [...running.store.things.values()])
  return all.filter(({ owner }) => owner === personId).length
}
