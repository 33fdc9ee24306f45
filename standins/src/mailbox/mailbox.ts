import { createServer, type Server } from 'node:http'
import Koa from 'koa'
import Router from '@koa/router'
import { simpleParser } from 'mailparser'
import { SMTPServer } from 'smtp-server'
import { bounceMessage, comesBack } from './bounce.ts'
import { listPage, messagePage } from './pages.ts'
import { servePop3, type StoredMessage } from './pop3.ts'

/** A message as the mailbox took it. */
export interface ReceivedMessage {
  id: number
  messageId: string
  from: string
  to: string
  subject: string
  text: string
  receivedAt: Date
}

export interface Mailbox {
  smtpPort: number
  pagePort: number
  /** Where what came back is read (POP3). */
  pop3Port: number
  messages: readonly ReceivedMessage[]
  /** Shows something that came another way: a text message, say. */
  show(message: Pick<ReceivedMessage, 'from' | 'to' | 'subject' | 'text'>): void
  stop(): Promise<void>
}

const KEPT = 5_000

/**
 * Everyone's mailbox: takes whatever comes by SMTP (RFC 5321) on loopback and shows it on a page, and as JSON under
 * `/messages.json?to=…`. It sends nothing on. What goes to `nobody…@` comes back to its sender, whose mailbox is read by POP3.
 */
export async function startMailbox(ports: { smtpPort: number; pagePort: number; pop3Port?: number }): Promise<Mailbox> {
  const messages: ReceivedMessage[] = []
  let count = 0
  let returned: StoredMessage[] = []
  const show: Mailbox['show'] = (message) => {
    messages.unshift({ id: ++count, messageId: '', ...message, receivedAt: new Date() })
    messages.splice(KEPT)
  }
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: 5 * 1024 * 1024,
    onData(stream, session, done) {
      simpleParser(stream)
        .then((mail) => {
          const to = session.envelope.rcptTo.map((one) => one.address).join(', ')
          const { messageId = '', subject = '', text = '' } = mail
          const from = mail.from?.text ?? ''
          messages.unshift({ id: ++count, messageId, from, to, subject, text, receivedAt: new Date() })
          messages.splice(KEPT)
          const sender = session.envelope.mailFrom ? session.envelope.mailFrom.address : ''
          for (const { address } of session.envelope.rcptTo.filter((one) => comesBack(one.address))) {
            returned.push({ uid: `back-${++count}`, raw: bounceMessage(sender, address, messageId) })
          }
          done()
        })
        .catch(done)
    },
  })
  await new Promise<void>((resolve, reject) => {
    smtp.once('error', reject)
    smtp.listen(ports.smtpPort, '127.0.0.1', resolve)
  })
  const remove = (uids: ReadonlySet<string>) => (returned = returned.filter((one) => !uids.has(one.uid)))
  const pop3 = await servePop3(ports.pop3Port ?? 0, () => returned, remove)
  const pages = await servePages(messages, ports.pagePort)
  const stop = async () => {
    await new Promise<void>((resolve) => smtp.close(resolve))
    await new Promise((resolve) => pop3.close(resolve))
    pages.closeAllConnections()
    await new Promise((resolve) => pages.close(resolve))
  }
  const port = (server: { address(): unknown }) => (server.address() as { port: number }).port
  return { smtpPort: port(smtp.server), pagePort: port(pages), pop3Port: port(pop3), messages, show, stop }
}

async function servePages(messages: readonly ReceivedMessage[], port: number): Promise<Server> {
  const router = new Router()
  const wanted = (to: unknown) =>
    typeof to === 'string' ? messages.filter((one) => one.to.toLowerCase().includes(to.toLowerCase())) : messages
  router.get('/', (ctx) => {
    ctx.type = 'html'
    ctx.body = listPage(wanted(ctx.query.to))
  })
  router.get('/messages.json', (ctx) => {
    ctx.body = wanted(ctx.query.to)
  })
  router.get('/messages/:id', (ctx) => {
    const message = messages.find((one) => String(one.id) === ctx.params.id)
    if (!message) return
    ctx.type = 'html'
    ctx.body = messagePage(message)
  })
  const app = new Koa()
  app.use(async (ctx, next) => {
    ctx.set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; base-uri 'none'")
    await next()
  })
  app.use(router.routes())
  const server = createServer(app.callback())
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', resolve)
  })
  return server
}
