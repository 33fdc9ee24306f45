import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import { billOf } from './bill.ts'
import { type BillLine } from '../account/bill-rows.ts'
import { itemsOf } from './bill-items.ts'
import type { LocalMonth } from '../time/instants.ts'

/** One line of a vendor's invoice: whom or what it names, and the sum in minor units. */
export interface InvoiceLine {
  who: string
  amountMinor: number
}

/** What one thing costs by the vendor and by us. */
export interface InvoiceDifference {
  who: string
  personId: Id | null
  theirsMinor: number | null
  oursMinor: number | null
  /** Theirs less ours. */
  differenceMinor: number
  verdict: 'same' | 'differs' | 'only-theirs' | 'only-ours'
}

export interface InvoiceLaid {
  lines: InvoiceDifference[]
  theirsMinor: number
  oursMinor: number
  differenceMinor: number
}

/**
 * Lays a vendor's invoice against a month's bill of one product: people by address or name, what is charged for all
 * together by the line's name. Several lines of one person are taken together.
 */
export function layInvoice(
  account: Account,
  month: LocalMonth,
  product: string,
  theirs: readonly InvoiceLine[],
): InvoiceLaid {
  const ours = oursOf(account, month, product)
  const found = new Map<string, { who: string; personId: Id | null; sum: number }>()
  for (const { who, amountMinor } of theirs) {
    const key = keyOf(account, who, ours)
    const known = found.get(key)
    if (known) known.sum += amountMinor
    else found.set(key, { who, personId: ours.get(key)?.personId ?? null, sum: amountMinor })
  }
  const lines: InvoiceDifference[] = [...found].map(([key, { who, personId, sum }]) => {
    const mine = ours.get(key)
    const oursMinor = mine?.amountMinor ?? null
    const differenceMinor = sum - (oursMinor ?? 0)
    const verdict = oursMinor === null ? 'only-theirs' : differenceMinor === 0 ? 'same' : 'differs'
    return { who: mine?.who ?? who, personId, theirsMinor: sum, oursMinor, differenceMinor, verdict }
  })
  for (const [key, { who, personId, amountMinor }] of ours) {
    if (found.has(key)) continue
    const rest = { theirsMinor: null, oursMinor: amountMinor, differenceMinor: -amountMinor }
    lines.push({ who, personId, ...rest, verdict: 'only-ours' })
  }
  const sum = (of: (line: InvoiceDifference) => number | null) =>
    lines.reduce((total, line) => total + (of(line) ?? 0), 0)
  const [theirsMinor, oursMinor] = [sum((line) => line.theirsMinor), sum((line) => line.oursMinor)]
  const order = { differs: 0, 'only-theirs': 1, 'only-ours': 2, same: 3 }
  lines.sort((one, other) => order[one.verdict] - order[other.verdict] || one.who.localeCompare(other.who, 'en'))
  return { lines, theirsMinor, oursMinor, differenceMinor: theirsMinor - oursMinor }
}

interface Ours {
  who: string
  personId: Id | null
  amountMinor: number
}

function oursOf(account: Account, month: LocalMonth, product: string): Map<string, Ours> {
  const ours = new Map<string, Ours>()
  const add = (key: string, who: string, personId: Id | null, amountMinor: number) => {
    const known = ours.get(key)
    if (known) known.amountMinor += amountMinor
    else ours.set(key, { who, personId, amountMinor })
  }
  for (const line of billOf(account, month).lines.filter((one) => one.product === product)) {
    const items = line.kind === 'seats' || line.kind === 'days' ? itemsOf(account, month, line) : []
    for (const { personId, amountMinor } of items) {
      // What was ordered for a term is nobody's alone.
      if (personId === null) add(lineKey(line), line.name, null, amountMinor ?? 0)
      else add(personId, account.nameOf(personId), personId, amountMinor ?? 0)
    }
    if (items.length === 0 && line.amountMinor !== 0) add(lineKey(line), line.name, null, line.amountMinor)
  }
  return ours
}

function lineKey({ name }: Pick<BillLine, 'name'>): string {
  return `line ${name.trim().toLowerCase()}`
}

/** A person by address or name, a line by its name; someone we do not know keeps the name as it was written. */
function keyOf(account: Account, who: string, ours: ReadonlyMap<string, Ours>): string {
  const text = who.trim().toLowerCase()
  const byEmail = account.peopleByEmail(text)
  const known = byEmail.find((id) => ours.has(id)) ?? byEmail[0]
  if (known) return known
  for (const [key, { who: name }] of ours) if (name.toLowerCase() === text) return key
  return lineKey({ name: who })
}
