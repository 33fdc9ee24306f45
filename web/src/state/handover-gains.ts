import type { DepartureThingView, HandoverGain } from '@lodge/core'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { ask } from '../api/client.ts'
import { afterPause } from './after-pause.ts'
import { useSession } from './session.ts'

/** The line beneath a choice: what they gain, or why it would wait. */
export interface GainText {
  text: string
  waits: boolean
}

type Named = Pick<DepartureThingView, 'what' | 'id'>

/**
 * What each person who takes over would gain, and what would have to wait, as a plan is put together (model X3).
 * @param handovers those of the plan as the form has it.
 */
export function useHandoverGains(personId: () => string, handovers: () => Record<string, unknown>[]) {
  const { t } = useI18n()
  const session = useSession()
  const gains = ref(new Map<string, HandoverGain>())
  afterPause(handovers, look)

  async function look(): Promise<void> {
    const path = session.path(`/people/${personId()}/gains`)
    const answer = await ask<{ gains: HandoverGain[] }>('POST', path, { handovers: handovers() }).catch(() => null)
    gains.value = new Map((answer?.gains ?? []).map((one) => [`${one.what} ${one.id}`, one]))
  }

  /** Of several things, the first and how many more. */
  function gainOf(all: readonly Named[]): GainText {
    const found = all.flatMap(({ what, id }) => gains.value.get(`${what} ${id}`) ?? [])
    const waits = found.find((one) => one.waits)?.waits
    if (waits) return { text: t('leaving.waits', { why: waits }), waits: true }
    const [what, ...more] = found.flatMap((one) => one.gains)
    if (!what) return { text: '', waits: false }
    const text = t('leaving.gains', { what })
    return { text: more.length > 0 ? `${text} ${t('leaving.andMore', { count: more.length })}` : text, waits: false }
  }

  return gainOf
}
