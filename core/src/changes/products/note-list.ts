import { ArrayMaxSize, Equals, IsArray, IsInt, Max, Min, ValidateNested } from 'class-validator'
import { LeftOut, type MadeId, RowId } from '../engine/shapes.ts'
import { Code, Line } from '../../checks/shape.ts'
import { NeededWhen } from '../../checks/dates.ts'
import { Type } from 'class-transformer'
import { asOfList } from './member-lists.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { keeperOf } from './keeping.ts'
import { say } from '../../words/say.ts'
import { productName } from './connections.ts'

export class ListColumn {
  @Line(40) field!: string
  @Line(200) heading!: string
}

export class NoteList {
  @Equals('note-list') type!: 'note-list'
  @RowId() listId!: MadeId
  @Code() product!: string
  @NeededWhen() asOf!: string
  @Line(64) hash!: string
  @IsInt() @Min(0) @Max(2_000_000) count!: number
  /** Which heading says what, for the next list of this product. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => ListColumn)
  columns?: ListColumn[]
}

/** A member list was compared and applied: with its hash, so that the ledger vouches for what was read (model B1). */
export const noteList: ChangeKind<NoteList> = {
  type: 'note-list',
  confirm: 'confirm.note-list',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: keeperOf,
  undo: 'by-its-right',
  preview: 'plain',
  shape: NoteList,
  fill: (change, newId) => ({ ...change, listId: newId(change.listId) }),
  decide(draft, { listId, product, asOf, hash, count, columns }) {
    const at = asOfList(draft, asOf)
    draft.insert('memberList', {
      id: listId,
      product,
      asOf: at,
      appliedAt: draft.now,
      byId: draft.actorId,
      hash,
      count,
      columns: Object.fromEntries((columns ?? []).map(({ field, heading }) => [field, heading])),
    })
  },
  sentence: ({ product, count }, sight, tense) =>
    say('products.applied-a-member-list-of-with-1-row', { tense, productName: productName(product, sight), count }),
  record: (change) => change,
}
