import type { Id } from '../../account/rows.ts'
import { IsOptional, IsUUID } from 'class-validator'
import { say } from '../../words/say.ts'
import { Transform } from 'class-transformer'

declare const made: unique symbol

/** What the server puts into a change: the sender may leave it out. */
export type ByServer<T> = T & { readonly [made]?: true }

/** The id of a row that a change makes: the server gives one (model C1). */
export type MadeId = ByServer<Id>

type MadeFields<T> = { [K in keyof T]-?: typeof made extends keyof NonNullable<T[K]> ? K : never }[keyof T]

/** A change, or a part of one, as it is sent: without the ids of what it makes. */
export type Sent<T> = T extends readonly (infer Entry)[]
  ? readonly Sent<Entry>[]
  : T extends object
    ? { [K in keyof T as K extends MadeFields<T> ? never : K]: Sent<T[K]> } & { [K in MadeFields<T>]?: T[K] | null }
    : T

/** An id of a row that must exist, or that the server has given for one to be made. */
export function RowId(): PropertyDecorator {
  const rule = IsUUID(undefined, { message: () => say('engine.property-must-be-an-id') })
  return (target, key) => rule(target, key as string)
}

/** May be left out; null is the same, and is read so: where null means something of its own, the field says `| null`. */
export function LeftOut(): PropertyDecorator {
  return (target, key) => {
    IsOptional()(target, key as string)
    Transform(({ value }: { value: unknown }) => value ?? undefined)(target, key as string)
  }
}

/** A list of such ids. */
export function RowIds(): PropertyDecorator {
  const rule = IsUUID(undefined, { each: true, message: () => say('engine.property-must-be-ids') })
  return (target, key) => rule(target, key as string)
}

/**
 * The nth id counted on from one the server gave: for a change that makes as many rows as it finds. Only the random
 * end of the UUIDv7 is counted on, so that version and time stay.
 */
export function idFrom(seedId: Id, n: number): Id {
  const end = (BigInt(`0x${seedId.slice(24)}`) + BigInt(n)) & 0xffff_ffff_ffffn
  return seedId.slice(0, 24) + end.toString(16).padStart(12, '0')
}

/** Each of a list, filled in; what is no list stays as it is, so that its shape says what is wrong with it. */
export function eachOf<T>(entries: readonly T[], fill: (entry: T) => T): T[] {
  return Array.isArray(entries) ? entries.map(fill) : (entries as T[])
}
