import { createConnection } from 'node:net'
import { startMailbox, type Mailbox } from '../src/mailbox/mailbox.ts'

let mailbox: Mailbox
beforeAll(async () => {
  mailbox = await startMailbox({ smtpPort: 0, pagePort: 0 })
})
afterAll(() => mailbox.stop())

/** Speaks SMTP by hand, waiting for each answer (RFC 5321). */
function send(to: string, data: string): Promise<string[]> {
  const lines = ['EHLO here', 'MAIL FROM:<porter@lodge.example>', `RCPT TO:<${to}>`, 'DATA', `${data}\r\n.`, 'QUIT']
  return new Promise((resolve, reject) => {
    const socket = createConnection(mailbox.smtpPort, '127.0.0.1')
    const answers: string[] = []
    socket.on('data', (chunk) => {
      const answer = chunk.toString()
      if (!/^\d{3} /m.test(answer)) return
      answers.push(answer.trim().split('\n').at(-1)!.slice(0, 3))
      const next = lines.shift()
      if (next !== undefined) socket.write(`${next}\r\n`)
    })
    socket.on('end', () => resolve(answers))
    socket.on('error', reject)
  })
}

const page = async (path: string) => {
  const answer = await fetch(`http://127.0.0.1:${mailbox.pagePort}${path}`)
  return { status: answer.status, text: await answer.text(), headers: answer.headers }
}

test('takes what comes by SMTP and shows it on a page and as JSON, newest first', async () => {
  const head = (subject: string) =>
    `From: Porter <porter@lodge.example>\r\nSubject: ${subject}\r\nMessage-ID: <${subject}@x>\r\n\r\n`
  expect(await send('sorrel@firm.example', `${head('First')}Open http://localhost:1/invitation#abc now.`)).toEqual([
    '220',
    '250',
    '250',
    '250',
    '354',
    '250',
    '221',
  ])
  await send('anwen@firm.example', `${head('Second')}<script>alert(1)</script>`)
  const list = await page('/')
  expect(list.text.indexOf('Second')).toBeLessThan(list.text.indexOf('First'))
  const answer = await fetch(`http://127.0.0.1:${mailbox.pagePort}/messages.json?to=SORREL`)
  expect(await answer.json()).toMatchObject([{ to: 'sorrel@firm.example', subject: 'First', messageId: '<First@x>' }])
})

test('links can be followed, and nothing in a message becomes part of the page', async () => {
  expect((await page('/messages/1')).text).toContain('<a href="http://localhost:1/invitation#abc">')
  const second = await page('/messages/2')
  expect(second.text).toContain('&lt;script&gt;alert(1)&lt;/script&gt;')
  expect(second.text).not.toContain('<script>')
  expect(second.headers.get('content-security-policy')).toContain("default-src 'none'")
  expect((await page('/messages/99')).status).toBe(404)
})
