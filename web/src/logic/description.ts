import type { Description } from '@lodge/core'
import { fieldMinor, typedMinor } from './typed-money.ts'

/** A product's description as typed. */
export interface DescriptionForm {
  name: string
  address: string
  pattern: Description['pattern']
  counts: Description['counts']
  termMonths: string
  placeKind: string
  placePrice: string
  bands: { upTo: string; price: string }[]
  types: { code: string | null; name: string; price: string; number: string; counts: boolean; looksOnly: boolean }[]
}

export function emptyDescription(): DescriptionForm {
  return {
    ...{ name: '', address: '', pattern: 'month', counts: 'admitted', termMonths: '12', placeKind: '', placePrice: '' },
    bands: [{ upTo: '', price: '' }],
    types: [emptyType('User')],
  }
}

export function emptyType(name = ''): DescriptionForm['types'][number] {
  return { code: null, name, price: '', number: '', counts: true, looksOnly: false }
}

export function formFrom(description: Description, currency: string): DescriptionForm {
  const money = (minor: number | null | undefined) => (minor == null ? '' : fieldMinor(minor, currency))
  return {
    ...{ name: description.name, address: description.address ?? '' },
    ...{ pattern: description.pattern, counts: description.counts },
    termMonths: String(description.termMonths ?? 12),
    placeKind: description.placeKind ?? '',
    placePrice: money(description.placePriceMinor),
    bands: [
      ...description.bands.map(({ upTo, priceMinor }) => ({ upTo: String(upTo), price: money(priceMinor) })),
      { upTo: '', price: '' },
    ],
    types: description.types.map((type) => ({
      ...{ code: type.code ?? null, name: type.name, price: type.priceMinor > 0 ? money(type.priceMinor) : '' },
      number: type.number == null ? '' : String(type.number),
      ...{ counts: type.counts ?? true, looksOnly: type.looksOnly ?? false },
    })),
  }
}

/** What cannot be read of the form, by field; empty: all of it can. */
export type FormProblems = Record<string, 'sum' | 'number'>

/** The description the form represents, and what of it cannot be read. Rows left empty are left out. */
export function descriptionFrom(
  form: DescriptionForm,
  currency: string,
): { description: Description; problems: FormProblems } {
  const problems: FormProblems = {}
  const minor = (text: string, field: string): number => {
    if (text.trim() === '') return 0
    const found = typedMinor(text, currency)
    if (found === null) problems[field] = 'sum'
    return found ?? 0
  }
  const count = (text: string, field: string): number | null => {
    if (text.trim() === '') return null
    if (/^\d{1,6}$/.test(text.trim())) return Number(text.trim())
    problems[field] = 'number'
    return null
  }
  const bands = form.bands.flatMap(({ upTo, price }, at) => {
    const number = count(upTo, `band-${at}`)
    return number === null || number < 1 ? [] : [{ upTo: number, priceMinor: minor(price, `band-price-${at}`) }]
  })
  const types = form.types.flatMap((type, at) => {
    if (!type.name.trim()) return []
    const { code, counts, looksOnly } = type
    const numbers = { priceMinor: minor(type.price, `price-${at}`), number: count(type.number, `number-${at}`) }
    return [{ ...(code ? { code } : {}), name: type.name.trim(), ...numbers, counts, looksOnly }]
  })
  const description = {
    ...{ name: form.name.trim(), address: form.address.trim() || null, pattern: form.pattern, counts: form.counts },
    ...{ bands, types, termMonths: count(form.termMonths, 'term') },
    placeKind: form.placeKind.trim() || null,
    placePriceMinor: minor(form.placePrice, 'place-price'),
  }
  return { description, problems }
}
