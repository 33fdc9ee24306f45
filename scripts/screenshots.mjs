// `npm run screenshots`: one current picture of each main view, from the demo on Tuesday 16 June 2026.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuild, prepare, root } from './prepare.mjs'

prepare({ chromium: true })
ensureBuild()
const { status } = spawnSync(join(root, 'node_modules/.bin/tsx'), [join(root, 'e2e/screenshots.ts')], {
  cwd: root,
  stdio: 'inherit',
})
process.exit(status ?? 1)
