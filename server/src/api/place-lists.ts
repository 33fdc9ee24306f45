import { IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import { parse } from 'csv-parse/sync'
import { layOutOf, listOfPlace, readPlaceList, readPlaceTable, type PlaceListRead } from '@lodge/core'
import { badRequest, notFound } from '../errors.ts'
import { route } from './route.ts'

const ACCOUNT = '/api/accounts/{accountId}'

export class PlaceListBody {
  /** An indented list, or a table with a header, as pasted. */
  @IsString() @MaxLength(900_000) text!: string
  @IsUUID() parentId!: string
  /** A place as pattern: what groups hold there is given in the new ones of the same name. */
  @IsOptional() @IsUUID() likeId?: string | null
}

export const placeListRoutes = [
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/place-lists`,
    heavy: true,
    summary: 'Reads a pasted list of places: what would be laid out, and every line that cannot be read.',
    body: PlaceListBody,
    async answer({ sight, body }) {
      if (!sight.seesPlace(body.parentId)) throw notFound()
      const { places, problems } = readPlaces(body.text)
      if (problems.length > 0) return { change: null, problems }
      return { change: layOutOf(sight, body.parentId, places, body.likeId ?? null), problems: [] }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}/list`,
    summary: 'A place with what lies in it as a list to paste, as the pattern for another.',
    cacheable: true,
    async answer({ sight, params }) {
      if (!sight.seesPlace(params.placeId!)) throw notFound()
      return { text: listOfPlace(sight, params.placeId!) }
    },
  }),
]

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
    throw badRequest('bad-table', `The table cannot be read: ${(error as Error).message}`)
  }
}
