import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { forget, newDirectory, startDemo, type Demo } from './demo-process.ts'
import { at, countClicks, goTo, pick, signIn } from './steps.ts'

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

const docketOf = (page: Page) => page.getByRole('complementary', { name: 'Docket' })
const STEWARD = 'mirren.halloway@thistlewick.example'

async function findsNothing(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.target.join(' ')).join(', ')}`)).toEqual([])
}

async function openPlace(page: Page, name: string): Promise<void> {
  await goTo(page, 'Places')
  await page.getByRole('searchbox', { name: 'Find a place' }).fill(name)
  await page
    .getByRole('treeitem', { name: new RegExp(name) })
    .last()
    .click()
  await expect(page.getByRole('article').getByRole('heading', { level: 2 })).toHaveText(name)
}

test('a steward adds a helper until Friday, takes them off again, and asks the office for what is not theirs to give', async ({
  page,
}) => {
  await signIn(page, demo, STEWARD)
  const docket = docketOf(page)
  const sheet = page.getByRole('article')
  await openPlace(page, 'Healing garden')
  await sheet.getByRole('button', { name: 'Give a key' }).click()
  await page.getByRole('combobox', { name: 'To people or groups' }).fill('quenby')
  await page.keyboard.press('Enter')
  await pick(page, 'Role', 'Gardener')
  await sheet.getByLabel('Until (open if empty)').fill('2026-06-19')
  await expect(docket).toContainText('Give Quenby Birch Gardener at Healing garden, until 19 June.')
  await expect(docket).toContainText('Sums are known to the office.')
  await docket.getByRole('button', { name: /^Give: 1 key/ }).click()
  await expect(sheet).toContainText('Quenby Birch: Gardener')
  await sheet.getByRole('button', { name: 'Take back: Quenby Birch, Gardener' }).click()
  await docket.getByRole('button', { name: /^Take back: 1 key ends/ }).click()
  await expect(sheet).not.toContainText('Quenby Birch: Gardener')

  await goTo(page, 'My keys')
  await page.getByRole('link', { name: 'Ask for more' }).click()
  await page.getByRole('button', { name: 'Ask for more' }).click()
  await pick(page, 'Where', 'Pellworth Main')
  await page.getByLabel('What', { exact: true }).selectOption({ label: 'Quote Trellis: Quotes' })
  await page.getByLabel('To do what').selectOption('see')
  await page.getByLabel('Why (whoever decides reads it)').fill('the autumn planting')
  await findsNothing(page)
  await page.getByRole('button', { name: 'Ask', exact: true }).click()
  await expect(page.getByText('waits until 30 Jun')).toBeVisible()
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
  await pick(page, 'The role with which Mirren Halloway would get it', 'Bookkeeping')
  await page.getByRole('button', { name: 'Grant …' }).click()
  const docket = docketOf(page)
  await expect(docket).toContainText('Give Mirren Halloway Bookkeeping at Pellworth Main.')
  await expect(docket).toContainText('Grant the request of Mirren Halloway for Quotes: see at Pellworth Main.')
  await docket.getByRole('button', { name: /^Apply 2 changes/ }).click()
  await expect(page.getByText('Nothing waits for you.')).toBeVisible()
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
  await page.getByRole('link', { name: 'Statement' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Who can get in at Hollin Museum')
  expect(await clicks()).toBe(2)
  await expect(page.getByRole('row', { name: /Ambrose Tilley/ })).toContainText('Hollin Museum')
  await findsNothing(page)
  // A day of the past: who has left since is named, who came since is not.
  await page.getByLabel('As of').fill('2026-01-15')
  await expect(page.getByText('as of 15 January 2026')).toBeVisible()
  await page.getByLabel('As of').fill('2026-06-16')
  await page.getByLabel('Share by a link until').fill('2026-06-30')
  const docket = docketOf(page)
  await expect(docket).toContainText('Share the statement of Hollin Museum by a link until 30 June.')
  await docket.getByRole('button', { name: /^Share it/ }).click()
  await page.getByRole('link', { name: 'Live offers and links' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Live offers and links')
  await findsNothing(page)
  const link = await page.getByRole('link', { name: /statement#/ }).getAttribute('href')

  const visitor = await (await browser.newContext()).newPage()
  await at(visitor)
  await visitor.goto(`${demo.origin}${link!}`)
  await expect(visitor.getByRole('heading', { level: 1 })).toHaveText('Who can get in at Hollin Museum')
  await expect(visitor.getByRole('row', { name: /Ambrose Tilley/ })).toBeVisible()
  await expect(visitor.getByRole('navigation')).toHaveCount(0)
  await findsNothing(visitor)
  await page.getByRole('button', { name: 'Cut it' }).click()
  await docket.getByRole('button', { name: /^Cut it/ }).click()
  await expect(page.getByText('No statement is shared.')).toBeVisible()
  await visitor.reload()
  await expect(visitor.getByRole('heading', { level: 1 })).toHaveText('This link does not open')
})

test('two clients are kept apart, and a change that would join them is told of before it happens', async ({ page }) => {
  await signIn(page, demo)
  const docket = docketOf(page)
  const sheet = page.getByRole('article')
  await openPlace(page, 'Hollin Museum')
  await pick(page, 'Keep apart from …', 'Norrick Data Halls')
  await docket.getByRole('button', { name: /^Keep them apart/ }).click()
  await expect(sheet).toContainText('no outsider gets in at both')
  await sheet.getByRole('button', { name: 'Give a key' }).click()
  await page.getByRole('combobox', { name: 'To people or groups' }).fill('abel norrick')
  await page.keyboard.press('Enter')
  await pick(page, 'Role', 'Client view')
  await expect(docket).toContainText('Abel Norrick would get in at both Hollin Museum and Norrick Data Halls')
  await docket.getByRole('button', { name: 'Put it down' }).click()
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
  await sheet.getByRole('link', { name: 'Make a packet like this …' }).click()
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Gardener at Elderkin')
  await expect(docket).toContainText('Make the packet Gardener at Elderkin.')
  await docket.getByRole('button', { name: /^Make packet/ }).click()
  await page.getByRole('row', { name: /Gardener at Elderkin/ }).click()
  await expect(sheet).toContainText('On paper: what a newcomer would reach')
  await findsNothing(page)
  await sheet.getByRole('button', { name: 'Invite with it' }).click()
  await sheet.getByLabel('Name', { exact: true }).fill('Tansy Rowe')
  await sheet.getByLabel('Email').fill('tansy.rowe@thistlewick.example')
  await expect(docket).toContainText('Invite Tansy Rowe as a member, offering')
  await docket.getByRole('button', { name: 'Put it down' }).click()

  await page.goto(`${demo.origin}/groups?make=1`)
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Rope people')
  await sheet.getByRole('button', { name: 'Hold people by a rule …' }).click()
  await sheet.getByLabel('Field').selectOption({ label: 'Employer' })
  await sheet.getByLabel('Value').selectOption({ label: 'Highfast Rope Access' })
  await docket.getByRole('button', { name: /^Make group/ }).click()
  await page.getByRole('row', { name: /Rope people/ }).click()
  await expect(sheet).toContainText('Employer is Highfast Rope Access')
  await expect(sheet).toContainText('Anwen Sharrow')
})
