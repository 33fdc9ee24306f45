import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { Account } from '../../account/account.ts'
import type { Id } from '../../account/rows.ts'
import { problem } from '../../checks/problem.ts'
import { Code, Line, readShape, type Read } from '../../checks/shape.ts'
import type { HangKind } from '../../departures/hangs.ts'
import { RELEASED } from '../../departures/pass-on.ts'
import type { Instant } from '../../time/instants.ts'
import { Filler } from './filler.ts'
import { forMany, MANY_ACTS, type ManyAct } from './for-many.ts'
import { dayFieldOf, MAXIMUM_CHANGES, mayWait, type Change, type PlanDocket } from '../engine/decide.ts'
import { LeftOut, RowId, RowIds } from '../engine/shapes.ts'
import { Moment, When } from '../../checks/dates.ts'
import { lookup } from '../../checks/lookup.ts'
import { say } from '../../words/say.ts'

/** Someone's access for someone else, beside what they have or in its place. */
export class CopyAccess {
  @Equals('copy-access') kind!: 'copy-access'
  @RowId() fromId!: Id
  @RowId() toId!: Id
  @IsBoolean() replace!: boolean
}

/** Personal grants whose loss would change nothing, since a group covers them. */
export class TidyAccess {
  @Equals('tidy-access') kind!: 'tidy-access'
  @RowId() personId!: Id
}

/** What someone was given at one place, at another from a day on. */
export class MoveAccess {
  @Equals('move-access') kind!: 'move-access'
  @RowId() personId!: Id
  @RowId() fromPlaceId!: Id
  @RowId() toPlaceId!: Id
  /** The first day at the new place; left out, now. */
  @When() on?: string | null
}

/** Another role for everyone who holds one. */
export class ReplaceRole {
  @Equals('replace-role') kind!: 'replace-role'
  @RowId() roleId!: Id
  @RowId() replacementId!: Id
}

/** Someone, some group or everyone of a standing, as a grant names them (model G1). */
export class GivenSubject {
  @IsIn(['person', 'group', 'standing']) kind!: 'person' | 'group' | 'standing'
  @IsString() @MaxLength(60) id!: string
}

/** One role for many at many places. */
export class GiveMany {
  @Equals('give-many') kind!: 'give-many'
  @IsArray()
  @ArrayMaxSize(MAXIMUM_CHANGES)
  @ValidateNested({ each: true })
  @Type(() => GivenSubject)
  subjects!: GivenSubject[]
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() placeIds!: Id[]
  @RowId() roleId!: Id
  @When() from?: string | null
  @When() until?: string | null
}

/** What many were given by name at many places, or of it one role only. */
export class TakeMany {
  @Equals('take-many') kind!: 'take-many'
  /** Left out: of everyone. */
  @IsOptional() @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() personIds?: Id[] | null
  /** Left out: everywhere. */
  @IsOptional() @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() placeIds?: Id[] | null
  @IsOptional() @RowId() roleId?: Id | null
  /** The first day without it; left out, now. */
  @When() on?: string | null
}

/** People on record, invited to sign in: those of them who have an email address and no invitation yet (model P12). */
export class SignInMany {
  @Equals('sign-in-many') kind!: 'sign-in-many'
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() personIds!: Id[]
}

/** What depends on someone, for someone else to take over, or released: all of it, some kinds, or single things (model X3). */
export class HandOverAll {
  @Equals('hand-over') kind!: 'hand-over'
  @RowId() personId!: Id
  /** Who takes it over; left out: nobody does, and it is released: ended, withdrawn, or left to nobody. */
  @IsOptional() @RowId() toId?: Id | null
  /** Left out: everything that can be passed on. */
  @IsOptional() @IsIn(RELEASED, { each: true }) kinds?: HangKind[] | null
  /** Of those only these. */
  @IsOptional() @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() ids?: Id[] | null
  /** Whether they leave with it. */
  @IsOptional() @IsBoolean() leave?: boolean | null
}

/** Everything a departure took, for someone who is had back (model X6); trimmed in the docket. */
export class ReturnAll {
  @Equals('return') kind!: 'return'
  @RowId() personId!: Id
  @When() until?: string | null
}

/** A client's engagement ends: outsiders with nothing left elsewhere leave, the others lose what they have there (model X8). */
export class ClientEnds {
  @Equals('client-ends') kind!: 'client-ends'
  @RowId() placeId!: Id
  /** The last day; left out, now. */
  @When() on?: string | null
}

/** A firm's engagement ends: all its people who are in leave (model P11, X8). */
export class FirmEnds {
  @Equals('firm-ends') kind!: 'firm-ends'
  @RowId() firmId!: Id
  /** The last day; left out, now. */
  @When() on?: string | null
}

/** What someone away gives and takes access by, for someone else meanwhile (model X1). */
export class CoverFor {
  @Equals('cover') kind!: 'cover'
  @RowId() personId!: Id
  @RowId() substituteId!: Id
  @When() from?: string | null
  @When() until?: string | null
  @IsOptional() @IsBoolean() keepSeats?: boolean | null
  /** Private to the office. */
  @IsOptional() @Line(400, 0) reason?: string | null
}

/** Changes in hand, to happen from a day on as far as they can be dated; without a day they happen at once. */
export class DateDocket {
  @Equals('date-docket') kind!: 'date-docket'
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) changes!: object[]
  @When() on?: string | null
}

/** One act for many people: who cannot be is named, and left out by choice. */
export class ForMany {
  @Equals('for-many') kind!: 'for-many'
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() personIds!: Id[]
  @IsIn(MANY_ACTS) act!: ManyAct
  /** Whether those who cannot be are left out; else they stay, and the docket cannot be applied. */
  @LeftOut() @IsBoolean() leaveOut?: boolean
  /** The role that is given; of keys that are taken or changed: those of this role only. */
  @LeftOut() @RowId() roleId?: Id
  @LeftOut() @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() placeIds?: Id[]
  /** What keys become. */
  @LeftOut() @RowId() toRoleId?: Id
  @LeftOut() @IsArray() @ArrayMaxSize(200) @RowIds() toPlaceIds?: Id[]
  @LeftOut() @Code() product?: string
  @LeftOut() @Code() seatType?: string
  /** Whose access is copied, and whether with seats. */
  @LeftOut() @RowId() fromId?: Id
  @LeftOut() @IsBoolean() withSeats?: boolean
  @IsOptional() @RowId() managerId?: Id | null
  @IsOptional() @RowId() employerId?: Id | null
  @LeftOut() @RowId() groupId?: Id
  /** From which day on; left out, now. */
  @When() on?: string | null
  /** The last day; null: none. */
  @When() until?: string | null
  /** When they leave; left out, now. */
  @Moment() at?: string | null
}

export type Filling =
  | ForMany
  | CopyAccess
  | TidyAccess
  | MoveAccess
  | ReplaceRole
  | GiveMany
  | TakeMany
  | SignInMany
  | HandOverAll
  | DateDocket
  | ReturnAll
  | ClientEnds
  | FirmEnds
  | CoverFor

export const FILLING_SHAPES: Readonly<Record<string, new () => Filling>> = {
  'for-many': ForMany,
  'copy-access': CopyAccess,
  'tidy-access': TidyAccess,
  'move-access': MoveAccess,
  'replace-role': ReplaceRole,
  'give-many': GiveMany,
  'take-many': TakeMany,
  'sign-in-many': SignInMany,
  'hand-over': HandOverAll,
  'date-docket': DateDocket,
  return: ReturnAll,
  'client-ends': ClientEnds,
  'firm-ends': FirmEnds,
  cover: CoverFor,
}

/** What a filling puts into a docket: ordinary changes, each of which the actor may make (model G2). */
export interface Filled {
  changes: Change[]
  /** A fixed phrase if something was left out or stays as it is; it never says what (model D5). */
  rest: string | null
  /** People for whom it cannot be, each with the first reason. */
  left?: { personId: Id; name: string; sentence: string }[]
  /** A group that gives what is copied. */
  group?: { id: Id; name: string }
}

/** The one phrase for what was left out. */
export const restPhrase = () => say('docket.some-of-it-was-left-out-because-you')

const fullPhrase = () =>
  say('docket.a-docket-holds-changes-at-most-so-the', { number: MAXIMUM_CHANGES.toLocaleString('en') })
const noEmailPhrase = () => say('docket.people-without-an-email-address-were-left-out')
/** The one phrase for what no day can be set for. */
export const undatedPhrase = () => say('docket.some-of-these-changes-cannot-wait-for-a')

export function readFilling(plain: object): Read<Filling> {
  const shape = lookup(FILLING_SHAPES, String((plain as { kind?: unknown }).kind))
  if (!shape) {
    return {
      problems: [
        problem(
          'unknown-filling',
          say('docket.kind-must-be-one-of', { list: Object.keys(FILLING_SHAPES).join(', ') }),
          '/kind',
        ),
      ],
    }
  }
  return readShape(shape, plain)
}

/** Copying, tidying, moving, replacing: each only fills a docket with gives and takes the actor may make (model G2). */
export function fillDocket(account: Account, filling: Filling, actorId: Id, now: Instant, makeId: () => Id): Filled {
  if (filling.kind === 'date-docket') return dated(filling, makeId)
  if (filling.kind === 'for-many') {
    const { isFull, ...filled } = forMany(account, filling, actorId, now, makeId)
    return { ...filled, rest: isFull ? fullPhrase() : null }
  }
  const filler = new Filler(account, actorId, now, makeId)
  if (filling.kind === 'copy-access') filler.copy(filling)
  else if (filling.kind === 'tidy-access') filler.tidy(filling)
  else if (filling.kind === 'move-access') filler.move(filling)
  else if (filling.kind === 'give-many') filler.giveMany(filling)
  else if (filling.kind === 'take-many') filler.takeMany(filling)
  else if (filling.kind === 'sign-in-many') filler.signInMany(filling)
  else if (filling.kind === 'hand-over') filler.handOver(filling)
  else if (filling.kind === 'return') filler.bringBack(filling)
  else if (filling.kind === 'client-ends') filler.clientEnds(filling)
  else if (filling.kind === 'firm-ends') filler.firmEnds(filling)
  else if (filling.kind === 'cover') filler.cover(filling)
  else filler.replaceRole(filling)
  const rest = filler.isFull ? fullPhrase() : filler.rest ? restPhrase() : filler.lacksEmail ? noEmailPhrase() : null
  return { changes: filler.changes, rest }
}

/**
 * Changes with a day each, where every one of them has a field for it; else planned for the day as a whole (model Z4),
 * but for what can do neither. Without a day all of it happens at once again.
 */
function dated({ changes, on }: DateDocket, makeId: () => Id): Filled {
  const plain = changes.flatMap((one) => ((one as Change).type === 'plan-docket' ? (one as PlanDocket).changes : [one]))
  const undated = plain.map((one) => {
    const field = dayFieldOf(one as Change)
    const others: Change & Record<string, unknown> = { ...(one as Change) }
    if (field) delete others[field]
    return others
  })
  if (!on) return { changes: undated, rest: null }
  const each = undated.every((one) => dayFieldOf(one) !== undefined)
  if (!each && undated.every(mayWait)) {
    return { changes: [{ type: 'plan-docket', plannedId: makeId(), at: on, changes: undated }], rest: null }
  }
  const filled = undated.map((one) => {
    const field = dayFieldOf(one)
    return field ? { ...one, [field]: on } : one
  })
  return { changes: filled, rest: each ? null : undatedPhrase() }
}
