import { writeFileSync } from 'node:fs'
import { workbook } from '@lodge/standins/workbook'
import { demoBook } from './book.ts'
import { seatMarks } from './who-has-what.ts'

// Writes the spreadsheet that lies beside the demo's book: `tsx demo/src/write-spreadsheet.ts 2026-06-16 demo/who-has-what.xlsx`.
const [today = '2026-06-16', path = 'demo/who-has-what.xlsx'] = process.argv.slice(2)
writeFileSync(path, workbook(seatMarks(demoBook(today))))
