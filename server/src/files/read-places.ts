import { parse } from 'csv-parse/sync'
import { readPlaceList, readPlaceTable, type PlaceListRead } from '@lodge/core'
import { badRequest } from '../errors.ts'
import { say } from '@lodge/core/say'

/** A table if its first line names columns, else an indented list. */
export function readPlaces(text: string): PlaceListRead {
  const [first = ''] = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/)
  const delimiter = ['\t', ';', ','].find((one) => first.trim().includes(one))
  const names = delimiter
    ? first
        .toLowerCase()
        .split(delimiter)
        .map((name) => name.trim().replace(/^"|"$/g, ''))
    : []
  if (!delimiter || !names.some((name) => ['place', 'path', 'client', 'site', 'reference'].includes(name))) {
    return readPlaceList(text)
  }
  try {
    const rows = parse(text, { delimiter, bom: true, relax_column_count: true, skip_empty_lines: true }) as string[][]
    return readPlaceTable(rows)
  } catch (error) {
    throw badRequest('bad-table', say('files.the-table-cannot-be-read', { message: (error as Error).message }))
  }
}
