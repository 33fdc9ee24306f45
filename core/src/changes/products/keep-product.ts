import { LeftOut, type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Code, Line } from '../../checks/shape.ts'
import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { productAt } from '../../products/catalogue.ts'
import { refuseProduct } from './keeping.ts'
import { say } from '../../words/say.ts'
import { keepingOf } from '../../account/kept.ts'
import { must } from '../../checks/must.ts'
import { settleTasks } from '../leaving/hand-steps.ts'
import { productName } from './connections.ts'
import type { ProductSheet } from '../../account/sheet-shape.ts'
import type { Draft } from '../engine/draft.ts'

// Products whose accounts nothing here opens or closes: who looks after them.

export class KeptWord {
  @RowId() id!: Id
  @Line(120) word!: string
}

export class KeepProduct {
  @Equals('keep-product') type!: 'keep-product'
  @RowId() keepingId!: MadeId
  @Code() product!: string
  /** `hand`: tasks say what to do there; `none`: it has no accounts. */
  @IsIn(['hand', 'none']) way!: 'hand' | 'none'
  /** Left out: the owners. */
  @IsOptional() @IsIn(['person', 'group']) keeperKind?: 'person' | 'group' | null
  @IsOptional() @RowId() keeperId?: Id | null
  /** The client whose own product it is; null: ours; left out, as it was. */
  @IsOptional() @RowId() placeId?: Id | null
  /** What the product calls roles and places of ours; left out, as it was. */
  @LeftOut() @IsArray() @ArrayMaxSize(2000) @ValidateNested({ each: true }) @Type(() => KeptWord) words?: KeptWord[]
}

/** Says how a product's accounts are kept and who looks after them (model B1). */
export const keepProduct: ChangeKind<KeepProduct> = {
  type: 'keep-product',
  confirm: 'confirm.keep-product',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('connections', 'run', 'products.say-who-looks-after-a-product'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: KeepProduct,
  fill: (change, newId) => ({ ...change, keepingId: newId(change.keepingId) }),
  decide(draft, change) {
    const { product, way, keeperKind = null, keeperId = null, keepingId } = change
    if (!productAt(draft.account, product, draft.now)) return refuseProduct(draft)
    if (keeperKind !== null && !isKeeper(draft, keeperKind, keeperId)) {
      return draft.refuse('not-found', say('products.choose-a-person-or-a-group-of-this'), '/keeperId')
    }
    const before = keepingOf(draft.account, product)
    const placeId = change.placeId === undefined ? (before?.placeId ?? null) : change.placeId
    if (change.placeId && !draft.seen('place', change.placeId, 'client')) return
    if (placeId !== null && isCharged(must(productAt(draft.account, product, draft.now), 'productAt').sheet)) {
      const sentence = say('products.a-clients-own-product-costs-nothing-here-take')
      return draft.refuse('charged', sentence, '/placeId')
    }
    const words = change.words ? Object.fromEntries(change.words.map(({ id, word }) => [id, word])) : before?.words
    const since = before?.way === way ? before.since : draft.now
    const row = { product, way, keeperKind, keeperId: keeperKind && keeperId, placeId, since, words: words ?? {} }
    if (before) draft.update('keeping', before.id, row)
    else draft.insert('keeping', { id: keepingId, ...row })
    if (way === 'none') settleTasks(draft, product, { state: 'done', note: noAccounts(), doneAt: draft.now })
  },
  sentence({ product, way, keeperKind, keeperId, placeId }, sight, tense) {
    const name = productName(product, sight)
    if (way === 'none') return say('products.noted-that-has-no-accounts', { tense, name })
    const keeper =
      keeperKind === 'person' && keeperId
        ? sight.personName(keeperId)
        : keeperKind === 'group' && keeperId
          ? (sight.named.get('group', keeperId)?.name ?? say('products.a-group'))
          : say('products.the-owners')
    const whose = placeId ? say('products.s-own-product', { place: sight.placeName(placeId) }) : ''
    return say('products.had-look-after-the-accounts-in-by-hand', { tense, keeper, name, whose })
  },
  record: (change) => change,
}

function isCharged({ seatTypes, charging }: ProductSheet): boolean {
  const { bands = [], perPlace = [], allowances = [] } = charging
  return seatTypes.some(({ priceMinor }) => priceMinor > 0) || bands.length + perPlace.length + allowances.length > 0
}

const noAccounts = () => say('products.the-product-was-said-to-have-no-accounts')

function isKeeper(draft: Draft, kind: 'person' | 'group', id: Id | null): boolean {
  if (kind === 'group') return draft.account.get('group', id) !== undefined
  const person = draft.account.get('person', id)
  return (
    person !== undefined && draft.sight.seesPerson(person.id) && person.state !== 'left' && person.state !== 'erased'
  )
}
