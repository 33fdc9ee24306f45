import { IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import { listOfPlace } from '@lodge/core'
import { must } from '@lodge/core/must'
import { notFound } from '../errors.ts'
import { route } from '../http/route.ts'

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
    summary: 'Reads a pasted list of places: what would be added, and every line that cannot be read.',
    body: PlaceListBody,
    async answer({ lodge, account, accountId, personId, asPersonId, sight, body, now }) {
      if (!sight.seesPlace(body.parentId)) throw notFound()
      const { text, parentId, likeId = null } = body
      const task = { kind: 'place-list' as const, text, parentId, likeId, accountId, version: account.version }
      return lodge.workers.run({ ...task, personId, as: asPersonId, now }, account)
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}/list`,
    summary: 'A place with the places beneath it, as a list to paste for another.',
    cacheable: true,
    async answer({ sight, params }) {
      if (!sight.seesPlace(must(params.placeId, 'placeId'))) throw notFound()
      return { text: listOfPlace(sight, must(params.placeId, 'placeId')) }
    },
  }),
]
