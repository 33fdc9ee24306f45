import 'reflect-metadata'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { DEMO_OWNER_EMAIL, DEMO_PASSWORD } from '@lodge/demo/sign-in'
import { openPools, readTable } from '@lodge/server'
import { median, report, timed, type Yardstick } from './yardsticks.ts'

// The grid of people and places in a browser, on the whole account: how soon the first cells show, what a frame costs
// while it is scrolled, and whether the page keeps its memory. `--hundredth` runs it on a hundredth.
const root = resolve(import.meta.dirname, '../..')
const small = process.argv.includes('--hundredth')
const PEOPLE = small ? 500 : 50_000
const ASSUMED_MILLISECONDS = 1200
const ASSUMED_GRANTS = 200_000
const AREA = 'area=bedding-log/photos'
const SCROLL_SECONDS = small ? 2 : 10
const MEMORY_SECONDS = small ? 4 : 60

/** Times what each frame's own callback takes, and notes when the first tile has been drawn. */
const WATCH = `
  window.frames_ = []
  window.firstCells = 0
  const own = window.requestAnimationFrame.bind(window)
  window.requestAnimationFrame = (callback) => own((at) => {
    const started = performance.now()
    callback(at)
    window.frames_.push(performance.now() - started)
    if (window.tiles > 0 && !window.firstCells) window.firstCells = performance.now()
  })
  window.tiles = 0
  const asked = window.fetch.bind(window)
  window.fetch = async (...words) => {
    const answer = await asked(...words)
    if (String(words[0]).includes('/grid/tiles/')) window.tiles += 1
    return answer
  }
`

const directory = mkdtempSync(join(tmpdir(), 'lodge-grid-'))
const demo = spawn(
  process.execPath,
  [
    '--max-old-space-size=4000',
    join(root, 'demo/dist/start.js'),
    '--directory',
    directory,
    '--port',
    '8791',
    '--people',
    String(PEOPLE),
    '--reset',
  ],
  {
    env: { ...process.env, LODGE_NOW: '2026-06-16T09:00:00+01:00', LODGE_PASSWORD_MEMORY_KIB: '8' },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  },
)
const [{ origin }] = (await once(demo, 'message')) as [{ origin: string }]
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--js-flags=--expose-gc', '--enable-precise-memory-info'],
})
try {
  const scale = await readingScale()
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  await context.request.post(`${origin}/api/session`, { data: { email: DEMO_OWNER_EMAIL, password: DEMO_PASSWORD } })
  const page = await context.newPage()
  await page.addInitScript(WATCH)
  const rows = [await firstCells(page, scale), await frames(page, scale), await memory(page)]
  for (const row of rows) if (!report(row, small)) process.exitCode = 1
} finally {
  await browser.close()
  const gone = once(demo, 'exit')
  demo.kill('SIGINT')
  await gone
  rmSync(directory, { recursive: true, force: true })
}

/** How much slower than assumed this machine reads, as in the other yardsticks. */
async function readingScale(): Promise<number> {
  const { databaseUrl, accountId } = JSON.parse(readFileSync(join(directory, 'running.json'), 'utf8')) as Record<
    string,
    string
  >
  const pools = openPools(databaseUrl!)
  const readings: number[] = []
  let grants = 0
  for (let round = 0; round < 3; round += 1) {
    readings.push(
      await timed(async () => (grants = (await readTable(pools.work, accountId!, 'grant', new Map())).length)),
    )
  }
  await pools.end()
  const scale = (median(readings) * ASSUMED_GRANTS) / grants / ASSUMED_MILLISECONDS
  console.log(`${PEOPLE} people; milliseconds are scaled by ${scale.toFixed(2)}.`)
  return scale
}

/** Asked over and over: the page's own rules forbid what waiting for a condition would put into it. */
async function untilDrawn(page: Page): Promise<void> {
  for (let tries = 0; tries < 600; tries += 1) {
    if (((await page.evaluate('window.firstCells')) as number) > 0) return
    await page.waitForTimeout(100)
  }
  throw new Error('No cell was drawn within a minute.')
}

async function firstCells(page: Page, scale: number): Promise<Yardstick> {
  const times: number[] = []
  for (let round = -1; round < (small ? 1 : 5); round += 1) {
    await page.goto(`${origin}/grid?${AREA}`)
    await untilDrawn(page)
    if (round >= 0) times.push((await page.evaluate('window.firstCells')) as number)
  }
  return {
    name: 'first cells of the grid, to 1 s scaled',
    value: median(times),
    against: 1000 * scale,
    unit: 'ms',
    limit: 1,
    bound: 'most',
  }
}

/** Scrolls down and across with real tiles coming in; as text, since a function would bring the compiler's helpers. */
async function scroll(page: Page, seconds: number): Promise<number> {
  const text = `(async () => {
    const box = document.querySelector('[role=grid]')
    const until = performance.now() + ${seconds * 1000}
    window.frames_ = []
    const before = window.tiles
    for (let step = 1; performance.now() < until; step += 1) {
      box.scrollTop = (step * 160) % Math.max(1, box.scrollHeight - box.clientHeight)
      if (step % 6 === 0) box.scrollLeft = (step * 90) % Math.max(1, box.scrollWidth - box.clientWidth)
      await new Promise((resolve) => setTimeout(resolve, 16))
    }
    return window.tiles - before
  })()`
  return (await page.evaluate(text)) as number
}

async function frames(page: Page, scale: number): Promise<Yardstick> {
  await page.goto(`${origin}/grid?${AREA}&open=all`)
  await untilDrawn(page)
  const tiles = await scroll(page, SCROLL_SECONDS)
  const taken = (await page.evaluate('window.frames_')) as number[]
  const sorted = taken.sort((one, other) => one - other)
  console.log(`${taken.length} frames in ${SCROLL_SECONDS} s, ${tiles} tiles; median ${median(taken).toFixed(2)} ms.`)
  if (tiles === 0) throw new Error('No tile came while the grid was scrolled.')
  const p95 = sorted[Math.floor(sorted.length * 0.95)]!
  return {
    name: 'script of a frame while the grid scrolls, p95, to 4 ms scaled',
    value: p95,
    against: 4 * scale,
    unit: 'ms',
    limit: 1,
    bound: 'most',
  }
}

async function memory(page: Page): Promise<Yardstick> {
  const heap = () => page.evaluate('gc(), performance.memory.usedJSHeapSize / 1e6') as Promise<number>
  // Until as many tiles are kept as ever are.
  await scroll(page, SCROLL_SECONDS * 2)
  const before = await heap()
  await scroll(page, MEMORY_SECONDS)
  const after = await heap()
  return {
    name: `heap after ${MEMORY_SECONDS} s of scrolling, to before`,
    value: after,
    against: before,
    unit: 'MB',
    limit: 1.1,
    bound: 'most',
  }
}
