import { must } from '@lodge/core/must'
import type { Choices, PeopleView, PlaceView } from '@lodge/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../api/client.ts'
import { useDocket } from './docket.ts'
import type { PickOption } from '../logic/picking.ts'
import { useFetched } from './fetched.ts'
import { useSession } from './session.ts'

export type Option = PickOption

/**
 * What forms offer, as options: roles (those in the docket too), places as they are in the tree, people and groups.
 * @param when it is asked for; at once if left out.
 */
export function useChoices({ people = false, when = () => true }: { people?: boolean; when?: () => boolean } = {}) {
  const { t } = useI18n()
  const session = useSession()
  const docket = useDocket()
  const { data: choices } = useFetched<Choices>(() => (when() ? session.path('/choices') : null))
  const { data: tree } = useFetched<{ places: PlaceView[] }>(() => (when() ? session.path('/places') : null))
  const { data: everybody } = useFetched<PeopleView>(() =>
    people && when() ? session.path('/people?count=300') : null,
  )
  const roles = computed<Option[]>(() => [
    ...(choices.value?.roles ?? []).map(({ id, name }) => ({ value: id, text: name })),
    ...docket.changes.flatMap((change) => {
      const isMade = change.type === 'make-role' && typeof change.roleId === 'string'
      return isMade ? [{ value: change.roleId as string, text: t('give.inDocket', { name: String(change.name) }) }] : []
    }),
  ])
  /** Firms, those in the docket too. */
  const firms = computed<Option[]>(() => [
    ...(choices.value?.employers ?? []).map(({ id, name }) => ({ value: id, text: name })),
    ...docket.changes.flatMap((change) => {
      if (change.type !== 'make-firm' || !change.firmId) return []
      return [{ value: change.firmId, text: t('give.inDocket', { name: change.name }) }]
    }),
  ])
  /** Adds a firm to the docket, before what names it. @returns its id, once the server has given it one. */
  async function makeFirm(name: string): Promise<string> {
    const made = await docket.holdFirst({ type: 'make-firm', name })
    return must(made.type === 'make-firm' ? made.firmId : null, 'firm')
  }
  /** People and groups, each by kind and id, as something is given to them. */
  const subjects = computed<Option[]>(() => [
    ...(choices.value?.groups ?? []).map(({ id, name, people }) => {
      return { value: `group ${id}`, text: name, detail: t('give.group', { count: people }) }
    }),
    // What every member or guest gets is one visible grant for each standing (model P10).
    ...(people ? ['member', 'guest'] : []).map((standing) => {
      return { value: `standing ${standing}`, text: t(`give.every.${standing}`), detail: t('give.standing') }
    }),
    ...asOptions(everybody.value?.people ?? []),
  ])
  const places = computed<Option[]>(() =>
    (tree.value?.places ?? []).map(({ id, name, depth }) => ({ value: id, text: `${'\u2003'.repeat(depth)}${name}` })),
  )
  function asOptions(found: PeopleView['people']): Option[] {
    return found
      .filter((person) => ['active', 'away', 'waiting'].includes(person.state))
      .map(({ id, name, employer, kind }) => {
        return { value: `person ${id}`, text: name, detail: employer ?? t(`kind.${kind}`) }
      })
  }
  /** Of many people only some are there at once: the others are found on the server as one types. */
  async function findSubjects(text: string): Promise<Option[]> {
    const total = everybody.value?.total ?? 0
    if (!people || text.trim() === '' || total <= (everybody.value?.people.length ?? 0)) return []
    const path = session.path(`/people?count=30&find=${encodeURIComponent(text.trim())}`)
    return asOptions((await ask<PeopleView>('GET', path)).people)
  }
  /** The same for forms that are about people alone: options by the person's id. */
  const peopleOptions = computed(() => idsOnly(subjects.value))
  const findPeople = async (text: string) => idsOnly(await findSubjects(text))
  /** What of a role is not reached from the places it is to be given at; empty if all is (model L4). */
  function notReached(roleId: string, placeIds: readonly string[]): string {
    const { root } = choices.value ?? {}
    const atRoot = choices.value?.roles.find((one) => one.id === roleId)?.atRoot ?? []
    if (!root || atRoot.length === 0 || placeIds.length === 0 || placeIds.includes(root.id)) return ''
    return t('give.atRoot', { what: atRoot.join(', '), root: root.name })
  }
  return {
    choices,
    firms,
    makeFirm,
    notReached,
    roles,
    places,
    subjects,
    findSubjects,
    people: peopleOptions,
    findPeople,
  }
}

function idsOnly(options: readonly Option[]): Option[] {
  return options.flatMap((one) => (one.value.startsWith('person ') ? [{ ...one, value: one.value.slice(7) }] : []))
}
