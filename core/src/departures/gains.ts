import type { Account } from '../account/account.ts'
import type { GrantRow, Id, Taker } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import type { Sight } from '../access/sight.ts'
import { NESTED } from '../changes/engine/decide.ts'
import type { HandoverWanted } from '../changes/leaving/departures.ts'
import { priceOfOneMore } from '../changes/rules/seat-rules.ts'
import { idFrom } from '../changes/engine/shapes.ts'
import { blockedText, tryPassing } from '../changes/leaving/shut-doors.ts'
import { productAt, seatTypeAt } from '../products/catalogue.ts'
import { moneyText } from '../seats/money.ts'
import { productAccountOf } from './accounts.ts'
import { openDeparture, thingsToPass, type PlannedThing } from './plan.ts'
import { entryAt } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** What someone would gain by taking one thing over if it happened now, and why it would have to wait (model X3, S8). */
export interface HandoverGain {
  what: string
  id: string
  /** Keys and seats as people read them; what a seat costs only where sums are the reader's to see. */
  gains: string[]
  waits: string | null
}

/** So many things are tried; a plan with more says nothing of the rest. */
const MOST_TRIED = 200

/**
 * Tries each handover of a plan, as it is put together or as it is now, by the planner's rights; undefined for anyone
 * who does not see the leaver's record.
 */
export function handoverGains(
  sight: Sight,
  personId: Id,
  wanted: readonly HandoverWanted[],
): HandoverGain[] | undefined {
  const { account, now } = sight
  if (!account.get('person', personId) || sight.depthOf(personId) !== 'record') return undefined
  const planned = openDeparture(account, personId)
  const chosen = wanted.map(({ what, id, takerKind, takerId }) => ({
    ...{ what, id, acceptBy: null, accepted: false },
    taker: takerId ? { kind: takerKind ?? ('person' as const), id: takerId } : null,
  }))
  // What is chosen now is before what was chosen when it was planned.
  const handovers = [...chosen, ...(planned?.handovers ?? [])]
  const plannerId = planned?.plannerId ?? sight.personId
  // Single things of a product are tried as they are named; each other with the product they are in.
  const single = handovers.filter(({ what, id }) => what === 'things' && id.includes('/')).reverse()
  const named = new Map(single.map((one) => [one.id, one]))
  return [...thingsToPass(account, personId, handovers, now), ...named.values()]
    .flatMap((thing) => (thing.taker && thing.what !== 'line' ? [{ thing, taker: thing.taker }] : []))
    .slice(0, MOST_TRIED)
    .map(({ thing, taker }) => {
      const { what, id } = thing
      return { what, id, gains: [], waits: null, ...gainOf(sight, personId, thing, taker, plannerId) }
    })
}

function gainOf(
  sight: Sight,
  personId: Id,
  thing: Pick<PlannedThing, 'what' | 'id'>,
  taker: Taker,
  plannerId: Id,
): Partial<Pick<HandoverGain, 'gains' | 'waits'>> {
  const { account, now } = sight
  if (taker.kind === 'person' && !sight.seesPerson(taker.id)) return { waits: blockedText('not-in') }
  if (thing.what === 'things') return { waits: withoutAccount(account, taker, entryAt(thing.id.split('/'), 0), now) }
  const actor = { kind: 'person' as const, personId: plannerId }
  // Nothing is kept of it: the ids only have to differ from one another.
  const makeId = (at: number) => idFrom(personId, at + 1)
  const { decision, note } = tryPassing(NESTED, account, thing, personId, taker, actor, now, makeId)
  const gains = (decision?.edits ?? []).flatMap(({ table, before, after }) => {
    if (before || !after) return []
    if (table === 'grant') return [keyText(sight, after as GrantRow)]
    return table === 'holding' ? [seatText(sight, after as HoldingRow)] : []
  })
  return { gains, waits: note }
}

/** Things in a product pass to anyone who has an account there; for a group or a place the product finds the keeper. */
function withoutAccount(account: Account, taker: Taker, product: string, now: number): string | null {
  if (taker.kind !== 'person' || productAccountOf(account, taker.id, product, now)?.active) return null
  return say('leaving.no-account-in-yet', { sheet: productAt(account, product, now)?.sheet.name ?? product })
}

function keyText(sight: Sight, { roleId, placeId }: GrantRow): string {
  return say('leaving.at', { role: sight.account.get('role', roleId)?.name ?? '', place: sight.placeName(placeId) })
}

function seatText({ account, money, now }: Sight, { product, seatType }: HoldingRow): string {
  const name = `${productAt(account, product, now)?.sheet.name ?? product}, ${seatTypeAt(account, product, seatType, now)?.name ?? seatType}`
  const price = money ? priceOfOneMore(account, product, seatType, now) : null
  const { currency, locale } = account.settings
  return price === null ? name : say('leaving.a-month', { name, money: moneyText(price, currency, locale) })
}
