import {
  type Account,
  type Change,
  type Control,
  effectOfPreview,
  type Id,
  idFrom,
  type Instant,
  instantText,
  type Invite,
  invitesOf,
  type JudgedPerson,
  layInvoice,
  type ListDefaults,
  type ListedPerson,
  mendedRow,
  preview,
  type Preview,
  type Sight,
  termsOf,
  undoControl,
  withoutRefused,
} from '@lodge/core'
import { createHash } from 'node:crypto'
import { canonicalize } from '../store/ledger.ts'
import type { VendorInvoice } from '../store/invoices.ts'

/** So many effects of a preview are sent; the counts and the digest are of all of them. */
const MAXIMUM_EFFECTS = 400

/** What a preview answers: the effect, the changes with their ids, and what a commit must name. */
export interface ShownPreview extends Preview {
  changes: readonly Change[]
  /** Whether it can be undone once it is applied. */
  undo: Control
  version: number
  digest: string
}

/** The effect of changes as their actor may see it, with its digest (model C3). */
export function show(
  account: Account,
  changes: readonly Change[],
  personId: string,
  now: Instant,
  withSums = true,
): ShownPreview {
  const shown = preview(account, changes, { kind: 'person', personId }, now, withSums)
  const digest = createHash('sha256')
    .update(canonicalize(effectOfPreview(shown, changes)))
    .digest('base64url')
  const { effects } = shown.access
  const more = Math.max(0, effects.length - MAXIMUM_EFFECTS)
  const access = { ...shown.access, effects: effects.slice(0, MAXIMUM_EFFECTS), more }
  const sent = changes.map((change) => (change.type === 'undo' ? { ...change, edits: [], changes: [] } : change))
  return { ...shown, access, changes: sent, undo: undoControl(changes), version: account.version, digest }
}

/** A row of a list as it is now after mending. */
export type ListedRow = Pick<ListedPerson, 'line' | 'name' | 'email' | 'cells'>

/** Rows judged, the invitations they make, and one preview of all. */
export interface ShownArrivals {
  people: JudgedPerson[]
  invites: Invite[]
  lines: number[]
  preview: ShownPreview
}

/**
 * Rows judged and shown as one; a row whose invitation would be refused says why and is left out of the rest.
 * The ids of what is made are counted on from the run's, so that what is shown and what is sent are the same (C3).
 * @param sight the person who would invite them.
 */
export function showArrivals(
  sight: Sight,
  { rows, defaults, runId }: { rows: readonly ListedRow[]; defaults: ListDefaults; runId: Id },
): ShownArrivals {
  const { account, personId, now } = sight
  let made = 0
  const read = invitesOf(sight, rows.map(mendedRow), defaults, () => idFrom(runId, (made += 1)))
  const { people, kept, lines } = withoutRefused(account, read, { kind: 'person', personId }, now)
  const shown = show(account, kept, personId, now)
  return { people, invites: kept, lines, preview: { ...shown, changes: [], sentences: shown.sentences.slice(0, 3) } }
}

/** Vendors' invoices with what differs now from the month's bill. */
export function laidInvoices(sight: Sight, invoices: readonly VendorInvoice[]): object {
  return {
    invoices: invoices.map(({ id, month, product, laidById, laidAt, lines }) => ({
      id,
      product,
      productName: termsOf(sight.account, product)?.sheetAt(sight.now)?.name ?? product,
      laidBy: sight.personName(laidById),
      laidAt: instantText(laidAt),
      ...layInvoice(sight.account, month, product, lines),
    })),
  }
}
