import { Equals, IsBoolean, IsIn, IsInt, IsOptional, Max, Min } from 'class-validator'
import type { SettingsRow, Standing } from '../account/rows.ts'
import { isOutsider } from '../people/presence.ts'
import type { Draft } from './draft.ts'
import { Line } from '../checks/shape.ts'
import type { ChangeKind } from './kind.ts'

/** What is left out stays. */
export class ChangeSettings {
  @Equals('change-settings') type!: 'change-settings'
  @IsOptional() @Line(80) name?: string
  @IsOptional() @IsInt() @Min(0) @Max(8) pathLabelDepth?: number
  @IsOptional() @IsBoolean() guestsSeePeopleMet?: boolean
  @IsOptional() @IsIn(['owner', 'administrator', 'member', 'guest'], { each: true }) secondMeansFor?: Standing[]
  @IsOptional() @IsBoolean() outsidersNeedEnd?: boolean
}

/** Changes the account's name and its rules; what they ask of people is asked from then on. */
export const changeSettings: ChangeKind<ChangeSettings> = {
  type: 'change-settings',
  shape: ChangeSettings,
  onlyEnds: true,
  fill: (change) => change,
  decide(draft, { type: _type, ...wanted }) {
    if (!draft.need('settings', 'change', draft.account.root.id, 'change the account’s settings')) return
    const { settings } = draft.account
    const patch = Object.fromEntries(
      Object.entries(wanted).filter(([name, value]) => {
        return value !== undefined && JSON.stringify(value) !== JSON.stringify(settings[name as keyof SettingsRow])
      }),
    )
    if (Object.keys(patch).length === 0) return draft.refuse('no-change', 'Nothing of this differs from what is set.')
    draft.update('settings', settings.id, patch)
  },
  sentence(change, _sight, verb) {
    const what = [
      change.name && `the account’s name to ${change.name}`,
      change.pathLabelDepth !== undefined && 'how much of a path guests read',
      change.guestsSeePeopleMet !== undefined && 'whether guests see the people they meet',
      change.secondMeansFor && `who needs a second means to sign in (${change.secondMeansFor.join(', ') || 'nobody'})`,
      change.outsidersNeedEnd !== undefined &&
        (change.outsidersNeedEnd ? 'that outsiders need an end' : 'that outsiders need no end'),
    ].filter(Boolean)
    return `${verb('set', 'set')} ${what.join(', ')}`
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
  const sentence = 'Outsiders need an end of their engagement here; choose the last day.'
  draft.refuse('end-needed', sentence, '/engagementUntil')
}
