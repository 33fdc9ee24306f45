import type { AccountAsk } from '../http/route.ts'
import { type Account, type DepartureRow, departureView, productAt } from '@lodge/core'
import { notFound } from '../errors.ts'
import { readRecord } from '../store/departures.ts'
import { documentOf } from './departures.ts'
import type { Lodge } from '../lodge.ts'
import { say } from '@lodge/core/say'
import { connected, connectionsOf, soughtIn } from '../work/products.ts'
import { ProductError } from '../protocols/product-http.ts'

/** A departure the asker sees, or the answer for none (model D5). */
export function seenDeparture({ sight, params }: AccountAsk<object>) {
  const view = departureView(sight, params.departureId ?? '')
  const row = sight.account.get('departure', params.departureId)
  if (!view || !row) throw notFound()
  return { view, row }
}

export async function seenRecord(ask: AccountAsk<object>) {
  const { row } = seenDeparture(ask)
  const kept = await readRecord(ask.lodge.pools.requests, ask.accountId, row.id)
  if (!kept) throw notFound()
  return { row, kept, record: documentOf(kept.jws) }
}

/** What is open again of someone who left, in words; unanswered products are said too (model X5). */
export async function reappearedOf(
  lodge: Lodge,
  account: Account,
  accountId: string,
  { personId }: DepartureRow,
  now: number,
): Promise<string[]> {
  const found: string[] = []
  const person = account.get('person', personId)
  if (person && person.state !== 'left' && person.state !== 'erased')
    found.push(say('requests.they-are-active-here-again'))
  const open = account.by('grant', 'person', personId).filter(({ until }) => until === null || until > now)
  if (open.length > 0) found.push(say('requests.roles-are-active-again-here', { count: open.length }))
  for (const row of connectionsOf(account)) {
    const name = productAt(account, row.product, now)?.sheet.name ?? row.product
    try {
      const { scim, things } = await connected(lodge, accountId, row)
      if (await scim.isOpen(await soughtIn(lodge.pools.requests, account, row, personId)))
        found.push(say('requests.their-account-in-is-open', { name }))
      const mine = (await things?.all(personId)) ?? []
      if (mine.length > 0) found.push(say('requests.things-in-are-theirs', { count: mine.length, name }))
    } catch (error) {
      if (!(error instanceof ProductError)) throw error
      found.push(
        error.failure === 'untrue'
          ? `${name}: ${error.message}`
          : say('requests.could-not-be-asked', { name, message: error.message }),
      )
    }
  }
  return found
}
