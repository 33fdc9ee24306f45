// `npm run bench`: ratios against yardsticks measured alternately in the same run. `heart`, `browser`, `grid`, `arrivals`, `departures` or `fill` runs one part.
import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuild, prepare, root, serverFlags } from './prepare.mjs'

prepare({ chromium: true })
ensureBuild()
const { build } = await import('esbuild')
const external = ['core', 'server', 'demo', 'bench'].flatMap((name) => {
  const { dependencies = {} } = JSON.parse(readFileSync(join(root, name, 'package.json'), 'utf8'))
  return Object.keys(dependencies).filter((one) => !one.startsWith('@lodge/'))
})
// Bundled as it is served: what runs the sources as they are makes every function a little slower.
await build({
  absWorkingDir: root,
  entryPoints: ['bench/src/heart.ts', 'bench/src/heart-child.ts', 'bench/src/heart-client.ts', 'bench/src/echo.ts'],
  outdir: 'bench/dist/heart',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: [...new Set(external)].flatMap((name) => [name, `${name}/*`]),
  logLevel: 'warning',
})

const args = process.argv.slice(2)
const halves = args.filter((one) => ['heart', 'browser', 'grid', 'arrivals', 'departures', 'fill'].includes(one))
const rest = args.filter((one) => one.startsWith('--'))
const wanted = (half) => halves.length === 0 || halves.includes(half)
const run = (command, words) => {
  const environment = { ...process.env, LODGE_ROOT: root, LODGE_SERVER_FLAGS: serverFlags.join(' ') }
  return spawnSync(command, [...words, ...rest], { cwd: root, stdio: 'inherit', env: environment }).status ?? 1
}
let status = 0
if (wanted('heart'))
  status |= run(process.execPath, ['--max-old-space-size=6000', join(root, 'bench/dist/heart/heart.js')])
if (wanted('browser')) status |= run(join(root, 'node_modules/.bin/tsx'), [join(root, 'bench/src/main.ts')])
if (wanted('grid')) status |= run(join(root, 'node_modules/.bin/tsx'), [join(root, 'bench/src/grid.ts')])
if (wanted('arrivals')) status |= run(join(root, 'node_modules/.bin/tsx'), [join(root, 'bench/src/arrivals.ts')])
if (wanted('departures')) status |= run(join(root, 'node_modules/.bin/tsx'), [join(root, 'bench/src/departures.ts')])
if (wanted('fill')) status |= run(join(root, 'node_modules/.bin/tsx'), [join(root, 'bench/src/first-fill.ts')])
process.exit(status)
