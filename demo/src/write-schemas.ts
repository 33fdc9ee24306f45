import { writeFileSync } from 'node:fs'
import { AccountBook, ProductSheet, schemaOf } from '@lodge/core'

// Writes the JSON Schemas of our two open formats beside their pages: `tsx demo/src/write-schemas.ts`.
export const SCHEMAS = {
  'account-book': schemaOf(AccountBook, 'https://schema.lodge.example/account-book-1.json'),
  'product-sheet': schemaOf(ProductSheet, 'https://schema.lodge.example/product-sheet-1.json'),
}

if (process.argv[1]?.endsWith('write-schemas.ts')) {
  for (const [name, schema] of Object.entries(SCHEMAS)) {
    writeFileSync(`docs/schema/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`)
  }
}
