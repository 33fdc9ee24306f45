import type { DescribedProduct, Description } from '@lodge/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { ask, type ApiError } from '../api/client.ts'
import type { NewChange } from '../api/types.ts'
import { descriptionFrom, type DescriptionForm } from '../logic/description.ts'
import { afterPause } from './after-pause.ts'
import { useDocket } from './docket.ts'
import { useSession } from './session.ts'

/** What goes with a description: the product it is of already, from when, who keeps it, whose it is. */
export interface DescribedBeside {
  product: string | null
  from: string | null
  keeper: { kind: string; id: string } | null
  placeId?: string
}

/** A description is worked out while it is typed: how it reads, an example, and the changes that make it, in the docket. */
export function useDescribed(form: DescriptionForm, currency: () => string, beside: () => DescribedBeside) {
  const session = useSession()
  const docket = useDocket()
  const shown = ref<DescribedProduct | null>(null)
  const failure = ref('')
  const read = computed(() => descriptionFrom(form, currency()))
  const problems = computed(() => read.value.problems)
  const isUnreadable = computed(() => Object.keys(problems.value).length > 0)
  const asked = computed<{ description: Description } & DescribedBeside>(() => ({
    description: read.value.description,
    ...beside(),
  }))
  let turn = 0

  const release = () => {
    turn += 1
    docket.release('describe')
  }
  // What is typed and what can be applied are never two things, not even for a moment.
  watch(asked, release)
  afterPause(asked, work)
  onBeforeUnmount(release)

  async function work(): Promise<void> {
    if (!form.name.trim() || isUnreadable.value) return
    const mine = ++turn
    try {
      const found = await ask<DescribedProduct>('POST', session.path('/products/describe'), asked.value)
      if (mine !== turn) return
      failure.value = ''
      shown.value = found
      if (found.problems.length === 0) docket.hold(found.changes as NewChange[], 'describe')
    } catch (error) {
      if (mine === turn) failure.value = (error as ApiError).message
    }
  }

  return { shown, failure, problems, isUnreadable }
}
