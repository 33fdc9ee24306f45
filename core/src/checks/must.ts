/** Something that has to be there by what was done before, and is not: a mistake of the program, never of its user. */
export class Missing extends Error {}

/** A value that has to be there. @throws Missing, naming what was not. */
export function must<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new Missing(`There is no ${what} where there has to be one.`)
  return value
}

/** The entry of a list at a place within it. @throws Missing beyond its ends. */
export function entryAt<T>(list: readonly T[], index: number): T {
  const entry = list[index]
  if (entry === undefined) throw new Missing(`There is no entry ${index} in a list of ${list.length}.`)
  return entry
}

/** The same of a list of 32-bit integers, apart so that it stays as fast as reading the list itself. */
export function intAt(list: Int32Array, index: number): number {
  return numberAt(list[index], index, list.length)
}

/** The same of packed levels or answers, 32 bits each. */
export function packedAt(list: Uint32Array, index: number): number {
  return numberAt(list[index], index, list.length)
}

/** The same of bytes. */
export function byteAt(list: Uint8Array, index: number): number {
  return numberAt(list[index], index, list.length)
}

function numberAt(entry: number | undefined, index: number, length: number): number {
  if (entry === undefined) throw new Missing(`There is no entry ${index} in a list of ${length}.`)
  return entry
}
