import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const source = join(import.meta.dirname, '../src')
const namesIn = (text: string, pattern: RegExp) => [...text.matchAll(pattern)].map(([, name]) => name!)

test('every link and turn leads to a page there is', () => {
  const defined = new Set(namesIn(readFileSync(join(source, 'router.ts'), 'utf8'), /\bname: '([\w-]+)'/g))
  const asked = readdirSync(source, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.vue'))
    .flatMap((file) =>
      namesIn(
        readFileSync(join(source, file), 'utf8'),
        /(?:to="|push\(|replace\(|resolve\()\s*\{ name: '([\w-]+)'/g,
      ).map((name) => `${file}: ${name}`),
    )
  expect(asked.length).toBeGreaterThan(30)
  expect(asked.filter((one) => !defined.has(one.split(': ')[1]!))).toEqual([])
})
