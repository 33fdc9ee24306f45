import { once } from 'node:events'
import { createServer, type AddressInfo } from 'node:net'
import { readConfiguration } from '../src/configuration.ts'
import { Mailer } from '../src/work/mail.ts'
import { environment } from './harness.ts'

test('a mailbox’s server that takes the call and says nothing keeps nobody waiting for more than a few seconds', async () => {
  const server = createServer(() => undefined).listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo
  const mailer = new Mailer(readConfiguration(environment({ LODGE_SMTP_URL: `smtp://127.0.0.1:${port}` })))
  const started = performance.now()
  const message = { to: { name: 'Sorrel', address: 'sorrel@thistlewick.example' }, subject: 'Hello', text: 'Hello' }
  await expect(mailer.send('01890000-0000-7000-8000-000000000001', message)).rejects.toThrow(/greeting/i)
  // Four seconds are given; by itself the library would wait for half a minute.
  expect(performance.now() - started).toBeLessThan(15_000)
  mailer.close()
  server.close()
}, 30_000)
