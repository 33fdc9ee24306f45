import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { chargingGuide } from '../src/charging-guide.ts'

/** Tables and lines as they are read, however they are laid out. */
const words = (text: string) => text.replace(/[-| \n]+/g, ' ').trim()

test('the guide to charging says what the code works out, the model’s examples among it', () => {
  const kept = readFileSync(join(import.meta.dirname, '../../docs/charging.md'), 'utf8')
  const made = chargingGuide()
  expect(words(kept)).toBe(words(made))
  const example = (what: string) => made.split('\n').find((line) => line.includes(what))
  expect(example('the same, March')).toContain('| 0.00 |')
  expect(example('Lead at 32.00 from the 9th')).toContain('| 32.00 |')
  expect(example('and another comes at the same instant')).toContain('| 45.00 |')
  expect(example('and a fifth from 16 June')).toContain('| 95.00 |')
})
