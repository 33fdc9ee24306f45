import { createServer, type Server, type Socket } from 'node:net'

/** A message as POP3 gives it out. */
export interface StoredMessage {
  uid: string
  raw: string
}

const CRLF = '\r\n'

/**
 * A mailbox over POP3 (RFC 1939): USER and PASS, STAT, LIST, UIDL, RETR, DELE, NOOP, RSET and QUIT. Any password opens
 * it. What is deleted goes at QUIT and only then.
 */
export async function servePop3(
  port: number,
  messages: () => readonly StoredMessage[],
  remove: (uids: ReadonlySet<string>) => void,
): Promise<Server> {
  const server = createServer((socket) => attend(socket, messages, remove))
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', resolve)
  })
  return server
}

function attend(
  socket: Socket,
  messages: () => readonly StoredMessage[],
  remove: (uids: ReadonlySet<string>) => void,
): void {
  let opened: readonly StoredMessage[] = []
  const deleted = new Set<string>()
  const say = (line: string) => socket.write(line + CRLF)
  const left = () => opened.map((one, at) => ({ ...one, number: at + 1 })).filter((one) => !deleted.has(one.uid))
  const sizeOf = ({ raw }: StoredMessage) => Buffer.byteLength(raw)
  const many = (lines: readonly string[]) => say(['+OK', ...lines, '.'].join(CRLF))
  const one = (text: string, act: (found: StoredMessage) => void) => {
    const found = left().find(({ number }) => number === Number(text))
    if (found) act(found)
    else say('-ERR no such message')
  }
  const commands: Record<string, (argument: string) => void> = {
    USER: () => say('+OK'),
    PASS: () => {
      opened = [...messages()]
      say('+OK')
    },
    STAT: () => say(`+OK ${left().length} ${left().reduce((sum, found) => sum + sizeOf(found), 0)}`),
    LIST: (argument) =>
      argument
        ? one(argument, (found) => say(`+OK ${argument} ${sizeOf(found)}`))
        : many(left().map((found) => `${found.number} ${sizeOf(found)}`)),
    UIDL: (argument) =>
      argument
        ? one(argument, (found) => say(`+OK ${argument} ${found.uid}`))
        : many(left().map((found) => `${found.number} ${found.uid}`)),
    // A line that begins with a dot gets another before it (RFC 1939 §3).
    RETR: (argument) =>
      one(argument, (found) => many(found.raw.split(/\r?\n/).map((line) => line.replace(/^\./, '..')))),
    DELE: (argument) =>
      one(argument, (found) => {
        deleted.add(found.uid)
        say('+OK')
      }),
    NOOP: () => say('+OK'),
    RSET: () => {
      deleted.clear()
      say('+OK')
    },
    QUIT: () => {
      remove(deleted)
      socket.end(`+OK${CRLF}`)
    },
  }
  let rest = ''
  socket.on('error', () => socket.destroy())
  socket.on('data', (chunk: Buffer) => {
    rest += chunk.toString('latin1')
    for (let end = rest.indexOf(CRLF); end >= 0; end = rest.indexOf(CRLF)) {
      const [word = '', argument = ''] = rest.slice(0, end).split(' ')
      rest = rest.slice(end + CRLF.length)
      const act = commands[word.toUpperCase()]
      if (act) act(argument)
      else say('-ERR unknown command')
    }
  })
  say('+OK ready')
}
