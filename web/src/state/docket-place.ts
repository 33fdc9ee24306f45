import {
  inject,
  onBeforeUnmount,
  provide,
  shallowRef,
  toValue,
  watch,
  type InjectionKey,
  type MaybeRefOrGetter,
  type Ref,
  type ShallowRef,
} from 'vue'

interface Place {
  slot: string
  element: HTMLElement
}

/** Where forms that are open show what their changes would do, the one opened last at the end. */
const places = shallowRef<readonly Place[]>([])
const FOOT: InjectionKey<Readonly<Ref<HTMLElement | null>>> = Symbol('foot of the sheet')

/** The element in which the changes from one of these slots are shown beside their form; undefined: in the docket. */
export function placeOf(slots: readonly string[]): HTMLElement | undefined {
  return places.value.findLast((one) => slots.includes(one.slot))?.element
}

/** Forms within this component show their changes in this element, as at the foot of a sheet. */
export function provideFoot(element: Readonly<ShallowRef<HTMLElement | null>>): void {
  provide(FOOT, element)
}

/**
 * A form's changes are previewed and applied beside it, as long as it is open.
 * @param slot what its changes are held under.
 * @param element where; else at the foot of the sheet the form is in.
 */
export function useDocketPlace(
  slot: MaybeRefOrGetter<string>,
  element: Readonly<Ref<HTMLElement | null>> = inject(FOOT, shallowRef(null)),
): void {
  let mine: Place | undefined
  const release = () => (places.value = places.value.filter((one) => one !== mine))
  watch(
    [() => toValue(slot), element],
    ([name, there]) => {
      release()
      if (!there) return
      mine = { slot: name, element: there }
      places.value = [...places.value, mine]
    },
    { immediate: true, flush: 'post' },
  )
  onBeforeUnmount(release)
}
