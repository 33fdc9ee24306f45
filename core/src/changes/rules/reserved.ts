import { rowOf } from '../../account/edits.ts'
import type { Account } from '../../account/account.ts'
import type { GrantRow, RoleRow, RowEdit, SettingsRow, Standing } from '../../account/rows.ts'
import type { SheetRow } from '../../account/product-rows.ts'
import type { Draft } from '../engine/draft.ts'
import { raisesBill } from './seat-rules.ts'
import { checkWhose } from './whose.ts'
import { say } from '../../words/say.ts'

/**
 * What only some may do, judged by what was altered and not by the kind of change that did it, so that no kind gets
 * around it, undoing included: owners and administrators (P6), roles that pass walls (T3), rules that erase or let
 * people in without a second step (X7), what products cost (L6, S10).
 */
export function checkReserved(draft: Draft, before: Account): void {
  if (draft.actor.kind !== 'person' || draft.problems.length > 0) return
  checkWhose(draft)
  for (const check of [checkWalls, checkSettings, checkSheets]) {
    if (draft.problems.length === 0) check(draft, before)
  }
}

/** Only owners make a role wall-passing, and give it (model T3). */
function checkWalls(draft: Draft): void {
  if (draft.actorPerson?.standing === 'owner') return
  for (const edit of draft.edits) {
    if (edit.table === 'role') {
      const [was, is] = [edit.before as RoleRow | null, edit.after as RoleRow | null]
      if (is && is.wallPassing !== (was?.wallPassing ?? false)) {
        return draft.refuse('owners-only', say('rules.only-an-owner-can-make-a-role-that'), '/wallPassing')
      }
    } else if (edit.table === 'grant' && givesMore(edit)) {
      const role = draft.account.get('role', (edit.after as GrantRow).roleId)
      if (role?.wallPassing) {
        const sentence = say('rules.passes-walls-only-an-owner-can-give-it', { role: role.name })
        return draft.refuse('wall-passing', sentence, '/roleId')
      }
    }
  }
}

/** Whether a grant is new, or lasts longer than it did. */
export function givesMore({ before, after }: RowEdit): boolean {
  const [was, is] = [before as GrantRow | null, after as GrantRow | null]
  return is !== null && (was === null || (is.until ?? Infinity) > (was.until ?? Infinity))
}

/** Who erases by hand decides what is erased by itself; a second step is dropped by those it protects (model X7, P6). */
function checkSettings(draft: Draft): void {
  for (const edit of draft.edits) {
    if (edit.table !== 'settings') continue
    const [was, is] = [edit.before as SettingsRow, edit.after as SettingsRow]
    const own = draft.actorPerson?.standing
    const erases = was.erasedByItself || is.erasedByItself
    const rule = was.erasedByItself !== is.erasedByItself || was.erasedAfterDays !== is.erasedAfterDays
    if (erases && rule && own !== 'owner' && own !== 'administrator') {
      return draft.refuse('not-allowed', say('rules.only-an-owner-or-administrator-can-set-what'))
    }
    const moved = (standing: Standing) => was.secondMeansFor.includes(standing) !== is.secondMeansFor.includes(standing)
    if (moved('owner') && own !== 'owner') {
      return draft.refuse('owners-only', say('rules.only-an-owner-can-decide-how-owners-sign'))
    }
    if (moved('administrator') && own !== 'owner' && own !== 'administrator') {
      return draft.refuse('administrators-only', say('rules.only-an-administrator-or-owner-can-decide-how'))
    }
  }
}

/** Prices and plans need the right to order; a bill that rises by a sheet is judged like any other rise (model L6, S7, S10). */
function checkSheets(draft: Draft, before: Account): void {
  const sheets = draft.edits.filter((edit) => edit.table === 'sheet')
  if (sheets.length === 0) return
  const root = draft.account.root.id
  for (const edit of sheets) {
    const row = rowOf(edit)
    const earlier = before.by('sheet', 'product', row.productId).filter((one) => one.id !== row.id)
    const known = earlier.filter((one) => one.from <= row.from).sort((one, other) => other.from - one.from)[0]
    const money = ({ sheet }: SheetRow) => JSON.stringify([sheet.charging, sheet.plans, sheet.seatTypes.map(priced)])
    if (known && money(known) !== money(row)) {
      if (!draft.need('billing', 'run', root, say('rules.change-what-costs', { sheet: row.sheet.name }))) return
    }
  }
  if (draft.edits.some((edit) => edit.table === 'holding' && edit.before === null)) {
    if (!draft.need('seats', 'add', root, say('rules.have-seats-come-along'))) return
  }
  if (raisesBill(before, draft.account, draft.now))
    draft.need('billing', 'change', root, say('rules.let-the-bill-rise'))
}

/** What of a seat type is money: its price, how many there are, whether it counts for a band. */
function priced({ code, priceMinor, quota, inBand, use }: SheetRow['sheet']['seatTypes'][number]) {
  return [code, priceMinor, quota, inBand, use]
}
