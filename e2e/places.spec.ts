import { expect, test } from '@playwright/test'
import { chooseMore, countClicks, docketOf, goTo, openPlace, ownDemo, pick, signIn, undoOf } from './steps.ts'

const demo = ownDemo()

/** What the product is told, as a site's tablet would ask. */
async function decision(subject: string, action: string, place: string): Promise<boolean> {
  const answer = await fetch(`${demo.origin}/access/v1/evaluation`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Authorization: `Bearer ${demo.token}` },
    body: JSON.stringify({
      subject: { type: 'user', id: subject },
      action: { name: action },
      resource: { type: 'photos', id: place },
    }),
  })
  return ((await answer.json()) as { decision: boolean }).decision
}

const BASIL = 'basil.trent@highfast.example'

test('a client is laid out from a pasted list, an outsider let in and walled out again, and the product follows', async ({
  page,
}) => {
  await signIn(page, demo)
  await goTo(page, 'Places')
  const docket = docketOf(page)
  await page.getByRole('button', { name: 'Add a client' }).click()
  const list = page.getByLabel('Places, one per line')
  await list.fill('Marlow Baths [MB]\n\tPool deck [MB-1]\n\t\tSauna/steam\n\tPool deck')
  await expect(page.getByRole('alert')).toContainText('Line 3: “Sauna/steam” contains “/”')
  await expect(page.getByRole('alert')).toContainText('Line 4: Pool deck is already there, in line 2.')
  await list.fill('Marlow Baths [MB]\n\tPool deck [MB-1]\n\t\tSauna roof [MB-2]\n\tBoiler roof [MB-3] walled')
  await expect(docket).toContainText('Add 4 places in Thistlewick Roof Gardens: Marlow Baths.')
  await docket.getByRole('button', { name: 'Add places' }).click()
  await expect(page.getByRole('treeitem', { name: /Marlow Baths/ })).toBeVisible()

  await openPlace(page, 'Marlow Baths')
  const clicks = await countClicks(page)
  await page.getByRole('article').getByRole('button', { name: 'Give access' }).click()
  await page.getByRole('combobox', { name: 'To people or groups' }).fill('basil')
  await page.keyboard.press('Enter')
  await pick(page, 'Role', 'Rope access')
  await expect(docket).toContainText('Give Basil Trent Rope access at Marlow Baths.')
  await expect(docket).toContainText('gained 1 person, 3 places')
  await docket.getByRole('button', { name: /^Give access: 3 places/ }).click()
  await expect(page.getByRole('article')).toContainText('Basil Trent: Rope access')
  expect(await clicks()).toBeLessThanOrEqual(5)
  expect([await decision(BASIL, 'see', 'MB-2'), await decision(BASIL, 'see', 'MB-3')]).toEqual([true, false])

  await openPlace(page, 'Pool deck')
  await chooseMore(page, 'Wall off')
  await expect(docket).toContainText('Basil Trent')
  await docket.getByRole('button', { name: /^Wall off: \d+ places?/ }).click()
  await expect(page.getByRole('article').getByRole('button', { name: 'Remove the wall' })).toBeVisible()
  expect(await decision(BASIL, 'see', 'MB-2')).toBe(false)
  await undoOf(page).click()
  await docket.getByRole('button', { name: /^Undo: \d+ places?/ }).click()
  await expect(page.getByRole('article').getByRole('button', { name: 'Wall off' })).toBeVisible()
  expect(await decision(BASIL, 'see', 'MB-2')).toBe(true)
})

test('a site is moved by keyboard with everybody named who gains or loses', async ({ page }) => {
  await signIn(page, demo)
  await goTo(page, 'Places')
  const tree = page.getByRole('tree', { name: 'Places' })
  const find = page.getByRole('searchbox', { name: 'Find a place' })
  await find.fill('Corvane Hill')
  await tree.focus()
  for (let step = 0; step < 4; step += 1) {
    await page.keyboard.press('ArrowDown')
    if (await page.locator('.row.at', { hasText: 'Corvane Hill' }).count()) break
  }
  await page.keyboard.press('x')
  await expect(page.getByText('Moving Corvane Hill')).toBeVisible()
  await find.fill('Pellworth Hospital Trust')
  await tree.focus()
  await page.keyboard.press('Home')
  for (let step = 0; step < 4; step += 1) {
    if (await page.locator('.row.at', { hasText: 'Pellworth Hospital Trust' }).count()) break
    await page.keyboard.press('ArrowDown')
  }
  await page.keyboard.press('v')
  const docket = docketOf(page)
  await expect(docket).toContainText('Move Corvane Hill into Pellworth Hospital Trust.')
  await expect(docket).toContainText('Corin Vey')
  await expect(docket).toContainText('Maud Sisley')
  await docket.getByRole('button', { name: 'Discard', exact: true }).click()
})

test('a contractor is moved to another site from a day on, in six clicks', async ({ page }) => {
  await signIn(page, demo)
  await goTo(page, 'People')
  await page.getByRole('searchbox').fill('anwen')
  await page.getByRole('row', { name: /Anwen Sharrow/ }).click()
  const sheet = page.getByRole('article')
  await expect(sheet.getByRole('heading', { name: 'Anwen Sharrow' })).toBeVisible()
  const clicks = await countClicks(page)
  await sheet.getByRole('button', { name: 'Move …' }).click()
  const from = sheet.getByLabel('From', { exact: true })
  await from.press('ArrowDown')
  await from.press('ArrowDown')
  await from.press('Enter')
  await pick(page, 'To', 'Corvane Hill')
  await sheet.getByLabel('From (empty: now)').fill('2026-06-17')
  const docket = docketOf(page)
  await expect(docket).toContainText('at Corvane Hill, from 17 June')
  await docket.getByRole('button', { name: /^Apply 2 changes/ }).click()
  await expect(undoOf(page)).toBeVisible()
  expect(await clicks()).toBeLessThanOrEqual(6)
  await expect(sheet).toContainText('Corvane Hill from 17 Jun')
})

test('a role is changed with everyone who moves shown first, and put back; a new one is made on the way', async ({
  page,
}) => {
  await signIn(page, demo)
  await goTo(page, 'Roles')
  const docket = docketOf(page)
  const sheet = page.getByRole('article')
  await page.getByRole('button', { name: 'Irrigation fitter' }).click()
  await expect(sheet).toContainText('People with this role can')
  await sheet.getByRole('button', { name: 'Edit role' }).click()
  await sheet.getByLabel('Reports').selectOption('see')
  await expect(docket).toContainText('Change the role Irrigation fitter.')
  await expect(docket).toContainText('Nolan Pryce')
  await docket.getByRole('button', { name: /^Save role: \d+ places?/ }).click()
  await undoOf(page).click()
  await expect(docket).toContainText('lost')
  await docket.getByRole('button', { name: /^Undo: \d+ places?/ }).click()
  await expect(undoOf(page)).toBeVisible()

  // What is in hand elsewhere stays while a role is made.
  await openPlace(page, 'Hollin Museum')
  await chooseMore(sheet, 'Wall off')
  await goTo(page, 'Roles')
  await page.getByRole('button', { name: 'Make a role' }).click()
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Tour guide')
  await sheet.getByLabel('Photos').selectOption('see')
  await expect(docket).toContainText('Make the role Tour guide.')
  await expect(docket).toContainText('Wall off Hollin Museum.')
  await docket.getByRole('button', { name: 'Discard: Wall off Hollin Museum' }).click()
  await docket.getByRole('button', { name: /^Make role/ }).click()
  await expect(page.getByRole('columnheader', { name: /Tour guide/ })).toBeVisible()
})

test('the grid says why by hand and by keyboard, and a brush fills the docket', async ({ page }) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/grid?area=bedding-log/photos&open=&find=effie`)
  const grid = page.getByRole('grid', { name: 'Who has access where' })
  await grid.focus()
  const here = page.locator('#grid-here')
  await expect(here).toHaveText(/^Effie Farrant, Brindle Schools: none/)
  for (let step = 0; step < 4; step += 1) await page.keyboard.press('ArrowRight')
  const place = /^Effie Farrant, (.+): none/.exec((await here.textContent())!)![1]!
  await page.keyboard.press('Enter')
  const sheet = page.getByRole('article')
  await expect(sheet).toContainText(place)
  await expect(sheet).toContainText('Nobody has given access that leads here')
  await page.getByRole('button', { name: 'Give by dragging' }).click()
  await pick(page, 'Role', 'Gardener')
  await grid.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Space')
  const docket = docketOf(page)
  await expect(docket).toContainText(`Give Effie Farrant Gardener at ${place}.`)
  await expect(docket.getByRole('list', { name: 'Changes not yet applied' }).getByRole('listitem')).toHaveCount(2)
  await expect(here).toContainText('the docket gives change')
  await docket.getByRole('button', { name: 'Discard', exact: true }).click()
})

test('short questions are answered in the top field; an owner sees as a contractor does, and changes nothing', async ({
  page,
}) => {
  await signIn(page, demo)
  await page.keyboard.press('Control+k')
  const field = page.getByRole('combobox', { name: 'Ask the porter' })
  await field.fill('why mirren helipad')
  await expect(page.getByText('Access of Mirren Halloway at Helipad roof')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('article')).toContainText('Mirren Halloway')
  await field.fill('nolan')
  await page.getByRole('option', { name: /Nolan Pryce/ }).click()
  await chooseMore(page, 'See as they do')
  await expect(page.getByText('You see what Nolan Pryce sees')).toBeVisible()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Nolan Pryce')
  await expect(page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Ledger' })).toHaveCount(0)
  await expect(docketOf(page)).toHaveCount(0)
  await page.getByRole('button', { name: 'Stop seeing as someone else' }).click()
  await expect(page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Ledger' })).toBeVisible()
})
