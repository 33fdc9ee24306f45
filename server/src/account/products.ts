import { Type } from 'class-transformer'
import { IsIn, IsObject, IsOptional, Matches, MaxLength, IsString, ValidateNested } from 'class-validator'
import { describeProduct, Description, presentDescription, productAt, RowId, type Id } from '@lodge/core'
import { notFound } from '../errors.ts'
import { route } from '../http/route.ts'

const ACCOUNT = '/api/accounts/{accountId}'

export class KeeperChoice {
  @IsIn(['person', 'group']) kind!: 'person' | 'group'
  @RowId() id!: Id
}

export class DescribeBody {
  @IsObject() @ValidateNested() @Type(() => Description) description!: Description
  /** The product that is described anew; left out, a new one. */
  @IsOptional() @IsString() @MaxLength(60) product?: string | null
  @IsOptional() @IsObject() @ValidateNested() @Type(() => KeeperChoice) keeper?: KeeperChoice | null
  /** The client whose own product it is; left out, ours. */
  @IsOptional() @RowId() placeId?: Id | null
  /** From which day a new version holds; left out, now. */
  @IsOptional() @Matches(/^\d{4}-\d{2}-\d{2}$/) from?: string | null
}

export const productRoutes = [
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/products/describe`,
    summary:
      'A described product as a sheet, with its sentence, a worked example and the changes that add it. Nothing is changed.',
    body: DescribeBody,
    answer({ sight, body }) {
      if (!sight.can('connections', 'run')) throw notFound()
      const { description, product = null, keeper = null, from = null, placeId = null } = body
      return Promise.resolve(describeProduct(sight, description, product, keeper, from, placeId))
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/products/{product}/description`,
    summary: 'A product as it is described now, to be edited.',
    cacheable: true,
    answer({ sight, params }) {
      const found = presentDescription(sight, params.product ?? '')
      if (!found) throw notFound()
      return Promise.resolve(found)
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/products/{product}/sheet.json`,
    summary: 'A product’s sheet as it holds now, in our open format.',
    cacheable: true,
    answer({ sight, params }) {
      const found = productAt(sight.account, params.product ?? '', sight.now)
      if (!found || !sight.can('connections', 'see')) throw notFound()
      return Promise.resolve(found.sheet)
    },
  }),
]
