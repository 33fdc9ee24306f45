/** `412.00` for a column that names its currency, from integer minor units. */
export function amount(minor: number, currency: string, locale: string): string {
  const digits =
    new Intl.NumberFormat(locale, { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
  const options = { minimumFractionDigits: digits, maximumFractionDigits: digits }
  return new Intl.NumberFormat(locale, options).format(minor / 10 ** digits)
}

/** `€412.00` for a sum shown alone. */
export function sum(minor: number, currency: string, locale: string): string {
  const format = new Intl.NumberFormat(locale, { style: 'currency', currency, currencyDisplay: 'narrowSymbol' })
  return format.format(minor / 10 ** (format.resolvedOptions().maximumFractionDigits ?? 2))
}

/** `+€14.00`, `−€14.00` or `±€0.00`, with a true minus. */
export function signedSum(minor: number, currency: string, locale: string): string {
  const sign = minor > 0 ? '+' : minor < 0 ? '−' : '±'
  return `${sign}${sum(Math.abs(minor), currency, locale)}`
}
