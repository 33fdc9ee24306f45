import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ApiError, ask } from '../api/client.ts'
import type { Me } from '@lodge/core'

/** Who is signed in in this browser. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>(null)
  /** Why the last session ended, as the code the lodge gave. */
  const endedBecause = ref<string | null>(null)
  let loading: Promise<Me | null> | undefined

  /** Asks once; later calls answer what is known. */
  function load(): Promise<Me | null> {
    if (me.value) return Promise.resolve(me.value)
    loading ??= ask<Me>('GET', '/api/session')
      .then((found) => (me.value = found))
      .catch((error: unknown) => {
        if (error instanceof ApiError && error.status === 401) return null
        throw error
      })
      .finally(() => (loading = undefined))
    return loading
  }

  async function signIn(email: string, password: string): Promise<Me> {
    me.value = await ask<Me>('POST', '/api/session', { email, password })
    endedBecause.value = null
    return me.value
  }

  function enter(found: Me): void {
    me.value = found
    endedBecause.value = null
  }

  async function signOut(): Promise<void> {
    await ask('DELETE', '/api/session')
    me.value = null
  }

  function ended(code: string): void {
    me.value = null
    endedBecause.value = code
  }

  /** A path of the current account's API. */
  function path(rest: string): string {
    return `/api/accounts/${me.value?.current?.accountId ?? ''}${rest}`
  }

  return { me, endedBecause, load, signIn, enter, signOut, ended, path }
})
