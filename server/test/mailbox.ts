import { once } from 'node:events'
import { SMTPServer } from 'smtp-server'

/** A mail server for tests, which can be shut and opened again on the same port. */
export interface Mailbox {
  port: number
  /** What came for an address, oldest first. */
  to(address: string): { text: string; messageId: string }[]
  /** Waits for the next message to an address. */
  next(to: string): Promise<{ text: string; messageId: string }>
  stop(): Promise<void>
}

/** Undoes quoted-printable, which mail with long lines or letters beyond ASCII comes in (RFC 2045 §6.7). */
function plainText(raw: string): string {
  if (!/quoted-printable/i.test(raw)) return raw
  const bytes = raw.replaceAll(/=\r?\n/g, '').replaceAll(/=([0-9A-F]{2})/g, (_all, hex: string) => `%${hex}`)
  return bytes.replaceAll(/(%[0-9A-F]{2})+/g, (run) => {
    try {
      return decodeURIComponent(run)
    } catch {
      return run
    }
  })
}

/** A message as it came, its headers unfolded (RFC 5322 §2.2.3). */
function read(raw: string): { to: string; text: string; messageId: string } {
  const header = (name: string) => new RegExp(`^${name}: (.*(?:\\r?\\n[ \\t].*)*)$`, 'im').exec(raw)?.[1] ?? ''
  return { to: header('To').toLowerCase(), text: plainText(raw), messageId: header('Message-ID').trim() }
}

export async function startMailbox(port = 0): Promise<Mailbox> {
  const kept: { to: string; text: string; messageId: string }[] = []
  const waiting: (() => void)[] = []
  const seen = new Set<string>()
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    onRcptTo({ address }, _session, done) {
      // As servers do: nobody is there for good, or someone is to come again later.
      const say = (responseCode: number, text: string) => done(Object.assign(new Error(text), { responseCode }))
      if (address.startsWith('gone')) return say(550, 'Nobody is here')
      if (address.startsWith('grey') && !seen.has(address)) {
        seen.add(address)
        return say(451, 'Come again later')
      }
      done()
    },
    onData(stream, _session, done) {
      const chunks: Buffer[] = []
      stream.on('data', (chunk: Buffer) => chunks.push(chunk))
      stream.on('end', () => {
        kept.push(read(Buffer.concat(chunks).toString('utf8')))
        done()
        for (const wake of waiting.splice(0)) wake()
      })
    },
  })
  server.listen(port, '127.0.0.1')
  await once(server.server, 'listening')
  const to = (address: string) => kept.filter((one) => one.to.includes(address.toLowerCase()))
  return {
    port: (server.server.address() as { port: number }).port,
    to,
    async next(address) {
      for (;;) {
        const [found] = to(address)
        if (found) return found
        await new Promise<void>((resolve) => waiting.push(resolve))
      }
    },
    stop: () => new Promise<void>((resolve) => server.close(resolve)),
  }
}
