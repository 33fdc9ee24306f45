import { readdirSync } from 'node:fs'
import { basename, join } from 'node:path'
import { CHANGE_TYPES } from '../../../src/index.ts'

test('every kind of change is a file with its name', () => {
  const changes = join(import.meta.dirname, '../../../src/changes')
  const files = new Set(readdirSync(changes, { recursive: true, encoding: 'utf8' }).map((name) => basename(name)))
  expect(CHANGE_TYPES.filter((type) => !files.has(`${type}.ts`))).toEqual([])
})
