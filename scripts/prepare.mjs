// What a machine needs before anything of ours runs. Plain Node, since nothing is installed yet.
import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')

/** How Node serves: beside a large account at rest, what a request makes should die young rather than be moved. */
export const serverFlags = ['--enable-source-maps', '--max-semi-space-size=64']
const notes = join(root, '.lodge')

export function say(text) {
  console.log(text)
}

function fail(text) {
  console.error(text)
  process.exit(1)
}

function has(command) {
  return spawnSync('sh', ['-c', `command -v ${command}`], { stdio: 'ignore' }).status === 0
}

function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], encoding: 'utf8', ...options })
  if (done.status === 0) return
  fail(`\`${command} ${args.join(' ')}\` failed:\n${done.stdout ?? ''}${done.stderr ?? ''}`)
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Node 20.19 or later is needed; this is ${process.versions.node}.`)
}

/** Installs Debian packages if a command is missing and we may; otherwise says the exact line to type. */
export function ensureDebian(command, packages) {
  if (has(command)) return
  const line = `apt-get install -y --no-install-recommends ${packages.join(' ')}`
  const may = process.getuid?.() === 0
  const sudo = !may && has('sudo') && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0
  if (!has('apt-get') || !(may || sudo))
    fail(`${packages.join(', ')} is missing. Type this, then start again:\n\n  sudo ${line}\n`)
  say(`Installing ${packages.join(', ')} from Debian’s packages …`)
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const words = (text) => (sudo ? ['sudo', '-n', ...text.split(' ')] : text.split(' '))
  const install = () =>
    spawnSync(words(line)[0], words(line).slice(1), { env: environment, stdio: ['ignore', 'pipe', 'pipe'] })
  if (install().status !== 0) {
    spawnSync(words('apt-get update')[0], words('apt-get update').slice(1), { env: environment, stdio: 'ignore' })
    const again = install()
    if (again.status !== 0) fail(`Installing failed. Type this and look at what it says:\n\n  sudo ${line}\n`)
  }
  // The package starts a server of its own where it can; ours is private and does not need it.
}

/** Runs `npm ci` if what is installed is not what the lockfile says. */
export function ensureModules() {
  const lock = readFileSync(join(root, 'package-lock.json'))
  const hash = createHash('sha256').update(lock).digest('hex')
  const note = join(root, 'node_modules', '.lodge-installed')
  if (existsSync(note) && readFileSync(note, 'utf8') === hash) return
  say('Installing npm packages …')
  // What builds us is needed in production too.
  run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund'])
  writeFileSync(note, hash)
}

const SOURCES = ['core/src', 'server/src', 'web', 'standins/src', 'demo/src', 'package-lock.json', 'scripts/build.mjs']

function* filesIn(path) {
  if (!statSync(path).isDirectory()) return void (yield path)
  for (const name of readdirSync(path).sort()) {
    if (name !== 'node_modules' && name !== 'dist' && !name.endsWith('.test.ts')) yield* filesIn(join(path, name))
  }
}

function hashOfSources() {
  const hash = createHash('sha256')
  for (const source of SOURCES) {
    for (const file of filesIn(join(root, source))) hash.update(file.slice(root.length)).update(readFileSync(file))
  }
  return hash.digest('hex')
}

/** Builds the bundles and the web application if their sources changed. */
export function ensureBuild() {
  const hash = hashOfSources()
  const note = join(notes, 'built')
  const built = existsSync(join(root, 'server/dist/main.js')) && existsSync(join(root, 'web/dist/index.html'))
  if (built && existsSync(note) && readFileSync(note, 'utf8') === hash) return
  say('Building …')
  run('node', ['scripts/build.mjs'])
  mkdirSync(notes, { recursive: true })
  writeFileSync(note, hash)
}

export function prepare({ chromium = false, database = true } = {}) {
  checkNode()
  if (database) ensureDebian('mariadbd', ['mariadb-server', 'mariadb-client'])
  if (chromium) ensureDebian('chromium', ['chromium', 'fonts-liberation'])
  ensureModules()
}

export { execFileSync }
