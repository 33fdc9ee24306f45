import { writeFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { newDirectory, startDemo } from './demo-process.ts'
import { signIn } from './steps.ts'
const demo = await startDemo(newDirectory())
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] })
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-IE' })).newPage()
await signIn(page, demo)
await page.context().storageState({ path: '/tmp/shots/state.json' })
writeFileSync('/tmp/shots/demo.json', JSON.stringify(demo))
await browser.close()
await new Promise(() => setInterval(() => {}, 1e6))
