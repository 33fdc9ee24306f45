import { ArrayMaxSize, Equals, IsArray, IsInt, Min } from 'class-validator'
import type { GrantRow, Id, RowEdit } from '../../account/rows.ts'
import { netEdits, rowOf, sameRow } from '../../account/edits.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { followKnown } from '../leaving/hand-steps.ts'
import { mayPutBack } from './undo-rows.ts'
import { putBack } from './put-back.ts'
import { checkSeatsBack } from '../rules/seat-rules.ts'
import { WORDS } from './row-words.ts'
import type { Draft } from '../engine/draft.ts'
import type { Need } from '../engine/needs.ts'
import type { Change } from '../kinds.ts'
import { idFrom, RowId, type MadeId, type ByServer } from '../engine/shapes.ts'
import { say } from '../../words/say.ts'

export class Undo {
  @Equals('undo') type!: 'undo'
  /** The version whose docket is undone. */
  @IsInt() @Min(1) version!: number
  /** What it altered, as the ledger has it; put in by the server, never by anyone who asks. */
  @IsArray() @ArrayMaxSize(20_000) edits!: ByServer<RowEdit[]>
  /** The changes it was made of, as the ledger has them; put in by the server likewise. */
  @IsArray() @ArrayMaxSize(2_000) changes!: ByServer<{ type: string }[]>
  /** From which the ids of rows made are counted on. */
  @RowId() seedId!: MadeId
}

/**
 * Puts back, from now on, what a docket altered, by the undoer's own rights, while every row is as that docket left it
 * (model C4). What has taken effect meanwhile stays as it was: a key that was taken is given again from now.
 */
export const undo: ChangeKind<Undo> = {
  type: 'undo',
  confirm: 'confirm.undo',
  category: 'planned',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'never',
  // What it needs, the changes that are undone say.
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: Undo,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, change) {
    const edits = withoutFollowing(netEdits(change.edits.map(inPresentLayout)))
    const changes = change.changes.every(({ type }) => draft.nested.knows(type)) ? (change.changes as Change[]) : []
    if (changes.length === 0) return draft.refuse('cannot-undo', unknown())
    const held = changes.flatMap((one) => heldBy(draft, one))
    if (edits.length === 0) return draft.refuse('nothing-to-undo', say('undo.there-is-nothing-to-undo-in-that-docket'))
    for (const edit of edits) {
      if (sameRow(draft.account.get(edit.table, edit.key) ?? null, edit.after)) continue
      return draft.refuse(
        'moved-on',
        say('undo.what-that-docket-altered-was-changed-again', { words: say(WORDS[edit.table]) }),
      )
    }
    if (!mayUndo(draft, held, edits) || !edits.every((edit) => mayPutBack(draft, edit))) return
    // Rows that others name are put back first and taken away last.
    // What was made goes last, and of it first what was made last: a place before the one around it.
    const made = edits.filter((edit) => edit.before === null).reverse()
    const ordered = [...edits.filter((edit) => edit.before !== null), ...made]
    ordered.forEach((edit, at) => putBack(draft, edit, idFrom(change.seedId, at)))
    // Rows that had gone are there again: what was done to them is judged as it was then.
    if (draft.problems.length === 0) draft.needAll(held.flatMap((one) => rightsThen(draft, one)))
    if (draft.problems.length === 0) checkSeatsBack(draft, edits, say('undo.give-a-seat-back'))
    followKnown(
      draft,
      edits.flatMap((edit) => (edit.table === 'known' ? [rowOf(edit)] : [])),
    )
  },
  sentence: (change, _sight, tense) => say('undo.undid-what-was-done-in-entry', { tense, version: change.version }),
  record: ({ edits: _edits, changes: _changes, ...rest }) => rest,
}

const unknown = () => say('undo.it-is-no-longer-known-what-this-did')

/** A change, or those that it held, as a plan that was done on its day. */
function heldBy(draft: Draft, change: Change): readonly Change[] {
  const undo = draft.nested.undo(change)
  return typeof undo === 'object' && 'as' in undo
    ? undo.as(draft.account, change).flatMap((one) => heldBy(draft, one))
    : [change]
}

/** Whether what was done can be undone at all, and by the actor where that needs a right of its own. */
function mayUndo(draft: Draft, changes: readonly Change[], edits: readonly RowEdit[]): boolean {
  for (const change of changes) {
    const undo = draft.nested.undo(change)
    if (undo === 'by-its-right') continue
    if ('never' in undo) draft.refuse('cannot-undo', say(undo.never))
    if ('needs' in undo) draft.needAll(undo.needs(draft, change, edits))
    if (draft.problems.length > 0) return false
  }
  return true
}

/** The rights that doing it needed, of what is undone by them. */
function rightsThen(draft: Draft, change: Change): readonly Need[] {
  return draft.nested.undo(change) === 'by-its-right' ? draft.nested.needs(draft, change) : []
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
