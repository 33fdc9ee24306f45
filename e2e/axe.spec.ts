import { expect, test } from '@playwright/test'
import { at, chooseMore, findsNothing, goTo, ownDemo, signIn } from './steps.ts'

test.describe.configure({ mode: 'parallel' })
const demo = ownDemo()

for (const theme of ['light', 'dark'] as const) {
  // What is dark differs in its colours alone, and is looked at with the longer proofs.
  const rules = theme === 'dark' ? ['color-contrast'] : undefined
  const more = theme === 'dark' ? { tag: '@long' } : {}
  test(`axe finds nothing in any view, ${theme}`, more, async ({ page }) => {
    await page.emulateMedia({ colorScheme: theme })
    await at(page)
    await page.goto(`${demo.origin}/sign-in`)
    await findsNothing(page, rules)
    await signIn(page, demo)
    await expect(page.locator('html')).toHaveAttribute('data-bs-theme', theme)
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Tuesday')
    await findsNothing(page, rules)
    await goTo(page, 'People')
    await page.getByRole('row', { name: /Idris Marlow/ }).click()
    await page.getByRole('button', { name: 'Place by place, with why' }).click()
    await page
      .getByRole('article')
      .getByRole('button', { name: /Pellworth Main.*Helipad roof/ })
      .click()
    await page.getByRole('article').getByRole('button', { name: 'Why?' }).first().click()
    await expect(page.getByText(/given at Helipad roof/).first()).toBeVisible()
    await findsNothing(page, rules)
    await chooseMore(page, 'End access now')
    await expect(page.getByText('lost 1 person, 2 places')).toBeVisible()
    await findsNothing(page, rules)
    await page.getByRole('button', { name: 'Discard', exact: true }).click()
    await page.getByRole('button', { name: 'Invite' }).click()
    await expect(page.getByRole('heading', { name: 'Invite someone' })).toBeVisible()
    await findsNothing(page, rules)
    await goTo(page, 'Places')
    await page.getByRole('treeitem', { name: /Pellworth Hospital Trust/ }).click()
    await expect(page.getByRole('article')).toContainText('People with access')
    await findsNothing(page, rules)
    await page.getByRole('button', { name: 'Add a client' }).click()
    await expect(page.getByRole('heading', { name: 'Add places from a list' })).toBeVisible()
    await findsNothing(page, rules)
    await page.getByRole('link', { name: 'Who has access where' }).click()
    await expect(page.getByRole('grid', { name: 'Who has access where' })).toBeVisible()
    await findsNothing(page, rules)
    await goTo(page, 'Roles')
    await page.getByRole('button', { name: 'Rope access' }).click()
    await expect(page.getByRole('heading', { name: 'People with this role can', exact: true })).toBeVisible()
    await findsNothing(page, rules)
    await page.getByRole('button', { name: 'Edit role' }).click()
    await expect(page.getByRole('textbox', { name: 'Name' })).toBeVisible()
    await findsNothing(page, rules)
    await goTo(page, 'People')
    await page.getByRole('link', { name: 'Groups' }).click()
    await expect(page.getByRole('heading', { level: 1, name: /^Groups/ })).toBeVisible()
    await page.getByRole('row', { name: /Irrigation/ }).click()
    await expect(page.getByText('Access of its members')).toBeVisible()
    await findsNothing(page, rules)
    await goTo(page, 'Products')
    await expect(page.getByText('Twelve months ahead')).toBeVisible()
    await findsNothing(page, rules)
    await goTo(page, 'Ledger')
    await expect(page.getByText('closed the bill of May').first()).toBeVisible()
    await findsNothing(page, rules)
    await goTo(page, 'Departures')
    await findsNothing(page, rules)
    await page.getByRole('link', { name: /Cormac Eddery/ }).click()
    await expect(page.getByRole('heading', { level: 1, name: /^Cormac Eddery leaves/ })).toBeVisible()
    await findsNothing(page, rules)
    await goTo(page, 'Departures')
    await page.getByRole('link', { name: /Nell Gathercole/ }).click()
    await expect(page.getByRole('heading', { level: 1, name: /^Nell Gathercole has left/ })).toBeVisible()
    await findsNothing(page, rules)
    for (const path of [
      '/settings',
      '/links',
      '/arrivals',
      '/my-sign-in',
      '/products/quote-trellis/accounts',
      '/products/describe',
      '/products/spreadsheet',
    ]) {
      await page.goto(`${demo.origin}${path}`)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await findsNothing(page, rules)
    }
    await goTo(page, 'My keys')
    await expect(page.getByText('Welcome, Oriel Thistlewick')).toBeVisible()
    await findsNothing(page, rules)
  })
}
