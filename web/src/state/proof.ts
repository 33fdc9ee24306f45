import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ApiError } from '../api/client.ts'

/** What has to be confirmed asks who you are once more: what was asked for waits here until that is shown, and then goes on. */
export const useProof = defineStore('proof', () => {
  const asking = ref(false)
  let settle: ((proven: boolean) => void) | undefined

  /** Does something; if it needs a fresh proof, asks for that and does it again. @throws what it throws otherwise. */
  async function withProof<T>(act: () => Promise<T>): Promise<T> {
    try {
      return await act()
    } catch (failure) {
      if (!(failure instanceof ApiError) || failure.code !== 'sign-in-again') throw failure
      asking.value = true
      const proven = await new Promise<boolean>((resolve) => (settle = resolve))
      asking.value = false
      if (!proven) throw failure
      return act()
    }
  }

  function done(proven: boolean): void {
    settle?.(proven)
  }

  return { asking, withProof, done }
})
