import { expect, test, type Page } from '@playwright/test'
import { docketOf, doneOf, ownDemo, signIn, tabTo } from './steps.ts'

const demo = ownDemo()

/** Opens what the top field finds first. */
async function ask(page: Page, text: string, found: RegExp): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.keyboard.type(text)
  await expect(page.getByRole('option', { name: found }).first()).toBeVisible()
  await page.keyboard.press('Enter')
}

/** Picks in the field that has the focus what begins so. */
async function choose(page: Page, text: string): Promise<void> {
  await page.keyboard.type(text)
  await expect(page.getByRole('option', { name: new RegExp(text) }).first()).toBeVisible()
  await page.keyboard.press('Enter')
}

async function press(page: Page, name: RegExp): Promise<void> {
  await tabTo(page, name)
  await page.keyboard.press('Enter')
}

test(
  'people are admitted, invited, given access, followed to its reason and shut out with the keyboard alone',
  { tag: '@long' },
  async ({ page }) => {
    await signIn(page, demo)
    // Who waits is admitted from the Desk.
    await expect(page.getByRole('region', { name: 'What needs you' })).toBeVisible()
    await press(page, /^Admit$/)
    await expect(docketOf(page)).toContainText('Admit Bram Osterley.')
    await press(page, /^Admit: /)
    await expect(doneOf(page)).toContainText('Admit Bram Osterley')

    // Someone is invited; the docket stands beneath the form.
    await ask(page, 'invite', /Invite/)
    await expect(page.getByLabel('Name', { exact: true })).toBeFocused()
    await page.keyboard.type('Fern Hollis')
    await tabTo(page, /^Email address/)
    await page.keyboard.type('fern@hollis.example')
    await tabTo(page, /^Last day with us/)
    await page.keyboard.type('end of sep')
    await tabTo(page, /^Role/)
    await choose(page, 'Client view')
    await tabTo(page, /^At$/)
    await choose(page, 'Hollin Museum')
    await expect(docketOf(page)).toContainText('until 30 September')
    await press(page, /^Send invitation/)
    await expect(page.getByText('Sent to Fern Hollis.')).toBeVisible()

    // Access is given from a person's sheet, and its reason is read there.
    await ask(page, 'idris marlow', /Idris Marlow/)
    await expect(page.getByRole('article').getByRole('heading', { name: 'Idris Marlow' })).toBeVisible()
    await press(page, /^Give access/)
    await tabTo(page, /^Role/)
    await choose(page, 'Rope access')
    await tabTo(page, /^Places/)
    await choose(page, 'Yard')
    await expect(docketOf(page)).toContainText('Give Idris Marlow Rope access at Yard')
    await press(page, /^Give access: /)
    await expect(doneOf(page)).toContainText('Rope access at Yard')
    await press(page, /^Place by place/)
    await press(page, /^Pellworth Hospital Trust/)
    await press(page, /^Why\?/)
    await expect(page.getByText(/given at Helipad roof/).first()).toBeVisible()

    // And their access ends, after what it does was read.
    await press(page, /^More/)
    await press(page, /^End access now/)
    await expect(docketOf(page)).toContainText('End the access of Idris Marlow.')
    await page.keyboard.press('Escape')
    await expect(docketOf(page)).toHaveCount(0)
    await press(page, /^Open the docket: 1 change/)
    await press(page, /^End access now: /)
    await expect(doneOf(page)).toContainText('End the access of Idris Marlow')
  },
)

test('a date is typed in words, picked from the month, or told to be none', async ({ page }) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people?invite=1`)
  const field = page.getByLabel('Last day with us')
  const meaning = field.locator('xpath=ancestor::*[contains(@class,"date-field")]').locator('small')
  await field.fill('in two weeks')
  await expect(meaning).toHaveText('30 Jun 2026: Tuesday, in 14 days')
  await field.press('Tab')
  await expect(field).toHaveValue('30 Jun 2026')
  await field.fill('31 6')
  await field.press('Tab')
  await expect(meaning).toHaveText('This is not a date. Write it like 28 Jun.')
  await expect(field).toHaveValue('31 6')
  await field.fill('28 6')
  await field.press('Alt+ArrowDown')
  const month = page.getByRole('dialog', { name: 'Calendar' })
  await expect(month).toContainText('June 2026')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(field).toHaveValue(/^\d+ (Jun|Jul) 2026$/)
  await expect(month).toHaveCount(0)
})
