import { Equals, IsOptional, IsRFC3339 } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { readInstant } from '../../time/instants.ts'
import { productName } from './connections.ts'

export class NoteConnection {
  @Equals('note-connection') type!: 'note-connection'
  @RowId() connectionId!: Id
  /** Why the product has not been read for an hour or longer, in words that name nobody; null: it answers again. */
  @IsOptional() @Line(300) trouble?: string | null
  /** Since when, RFC 3339. */
  @IsOptional() @IsRFC3339() since?: string | null
}

/** A product could not be read for an hour, or was read again: noted by time itself, so that the Desk says it (model B1). */
export const noteConnection: ChangeKind<NoteConnection> = {
  type: 'note-connection',
  confirm: 'confirm.apply',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'products.it-says-what-a-product-answered-and-stays' },
  preview: 'plain',
  shape: NoteConnection,
  fill: (change) => change,
  decide(draft, { connectionId, trouble = null, since = null }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('products.only-what-a-product-answers-is-noted-so'))
    const row = draft.account.get('connection', connectionId)
    if (!row?.on || (row.trouble === null) === (trouble === null)) {
      return draft.refuse('not-found', say('products.this-is-noted-already-or-the-connection-is'))
    }
    const troubleSince = trouble === null ? null : since === null ? draft.now : readInstant(since)
    draft.update('connection', connectionId, { trouble, troubleSince })
  },
  sentence({ connectionId, trouble }, sight) {
    const name = productName(sight.named.get('connection', connectionId)?.product ?? '', sight)
    return trouble
      ? say('products.noted-that-could-not-be-read-for-an', { name })
      : say('products.noted-that-was-read-again', { name })
  },
  record: (change) => change,
}
