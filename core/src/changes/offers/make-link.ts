import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator'
import { LeftOut, type MadeId, RowId, RowIds } from '../engine/shapes.ts'
import { Line } from '../../checks/shape.ts'
import type { Id, LinkRow, PersonKind } from '../../account/rows.ts'
import { Type } from 'class-transformer'
import { PacketGrant, PacketSeat } from '../people/packets.ts'
import { When } from '../../checks/dates.ts'
import { MailDomain } from '../../checks/email.ts'
import { say } from '../../words/say.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { invites } from './invite.ts'
import { onceCome, tryLink } from './come-by.ts'
import { addDays, dateOf, isDate, untilDate } from '../../time/instants.ts'
import { MAXIMUM_LINK_DAYS } from './links.ts'
import { checkEnd } from '../settings/change-settings.ts'
import { dayText } from '../access/grants.ts'

export class MakeLink {
  @Equals('make-link') type!: 'make-link'
  @RowId() linkId!: MadeId
  @Line(60) name!: string
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsIn(['member', 'guest']) standing!: LinkRow['standing']
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => PacketGrant) grants!: PacketGrant[]
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => PacketSeat) seats!: PacketSeat[]
  @IsArray() @ArrayMaxSize(50) @RowIds() groupIds!: Id[]
  @When() engagementUntil?: string | null
  /** The firm they work for. */
  @IsOptional() @RowId() employerId?: Id | null
  @IsOptional() @MailDomain() domain?: string | null
  @IsInt() @Min(1) @Max(1_000) maximumUses!: number
  /** The last day on which the link opens. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: () => say('offers.until-must-be-a-date-such-as-2026') }) until!: string
  /** Left out: those who come wait for admission. */
  @LeftOut() @IsBoolean() waits?: boolean
}

/** Makes a link by which people come (model I4); refused now if nobody could come by it now. */
export const makeLink: ChangeKind<MakeLink> = {
  type: 'make-link',
  confirm: 'confirm.make-link',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs(draft, { waits = true, ...change }) {
    const admits = waits ? [] : atRoot('people', 'change', 'offers.let-people-in-without-admitting-them')(draft)
    return [...invites(draft, change), ...admits]
  },
  undo: { never: 'offers.cut-the-link-instead' },
  preview: {
    later: {
      kind: 'taken-up',
      take(account, { linkId }, now) {
        const link = account.get('link', linkId)
        return link && onceCome(account, link, now)
      },
    },
  },
  shape: MakeLink,
  fill: (change, newId) => ({ ...change, linkId: newId(change.linkId) }),
  decide(draft, change) {
    if (!draft.actorId) return
    const { zone } = draft.account
    const today = dateOf(draft.now, zone)
    if (!isDate(change.until))
      return draft.refuse('bad-date', say('offers.there-is-no-such-day-as', { until: change.until }), '/until')
    if (change.until < today) return draft.refuse('past', say('offers.the-last-day-must-not-have-passed'), '/until')
    if (change.until > addDays(today, MAXIMUM_LINK_DAYS)) {
      return draft.refuse(
        'too-long',
        say('offers.a-link-works-for-days-at-most', { maximumLinkDays: MAXIMUM_LINK_DAYS }),
        '/until',
      )
    }
    const waits = change.waits ?? true
    const { until: engagementUntil } = draft.period(null, change.engagementUntil)
    checkEnd(draft, change, engagementUntil)
    if (change.employerId && !draft.account.get('employer', change.employerId)) {
      draft.refuse('not-found', say('offers.there-is-no-such-firm-here'), '/employerId')
    }
    const { linkId: id, name, kind, standing, grants, seats, groupIds, maximumUses } = change
    const link: LinkRow = {
      ...{ id, name: name.trim(), makerId: draft.actorId, kind, standing, engagementUntil, maximumUses, waits },
      grants: grants.map(({ roleId, placeId }) => ({ roleId, placeId })),
      seats: seats.map(({ product, seatType }) => ({ product, seatType })),
      groupIds: [...new Set(groupIds)],
      domain: change.domain || null,
      employerId: change.employerId ?? null,
      uses: 0,
      madeAt: draft.now,
      expiresAt: untilDate(change.until, zone),
      cut: false,
    }
    if (draft.problems.length > 0) return
    draft.insert('link', link)
    tryLink(draft, link)
  },
  sentence: (change, sight, tense) =>
    say('offers.made-the-link-for-one-person-open-until', {
      tense,
      name: change.name,
      maximumUses: change.maximumUses,
      day: dayText(change.until, sight),
    }),
  record: (change) => change,
}
