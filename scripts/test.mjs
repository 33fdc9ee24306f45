// `npm test`: sets up what is missing, runs every stage, and ends with one line `N passed, N failed`.
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { prepare, root, say } from './prepare.mjs'

prepare({ chromium: true })
const reports = mkdtempSync(join(tmpdir(), 'lodge-reports-'))
const bin = (name) => join(root, 'node_modules/.bin', name)
const total = { passed: 0, failed: 0 }
const seconds = []
const failures = []
const LINES_OF_A_FAILURE = 25
const LONGEST_LINE = 300 // characters; a counterexample may be a whole account

function run(command, args, environment = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      env: { ...process.env, ...environment },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let output = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (output += data))
    child.on('error', (error) => resolve({ code: 1, output: String(error) }))
    child.on('exit', (code) => resolve({ code: code ?? 1, output }))
  })
}

/** A text whose lines can all be read at a glance. */
const shortened = (text) =>
  text
    .split('\n')
    .map((line) => (line.length > LONGEST_LINE ? `${line.slice(0, LONGEST_LINE)} …` : line))
    .join('\n')

/** Runs one stage; `count` reads how many tests passed and failed, one is counted for a stage that only succeeds or not. */
async function stage(name, command, args, { environment, count } = {}) {
  const started = performance.now()
  const { code, output } = await run(command, args, environment)
  let counted = { passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 }
  try {
    if (count) counted = count()
  } catch {
    counted = { passed: 0, failed: 1 }
  }
  if (code !== 0 && counted.failed === 0) counted.failed = 1
  total.passed += counted.passed
  total.failed += counted.failed
  const took = (performance.now() - started) / 1000
  seconds.push([name, took, counted])
  say(
    `${counted.failed === 0 ? 'passed' : 'FAILED'}  ${name}: ${counted.passed} passed, ${counted.failed} failed (${took.toFixed(0)} s)`,
  )
  if (counted.failed > 0) say(shortened(output))
  failures.push(...(counted.failures ?? []))
  return counted.failed === 0
}

function jest(name, projects, workers) {
  const report = join(reports, `${name}.json`)
  // A test that failed half-way may leave something open; that must not keep the rest from being told.
  const args = [
    '--selectProjects',
    ...projects,
    '--json',
    `--outputFile=${report}`,
    '--silent',
    '--forceExit',
    `--maxWorkers=${workers}`,
  ]
  // Properties are tried a few dozen times here, a thousand and twenty thousand times by `npm run test:long`.
  const environment = {
    LODGE_PROPERTY_RUNS: '30',
    ...process.env,
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
  }
  const count = () => {
    const { numPassedTests, numFailedTests, numFailedTestSuites, numTotalTests, testResults } = JSON.parse(
      readFileSync(report, 'utf8'),
    )
    if (numTotalTests === 0) return { passed: 0, failed: 1 }
    const failed = numFailedTests + (numFailedTests === 0 ? numFailedTestSuites : 0)
    return { passed: numPassedTests, failed, failures: testResults.map(({ message }) => message).filter(Boolean) }
  }
  return stage(name, bin('jest'), args, { environment, count })
}

/** What went wrong in a suite of Playwright's report, each with the name of its test. */
function wrongIn({ specs = [], suites = [] }) {
  const errors = specs
    .filter(({ ok }) => !ok)
    .flatMap(({ title, tests }) =>
      tests.flatMap(({ results }) =>
        results.flatMap((result) => result.errors.map(({ message }) => `${title}\n${message}`)),
      ),
    )
  return [...errors, ...suites.flatMap(wrongIn)]
}

function playwright() {
  const report = join(reports, 'e2e.json')
  const count = () => {
    const { stats, suites } = JSON.parse(readFileSync(report, 'utf8'))
    const failed = stats.unexpected + stats.flaky + (stats.expected === 0 ? 1 : 0)
    return { passed: stats.expected, failed, failures: suites.flatMap(wrongIn) }
  }
  const environment = { LODGE_E2E_REPORT: report }
  return stage('end to end', bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], { environment, count })
}

const node = process.execPath
// The build takes seconds, and then two go abreast to the end: what reads and what runs by itself, beside tests that mostly
// wait, for a database, for processes of their own, for a browser.
const built = await stage('build', node, ['scripts/build.mjs'])
await Promise.all([
  (async () => {
    await stage('lint', bin('eslint'), ['.'])
    await stage('format', bin('prettier'), ['--check', '--log-level', 'warn', '.'])
    await stage('types', bin('vue-tsc'), ['--noEmit', '-p', 'tsconfig.json'])
  })(),
  (async () => {
    await jest('unit', ['core', 'web', 'demo', 'standins'], 2)
    // A third fills the gaps in which two wait.
    await jest('server', ['server'], 3)
    if (built) await playwright()
  })(),
])

rmSync(reports, { recursive: true, force: true })
// What failed is said once more where nobody has to look for it.
for (const failure of failures) say(`\n${shortened(failure).split('\n').slice(0, LINES_OF_A_FAILURE).join('\n')}`)
say('')
for (const [name, took] of seconds) say(`${took.toFixed(0).padStart(5)} s  ${name}`)
say('')
say(`${total.passed} passed, ${total.failed} failed`)
process.exit(total.failed === 0 ? 0 : 1)
