import { writeFileSync } from 'node:fs'
import { demoBook } from './book.ts'

// Writes the demo's account book: `tsx demo/src/write-book.ts 2026-06-16 demo/thistlewick.book.json`.
const [today = '2026-06-16', path = 'demo/thistlewick.book.json'] = process.argv.slice(2)
writeFileSync(path, `${JSON.stringify(demoBook(today), null, 1)}\n`)
