import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { Id, PersonKind, SettingsRow, Standing } from '../../account/rows.ts'
import { erasedByItselfNow } from '../../departures/erasure.ts'
import { isOutsider } from '../../people/presence.ts'
import type { Draft } from '../engine/draft.ts'
import { Line } from '../../checks/shape.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { LeftOut, RowId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

/** A van key, a laptop: something of the account's own (model X2). */
export class OwnLine {
  @RowId() id!: Id
  @Line(80) name!: string
  @IsArray() @IsIn(['staff', 'contractor', 'client'], { each: true }) kinds!: PersonKind[]
}

/** What is left out stays. */
export class ChangeSettings {
  @Equals('change-settings') type!: 'change-settings'
  @LeftOut() @Line(80) name?: string
  @LeftOut() @IsInt() @Min(0) @Max(8) pathLabelDepth?: number
  @LeftOut() @IsBoolean() guestsSeePeopleMet?: boolean
  @LeftOut() @IsIn(['owner', 'administrator', 'member', 'guest'], { each: true }) secondMeansFor?: Standing[]
  @LeftOut() @IsBoolean() outsidersNeedEnd?: boolean
  /** What the person who takes an invitation up agrees to; null for nothing. */
  @IsOptional() @IsString() @MaxLength(8000) terms?: string | null
  /** What people may have of the account’s own, asked for when they leave. */
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => OwnLine)
  leaverLines?: OwnLine[]
  /** Who left so many days ago is to be erased; null: nobody is. */
  @IsOptional() @IsInt() @Min(1) @Max(36_500) erasedAfterDays?: number | null
  /** Whether they are erased by themselves then, instead of being called to mind. */
  @LeftOut() @IsBoolean() erasedByItself?: boolean
}

/** Changes the account's name and its rules; what they ask of people is asked from then on. */
export const changeSettings: ChangeKind<ChangeSettings> = {
  type: 'change-settings',
  confirm: 'confirm.change-settings',
  category: 'settings',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: atRoot('settings', 'change', 'settings.change-the-accounts-settings'),
  undo: 'by-its-right',
  preview: {
    lasting(_change, { after, now }) {
      const due = erasedByItselfNow(after, now).length
      const who = say('settings.people-who-left-are', { due })
      return due > 0
        ? [{ code: 'erases', sentence: say('settings.erased-for-good-within-minutes-of-this', { who }) }]
        : []
    },
  },
  shape: ChangeSettings,
  fill: (change, newId) =>
    Array.isArray(change.leaverLines)
      ? { ...change, leaverLines: change.leaverLines.map((line) => ({ ...line, id: line?.id ?? newId() })) }
      : change,
  decide(draft, { type: _type, ...wanted }) {
    const { settings } = draft.account
    const patch = Object.fromEntries(
      Object.entries(wanted).filter(([name, value]) => {
        return value !== undefined && JSON.stringify(value) !== JSON.stringify(settings[name as keyof SettingsRow])
      }),
    )
    if (Object.keys(patch).length === 0) return draft.refuse('no-change', say('settings.this-is-already-set'))
    draft.update('settings', settings.id, patch)
  },
  sentence(change, _sight, tense) {
    const what = [
      change.name && say('settings.the-accounts-name-to', { name: change.name }),
      change.pathLabelDepth !== undefined && say('settings.how-much-of-a-places-path-guests-see'),
      change.guestsSeePeopleMet !== undefined && say('settings.whether-guests-see-the-people-they-meet'),
      change.secondMeansFor &&
        say('settings.who-needs-a-second-sign-in-step', {
          list:
            change.secondMeansFor.map((standing) => say('settings.everyone-of', { standing })).join(', ') ||
            say('settings.nobody'),
        }),
      change.outsidersNeedEnd !== undefined &&
        (change.outsidersNeedEnd
          ? say('settings.that-people-from-outside-need-a-last-day')
          : say('settings.that-people-from-outside-need-no-last-day')),
      change.terms !== undefined &&
        (change.terms
          ? say('settings.what-newcomers-agree-to')
          : say('settings.that-newcomers-need-not-agree-to-anything')),
      change.leaverLines && say('settings.what-people-hand-back-when-they-leave'),
      change.erasedAfterDays !== undefined && say('settings.when-people-who-left-are-erased'),
      change.erasedByItself !== undefined &&
        (change.erasedByItself
          ? say('settings.that-they-are-erased-automatically')
          : say('settings.that-the-desk-reminds-of-erasing')),
    ].filter(Boolean)
    return say('settings.set', { tense, what: what.join(', ') })
  },
  record: (change) => change,
}

/** Refuses an outsider without an end, where the account asks for one. */
export function checkEnd(
  draft: Draft,
  person: { kind: 'staff' | 'contractor' | 'client' },
  until: number | null,
): void {
  if (!draft.account.settings.outsidersNeedEnd || !isOutsider(person) || until !== null) return
  const sentence = say('settings.people-from-outside-need-a-last-day-here')
  draft.refuse('end-needed', sentence, '/engagementUntil')
}
