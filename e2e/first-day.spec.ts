import { resolve } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { messyList } from './member-list.ts'
import {
  at,
  chooseMore,
  countClicks,
  docketOf,
  doneOf,
  findsNothing,
  goTo,
  linkFor,
  ownDemo,
  pick,
  signIn,
  undoOf,
} from './steps.ts'

const demo = ownDemo()

/** Opens an account of one's own by a proven mailbox. */
async function openAccount(page: Page): Promise<void> {
  await at(page)
  await page.goto(`${demo.origin}/sign-in`)
  await page.getByRole('link', { name: 'Open an account' }).click()
  await expect(page.getByRole('heading', { name: 'Open an account' })).toBeVisible()
  await page.getByLabel('Email address').fill('wren@alder.example')
  await page.getByRole('button', { name: 'Send the link' }).click()
  await expect(page.getByRole('status')).toContainText('wren@alder.example')
  await page.goto('about:blank')
  await page.goto(await linkFor(demo, 'wren@alder.example', 'open-account'))
  await page.getByLabel('Your name').fill('Wren Alder')
  await page.getByLabel('Name of the business').fill('Alder Roofs')
  await page.getByLabel('Password').fill('eleven damp watering cans')
  await page.getByLabel('I have read this and agree').check()
  await page.getByRole('button', { name: 'Open the account' }).click()
  await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible()
}

const apply = (page: Page) => docketOf(page).locator('footer .btn-primary, footer .btn-danger').click()

/** Counts the fields something is typed into from here on, each time one is gone back to. */
async function countEntries(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counted = window as unknown as { entries: number; last: EventTarget | null }
    Object.assign(counted, { entries: 0, last: null })
    addEventListener(
      'input',
      ({ target }) => {
        const isText =
          target instanceof HTMLTextAreaElement ||
          (target instanceof HTMLInputElement && !/radio|checkbox/.test(target.type))
        if (isText && target !== counted.last) counted.entries += 1
        counted.last = target
      },
      { capture: true },
    )
  })
  return () => page.evaluate(() => (window as unknown as { entries: number }).entries)
}

test('a first day: two products described, a member list, and someone who leaves is known to be out', async ({
  page,
}) => {
  await openAccount(page)
  const clicks = await countClicks(page)
  const entries = await countEntries(page)
  // Bed Plans, by the month and person.
  await page.getByRole('link', { name: 'Describe a product' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Bed Plans')
  await page.getByLabel('Seat type 1: name').fill('Planner')
  await page.getByLabel('Seat type 1: price').fill('14')
  await page.getByRole('button', { name: 'Another seat type' }).click()
  await page.getByLabel('Seat type 2: name').fill('Looker')
  await page.getByLabel('can only read').last().check()
  await expect(page.getByText(/Bed Plans costs US\$14\.00 for Planner a month and person/)).toBeVisible()
  await apply(page)
  await expect(page.getByRole('heading', { name: /To do in Bed Plans/ })).toBeVisible()
  // Its member list, with the mess that real exports have.
  const content = Buffer.from(messyList({ name: 'Wren Alder', email: 'wren@alder.example' }), 'latin1')
  await page.getByLabel(/Choose the list/).setInputFiles({ name: 'members.csv', mimeType: 'text/csv', buffer: content })
  await expect(page.getByRole('button', { name: '36 there, not here' })).toBeVisible()
  await expect(page.getByRole('button', { name: '1 twice' })).toBeVisible()
  await page.getByRole('button', { name: '36 there, not here' }).click()
  await page.getByRole('button', { name: 'Record all 36 people' }).click()
  await page.getByLabel('They are').selectOption('contractor')
  await page.getByRole('button', { name: /without a seat here/ }).click()
  await page.getByRole('button', { name: 'Give 1 seat' }).click()
  await page.getByRole('button', { name: 'Show what it does' }).click()
  await page.getByRole('button', { name: 'Apply list: 38 rows' }).click()
  await expect(page.getByText('The list is applied.')).toBeVisible()
  await expect(page.getByText('Nothing has to be done in Bed Plans.')).toBeVisible()
  // Shed Board, by team size.
  await page.getByRole('link', { name: 'Describe a product' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Shed Board')
  await page.getByLabel('By team size').check()
  await page.getByLabel('Team size 1: up to how many people').fill('9')
  await page.getByLabel('Team size 1: price a month').fill('45,00')
  await expect(page.getByText(/The team of Shed Board costs/)).toBeVisible()
  await apply(page)
  await expect(page.getByRole('heading', { name: /To do in Shed Board/ })).toBeVisible()
  // Five clients, the first role and its keys, and someone invited.
  await goTo(page, 'Places')
  await page.getByRole('button', { name: 'Add a client' }).click()
  await page.getByLabel('Places, one per line').fill('Marl House\nOsier Lane\nPound Street\nQuarry Court\nReed Wharf')
  await apply(page)
  await expect(page.getByRole('treeitem', { name: /Reed Wharf/ })).toBeVisible()
  await goTo(page, 'Products')
  await page.getByRole('link', { name: 'What it is' }).click()
  await page.getByRole('button', { name: 'Make the role Everything in Bed Plans' }).click()
  await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  await goTo(page, 'People')
  await page.getByRole('row', { name: /Ada Marsh/ }).click()
  await page.getByRole('button', { name: 'Give access' }).click()
  await pick(page, 'Role', 'Everything in Bed Plans')
  for (const place of ['Marl House', 'Osier Lane', 'Reed Wharf']) {
    await page.getByRole('combobox', { name: 'Places' }).fill(place)
    await page.keyboard.press('Enter')
  }
  await expect(docketOf(page)).toContainText('gained 1 person, 3 places')
  await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  await page.getByRole('button', { name: 'Invite', exact: true }).click()
  await page.getByLabel('Name', { exact: true }).fill('Sorrel Marsh')
  await page.getByLabel('Email address', { exact: true }).fill('sorrel@marsh.example')
  await page.getByLabel('Firm', { exact: true }).fill('Marsh Climbers')
  await page.getByRole('option', { name: 'Marsh Climbers is new: add it' }).click()
  await pick(page, 'Role', 'Everything in Bed Plans')
  await pick(page, 'At', 'Marl House')
  await expect(docketOf(page)).toContainText('Add the firm Marsh Climbers')
  await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  expect((await clicks()) + (await entries())).toBeLessThanOrEqual(60)

  // A third product, at no charge; who has the three keys has a seat in each.
  await goTo(page, 'Products')
  await page.getByRole('link', { name: 'Describe a product' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Rake Notes')
  await page.getByLabel('No charge').check()
  await apply(page)
  await expect(page.getByRole('heading', { name: /To do in Rake Notes/ })).toBeVisible()
  for (const product of ['shed-board', 'rake-notes']) {
    await page.goto(`${demo.origin}/products/${product}/accounts`)
    await page.getByRole('link', { name: 'Seats', exact: true }).click()
    await page.getByRole('button', { name: /^Give/ }).first().click()
    await pick(page, 'To', 'Ada Marsh')
    await apply(page)
    await expect(doneOf(page)).toContainText('Done:')
    await page.goto(`${demo.origin}/products/${product}/accounts`)
    await page.getByRole('button', { name: 'Done: Open an account for Ada Marsh' }).click()
    await expect(page.getByText('Open an account for Ada Marsh')).toBeHidden()
  }

  // They leave: nothing here can close their accounts, which is said before and waited for after.
  await goTo(page, 'People')
  await page.getByRole('row', { name: /Ada Marsh/ }).click()
  await chooseMore(page, 'End access now')
  for (const product of ['Bed Plans', 'Rake Notes', 'Shed Board']) {
    await expect(docketOf(page)).toContainText(
      `${product} has no connection: Wren Alder is asked to close the account of Ada Marsh.`,
    )
  }
  await docketOf(page)
    .getByRole('button', { name: /^End access now/ })
    .click()
  await expect(doneOf(page)).toContainText('Done:')
  await goTo(page, 'Departures')
  await page.getByRole('link', { name: /Ada Marsh/ }).click()
  const open = page.getByRole('region', { name: 'Nobody can close these from here' })
  await expect(open.getByText('Close the account of Ada Marsh')).toHaveCount(3)
  for (const [product, rest] of [
    ['Shed Board', 2],
    ['Rake Notes', 1],
  ] as const) {
    await open.getByRole('listitem').filter({ hasText: product }).getByRole('button', { name: /^Done/ }).click()
    await expect(open.getByText('Close the account of Ada Marsh')).toHaveCount(rest)
  }
  await expect(page.getByRole('heading', { name: 'The leaver’s record' })).toBeHidden()

  // A newer list proves the third; the record is signed, and says how each is known.
  await page.goto(`${demo.origin}/products/bed-plans/accounts`)
  const newer = messyList({ name: 'Wren Alder', email: 'wren@alder.example' })
    .split('\r\n')
    .filter((line) => !/ada\.marsh/i.test(line))
  const file = { name: 'members.csv', mimeType: 'text/csv', buffer: Buffer.from(newer.join('\n')) }
  await page.getByLabel(/Choose the list/).setInputFiles(file)
  await page.getByRole('button', { name: 'Show what it does' }).click()
  await page.getByRole('button', { name: /^Apply list/ }).click()
  await expect(page.getByText('Nothing has to be done in Bed Plans.')).toBeVisible()
  await goTo(page, 'Departures')
  await page.getByRole('link', { name: /Ada Marsh/ }).click()
  await expect(page.getByRole('heading', { name: 'The leaver’s record' })).toBeVisible()
  const said = await page.request.get(
    `${demo.origin}${await page.getByRole('link', { name: /JSON/ }).getAttribute('href')}`,
  )
  const { record } = (await said.json()) as { record: { lines: { text: string; outcome: string }[] } }
  const outcomes = Object.fromEntries(record.lines.map(({ text, outcome }) => [text, outcome]))
  expect(outcomes).toMatchObject({
    'Shed Board': expect.stringMatching(/^confirmed closed by Wren Alder/),
    'Rake Notes': expect.stringMatching(/^confirmed closed by Wren Alder/),
    'Bed Plans': expect.stringMatching(/member list/),
  })
})

test('someone who looks after a product sees its tasks on the Desk, does one and takes it back', async ({ page }) => {
  await signIn(page, demo, 'bevis.amory@thistlewick.example')
  const close = page.getByRole('button', { name: 'Done: Close the account of Nell Gathercole' })
  await expect(page.getByText('Quote Trellis: Close the account of Nell Gathercole')).toBeVisible()
  await close.click()
  await expect(doneOf(page)).toContainText('Confirm that Nell Gathercole’s account in Quote Trellis is closed')
  await expect(close).toBeHidden()
  await undoOf(page).click()
  await docketOf(page)
    .getByRole('button', { name: /^Undo|^Apply/ })
    .click()
  await expect(close).toBeVisible()
  await goTo(page, 'Products')
  await page.getByRole('link', { name: /Quote Trellis/ }).click()
  await page.getByRole('link', { name: 'Accounts there' }).click()
  await expect(page.getByRole('heading', { name: /To do in Quote Trellis 3/ })).toBeVisible()
})

test('the office reads the spreadsheet it kept so far: columns and marks confirmed, all of it applied in one go', async ({
  page,
}) => {
  await signIn(page, demo)
  await goTo(page, 'Products')
  await page.getByRole('link', { name: 'Read a spreadsheet' }).click()
  await page
    .getByLabel(/Choose the spreadsheet/)
    .setInputFiles(resolve(import.meta.dirname, '../demo/who-has-what.xlsx'))
  await expect(page.getByLabel('Quotes (Trellis)')).toHaveValue('quote-trellis')
  await expect(page.getByLabel('mail', { exact: true })).toHaveValue('email')
  await page.getByRole('button', { name: 'Record 1 person' }).first().click()
  await page.getByLabel('They are').selectOption('contractor')
  await page.getByRole('button', { name: 'Show what it does' }).click()
  await expect(page.getByText(/costs money but gives Fen Low no access/)).toBeVisible()
  await page.getByRole('button', { name: 'Apply the spreadsheet' }).click()
  await expect(page.getByText('The spreadsheet is applied.')).toBeVisible()
  await goTo(page, 'People')
  await page.getByRole('searchbox').fill('fen low')
  await expect(page.getByRole('row', { name: /Fen Low/ })).toContainText('on record')
})

test('a client’s contact without a login is asked by mail when someone leaves, and answers behind its link', async ({
  page,
  browser,
}) => {
  await signIn(page, demo)
  await goTo(page, 'People')
  await page.getByRole('searchbox').fill('idris')
  await page.getByRole('row', { name: /Idris Marlow/ }).click()
  await chooseMore(page, 'End access now')
  await expect(docketOf(page)).toContainText(
    'Lychgate Register has no connection: Hollis Tarn is asked to close the account of Idris Marlow.',
  )
  await docketOf(page)
    .getByRole('button', { name: /^End access now/ })
    .click()
  await expect(doneOf(page)).toContainText('Done:')
  const contact = await (await browser.newContext()).newPage()
  await at(contact)
  await contact.goto(await linkFor(demo, 'hollis.tarn@pellworth.example', 'tasks'))
  await expect(contact.getByRole('heading', { name: 'Lychgate Register, at Pellworth Hospital Trust' })).toBeVisible()
  await findsNothing(contact)
  await contact.getByRole('button', { name: 'Done: Close the account of Idris Marlow' }).click()
  await expect(contact.getByText('Noted. Thank you.')).toBeVisible()
  await expect(contact.getByText('Close the account of Idris Marlow')).toBeHidden()
  await goTo(page, 'Departures')
  await page.getByRole('link', { name: /Idris Marlow/ }).click()
  await expect(page.getByText(/confirmed closed by Hollis Tarn/).first()).toBeVisible()
})
