import type { Account } from '../../account/account.ts'
import type { Id, RowEdit } from '../../account/rows.ts'
import type { Sight } from '../../access/sight.ts'
import type { Draft } from './draft.ts'
import type { Instant } from '../../time/instants.ts'
import type { Change } from '../kinds.ts'
import type { Need, Needs } from './needs.ts'
import type { Nested } from './nested.ts'
import type { Scene, Warning } from './warning.ts'
import type { PlainMessageId } from '../../words/catalogue.ts'
import type { Tense } from '../../words/say.ts'

/** Answers for the ids of rows to be made (model C1). */
export interface Ids {
  issue(): Id
  /** Whether an id that came with a change was issued for it. */
  isIssued(id: Id): boolean
}

/** The id of a row to be made: a new one where none is given. @throws ForeignId where the given one was not issued. */
export type NewId = (given?: Id | null) => Id

/** An id that was not issued to the sender: tokens are derived from row ids, so a sender must not choose them. */
export class ForeignId extends Error {}

/** For callers that make ids themselves: given ids are taken as they are. For requests from outside use {@link Ids}. */
export function newIdBy(ids: Ids | (() => Id)): NewId {
  return (given) => {
    if (given == null) return typeof ids === 'function' ? ids() : ids.issue()
    if (typeof ids === 'function' || ids.isIssued(given)) return given
    throw new ForeignId()
  }
}

/** What a change is about: by it the ledger is filtered, and it has its heading there. */
export type ChangeCategory =
  'access' | 'people' | 'leaving' | 'away' | 'places' | 'roles' | 'seats' | 'settings' | 'planned'

/**
 * What a kind does to what people have. It *shuts doors*: shows someone out, now or on a day, which waits for nothing
 * (model X4). It *ends* or lowers something, for which nobody needs to have it themselves (model D1, Z4). It *sets away*:
 * ends for a while, and gives a substitute something meanwhile. Or it does something *other*.
 */
export type ChangeEffect = 'shuts-doors' | 'ends' | 'sets-away' | 'other'

/**
 * How it waits for a day: by the *from* or the *on* of its own, in a *docket* that is planned as a whole, or *never*
 * (model Z4).
 */
export type ChangeDay = 'from' | 'on' | 'docket' | 'never'

/** What a preview shows of a kind besides its edits and what they move (model S8). */
export interface ChangePreview<C> {
  /** What of it comes about only later, shown as if it had. */
  later?: Later<C>
  /** What nobody can call back once it is applied. */
  lasting?(change: C, scene: Scene): Warning[]
}

/** An invitation as it would be taken up now, something on its day, or a whole docket as of its day. */
export type Later<C> =
  | { kind: 'taken-up'; take(account: Account, change: C, now: Instant): Draft | undefined }
  | { kind: 'on-its-day'; edits(nested: Nested, account: Account, change: C, now: Instant): RowEdit[] }
  | { kind: 'as-of'; at(account: Account, change: C): Instant; changes(change: C): readonly Change[] }

/** How a kind is undone, of which the edits it made are known. */
export type Undoing<C> =
  | 'by-its-right'
  | { needs(draft: Draft, change: C, edits: readonly RowEdit[]): readonly Need[] }
  | { as(account: Account, change: C): readonly Change[] }
  | { never: PlainMessageId }

/**
 * One kind of change: its shape, what it does, how it reads, and every fact about it that anything else goes by (model
 * C1). One file per kind or a few that belong together; nothing outside the kind knows its fields. Whatever is missing
 * here does not compile: no list elsewhere names kinds.
 */
export interface ChangeKind<C extends { type: string } = { type: string }> {
  type: C['type']
  /** What the button says that applies it alone: *End access now* (model S8); how much it is, the preview adds. */
  confirm: PlainMessageId | ((change: C) => PlainMessageId)
  category: ChangeCategory
  effect: ChangeEffect
  /** Whether the actor needs what it moves themselves, or only the right that its `decide` names (model D1). */
  judgedBy: 'entitlement' | 'right'
  /**
   * Who does it: a person who is *active*; also a *newcomer*, who decides about their own invitation or address (model
   * D1); or a *machine*, never a person: time itself, or a product that answers.
   */
  actor: 'active' | 'newcomer' | 'machine'
  day: ChangeDay
  needs: Needs<C>
  /**
   * How it is undone (model C4): *by its right*, as of then; by another right, as of now; as the changes it held; or
   * never, with the sentence why not and what to do instead.
   */
  undo: Undoing<C>
  /** *Plain* where the preview shows nothing of it but what its edits move. */
  preview: 'plain' | ChangePreview<C>
  /** The class whose decorators say what is well-formed. */
  shape: new () => C
  /** Gives ids to the rows it makes where they are missing, and has those that are there looked at (model C1). */
  fill(change: C, newId: NewId, nested: Nested): C
  /** Collects the row edits in the draft, or refuses in plain words. */
  decide(draft: Draft, change: C): void
  /** The change as a sentence without its subject: `made the place Helipad roof in Pellworth Main`, or `make …`. */
  sentence(change: C, sight: Sight, tense: Tense, nested: Nested): string
  /** The change as the ledger keeps it: personal values become their field's name (model C6). */
  record(change: C): object
}
