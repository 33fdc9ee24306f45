import type { Account } from '../../account/account.ts'
import type { RowEdit } from '../../account/rows.ts'
import type { Move } from '../../access/compare.ts'
import type { Sight } from '../../access/sight.ts'
import type { Instant } from '../../time/instants.ts'
import type { Change } from './decide.ts'

/** Something a careful person would want to know before applying (model S8). */
export interface Warning {
  code: string
  sentence: string
  /** What one click does about it, if anything does. */
  mend?: Mend
}

/** The docket as it would be without the warning. */
export interface Mend {
  /** What the button says. */
  label: string
  changes: object[]
}

/** What is judged: the account before and after, the changes asked for and all that they move. */
export interface Scene {
  before: Account
  after: Account
  changes: readonly Change[]
  edits: readonly RowEdit[]
  moves: readonly Move[]
  sight: Sight
  now: Instant
}

export type Check = (scene: Scene) => Warning[]
