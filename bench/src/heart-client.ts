import autocannon from 'autocannon'

/** What a client process is to send: these bodies in turn, from so many connections for so long. */
export interface Load {
  url: string
  bodies: string[]
  headers: Record<string, string>
  connections: number
  seconds: number
}

// Asks from a process of its own, so that neither side's memory weighs on the other. Answers requests a second.
process.on('message', ({ url, bodies, headers, connections, seconds }: Load) => {
  const requests = bodies.map((body) => ({ method: 'POST' as const, body, headers }))
  void autocannon({ url, connections, duration: seconds, requests }).then((result) => {
    if (result.non2xx > 0 || result.errors > 0) {
      throw new Error(`${url}: ${result.non2xx} refused, ${result.errors} failed.`)
    }
    process.send!(result['2xx'] / result.duration)
  })
})
