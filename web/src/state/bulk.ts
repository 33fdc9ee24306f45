import { computed, reactive, ref, watch, type Ref } from 'vue'
import { useDocket } from './docket.ts'
import { must } from '@lodge/core/must'

/** What can be done with all that are chosen. */
export const BULK_ACTS = [
  ...(['give', 'change-keys', 'take', 'copy', 'give-seat', 'change-seat', 'end-seat'] as const),
  ...(['manager', 'firm', 'until', 'join-group', 'sign-in', 'leave', 'message'] as const),
] as const
export type BulkAct = (typeof BULK_ACTS)[number]

const SLOT = 'bulk'
const EMPTY = {
  ...{ roleId: '', toRoleId: '', seat: '', fromId: '', withSeats: false, managerId: '', employerId: '', groupId: '' },
  ...{ until: '', on: '', at: '' },
}

/** One act for all people chosen in a list: what is said of it fills the docket, and names whom it cannot be for. */
export function useBulk(ids: () => readonly string[], most: number) {
  const docket = useDocket()
  const act = ref<BulkAct | ''>('')
  const form = reactive({ ...EMPTY, placeIds: [] as string[], toPlaceIds: [] as string[] })
  const leaveOut = ref(false)
  const left = ref<{ personId: string; name: string; sentence: string }[]>([])
  const group: Ref<{ id: string; name: string } | null> = ref(null)
  const tooMany = computed(() => ids().length > most)

  /** What the act says; undefined while something is missing. */
  function said(): object | undefined {
    const { roleId, toRoleId, placeIds, toPlaceIds, fromId, withSeats, managerId, employerId, groupId } = form
    const [product, seatType] = form.seat.split('/')
    const on = form.on ? { on: form.on } : {}
    const until = form.until ? { until: form.until } : {}
    const at = placeIds.length > 0 ? { placeIds } : {}
    switch (act.value) {
      case 'give':
        return roleId && placeIds.length > 0 ? { roleId, placeIds, ...on, ...until } : undefined
      case 'take':
        return roleId || placeIds.length > 0 ? { ...(roleId ? { roleId } : {}), ...at, ...on } : undefined
      case 'change-keys': {
        const to = { ...(toRoleId ? { toRoleId } : {}), ...(toPlaceIds.length > 0 ? { toPlaceIds } : {}), ...until }
        return Object.keys(to).length > 0 ? { ...(roleId ? { roleId } : {}), ...at, ...to, ...on } : undefined
      }
      case 'copy':
        return fromId ? { fromId, withSeats } : undefined
      case 'give-seat':
        return product && seatType ? { product, seatType, ...on, ...until } : undefined
      case 'change-seat':
        return product && seatType ? { product, seatType, ...on } : undefined
      case 'end-seat':
        return product ? { product, ...on } : undefined
      case 'manager':
        return managerId ? { managerId: managerId === 'none' ? null : managerId } : undefined
      case 'firm':
        return employerId ? { employerId: employerId === 'none' ? null : employerId } : undefined
      case 'until':
        return form.until ? { until: form.until } : undefined
      case 'join-group':
        return groupId ? { groupId } : undefined
      case 'leave':
        return form.at ? { at: form.at } : {}
      default:
        return undefined
    }
  }

  let turn = 0
  async function fill(): Promise<void> {
    const mine = ++turn
    const plain = tooMany.value || ids().length === 0 ? undefined : said()
    left.value = []
    group.value = null
    if (act.value === 'sign-in' && !tooMany.value) {
      return void docket.fill({ kind: 'sign-in-many', personIds: ids() }, SLOT)
    }
    if (!plain) return docket.release(SLOT)
    const filling = { kind: 'for-many', personIds: ids(), act: act.value, leaveOut: leaveOut.value, ...plain }
    const filled = await docket.fill(filling, SLOT)
    if (mine !== turn) return
    left.value = filled.left ?? []
    group.value = filled.group ?? null
  }

  watch(act, () => {
    left.value = []
    group.value = null
    Object.assign(form, EMPTY, { placeIds: [], toPlaceIds: [] })
    leaveOut.value = false
  })
  let timer: ReturnType<typeof setTimeout> | undefined
  // Who is chosen is compared by name: the list hands over a new array whenever it is drawn anew.
  watch([act, form, leaveOut, () => ids().join()], () => {
    clearTimeout(timer)
    if (act.value) timer = setTimeout(() => void fill(), 150)
    else docket.release(SLOT)
  })
  // Once applied it is done: the same is not taken in hand a second time.
  watch(
    () => docket.applied,
    (applied) => {
      if (!applied) return
      turn += 1
      clearTimeout(timer)
      act.value = ''
    },
  )

  /** The group gives what was to be copied: they are added to it instead. */
  function joinGroup(): void {
    const { id } = must(group.value, 'group')
    act.value = 'join-group'
    setTimeout(() => (form.groupId = id))
  }

  return reactive({ act, form, leaveOut, left, group, tooMany, joinGroup })
}
