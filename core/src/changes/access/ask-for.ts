import { Equals, IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { AreaKey, Id } from '../../account/rows.ts'
import { type Level, LEVELS } from '../../account/level.ts'
import { When } from '../../checks/dates.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { isPresent } from '../../people/presence.ts'
import { say } from '../../words/say.ts'
import { areaAt } from '../../products/catalogue.ts'
import { areaName, isOpenRequest, reasonField, REQUEST_DAYS } from './requests.ts'
import { addDays, dateOf, instantOfLocal } from '../../time/instants.ts'
import { periodText } from './grants.ts'

/** So many requests of one person wait at a time. */
const MAXIMUM_OPEN = 20

export class AskFor {
  @Equals('ask-for') type!: 'ask-for'
  @RowId() requestId!: MadeId
  /** For whom; left out, for oneself. */
  @IsOptional() @RowId() personId?: Id | null
  @IsString() @MaxLength(121) area!: AreaKey
  @IsIn(LEVELS.filter((level) => level !== 'none')) level!: Level
  @RowId() placeId!: Id
  @When() until?: string | null
  /** In the asker's words, for the person who decides. */
  @IsOptional() @Line(500, 0) reason?: string | null
}

/**
 * Asks anyone who may give it for a level of an area at a place, for oneself or someone else; gives nothing by itself.
 */
export const askFor: ChangeKind<AskFor> = {
  type: 'ask-for',
  confirm: 'confirm.ask-for',
  category: 'access',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { never: 'access.withdraw-the-request-instead' },
  preview: 'plain',
  shape: AskFor,
  fill: (change, newId) => ({ ...change, requestId: newId(change.requestId) }),
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    const actorId = draft.actorId
    if (!place) return
    if (!actorId || !draft.actorPerson || !isPresent(draft.actorPerson, draft.now)) {
      return draft.refuse('not-active', say('access.you-can-ask-for-more-access-only-while'))
    }
    const personId = change.personId ?? actorId
    if (!draft.seen('person', personId, 'person')) return
    const area = areaAt(draft.account, change.area, draft.now)
    if (!area?.area.levels.some((one) => one.level === change.level)) {
      const what = area
        ? say('access.has-no-level', { area: area.area.name, level: change.level })
        : say('access.there-is-no-area-here', { area: change.area })
      return draft.refuse('unknown-area', what, '/area')
    }
    const open = draft.account.by('request', 'asker', actorId).filter((one) => isOpenRequest(one, draft.now))
    if (open.length >= MAXIMUM_OPEN) {
      return draft.refuse(
        'too-many',
        say('access.of-your-requests-are-already-waiting-withdraw', { maximumOpen: MAXIMUM_OPEN }),
      )
    }
    const { until } = draft.period(null, change.until)
    const same = open.some(
      (one) =>
        one.personId === personId && one.placeId === place.id && one.area === change.area && one.level === change.level,
    )
    if (same) return draft.refuse('asked-already', say('access.you-have-already-asked-for-this-the-request'))
    const { zone } = draft.account
    const lastDay = addDays(dateOf(draft.now, zone), REQUEST_DAYS)
    draft.insert('request', {
      id: change.requestId,
      askerId: actorId,
      personId,
      area: change.area,
      level: change.level,
      placeId: place.id,
      until,
      state: 'open',
      askedAt: draft.now,
      expiresAt: instantOfLocal(`${addDays(lastDay, 1)}T00:00`, zone, 'beginning'),
      decidedById: null,
    })
    const reason = change.reason?.trim()
    if (reason) draft.set(actorId, reasonField(change.requestId), reason)
  },
  sentence(change, sight, tense) {
    const request = sight.named.get('request', change.requestId)
    const personId = change.personId ?? request?.askerId
    const forWhom =
      personId && personId !== request?.askerId ? say('access.for', { person: sight.personName(personId) }) : ''
    const what = say('access.at-2', {
      areaName: areaName(change.area, sight),
      level: change.level,
      place: sight.placeName(change.placeId),
    })
    return say('access.asked-for', { tense, what, forWhom, period: periodText(null, change.until, sight) })
  },
  record: ({ reason, ...change }) =>
    reason ? { ...change, reason: { field: reasonField(change.requestId) } } : change,
}
