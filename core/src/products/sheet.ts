import 'reflect-metadata'
import { type Read, readShape } from '../checks/shape.ts'
import { ProductSheet } from '../account/sheet-shape.ts'
import { absurd, dangling, repeated } from './check-sheet.ts'

/** Reads a product sheet; every problem comes with its path, and nothing is half-read. */
export function readSheet(plain: unknown): Read<ProductSheet> {
  const read = readShape(ProductSheet, plain)
  if (read.problems) return read
  const problems = [...repeated(read.value), ...dangling(read.value), ...absurd(read.value)]
  return problems.length > 0 ? { problems } : read
}
