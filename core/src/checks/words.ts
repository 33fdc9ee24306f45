/** Whether there is such a currency (ISO 4217), so that every sum can be written. */
export function isCurrency(code: string): boolean {
  return Intl.supportedValuesOf('currency').includes(code.toUpperCase())
}

/** Whether numbers and dates can be written so (BCP 47). */
export function isLocale(tag: string): boolean {
  try {
    return Intl.NumberFormat.supportedLocalesOf(tag).length === 1
  } catch {
    return false
  }
}
