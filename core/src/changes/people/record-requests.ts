import { type MadeId, RowId } from '../engine/shapes.ts'
import { Code, Line } from '../../checks/shape.ts'
import { IsOptional } from 'class-validator'
import { Email } from '../../checks/email.ts'
import { say } from '../../words/say.ts'
import type { Draft } from '../engine/draft.ts'
import type { Id } from '../../account/rows.ts'

// People in a product whom the person who looks after it may not record: the office is asked to (model B3).

export class AskedRecord {
  @RowId() requestId!: MadeId
  @Line(120) name!: string
  @IsOptional() @Email() email?: string | null
  /** Left out: no seat. */
  @IsOptional() @Code() seatType?: string | null
  @IsOptional() @Line(120, 0) firm?: string | null
}

export const countText = (count: number) => say('people.people', { count })

/** A request and what is personal about it. */
export function forgetRequest(draft: Draft, id: Id): void {
  for (const { field } of draft.account.personalOf(id)) draft.set(id, field, null)
  draft.remove('recordRequest', id)
}
