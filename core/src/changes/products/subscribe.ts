import { Equals, IsBoolean, IsOptional } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Code } from '../../checks/shape.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { productAt, subscriptionAt } from '../../products/catalogue.ts'
import { say } from '../../words/say.ts'
import { productWords } from './products.ts'
import { periodText } from '../access/grants.ts'

export class Subscribe {
  @Equals('subscribe') type!: 'subscribe'
  @RowId() subscriptionId!: MadeId
  @Code() product!: string
  @IsBoolean() on!: boolean
  /** The plan; left out, none, which enables all. */
  @IsOptional() @Code() plan?: string | null
  @When() from?: string | null
}

/** Switches a product on or off, or to another plan, from a day on (model S11). */
export const subscribe: ChangeKind<Subscribe> = {
  type: 'subscribe',
  confirm: 'confirm.subscribe',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('billing', 'run', 'products.choose-a-plan-or-switch-a-product-off'),
  undo: 'by-its-right',
  preview: 'plain',
  shape: Subscribe,
  fill: (change, newId) => ({ ...change, subscriptionId: newId(change.subscriptionId) }),
  decide(draft, change) {
    const found = productAt(draft.account, change.product, draft.now)
    if (!found) return draft.refuse('not-found', say('products.there-is-no-such-product-here-import-its'))
    const plan = change.plan ?? null
    if (plan !== null && !found.sheet.plans.some((one) => one.code === plan)) {
      return draft.refuse('no-such-plan', say('products.has-no-plan', { sheet: found.sheet.name, plan }), '/plan')
    }
    const { from } = draft.period(change.from, null)
    const current = subscriptionAt(draft.account, found.row.id, from)
    if (current?.on === change.on && current.plan === plan) {
      return draft.refuse('so-already', say('products.is-already-set-this-way', { sheet: found.sheet.name }))
    }
    if (draft.problems.length > 0) return
    draft.insert('subscription', { id: change.subscriptionId, productId: found.row.id, from, on: change.on, plan })
  },
  sentence(change, sight, tense) {
    const { name, plan } = productWords(change, sight)
    const when = periodText(change.from, null, sight)
    if (!change.on) return say('products.switched-off', { tense, name, when })
    if (!plan) return say('products.switched-on', { tense, name, when })
    return say('products.put-on-the-plan', { tense, name, plan, when })
  },
  record: (change) => change,
}
