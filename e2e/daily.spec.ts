import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import {
  applyShown,
  at,
  countClicks,
  docketOf,
  doneOf,
  findsNothing,
  goTo,
  linkFor,
  ownDemo,
  pick,
  signIn,
} from './steps.ts'

const demo = ownDemo()
const apply = applyShown

/** Counts clicks, choices and fields something is typed into, from the Desk on. */
async function counted(page: Page): Promise<() => Promise<number>> {
  await goTo(page, 'Desk')
  return countClicks(page)
}

/** Types into the field that has the focus: one entry. */
async function type(page: Page, text: string): Promise<number> {
  await page.keyboard.type(text)
  return 1
}

test('a seat is given to someone in four steps from the Desk, with what it opens said beside each type', async ({
  page,
}) => {
  await signIn(page, demo)
  const clicks = await counted(page)
  await page.keyboard.press('Control+k')
  const entries = await type(page, 'nolan pryce')
  await expect(page.getByRole('option', { name: /Nolan Pryce/ }).first()).toBeVisible()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Give a seat' }).click()
  await expect(page.getByRole('region', { name: /The seat types of .* side by side/ }).first()).toBeVisible()
  await findsNothing(page)
  await page.getByRole('radio', { name: 'Auditor' }).check()
  await expect(docketOf(page)).toContainText('Give Nolan Pryce an Auditor seat')
  await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  expect((await clicks()) + entries).toBeLessThanOrEqual(4)
  // It is changed and taken away where it stands.
  await page.getByRole('button', { name: 'Take away the Auditor seat in Quote Trellis' }).click()
  await expect(docketOf(page)).toContainText('Take the Auditor seat')
  await apply(page)
  await expect(page.getByRole('button', { name: /Take away the Auditor seat/ })).toBeHidden()
})

test('a key is changed in its line and told as one; a fact in its line', async ({ page }) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people?find=idris`)
  await page.getByRole('row', { name: /Idris Marlow/ }).click()
  await page.getByRole('button', { name: 'Change: Rope access, Helipad roof' }).click()
  await page.getByLabel('Last day (empty: no end)').fill('20 Jun')
  await page.keyboard.press('Tab')
  await expect(docketOf(page)).toContainText(
    'Change Idris Marlow’s key, Rope access at Helipad roof: until 20 June instead of no last day',
  )
  await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  await expect(page.getByRole('article')).toContainText('until 20 Jun')
  await page.getByRole('button', { name: 'Change: Last day' }).click()
  await page.getByRole('textbox', { name: 'Last day', exact: true }).fill('30 Jun')
  await page.keyboard.press('Tab')
  await expect(docketOf(page)).toContainText('Change Idris Marlow’s last day to 30 June')
  await apply(page)
  await expect(page.getByRole('article')).toContainText('30 Jun 2026')
})

test('twelve people’s manager is changed in six steps; whom it cannot be for is named and left out', async ({
  page,
}) => {
  await signIn(page, demo)
  const clicks = await counted(page)
  await page.getByRole('link', { name: 'People', exact: true }).click()
  await page.getByRole('searchbox').focus()
  let entries = await type(page, 'field')
  await expect(page.getByText(/ of 55 people/)).toBeVisible()
  await page.getByRole('button', { name: /^Select all / }).click()
  await page.getByRole('combobox', { name: 'Change all selected people' }).selectOption({ label: 'Set the manager' })
  await page.getByRole('combobox', { name: 'Manager' }).focus()
  entries += await type(page, 'Hester')
  await expect(page.getByRole('option', { name: /Hester Rudge/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /^Leave \d+ (people|person) out/ }).click()
  await expect(docketOf(page).locator('footer .btn-primary')).toBeEnabled()
  const again = await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  // One more, for whom it cannot be.
  expect((await clicks()) - again + entries).toBeLessThanOrEqual(7)
})

test('a sent invitation’s place is changed in five steps, under the same link; the page says what changed', async ({
  page,
  browser,
}) => {
  await signIn(page, demo)
  await page.getByRole('link', { name: 'People', exact: true }).click()
  await page.getByRole('button', { name: 'Invite', exact: true }).click()
  await page.getByLabel('Name', { exact: true }).fill('Fern Hollis')
  await page.getByLabel('Email address', { exact: true }).fill('fern@hollis.example')
  await page.getByLabel('Last day with us').fill('30 Sep')
  await pick(page, 'Role', 'Client view')
  for (const place of ['Hollin Museum', 'Corvane Harbour']) {
    await page.getByRole('combobox', { name: 'At', exact: true }).fill(place)
    await page.keyboard.press('Enter')
  }
  await apply(page)
  await expect(page.getByText('Sent to Fern Hollis.')).toBeVisible()
  const invited = await (await browser.newContext()).newPage()
  await at(invited)
  await invited.goto(await linkFor(demo, 'fern@hollis.example'))
  await expect(invited.getByText('Client view at Corvane Harbour')).toBeVisible()

  const clicks = await counted(page)
  await page.keyboard.press('Control+k')
  let entries = await type(page, 'fern hollis')
  await expect(page.getByRole('option', { name: /Fern Hollis/ }).first()).toBeVisible()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Change the invitation' }).click()
  await page.getByRole('button', { name: /Corvane Harbour/ }).click()
  await page.getByRole('combobox', { name: 'At', exact: true }).focus()
  entries += await type(page, 'Quillon')
  await expect(page.getByRole('option', { name: /Quillon/ }).first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(docketOf(page)).toContainText('Change the invitation of Fern Hollis, now offering Client view')
  await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  expect((await clicks()) + entries).toBeLessThanOrEqual(5)

  // Who reads the old page is shown the new one before anything is taken up.
  await invited.getByLabel('Password').fill('eleven damp watering cans')
  await invited.getByRole('button', { name: /^Accept/ }).click()
  await expect(invited.getByText('This invitation was changed while you read it. Read it again first.')).toBeVisible()
  await expect(invited.getByText(/Client view at Quillon/)).toBeVisible()
  await findsNothing(invited)
  await invited.getByLabel('Password').fill('eleven damp watering cans')
  await invited.getByRole('button', { name: /^Accept/ }).click()
  await expect(invited.getByRole('heading', { name: /Welcome, Fern Hollis/ })).toBeVisible()
})

test('three people’s role at a place is changed in six steps, as one line', async ({ page }) => {
  await signIn(page, demo)
  const clicks = await counted(page)
  await page.keyboard.press('Control+k')
  let entries = await type(page, 'corvane hotels')
  await expect(page.getByRole('option', { name: /Corvane Hotels/ }).first()).toBeVisible()
  await page.keyboard.press('Enter')
  const sheet = page.getByRole('article')
  const boxes = sheet.getByRole('checkbox', { name: /^Select / })
  await expect(boxes.nth(2)).toBeVisible()
  for (const at of [0, 1, 2]) await boxes.nth(at).check()
  await sheet.getByRole('combobox', { name: 'Role', exact: true }).focus()
  entries += await type(page, 'Client view')
  await expect(page.getByRole('option', { name: 'Client view' })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(docketOf(page)).toContainText(/Change the keys of .*: Client view/)
  await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  expect((await clicks()) + entries).toBeLessThanOrEqual(6)
})

test('one person is invited with a role at five places in fourteen steps', async ({ page }) => {
  await signIn(page, demo)
  const clicks = await counted(page)
  let entries = 0
  const fill = async (label: string, text: string) => {
    await page.getByLabel(label, { exact: true }).fill(text)
    entries += 1
  }
  await page.getByRole('link', { name: 'People', exact: true }).click()
  await page.getByRole('button', { name: 'Invite', exact: true }).click()
  await fill('Name', 'Perrin Ash')
  await fill('Email address', 'perrin@ash.example')
  await fill('Last day with us', '30 Sep')
  await page.getByRole('combobox', { name: 'Role', exact: true }).focus()
  entries += await type(page, 'Client view')
  await expect(page.getByRole('option', { name: 'Client view' })).toBeVisible()
  await page.keyboard.press('Enter')
  for (const place of ['Hollin Museum', 'Corvane Harbour', 'Corvane Hill', 'Pellworth Main', 'Quillon']) {
    await page.getByRole('combobox', { name: 'At', exact: true }).fill(place)
    entries += 1
    await page.keyboard.press('Enter')
  }
  await expect(docketOf(page)).toContainText('Client view at Corvane Hill')
  await apply(page)
  await expect(page.getByText('Sent to Perrin Ash.')).toBeVisible()
  expect((await clicks()) + entries).toBeLessThanOrEqual(14)
})

test('the people of one client’s firm are taken out in four steps: exactly those, and the button says how many', async ({
  page,
}) => {
  await signIn(page, demo)
  const clicks = await counted(page)
  await page.getByRole('link', { name: 'People', exact: true }).click()
  await page.getByRole('searchbox').focus()
  const entries = await type(page, 'saltbarn')
  const file = page.getByRole('link', { name: /^CSV of / })
  await expect(file).not.toHaveText('CSV of 55')
  const download = page.waitForEvent('download')
  await file.click()
  expect((await download).suggestedFilename()).toBe('people.csv')
  expect((await clicks()) + entries).toBeLessThanOrEqual(4)
})

test('one client’s people from outside are taken out in four steps, and found by any filter', async ({ page }) => {
  await signIn(page, demo)
  const clicks = await counted(page)
  await page.keyboard.press('Control+k')
  const entries = await type(page, 'from outside at pellworth')
  await expect(page.getByText('From outside, with access at Pellworth Hospital Trust: 6')).toBeVisible()
  await page.keyboard.press('Enter')
  const file = page.waitForEvent('download')
  await page.getByRole('link', { name: 'CSV of 6' }).click()
  expect((await clicks()) + entries).toBeLessThanOrEqual(4)
  const content = readFileSync(await (await file).path(), 'utf8')
    .trim()
    .split(/\r?\n/)
  expect(content.length).toBe(7)
  expect(content.slice(1).join('\n')).not.toContain('Thistlewick')
  await page.getByText('Filters (1)').click()
  await page.getByRole('combobox', { name: 'Firm' }).fill('brookline')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: 'CSV of 3' })).toBeVisible()
  await findsNothing(page)
  await page.getByRole('button', { name: 'Remove the filter Access at: Pellworth Hospital Trust' }).click()
  await expect(page).toHaveURL(/people\?(?!.*place=).*firm=/)
  // Those who left stand apart; what is asked for stays while a person is opened and closed.
  await page.getByRole('link', { name: /^Former/ }).click()
  await expect(page).toHaveURL(/firm=.*presence=before|presence=before.*firm=/)
  await page.goto(`${demo.origin}/people?presence=before`)
  await page.getByRole('row').nth(1).click()
  await expect(page).toHaveURL(/people\/.+presence=before/)
})
