import { mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { forget, newDirectory, startDemo } from './demo-process.ts'
import { at, chooseMore, goTo, linkFor, pick, signIn } from './steps.ts'

// Walks through the demo and keeps a picture of each main view in docs/screenshots.
const pictures = resolve(import.meta.dirname, '../docs/screenshots')
mkdirSync(pictures, { recursive: true })
const directory = newDirectory()
const demo = await startDemo(directory)
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] })

async function newPage(): Promise<Page> {
  return (await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-IE' })).newPage()
}

async function keep(page: Page, name: string): Promise<void> {
  await page.mouse.move(640, 799)
  await page.evaluate('document.fonts.ready')
  await page.waitForTimeout(400)
  await page.screenshot({ path: join(pictures, `${name}.png`) })
}

try {
  const page = await newPage()
  await signIn(page, demo)
  await page.getByRole('region', { name: 'What needs you' }).waitFor()
  await keep(page, 'desk')

  await goTo(page, 'People')
  await page.getByRole('row', { name: /Idris Marlow/ }).click()
  await page.getByRole('button', { name: 'Place by place, with why' }).click()
  await page
    .getByRole('article')
    .getByRole('button', { name: /Pellworth Main.*Helipad roof/ })
    .click()
  await page.getByRole('article').getByRole('button', { name: 'Why?' }).first().click()
  await page
    .getByText(/given at Helipad roof/)
    .first()
    .waitFor()
  await keep(page, 'people')

  await page.getByRole('button', { name: 'Invite' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Sorrel Marsh')
  await page.getByLabel('Email address').fill('sorrel.marsh@highfast.example')
  await page.getByLabel('Last day with us').fill('2026-09-30')
  await pick(page, 'Firm', 'Highfast Rope Access')
  await pick(page, 'Seat', 'Field')
  await pick(page, 'Role', 'Rope access')
  await pick(page, 'At', 'Helipad roof')
  await page.getByText('gets access behind the wall').waitFor()
  await page.getByRole('button', { name: /^Sorrel Marsh, .*Helipad roof/ }).click()
  await keep(page, 'invitation-preview')
  await page.getByRole('button', { name: /Send invitation/ }).click()
  await page.getByText('Sent to Sorrel Marsh.').waitFor()

  const contractor = await newPage()
  await at(contractor)
  await contractor.goto(await linkFor(demo, 'sorrel.marsh@highfast.example'))
  await contractor.getByLabel('Password').fill('ropes and more ropes')
  await keep(contractor, 'invitation')
  await contractor.getByRole('button', { name: 'Accept and sign in' }).click()
  await contractor.getByText('You can add photos').click()
  await keep(contractor, 'my-keys')

  await page.goto(`${demo.origin}/arrivals`)
  const list = [
    'Wren Ashby <wren.ashby@ashby.example>',
    '"Low, Fen" fen@low.example',
    'Idris Marlow; idris.marlow@highfast.example',
    'Jo Reed, jo@reed',
    'bay@stone.example (Bay Stone)',
    'Bay Stone <bay@stone.example>',
  ]
  await page.getByLabel('Paste your list of people').fill(list.join('\n'))
  await page.getByRole('button', { name: 'new 3' }).waitFor()
  await pick(page, 'Role', 'Client view')
  await pick(page, 'At', 'Hollin Museum')
  await pick(page, 'Seat', 'Reader')
  await page.getByText('gained 3 people').waitFor()
  await keep(page, 'arrivals')

  await goTo(page, 'Products')
  await page.locator('.js-plotly-plot .bars path').first().waitFor()
  await keep(page, 'seats')
  await page.goto(`${demo.origin}/products/quote-trellis/accounts`)
  await page.getByText('Close the account of Nell Gathercole').waitFor()
  await keep(page, 'accounts-there')
  await page.getByRole('link', { name: 'Describe a product' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Shed Board')
  await page.getByLabel('By team size').check()
  for (const [at, upTo, price] of [
    [1, '4', '45'],
    [2, '9', '95'],
  ] as const) {
    await page.getByLabel(`Team size ${at}: up to how many people`).fill(upTo)
    await page.getByLabel(`Team size ${at}: price a month`).fill(price)
  }
  await page.getByText('one more from the 20th').waitFor()
  await page.getByText('Nobody gains or loses access.').waitFor()
  await keep(page, 'describe')
  await goTo(page, 'Products')
  await page.getByRole('link', { name: 'Open the bill' }).click()
  await page.getByRole('button', { name: /^Field/ }).click()
  await page.locator('.js-plotly-plot .bars path').first().waitFor()
  await keep(page, 'bill')

  await goTo(page, 'Places')
  await page.getByRole('treeitem', { name: /Pellworth Hospital Trust/ }).click()
  await page.getByRole('tree').focus()
  await page.keyboard.press('ArrowRight')
  await page.getByRole('treeitem', { name: /Pellworth Main/ }).click()
  await page.keyboard.press('ArrowRight')
  await page.getByRole('treeitem', { name: /Helipad roof/ }).click()
  await page
    .getByRole('article')
    .getByRole('button', { name: /active Sorrel Marsh/ })
    .click()
  await page.getByRole('article').getByRole('listitem').filter({ hasText: 'Photos' }).getByRole('button').click()
  await keep(page, 'places')

  await page.goto(`${demo.origin}/places`)
  await page.getByRole('treeitem', { name: /Pellworth Hospital Trust/ }).click()
  await page.getByRole('link', { name: 'Access report' }).click()
  await page
    .getByRole('cell', { name: /Brookline Irrigation/ })
    .first()
    .waitFor()
  await keep(page, 'statement')

  await page.goto(`${demo.origin}/grid?area=bedding-log/photos&group=employer`)
  await page.getByRole('grid', { name: 'Who has access where' }).focus()
  await page
    .getByText(/^\d+ people/)
    .first()
    .waitFor()
  await page.getByRole('button', { name: 'Give by dragging' }).click()
  await pick(page, 'Role', 'Irrigation fitter')
  for (const key of ['ArrowDown', 'ArrowRight', 'ArrowRight', 'Shift+ArrowRight', 'Shift+ArrowRight', 'Space']) {
    await page.keyboard.press(key === 'ArrowDown' ? 'Home' : key)
    if (key === 'ArrowDown') await page.getByRole('grid').focus()
  }
  await page
    .getByRole('complementary', { name: 'Docket' })
    .getByText(/^Give /)
    .first()
    .waitFor()
  await page.getByRole('button', { name: 'Close the docket' }).click()
  await keep(page, 'grid')
  await page.getByRole('button', { name: 'Open the docket' }).click()
  await page.getByRole('button', { name: 'Discard', exact: true }).click()

  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Ask the porter' }).fill('why nolan helipad')
  await page.getByText('Access of Nolan Pryce at Helipad roof').waitFor()
  await page.keyboard.press('Enter')
  await page.getByRole('article').getByText('Nolan Pryce').first().waitFor()
  await page.goto(`${page.url()}&area=bedding-log/photos`)
  await page
    .getByRole('article')
    .getByText(/does not count/)
    .first()
    .waitFor()
  await keep(page, 'why')

  await goTo(page, 'Roles')
  await page.getByRole('button', { name: 'Rope access' }).click()
  await page.getByRole('heading', { name: 'People with this role cannot' }).waitFor()
  await keep(page, 'roles')

  await goTo(page, 'People')
  await page.getByRole('searchbox').fill('sorrel')
  await page.getByRole('row', { name: /Sorrel Marsh/ }).click()
  await chooseMore(page, 'End access now')
  await page.getByText('lost 1 person').waitFor()
  await page
    .getByRole('complementary', { name: 'Docket' })
    .getByRole('button', { name: /End access now/ })
    .click()
  await page.getByRole('link', { name: 'Former 1' }).waitFor()
  await goTo(page, 'Departures')
  await page.getByRole('link', { name: /Cormac Eddery/ }).click()
  await page.getByText('At that time').waitFor()
  await page
    .getByRole('button', { name: /Reports to them/ })
    .first()
    .click()
  await keep(page, 'departure-plan')
  await page.getByRole('button', { name: 'End access now' }).click()
  await page
    .getByRole('complementary', { name: 'Docket' })
    .getByRole('button', { name: /^End access now/ })
    .click()
  await page
    .getByRole('heading', { name: /^Cormac Eddery has left/ })
    .or(page.getByRole('heading', { name: /^Departures/ }))
    .waitFor()
  await goTo(page, 'Departures')
  await page.getByRole('link', { name: /Cormac Eddery/ }).click()
  await page.getByText('Planting draft 1').waitFor()
  await keep(page, 'departure-run')
  await goTo(page, 'Departures')
  await page.getByRole('link', { name: /Nell Gathercole/ }).click()
  await page.getByRole('button', { name: 'Check again' }).click()
  await page.getByText('nothing has come back').waitFor()
  await keep(page, 'leavers-record')
  await goTo(page, 'Ledger')
  await page.getByRole('button', { name: 'Check for tampering' }).click()
  await page.getByText('The ledger is complete and unaltered').waitFor()
  await keep(page, 'ledger')
} finally {
  await browser.close()
  await demo.interrupt()
  forget(directory)
}
