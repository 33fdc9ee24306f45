// `npm start`: serves a real installation with the database of LODGE_DATABASE_URL (docs/settings.md).
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuild, prepare, root, serverFlags } from './prepare.mjs'

prepare({ database: false })
ensureBuild()
// Production, unless NODE_ENV says otherwise.
const environment = { NODE_ENV: 'production', LODGE_WEB_ROOT: join(root, 'web/dist'), ...process.env }
const child = spawn(process.execPath, [...serverFlags, 'server/dist/main.js'], {
  cwd: root,
  stdio: 'inherit',
  env: environment,
})
// The terminal sends Ctrl C to both; we wait for the server to answer what is under way.
process.on('SIGINT', () => undefined)
process.on('SIGTERM', () => child.kill('SIGTERM'))
child.on('exit', (code) => process.exit(code ?? 1))
