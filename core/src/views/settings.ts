import type { Id, SettingsRow } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'

export interface SettingsView extends Pick<
  SettingsRow,
  'name' | 'zone' | 'currency' | 'secondMeansFor' | 'outsidersNeedEnd' | 'guestsSeePeopleMet' | 'pathLabelDepth'
> {
  owners: { personId: Id; name: string; signatory: boolean }[]
  control: Control
}

/** The account's name, rules and owners; undefined for whoever may not see settings (model D5). */
export function settingsView(sight: Sight): SettingsView | undefined {
  if (!sight.can('settings', 'see')) return undefined
  const { account } = sight
  const { name, zone, currency, secondMeansFor, outsidersNeedEnd, guestsSeePeopleMet, pathLabelDepth } =
    account.settings
  const owners = account.by('person', 'standing', 'owner').filter((person) => sight.seesPerson(person.id))
  return {
    ...{ name, zone, currency, secondMeansFor, outsidersNeedEnd, guestsSeePeopleMet, pathLabelDepth },
    owners: owners.map(({ id, signatory }) => ({ personId: id, name: account.nameOf(id), signatory })),
    control: controlOf(sight, 'settings', 'change'),
  }
}
