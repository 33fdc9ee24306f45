// Bundles server, command line, demo and stand-ins, and builds the web.
import { cpSync } from 'node:fs'
import { join } from 'node:path'
import { build as buildWeb } from 'vite'
import { bundleServer, bundleTo } from './bundle.mjs'
import { root } from './prepare.mjs'

await Promise.all([bundleServer(), bundleTo('demo', { start: 'start.ts' })])
// The demo is a bundle of its own, which finds the threads beside it.
for (const thread of ['worker-thread.js', 'cells-thread.js']) {
  cpSync(join(root, 'server/dist', thread), join(root, 'demo/dist', thread))
}
await buildWeb({ root: join(root, 'web'), logLevel: 'warn' })
