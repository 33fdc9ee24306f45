import { expect, test, type Page } from '@playwright/test'
import { at, ownDemo, signIn, VIEW_PATHS } from './steps.ts'

const demo = ownDemo()
/** What is cut off without its whole text at hand, and what does not fit sideways. */
async function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const cut = [...document.querySelectorAll<HTMLElement>('button, h1, h2, h3, label, legend, th, a')].filter(
      (one) => {
        const style = getComputedStyle(one)
        const isClipped = style.overflowX === 'hidden' && one.scrollWidth > one.clientWidth + 1
        return isClipped && !one.title && one.offsetParent !== null && !one.closest('.visually-hidden')
      },
    )
    const wide =
      document.documentElement.scrollWidth > innerWidth
        ? [`the page is ${document.documentElement.scrollWidth} wide`]
        : []
    return [...wide, ...cut.map((one) => `${one.tagName} ${one.className}: ${one.innerText.slice(0, 60)}`)]
  })
}

for (const [width, height] of [
  [1280, 800],
  [390, 780],
] as const) {
  test(`a longer language fits at ${width}`, { tag: '@long' }, async ({ page }) => {
    await at(page)
    await signIn(page, demo)
    await page.evaluate(() => localStorage.setItem('lodge-language', 'pseudo'))
    await page.setViewportSize({ width, height })
    for (const path of VIEW_PATHS) {
      await page.goto(`${demo.origin}${path}`)
      await expect(page.locator('.rail a').first()).toContainText('[')
      await expect(page.locator('main')).toContainText('~')
      expect([path, await cutOff(page)]).toEqual([path, []])
    }
  })
}
