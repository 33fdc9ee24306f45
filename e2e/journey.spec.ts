import { expect, test, type Browser } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { resolve } from 'node:path'
import { forget, newDirectory, startDemo, type Demo } from './demo-process.ts'
import { at, chooseMore, goTo, linkFor, pick, signIn } from './steps.ts'

const EMAIL = 'sorrel.marsh@highfast.example'
const PASSWORD = 'ropes and more ropes'

let directory: string
let demo: Demo

test.beforeAll(async () => {
  directory = newDirectory()
  demo = await startDemo(directory)
})
test.afterAll(async () => {
  await demo.interrupt()
  forget(directory)
})

async function ask(place: string): Promise<boolean> {
  const answer = await fetch(`${demo.origin}/access/v1/evaluation`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Authorization: `Bearer ${demo.token}` },
    body: JSON.stringify({
      subject: { type: 'user', id: EMAIL },
      action: { name: 'add' },
      resource: { type: 'photos', id: place },
    }),
  })
  expect(answer.status).toBe(200)
  return ((await answer.json()) as { decision: boolean }).decision
}

/** The bill the core computes from the same book. */
function expectedBill(): string {
  const [lodge, book] = ['../server/dist/lodge.js', '../demo/thistlewick.book.json'].map((path) =>
    resolve(import.meta.dirname, path),
  )
  const answer = execFileSync(process.execPath, [lodge!, 'bill', book!, '2026-06', '--json'], { encoding: 'utf8' })
  return `€${((JSON.parse(answer) as { totalMinor: number }).totalMinor / 100).toFixed(2)}`
}

async function otherBrowser(browser: Browser) {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await at(page)
  return page
}

test('one person in and out again, and everything is still there', async ({ page, browser }) => {
  // The owner signs in; the Desk greets with the day.
  await signIn(page, demo)
  const day = page.getByRole('heading', { level: 1 })
  await expect(day).toContainText(
    'Tuesday 16 June 2026. Three people start by 30 June, two people are waiting to be admitted',
  )
  await expect(day).toContainText(`June so far: ${expectedBill()}.`)

  // The owner invites a contractor and reads what it does before sending.
  await goTo(page, 'People')
  await page.getByRole('button', { name: 'Invite' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Sorrel Marsh')
  await page.getByLabel('Email address').fill(EMAIL)
  await page.getByLabel('Last day with us').fill('2026-09-30')
  await pick(page, 'Seat', 'Field')
  await pick(page, 'Role', 'Rope access')
  await pick(page, 'At', 'Corvane Harbour')
  const docket = page.getByRole('complementary', { name: 'Docket' })
  await expect(docket).toContainText(
    'Invite Sorrel Marsh as a guest, offering Rope access at Corvane Harbour and a Field seat in Bedding Log, until 30 September.',
  )
  await expect(docket).toContainText('gained 1 person, 6 places after they accept')
  await expect(docket.getByRole('row', { name: /^now/ })).toContainText('€525.00€437.00')
  await expect(docket.getByRole('row', { name: /^after this/ })).toContainText('€539.00€451.00')
  await expect(docket).toContainText('cannot be called back once sent')
  await docket.getByRole('button', { name: 'Send invitation: 6 places after they accept, 1 seat' }).click()
  await expect(page.getByText('Sent to Sorrel Marsh.')).toBeVisible()
  await page.getByRole('searchbox').fill('sorrel')
  await expect(page.getByRole('row', { name: /Sorrel Marsh/ })).toContainText('invited')

  // The message arrives; the contractor makes a login in another browser and sees their keys.
  const contractor = await otherBrowser(browser)
  // The newest message is theirs once it is there; before, it is somebody else's.
  const link = await linkFor(demo, EMAIL)
  await contractor.goto(demo.mailbox)
  await contractor
    .getByRole('link', { name: 'Oriel Thistlewick invites you to Thistlewick Roof Gardens' })
    .first()
    .click()
  await expect(contractor.getByText(/Rope access at Corvane Harbour/)).toBeVisible()
  await contractor.goto(link)
  await expect(contractor.getByRole('heading', { level: 1 })).toHaveText(
    'Oriel Thistlewick invites you to work with Thistlewick Roof Gardens.',
  )
  await contractor.getByLabel('Password').fill(PASSWORD)
  await contractor.getByRole('button', { name: 'Accept and sign in' }).click()
  await expect(contractor.getByRole('heading', { level: 1 })).toContainText('Welcome, Sorrel Marsh')
  await expect(contractor.getByText('Your last day with Thistlewick Roof Gardens is 30 September 2026.')).toBeVisible()
  await contractor.getByText('You can add photos').click()
  await expect(contractor.locator('details[open]')).toContainText(
    'add Rope access, given at Corvane Harbour by Oriel Thistlewick on 16 Jun',
  )

  // The owner's list shows it without a reload; seat taken, place's sheet lists the key and why.
  const row = page.getByRole('row', { name: /Sorrel Marsh/ })
  await expect(row).toContainText('active')
  await expect(row).toContainText('add')
  await expect(row).toContainText('6 places')
  await goTo(page, 'Places')
  await page.getByRole('searchbox').fill('Corvane Harbour')
  await page.getByRole('treeitem', { name: /Corvane Harbour/ }).click()
  const insider = page.getByRole('article').getByRole('button', { name: /active Sorrel Marsh/ })
  await expect(insider).toContainText('add')
  await insider.click()
  await page
    .getByRole('article')
    .getByRole('listitem')
    .filter({ hasText: 'Photos' })
    .getByRole('button', { name: 'Why?' })
    .click()
  await expect(page.getByText('Rope access, given at Corvane Harbour by Oriel Thistlewick on 16 Jun')).toBeVisible()

  // A product asks.
  expect(await ask('COR-01')).toBe(true)
  expect(await ask('COR-02')).toBe(false)

  // The contractor leaves now.
  await goTo(page, 'People')
  await page.getByRole('searchbox').fill('sorrel')
  await page.getByRole('row', { name: /Sorrel Marsh/ }).click()
  await chooseMore(page, 'End access now')
  await expect(docket).toContainText('lost 1 person, 6 places')
  await expect(docket).toContainText('Field: 19 → 18 taken, 3 empty')
  await expect(docket).toContainText('June is still charged in full for the Field seat: €14.00.')
  await expect(docket).toContainText('Sorrel Marsh is signed out everywhere at once')
  await docket.getByRole('button', { name: 'End access now: 6 places, 1 seat' }).click()
  await expect(contractor.getByText('Your access was ended and you were signed out.')).toBeVisible()
  // Sessions end before the commit, so that the browser may tell it a moment earlier than the account does.
  await page.getByRole('link', { name: /^Former/ }).click()
  await expect(page.getByRole('row', { name: /Sorrel Marsh/ })).toContainText('left')
  expect(await ask('COR-01')).toBe(false)
  await expect(page.getByRole('row', { name: /Sorrel Marsh/ })).not.toContainText('Field')
  await contractor.goto(`${demo.origin}/my-keys`)
  await expect(contractor.getByRole('heading', { name: 'Sign in' })).toBeVisible()

  // The ledger tells it in sentences and verifies.
  await goTo(page, 'Ledger')
  // What time did by itself since stands among it as well.
  await expect(page.getByText(/went on with Sorrel Marsh’s departure/)).toBeVisible()
  const told = page
    .getByRole('main')
    .getByRole('listitem')
    .filter({ hasNotText: /The schedule|planned the departure|hand back|connected|member list|look after/ })
  for (const [at, sentence] of [
    /Oriel Thistlewick ended the access of Sorrel Marsh\./,
    /Sorrel Marsh accepted their invitation\./,
    /Oriel Thistlewick invited Sorrel Marsh as a guest, offering Rope access at Corvane Harbour/,
    /Quote Trellis reported a use\..*by the product/,
  ].entries()) {
    await expect(told.nth(at)).toHaveText(sentence)
  }
  await page.getByRole('button', { name: 'Check for tampering' }).click()
  const whole = page.getByText(/The ledger is complete and unaltered, and the account matches it: \d+ entries/)
  await expect(whole).toBeVisible()
  const entries = await whole.textContent()

  // Stopped with Ctrl C and started again: everything is still there, people who were signed in still are.
  await demo.interrupt()
  demo = await startDemo(directory)
  await page.goto(`${demo.origin}/ledger`)
  await expect(told.first()).toContainText('ended the access of Sorrel Marsh')
  await page.getByRole('button', { name: 'Check for tampering' }).click()
  await expect(whole).toHaveText(entries!)
  expect(await ask('COR-01')).toBe(false)
})
