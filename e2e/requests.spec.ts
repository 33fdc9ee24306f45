import { expect, test } from '@playwright/test'
import {
  at,
  countClicks,
  docketOf,
  findsNothing,
  goTo,
  openMore,
  openPlace,
  ownDemo,
  pick,
  putDown,
  signIn,
} from './steps.ts'

const demo = ownDemo()

const STEWARD = 'mirren.halloway@thistlewick.example'

test('a steward adds a helper until Friday, takes them off again, and asks the office for what is not theirs to give', async ({
  page,
}) => {
  await signIn(page, demo, STEWARD)
  const docket = docketOf(page)
  const sheet = page.getByRole('article')
  await openPlace(page, 'Healing garden')
  await sheet.getByRole('button', { name: 'Give access' }).click()
  await page.getByRole('combobox', { name: 'To people or groups' }).fill('quenby')
  await page.keyboard.press('Enter')
  await pick(page, 'Role', 'Gardener')
  await sheet.getByLabel('Last day (empty: no end)').fill('2026-06-19')
  await expect(docket).toContainText('Give Quenby Birch Gardener at Healing garden, until 19 June.')
  await expect(docket).toContainText('The office sees the amounts.')
  await docket.getByRole('button', { name: /^Give access: 1 place/ }).click()
  await expect(sheet).toContainText('Quenby Birch: Gardener')
  await sheet.getByRole('button', { name: 'Take away: Quenby Birch, Gardener' }).click()
  await docket.getByRole('button', { name: /^Take access away: 1 place/ }).click()
  await expect(sheet).not.toContainText('Quenby Birch: Gardener')

  await goTo(page, 'My keys')
  await page.getByRole('link', { name: 'Ask for more access' }).click()
  await page.getByRole('button', { name: 'Ask for more access' }).click()
  await pick(page, 'Where', 'Pellworth Main')
  await page.getByLabel('What', { exact: true }).selectOption({ label: 'Quote Trellis: Quotes' })
  await page.getByLabel('To do what').selectOption('see')
  await page.getByLabel('Why (shown to the person who decides)').fill('the autumn planting')
  await findsNothing(page)
  await page.getByRole('button', { name: 'Send request', exact: true }).click()
  await expect(page.getByText('waiting until 30 Jun')).toBeVisible()
})

test('what was asked for stands on the Desk, is granted with what it would do in front, and its asker is told', async ({
  page,
}) => {
  await signIn(page, demo)
  const need = page.getByRole('region', { name: 'What needs you' })
  await expect(need).toContainText('Quotes: see at Pellworth Main')
  await need.getByRole('button', { name: 'Decide' }).click()
  await expect(page.getByText('“the autumn planting”')).toBeVisible()
  await findsNothing(page)
  await pick(page, 'Role to give Mirren Halloway', 'Bookkeeping')
  await page.getByRole('button', { name: 'Grant …' }).click()
  const docket = docketOf(page)
  await expect(docket).toContainText('Give Mirren Halloway Bookkeeping at Pellworth Main.')
  await expect(docket).toContainText('Grant the request of Mirren Halloway for Quotes: see at Pellworth Main.')
  await docket.getByRole('button', { name: /^Apply 2 changes/ }).click()
  await expect(page.getByText('No request is waiting for you.')).toBeVisible()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await signIn(page, demo, STEWARD)
  await page.goto(`${demo.origin}/requests`)
  await expect(page.getByText('granted by Oriel Thistlewick')).toBeVisible()
})

test('a statement is two clicks from a client, opens by its link without a login, and is dead once cut', async ({
  page,
  browser,
}) => {
  await signIn(page, demo)
  await goTo(page, 'Places')
  const clicks = await countClicks(page)
  await page.getByRole('treeitem', { name: /Hollin Museum/ }).click()
  await page.getByRole('link', { name: 'Access report' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Who has access at Hollin Museum')
  expect(await clicks()).toBe(2)
  await expect(page.getByRole('row', { name: /Ambrose Tilley/ })).toContainText('Hollin Museum')
  await findsNothing(page)
  // A day of the past: who has left since is named, who came since is not.
  await page.getByLabel('As of').fill('2026-01-15')
  await expect(page.getByText('as of 15 January 2026')).toBeVisible()
  await page.getByLabel('As of').fill('2026-06-16')
  await page.getByLabel('Share by a link until').fill('2026-06-30')
  const docket = docketOf(page)
  await expect(docket).toContainText('Share the access report of Hollin Museum by a link until 30 June.')
  await docket.getByRole('button', { name: /^Share access report/ }).click()
  await page.getByRole('link', { name: 'Links and open invitations' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Links and open invitations')
  await findsNothing(page)
  const link = await page.getByRole('link', { name: /statement#/ }).getAttribute('href')

  const visitor = await (await browser.newContext()).newPage()
  await at(visitor)
  await visitor.goto(`${demo.origin}${link!}`)
  await expect(visitor.getByRole('heading', { level: 1 })).toHaveText('Who has access at Hollin Museum')
  await expect(visitor.getByRole('row', { name: /Ambrose Tilley/ })).toBeVisible()
  await expect(visitor.getByRole('navigation')).toHaveCount(0)
  await findsNothing(visitor)
  await page.getByRole('button', { name: 'Cut link' }).click()
  await docket.getByRole('button', { name: /^Cut link/ }).click()
  await expect(page.getByText('No access report is shared.')).toBeVisible()
  await visitor.reload()
  await expect(visitor.getByRole('heading', { level: 1 })).toHaveText('This link does not work')
})

test('two clients are kept apart, and a change that would join them is told of before it happens', async ({ page }) => {
  await signIn(page, demo)
  const docket = docketOf(page)
  const sheet = page.getByRole('article')
  await openPlace(page, 'Hollin Museum')
  await pick(page, 'Keep apart from …', 'Norrick Data Halls')
  await docket.getByRole('button', { name: /^Keep apart/ }).click()
  await expect(sheet).toContainText('nobody from outside has access at both')
  await sheet.getByRole('button', { name: 'Give access' }).click()
  await page.getByRole('combobox', { name: 'To people or groups' }).fill('abel norrick')
  await page.keyboard.press('Enter')
  await pick(page, 'Role', 'Client view')
  await expect(docket).toContainText('Abel Norrick would have access at both Hollin Museum and Norrick Data Halls')
  await putDown(page)
})

test('a packet is made like somebody, tried out on paper, and starts an invitation; a group holds by a rule', async ({
  page,
}) => {
  await signIn(page, demo)
  const docket = docketOf(page)
  const sheet = page.getByRole('article')
  await goTo(page, 'People')
  await page.getByRole('searchbox').fill('kit orchard')
  await page.getByRole('row', { name: /Kit Orchard/ }).click()
  await openMore(sheet)
  await sheet.getByRole('link', { name: 'Make a welcome packet like this …' }).click()
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Gardener at Elderkin')
  await expect(docket).toContainText('Make the welcome packet Gardener at Elderkin.')
  await docket.getByRole('button', { name: /^Make welcome packet/ }).click()
  await page.getByRole('row', { name: /Gardener at Elderkin/ }).click()
  await expect(sheet).toContainText('What a newcomer would have access to')
  await findsNothing(page)
  await sheet.getByRole('button', { name: 'Invite with this packet' }).click()
  await sheet.getByLabel('Name', { exact: true }).fill('Tansy Rowe')
  await sheet.getByLabel('Email address').fill('tansy.rowe@thistlewick.example')
  await expect(docket).toContainText('Invite Tansy Rowe as a member, offering')
  await docket.getByRole('button', { name: 'Discard', exact: true }).click()

  await page.goto(`${demo.origin}/groups?make=1`)
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Rope people')
  await sheet.getByRole('button', { name: 'Choose members by a rule …' }).click()
  await sheet.getByLabel('Field').selectOption({ label: 'Firm' })
  await sheet.getByLabel('Value').selectOption({ label: 'Highfast Rope Access' })
  await docket.getByRole('button', { name: /^Make group/ }).click()
  await page.getByRole('row', { name: /Rope people/ }).click()
  await expect(sheet).toContainText('Firm is Highfast Rope Access')
  await expect(sheet).toContainText('Anwen Sharrow')
})
