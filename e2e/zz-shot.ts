import { readFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { at } from './steps.ts'
// zz-shot NAME PATH [width] [dark] [js-file]
const [name, path, width = '1280', scheme = 'light', actions] = process.argv.slice(2)
const demo = JSON.parse(readFileSync('/tmp/shots/demo.json', 'utf8'))
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] })
const page = await (
  await browser.newContext({
    viewport: { width: Number(width), height: width === '390' ? 844 : 800 },
    locale: 'en-IE',
    colorScheme: scheme as 'dark',
    storageState: process.env.STATE ?? '/tmp/shots/state.json',
  })
).newPage()
page.on('console', (message) => message.type() === 'error' && console.log(message.text()))
await at(page)
await page.goto(demo.origin + path)
await page.waitForTimeout(1500)
try {
  if (actions) await new (Object.getPrototypeOf(async () => {}).constructor)('page', 'demo', actions)(page, demo)
} catch (error) { console.log(String(error).slice(0, 600)) }
await page.waitForTimeout(700)
await page.screenshot({ path: `/tmp/shots/${name}.png` })
if (process.env.TEXT) console.log(await page.locator('body').innerText())
await browser.close()
