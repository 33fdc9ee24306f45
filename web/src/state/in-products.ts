import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { countsOf, type InProduct } from '../logic/in-products.ts'
import { useFetched } from './fetched.ts'
import { useSession } from './session.ts'

/** What is in each connected product under someone's name, asked of the products once. */
export function useInProducts(personId: () => string) {
  const { t } = useI18n()
  const session = useSession()
  const { data, error, again } = useFetched<{ products: InProduct[] }>(
    () => session.path(`/people/${personId()}/in-products`),
    true,
  )
  const products = computed(() => data.value?.products ?? [])
  const asking = computed(() => !data.value && !error.value)

  /** How many of each kind, in words. */
  function counted({ things }: Pick<InProduct, 'things'>): string {
    return countsOf(things)
      .map(({ kind, count }) => t(`leaving.held.${kind}`, { count }, count))
      .join(', ')
  }
  return { products, asking, counted, again }
}
