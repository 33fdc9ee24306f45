// `npm run bench`: ratios against yardsticks measured alternately in the same run.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuild, prepare, root } from './prepare.mjs'

prepare({ chromium: true })
ensureBuild()
const args = [join(root, 'bench/src/main.ts'), ...process.argv.slice(2)]
const { status } = spawnSync(join(root, 'node_modules/.bin/tsx'), args, { cwd: root, stdio: 'inherit' })
process.exit(status ?? 1)
