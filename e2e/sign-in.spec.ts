import { DEMO_OWNER_EMAIL, DEMO_PASSWORD } from '@lodge/demo/sign-in'
import { expect, test, type Page } from '@playwright/test'
import { at, docketOf, doneOf, findsNothing, linkFor, ownDemo, signIn } from './steps.ts'

const demo = ownDemo()
const GARDENER = 'gwil.tarrow@thistlewick.example'
const ADMINISTRATOR = 'tamsin.roake@thistlewick.example'
const views = (page: Page) => page.getByRole('navigation', { name: 'Views' })

async function signOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible()
}

test('somebody who cannot get in is helped by a slip, which a second person countersigns', async ({
  page,
  browser,
}) => {
  await signIn(page, demo, 'piran.thistlewick@thistlewick.example')
  await page.goto(`${demo.origin}/people`)
  await page.getByRole('row', { name: /Gwil Tarrow/ }).click()
  await expect(page.getByText('Nothing stops them from signing in.')).toBeVisible()
  await page.getByRole('button', { name: 'Help with signing in' }).click()
  await expect(page.getByRole('button', { name: 'Make a sign-in slip' })).toBeDisabled()
  await page.getByRole('checkbox', { name: /I called the number we have/ }).check()
  await page.getByRole('button', { name: 'Make a sign-in slip' }).click()
  const code = (await page.locator('.code').textContent())!

  const gwil = await (await browser.newContext()).newPage()
  await at(gwil)
  await gwil.goto(`${demo.origin}/slip`)
  await gwil.getByLabel('Code on the sign-in slip').fill(code.toUpperCase())
  await findsNothing(gwil)
  await gwil.getByRole('button', { name: 'Sign in' }).click()
  await expect(gwil.getByRole('heading', { name: /^Welcome, Gwil Tarrow/ })).toBeVisible()
  await expect(views(gwil).getByRole('link', { name: 'People' })).toHaveCount(0)
  await gwil.goto(`${demo.origin}/people`)
  await expect(gwil.getByRole('heading', { name: /^Welcome, Gwil Tarrow/ })).toBeVisible()
  await page.reload()
  await expect(page.getByText('Signed in with a sign-in slip from Piran Thistlewick')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Confirm them' })).toBeDisabled()

  const other = await (await browser.newContext()).newPage()
  await signIn(other, demo, ADMINISTRATOR)
  await other.goto(`${demo.origin}/people?find=gwil`)
  await other.getByRole('row', { name: /Gwil Tarrow/ }).click()
  await other.getByRole('button', { name: 'Confirm them' }).click()
  await expect(other.getByRole('button', { name: 'Confirm them' })).toHaveCount(0)
  await gwil.reload()
  await expect(views(gwil).getByRole('link', { name: 'People' })).toBeVisible()
})

test('a passkey is added and opens by itself; the rule on second means is set and asked for', async ({ page }) => {
  const client = await page.context().newCDPSession(page)
  await client.send('WebAuthn.enable')
  await client.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  })
  await signIn(page, demo)
  await page.getByRole('link', { name: 'My sign-in' }).click()
  await page.getByRole('button', { name: 'Add a passkey' }).click()
  await expect(page.getByText('The passkey is saved.')).toBeVisible()
  await findsNothing(page)
  await signOut(page)
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await expect(views(page)).toBeVisible()

  await page.getByRole('link', { name: 'Settings' }).click()
  await page.getByRole('checkbox', { name: 'administrator' }).check()
  await expect(docketOf(page)).toContainText('who needs a second sign-in step (administrators)')
  await findsNothing(page)
  await docketOf(page)
    .getByRole('button', { name: /^(Save|Apply)/ })
    .click()
  await expect(doneOf(page)).toContainText('Done:')
  await signOut(page)

  // With a passkey the password alone opens nothing.
  await page.getByLabel('Email address').fill(DEMO_OWNER_EMAIL)
  await page.getByLabel('Password').fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByText('Now use your passkey.')).toBeVisible()
  await findsNothing(page)
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await expect(views(page)).toBeVisible()
  await signOut(page)

  await page.getByLabel('Email address').fill(ADMINISTRATOR)
  await page.getByLabel('Password').fill(DEMO_PASSWORD)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByText(/requires a second sign-in step/)).toBeVisible()
  await page.getByRole('button', { name: 'Add a passkey' }).click()
  await expect(page.getByText('The passkey is saved.')).toBeVisible()
  await views(page).getByRole('link', { name: 'People' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^People/ })).toBeVisible()
})

test('a forgotten password is set anew by mail; a common one is refused; elsewhere everything ends', async ({
  page,
  browser,
}) => {
  const elsewhere = await (await browser.newContext()).newPage()
  await signIn(elsewhere, demo, GARDENER)
  await at(page)
  await page.goto(`${demo.origin}/sign-in`)
  await page.getByRole('link', { name: 'Forgotten the password?' }).click()
  await expect(page.getByRole('heading', { name: 'A new password' })).toBeVisible()
  await page.getByLabel('Email address').fill(GARDENER)
  await findsNothing(page)
  await page.getByRole('button', { name: 'Send the link' }).click()
  await expect(page.getByRole('status')).toContainText(`If ${GARDENER} has a login`)
  await page.goto(await linkFor(demo, GARDENER, 'new-password'))
  await page.getByLabel('New password').fill('password1234')
  await page.getByRole('button', { name: 'Set password' }).click()
  await expect(page.getByRole('alert')).toContainText('Many people use this password')
  await findsNothing(page)
  await page.getByLabel('New password').fill('eleven damp watering cans')
  await page.getByRole('button', { name: 'Set password' }).click()
  await expect(views(page)).toBeVisible()
  await elsewhere.reload()
  await expect(elsewhere.getByRole('heading', { name: 'Sign in' })).toBeVisible()
})
