import { ArrayMaxSize, Equals, IsArray, IsInt, Min } from 'class-validator'
import type { GrantRow, Id, KnownRow, RowEdit } from '../../account/rows.ts'
import { sameRow, netEdits } from '../../account/edits.ts'
import type { ChangeKind } from './kind.ts'
import { followKnown } from '../leaving/hand-steps.ts'
import { mayPutBack } from './undo-rights.ts'
import { putBack } from './put-back.ts'
import { WORDS } from './undo-words.ts'
import { idFrom, RowId } from './shapes.ts'

export class Undo {
  @Equals('undo') type!: 'undo'
  /** The version whose docket is undone. */
  @IsInt() @Min(1) version!: number
  /** What it altered, as the ledger has it; put in by the server, never by anyone who asks. */
  @IsArray() @ArrayMaxSize(20_000) edits!: RowEdit[]
  /** From which the ids of rows made are counted on. */
  @RowId() seedId!: Id
}

/**
 * Puts back, from now on, what a docket altered, by the undoer's own rights, while every row is as that docket left it
 * (model C4). What has taken effect meanwhile stays as it was: a key that was taken is given again from now.
 */
export const undo: ChangeKind<Undo> = {
  type: 'undo',
  category: 'planned',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'never',
  preview: 'plain',
  shape: Undo,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, change) {
    const edits = withoutFollowing(netEdits(change.edits.map(inPresentLayout)))
    if (edits.length === 0) return draft.refuse('nothing-to-undo', 'There is nothing to undo in that docket.')
    for (const edit of edits) {
      if (sameRow(draft.account.get(edit.table, edit.key) ?? null, edit.after)) continue
      return draft.refuse(
        'moved-on',
        `What that docket altered (${WORDS[edit.table]}) was changed again since then. Undo the later change first.`,
      )
    }
    if (!edits.every((edit) => mayPutBack(draft, edit))) return
    // Rows that others name are put back first and taken away last.
    // What was made goes last, and of it first what was made last: a place before the one around it.
    const made = edits.filter((edit) => edit.before === null).reverse()
    const ordered = [...edits.filter((edit) => edit.before !== null), ...made]
    ordered.forEach((edit, at) => putBack(draft, edit, idFrom(change.seedId, at)))
    followKnown(
      draft,
      edits.flatMap((edit) => (edit.table === 'known' ? [(edit.after ?? edit.before) as KnownRow] : [])),
    )
  },
  sentence: (change, _sight, verb) => `${verb('undid', 'undo')} what was done in entry ${change.version}`,
  record: ({ edits: _edits, ...rest }) => rest,
}

/** Rows of entries made before a field was there, as they are kept now. */
function inPresentLayout(edit: RowEdit): RowEdit {
  const present = (row: object | null): object | null => {
    if (row === null) return null
    if (edit.table === 'offer') return { revision: 0, ...row }
    if (edit.table === 'place') return { approvers: null, ...row }
    if (edit.table === 'link') return { employerId: null, ...row }
    if (edit.table === 'group') return { leads: false, ...row }
    if (edit.table !== 'grant') return row
    const { approverIds: personIds, ...rest } = row as Partial<GrantRow> & { approverIds?: Id[] | null }
    const named = personIds?.length ? { kind: 'named' as const, personIds } : null
    return { ...rest, approvers: rest.approvers ?? named, madeRoleId: rest.madeRoleId ?? null }
  }
  return { ...edit, before: present(edit.before), after: present(edit.after) } as RowEdit
}

/** What followed from what is known of accounts follows it again once that is put back. */
function withoutFollowing(edits: RowEdit[]): RowEdit[] {
  if (!edits.some(({ table }) => table === 'known')) return edits
  return edits.filter(({ table }) => table !== 'step' && table !== 'departure')
}
