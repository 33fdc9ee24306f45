import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { ApiError, ask, forgetAnswers } from '../api/client.ts'
import type { Me } from '@lodge/core'

/** What signing in asks for after the password. */
export interface SecondAsked {
  second: ('passkey' | 'codes' | 'backup')[]
  ticket: string
}

/** Whose view is looked at. */
export interface Seeing {
  personId: string
  name: string
  rooms: readonly string[]
}

/** Who is signed in in this browser. */
export const useSession = defineStore('session', () => {
  const me = ref<Me | null>(null)
  /** Why the last session ended, as the code the lodge gave. */
  const endedBecause = ref<string | null>(null)
  let loading: Promise<Me | null> | undefined
  let signingOut = false

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

  /** Signs in, or answers what is asked for next. */
  async function signIn(email: string, password: string): Promise<SecondAsked | null> {
    const answer = await ask<Me | SecondAsked>('POST', '/api/session', { email, password })
    if ('ticket' in answer) return answer
    enter(answer)
    return null
  }

  async function secondStep(ticket: string, code: string): Promise<void> {
    enter(await ask<Me>('POST', '/api/session/second', { ticket, code }))
  }

  /** Signs in with a passkey of this browser or of a key one holds. */
  async function signInByPasskey(): Promise<void> {
    const { startAuthentication } = await import('@simplewebauthn/browser')
    const optionsJSON = await ask<never>('POST', '/api/session/passkey/options', {})
    const answer = await startAuthentication({ optionsJSON })
    enter(await ask<Me>('POST', '/api/session/passkey', { answer }))
  }

  /** Goes over to another account of the same login. */
  async function goOver(accountId: string): Promise<void> {
    me.value = await ask<Me>('PUT', '/api/session/account', { accountId })
  }

  /** Asks anew who is signed in and what is open to them. */
  async function again(): Promise<void> {
    me.value = await ask<Me>('GET', '/api/session')
  }

  function enter(found: Me): void {
    me.value = found
    endedBecause.value = null
  }

  /** Signs out by one's own wish, for which no reason has to be told. */
  async function signOut(): Promise<void> {
    signingOut = true
    forgetAnswers()
    // A list that was pasted and not sent, too.
    sessionStorage.clear()
    try {
      await ask('DELETE', '/api/session')
      me.value = null
    } finally {
      signingOut = false
    }
  }

  function ended(code: string): void {
    me.value = null
    seeing.value = null
    endedBecause.value = signingOut ? null : code
  }

  /** As whom everything is seen at the moment, as far as one sees it oneself (model D5); nothing is changed then. */
  const seeing = ref<Seeing | null>(null)
  const rooms = computed<readonly string[]>(() => seeing.value?.rooms ?? me.value?.current?.rooms ?? [])

  /** A path of the current account's API; while seeing as someone, of their view of it. */
  function path(rest: string): string {
    const as = seeing.value ? `${rest.includes('?') ? '&' : '?'}as=${seeing.value.personId}` : ''
    return `/api/accounts/${me.value?.current?.accountId ?? ''}${rest}${as}`
  }

  async function seeAs(personId: string): Promise<void> {
    const account = `/api/accounts/${me.value?.current?.accountId ?? ''}`
    seeing.value = await ask<Seeing>('GET', `${account}/frame?as=${personId}`)
  }

  function seeAsOneself(): void {
    seeing.value = null
  }

  const ways = { signIn, secondStep, signInByPasskey, goOver, again }
  return { me, endedBecause, seeing, rooms, load, ...ways, enter, signOut, ended, path, seeAs, seeAsOneself }
})
