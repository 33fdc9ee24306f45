import { ArrayMaxSize, ArrayMinSize, Equals, IsArray, IsIn, ValidateNested } from 'class-validator'
import { Code } from '../../checks/shape.ts'
import type { PersonKind } from '../../account/rows.ts'
import { Type } from 'class-transformer'
import { AskedRecord, countText } from './record-requests.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { keeperOf } from '../products/keeping.ts'
import { eachOf } from '../engine/shapes.ts'
import { emailKey } from '../../people/email.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import { say } from '../../words/say.ts'
import { productName } from '../products/connections.ts'

export class AskToRecord {
  @Equals('ask-to-record') type!: 'ask-to-record'
  @Code() product!: string
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => AskedRecord)
  rows!: AskedRecord[]
}

/** Asks the office to record people who are in a product (model B3). Someone who is asked about already is left out. */
export const askToRecord: ChangeKind<AskToRecord> = {
  type: 'ask-to-record',
  confirm: 'confirm.ask-to-record',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: keeperOf,
  undo: 'by-its-right',
  preview: 'plain',
  shape: AskToRecord,
  fill: (change, newId) => ({
    ...change,
    rows: eachOf(change.rows, (one) => ({ ...one, requestId: newId(one?.requestId) })),
  }),
  decide(draft, { product, kind, rows }) {
    const { actorId } = draft
    if (actorId === null) return
    const asked = new Set(
      draft.account
        .by('recordRequest', 'product', product)
        .map(({ id }) => draft.account.personal(id, 'accountAddress') ?? draft.account.personal(id, 'accountName')),
    )
    for (const { requestId: id, name, email, seatType = null, firm } of rows) {
      const address = email ? emailKey(email) : null
      if (asked.has(address ?? name)) continue
      if (seatType !== null && !seatTypeAt(draft.account, product, seatType, draft.now)) {
        return draft.refuse('not-found', say('people.this-product-has-no-such-seat-type'), '/seatType')
      }
      const row = { id, product, askedById: actorId, askedAt: draft.now, kind, seatType, firm: firm?.trim() ?? '' }
      draft.insert('recordRequest', row)
      draft.set(id, 'accountName', name.trim())
      if (address) draft.set(id, 'accountAddress', address)
    }
  },
  sentence: ({ product, rows }, sight, tense) =>
    say('people.asked-the-office-to-record-from', {
      tense,
      count: countText(rows.length),
      productName: productName(product, sight),
    }),
  record: ({ rows, ...rest }) => ({
    ...rest,
    rows: rows.map(({ name: _name, email: _email, ...row }) => ({
      ...row,
      personal: ['accountName', 'accountAddress'],
    })),
  }),
}
