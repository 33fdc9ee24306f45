import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { forget, newDirectory, startDemo, type Demo } from './demo-process.ts'
import { at, goTo, pick, signIn } from './steps.ts'

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

async function findsNothing(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.target.join(' ')).join(', ')}`)).toEqual([])
}

for (const theme of ['light', 'dark'] as const) {
  test(`axe finds nothing in any view, ${theme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: theme })
    await at(page)
    await page.goto(`${demo.origin}/sign-in`)
    await findsNothing(page)
    await signIn(page, demo)
    await expect(page.locator('html')).toHaveAttribute('data-bs-theme', theme)
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Tuesday')
    await findsNothing(page)
    await goTo(page, 'People')
    await page.getByRole('row', { name: /Idris Marlow/ }).click()
    await page
      .getByRole('article')
      .getByRole('button', { name: /Helipad roof/ })
      .click()
    await page.getByRole('article').getByRole('button', { name: 'Why?' }).first().click()
    await expect(page.getByText(/given at Helipad roof/).first()).toBeVisible()
    await findsNothing(page)
    await page.getByRole('button', { name: 'Leave now' }).click()
    await expect(page.getByText('lost 1 person, 2 places')).toBeVisible()
    await findsNothing(page)
    await page.getByRole('button', { name: 'Put it down' }).click()
    await page.getByRole('button', { name: 'Invite' }).click()
    await expect(page.getByRole('heading', { name: 'Invite someone' })).toBeVisible()
    await findsNothing(page)
    await goTo(page, 'Places')
    await page.getByRole('treeitem', { name: /Pellworth Hospital Trust/ }).click()
    await expect(page.getByRole('article')).toContainText('Who gets in')
    await findsNothing(page)
    await goTo(page, 'Seats')
    await expect(page.getByText('Twelve months ahead')).toBeVisible()
    await findsNothing(page)
    await goTo(page, 'Ledger')
    await expect(page.getByText('closed the bill of May').first()).toBeVisible()
    await findsNothing(page)
    await goTo(page, 'My keys')
    await expect(page.getByText('Welcome, Oriel Thistlewick')).toBeVisible()
    await findsNothing(page)
  })
}

test('someone is found, looked at and put down again with the keyboard alone', async ({ page }) => {
  await signIn(page, demo)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Tuesday')
  await page.keyboard.press('/')
  await page.keyboard.type('idris')
  await expect(page.getByRole('option', { name: /Idris Marlow/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Idris Marlow' })).toBeVisible()
  await page.getByRole('grid').focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Ines Carrow' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('article')).toHaveCount(0)
  await goTo(page, 'Places')
  await page.getByRole('tree').focus()
  for (const key of ['ArrowDown', 'ArrowRight', 'ArrowDown', 'Enter']) await page.keyboard.press(key)
  await expect(page.getByRole('article').getByRole('heading', { level: 2 })).toHaveText(/Brindle Boys/)
})

test('what is in hand stays, on another page and after a reload; wrong entries say what to do', async ({ page }) => {
  await signIn(page, demo)
  await goTo(page, 'People')
  await page.getByRole('button', { name: 'Invite' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Nolan Again')
  await page.getByLabel('Email').fill('nolan.pryce@brookline.example')
  const docket = page.getByRole('complementary', { name: 'Docket' })
  await expect(docket.getByRole('alert')).toContainText('Nolan Pryce has this address and is here already.')
  await expect(docket.getByRole('button', { name: /Send invitation/ })).toBeDisabled()
  await page.getByLabel('Email').fill('nolan.again@brookline.example')
  await pick(page, 'Role', 'Irrigation fitter')
  await pick(page, 'At', 'Corvane Hill')
  await expect(docket).toContainText('an outsider and has no end date')
  await expect(docket.getByRole('button', { name: /Send invitation/ })).toBeEnabled()
  await page.reload()
  await expect(docket).toContainText('Invite Nolan Again as a guest, offering Irrigation fitter at Corvane Hill.')
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Nolan Again')
  await goTo(page, 'Desk')
  await expect(docket).toContainText('Invite Nolan Again')
  await page.getByRole('button', { name: 'Put it down' }).click()
  await expect(page.getByRole('button', { name: 'Open the docket' })).not.toContainText('change')
})

test('what somebody else changes meanwhile is shown before it is applied', async ({ page, browser }) => {
  await signIn(page, demo)
  await goTo(page, 'Places')
  await page.getByRole('searchbox').fill('Fern court')
  await page.getByRole('treeitem', { name: /Ashby House/ }).click()
  await page.getByRole('button', { name: 'Wall it' }).click()
  const docket = page.getByRole('complementary', { name: 'Docket' })
  await expect(docket).toContainText('lost 5 people')
  const other = await (await browser.newContext()).newPage()
  await signIn(other, demo, 'tamsin.roake@thistlewick.example')
  await goTo(other, 'People')
  await other.getByRole('searchbox').fill('una')
  await other.getByRole('row', { name: /Una Bracken/ }).click()
  await other.getByRole('button', { name: 'Leave now' }).click()
  await other
    .getByRole('complementary', { name: 'Docket' })
    .getByRole('button', { name: /End their time here/ })
    .click()
  await expect(other.getByRole('row', { name: /Una Bracken/ })).toContainText('left')
  await expect(docket).toContainText('lost 4 people')
  await docket.getByRole('button', { name: 'Put it down' }).click()
})

test('a client’s contact sees their keys and nothing else; a wrong link says the same plain thing', async ({
  page,
}) => {
  await signIn(page, demo, 'alba.renfrew@pellworth.example')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Welcome, Alba Renfrew')
  await expect(page.getByRole('navigation', { name: 'Views' }).getByRole('link')).toHaveText(['My keys'])
  await page.goto(`${demo.origin}/people`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Welcome, Alba Renfrew')
  await page.goto(`${demo.origin}/invitation#invented`)
  await page.reload()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('This invitation is not open')
  await expect(page.getByRole('alert')).toContainText('Ask whoever invited you for a new one.')
})

test('everything fits a telephone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 })
  await signIn(page, demo)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Tuesday')
  for (const room of ['People', 'Places', 'Ledger', 'My keys', 'Desk'] as const) {
    await goTo(page, room)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  }
})

test('someone who waits is admitted from the Desk', async ({ page }) => {
  await signIn(page, demo)
  await page.getByRole('region', { name: 'What needs you' }).getByRole('button', { name: 'Admit' }).last().click()
  const docket = page.getByRole('complementary', { name: 'Docket' })
  await expect(docket).toContainText('Admit Lise Wetherby.')
  await docket.getByRole('button', { name: /^Admit: 13 keys/ }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('one person waits at the door')
})

test('a steward gives a key where they are one, reads why elsewhere they cannot, and sees no sums', async ({
  page,
}) => {
  await signIn(page, demo, 'mirren.halloway@thistlewick.example')
  await goTo(page, 'People')
  await page.getByRole('searchbox').fill('quenby')
  await page.getByRole('row', { name: /Quenby Birch/ }).click()
  const sheet = page.getByRole('article')
  await expect(sheet.getByRole('heading', { name: 'Quenby Birch' })).toBeVisible()
  await expect(sheet.getByRole('button', { name: 'Leave now' })).toBeDisabled()
  await expect(sheet.getByRole('button', { name: 'Leave now' })).toHaveAttribute(
    'title',
    'You need people: change for this.',
  )
  await sheet.getByRole('button', { name: 'Give a key' }).click()
  await pick(page, 'Role', 'Gardener')
  await pick(page, 'Place', 'Chapel court')
  const docket = page.getByRole('complementary', { name: 'Docket' })
  await expect(docket).toContainText('Give Quenby Birch Gardener at Chapel court.')
  await expect(docket).toContainText('gained 1 person, 1 place')
  await expect(docket).toContainText('Sums are known to the office.')
  await pick(page, 'Role', 'Office')
  await expect(docket.getByRole('alert')).toContainText('At Chapel court you cannot pass on')
  await expect(docket.getByRole('button', { name: /^Give/ })).toBeDisabled()
  await pick(page, 'Role', 'Gardener')
  await docket.getByRole('button', { name: 'Give: 1 key' }).click()
  await expect(page.getByRole('row', { name: /Quenby Birch/ })).toBeVisible()
  await expect(docket).not.toContainText('Gardener')
  await goTo(page, 'Places')
  await page.getByRole('searchbox').fill('Chapel court')
  await page.getByRole('treeitem', { name: /Chapel court/ }).click()
  await expect(sheet.getByRole('button', { name: /Quenby Birch/ })).toContainText('change')
})

test('a place is made and walled from its sheet, each shown first; who may not wall it is told why', async ({
  page,
}) => {
  await signIn(page, demo)
  await goTo(page, 'Places')
  await page.getByRole('searchbox').fill('Elderkin Rise')
  await page.getByRole('treeitem', { name: /Elderkin Rise/ }).click()
  const sheet = page.getByRole('article')
  const docket = page.getByRole('complementary', { name: 'Docket' })
  await sheet.getByRole('button', { name: 'Make a place here' }).click()
  await sheet.getByLabel('Name').fill('Bee roof')
  await sheet.getByLabel('Reference').fill('PEL-01')
  await sheet.getByRole('button', { name: 'Into the docket' }).click()
  await expect(docket.getByRole('alert')).toContainText(
    'The reference PEL-01 stands for Pellworth Main already; choose another.',
  )
  await sheet.getByRole('button', { name: 'Make a place here' }).click()
  await sheet.getByLabel('Name').fill('Bee roof')
  await sheet.getByRole('button', { name: 'Into the docket' }).click()
  await docket.getByRole('button', { name: /^Make place/ }).click()
  await sheet.getByRole('link', { name: 'Bee roof' }).click()
  await expect(sheet.getByRole('heading', { name: 'Bee roof' })).toBeVisible()
  await sheet.getByRole('button', { name: 'Wall it' }).click()
  await expect(docket).toContainText('Wall Bee roof.')
  await expect(docket).toContainText('lost')
  await docket.getByRole('button', { name: /^Wall it: \d+ keys end/ }).click()
  await expect(sheet.getByRole('button', { name: 'Take the wall down' })).toBeVisible()
  await expect(sheet).not.toContainText('Kit Orchard')

  // The bookkeeper's labour rates are sensitive: an administrator cannot take them away by a wall (model D1).
  await page.getByRole('button', { name: 'Sign out' }).click()
  await signIn(page, demo, 'tamsin.roake@thistlewick.example')
  await goTo(page, 'Places')
  await page.getByRole('searchbox').fill('Elderkin Grove')
  await page.getByRole('treeitem', { name: /Elderkin Grove/ }).click()
  await sheet.getByRole('button', { name: 'Wall it' }).click()
  await expect(docket.getByRole('alert')).toContainText('labour rates')
  await expect(docket.getByRole('button', { name: /^Wall it/ })).toBeDisabled()
  await docket.getByRole('button', { name: 'Put it down' }).click()
})
