import type { Account } from '../../account/account.ts'
import type { GrantRow, Id, RoleRow } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { entryOf } from '../../access/roles.ts'
import { groupsOf } from '../../people/groups.ts'
import { areasAt, enablesType, isOwnArea, productAt, type Product } from '../../products/catalogue.ts'
import type { SheetSeatType } from '../../account/sheet-shape.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import { seatWords } from '../../seats/seat-words.ts'
import type { Instant } from '../../time/instants.ts'
import { withoutSeat, withSeat } from './mends.ts'
import type { Check, Scene, Warning } from '../engine/warning.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

// The two silent traps (model S13): a key that no seat reaches, and a paid seat that no key leads to. Nothing moves then,
// and nothing would be said of it.

/** Which areas of which products a role opens at all; our own need no seat. */
function opens(account: Account, role: RoleRow, now: Instant): Map<string, string[]> {
  const found = new Map<string, string[]>()
  for (const area of areasAt(account, now)) {
    const entry = isOwnArea(area.key) ? undefined : entryOf(account, role, area)
    if (!entry || entry.level === 'none') continue
    found.set(area.product, [...(found.get(area.product) ?? []), area.area.code])
  }
  return found
}

/** What of one table a docket makes anew. */
function made<R extends GrantRow | HoldingRow>({ edits }: Scene, table: 'grant' | 'holding'): R[] {
  return edits.flatMap((edit) => (edit.table === table && edit.before === null && edit.after ? [edit.after as R] : []))
}

/** A key given to someone who holds no seat of a product its role opens. */
export const opensNothing: Check = (scene) => {
  const { after, sight, now } = scene
  return made<GrantRow>(scene, 'grant').flatMap((grant): Warning[] => {
    const role = after.get('role', grant.roleId)
    if (!role || grant.subjectKind !== 'person' || !after.get('grant', grant.id)) return []
    return [...opens(after, role, now)].flatMap(([code, areas]): Warning[] => {
      const product = productAt(after, code, now)
      if (!product?.on || holdsFrom(after, grant.subjectId, code, grant.from)) return []
      const who = sight.personName(grant.subjectId)
      const best = fittingType(product, areas)
      const enough = best
        ? say('docket.would-be-enough', {
            best: best.name,
            price: seatWords(after, product.sheet, best, now, sight.money).price,
          })
        : ''
      const sentence = say('docket.gives-no-access-in-because-they-have-no', {
        role: role.name,
        who,
        sheet: product.sheet.name,
        enough,
      })
      const mayGive = best && sight.canSomewhere('seats', 'add')
      const seat = best && { product: code, seatType: best.code }
      return [
        {
          code: 'no-seat',
          sentence,
          ...(mayGive && { mend: withSeat(scene.changes, grant.subjectId, must(seat, 'seat'), best.name) }),
        },
      ]
    })
  })
}

function holdsFrom(account: Account, personId: Id, product: string, from: Instant): boolean {
  return account.by('holding', 'person', personId).some((holding) => {
    const until = holdingUntil(account, holding)
    return holding.product === product && isOpen(until, from)
  })
}

/** The seat type that would do, one without a charge first. */
function fittingType(product: Product, areas: readonly string[]): SheetSeatType | undefined {
  const { sheet } = product
  const fitting = sheet.seatTypes.filter((type) => {
    return enablesType(product, type.code) && areas.some((code) => (type.caps[code] ?? type.capElsewhere) !== 'none')
  })
  return fitting.find((type) => type.priceMinor === 0 && !type.inBand) ?? fitting[0]
}

/** A seat that is paid, given to someone whom no key leads into its product. */
export const paysForNothing: Check = (scene) => {
  const { after, sight, now } = scene
  return made<HoldingRow>(scene, 'holding').flatMap((holding): Warning[] => {
    const product = productAt(after, holding.product, now)
    const type = product?.sheet.seatTypes.find(({ code }) => code === holding.seatType)
    const isPaid = type && !holding.own && (type.priceMinor > 0 || type.inBand === true)
    if (!isPaid || !after.get('holding', holding.id) || hasKey(after, holding.personId, holding.product, now)) return []
    const name = sight.personName(holding.personId)
    const sentence = say('docket.the-seat-in-costs-money-but-gives-no', {
      type: type.name,
      sheet: must(product, 'product').sheet.name,
      name,
    })
    const mend = withoutSeat(scene.changes, holding.id, holding.personId, type.name)
    return [{ code: 'no-key', sentence, ...(mend && { mend }) }]
  })
}

function hasKey(account: Account, personId: Id, product: string, now: Instant): boolean {
  const person = account.get('person', personId)
  if (!person || person.standing === 'owner' || person.standing === 'administrator') return true
  const subjects = [`person ${personId}`, `standing ${person.standing}`]
  for (const groupId of groupsOf(account, person)) subjects.push(`group ${groupId}`)
  return subjects.some((subject) =>
    account.by('grant', 'subject', subject).some((grant) => {
      const role = isOpen(grant.until, now) ? account.get('role', grant.roleId) : undefined
      return role !== undefined && opens(account, role, now).has(product)
    }),
  )
}
