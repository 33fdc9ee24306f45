import 'reflect-metadata'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { migrate } from '../../src/store/migrate.ts'
import { startPrivateDatabase } from '../../src/store/private-database.ts'
import { apply, invitation, openHouse, openLodge } from '../harness.ts'

// Writes a small database as this version lays it out, for later versions to be tried on:
// `tsx server/test/upgrade/write-dump.ts server/test/upgrade/0026.sql`.
const [path = 'dump.sql'] = process.argv.slice(2)
const directory = mkdtempSync(join(tmpdir(), 'lodge-dump-'))
const database = await startPrivateDatabase({ directory })
try {
  await migrate(database.url, resolve(import.meta.dirname, '../../src/store/migrations'))
  const running = await openLodge({ LODGE_DATABASE_URL: database.url })
  const house = await openHouse(running)
  const owner = await house.as('Oriel')
  const give = { subjectKind: 'person', subjectId: house.idOf('Rafe'), roleId: house.roleId('Rope access') }
  const changes = [
    { type: 'make-place', parentId: house.placeId('Corvane'), name: 'Hill', kind: 'site' },
    { type: 'give', ...give, placeId: house.placeId('Helipad'), until: '2026-12-31' },
    { type: 'wall-place', placeId: house.placeId('Harbour'), walled: true },
    invitation(house),
    { type: 'leave', personId: house.idOf('Corin') },
  ]
  for (const change of changes) {
    const answer = await apply(house, owner, [change])
    if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
  }
  await running.stop()
  const { hostname, port, username, pathname } = new URL(database.url)
  const options = [
    '--dump-history',
    '--skip-comments',
    '--skip-dump-date',
    '--compact',
    '--hex-blob',
    '--skip-extended-insert',
  ]
  const where = ['-h', hostname, '-P', port, '-u', username, `--password=${new URL(database.url).password}`]
  writeFileSync(path, execFileSync('mariadb-dump', [...options, ...where, pathname.slice(1)], { encoding: 'utf8' }))
} finally {
  await database.stop()
  rmSync(directory, { recursive: true, force: true })
}
