import type { Account } from '../account/account.ts'
import type { Id, PlaceRow } from '../account/rows.ts'
import { grantsOf } from '../access/walk.ts'
import { upwards } from '../places/tree.ts'
import type { Bill } from '../account/bill-rows.ts'
import { itemsOf } from './bill-items.ts'
import type { LocalMonth } from '../time/instants.ts'
import { monthAt, type Month } from './terms.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** A part of a bill that falls to one client or cost code, or that cannot be split, saying why. */
export interface BillPart {
  /** The place's id or the code; null for what cannot be split. */
  key: string | null
  name: string
  amountMinor: number
}

/**
 * A bill by client (the places right under the root) or by cost code. A person's seat falls to the one client, or the
 * one code, at which they had keys in the month; a person's own code comes first. What falls to nobody alone is a part
 * of its own that says so; the parts add up to the bill (model T1, S8).
 */
export function splitBill(account: Account, bill: Bill, by: 'place' | 'code'): BillPart[] {
  const month = monthAt(bill.month, account.zone)
  const splitter = new Splitter(account, month, by)
  const parts = new Map<string, BillPart>()
  const add = (name: string, key: string | null, amountMinor: number) => {
    const part = parts.get(`${key ?? ''} ${name}`)
    if (part) part.amountMinor += amountMinor
    else parts.set(`${key ?? ''} ${name}`, { key, name, amountMinor })
  }
  for (const line of bill.lines) {
    let left = line.amountMinor
    for (const { personId, placeId, amountMinor } of line.kind === 'late' ? [] : itemsOf(account, bill.month, line)) {
      if (amountMinor === null || (personId === null && placeId === null)) continue
      const { name, key } = personId ? splitter.ofPerson(personId) : splitter.ofPlace(must(placeId, 'placeId'))
      add(name, key, amountMinor)
      left -= amountMinor
    }
    if (left !== 0) add(say('seats.cannot-be-split', { productName: line.productName, line: line.name }), null, left)
  }
  return [...parts.values()].sort(
    (one, other) => Number(one.key === null) - Number(other.key === null) || one.name.localeCompare(other.name, 'en'),
  )
}

/** To which client and which cost code a person falls in a month, or why to none alone. */
export function partsOfPeople(account: Account, month: LocalMonth): (personId: Id) => { client: string; code: string } {
  const whole = monthAt(month, account.zone)
  const [byPlace, byCode] = [new Splitter(account, whole, 'place'), new Splitter(account, whole, 'code')]
  return (personId) => ({ client: byPlace.ofPerson(personId).name, code: byCode.ofPerson(personId).name })
}

interface Share {
  key: string | null
  name: string
}

class Splitter {
  private readonly known = new Map<Id, Share>()

  constructor(
    private readonly account: Account,
    private readonly month: Month,
    private readonly by: 'place' | 'code',
  ) {}

  ofPlace(placeId: Id): Share {
    return this.shareOf(this.account.get('place', placeId)) ?? { key: null, name: say('seats.without-a-cost-code') }
  }

  ofPerson(personId: Id): Share {
    let share = this.known.get(personId)
    if (!share) this.known.set(personId, (share = this.findPerson(personId)))
    return share
  }

  private findPerson(personId: Id): Share {
    const person = this.account.get('person', personId)
    if (this.by === 'code' && person?.reference) return { key: person.reference, name: person.reference }
    if (person?.standing === 'owner' || person?.standing === 'administrator')
      return { key: null, name: this.everywhere }
    const shares = new Map<string, Share>()
    for (const { grant } of person ? grantsOf(this.account, person) : []) {
      const held = grant.from < this.month.until && isOpen(grant.until, this.month.from)
      if (!held) continue
      const share = this.shareOf(this.account.get('place', grant.placeId))
      shares.set(share?.key ?? '', share ?? { key: null, name: this.everywhere })
    }
    const [only] = shares.values()
    if (!only) return { key: null, name: say('seats.cannot-be-split-people-without-a-key') }
    if (shares.size === 1) return only
    const name =
      this.by === 'place' ? say('seats.people-at-several-clients') : say('seats.people-under-several-cost-codes')
    return { key: null, name: say('seats.cannot-be-split-2', { name }) }
  }

  private get everywhere(): string {
    return this.by === 'place' ? say('seats.cannot-be-split-people-at-all-clients') : say('seats.without-a-cost-code')
  }

  /** A place's client, or the nearest cost code at it or above; none for the root. */
  private shareOf(place: PlaceRow | undefined): Share | undefined {
    const path = place ? upwards(this.account, place.id) : []
    if (this.by === 'place') {
      const client = path.at(-2)
      return client && { key: client.id, name: client.name }
    }
    const code = path.find((one) => one.reference !== null)?.reference
    return code ? { key: code, name: code } : undefined
  }
}
