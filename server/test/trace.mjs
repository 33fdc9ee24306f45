// Notes every secret a process hashes or derives, so that the logs of a whole test run can be searched for them.
import { appendFileSync } from 'node:fs'
import { createHash, createHmac } from 'node:crypto'
import { join } from 'node:path'

const directory = process.env.LODGE_TEST_TRACE
const seen = new Set()
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-/

function note(text) {
  if (typeof text !== 'string' || text.length > 300) return
  for (const part of text.split(/[|.:"[\],]/)) {
    // Words of our own and ids are none; what is drawn or derived has figures in it.
    if (!/^[\w-]{12,200}$/.test(part) || !/\d/.test(part) || UUID.test(part) || seen.has(part)) continue
    seen.add(part)
    appendFileSync(join(directory, `secrets-${process.pid}`), `${part}\n`)
  }
}

if (directory) {
  const hash = Object.getPrototypeOf(createHash('sha256'))
  const { update } = hash
  hash.update = function (data, ...rest) {
    note(data)
    return update.call(this, data, ...rest)
  }
  const hmac = Object.getPrototypeOf(createHmac('sha256', 'key'))
  const { digest } = hmac
  hmac.digest = function (...args) {
    const made = digest.apply(this, args)
    if (typeof made === 'string') note(made)
    return made
  }
}
