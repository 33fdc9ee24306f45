const formats = new Map<string, Intl.NumberFormat>()

function formatOf(currency: string, locale: string): Intl.NumberFormat {
  const key = `${currency} ${locale}`
  let format = formats.get(key)
  if (!format) formats.set(key, (format = new Intl.NumberFormat(locale, { style: 'currency', currency })))
  return format
}

/** How many minor units make one unit of a currency, as a power of ten: 2 for EUR, 0 for JPY, 3 for KWD. */
export function minorDigits(currency: string, locale: string): number {
  return formatOf(currency, locale).resolvedOptions().maximumFractionDigits ?? 2
}

/** `€412.00`; the amount is in integer minor units. */
export function moneyText(amountMinor: number, currency: string, locale: string): string {
  return formatOf(currency, locale).format(amountMinor / 10 ** minorDigits(currency, locale))
}

/** `412.00`, without the currency, for columns that name it in their head. */
export function amountText(amountMinor: number, currency: string, locale: string): string {
  const digits = minorDigits(currency, locale)
  const format = new Intl.NumberFormat(locale, { minimumFractionDigits: digits, maximumFractionDigits: digits })
  return format.format(amountMinor / 10 ** digits)
}
