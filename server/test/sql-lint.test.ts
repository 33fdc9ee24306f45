import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const sources = join(import.meta.dirname, '../src')

function filesIn(directory: string): string[] {
  return readdirSync(directory, { withFileTypes: true }).flatMap((entry) => {
    const path = join(directory, entry.name)
    return entry.isDirectory() ? filesIn(path) : path.endsWith('.ts') ? [path] : []
  })
}

/** Tables that belong to no account: a login is a human's, a session's cookie and a token are found by their hash. */
const NOT_OF_AN_ACCOUNT =
  /\b(FROM|INTO|UPDATE)\s+(account|login|login_means|login_token|session|migration|rate_limit|offer_token|product_token|durable_work)\b/
const STATEMENT = /[`'"]\s*((SELECT|UPDATE|DELETE FROM|INSERT)\b[\s\S]*?)[`'"]\s*,?/g

/** Statements of a file with the line before each, where an exception is explained. */
function statementsOf(text: string): { sql: string; before: string }[] {
  return [...text.matchAll(STATEMENT)].map((match) => ({
    sql: match[1]!,
    before: text.slice(Math.max(0, match.index - 300), match.index),
  }))
}

test('every query on an account’s tables names account_id, or says why it looks at every account', () => {
  const offenders: string[] = []
  let seen = 0
  for (const file of filesIn(sources)) {
    for (const { sql, before } of statementsOf(readFileSync(file, 'utf8'))) {
      if (!/\b(FROM|INTO|UPDATE|SET)\b/.test(sql) || /^SELECT (1|GET_LOCK)/.test(sql)) continue
      seen += 1
      const excused = before.includes('// every account:') || NOT_OF_AN_ACCOUNT.test(sql)
      if (!/account_id|columnsOf/.test(sql) && !excused)
        offenders.push(`${file.slice(sources.length)}: ${sql.slice(0, 80)}`)
    }
  }
  expect(seen).toBeGreaterThan(25)
  expect(offenders).toEqual([])
})

test('the lint would find a query without account_id', () => {
  const [found] = statementsOf("connection.query('SELECT id FROM person WHERE login_id = ?', [id])")
  expect(found && /account_id/.test(found.sql)).toBe(false)
  expect(NOT_OF_AN_ACCOUNT.test(found!.sql)).toBe(false)
})

test('values reach a query only through placeholders', () => {
  const offenders = filesIn(sources).filter((file) => {
    const inserted = statementsOf(readFileSync(file, 'utf8')).flatMap(({ sql }) =>
      [...sql.matchAll(/\$\{(\w+)/g)].map(([, name]) => name),
    )
    return inserted.some((name) => !['tableOf', 'columnsOf', 'assignmentsOf', 'DATABASE_NOW'].includes(name!))
  })
  expect(offenders).toEqual([])
})
