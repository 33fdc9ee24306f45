import type { BillView, SeatRack } from '@lodge/core'

type Translate = (key: string, values?: Record<string, unknown>) => string

/** `OT` for Oriel Thistlewick; a single name gives its first two letters. */
export function initialsOf(name: string): string {
  const words = name.trim().split(/\s+/)
  const [first = '', last = ''] = [words[0], words.at(-1)]
  return (words.length < 2 ? first.slice(0, 2) : first.charAt(0) + last.charAt(0)).toUpperCase()
}

/** `32.00 a month each; 6 taken of 7`, as far as sums are seen. */
export function rackText(
  t: Translate,
  rack: SeatRack,
  money: (minor: number) => string,
  termMonths: number | null,
): string {
  return [priceText(t, rack, money, termMonths), roomText(t, rack)].filter(Boolean).join('; ')
}

function priceText(t: Translate, rack: SeatRack, money: (minor: number) => string, termMonths: number | null): string {
  if (rack.noCharge) return t('seats.noCharge')
  if (rack.inBand) return t('seats.inBand')
  if (rack.priceMinor === null) return t('seats.office')
  const price = { price: money(rack.priceMinor), months: termMonths ?? 0 }
  return termMonths ? t('seats.perTerm', price) : t('seats.perMonth', price)
}

function roomText(t: Translate, rack: SeatRack): string {
  const { taken, reserved, ceiling } = rack
  if (rack.use === 'floating') return t('seats.pool', { ceiling: ceiling ?? 0, taken })
  const held = reserved > 0 ? t('seats.takenReserved', { taken, reserved }) : t('seats.taken', { taken })
  return ceiling === null ? held : t('seats.of', { held, ceiling })
}

/** What a line says of its sum: `18 × 14.00`, `4 counted`, `31 days × 32.00`, `3 × 25.00 for 120 of 365 days`. */
export function lineText(t: Translate, line: BillView['lines'][number], money: (minor: number) => string): string {
  const { kind, quantity, priceMinor, daysLeft, daysOfTerm, used, included } = line
  const values = { quantity, price: money(priceMinor), daysLeft, daysOfTerm, used, included }
  if (kind === 'team') return t('bill.counted', values)
  if (used !== undefined) return t('bill.used', values)
  if (daysOfTerm) return t('bill.partOfTerm', values)
  return t(kind === 'days' ? 'bill.days' : 'bill.times', values)
}
