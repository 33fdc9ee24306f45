// `npm run mutation`: how many small faults, put into the rules one at a time, the core's own tests find. Which faults,
// a fixed seed draws out of all that there are in `core/src/access` and `core/src/changes`.
import { execFileSync } from 'node:child_process'
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { basename, join, relative } from 'node:path'
import { parseArgs } from 'node:util'
import { createInstrumenter } from '@stryker-mutator/instrumenter'
import { createInjector } from 'typed-inject'
import { draw, keyOf, scoreOf } from '../core/mutation/draw.mjs'

const root = join(import.meta.dirname, '..')
const directory = join(root, '.lodge/mutation')
const { values } = parseArgs({
  options: {
    mutants: { type: 'string', default: '1500' },
    seed: { type: 'string', default: '18' },
    /** Of those drawn, from the how-manieth on and how many: a long run in parts. */
    from: { type: 'string', default: '0' },
    count: { type: 'string' },
    /** Those in files of such a name. */
    only: { type: 'string' },
    /** Leaves for later what is made once, as a module is read: each of those is tried against every test. */
    quick: { type: 'boolean', default: false },
    /** Those of which no part says yet that they are found. */
    left: { type: 'boolean', default: false },
    report: { type: 'boolean' },
  },
})
/** What comes to none of these rooms and takes half of all the time, or reads the sources by where they are. */
const ELSEWHERE = [
  'people-lists.test.ts',
  'books.test.ts',
  'schema.test.ts',
  'catalogues.test.ts',
  'files.test.ts',
  'no-literals.test.ts',
]
/** One file of all tests and rules, which is read quickly for each fault. */
const BUILD = `esbuild core/mutation/all-tests.ts --bundle --platform=node --format=esm --packages=external --outfile=core/mutation/all-tests.mjs`
/** Texts are left out: what they say is looked at by people. */
const mutator = { plugins: ['decorators'], excludedMutations: ['StringLiteral'] }

if (values.report) report()
else await run()

async function run() {
  mkdirSync(directory, { recursive: true })
  const names = ['access', 'changes'].flatMap((room) => filesIn(`core/src/${room}`))
  const all = await mutantsOf(names)
  const chosen = draw(all, Number(values.mutants), Number(values.seed))
  const found = new Set(values.left ? tried().filter(isFound).map(keyOfReported) : [])
  const wanted = chosen.filter((one) => one.fileName.includes(values.only ?? '') && !found.has(keyOf(one)))
  const from = Number(values.from)
  const part = wanted.slice(from, values.count === undefined ? undefined : from + Number(values.count))
  console.log(`${all.length} faults in ${names.length} files; drawn: ${chosen.length}; in this run: ${part.length}`)
  writeFileSync(join(directory, 'drawn.json'), JSON.stringify(part.map(keyOf)))
  writeFileSync(join(directory, 'stryker.json'), JSON.stringify(configurationOf(part), null, 2))
  writeAllTests()
  execFileSync(join(root, 'node_modules/.bin/stryker'), ['run', join(directory, 'stryker.json')], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, LODGE_PROPERTY_RUNS: '5' },
  })
}

function filesIn(place) {
  return readdirSync(join(root, place), { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith('.ts'))
    .map((entry) => relative(root, join(entry.parentPath, entry.name)))
    .sort()
}

async function mutantsOf(names) {
  const silent = Object.fromEntries(
    ['trace', 'debug', 'info', 'warn', 'error'].flatMap((level) => [
      [level, () => undefined],
      [`is${level[0].toUpperCase()}${level.slice(1)}Enabled`, () => false],
    ]),
  )
  const instrumenter = createInjector()
    .provideValue('options', {})
    .provideValue('logger', silent)
    .provideValue('getLogger', () => silent)
    .injectFunction(createInstrumenter)
  const files = names.map((name) => ({ name, content: readFileSync(join(root, name), 'utf8'), mutate: true }))
  const { mutants } = await instrumenter.instrument(files, { ...mutator, ignorers: [], noHeader: true })
  return mutants.filter(({ status }) => status !== 'Ignored')
}

function configurationOf(part) {
  const ranges = part.map(({ fileName, location: { start, end } }) => {
    return `${fileName}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`
  })
  return {
    plugins: ['@stryker-mutator/jest-runner', join(root, 'core/mutation/drawn.mjs')],
    buildCommand: BUILD,
    testRunner: 'jest',
    testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
    jest: { configFile: 'core/mutation/jest.config.mjs', enableFindRelatedTests: false },
    coverageAnalysis: 'perTest',
    ignoreStatic: values.quick,
    checkers: ['drawn'],
    mutate: [...new Set(ranges)],
    mutator,
    // Half of these only look through what was drawn.
    concurrency: 4,
    timeoutMS: 30_000,
    timeoutFactor: 3,
    reporters: ['json', 'progress-append-only'],
    jsonReporter: { fileName: join(directory, `report-${values.seed}-${Date.now()}.json`) },
    tempDirName: '.mutation',
    ignorePatterns: ['.lodge', '.mutation', 'dist', 'bench', 'docs/screenshots'],
    disableTypeChecks: false,
    allowConsoleColors: false,
  }
}

function writeAllTests() {
  const tests = readdirSync(join(root, 'core/test'), { recursive: true }).filter(
    (name) => name.endsWith('.test.ts') && !ELSEWHERE.includes(basename(name)),
  )
  const lines = tests.sort().map((name) => `import '../test/${name}'`)
  writeFileSync(join(root, 'core/mutation/all-tests.ts'), `${lines.join('\n')}\n`)
}

/** What the parts that were run say of each fault, the later ones over the earlier ones. */
function tried() {
  const found = new Map()
  const reports = readdirSync(directory).filter((one) => one.startsWith(`report-${values.seed}-`))
  for (const name of reports.sort()) {
    const { files } = JSON.parse(readFileSync(join(directory, name), 'utf8'))
    for (const [file, { mutants }] of Object.entries(files)) {
      for (const mutant of mutants.filter(({ status }) => status !== 'CompileError' && status !== 'Ignored')) {
        found.set(keyOf({ ...mutant, fileName: file }), { ...mutant, file })
      }
    }
  }
  return [...found.values()]
}

/** One that lets no test begin is found as well. */
function isFound({ status }) {
  return status !== 'Survived' && status !== 'NoCoverage'
}

/** A report counts lines and columns from one, the draw from nought. */
function keyOfReported({ file, location: { start, end }, ...mutant }) {
  const before = ({ line, column }) => ({ line: line - 1, column: column - 1 })
  return keyOf({ ...mutant, fileName: file, location: { start: before(start), end: before(end) } })
}

/** Adds up the reports of all parts: the score, its interval, and the files by what was not found. */
function report() {
  const all = tried()
  const { share, from, until } = scoreOf(all.filter(isFound).length, all.length)
  const percent = (part) => `${(part * 100).toFixed(1)} %`
  console.log(
    `${all.filter(isFound).length} of ${all.length} found: ${percent(share)} (${percent(from)} to ${percent(until)})`,
  )
  const rows = [...new Set(all.map(({ file }) => file))].map((file) => {
    const mutants = all.filter((one) => one.file === file)
    return { file, mutants, missed: mutants.filter((one) => !isFound(one)) }
  })
  for (const { file, mutants, missed } of rows.sort((one, other) => other.missed.length - one.missed.length)) {
    if (missed.length === 0) continue
    console.log(`\n${file}: ${missed.length} of ${mutants.length} not found`)
    for (const { location, mutatorName, replacement, status } of missed) {
      const text = (replacement ?? '').replace(/\s+/g, ' ').slice(0, 90)
      console.log(
        `  ${location.start.line}:${location.start.column} ${mutatorName} → ${text}${status === 'NoCoverage' ? ' (no test comes there)' : ''}`,
      )
    }
  }
}
