import { expect, test } from '@playwright/test'
import { chooseMore, docketOf, doneOf, findsNothing, goTo, ownDemo, signIn } from './steps.ts'

const demo = ownDemo()

const ADMINISTRATOR = 'tamsin.roake@thistlewick.example'
const LONG = `The very long name of a client ${'whose roofs go on and on '.repeat(4)}`.slice(0, 80)
const ARABIC = 'حديقة السطح الشمالية'
const LEVELS = ['Wing', 'Court', 'Stair', 'Landing', 'Terrace', 'Corner', 'Trough'].map((name, at) => {
  return `${'\t'.repeat(at + 2)}${name}`
})

test('long names, names from right to left and nine levels of places fit, on a telephone and in the dark too', async ({
  page,
}) => {
  await signIn(page, demo)
  await goTo(page, 'Places')
  await page.getByRole('button', { name: 'Add a client' }).click()
  const list = [LONG, `\t${ARABIC}`, ...LEVELS].join('\n')
  await page.getByLabel('Places, one per line').fill(list)
  await expect(docketOf(page)).toContainText('Add 9 places')
  await docketOf(page).getByRole('button', { name: 'Add places' }).click()
  await expect(doneOf(page)).toContainText('Done:')
  await page.getByRole('searchbox', { name: 'Find a place' }).fill('Trough')
  await expect(page.getByRole('treeitem', { name: 'Trough' })).toHaveAttribute('aria-level', '10')
  await page.getByRole('treeitem', { name: 'Trough' }).click()
  await expect(page.getByRole('article')).toContainText('Corner')
  await page.getByRole('searchbox', { name: 'Find a place' }).fill(ARABIC)
  await page.getByRole('treeitem', { name: ARABIC }).click()
  await expect(page.getByRole('article').getByRole('heading', { level: 2 })).toHaveText(ARABIC)

  await page.getByRole('button', { name: 'Give access' }).click()
  const nobody = page.getByRole('searchbox', { name: 'Find a place' })
  await nobody.fill('nothing is called so')
  await expect(page.getByText('No place matches.')).toBeVisible()
  await nobody.fill('')

  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 844 })
    for (const path of ['/places', '/grid?open=all', '/statements', '/people']) {
      await page.goto(`${demo.origin}${path}`)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      const beyond = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
      expect([path, width, beyond]).toEqual([path, width, 0])
    }
  }
  await page.emulateMedia({ colorScheme: 'dark' })
  await page.goto(`${demo.origin}/statements`)
  await expect(page.getByRole('heading', { name: LONG })).toBeVisible()
  await findsNothing(page)

  // On paper stand the sheets alone.
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeHidden()
  await expect(page.getByRole('heading', { name: LONG })).toBeVisible()
})

test('a role retired by somebody else while it is changed here is said so, and nothing typed is lost', async ({
  page,
  browser,
}) => {
  await signIn(page, demo)
  await goTo(page, 'Roles')
  await page.getByRole('button', { name: 'Rope access' }).click()
  await page.getByRole('button', { name: 'Edit role' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Rope work')
  await expect(docketOf(page)).toContainText('Rope work')

  const other = await browser.newPage()
  await signIn(other, demo, ADMINISTRATOR)
  await goTo(other, 'Roles')
  await other.getByRole('button', { name: 'Rope access' }).click()
  await chooseMore(other, 'Retire role')
  await other.getByLabel('Replace it for everyone who has it with').selectOption({ label: 'Gardener' })
  await docketOf(other)
    .getByRole('button', { name: /^(Retire|Apply)/ })
    .click()
  await expect(doneOf(other)).toContainText('Done:')

  await expect(docketOf(page)).toContainText('Rope access has been retired in the meantime')
  await expect(page.getByRole('textbox', { name: 'Name' })).toHaveValue('Rope work')
})
