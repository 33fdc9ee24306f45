import type { Id } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { productAt } from '../../products/catalogue.ts'
import { keepersOf, knownOf, wayOf } from '../../products/keeping.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import type { Check, Scene, Warning } from '../engine/warning.ts'
import { say } from '../../words/say.ts'

/** Accounts that nothing here can close: each product with who is asked to (model B2). */
export const closedByHand: Check = (scene) =>
  [...ended(scene)].map((key): Warning => {
    const [personId = '', code = ''] = key.split(' ')
    const { after, sight, now } = scene
    const name = productAt(after, code, now)?.sheet.name ?? code
    const who = sight.personName(personId)
    if (wayOf(after, code) === 'unsaid') {
      const sentence = say('docket.nobody-looks-after-yet-check-yourself-whether', { name, who })
      return { code: 'not-closed-here', sentence }
    }
    const keepers = keepersOf(after, code, now).map((id) => sight.personName(id))
    const asked = say('docket.are-asked-to-close-the-account', {
      list: keepers.slice(0, 2).join(say('docket.or')),
      count: keepers.length,
    })
    return { code: 'not-closed-here', sentence: say('docket.has-no-connection-of', { name, asked, who }) }
  })

/** Whose last seat in a product by hand ends in the docket, now or on a day; `person product`. */
function ended({ before, after, edits, now }: Scene): Set<string> {
  const people = new Set<Id>()
  for (const edit of edits) {
    if (edit.table === 'holding' && edit.before) people.add((edit.before as HoldingRow).personId)
    if (edit.table === 'person' && edit.before) people.add(edit.key)
    if (edit.table === 'departure' && edit.after) people.add((edit.after as { personId: Id }).personId)
  }
  const found = new Set<string>()
  for (const personId of people) {
    const ends = (account: typeof before, product: string) =>
      Math.max(
        -Infinity,
        ...account
          .by('holding', 'person', personId)
          .filter((one) => one.product === product)
          .map((one) => holdingUntil(account, one) ?? Infinity),
      )
    for (const { product } of before.by('holding', 'person', personId)) {
      const way = wayOf(after, product)
      if (way !== 'hand' && way !== 'unsaid') continue
      const was = Math.max(
        ends(before, product),
        knownOf(before, product, personId).state === 'open' ? Infinity : -Infinity,
      )
      if (was > now && ends(after, product) < ends(before, product)) found.add(`${personId} ${product}`)
    }
  }
  return found
}
