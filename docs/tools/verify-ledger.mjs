#!/usr/bin/env node
// Verifies an exported ledger (JSON Lines) with nothing but Node.js. See prove-it.md for what each check means.
//
//   node verify-ledger.mjs ledger.jsonl [--head <hash seen earlier>]
//
// Ends with 0 if the chain is whole, with 1 and a sentence if it is not.
import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { createInterface } from 'node:readline'

const [file, option, earlier] = process.argv.slice(2)
if (!file || (option !== undefined && (option !== '--head' || !/^[0-9a-f]{64}$/.test(earlier ?? '')))) {
  console.error('Usage: node verify-ledger.mjs ledger.jsonl [--head <64 hexadecimal digits>]')
  process.exit(2)
}
const sha256 = (text) => createHash('sha256').update(text, 'utf8').digest('hex')

let previous = '0'.repeat(64)
let version = 0
/** What is gone of earlier entries and was not named as destroyed yet: `version/ordinal`. */
const gone = new Set()
let destroyed = 0
let account
let seenEarlier = earlier === undefined

function fail(reason) {
  console.error(`Entry ${version}: ${reason}`)
  process.exit(1)
}

for await (const line of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
  if (line.trim() === '') continue
  version += 1
  let entry
  let header
  try {
    entry = JSON.parse(line)
    header = JSON.parse(entry.header)
  } catch {
    fail('the line is not JSON.')
  }
  account ??= header.account
  // 1. The text of the header is what was hashed.
  if (sha256(entry.header) !== entry.hash) fail('its header was altered.')
  // 2. Entries count on without a gap, all of one account, each naming the hash of the one before.
  if (header.version !== version) fail(`it says it is entry ${header.version}; one is missing or exchanged.`)
  if (header.account !== account) fail('it is of another account.')
  if (header.previous !== previous) fail('it does not name the hash of the entry before; the chain was rewritten here.')
  // 3. Its items are those the header commits to, and what is kept of each is what was committed to.
  const items = entry.items ?? []
  if (items.length !== header.items.length) fail('changes or edits are missing.')
  const isOld = header.schema < 11
  items.forEach(({ kind, commitment, salt, payload }, at) => {
    if (commitment !== header.items[at]) fail('its changes or edits were exchanged.')
    if ((salt === null) !== (payload === null)) fail('a change or edit has lost its salt, or its payload.')
    if (payload === null) return
    const committed = isOld ? `${salt}\n${payload}` : `${salt}\n${kind}\n${payload}`
    if (sha256(committed) !== commitment) fail('a change or edit was altered.')
    const content = JSON.parse(payload)
    // Up to layout 10 the kind is not under the hash: an edit has a table, a change has none.
    if ('table' in content !== (kind === 'edit')) fail('a change is passed off as an edit, or an edit as a change.')
    // 4. What was destroyed is named by a later entry.
    if (kind !== 'change' || content.type !== 'note-destroyed') return
    for (const name of content.items) {
      if (!gone.delete(name)) fail(`it names ${name} as destroyed, which is there.`)
      destroyed += 1
    }
  })
  items.forEach(({ payload }, at) => payload === null && gone.add(`${version}/${at}`))
  previous = entry.hash
  seenEarlier ||= previous === earlier
}
if (version === 0) fail('there is none.')
if (gone.size > 0) {
  const [first] = gone
  console.error(`Entry ${first.split('/')[0]}: a change or edit is gone, and no later entry names it as destroyed.`)
  process.exit(1)
}
if (!seenEarlier) {
  console.error(`The head ${earlier} is not in this chain: it was rewritten since that was seen.`)
  process.exit(1)
}
const note = destroyed > 0 ? ` ${destroyed} changes or edits were destroyed, as later entries say.` : ''
console.log(`${version} entries, whole. Head ${previous}.${note}`)
