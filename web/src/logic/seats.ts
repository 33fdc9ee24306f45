import type { BillView, SeatRack } from '@lodge/core'

type Translate = (key: string, values?: Record<string, unknown>) => string

/** `€32.00 a month; 1 of 6 empty; 5 taken, 1 reserved`. */
export function rackText(
  t: Translate,
  { words, taken, reserved }: Pick<SeatRack, 'words' | 'taken' | 'reserved'>,
): string {
  const held = reserved > 0 ? t('seats.takenReserved', { taken, reserved }) : t('seats.taken', { taken })
  return [words.price, words.room, held].filter(Boolean).join('; ')
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
