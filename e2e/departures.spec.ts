import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { startDemo } from './demo-process.ts'
import { chooseMore, countClicks, docketOf, doneOf, goTo, openPlace, ownDemo, signIn, tabTo } from './steps.ts'

const demo = ownDemo()

interface Place {
  port: number
  token: string
}

/** Asks a product's own services, as its maker would. */
async function product(code: string, path: string, method = 'GET', body?: object): Promise<Record<string, unknown>> {
  const notes = JSON.parse(readFileSync(join(demo.directory, 'notes.json'), 'utf8')) as {
    products: Record<string, Place>
  }
  const { port, token } = notes.products[code]!
  const answer = await fetch(`http://127.0.0.1:${port}${path}`, {
    method,
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/scim+json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
  return (answer.status === 204 ? {} : await answer.json()) as Record<string, unknown>
}

interface Held {
  id: string
  active: boolean
  userName: string
}

async function heldBy(code: string, userName: string): Promise<Held | undefined> {
  const filter = encodeURIComponent(`userName eq "${userName}"`)
  const { Resources } = (await product(code, `/scim/v2/Users?filter=${filter}`)) as { Resources: Held[] }
  return Resources[0]
}

async function apply(page: Page): Promise<void> {
  await docketOf(page)
    .getByRole('button', { name: /^(Apply|Save|End|Plan|Rehire|Came|Cancel|Grant|Mark|Hand|Set)/ })
    .first()
    .click()
  await expect(doneOf(page)).toContainText('Done:')
}

/** Settles what waits for someone, one thing after another as it comes up, until everything is settled and signed. */
async function settleAll(page: Page): Promise<void> {
  const run = page.locator('.run')
  const signed = run.getByText('Everything is done and signed.')
  const waiting = run.getByRole('listitem').filter({ has: page.getByRole('button', { name: 'Leave unassigned' }) })
  for (;;) {
    await expect(signed.or(waiting.first()).first()).toBeVisible({ timeout: 60_000 })
    if (await signed.isVisible()) return
    // What had no account for its taker is let go; what is to be handed back is ticked off.
    const step = run.locator(`#${await waiting.first().getAttribute('id')}`)
    await step
      .getByRole('button', { name: /^(Handed back|Leave unassigned)$/ })
      .first()
      .click()
    await apply(page)
    await expect(step).toHaveCount(0)
  }
}

test('somebody is cut off in two clicks from the top field: seen in their browser and on the product’s page', async ({
  page,
  browser,
}) => {
  const rafe = await (await browser.newContext()).newPage()
  await signIn(rafe, demo, 'rafe.underhay@thistlewick.example')
  await goTo(rafe, 'My keys')
  await rafe.getByRole('button', { name: 'Go to Bedding Log' }).click()
  await expect(rafe.getByRole('heading', { name: 'Bedding Log' })).toBeVisible()
  // What they see there is what was answered just then: Pellworth’s sites, photos among them. Their account there is
  // opened soon after the start, with everyone else’s.
  await expect(async () => {
    await rafe.reload()
    await expect(rafe.getByRole('row', { name: /Pellworth Main/ })).toBeVisible({ timeout: 2000 })
  }).toPass()
  const works = rafe.url()

  await signIn(page, demo)
  await page.keyboard.press('Control+k')
  await page.keyboard.type('cut off rafe')
  const clicks = await countClicks(page)
  await page.getByRole('option', { name: 'End access now: Rafe Underhay' }).click()
  await expect(docketOf(page)).toContainText('End the access of Rafe Underhay.')
  await apply(page)
  expect(await clicks()).toBeLessThanOrEqual(2)

  await expect(async () =>
    expect((await heldBy('bedding-log', 'rafe.underhay@thistlewick.example'))?.active).toBe(false),
  ).toPass({
    timeout: 30_000,
  })
  await rafe.goto(works)
  await expect(rafe.getByRole('status')).toContainText('no account for you here, or it is closed')
  await rafe.goto(`${demo.origin}/my-keys`)
  await expect(rafe.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  await rafe.close()
})

/** Asks the API as the one signed in. */
async function api<T>(page: Page, path: string, data?: object): Promise<T> {
  const me = (await (await page.request.get(`${demo.origin}/api/session`)).json()) as { current: { accountId: string } }
  const url = `${demo.origin}/api/accounts/${me.current.accountId}${path}`
  const answer = await (data ? page.request.post(url, { data }) : page.request.get(url))
  if (!answer.ok()) throw new Error(`${path} was answered ${answer.status()}: ${await answer.text()}`)
  return (await answer.json()) as T
}

async function commit(page: Page, changes: object[]): Promise<void> {
  const {
    changes: read,
    version,
    digest,
  } = await api<{ changes: object[]; version: number; digest: string }>(page, '/previews', { changes })
  await api(page, '/commits', { changes: read, version, digest })
}

const ALONE = ['Alba Renfrew', 'Ambrose Tilley', 'Greta Holloway', 'Isolde Marsh', 'Ewart Gammon']

/** Three who were let in at Elderkin alone already, and by these eight more: five have nothing else, three do. */
async function elevenAtElderkin(page: Page): Promise<void> {
  const named = async (name: string) => {
    const found = await api<{ people: { id: string; name: string }[] }>(
      page,
      `/people?find=${encodeURIComponent(name)}`,
    )
    return found.people.find((one) => one.name === name)!.id
  }
  const elsewhere = ['Idris Marlow', 'Vesper Lyle', 'Nolan Pryce']
  const { places } = await api<{ places: { id: string; name: string }[] }>(page, '/places')
  const { roles } = await api<{ roles: { id: string; name: string }[] }>(page, '/choices')
  const placeId = places.find(({ name }) => name === 'Elderkin Care Homes')!.id
  const roleId = roles.find(({ name }) => name === 'Client view')!.id
  const personIds = await Promise.all(ALONE.map(named))
  const { changes } = await api<{ changes: object[] }>(page, '/fillings', { filling: { kind: 'take-many', personIds } })
  await commit(page, changes)
  const all = [...personIds, ...(await Promise.all(elsewhere.map(named)))]
  await commit(
    page,
    all.map((subjectId) => ({ type: 'give', subjectKind: 'person', subjectId, roleId, placeId })),
  )
}

test('a client’s engagement ends for eleven from outside: eight have nothing left and leave, three lose what lies there', async ({
  page,
}) => {
  await signIn(page, demo)
  await elevenAtElderkin(page)
  await openPlace(page, 'Elderkin Care Homes')
  await chooseMore(page, 'The client’s engagement ends')
  const docket = docketOf(page)
  await expect(docket).toContainText('11 changes')
  await expect(docket).toContainText('End the access of Quill Bannerman.')
  await apply(page)
  await goTo(page, 'Departures')
  for (const name of ['Quill Bannerman', 'Hartley Voss', 'Col Dempster', ...ALONE])
    await expect(page.getByRole('link', { name: new RegExp(name) })).toBeVisible()
  await page.goto(`${demo.origin}/people?find=vesper`)
  await page.getByRole('row', { name: /Vesper Lyle/ }).click()
  const sheet = page.getByRole('article')
  // What was done tells of Elderkin still; of what they have, nothing is there.
  await expect(sheet.getByRole('listitem').filter({ hasText: 'ended the access of Quill Bannerman' })).toBeVisible()
  await expect(sheet.getByRole('button', { name: 'Take away: Photographer, Hollin Museum' })).toBeVisible()
  await expect(sheet.getByRole('button', { name: /Elderkin/ })).toHaveCount(0)
  await expect(sheet.getByRole('link', { name: /Elderkin/ })).toHaveCount(0)
})

test('what was changed in the product is found, and made as it is here again', async ({ page }) => {
  const found = () => heldBy('bedding-log', 'kit.orchard@thistlewick.example')
  await expect(async () => expect(await found()).toBeDefined()).toPass({ timeout: 30_000 })
  const kit = (await found())!
  await product('bedding-log', `/scim/v2/Users/${kit.id}`, 'PATCH', {
    schemas: ['urn:ietf:params:scim:api:messages:2.0:PatchOp'],
    Operations: [{ op: 'add', path: 'entitlements', value: [{ value: 'crew-lead' }] }],
  })
  await product('bedding-log', '/scim/v2/Users', 'POST', {
    userName: 'stranger@elsewhere.example',
    displayName: 'A Stranger',
  })
  await signIn(page, demo)
  await page.goto(`${demo.origin}/products/bedding-log/accounts`)
  const log = page.getByRole('article')
  await log.getByRole('button', { name: 'Compare now' }).click()
  await expect(async () => {
    await log.getByRole('button', { name: 'What it holds' }).click()
    await expect(log).toContainText('Kit Orchard has more there than here', { timeout: 1_000 })
  }).toPass({ timeout: 30_000 })
  await expect(log).toContainText('stranger@elsewhere.example has an account there but is not a person here')
  await log.getByRole('button', { name: 'Make it match' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^Done\.$/ })).toBeVisible()
  await log.getByRole('button', { name: 'Close account' }).click()
  await expect(log).toContainText('Its accounts match this account exactly.')
  expect((await heldBy('bedding-log', 'stranger@elsewhere.example'))!.active).toBe(false)
})

test('away with cover, asked for by the person and granted; had back by hand', async ({ page, browser }) => {
  const wren = await (await browser.newContext()).newPage()
  await signIn(wren, demo, 'wren.ashdown@thistlewick.example')
  await goTo(wren, 'My keys')
  await wren.getByRole('button', { name: 'Ask for time away' }).click()
  await wren.getByLabel('Last day away').fill('2026-07-31')
  await wren.getByLabel('Reason, seen only by the office').fill('A new child')
  await wren.getByRole('button', { name: 'Send request', exact: true }).click()
  await expect(wren.getByText('asks for time away from')).toBeVisible()

  await signIn(page, demo)
  await goTo(page, 'Departures')
  await expect(page.getByText('A new child')).toBeVisible()
  await page.getByRole('button', { name: 'Grant' }).click()
  await apply(page)
  await expect(async () =>
    expect((await heldBy('bedding-log', 'wren.ashdown@thistlewick.example'))?.active).toBe(false),
  ).toPass({
    timeout: 30_000,
  })
  await wren.goto(`${demo.origin}/my-keys`)
  await expect(wren.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  await page.locator('.line', { hasText: 'Wren Ashdown' }).getByRole('button', { name: 'Came back' }).click()
  await apply(page)
  await expect(async () =>
    expect((await heldBy('bedding-log', 'wren.ashdown@thistlewick.example'))?.active).toBe(true),
  ).toPass({
    timeout: 30_000,
  })
  // Back in, they are told what became of what they reach.
  await signIn(wren, demo, 'wren.ashdown@thistlewick.example')
  await goTo(wren, 'My keys')
  await expect(wren.getByRole('heading', { name: /^While you were away, 16 June 2026 to/ })).toBeVisible()
  await wren.close()
})

test('a leaving is planned with the keyboard alone', async ({ page }) => {
  await signIn(page, demo)
  await page.keyboard.press('Control+k')
  await page.keyboard.type('dara mossop')
  await expect(page.getByRole('option', { name: /Dara Mossop/ }).first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('article').getByRole('heading', { name: 'Dara Mossop' })).toBeVisible()
  await tabTo(page, /^Plan departure/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1, name: /^Dara Mossop leaves/ })).toBeVisible()
  await tabTo(page, /^When/)
  await page.keyboard.type('26 6 5pm')
  await tabTo(page, /^Plan departure$/)
  await page.keyboard.press('Enter')
  await expect(docketOf(page)).toContainText('Plan the departure of Dara Mossop: 26 June, 17:00')
  await tabTo(page, /^Plan departure: /)
  await page.keyboard.press('Enter')
  await expect(doneOf(page)).toContainText('Done:')
  await goTo(page, 'Departures')
  await expect(page.getByRole('link', { name: /Dara Mossop/ })).toContainText('26 June, 17:00')
})

test(
  'planned for Friday and done when Friday has come; signed, looked at again, had back trimmed, another erased',
  { tag: '@long' },
  async ({ page }) => {
    await signIn(page, demo)
    await goTo(page, 'Departures')
    await page.getByRole('link', { name: /Cormac Eddery/ }).click()
    await expect(page.getByText('19 June, 17:00')).toBeVisible()
    // What is in a product is asked of it; one draft goes to someone of its own.
    const lying = page.getByRole('button', { name: '6 items, 1 held open, 1 link' })
    await lying.click()
    const draft = page.getByLabel('Who takes over: Planting draft 2')
    await expect(draft.locator('option:checked')).toHaveText('Mirren Halloway')
    await draft.selectOption({ label: 'Tamsin Roake' })
    await page.getByRole('button', { name: 'Save plan' }).click()
    await apply(page)
    await page.getByRole('link', { name: /Cormac Eddery/ }).click()
    await lying.click()
    await expect(draft.locator('option:checked')).toHaveText('Tamsin Roake')
    await demo.interrupt()
    Object.assign(demo, await startDemo(demo.directory, { LODGE_NOW: '2026-06-22T09:00:00+01:00' }))
    await signIn(page, demo)
    // While its steps are done the line moves from one part of the list to another, and may slip away from under a click.
    const hasLeft = page.getByRole('heading', { level: 1, name: /^Cormac Eddery has left/ })
    await expect(async () => {
      await goTo(page, 'Departures')
      await page.getByRole('link', { name: /Cormac Eddery/ }).click({ timeout: 3_000 })
      await expect(hasLeft).toBeVisible({ timeout: 5_000 })
    }).toPass()
    const run = page.locator('.run')
    await expect(run.getByRole('row', { name: /Planting draft 1/ })).toContainText('Mirren Halloway')
    await expect(run.getByRole('row', { name: /Planting draft 2/ })).toContainText('Tamsin Roake')
    await settleAll(page)
    await run.getByRole('button', { name: 'Check again' }).click()
    await expect(run).toContainText(/nothing has come back|things in/)

    await goTo(page, 'People')
    await page.goto(`${demo.origin}/people?find=nell&presence=before`)
    await page.getByRole('row', { name: /Nell Gathercole/ }).click()
    await chooseMore(page, 'Erase')
    await docketOf(page)
      .getByRole('button', { name: /^Erase for good/ })
      .first()
      .click()
    const again = page.getByLabel('Password')
    if (await again.isVisible().catch(() => false)) {
      await again.fill('moss on the north wall')
      await page.keyboard.press('Enter')
    }
    await expect(doneOf(page)).toContainText('Done:')
    await page.goto(`${demo.origin}/people?find=nell&presence=all`)
    await expect(page.getByRole('row', { name: /Nell Gathercole/ })).toHaveCount(0)

    await page.goto(`${demo.origin}/people?find=cormac&presence=before`)
    await page.getByRole('row', { name: /Cormac Eddery/ }).click()
    await page.getByRole('button', { name: 'Rehire' }).click()
    const docket = docketOf(page)
    await expect(docket).toContainText('Rehire Cormac Eddery as a member')
    await expect(docket).toContainText('Give Cormac Eddery Site lead at Marrow Street Offices')
    await docket
      .locator('li, .line, article')
      .filter({ hasText: 'Site lead at Saltbarn Brewery' })
      .first()
      .getByRole('button')
      .first()
      .click()
    await expect(docket).not.toContainText('Site lead at Saltbarn Brewery')
    await apply(page)
  },
)
