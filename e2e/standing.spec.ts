import { expect, test, type Page } from '@playwright/test'
import { chooseMore, docketOf, doneOf, findsNothing, goTo, openPlace, ownDemo, pick, signIn } from './steps.ts'

const demo = ownDemo()
const apply = (page: Page) => docketOf(page).locator('footer .btn').first().click()
const api = (path: string) => `${demo.origin}/api/accounts/${demo.accountId}${path}`

/** Applies changes over the API, as the page's person. */
async function change(page: Page, changes: object[]): Promise<{ changes: Record<string, string>[] }> {
  const shown = await (await page.request.post(api('/previews'), { data: { changes } })).json()
  const { version, digest } = shown
  const done = await page.request.post(api('/commits'), { data: { changes: shown.changes, version, digest } })
  expect(done.status(), await done.text()).toBe(200)
  return shown
}
async function idOf(page: Page, name: string): Promise<string> {
  const { people } = await (
    await page.request.get(api(`/people?find=${encodeURIComponent(`"${name.toLowerCase()}"`)}`))
  ).json()
  return people.find((one: { name: string }) => one.name === name).id
}

/** Gives Rafe Underhay a key at Corvane Hotels, to a role of its own whose changes need approval; his id. */
async function keyThatNeedsApproval(page: Page, roleName: string): Promise<string> {
  const { places } = await (await page.request.get(api('/places'))).json()
  const placeId = places.find((one: { name: string }) => one.name === 'Corvane Hotels').id
  const areas = [{ area: 'bedding-log/photos', level: 'change', approval: ['change'] }]
  const { changes } = await change(page, [{ type: 'make-role', name: roleName, areas }])
  const personId = await idOf(page, 'Rafe Underhay')
  const subject = { subjectKind: 'person', subjectId: personId }
  await change(page, [{ type: 'give', ...subject, roleId: changes[0]!.roleId!, placeId }])
  return personId
}

test('a client’s own person approves at the client, and whoever waits sees who it is', async ({ page }) => {
  await signIn(page, demo)
  const personId = await keyThatNeedsApproval(page, 'Trainee gardener')
  await openPlace(page, 'Corvane Hotels')
  const sheet = page.getByRole('article')
  await sheet.getByRole('button', { name: 'Change who approves' }).click()
  await sheet.getByRole('combobox', { name: 'Who approves' }).selectOption('named')
  await sheet.getByRole('combobox', { name: 'People who approve' }).fill('hester')
  await page.getByRole('option', { name: /Hester Rudge/ }).click()
  await sheet.getByRole('button', { name: 'Add another step' }).click()
  await sheet.getByRole('combobox', { name: 'Step 2: who approves' }).selectOption('manager')
  await expect(docketOf(page)).toContainText('who approves at Corvane Hotels: Hester Rudge, then their manager')
  await findsNothing(page)
  await apply(page)
  await expect(sheet).toContainText('Hester Rudge, then their manager')
  // The same for one key, in its line.
  await page.goto(`${demo.origin}/people/${personId}`)
  await page.getByRole('button', { name: /Change: Trainee gardener/ }).click()
  await expect(page.getByText('as the place or the role says')).toBeVisible()
})

test('a token is made for a product’s programs, shown once, renewed and cut', async ({ page }) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/products/bedding-log/about`)
  await page.getByRole('button', { name: 'Make a token' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Site tablets')
  await page.getByRole('checkbox', { name: 'report use' }).uncheck()
  await page.getByLabel('Last day (empty: it does not run out)').fill('30 Sep')
  await page.keyboard.press('Tab')
  await findsNothing(page)
  await page.getByRole('button', { name: 'Make a token' }).click()
  await expect(page.getByText(/^lodge_/)).toBeVisible()
  const row = page.getByRole('listitem').filter({ hasText: 'Site tablets' })
  await expect(row).toContainText(
    'ask for decisions, ask for lists of people and places · until 30 Sept · not used yet',
  )
  await page.reload()
  await expect(row).toBeVisible()
  await expect(page.getByText(/^lodge_/)).toBeHidden()
  await row.getByRole('button', { name: 'Cut', exact: true }).click()
  await row.getByRole('button', { name: 'Cut Site tablets' }).click()
  await expect(row).toBeHidden()
})

test('somebody at the door stands on the Desk until a second person confirms them', async ({ page, browser }) => {
  await signIn(page, demo)
  const personId = await idOf(page, 'Rafe Underhay')
  const office = await (await browser.newContext()).newPage()
  await signIn(office, demo, 'tamsin.roake@thistlewick.example')
  const slip = await office.request.post(api(`/people/${personId}/slip`), { data: { recognised: true } })
  const { code } = await slip.json()
  const caller = await browser.newContext()
  expect((await caller.request.post(`${demo.origin}/api/slip`, { data: { code } })).status()).toBe(200)
  await goTo(page, 'Desk')
  const door = page.getByRole('region', { name: 'At the door' })
  await expect(door).toContainText('Rafe Underhay signed in with a sign-in slip from Tamsin Roake')
  await findsNothing(page)
  await door.getByRole('button', { name: 'Confirm them' }).click()
  await expect(door).toBeHidden()
  // What happened stands on the person's sheet, with what they did.
  await page.goto(`${demo.origin}/people/${personId}`)
  await expect(page.getByRole('article')).toContainText('Was confirmed by a second person')
  await chooseMore(page, 'Write to them')
  await page.getByLabel('Subject').fill('Your van')
  await page.getByLabel('Message', { exact: true }).fill('Is it back, {name}?')
  await page.getByRole('button', { name: 'Send to Rafe Underhay' }).click()
  await expect(page.getByText('The message is on its way.')).toBeVisible()
})

test('a refused cell of a list is mended where it stands, for all rows like it', async ({ page }) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/arrivals`)
  const rows = ['Jo Reed,jo@reed.example', 'Kit Moor,kit@reed.example'].map((one) => `${one},Highfast Rope Acces`)
  await page.locator('#arrivals-text').fill(['name,email,firm', ...rows, 'Lee Dunn,lee@reed.example,'].join('\n'))
  await page.locator('#arrivals-until').fill('30 Sep')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('button', { name: 'needs correcting 2' })).toBeVisible()
  await page.getByRole('row', { name: /Jo Reed/ }).click()
  await expect(page.getByText('The same for all 2 rows like this')).toBeVisible()
  await findsNothing(page)
  await page.getByRole('button', { name: 'Highfast Rope Access', exact: true }).click()
  await expect(page.getByRole('button', { name: 'new 3' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Invite 3 people' })).toBeEnabled()
})

test('single things of someone who stays are handed over or released, from their sheet', async ({ page }) => {
  await signIn(page, demo)
  const managerId = await idOf(page, 'Mirren Halloway')
  await page.goto(`${demo.origin}/people/${managerId}`)
  await chooseMore(page, 'What depends on them')
  const hangs = page.getByRole('region', { name: 'What depends on them' })
  await expect(hangs).toBeVisible()
  await findsNothing(page)
  const [first] = await hangs.getByRole('button', { name: /^No manager: (?!all)/ }).all()
  const name = (await first!.getAttribute('aria-label'))!.replace('No manager: ', '')
  await first!.click()
  await expect(docketOf(page)).toContainText(`Change ${name}’s manager to nobody`)
  await apply(page)
  await expect(doneOf(page)).toContainText('Done:')
  await expect(hangs.getByRole('button', { name: `No manager: ${name}` })).toBeHidden()
})

test('a link carries what an invitation carries, and an invitation that was withdrawn is sent anew', async ({
  page,
}) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people?find=odette`)
  await page.getByRole('row', { name: /Odette Farrow/ }).click()
  await chooseMore(page, 'Withdraw')
  await apply(page)
  await page.getByRole('link', { name: /^Former/ }).click()
  await page.getByRole('row', { name: /Odette Farrow/ }).click()
  await page.getByRole('link', { name: 'Send a new invitation' }).click()
  await expect(page.locator('#invite-name')).toHaveValue('Odette Farrow')
  await expect(docketOf(page)).toContainText('Invite Odette Farrow')
  await docketOf(page).getByRole('button', { name: 'Discard', exact: true }).click()
  await page.goto(`${demo.origin}/links`)
  await page.getByRole('button', { name: 'Make a link' }).click()
  await page.locator('#link-name').fill('Autumn climbers')
  await page.locator('#link-until').fill('1 Jul')
  await page.keyboard.press('Tab')
  await pick(page, 'Role', 'Rope access')
  for (const place of ['Corvane Harbour', 'Corvane Hill']) {
    await page.getByRole('combobox', { name: 'At', exact: true }).fill(place)
    await page.keyboard.press('Enter')
  }
  await expect(docketOf(page)).toContainText('Make the link “Autumn climbers”')
  await findsNothing(page)
  await apply(page)
  const line = page.locator('.line', { hasText: 'Autumn climbers' })
  await line.getByRole('button', { name: 'Rename' }).click()
  await line.getByRole('textbox', { name: 'New name' }).fill('Climbers in autumn')
  await page.keyboard.press('Tab')
  await expect(docketOf(page)).toContainText('Climbers in autumn')
  await apply(page)
  await expect(page.locator('.line', { hasText: 'Climbers in autumn' })).toBeVisible()
})

const fits = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth)

test('filters, approvers, tokens, lists and links fit a telephone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 })
  await signIn(page, demo)
  await keyThatNeedsApproval(page, 'Visiting gardener')
  await page.goto(`${demo.origin}/people?find=outsider&unusedDays=30`)
  await page.getByText('Filters (1)').click()
  await expect(page.getByRole('combobox', { name: 'Role' })).toBeVisible()
  expect(await fits(page)).toBeLessThanOrEqual(390)
  await page.goto(`${demo.origin}/products/bedding-log/about`)
  await page.getByRole('button', { name: 'Make a token' }).click()
  expect(await fits(page)).toBeLessThanOrEqual(390)
  await page.goto(`${demo.origin}/arrivals`)
  await page.locator('#arrivals-text').fill('name,email,firm\nJo Reed,jo@reed.example,Highfast Rope Acces')
  await page.getByRole('row', { name: /Jo Reed/ }).click()
  await expect(page.getByRole('button', { name: 'Highfast Rope Access', exact: true })).toBeVisible()
  expect(await fits(page)).toBeLessThanOrEqual(390)
  await page.goto(`${demo.origin}/links`)
  await page.getByRole('button', { name: 'Make a link' }).click()
  await expect(page.locator('#link-name')).toBeVisible()
  expect(await fits(page)).toBeLessThanOrEqual(390)
  await openPlace(page, 'Corvane Hotels')
  await page.getByRole('button', { name: 'Change who approves' }).click()
  await expect(page.getByRole('group', { name: 'Who approves' })).toBeVisible()
  expect(await fits(page)).toBeLessThanOrEqual(390)
  await page.goto(`${demo.origin}/people?find=mirren`)
  await page.getByRole('row', { name: /Mirren Halloway/ }).click()
  await chooseMore(page, 'What depends on them')
  await expect(page.getByRole('region', { name: 'What depends on them' })).toBeVisible()
  expect(await fits(page)).toBeLessThanOrEqual(390)
})

test('people are filtered, and a cell of a list is mended, with the keyboard alone', async ({ page }) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people`)
  await page.locator('summary', { hasText: 'Filters' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'Role' })).toBeVisible()
  for (const _label of ['Role', 'Group', 'Firm']) await page.keyboard.press('Tab')
  await expect(page.getByRole('combobox', { name: 'Firm' })).toBeFocused()
  await page.keyboard.type('brookline')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Firm: Brookline Irrigation')).toBeVisible()
  await expect(page).toHaveURL(/firm=/)
  await page.goto(`${demo.origin}/arrivals`)
  await page.locator('#arrivals-text').focus()
  await page.keyboard.insertText('name,email,firm\nJo Reed,jo@reed.example,Highfast Rope Acces')
  await expect(page.getByRole('button', { name: 'needs correcting 1' })).toBeVisible()
  await page.getByRole('grid', { name: 'Invite many people' }).focus()
  await page.keyboard.press('Enter')
  const cell = page.getByRole('textbox', { name: 'Line 2, firm' })
  await cell.focus()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('button', { name: 'Highfast Rope Access', exact: true })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /needs correcting/ })).toBeHidden()
})
