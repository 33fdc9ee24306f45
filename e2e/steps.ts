import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Locator, type Page } from '@playwright/test'
import { DEMO_OWNER_EMAIL, DEMO_PASSWORD } from '@lodge/demo/sign-in'
import { DEMO_NOW, forget, newDirectory, startDemo, type Demo } from './demo-process.ts'

/** A demo of its own for a file of tests: filled in before the first of them, put away after the last. */
export function ownDemo(): Demo {
  const demo = {} as Demo
  test.beforeAll(async () => {
    // Demos start side by side, and a port found unused may be another's a moment later.
    const started = await startDemo(newDirectory()).catch(() => startDemo(newDirectory()))
    Object.assign(demo, started)
  })
  test.afterAll(async () => {
    await demo.interrupt()
    forget(demo.directory)
  })
  return demo
}

/** Looks at the page with axe: every rule, or those named. */
export async function findsNothing(page: Page, rules?: string[]): Promise<void> {
  const axe = new AxeBuilder({ page })
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze()
  expect(violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.target.join(' ')).join(', ')}`)).toEqual([])
}

export const docketOf = (page: Page) => page.getByRole('complementary', { name: 'Docket' })

/** What was applied last, as it is told. */
export const doneOf = (page: Page) => page.getByRole('status').filter({ hasText: 'Done:' })

/**
 * Applies what is in hand. Where somebody else changed meanwhile what it is about, as another test may, that is shown
 * and applied then.
 * @returns how often it was pressed again.
 */
export async function applyShown(page: Page): Promise<number> {
  const button = docketOf(page).locator('footer .btn-primary, footer .btn-danger')
  const moved = docketOf(page).locator('.moved')
  for (let again = 0; ; again += 1) {
    await button.click()
    await expect(async () => expect((await doneOf(page).count()) + (await moved.count())).toBeGreaterThan(0)).toPass()
    if (again === 3 || (await doneOf(page).count()) > 0) return again
  }
}

/** Undoes what was applied last, beside what is told of it. */
export const undoOf = (page: Page) => page.getByRole('button', { name: 'Undo this' })

/** Does one of the things that are behind More on the open sheet. */
export async function chooseMore(page: Page | Locator, name: string): Promise<void> {
  await openMore(page)
  await page.getByRole('button', { name, exact: true }).first().click()
}

export async function openMore(page: Page | Locator): Promise<void> {
  const more = page.getByRole('button', { name: 'More', exact: true })
  if ((await more.getAttribute('aria-expanded')) === 'false') await more.click()
}

/** Opens a place's sheet by its name. */
export async function openPlace(page: Page, name: string): Promise<void> {
  await goTo(page, 'Places')
  await page.getByRole('searchbox', { name: 'Find a place' }).fill(name)
  await page
    .getByRole('treeitem', { name: new RegExp(name) })
    .last()
    .click()
  await expect(page.getByRole('article').getByRole('heading', { level: 2 })).toHaveText(name)
}

/** Opens a page whose clock stands where the demo's does. */
export async function at(page: Page): Promise<void> {
  await page.clock.setFixedTime(new Date(DEMO_NOW))
}

export async function signIn(
  page: Page,
  demo: Demo,
  email = DEMO_OWNER_EMAIL,
  password = DEMO_PASSWORD,
): Promise<void> {
  await at(page)
  await page.goto(`${demo.origin}/sign-in`)
  await page.getByLabel('Email address').fill(email)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeVisible()
}

/** The main views, by their addresses. */
export const VIEW_PATHS = [
  ...['/desk', '/people', '/places', '/roles', '/products', '/bill', '/departures', '/ledger', '/settings', '/my-keys'],
]

const TITLES = {
  Desk: /Tuesday/,
  People: /^People/,
  Places: /^Places/,
  Roles: /^Roles/,
  Products: /^Products/,
  Departures: /^Departures/,
  Ledger: /^Ledger/,
  'My keys': /^Welcome/,
}

/** Opens a view from the rail and waits until it is there: until then the one before still takes what is typed. */
export async function goTo(page: Page, room: keyof typeof TITLES): Promise<void> {
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: room }).click()
  await expect(page.getByRole('heading', { level: 1, name: TITLES[room] })).toBeVisible()
}

/** The link in the newest message to an address that has one to that page. */
export async function linkFor(demo: Demo, email: string, page = 'invitation'): Promise<string> {
  let link: string | undefined
  await expect(async () => {
    const answer = await fetch(`${demo.mailbox}/messages.json?to=${encodeURIComponent(email)}`)
    const messages = (await answer.json()) as { text: string }[]
    const asked = new RegExp(`http\\S+/${page}#\\S+`)
    link = messages.flatMap(({ text }) => asked.exec(text)?.[0] ?? [])[0]
    expect(link).toBeDefined()
  }).toPass()
  return link!
}

/** Picks by its label the option whose text, without its indentation, begins so: from a list, or by typing. */
export async function pick(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByRole('combobox', { name: label, exact: true })
  const beginning = new RegExp(`^\\s*${text}`)
  if ((await field.getAttribute('role')) === 'combobox') {
    await field.fill(text)
    const list = page.locator(`[id="${(await field.getAttribute('aria-controls'))!}"]`)
    return list.getByRole('option', { name: beginning }).first().click()
  }
  const option = field.locator('option').filter({ hasText: beginning })
  await field.selectOption((await option.first().getAttribute('value'))!)
}

/** Counts what a hand does from here on: clicks and choices from lists. */
export async function countClicks(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counted = window as unknown as { clicks: number }
    counted.clicks = 0
    const count = () => (counted.clicks += 1)
    addEventListener('click', count, { capture: true })
    addEventListener('change', (event) => event.target instanceof HTMLSelectElement && count(), { capture: true })
  })
  return () => page.evaluate(() => (window as unknown as { clicks: number }).clicks)
}

/** Puts the docket down and waits until the server has heard of it: it is kept there, for anyone who signs in next. */
export async function putDown(page: Page): Promise<void> {
  // The empty one: an earlier one may still be on its way, and they go one after the other.
  const isEmpty = (text: string | null) => text === JSON.stringify({ changes: [] })
  const heard = page.waitForResponse((answer) => {
    const request = answer.request()
    return answer.url().endsWith('/docket') && request.method() === 'PUT' && isEmpty(request.postData())
  })
  await docketOf(page).getByRole('button', { name: 'Discard', exact: true }).click()
  await heard
}

/** Goes on with the Tab key until something of that name has the focus. */
export async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let pressed = 0; pressed < 90; pressed += 1) {
    await page.keyboard.press('Tab')
    const said = await page.evaluate(() => {
      const { activeElement: at } = document
      return at?.getAttribute('aria-label') ?? (at as HTMLInputElement)?.labels?.[0]?.innerText ?? at?.textContent ?? ''
    })
    if (name.test(said.trim())) return
  }
  throw new Error(`The Tab key does not lead to ${name}.`)
}
