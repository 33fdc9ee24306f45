import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ask } from '../api/client.ts'
import { useSession } from './session.ts'

type Heard = { kind: 'changed' | 'signed-out' | 'doors-shut' }

/**
 * What the lodge says by itself: that something may have changed, or that the doors are shut. One stream per browser:
 * the tab that holds the lock listens and passes it on to the others.
 */
export const useLive = defineStore('live', () => {
  const session = useSession()
  /** Rises whenever something may have changed; views watch it and ask anew. */
  const turn = ref(0)
  const connected = ref(true)
  let channel: BroadcastChannel | undefined
  let source: EventSource | undefined
  let letGo: (() => void) | undefined

  function hear(heard: Heard): void {
    if (heard.kind === 'changed') turn.value += 1
    else leave(heard.kind)
  }

  function leave(code: string): void {
    stop()
    session.ended(code)
  }

  function listen(): void {
    source = new EventSource(session.path('/events'))
    const pass = (heard: Heard) => {
      channel?.postMessage(heard)
      hear(heard)
    }
    source.addEventListener('open', () => {
      if (!connected.value) pass({ kind: 'changed' })
      connected.value = true
    })
    source.addEventListener('changed', () => pass({ kind: 'changed' }))
    for (const kind of ['signed-out', 'doors-shut'] as const) source.addEventListener(kind, () => pass({ kind }))
    source.addEventListener('error', () => {
      connected.value = false
      // A stream that is refused for good says nothing of why; asking for what is one's own does, and costs nothing.
      if (source?.readyState === EventSource.CLOSED) void ask('GET', session.path('/docket')).catch(() => undefined)
    })
  }

  function start(): void {
    stop()
    const name = `lodge-${session.me?.current?.accountId}-${session.me?.current?.personId}`
    channel = new BroadcastChannel(name)
    channel.onmessage = (event: MessageEvent<Heard>) => hear(event.data)
    if (!('locks' in navigator)) return listen()
    void navigator.locks.request(name, () => {
      if (!channel) return undefined
      listen()
      return new Promise<void>((resolve) => (letGo = resolve))
    })
  }

  function stop(): void {
    source?.close()
    source = undefined
    channel?.close()
    channel = undefined
    letGo?.()
    letGo = undefined
  }

  return { turn, connected, start, stop }
})
