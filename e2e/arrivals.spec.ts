import { expect, test } from '@playwright/test'
import { at, countClicks, docketOf, doneOf, findsNothing, goTo, linkFor, ownDemo, pick, signIn } from './steps.ts'

const demo = ownDemo()

test(
  'five hundred people are pasted, mended and sent in at most twelve clicks, and the run is found again',
  {
    tag: '@long',
  },
  async ({ page }) => {
    await signIn(page, demo)
    await goTo(page, 'People')
    const clicks = await countClicks(page)
    await page.getByRole('link', { name: 'Invite many people' }).click()
    const lines = Array.from({ length: 497 }, (_, index) => `Crew ${index} <crew.${index}@crew.example>`)
    const bad = ['Late Comer <late@comer>', 'Crew again, crew.1@crew.example', 'Idris; idris.marlow@highfast.example']
    await page.getByLabel('Paste your list of people').fill([...bad, ...lines].join('\n'))
    await expect(page.getByRole('button', { name: 'new 497' })).toBeVisible()
    await findsNothing(page)
    await page.getByRole('button', { name: 'needs correcting 1' }).click()
    await page.getByRole('row', { name: /late@comer/ }).click()
    await page.getByRole('textbox', { name: 'Email address' }).fill('late@comer.example')
    await page.keyboard.press('Tab')
    await expect(page.getByRole('button', { name: 'new 498' })).toBeVisible()
    await pick(page, 'Role', 'Client view')
    await pick(page, 'At', 'Hollin Museum')
    await pick(page, 'Seat', 'Reader')
    await expect(page.getByText('gained 498 people')).toBeVisible({ timeout: 100_000 })
    await page.getByRole('button', { name: 'Invite 498 people' }).click()
    await expect(page.getByRole('progressbar')).toBeVisible()
    expect(await clicks()).toBeLessThanOrEqual(12)
    await page.reload()
    await expect(page.getByRole('heading', { name: 'Invitations sent' })).toBeVisible({ timeout: 120_000 })
    await expect(page.getByRole('status').filter({ hasText: '498 of 498 people invited.' })).toBeVisible()
    await findsNothing(page)
    await page.getByRole('link', { name: 'See who was invited' }).click()
    await expect(page.getByText(/^50\d of 55\d people\./)).toBeVisible()
    await page.getByRole('grid').focus()
    await page.keyboard.press('End')
    await expect(page.getByRole('row', { name: /Roisin Thatch|Wren|Rufus Cade|Odette/ }).first()).toBeVisible()
  },
)

test('an invitation is sent again and corrected; the right one is opened on a telephone and declined with a word', async ({
  page,
  browser,
}) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people?find=odette`)
  await page.getByRole('row', { name: /Odette Farrow/ }).click()
  await page.getByRole('button', { name: 'Correct the email address' }).click()
  await page.getByLabel('Correct email address').fill('odette.f@highfast.example')
  await page.keyboard.press('Tab')
  await expect(docketOf(page)).toContainText(
    'Correct the email address of Odette Farrow and send the invitation there.',
  )
  await docketOf(page).getByRole('button', { name: 'Correct and send' }).click()
  await expect(doneOf(page)).toContainText('Done:')
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await at(phone)
  await phone.goto(await linkFor(demo, 'odette.f@highfast.example'))
  await expect(phone.getByRole('heading', { name: /invites you to work with/ })).toBeVisible()
  await phone.getByRole('button', { name: 'Decline the invitation' }).click()
  await findsNothing(phone)
  await phone.getByLabel('A message to the person who invited you').fill('Too far from home.')
  await phone.getByRole('button', { name: 'Decline', exact: true }).click()
  await expect(phone.getByRole('status')).toContainText('We have told')
  await expect(page.getByRole('article')).toContainText('declined')
  const messages = async () => {
    const told = await fetch(
      `${demo.mailbox}/messages.json?to=${encodeURIComponent('oriel.thistlewick@thistlewick.example')}`,
    )
    return JSON.stringify(await told.json())
  }
  await expect.poll(messages).toContain('Too far from home.')
})

test('many are chosen in the list and given an end at once', async ({ page }) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people?find=${encodeURIComponent('outsider "without end" active')}`)
  await expect(page.getByRole('row', { name: /Abel Norrick/ })).toBeVisible()
  await page.getByRole('grid').focus()
  await page.keyboard.press('Space')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Space')
  await expect(page.getByText('2 selected')).toBeVisible()
  await page.getByRole('button', { name: 'Select all that match' }).click()
  await expect(page.getByText('2 selected')).toHaveCount(0)
  await page.getByRole('combobox', { name: 'Change all selected people' }).selectOption({ label: 'Set their last day' })
  await page.getByLabel('Last day').fill('2026-12-31')
  await expect(docketOf(page).getByRole('button', { name: /places?$/ })).toBeVisible()
  await findsNothing(page)
  await docketOf(page).getByRole('button', { name: 'Discard', exact: true }).click()
})

test('a newcomer with seats in three products is invited from a packet in at most eight clicks', async ({ page }) => {
  await signIn(page, demo)
  const clicks = await countClicks(page)
  await goTo(page, 'People')
  await page.getByRole('button', { name: 'Invite', exact: true }).click()
  await pick(page, 'Start from', 'Gardener')
  await page.getByLabel('Name', { exact: true }).fill('Tansy Rowe')
  await page.getByLabel('Email address').fill('tansy.rowe@thistlewick.example')
  const docket = docketOf(page)
  await expect(docket).toContainText('a Field seat in Bedding Log and an Alarm reader seat in Rill Control')
  await docket.getByRole('button', { name: /^Send invitation/ }).click()
  await expect(doneOf(page)).toContainText('Done:')
  expect(await clicks()).toBeLessThanOrEqual(8)
})

test('somebody without a mailbox comes in by a printed slip, with their name to sign in by', async ({
  page,
  browser,
}) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/people?invite=1`)
  await page.getByLabel('Name', { exact: true }).fill('Jonas Perkin')
  await page.getByLabel('Has no email').check()
  await expect(docketOf(page)).toContainText('Invite Jonas Perkin')
  await docketOf(page)
    .getByRole('button', { name: /^Send invitation/ })
    .click()
  await expect(doneOf(page)).toContainText('Done:')
  await page.goto(`${demo.origin}/people?find=jonas`)
  await page.getByRole('row', { name: /Jonas Perkin/ }).click()
  await page.getByRole('button', { name: 'Make a sign-in slip for the first day' }).click()
  const code = await page.locator('.first-slip .code').innerText()
  await findsNothing(page)
  const jonas = await (await browser.newContext()).newPage()
  await at(jonas)
  await jonas.goto(`${demo.origin}/slip`)
  await jonas.getByLabel('Code on the sign-in slip').fill(code)
  await jonas.keyboard.press('Enter')
  await expect(jonas.getByRole('heading', { name: 'Your first day' })).toBeVisible()
  await findsNothing(jonas)
  await jonas.getByLabel('Password').fill('eleven damp watering cans')
  await jonas.keyboard.press('Enter')
  await expect(jonas.getByRole('heading', { name: /^Welcome, Jonas Perkin/ })).toBeVisible()
})

test('an account is opened by a proven mailbox and leads on through its first half hour', async ({ page }) => {
  await at(page)
  await page.goto(`${demo.origin}/sign-in`)
  await page.getByRole('link', { name: 'Open an account' }).click()
  await expect(page.getByRole('heading', { name: 'Open an account' })).toBeVisible()
  await page.getByLabel('Email address').fill('wren@alder.example')
  await findsNothing(page)
  await page.getByRole('button', { name: 'Send the link' }).click()
  await expect(page.getByRole('status')).toContainText('wren@alder.example')
  await page.goto('about:blank')
  await page.goto(await linkFor(demo, 'wren@alder.example', 'open-account'))
  await page.getByLabel('Your name').fill('Wren Alder')
  await page.getByLabel('Name of the business').fill('Alder Roofs')
  await page.getByLabel('Password').fill('eleven damp watering cans')
  await expect(page.getByRole('button', { name: 'Open the account' })).toBeDisabled()
  await page.getByLabel('I have read this and agree').check()
  await findsNothing(page)
  await page.getByRole('button', { name: 'Open the account' }).click()
  await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible()
  await findsNothing(page)
  await page.getByRole('link', { name: 'Describe a product' }).click()
  await expect(page.getByRole('heading', { name: 'Describe a product' })).toBeVisible()
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Desk' }).click()
  await page.getByRole('link', { name: 'Add a client' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^Places/ })).toBeVisible()
})

test('two who come by a link are admitted together, and the morning’s message is stopped by its own link', async ({
  page,
  browser,
}) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/links`)
  await page.getByRole('button', { name: 'Make a link' }).click()
  await page.locator('#link-name').fill('Museum volunteers')
  await page.locator('#link-until').fill('2026-07-01')
  await pick(page, 'Role', 'Client view')
  await pick(page, 'At', 'Hollin Museum')
  await docketOf(page)
    .getByRole('button', { name: /^Make link/ })
    .click()
  await expect(doneOf(page)).toContainText('Done:')
  await page.getByRole('button', { name: 'Show the link' }).click()
  const address = await page.locator('.copy code').innerText()
  for (const name of ['Ivo Marsh', 'Una Marsh']) {
    const email = `${name.toLowerCase().replace(' ', '.')}@hollin.example`
    const guest = await (await browser.newContext()).newPage()
    await at(guest)
    await guest.goto(address)
    await guest.getByLabel('Your name').fill(name)
    await guest.getByLabel('Email address').fill(email)
    await guest.keyboard.press('Enter')
    await expect(guest.getByRole('status')).toContainText(email)
    await guest.goto('about:blank')
    await guest.goto(await linkFor(demo, email, 'come-in'))
    await guest.getByLabel('Password').fill('eleven damp watering cans')
    await guest.keyboard.press('Enter')
    await expect(guest.getByRole('status')).toContainText('will admit you')
    await guest.close()
  }
  await goTo(page, 'Desk')
  await page.getByRole('button', { name: /^Admit all/ }).click()
  await expect(docketOf(page)).toContainText('Admit Ivo Marsh')
  await docketOf(page)
    .getByRole('button', { name: /^(Admit|Apply)/ })
    .click()
  await expect(doneOf(page)).toContainText('Done:')

  const stop = await linkFor(demo, 'tamsin.roake@thistlewick.example', 'no-digest')
  await page.goto('about:blank')
  await page.goto(stop)
  await expect(page.getByRole('status')).toBeVisible()
})
