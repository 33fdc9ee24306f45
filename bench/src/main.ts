import 'reflect-metadata'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import { extname, join, resolve } from 'node:path'
import { gzipSync } from 'node:zlib'
import { chromium, type Browser, type BrowserContext, type Page } from '@playwright/test'
import { build } from 'vite'
import { DEMO_OWNER_EMAIL, DEMO_PASSWORD } from '@lodge/demo/sign-in'
import { Passwords, PASSWORD_MEMORY_KIBIBYTES } from '@lodge/server'
import { median, report, timed, type Yardstick } from './yardsticks.ts'

const root = resolve(import.meta.dirname, '../..')
/** With `--hundredth` everything runs, but hardly repeats: that it works is tested, not how fast. */
const small = process.argv.includes('--hundredth')
const FIRST_SCRIPT_LIMIT_BYTES = 180_000

async function startDemo(directory: string): Promise<{ origin: string; stop(): Promise<void> }> {
  const start = join(root, 'demo/dist/start.js')
  const child = spawn(process.execPath, [start, '--directory', directory, '--port', '8790'], {
    env: {
      ...process.env,
      LODGE_NOW: '2026-06-16T09:00:00+01:00',
      LODGE_SIGN_IN_ATTEMPTS: '100000',
      LODGE_PASSWORD_MEMORY_KIB: '',
    },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  const [message] = (await once(child, 'message')) as [{ origin: string }]
  const exit = once(child, 'exit')
  const stop = async () => {
    child.kill('SIGINT')
    await exit
  }
  return { origin: message.origin, stop }
}

/** Sign-in over HTTP against one Argon2id hash, alternately. */
async function signIn(origin: string): Promise<Yardstick> {
  const passwords = new Passwords(PASSWORD_MEMORY_KIBIBYTES)
  const [hashes, signIns]: [number[], number[]] = [[], []]
  const body = JSON.stringify({ email: DEMO_OWNER_EMAIL, password: DEMO_PASSWORD })
  const request = async () => {
    const answer = await fetch(`${origin}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body,
    })
    if (answer.status !== 200) throw new Error(`Sign-in answered ${answer.status}.`)
  }
  await request()
  await passwords.hash(DEMO_PASSWORD)
  for (let round = 0; round < (small ? 2 : 60); round += 1) {
    hashes.push(await timed(() => passwords.hash(DEMO_PASSWORD)))
    signIns.push(await timed(request))
  }
  return {
    name: 'sign-in against one Argon2id hash',
    value: median(signIns),
    against: median(hashes),
    unit: 'ms',
    limit: 1.3,
    bound: 'most',
  }
}

/** People of the demo, and nobody of the same length, asked in any order: who asks learns nothing from the time. */
const HERE = ['oriel.thistlewick', 'bram.osterley', 'mirren.halloway', 'cormac.eddery', 'tamsin.roake']

async function strangers(origin: string, path: string, words: object, status: number): Promise<Yardstick> {
  const ask = (email: string) =>
    timed(async () => {
      const body = JSON.stringify({ email: `${email}@thistlewick.example`, ...words })
      const answer = await fetch(`${origin}${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body,
      })
      await answer.text()
      if (answer.status !== status) throw new Error(`A stranger was answered ${answer.status}.`)
    })
  const [here, nowhere]: [number[], number[]] = [[], []]
  for (let round = 0; round < (small ? 2 : 200); round += 1) {
    const name = HERE[round % HERE.length]!
    const asked = [async () => here.push(await ask(name)), async () => nowhere.push(await ask(name.replace(/.$/, 'z')))]
    if (Math.random() < 0.5) asked.reverse()
    for (const one of asked) await one()
  }
  const [one, other] = [median(here), median(nowhere)]
  return {
    name: `a stranger at ${path}, login or none, the slower to the quicker`,
    value: Math.max(one, other),
    against: Math.min(one, other),
    unit: 'ms',
    limit: 1.1,
    bound: 'most',
  }
}

async function serveEmpty(): Promise<{ url: string; stop(): void }> {
  const outDir = join(root, 'bench/dist')
  await build({ root: join(root, 'bench/empty'), base: './', logLevel: 'silent', build: { outDir, emptyOutDir: true } })
  const types: Record<string, string> = { '.html': 'text/html', '.js': 'text/javascript' }
  const server = createServer((request, response) => {
    const path = request.url === '/' ? '/index.html' : (request.url ?? '/')
    response.setHeader('Content-Type', types[extname(path)] ?? 'text/plain')
    if (existsSync(join(outDir, path))) response.end(readFileSync(join(outDir, path)))
    else response.writeHead(404).end()
  })
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as { port: number }
  return { url: `http://127.0.0.1:${port}/`, stop: () => server.close() }
}

/** A page that tells, at each navigation, when an element was on it and painted. */
async function watch(context: BrowserContext, selector: string): Promise<Page> {
  const page = await context.newPage()
  // As text: a function would reach the page with the compiler's helpers, which are not there.
  await page.addInitScript(`
    const look = () => {
      if (!document.querySelector(${JSON.stringify(selector)})) return requestAnimationFrame(look)
      // A message posted from a frame is heard right after that frame was painted.
      const { port1, port2 } = new MessageChannel()
      port1.onmessage = () => console.log('shown at ' + performance.now())
      port2.postMessage(0)
    }
    requestAnimationFrame(look)
  `)
  return page
}

/** Milliseconds from the start of navigation until the watched element was painted. */
async function untilShown(page: Page, url: string): Promise<number> {
  // Told, not asked for: asking over and over would take the time that is measured.
  const told = page.waitForEvent('console', (message) => message.text().startsWith('shown at '))
  await page.goto(url, { waitUntil: 'commit' })
  const shownAt = Number((await told).text().slice('shown at '.length))
  await page.waitForLoadState('load')
  return shownAt
}

/** Signed in, the first true row of the Desk against the first paint of an empty Vue page, alternately. */
async function firstRow(browser: Browser, origin: string): Promise<Yardstick> {
  const empty = await serveEmpty()
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const answer = await context.request.post(`${origin}/api/session`, {
    data: { email: DEMO_OWNER_EMAIL, password: DEMO_PASSWORD },
  })
  if (answer.status() !== 200) throw new Error(`Sign-in answered ${answer.status()}.`)
  const [desks, empties]: [number[], number[]] = [[], []]
  // A tab of its own for each, in one browser that is running, as it is for the person who opens the Desk in the
  // morning.
  const [desk, nothing] = [await watch(context, '.need'), await watch(context, '.row')]
  for (let round = -2; round < (small ? 1 : 25); round += 1) {
    const [one, other] = [await untilShown(nothing, empty.url), await untilShown(desk, `${origin}/desk`)]
    if (round < 0) continue
    empties.push(one)
    desks.push(other)
  }
  empty.stop()
  const name = 'first true row of the Desk against an empty Vue page'
  return { name, value: median(desks), against: median(empties), unit: 'ms', limit: 2.5, bound: 'most' }
}

/** What a browser fetches before anything shows: the entry and what it preloads; core and Temporal are not in it. */
function firstScript(): Yardstick {
  const dist = join(root, 'web/dist')
  const page = readFileSync(join(dist, 'index.html'), 'utf8')
  const names = [...page.matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)].map(([, name]) => name!)
  const bytes = names.reduce((sum, name) => sum + gzipSync(readFileSync(join(dist, name))).length, 0)
  const all = readdirSync(join(dist, 'assets')).filter((name) => name.endsWith('.js'))
  const heavy = all.filter((name) =>
    /PlainDateTime|class-validator|jolly-porter\/account-book/.test(readFileSync(join(dist, 'assets', name), 'utf8')),
  )
  if (heavy.length > 0) throw new Error(`The core or Temporal went to the browser: ${heavy.join(', ')}.`)
  return {
    name: 'first scripts, gzipped, against their limit',
    value: bytes / 1000,
    against: FIRST_SCRIPT_LIMIT_BYTES / 1000,
    unit: 'kB',
    limit: 1,
    bound: 'most',
    always: true,
  }
}

const directory = mkdtempSync(join(tmpdir(), 'lodge-bench-'))
const demo = await startDemo(directory)
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update'],
})
try {
  const rows = [
    firstScript(),
    await signIn(demo.origin),
    await strangers(demo.origin, '/api/session', { password: 'not the password' }, 401),
    await strangers(demo.origin, '/api/forgotten', {}, 204),
    await firstRow(browser, demo.origin),
  ]
  for (const row of rows) if (!report(row, small)) process.exitCode = 1
} finally {
  await browser.close()
  await demo.stop()
  rmSync(directory, { recursive: true, force: true })
}
