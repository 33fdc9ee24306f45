// Bundles server, command line, demo and stand-ins with esbuild, npm packages left external, and builds the web.
import { cpSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build as bundle } from 'esbuild'
import { build as buildWeb } from 'vite'
import { root } from './prepare.mjs'

const workspaces = ['core', 'server', 'standins', 'demo']
const external = workspaces.flatMap((name) => {
  const { dependencies = {} } = JSON.parse(readFileSync(join(root, name, 'package.json'), 'utf8'))
  return Object.keys(dependencies).filter((one) => !one.startsWith('@lodge/'))
})

async function bundleTo(workspace, entries) {
  await bundle({
    absWorkingDir: root,
    entryPoints: Object.fromEntries(Object.entries(entries).map(([out, entry]) => [out, `${workspace}/src/${entry}`])),
    outdir: `${workspace}/dist`,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    external: [...new Set(external)].flatMap((name) => [name, `${name}/*`]),
    logLevel: 'warning',
  })
}

for (const name of ['server', 'demo']) rmSync(join(root, name, 'dist'), { recursive: true, force: true })
await Promise.all([
  bundleTo('server', {
    main: 'main.ts',
    migrate: 'command-line/migrate.ts',
    lodge: 'command-line/main.ts',
    'thinker-thread': 'work/thinker-thread.ts',
  }),
  bundleTo('demo', { start: 'start.ts' }),
])
// The demo is a bundle of its own, which finds the thread beside it.
cpSync(join(root, 'server/dist/thinker-thread.js'), join(root, 'demo/dist/thinker-thread.js'))
cpSync(join(root, 'server/src/store/migrations'), join(root, 'server/dist/migrations'), { recursive: true })
await buildWeb({ root: join(root, 'web'), logLevel: 'warn' })
