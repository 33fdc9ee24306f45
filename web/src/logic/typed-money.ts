/**
 * A sum as people type it, in minor units: `45`, `45.00`, `45,00`, `1.234,50`, `€ 45`. Null: not a sum of that currency.
 * A mark before exactly three digits at the end separates thousands, unless the currency itself has three decimals.
 */
export function typedMinor(text: string, currency: string): number | null {
  const format = new Intl.NumberFormat('en', { style: 'currency', currency })
  const digits = format.resolvedOptions().maximumFractionDigits ?? 2
  const plain = digitsOf(text)
  const match = /^(\d{1,3}(?:[.,]\d{3})+|\d+)(?:[.,](\d*))?$/.exec(plain)
  if (!match) return null
  const [, whole = '', decimals = ''] = match
  if (decimals.length > digits) return null
  const units = Number(whole.replace(/[.,]/g, ''))
  const minor = units * 10 ** digits + Number(decimals.padEnd(digits, '0') || 0)
  return Number.isSafeInteger(minor) ? minor : null
}

/** From the first digit to the last, without what separates thousands; around them only a currency may stand. */
function digitsOf(text: string): string {
  const first = text.search(/\d/)
  let end = text.length
  while (end > first && !/\d/.test(text.charAt(end - 1))) end -= 1
  const around = text.slice(0, Math.max(0, first)) + text.slice(end)
  if (first < 0 || !/^[\p{Sc}\p{L}\s]*$/u.test(around)) return ''
  return text.slice(first, end).replace(/[\s'’]/g, '')
}

/** A sum as shown in a field: `45.00`. */
export function fieldMinor(minor: number, currency: string): string {
  const format = new Intl.NumberFormat('en', { style: 'currency', currency })
  const digits = format.resolvedOptions().maximumFractionDigits ?? 2
  return (minor / 10 ** digits).toFixed(digits)
}
