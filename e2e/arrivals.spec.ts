import { expect, test } from '@playwright/test'
import { at, countClicks, docketOf, findsNothing, goTo, linkFor, ownDemo, pick, signIn } from './steps.ts'

const demo = ownDemo()

test('five hundred people are pasted, mended and sent in at most twelve clicks, and the run is found again', async ({
  page,
}) => {
  await signIn(page, demo)
  await goTo(page, 'People')
  const clicks = await countClicks(page)
  await page.getByRole('link', { name: 'Invite many' }).click()
  const lines = Array.from({ length: 497 }, (_, index) => `Crew ${index} <crew.${index}@crew.example>`)
  const bad = ['Late Comer <late@comer>', 'Crew again, crew.1@crew.example', 'Idris; idris.marlow@highfast.example']
  await page.getByLabel('The people, as you have them').fill([...bad, ...lines].join('\n'))
  await expect(page.getByRole('button', { name: 'new 497' })).toBeVisible()
  await findsNothing(page)
  await page.getByRole('button', { name: 'needs mending 1' }).click()
  await page.getByRole('row', { name: /late@comer/ }).click()
  await page.getByRole('textbox', { name: 'Email' }).fill('late@comer.example')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('button', { name: 'new 498' })).toBeVisible()
  await pick(page, 'Role', 'Client view')
  await pick(page, 'At', 'Hollin Museum')
  await pick(page, 'Seat', 'Reader')
  await expect(page.getByText('gained 498 people')).toBeVisible()
  await page.getByRole('button', { name: 'Invite 498 people' }).click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  expect(await clicks()).toBeLessThanOrEqual(12)
  await page.reload()
  await expect(page.getByRole('heading', { name: 'The invitations are sent' })).toBeVisible({ timeout: 120_000 })
  await expect(page.getByRole('status')).toContainText('498 of 498 invited.')
  await findsNothing(page)
  await page.getByRole('link', { name: 'See who is invited' }).click()
  await expect(page.getByText(/^50\d of 55\d\./)).toBeVisible()
  await page.getByRole('grid').focus()
  await page.keyboard.press('End')
  await expect(page.getByRole('row', { name: /Roisin Thatch|Wren|Rufus Cade|Odette/ }).first()).toBeVisible()
})

test('an invitation is sent again and corrected; the right one is opened on a telephone and declined with a word', async ({
  page,
  browser,
}) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people?find=odette`)
  await page.getByRole('row', { name: /Odette Farrow/ }).click()
  await page.getByRole('button', { name: 'Correct the address' }).click()
  await page.getByLabel('The right address').fill('odette.f@highfast.example')
  await page.keyboard.press('Tab')
  await expect(docketOf(page)).toContainText('Correct the address of Odette Farrow and send the invitation there.')
  await docketOf(page).getByRole('button', { name: 'Correct and send' }).click()
  await expect(docketOf(page)).toContainText('Done:')
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await at(phone)
  await phone.goto(await linkFor(demo, 'odette.f@highfast.example'))
  await expect(phone.getByRole('heading', { name: /invites you to work with/ })).toBeVisible()
  await phone.getByRole('button', { name: 'Decline it' }).click()
  await findsNothing(phone)
  await phone.getByLabel('A word to whoever invited you').fill('Too far from home.')
  await phone.getByRole('button', { name: 'Decline', exact: true }).click()
  await expect(phone.getByRole('status')).toContainText('is told')
  await expect(page.getByRole('article')).toContainText('declined')
  const messages = async () => {
    const told = await fetch(
      `${demo.mailbox}/messages.json?to=${encodeURIComponent('tamsin.roake@thistlewick.example')}`,
    )
    return JSON.stringify(await told.json())
  }
  await expect.poll(messages).toContain('Too far from home.')
})

test('many are chosen in the list and given an end at once', async ({ page }) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people?find=${encodeURIComponent('outsider "without end" active')}`)
  await expect(page.getByRole('row', { name: /Abel Norrick/ })).toBeVisible()
  await page.getByRole('grid').focus()
  await page.keyboard.press('Space')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Space')
  await expect(page.getByText('2 chosen')).toBeVisible()
  await page.getByRole('button', { name: 'Choose all that match' }).click()
  await expect(page.getByText('2 chosen')).toHaveCount(0)
  await page
    .getByRole('combobox', { name: 'What to do with everybody chosen' })
    .selectOption({ label: 'Set their last day' })
  await page.getByLabel('Last day').fill('2026-12-31')
  await expect(docketOf(page).getByRole('button', { name: /keys end$/ })).toBeVisible()
  await findsNothing(page)
})
