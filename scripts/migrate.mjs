// `npm run migrate`: brings the database of LODGE_DATABASE_URL to this version's layout.
import { spawnSync } from 'node:child_process'
import { ensureBuild, prepare, root } from './prepare.mjs'

prepare({ database: false })
ensureBuild()
const { status } = spawnSync(process.execPath, ['server/dist/migrate.js'], { cwd: root, stdio: 'inherit' })
process.exit(status ?? 1)
