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
import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import { problem } from '../checks/problem.ts'
import { readShape, type Read } from '../checks/shape.ts'
import type { Instant } from '../time/instants.ts'
import { Filler } from './filler.ts'
import { MAXIMUM_CHANGES, type Change } from './index.ts'
import { RowId, RowIds, When } from './shapes.ts'

/** Somebody's access for somebody else, beside what they have or in its place. */
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

/** What somebody was given at one place, at another from a day on. */
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

/** Someone, some group or everybody of a standing, as a grant names them (model G1). */
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
  /** Left out: of everybody. */
  @IsOptional() @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() personIds?: Id[] | null
  /** Left out: everywhere. */
  @IsOptional() @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) @RowIds() placeIds?: Id[] | null
  @IsOptional() @RowId() roleId?: Id | null
  /** The first day without it; left out, now. */
  @When() on?: string | null
}

/** Changes in hand, to happen from a day on as far as they can be dated; without a day they happen at once. */
export class DateDocket {
  @Equals('date-docket') kind!: 'date-docket'
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) changes!: object[]
  @When() on?: string | null
}

export type Filling = CopyAccess | TidyAccess | MoveAccess | ReplaceRole | GiveMany | TakeMany | DateDocket

const SHAPES: Readonly<Record<string, new () => Filling>> = {
  'copy-access': CopyAccess,
  'tidy-access': TidyAccess,
  'move-access': MoveAccess,
  'replace-role': ReplaceRole,
  'give-many': GiveMany,
  'take-many': TakeMany,
  'date-docket': DateDocket,
}

/** What a filling puts into a docket: ordinary changes, each of which the actor may make (model G2). */
export interface Filled {
  changes: Change[]
  /** A fixed phrase if something was left out or stays as it is; it never says what (model D5). */
  rest: string | null
}

/** The one phrase for what was left out. */
export const REST_PHRASE = 'Some of it is not yours to pass on and was left out.'

const FULL_PHRASE = `A docket holds ${MAXIMUM_CHANGES.toLocaleString('en')} changes at most and the rest was left out; a group does it in one.`
/** The one phrase for what no day can be set for. */
export const UNDATED_PHRASE = 'Not everything in hand can wait for a day: the rest happens at once.'

export function readFilling(plain: object): Read<Filling> {
  const shape = SHAPES[String((plain as { kind?: unknown }).kind)]
  if (!shape) {
    return { problems: [problem('unknown-filling', `kind must be one of ${Object.keys(SHAPES).join(', ')}.`, '/kind')] }
  }
  return readShape(shape, plain)
}

/** Copying, tidying, moving, replacing: each only fills a docket with gives and takes the actor may make (model G2). */
export function fillDocket(account: Account, filling: Filling, actorId: Id, now: Instant, makeId: () => Id): Filled {
  if (filling.kind === 'date-docket') return dated(filling)
  const filler = new Filler(account, actorId, now, makeId)
  if (filling.kind === 'copy-access') filler.copy(filling)
  else if (filling.kind === 'tidy-access') filler.tidy(filling)
  else if (filling.kind === 'move-access') filler.move(filling)
  else if (filling.kind === 'give-many') filler.giveMany(filling)
  else if (filling.kind === 'take-many') filler.takeMany(filling)
  else filler.replaceRole(filling)
  const rest = filler.isFull ? FULL_PHRASE : filler.rest ? REST_PHRASE : null
  return { changes: filler.changes, rest }
}

/** What a change calls the day from which it holds. */
const DAY_FIELDS: Readonly<Record<string, 'from' | 'on'>> = {
  give: 'from',
  'give-seat': 'from',
  take: 'on',
  'end-seat': 'on',
  'change-seat': 'on',
}

function dated({ changes, on }: DateDocket): Filled {
  let rest: string | null = null
  const filled = changes.map((plain) => {
    const field = DAY_FIELDS[String((plain as Change).type)]
    if (!field) {
      if (on) rest = UNDATED_PHRASE
      return plain as Change
    }
    const { [field]: _before, ...others } = plain as Record<string, unknown>
    return (on ? { ...others, [field]: on } : others) as unknown as Change
  })
  return { changes: filled, rest }
}
