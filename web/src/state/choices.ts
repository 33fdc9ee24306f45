import type { Choices, PlaceView } from '@lodge/core'
import { computed } from 'vue'
import { useFetched } from './fetched.ts'
import { useSession } from './session.ts'

export interface Option {
  value: string
  text: string
}

/** What forms offer, as options: roles, seats, firms, managers, and places as they lie in the tree. */
export function useChoices() {
  const session = useSession()
  const { data: choices } = useFetched<Choices>(() => session.path('/choices'))
  const { data: tree } = useFetched<{ places: PlaceView[] }>(() => session.path('/places'))
  const roles = computed<Option[]>(() =>
    (choices.value?.roles ?? []).map(({ id, name }) => ({ value: id, text: name })),
  )
  const places = computed<Option[]>(() =>
    (tree.value?.places ?? []).map(({ id, name, depth }) => ({ value: id, text: `${'\u2003'.repeat(depth)}${name}` })),
  )
  return { choices, roles, places }
}
