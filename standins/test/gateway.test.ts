import { once } from 'node:events'
import { createRequire } from 'node:module'
import { connect as connectTcp, type Socket } from 'node:net'
import { startGateway } from '../src/gateway/gateway.ts'
import { servePop3 } from '../src/mailbox/pop3.ts'

/** Says a line over POP3 and answers what comes back. */
async function say(socket: Socket, line: string): Promise<string> {
  socket.write(`${line}\r\n`)
  const [chunk] = (await once(socket, 'data')) as [Buffer]
  return chunk.toString()
}

describe('the mailbox over POP3 (RFC 1939)', () => {
  test('lists, gives out with dots doubled, and takes away at the end alone', async () => {
    let kept = [
      { uid: 'a', raw: 'Subject: One\r\n\r\n.hidden' },
      { uid: 'b', raw: 'Subject: Two' },
    ]
    const remove = (uids: ReadonlySet<string>) => (kept = kept.filter((one) => !uids.has(one.uid)))
    const server = await servePop3(0, () => kept, remove)
    const socket = connectTcp((server.address() as { port: number }).port, '127.0.0.1')
    await once(socket, 'data')
    expect(await say(socket, 'USER porter')).toBe('+OK\r\n')
    expect(await say(socket, 'PASS any')).toBe('+OK\r\n')
    expect(await say(socket, 'STAT')).toBe('+OK 2 35\r\n')
    expect(await say(socket, 'UIDL')).toBe('+OK\r\n1 a\r\n2 b\r\n.\r\n')
    expect(await say(socket, 'RETR 1')).toContain('\r\n..hidden\r\n.\r\n')
    expect(await say(socket, 'RETR 9')).toMatch(/^-ERR/)
    expect(await say(socket, 'NONSENSE')).toMatch(/^-ERR/)
    await say(socket, 'DELE 1')
    expect(await say(socket, 'RETR 1')).toMatch(/^-ERR/)
    expect(kept).toHaveLength(2)
    await say(socket, 'QUIT')
    expect(kept.map((one) => one.uid)).toEqual(['b'])
    await new Promise((resolve) => server.close(resolve))
  })
})

describe('the gateway for text messages (SMPP 3.4)', () => {
  interface Session {
    bind_transceiver(fields: object, hear: (pdu: { command_status: number }) => void): void
    submit_sm(fields: object, hear: (pdu: { command_status: number }) => void): void
    destroy(): void
  }
  const { connect } = createRequire(import.meta.url)('smpp') as { connect(options: object): Session }

  test('takes texts of those it knows, and refuses numbers of no subscriber', async () => {
    const gateway = await startGateway()
    const session = connect({ url: `smpp://127.0.0.1:${gateway.port}` })
    const ask = (what: 'bind_transceiver' | 'submit_sm', fields: object) =>
      new Promise<number>((resolve) => session[what](fields, (pdu) => resolve(pdu.command_status)))
    expect(await ask('bind_transceiver', { system_id: 'porter', password: 'any' })).toBe(0)
    expect(await ask('submit_sm', { destination_addr: '353155501', message_payload: 'Hello' })).toBe(0)
    expect(await ask('submit_sm', { destination_addr: '353155000', message_payload: 'Hello' })).not.toBe(0)
    expect(gateway.texts).toMatchObject([{ to: '353155501', text: 'Hello' }])
    session.destroy()
    const stranger = connect({ url: `smpp://127.0.0.1:${gateway.port}` })
    const bound = await new Promise<number>((resolve) =>
      stranger.bind_transceiver({ system_id: 'nobody', password: '' }, (pdu) => resolve(pdu.command_status)),
    )
    expect(bound).not.toBe(0)
    stranger.destroy()
    await gateway.stop()
  })
})
