// Bundles what runs on Node with esbuild, npm packages left external.
import { cpSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build } from 'esbuild'
import { root } from './prepare.mjs'

const workspaces = ['core', 'server', 'standins', 'demo']
const external = workspaces.flatMap((name) => {
  const { dependencies = {} } = JSON.parse(readFileSync(join(root, name, 'package.json'), 'utf8'))
  return Object.keys(dependencies).filter((one) => !one.startsWith('@lodge/'))
})

/** Bundles entries of a workspace, each to a file of its name, into a directory. */
export async function bundleTo(workspace, entries, outdir = `${workspace}/dist`) {
  rmSync(join(root, outdir), { recursive: true, force: true })
  await build({
    absWorkingDir: root,
    entryPoints: Object.fromEntries(Object.entries(entries).map(([out, entry]) => [out, `${workspace}/src/${entry}`])),
    outdir,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    external: [...new Set(external)].flatMap((name) => [name, `${name}/*`]),
    logLevel: 'warning',
  })
}

/** The server with its command line, its thread and its migrations. */
export async function bundleServer(outdir = 'server/dist') {
  const entries = {
    main: 'main.ts',
    migrate: 'command-line/migrate.ts',
    lodge: 'command-line/main.ts',
    'worker-thread': 'work/worker-thread.ts',
    'cells-thread': 'work/cells-thread.ts',
  }
  await bundleTo('server', entries, outdir)
  cpSync(join(root, 'server/src/store/migrations'), join(root, outdir, 'migrations'), { recursive: true })
}
