import { expect, test, type Page } from '@playwright/test'
import { docketOf, doneOf, findsNothing, goTo, openMore, ownDemo, pick, signIn, VIEW_PATHS } from './steps.ts'

const demo = ownDemo()

for (const [theme, place] of [
  ['light', 'Chapel court'],
  ['dark', 'Bean court'],
] as const) {
  test(`axe finds nothing in what is opened, picked, refused or away, ${theme}`, { tag: '@long' }, async ({ page }) => {
    await page.emulateMedia({ colorScheme: theme })
    await signIn(page, demo)
    await goTo(page, 'People')
    await page.getByRole('row', { name: /Anwen Sharrow/ }).click()
    await openMore(page.getByRole('article'))
    await page.getByRole('button', { name: 'Edit details' }).click()
    await page.getByLabel('Manager').click()
    await findsNothing(page)
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Give access' }).click()
    await pick(page, 'Role', 'Gardener')
    await page.getByRole('combobox', { name: 'Places' }).fill(place)
    await page.keyboard.press('Enter')
    await expect(docketOf(page)).toContainText(`Give Anwen Sharrow Gardener at ${place}`)
    await page.getByRole('button', { name: 'Open the calendar' }).first().click()
    await expect(page.getByRole('dialog', { name: 'Calendar' })).toBeVisible()
    await findsNothing(page)
    await page.keyboard.press('Escape')
    await docketOf(page)
      .getByRole('button', { name: /^Give access/ })
      .click()
    await expect(doneOf(page)).toContainText('Done:')
    await findsNothing(page)
    // What is not there, and what failed.
    await page.goto(`${demo.origin}/people/00000000-0000-7000-8000-000000000000`)
    await expect(page.getByText('There is nothing here, or nothing you have the right to see.')).toBeVisible()
    await findsNothing(page)
    await page.route('**/settings', (route) =>
      route.request().resourceType() === 'document' ? route.continue() : route.fulfill({ status: 500, json: {} }),
    )
    await page.goto(`${demo.origin}/settings`)
    await expect(page.getByRole('button', { name: 'Try again' })).toBeVisible()
    await findsNothing(page)
  })
}

/** What lies beside the screen, by its class. */
const tooWide = (page: Page) =>
  page.evaluate(() => (document.documentElement.scrollWidth > innerWidth ? document.documentElement.scrollWidth : 0))

test('text twice as large fits, and nothing moves for who does not want it', { tag: '@long' }, async ({ page }) => {
  // As a browser shows 1280 by 800 at 200 %.
  await page.setViewportSize({ width: 640, height: 400 })
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await signIn(page, demo)
  for (const path of VIEW_PATHS) {
    await page.goto(`${demo.origin}${path}`)
    await expect(page.getByRole('heading').first()).toBeVisible()
    expect([path, await tooWide(page)]).toEqual([path, 0])
  }
  const moves = await page.evaluate(() =>
    [...document.querySelectorAll('*')].some((one) => parseFloat(getComputedStyle(one).transitionDuration) > 0.001),
  )
  expect(moves).toBe(false)
})
