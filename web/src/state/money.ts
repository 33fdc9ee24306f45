import { computed } from 'vue'
import { todayIn } from '../logic/dates.ts'
import { amount, signedSum, sum } from '../logic/money.ts'
import { useSession } from './session.ts'

/** Sums and today's date in the way of the account one is in. */
export function useMoney() {
  const session = useSession()
  const current = computed(() => session.me?.current)
  const today = computed(() => todayIn(current.value?.zone ?? 'UTC'))
  const inOurs =
    (write: typeof amount) =>
    (minor: number): string =>
      write(minor, current.value?.currency ?? 'EUR', current.value?.locale ?? 'en-IE')
  return {
    today,
    /** In a column that names its currency. */
    money: inOurs(amount),
    /** Shown alone. */
    sum: inOurs(sum),
    signedSum: inOurs(signedSum),
  }
}
