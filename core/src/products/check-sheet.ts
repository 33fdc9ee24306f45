import type { ProductSheet } from '../account/sheet-shape.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { say } from '../words/say.ts'
import { isLevel } from '../access/levels.ts'

export function repeated(sheet: ProductSheet): Problem[] {
  const lists = { areas: sheet.areas, seatTypes: sheet.seatTypes, plans: sheet.plans, limits: sheet.limits }
  return Object.entries(lists).flatMap(([list, entries]) =>
    entries.flatMap((entry, at) =>
      entries.findIndex((other) => other.code === entry.code) < at
        ? [
            problem(
              'repeated-code',
              say('products.the-code-stands-twice-in', { code: entry.code, list }),
              `/${list}/${at}/code`,
            ),
          ]
        : [],
    ),
  )
}

/** What is well-formed and yet cannot be charged by (model S6). */
export function absurd({ charging, seatTypes }: ProductSheet): Problem[] {
  const problems: Problem[] = []
  const complain = (code: string, sentence: string, path: string) => problems.push(problem(code, sentence, path))
  const bands = charging.bands ?? []
  if (charging.rule === 'banded' && bands.length === 0) {
    complain('no-bands', say('products.a-price-by-team-size-needs-at-least'), '/charging/bands')
  }
  bands.forEach((band, at) => {
    const before = bands[at - 1]
    if (!before) return
    const path = `/charging/bands/${at}`
    if (band.upTo <= before.upTo) {
      complain(
        'bands-overlap',
        say('products.the-team-size-up-to-lies-within-the', { upTo: band.upTo, upTo2: before.upTo }),
        path,
      )
    }
    if (band.priceMinor < before.priceMinor) {
      complain('band-cheaper', say('products.the-team-size-up-to-costs-less-than', { upTo: band.upTo }), path)
    }
  })
  if (charging.rule === 'term' && !charging.termMonths) {
    complain('no-term', say('products.a-price-for-a-term-needs-the-terms'), '/charging/termMonths')
  }
  seatTypes.forEach((type, at) => {
    const path = `/seatTypes/${at}`
    if (charging.rule === 'banded' && type.priceMinor > 0) {
      complain(
        'priced-in-band',
        say('products.has-a-price-of-its-own-but-the', { type: type.name }),
        `${path}/priceMinor`,
      )
    }
    if (charging.rule !== 'banded' && type.inBand) {
      complain(
        'band-without',
        say('products.counts-towards-the-team-but-the-product-does', { type: type.name }),
        `${path}/inBand`,
      )
    }
    if (type.use === 'floating' && type.priceMinor > 0 && charging.rule !== 'term') {
      complain(
        'floating-price',
        say('products.is-floating-a-pool-is-bought-for-a', { type: type.name }),
        `${path}/priceMinor`,
      )
    }
  })
  return problems
}

export function dangling(sheet: ProductSheet): Problem[] {
  const areas = new Set(sheet.areas.map((area) => area.code))
  const types = new Set(sheet.seatTypes.map((type) => type.code))
  const limits = new Set(sheet.limits.map((limit) => limit.code))
  const problems: Problem[] = []
  const expect = (known: Set<string>, code: string, what: string, path: string) => {
    if (!known.has(code)) problems.push(problem('unknown-code', say('products.the-sheet-has-no', { what, code }), path))
  }
  sheet.seatTypes.forEach((type, at) => {
    for (const [area, cap] of Object.entries(type.caps)) {
      const path = `/seatTypes/${at}/caps/${area}`
      expect(areas, area, 'area', path)
      if (!isLevel(cap))
        problems.push(problem('unknown-level', say('products.is-no-level', { cap: String(cap) }), path))
    }
  })
  sheet.plans.forEach((plan, at) => {
    for (const area of plan.areas) expect(areas, area, 'area', `/plans/${at}/areas`)
    for (const type of plan.seatTypes) expect(types, type, say('products.seat-type'), `/plans/${at}/seatTypes`)
  })
  sheet.limits.forEach((limit, at) => {
    if (limit.wider) expect(limits, limit.wider, 'limit', `/limits/${at}/wider`)
  })
  sheet.charging.allowances?.forEach((allowance, at) => {
    const path = `/charging/allowances/${at}/perSeatType`
    if (allowance.perSeatType) expect(types, allowance.perSeatType, say('products.seat-type'), path)
  })
  sheet.roles?.forEach((role, at) => {
    for (const [area, level] of Object.entries(role.areas)) {
      expect(areas, area, 'area', `/roles/${at}/areas/${area}`)
      if (!isLevel(level))
        problems.push(
          problem(
            'unknown-level',
            say('products.is-no-level-2', { level: String(level) }),
            `/roles/${at}/areas/${area}`,
          ),
        )
    }
  })
  sheet.comesAlong.forEach((rule, at) =>
    expect(types, rule.seatType, say('products.seat-type'), `/comesAlong/${at}/seatType`),
  )
  return problems
}
