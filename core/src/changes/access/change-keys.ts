import { ArrayMaxSize, ArrayMinSize, Equals, IsArray } from 'class-validator'
import type { GrantRow, Id, PlaceRow, RoleRow } from '../../account/rows.ts'
import { judge } from '../../access/entitlement.ts'
import type { Sight } from '../../access/sight.ts'
import { lastDateBefore, type Instant } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import {
  checkSubject,
  dayText,
  endGrant,
  insertGrant,
  isGivenAlready,
  mayBeGiven,
  periodText,
  roleText,
  subjectText,
} from './grants.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { LeftOut, idFrom, RowId, RowIds, type MadeId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { entryAt, must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

/** So many keys come of one change at most, as of a docket's other changes (model C2). */
const MAXIMUM_KEYS = 500

export class ChangeKeys {
  @Equals('change-keys') type!: 'change-keys'
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(200) @RowIds() grantIds!: Id[]
  /** From which the ids of grants to be made are counted on. */
  @RowId() seedId!: MadeId
  /** Left out, as it is. */
  @LeftOut() @RowId() roleId?: Id
  /** At which places it is from then on; left out, as it is. */
  @LeftOut() @IsArray() @ArrayMinSize(1) @ArrayMaxSize(200) @RowIds() placeIds?: Id[]
  /** The first day of what it becomes; left out, now, or its own first day if it has not begun. */
  @When() from?: string | null
  /** The last day; null: none; left out, as it is. */
  @When() until?: string | null
  /** The last day it has so far, as it was shown, which the ledger tells; null: none. */
  @When() wasUntil?: string | null
}

/**
 * Changes keys in place: other role, other places, other dates, of one or of many (model I13). Decided as the take and
 * the give it is; a key that stays at its place with its role stays the same row.
 */
export const changeKeys: ChangeKind<ChangeKeys> = {
  type: 'change-keys',
  confirm: 'confirm.change-keys',
  category: 'access',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'from',
  needs(draft, { grantIds, placeIds }) {
    const keys = [...new Set(grantIds)].flatMap((id) => draft.seen('grant', id, 'key') ?? [])
    const from = keys.flatMap(({ placeId }) => draft.account.get('place', placeId) ?? [])
    const to = (placeIds ?? []).flatMap((id) => draft.seen('place', id, 'place') ?? [])
    return [...new Set([...from, ...to])].map(({ id, name }) => {
      return { area: 'access', level: 'change', placeId: id, to: say('access.change-access-at', { name }) }
    })
  },
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeKeys,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, change) {
    let made = 0
    const newId = () => idFrom(change.seedId, (made += 1))
    const keys = [...new Set(change.grantIds)].flatMap((id) => becomingOf(draft, change, id) ?? [])
    if (keys.reduce((sum, { places }) => sum + places.length, 0) > MAXIMUM_KEYS) {
      draft.refuse('too-many', say('access.this-would-make-more-than-keys-at-once', { maximumKeys: MAXIMUM_KEYS }))
    }
    if (draft.problems.length > 0) return
    for (const { grant, until, shortened } of keys) if (shortened) draft.update('grant', grant.id, { until })
    const rest = keys.filter(({ shortened }) => !shortened)
    judged(draft, () => rest.forEach(({ grant, from }) => end(draft, grant, from)))
    judged(draft, () => rest.forEach((one) => give(draft, one, newId)))
  },
  sentence(change, sight, tense) {
    const keys = change.grantIds.flatMap((id) => sight.named.get('grant', id) ?? [])
    return say('access.changed', { tense, whose: whose(keys, change, sight), becomes: becomes(keys, change, sight) })
  },
  record: (change) => change,
}

/** What a key is to become. */
interface Becoming {
  grant: GrantRow
  role: RoleRow
  places: readonly PlaceRow[]
  from: Instant
  until: Instant | null
  /** It stays at its place with its role, as the same row. */
  stays: boolean
  /** It only ends earlier: as taking it back from that day on, this needs nothing of what giving needs. */
  shortened: boolean
}

function becomingOf(draft: Draft, change: ChangeKeys, grantId: Id): Becoming | undefined {
  const { account, now } = draft
  const grant = draft.seen('grant', grantId, 'key')
  if (!grant) return undefined
  if (!isOpen(grant.until, now)) {
    draft.refuse('over-already', say('access.this-access-has-already-ended'))
    return undefined
  }
  const role =
    change.roleId === undefined ? account.get('role', grant.roleId) : draft.seen('role', change.roleId, 'role')
  const places = (change.placeIds ?? [grant.placeId]).flatMap((id) => draft.seen('place', id, 'place') ?? [])
  const until = endOf(draft, change, grant)
  const from = beginOf(draft, change, grant)
  if (!role || draft.problems.length > 0) return undefined
  if (!isOpen(until, from)) {
    draft.refuse('dates-backwards', say('access.the-last-day-is-before-the-first-choose'), '/until')
  }
  const stays = role.id === grant.roleId && places.some(({ id }) => id === grant.placeId)
  const isOnlyEnd = stays && places.length === 1 && (grant.from <= now || from === grant.from)
  if (isOnlyEnd && until === grant.until) draft.refuse('nothing-changed', say('access.this-key-is-like-that-already'))
  const shortened = isOnlyEnd && until !== null && isOpen(grant.until, until)
  return { grant, role, places, from, until, stays, shortened }
}

/** Does a part of it and judges it on its own: what is taken, and then what is given, whatever the sum is (model D1). */
function judged(draft: Draft, work: () => void): void {
  const [before, done] = [draft.account, draft.edits.length]
  work()
  const edits = draft.edits.slice(done)
  const actor = before.get('person', draft.actorId)
  if (draft.problems.length > 0 || edits.length === 0 || !actor) return
  draft.judged(judge(before, draft.account, edits, actor, draft.sight, draft.now))
}

function end(draft: Draft, grant: GrantRow, from: Instant): void {
  if (from <= Math.max(draft.now, grant.from)) endGrant(draft, grant.id)
  else if (isOpen(grant.until, from)) draft.update('grant', grant.id, { until: from })
}

function give(draft: Draft, { grant, role, places, from, until, stays }: Becoming, newId: () => Id): void {
  const { subjectKind, subjectId, approvers, madeRoleId } = grant
  if (!checkSubject(draft, grant)) return
  for (const place of places) {
    if (stays && place.id === grant.placeId) {
      const isFree = () => !isGivenAlready(draft, { ...grant, from }, role, place)
      if (mayBeGiven(draft, role, subjectKind) && isFree()) again(draft, grant, from, until)
      continue
    }
    const own = role.id === grant.roleId ? { approvers, madeRoleId } : { approvers: null, madeRoleId: null }
    const subject = { subjectKind, subjectId, ...own }
    insertGrant(draft, { id: newId(), ...subject, from, until }, role, place)
  }
}

/** The row that was ended goes on, with its own first day if that has passed. */
function again(draft: Draft, grant: GrantRow, begin: Instant, until: Instant | null): void {
  const from = grant.from > draft.now ? begin : grant.from
  const row = { ...grant, from, until, givenById: draft.actorId }
  if (draft.account.get('grant', grant.id)) draft.update('grant', grant.id, row)
  else draft.insert('grant', row)
}

function beginOf(draft: Draft, change: ChangeKeys, grant: GrantRow): Instant {
  const later = Math.max(draft.now, grant.from)
  return change.from ? Math.max(draft.period(change.from, null).from, draft.now) : later
}

/** The end it is to have. What it had so far has to be as it was shown: else someone changed it in between. */
function endOf(draft: Draft, { until, wasUntil }: ChangeKeys, grant: GrantRow): Instant | null {
  const shown = grant.until === null ? null : lastDateBefore(grant.until, draft.account.zone)
  if (wasUntil !== undefined && (wasUntil?.slice(0, 10) ?? null) !== shown) {
    draft.refuse('changed-meanwhile', say('access.the-dates-of-this-key-were-changed-in'))
  }
  return until === undefined ? grant.until : draft.endFrom(until, null, '/until')
}

const NAMED = 3

/** `Idris Marlow’s key, Rope access at Helipad roof`: what does not change is said of it. */
function whose(keys: readonly GrantRow[], { roleId, placeIds }: ChangeKeys, sight: Sight): string {
  const names = [...new Set(keys.map((key) => subjectText(key, sight)))]
  const same = <T>(values: readonly T[]) => new Set(values).size === 1
  const role =
    roleId === undefined && same(keys.map((key) => key.roleId)) ? roleText(entryAt(keys, 0).roleId, sight) : ''
  const at =
    placeIds === undefined && same(keys.map((key) => key.placeId)) ? sight.placeName(entryAt(keys, 0).placeId) : ''
  const what = [role, at && say('access.at-3', { at })].filter(Boolean).join(' ')
  const more = names.length > NAMED ? say('access.and-more', { count: names.length - NAMED }) : ''
  const who = names.length === 1 ? say('access.s-key', { name: entryAt(names, 0), count: keys.length }) : ''
  const all =
    names.length === 0
      ? say('access.a-key')
      : say('access.the-keys-of', { listed: listed(names.slice(0, NAMED), more === ''), more })
  return (who || all) + (what ? `, ${what}` : '')
}

function becomes(keys: readonly GrantRow[], change: ChangeKeys, sight: Sight): string {
  const { roleId, placeIds, from, until, wasUntil } = change
  const parts: string[] = []
  if (roleId !== undefined) {
    const before = new Set(keys.map((key) => key.roleId))
    before.delete(roleId)
    parts.push(roleText(roleId, sight) + insteadOf([...before].map((id) => roleText(id, sight))))
  }
  if (placeIds !== undefined) {
    const before = new Set(keys.map((key) => key.placeId).filter((id) => !placeIds.includes(id)))
    const names = placeIds.map((id) => sight.placeName(id))
    const shown = names.slice(0, NAMED)
    const more = names.length > NAMED ? say('access.and-more', { count: names.length - NAMED }) : ''
    parts.push(
      say('access.at-4', {
        listed: listed(shown, more === ''),
        more,
        instead: insteadOf([...before].map((id) => sight.placeName(id))),
      }),
    )
  }
  if (until !== undefined) {
    const end = (text: string | null) =>
      text === null ? say('access.no-last-day') : say('access.until-2', { day: dayText(text, sight) })
    const was = wasUntil === undefined ? [] : [wasUntil === null ? say('access.no-last-day') : dayText(wasUntil, sight)]
    parts.push(end(until) + insteadOf(was))
  }
  return parts.join(', ') + periodText(from, null, sight)
}

const insteadOf = (names: readonly string[]) =>
  names.length === 1 ? say('access.instead-of', { name: entryAt(names, 0) }) : ''

function listed(names: readonly string[], isWhole: boolean): string {
  if (names.length < 2 || !isWhole) return names.join(', ')
  return say('access.and-2', { list: names.slice(0, -1).join(', '), at: must(names.at(-1), 'last of names') })
}
