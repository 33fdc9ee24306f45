import type { Account } from '../../account/account.ts'
import type { Id, PersonalValue, PlannedRow, RowEdit } from '../../account/rows.ts'
import type { Control } from '../../access/controls.ts'
import { judge, type Mark } from '../../access/entitlement.ts'
import { Sight } from '../../access/sight.ts'
import { problem, type Problem } from '../../checks/problem.ts'
import { readShape, type Read } from '../../checks/shape.ts'
import { activeOwners, isPresent } from '../../people/presence.ts'
import type { Instant } from '../../time/instants.ts'
import { bringAlong } from '../rules/along.ts'
import { Draft, type Actor, type Effect } from './draft.ts'
import { ForeignId, newIdBy, type ChangeKind, type Ids, type Later, type NewId, type Undoing } from './kind.ts'
import type { Need } from './needs.ts'
import type { Scene, Warning } from './warning.ts'
import { CHANGE_TYPES, kindNamed, kindOf, type Change } from '../kinds.ts'
import { sameRow } from '../../account/edits.ts'
import type { Nested } from './nested.ts'
import * as planning from './planning.ts'
import { isGraveEdit } from '../rules/grave.ts'
import { checkReserved } from '../rules/reserved.ts'
import type { PlainMessageId } from '../../words/catalogue.ts'
import { say } from '../../words/say.ts'

/** A docket holds at most so many changes (model C2 sets the bound on edits). */
export const MAXIMUM_CHANGES = 500

/** What a list of changes does, or why it cannot be done; never both (model C1). */
export interface Decision {
  problems: Problem[]
  edits: RowEdit[]
  values: PersonalValue[]
  effects: Effect[]
  /** What owners should see of it (model D2). */
  marks: Mark[]
  /** Whether the actor must first prove again who they are. */
  isGrave: boolean
  /** The account as it would be. */
  after: Account
}

/** The shape of a kind of change; undefined where there is no such kind. */
export function shapeOfChange(type: string): (new () => object) | undefined {
  return kindNamed(type)?.shape
}

/**
 * A docket as it was kept, with ids that are good now: those of rows to be made that were given out otherwise (before
 * ids were proven, or under a key that is gone) are changed for new ones wherever they are named.
 */
export function withIssuedIds(kept: readonly unknown[], ids: Ids): unknown[] {
  const anew = new Map<Id, Id>()
  const newId: NewId = (given) => {
    if (given == null) return ids.issue()
    if (!ids.isIssued(given) && !anew.has(given)) anew.set(given, ids.issue())
    return anew.get(given) ?? given
  }
  for (const one of kept) readChangeWith(one, newId)
  let text = JSON.stringify(kept)
  for (const [old, fresh] of anew) text = text.replaceAll(old, fresh)
  return JSON.parse(text) as unknown[]
}

/** Reads one change as sent, giving ids to the rows it makes; those that come with it must be issued ones (model C1). */
export function readChange(plain: unknown, ids: Ids | (() => Id)): Read<Change> {
  return readChangeWith(plain, newIdBy(ids))
}

/** The same within a change that holds others. */
export function readChangeWith(plain: unknown, newId: NewId): Read<Change> {
  const type = (plain as { type?: unknown } | null)?.type
  const kind = typeof type === 'string' ? kindNamed(type) : undefined
  if (!kind) {
    const known = CHANGE_TYPES.join(', ')
    return { problems: [problem('unknown-change', say('engine.a-changes-type-must-be-one-of', { known }), '/type')] }
  }
  try {
    return readShape(kind.shape, kind.fill(plain as Change, newId, NESTED))
  } catch (error) {
    if (!(error instanceof ForeignId)) throw error
    const sentence = say('engine.this-change-names-an-id-that-was-not')
    return { problems: [problem('foreign-id', sentence)] }
  }
}

/** The decision of no changes at all. */
export function nothingDecided(after: Account): Decision {
  return { problems: [], edits: [], values: [], effects: [], marks: [], isGrave: false, after }
}

/** Decides changes one after the other, each on the account as the ones before would leave it (model C1, C2). */
export function decide(account: Account, changes: readonly Change[], actor: Actor, now: Instant): Decision {
  const decision: Decision = nothingDecided(account)
  changes.forEach((change, at) => {
    const kind = kindOf(change)
    const before = decision.after
    const draft = new Draft(before, actor, now, NESTED)
    if (actor.kind === 'person') {
      checkActor(draft, kind.actor, change)
      if (draft.problems.length === 0) checkNewIds(draft, kind, change)
    }
    if (draft.problems.length === 0) kind.decide(draft, change)
    if (draft.problems.length === 0 && actor.kind !== 'founding') bringAlong(draft, draft.edits)
    checkReserved(draft, before)
    if (draft.problems.length === 0 && actor.kind === 'person' && kind.judgedBy === 'entitlement')
      judgeDraft(draft, before)
    const path = changes.length > 1 ? `/changes/${at}` : ''
    decision.problems.push(...draft.problems.map((one) => ({ ...one, path: path + (one.path ?? '') || undefined })))
    decision.edits.push(...draft.edits)
    decision.values.push(...draft.values)
    decision.effects.push(...draft.effects)
    decision.marks.push(...draft.marks)
    decision.isGrave ||= draft.isGrave || draft.edits.some((edit) => isGraveEdit(edit, before, draft.account))
    decision.after = draft.account
  })
  if (changes.length > 1 && changes.some((change) => laterOf(change)?.kind === 'as-of')) {
    const sentence = say('engine.a-change-planned-for-a-day-needs-a')
    decision.problems.push(problem('plan-alone', sentence))
  }
  if (decision.problems.length === 0) checkOwners(account, decision, now)
  return decision
}

/** Whether changes only end or lower what there is, for which no entitlement is needed (model D1, Z4). */
export function endsOnly(changes: readonly Change[]): boolean {
  return changes.every((change) => kindOf(change).effect !== 'other')
}

/** Whether changes only end someone's access: decided on the newest state at once, whatever came between (model C3). */
export function endsAccessOnly(changes: readonly Change[]): boolean {
  // A substitute is given something for the time away.
  return endsOnly(changes) && changes.every((change) => kindOf(change).effect !== 'sets-away')
}

/** Whether changes do nothing but show people out, now or on a day: what must not wait for anything (model X4). */
export function shutsDoorsOnly(changes: readonly Change[]): boolean {
  return changes.every((change) => kindOf(change).effect === 'shuts-doors')
}

/** What of a change comes about only later. */
export function laterOf(change: Change): Later<Change> | undefined {
  const { preview } = kindOf(change)
  return preview === 'plain' ? undefined : preview.later
}

/** What of a change nobody can call back once it is applied. */
export function lastingOf(change: Change, scene: Scene): Warning[] {
  const { preview } = kindOf(change)
  return preview === 'plain' ? [] : (preview.lasting?.(change, scene) ?? [])
}

/** The field in which a change says its day, where it has one of its own (model Z4). */
export function dayFieldOf(change: { type: string }): 'from' | 'on' | undefined {
  const day = kindNamed(change.type)?.day
  return day === 'from' || day === 'on' ? day : undefined
}

/** The rights a change needs before anything else of it is looked at (model D1). */
export function rightsNeeded(draft: Draft, change: Change): readonly Need[] {
  const { needs } = kindOf(change)
  return needs === 'own' ? [] : needs(draft, change)
}

/** What the button says that applies a change alone. */
export function confirmOf(change: Change): PlainMessageId {
  const { confirm } = kindOf(change)
  return typeof confirm === 'string' ? confirm : confirm(change)
}

/** Whether any of the changes ends or lowers something, or gives nothing and has no way back: its button looks otherwise. */
export function endsSomething(changes: readonly Change[]): boolean {
  return changes.some((change) => {
    const { effect, judgedBy, preview, undo } = kindOf(change)
    const isFinal = preview !== 'plain' && preview.lasting !== undefined && typeof undo === 'object' && 'never' in undo
    return effect === 'ends' || effect === 'shuts-doors' || (isFinal && judgedBy === 'right')
  })
}

/** How a kind of change is undone. */
export function undoOf(change: Change): Undoing<Change> {
  return kindOf(change).undo
}

/** *Undo*, shown with what was done: off where it can never be undone, with what to do instead (model C4, D6). */
export function undoControl(changes: readonly { type: string }[]): Control {
  for (const { type } of changes) {
    const undo = kindNamed(type)?.undo
    if (typeof undo === 'object' && 'never' in undo) return { enabled: false, reason: say(undo.never) }
  }
  return { enabled: true }
}

/** Whether a kind is a newcomer's: decided on a page of its own, where who they are was proven (model D1). */
export function isNewcomers(change: Change): boolean {
  return kindOf(change).actor === 'newcomer'
}

/** The actor must be active now, and have the rights it needs (model D1); a newcomer decides about what is their own alone. */
function checkActor(draft: Draft, actor: ChangeKind['actor'], change: Change): void {
  if (actor === 'newcomer') return
  if (actor === 'machine') return draft.refuse('not-yours', say('engine.this-is-done-automatically-nobody-does-it-by'))
  const person = draft.actorPerson
  if (!person || !isPresent(person, draft.now)) {
    return draft.refuse('not-active', say('engine.you-cannot-change-anything-here-while-you-are'))
  }
  draft.needAll(rightsNeeded(draft, change))
}

/**
 * An id that comes with a change for a row to be made is no row's yet, whatever its table: it would be that row which is
 * altered, by someone who once had its id issued (model C1). What programs repeat is told by its id, and done once.
 */
function checkNewIds(draft: Draft, kind: ChangeKind<Change>, change: Change): void {
  let isTaken = false
  kind.fill(
    change,
    (given) => {
      if (given != null) isTaken ||= draft.account.has(given)
      return given ?? ''
    },
    NESTED,
  )
  if (isTaken) draft.refuse('id-taken', say('engine.this-was-already-done-the-id-is-taken'))
}

function judgeDraft(draft: Draft, before: Account): void {
  const actor = draft.judgedAs ?? before.get('person', draft.actorId)
  if (!actor) return
  const sight = draft.judgedAs ? new Sight(before, actor.id, draft.now) : draft.sight
  draft.judged(judge(before, draft.account, draft.edits, actor, sight, draft.now))
}

/** At every instant, now and as planned, the account has an active owner; whatever would leave none is refused (model P5). */
function checkOwners(before: Account, decision: Decision, now: Instant): void {
  if (!decision.edits.some((edit) => edit.table === 'person')) return
  const instants = new Set([now])
  for (const owner of decision.after.by('person', 'standing', 'owner')) {
    for (const instant of [owner.engagementFrom, owner.engagementUntil, owner.awayFrom, owner.awayUntil]) {
      if (instant !== null && instant > now) instants.add(instant)
    }
  }
  for (const instant of instants) {
    if (activeOwners(decision.after, instant).length > 0 || activeOwners(before, instant).length === 0) continue
    decision.problems.push(problem('last-owner', say('engine.this-would-leave-the-account-without-an')))
    return
  }
}

/** What was done, without its subject and with the names the reader may see: `admitted Lise Wetherby` (model D5). */
export function sentenceOf(change: { type: string }, sight: Sight): string {
  const kind = kindNamed(change.type)
  return kind
    ? kind.sentence(change as Change, sight, 'done', NESTED)
    : say('engine.made-a-change-of-the-kind', { type: change.type })
}

/** The same as a thing to do: `Admit Lise Wetherby`. */
export function toDoOf(change: Change, sight: Sight): string {
  const text = kindOf(change).sentence(change, sight, 'to-do', NESTED)
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** A change as the ledger keeps it, without personal values (model C6). */
export function recordOf(change: Change): { type: string } {
  return kindOf(change).record(change) as { type: string }
}

/** Whether a change can wait: it is kept in a row meanwhile, where nothing personal may be (model C6). */
export function mayWait(change: Change): boolean {
  return kindOf(change).day !== 'never' && sameRow(recordOf(change), { ...change })
}

export function sentencesOf(changes: readonly Change[], sight: Sight): string[] {
  return changes.map((change) => toDoOf(change, sight))
}

/** What is here, for changes that hold others. */
export const NESTED: Nested = {
  read: readChange,
  readWith: readChangeWith,
  knows: (type) => kindNamed(type) !== undefined,
  decide,
  needs: rightsNeeded,
  undo: undoOf,
  toDo: toDoOf,
  endsOnly,
  mayWait,
}

/** What a planned docket would do now, or why it cannot (model Z4). */
export function whenDue(account: Account, row: PlannedRow, now: Instant): Decision {
  return planning.whenDue(NESTED, account, row, now)
}

/** The account as what is planned up to an instant would leave it; what could not be done is left out. */
export function withPlanned(account: Account, until: Instant): Account {
  return planning.withPlanned(NESTED, account, until)
}

export type { PlanDocket } from '../docket/plan-docket.ts'
export { Draft, type Actor, type Effect }
export { CHANGE_TYPES, changeTypesByCategory, kindNamed, type Change, type NewChange } from '../kinds.ts'
export type { ChangeCategory, ChangeKind, Ids } from './kind.ts'
