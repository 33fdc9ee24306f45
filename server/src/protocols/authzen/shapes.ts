import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js'
import { schemaOf } from '@lodge/core'
import { badRequest } from '../../errors.ts'
import { say } from '@lodge/core/say'

/** How many evaluations one request may hold (OpenID AuthZEN Authorization API 1.0, §7). */
export const MAXIMUM_EVALUATIONS = 500
/** How many results one page of a search has at most, and unless asked otherwise (§8). */
export const MAXIMUM_PAGE = 1000
export const USUAL_PAGE = 100

export class Subject {
  @IsString() @MaxLength(60) type!: string
  /** A person's id, or one of their addresses. */
  @IsString() @MaxLength(200) id!: string
  @IsOptional() @IsObject() properties?: object
}

export class SubjectType {
  @IsString() @MaxLength(60) type!: string
  @IsOptional() @IsString() @MaxLength(200) id?: string
  @IsOptional() @IsObject() properties?: object
}

export class Action {
  /** A level or another action of the product's sheet. */
  @IsString() @MaxLength(60) name!: string
  @IsOptional() @IsObject() properties?: object
}

export class Resource {
  /** The code of an area of the asking product. */
  @IsString() @MaxLength(60) type!: string
  /** A place's id or reference. */
  @IsString() @MaxLength(200) id!: string
  /** `owner` is whose item it is, or will be, for roles that reach own items only. */
  @IsOptional() @IsObject() properties?: object
}

/** §6.1. In `context`, `reasons: true` and `limits: true` ask for more in the answer's context. */
export class EvaluationRequest {
  @ValidateNested() @Type(() => Subject) @IsObject() subject!: Subject
  @ValidateNested() @Type(() => Action) @IsObject() action!: Action
  @ValidateNested() @Type(() => Resource) @IsObject() resource!: Resource
  @IsOptional() @IsObject() context?: object
}

/** One of several; what it leaves out is in the request around it (§7.1). */
export class EvaluationPart {
  @IsOptional() @ValidateNested() @Type(() => Subject) subject?: Subject
  @IsOptional() @ValidateNested() @Type(() => Action) action?: Action
  @IsOptional() @ValidateNested() @Type(() => Resource) resource?: Resource
  @IsOptional() @IsObject() context?: object
}

export const SEMANTICS = ['execute_all', 'deny_on_first_deny', 'permit_on_first_permit'] as const

export class EvaluationsOptions {
  @IsOptional() @IsIn(SEMANTICS) evaluations_semantic?: (typeof SEMANTICS)[number]
}

/** §7.1. */
export class EvaluationsRequest extends EvaluationPart {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MAXIMUM_EVALUATIONS)
  /** Each is read by itself: one that cannot be read is answered no, and the others go on. */
  evaluations?: unknown[]
  @IsOptional() @ValidateNested() @Type(() => EvaluationsOptions) options?: EvaluationsOptions
}

/** §8.2. */
export class Page {
  @IsOptional() @IsString() @MaxLength(200) token?: string
  @IsOptional() @IsInt() @Min(1) @Max(MAXIMUM_PAGE) limit?: number
  @IsOptional() @IsObject() properties?: object
  @IsOptional() @IsBoolean() count?: boolean
}

/** §8.4. */
export class SubjectSearch {
  @ValidateNested() @Type(() => SubjectType) @IsObject() subject!: SubjectType
  @ValidateNested() @Type(() => Action) @IsObject() action!: Action
  @ValidateNested() @Type(() => Resource) @IsObject() resource!: Resource
  @IsOptional() @IsObject() context?: object
  @IsOptional() @ValidateNested() @Type(() => Page) page?: Page
}

export class ResourceType {
  @IsString() @MaxLength(60) type!: string
  @IsOptional() @IsString() @MaxLength(200) id?: string
  @IsOptional() @IsObject() properties?: object
}

/** §8.5. */
export class ResourceSearch {
  @ValidateNested() @Type(() => Subject) @IsObject() subject!: Subject
  @ValidateNested() @Type(() => Action) @IsObject() action!: Action
  @ValidateNested() @Type(() => ResourceType) @IsObject() resource!: ResourceType
  @IsOptional() @IsObject() context?: object
  @IsOptional() @ValidateNested() @Type(() => Page) page?: Page
}

/** §8.6. */
export class ActionSearch {
  @ValidateNested() @Type(() => Subject) @IsObject() subject!: Subject
  @ValidateNested() @Type(() => Resource) @IsObject() resource!: Resource
  @IsOptional() @IsObject() context?: object
  @IsOptional() @ValidateNested() @Type(() => Page) page?: Page
}

const ajv = new Ajv2020({ strict: false })

/** Reads a body by a schema compiled once. @returns a function that throws LodgeError 400 with what does not fit. */
export function reader<T extends object>(shape: new () => T): (plain: unknown) => T {
  const validate = ajv.compile(open(schemaOf(shape)) as object) as ValidateFunction<T>
  return (plain) => {
    if (validate(plain)) return plain
    const [first] = validate.errors ?? []
    throw badRequest(
      'bad-request',
      say('protocols.the-request-does-not-fit', {
        instancePath: first?.instancePath || '/',
        message: first?.message ?? '',
      }),
    )
  }
}

/** Members nobody here knows are ignored: later versions of the standard may add some, and products send their own (§5). */
function open(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(open)
  if (schema === null || typeof schema !== 'object') return schema
  const members = Object.entries(schema).filter(([name]) => name !== 'additionalProperties')
  return Object.fromEntries(members.map(([name, value]) => [name, open(value)]))
}
