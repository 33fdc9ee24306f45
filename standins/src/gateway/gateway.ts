import { createRequire } from 'node:module'
import type { Server } from 'node:net'
import type { Session, Smpp } from './smpp.ts'

const smpp = createRequire(import.meta.url)('smpp') as Smpp

/** A text message as the gateway took it. */
export interface TakenText {
  to: string
  from: string
  text: string
}

export interface Gateway {
  port: number
  texts: readonly TakenText[]
  stop(): Promise<void>
}

/**
 * A gateway for text messages (SMPP 3.4): takes whatever is submitted on loopback and sends nothing on. Anybody may bind
 * but anyone who calls themselves `nobody`; numbers that end in `000` are refused, as those of no subscriber are.
 */
export async function startGateway(port = 0, onText: (text: TakenText) => void = () => undefined): Promise<Gateway> {
  const texts: TakenText[] = []
  const sessions = new Set<Session>()
  let count = 0
  const server = smpp.createServer((session) => {
    sessions.add(session)
    session.on('close', () => sessions.delete(session))
    session.on('error', () => session.destroy())
    session.on('bind_transceiver', (pdu) => {
      const isKnown = pdu.system_id !== 'nobody'
      session.send(pdu.response(isKnown ? {} : { command_status: smpp.ESME_RBINDFAIL }))
      if (!isKnown) session.close()
    })
    session.on('submit_sm', (pdu) => {
      const to = String(pdu.destination_addr)
      if (to.endsWith('000')) {
        session.send(pdu.response({ command_status: smpp.ESME_RINVDSTADR }))
        return
      }
      const text = textOf(pdu.message_payload) || textOf(pdu.short_message)
      const taken = { to, from: String(pdu.source_addr), text }
      texts.unshift(taken)
      onText(taken)
      session.send(pdu.response({ message_id: String((count += 1)) }))
    })
    session.on('enquire_link', (pdu) => session.send(pdu.response()))
    session.on('unbind', (pdu) => {
      session.send(pdu.response())
      session.close()
    })
  }) as unknown as Server
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', resolve)
  })
  const stop = async () => {
    for (const session of sessions) session.destroy()
    await new Promise((resolve) => server.close(resolve))
  }
  return { port: (server.address() as { port: number }).port, texts, stop }
}

/** The library reads a text as `{ message }`, and a payload as that or as it came. */
function textOf(value: unknown): string {
  const message = (value as { message?: unknown } | undefined)?.message ?? value
  return typeof message === 'string' ? message : Buffer.isBuffer(message) ? message.toString('utf8') : ''
}
