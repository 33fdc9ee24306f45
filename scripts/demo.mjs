// `npm run demo`: sets up what is missing, then starts the demo.
import { spawn } from 'node:child_process'
import { ensureBuild, prepare, root, serverFlags } from './prepare.mjs'

prepare()
ensureBuild()
const child = spawn(process.execPath, [...serverFlags, 'demo/dist/start.js', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
})
// The terminal sends Ctrl C to both; we wait for the demo to put things away.
process.on('SIGINT', () => undefined)
process.on('SIGTERM', () => child.kill('SIGTERM'))
child.on('exit', (code) => process.exit(code ?? 1))
