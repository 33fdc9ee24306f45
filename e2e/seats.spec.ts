import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { docketOf, doneOf, goTo, ownDemo, pick, signIn } from './steps.ts'

const demo = ownDemo()

interface Sheet {
  seatTypes: { code: string; priceMinor: number }[]
}

/** A product's newest sheet, from the demo's book. */
function sheetOf(code: string): Sheet {
  const file = resolve(import.meta.dirname, '../demo/thistlewick.book.json')
  const book = JSON.parse(readFileSync(file, 'utf8')) as { products: { code: string; sheets: { sheet: Sheet }[] }[] }
  return book.products.find((one) => one.code === code)!.sheets.at(-1)!.sheet
}

test('the rack is read, a seat at the edge of a band given with its price seen first, and a price moved', async ({
  page,
}) => {
  await signIn(page, demo)
  await goTo(page, 'Products')
  const crew = page.getByRole('region', { name: 'Crew lead' })
  await expect(crew).toContainText('€32.00 a month; 1 of 6 empty; 5 taken')
  await expect(crew.getByRole('button', { name: /Oriel Thistlewick, taken, since/ })).toBeVisible()
  await page.getByRole('link', { name: 'Plan and prices' }).click()
  await page.getByRole('button', { name: 'Who counts, and why' }).click()
  await expect(page.getByRole('row', { name: /Dara Mossop.*Field since/ })).toBeVisible()
  await page.getByRole('link', { name: 'Seats', exact: true }).click()
  await page.getByRole('link', { name: 'Quote Trellis' }).click()
  await expect(page.getByText('One more person costs +€50.00 a month.')).toBeVisible()
  await page.getByRole('button', { name: 'Give another Estimator seat' }).click()
  await pick(page, 'To', 'Kit Orchard')
  const docket = docketOf(page)
  await expect(docket).toContainText('Give Kit Orchard an Estimator seat in Quote Trellis.')
  await expect(docket).toContainText('575.00')
  await docket.getByRole('button', { name: /^Give|^Apply/ }).click()
  await expect(page.getByRole('button', { name: /Kit Orchard, taken/ })).toBeVisible()
  await expect(page.getByText('One more person costs nothing more.')).toBeVisible()

  await page.getByRole('link', { name: 'Bedding Log' }).click()
  await page.getByRole('link', { name: 'Plan and prices' }).click()
  await page.getByLabel('From which day (empty: now)').fill('2026-07-01')
  const sheet = sheetOf('bedding-log')
  for (const type of sheet.seatTypes) if (type.code === 'field') type.priceMinor = 1500
  const file = { name: 'bedding-log.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(sheet)) }
  await page.getByLabel('From a file').setInputFiles(file)
  await expect(docket).toContainText('Import a new version of Bedding Log, from 1 July.')
  await expect(docket.getByRole('row', { name: /^after this/ })).toContainText('575.00')
  await docket.getByRole('button', { name: /^Import product|^Apply/ }).click()
  await expect(doneOf(page)).toContainText('Done: Import a new version of Bedding Log, from 1 July.')
  await page.getByRole('link', { name: 'Seats', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Field' })).toContainText('€14.00 a month')
})

test('a line of the bill opens to its days, the bill says why it moved, and an invoice is laid against it', async ({
  page,
}) => {
  await signIn(page, demo)
  await page.goto(`${demo.origin}/bill/2026-05`)
  await expect(page.getByText('Closed: it no longer changes.')).toBeVisible()
  await page.getByRole('button', { name: /^Field/ }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Vesper Lyle' })).toContainText('17 May – 31 May')
  await expect(page.getByText('Vesper Lyle took a Field seat of Bedding Log (Tamsin Roake, 17 May)')).toBeVisible()
  await page.getByText('Figures').click()
  await expect(page.getByRole('row', { name: /August/ })).toBeVisible()
  await expect(page.locator('.js-plotly-plot .bars path').first()).toBeAttached()
  await page
    .getByLabel('Lines of the invoice: person or email address, and amount')
    .fill('Vesper Lyle, 14.00\nRafe Underhay, x')
  await page.getByRole('button', { name: 'Compare with the bill' }).click()
  await expect(page.getByRole('alert')).toContainText('Line 2: “x” is not an amount in EUR')
  await page
    .getByLabel('Lines of the invoice: person or email address, and amount')
    .fill('Vesper Lyle, 14.00\nRafe Underhay, 16.00')
  await page.getByRole('button', { name: 'Compare with the bill' }).click()
  await expect(page.getByRole('row', { name: /Rafe Underhay differs/ })).toContainText('+€2.00')
  await expect(page.getByRole('row', { name: /Vesper Lyle same/ })).toBeVisible()
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map((one) => one.id)).toEqual([])
})

test('a steward sees the racks of their people and no money', async ({ page }) => {
  await signIn(page, demo, 'mirren.halloway@thistlewick.example')
  await goTo(page, 'Products')
  await expect(page.getByRole('region', { name: 'Crew lead' })).toContainText('the office knows the price')
  await expect(page.getByText('Twelve months ahead')).toHaveCount(0)
  await expect(page.getByRole('main')).not.toContainText(/\d\.\d\d/)
  await page.goto(`${demo.origin}/bill/2026-06`)
  await expect(page.getByText(/nothing here/i).first()).toBeVisible()
})
