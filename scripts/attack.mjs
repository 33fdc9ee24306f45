// `npm run attack`: everything that was ever found, and two thousand random sequences by people with partial rights.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { prepare, root } from './prepare.mjs'

prepare()
const { status } = spawnSync(
  join(root, 'node_modules/.bin/jest'),
  [
    '--selectProjects',
    'server',
    'core',
    '--forceExit',
    '--maxWorkers=2',
    '--',
    'attack/',
    'fuzz',
    'sight',
    'reserved',
    'readers',
    'properties-undo',
  ],
  {
    cwd: root,
    stdio: 'inherit',
    env: {
      LODGE_WHOLE: '1',
      LODGE_DELEGATE_SEQUENCES: '2000',
      LODGE_FUZZ_TRIES: '60',
      LODGE_PROPERTY_RUNS: '1000',
      ...process.env,
      NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
    },
  },
)
process.exit(status ?? 1)
