import {
  amountText,
  billOf,
  countExplained,
  isMonth,
  itemsOf,
  pathText,
  splitBill,
  termsOf,
  type Account,
  type Bill,
  type BillItem,
  type BillLine,
} from '@lodge/core'
import { BadCall, type ExitStatus, type Scene } from './book-commands.ts'
import { say } from '@lodge/core/say'

/** `lodge bill BOOK MONTH`: lines; with --json the people, places and days behind each; by client or cost code. */
export function billCommand(scene: Scene, month: string): ExitStatus {
  const { account, options, print } = scene
  if (!isMonth(month)) throw new BadCall(say('command-line.is-no-month-write-it-as-2026-06', { month }))
  if (options.product !== undefined && !termsOf(account, options.product)) {
    throw new BadCall(say('command-line.there-is-no-product-in-this-book', { product: options.product }))
  }
  const upTo = options.on === undefined ? Infinity : scene.instant
  const bill = only(billOf(account, month, upTo), options.product)
  if (options.by !== undefined) return printSplit(scene, bill, options.by)
  if (options.json) {
    const lines = bill.lines.map((line) => ({ ...line, items: items(account, month, line, upTo) }))
    print(JSON.stringify({ ...bill, lines }, null, 2))
    return 0
  }
  const { currency, locale } = account.settings
  for (const line of bill.lines) print(lineText(line, currency, locale))
  print(say('command-line.net-of-tax', { month, amount: amountText(bill.totalMinor, currency, locale), currency }))
  return 0
}

function only(bill: Bill, product: string | undefined): Bill {
  if (product === undefined) return bill
  const lines = bill.lines.filter((line) => line.product === product)
  return { ...bill, lines, totalMinor: lines.reduce((sum, line) => sum + line.amountMinor, 0) }
}

function lineText(line: BillLine, currency: string, locale: string): string {
  const late = line.lateFor ? say('command-line.for', { lateFor: line.lateFor }) : ''
  const price = amountText(line.priceMinor, currency, locale)
  const amount = amountText(line.amountMinor, currency, locale)
  const days = line.kind === 'days' ? say('command-line.days') : ''
  const part = line.daysOfTerm
    ? say('command-line.of-days', { daysLeft: line.daysLeft ?? '', daysOfTerm: line.daysOfTerm })
    : ''
  const sum =
    line.kind === 'team'
      ? say('command-line.counted', { quantity: line.quantity })
      : `${line.quantity}${days} × ${price}${part}`
  return `${line.productName}, ${line.name}${late}: ${sum} = ${amount}`
}

function items(account: Account, month: string, line: BillLine, upTo: number): object[] {
  return itemsOf(account, month, line, upTo).map(({ personId, placeId, ...rest }: BillItem) => ({
    ...(personId ? { person: account.personal(personId, 'email') ?? account.nameOf(personId) } : {}),
    ...(placeId ? { place: pathText(account, placeId) } : {}),
    ...rest,
  }))
}

function printSplit({ account, options, print }: Scene, bill: Bill, by: string): ExitStatus {
  if (by !== 'place' && by !== 'code') throw new BadCall(say('command-line.by-must-be-place-or-code', { by }))
  const parts = splitBill(account, bill, by)
  if (options.json) print(JSON.stringify({ month: bill.month, by, parts, totalMinor: bill.totalMinor }, null, 2))
  else {
    const { currency, locale } = account.settings
    for (const part of parts) print(`${part.name}: ${amountText(part.amountMinor, currency, locale)}`)
    print(
      say('command-line.net-of-tax', {
        month: bill.month,
        amount: amountText(bill.totalMinor, currency, locale),
        currency,
      }),
    )
  }
  return 0
}

/** `lodge count BOOK`: everyone, counted or not, and why (model S8). */
export function countCommand({ account, instant, options, print }: Scene): ExitStatus {
  const found = countExplained(account, instant).filter((one) => !options.product || one.product === options.product)
  const rows = found.map(({ personId, ...rest }) => ({
    person: account.personal(personId, 'email') ?? account.nameOf(personId),
    ...rest,
  }))
  if (options.json) print(JSON.stringify(rows, null, 2))
  else
    for (const row of rows)
      print(
        say('command-line.counted-2', {
          product: row.product,
          person: row.person,
          hasCounted: Boolean(row.counted),
          why: row.why,
        }),
      )
  return 0
}
