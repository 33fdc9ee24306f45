import type { FieldRow, Id, SettingsRow } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'

export interface SettingsView extends Pick<
  SettingsRow,
  | 'name'
  | 'zone'
  | 'currency'
  | 'secondMeansFor'
  | 'outsidersNeedEnd'
  | 'guestsSeePeopleMet'
  | 'pathLabelDepth'
  | 'terms'
  | 'leaverLines'
  | 'erasedAfterDays'
  | 'erasedByItself'
> {
  /** The account’s own fields, with how many people have something in each. */
  fields: (FieldRow & { used: number })[]
  owners: { personId: Id; name: string; signatory: boolean }[]
  control: Control
}

/** The account's name, rules and owners; undefined for anyone who may not see settings (model D5). */
export function settingsView(sight: Sight): SettingsView | undefined {
  if (!sight.can('settings', 'see')) return undefined
  const { account } = sight
  const { id: _id, locale: _locale, openedAt: _openedAt, ...rules } = account.settings
  const owners = account.by('person', 'standing', 'owner').filter((person) => sight.seesPerson(person.id))
  return {
    ...rules,
    fields: [...account.all('field')].map((field) => ({ ...field, used: usersOf(sight, field) })),
    owners: owners.map(({ id, signatory }) => ({ personId: id, name: account.nameOf(id), signatory })),
    control: controlOf(sight, 'settings', 'change'),
  }
}

function usersOf({ account }: Sight, field: FieldRow): number {
  let used = 0
  for (const person of account.all('person')) {
    if (person.choices[field.id] || account.personal(person.id, `field ${field.id}`)) used += 1
  }
  return used
}
