import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { createHash, randomUUID } from 'node:crypto'
import { member } from './filter.ts'

/** A resource of SCIM as it is kept: its attributes, and when it was made and altered (RFC 7643 §3.1). */
export interface Kept {
  id: string
  kind: 'User' | 'Group'
  attributes: Record<string, unknown>
  created: string
  lastModified: string
}

/** Something that depends on someone in the product: one of their items, work held open, or a link they made. */
export interface Thing {
  id: string
  kind: 'item' | 'hold' | 'link'
  title: string
  /** The external id of anyone who has it; null once it is released or cut. */
  owner: string | null
  /** The group or place that has it since it was passed on. */
  keptBy: { kind: 'group' | 'place'; id: string } | null
  place: string | null
  since: string
}

/** What accounts are looked for by, again and again: found without going through all of them. */
const NAMES = ['externalId', 'userName'] as const
export type NameAttribute = (typeof NAMES)[number]

interface Contents {
  resources: Kept[]
  things: Thing[]
  answers: [string, { status: number; body: unknown; of: string }][]
}

/** What a product keeps: in memory, and in a file where it is to come back as it was. */
export class ProductStore {
  readonly resources = new Map<string, Kept>()
  readonly things = new Map<string, Thing>()
  /** Answers given before, by Idempotency-Key. */
  readonly answers = new Map<string, { status: number; body: unknown; of: string }>()
  /** How often anything really changed here, and how: for tests that count effects. */
  readonly effects: string[] = []
  /** Ids of resources by kind, attribute and value, without regard to case. */
  private readonly named = new Map<string, Set<string>>()

  constructor(private readonly file?: string) {
    if (!file || !existsSync(file)) return
    const { resources, things, answers } = JSON.parse(readFileSync(file, 'utf8')) as Contents
    for (const one of resources) this.put(one)
    for (const one of things) this.things.set(one.id, one)
    for (const [key, answer] of answers) this.answers.set(key, answer)
  }

  save(): void {
    if (!this.file) return
    const contents: Contents = {
      resources: [...this.resources.values()],
      things: [...this.things.values()],
      answers: [...this.answers],
    }
    writeFileSync(this.file, JSON.stringify(contents))
  }

  make(kind: Kept['kind'], attributes: Record<string, unknown>): Kept {
    const now = new Date().toISOString()
    const kept = { id: randomUUID(), kind, attributes, created: now, lastModified: now }
    this.put(kept)
    this.effects.push(`make ${kind} ${String(attributes.externalId ?? attributes.userName)}`)
    this.save()
    return kept
  }

  alter(kept: Kept, attributes: Record<string, unknown>): Kept {
    const after = { ...kept, attributes, lastModified: new Date().toISOString() }
    this.put(after)
    this.effects.push(`alter ${kept.kind} ${String(attributes.externalId ?? attributes.userName)}`)
    this.save()
    return after
  }

  remove(kept: Kept): void {
    this.drop(kept.id)
    this.effects.push(`remove ${kept.kind} ${String(kept.attributes.externalId)}`)
    this.save()
  }

  addThing(thing: Partial<Thing> & Pick<Thing, 'kind' | 'title' | 'owner'>): Thing {
    const made = { id: randomUUID(), keptBy: null, place: null, since: new Date().toISOString(), ...thing }
    this.things.set(made.id, made)
    this.save()
    return made
  }

  users(): Kept[] {
    return [...this.resources.values()].filter(({ kind }) => kind === 'User')
  }

  /** Those that have a value in one of the attributes accounts are looked for by, without regard to case. */
  withName(kind: Kept['kind'], attribute: NameAttribute, value: string): Kept[] {
    const ids = this.named.get(nameKey(kind, attribute, value)) ?? []
    return [...ids].flatMap((id) => this.resources.get(id) ?? [])
  }

  /** Whether someone has an open account, by the id they have in the account book. */
  isOpen(externalId: string): boolean {
    return this.withName('User', 'externalId', externalId).some(({ attributes }) => attributes.active === true)
  }

  private put(kept: Kept): void {
    this.forgetNames(kept.id)
    // The person who goes through pages meanwhile finds it where it was.
    this.resources.set(kept.id, kept)
    for (const key of keysOf(kept)) this.named.set(key, (this.named.get(key) ?? new Set()).add(kept.id))
  }

  private drop(id: string): void {
    this.forgetNames(id)
    this.resources.delete(id)
  }

  private forgetNames(id: string): void {
    const kept = this.resources.get(id)
    for (const key of kept ? keysOf(kept) : []) {
      const ids = this.named.get(key)
      ids?.delete(id)
      if (ids?.size === 0) this.named.delete(key)
    }
  }
}

function keysOf({ kind, attributes }: Kept): string[] {
  return NAMES.flatMap((name) => {
    const value = member(attributes, name)
    return typeof value === 'string' ? [nameKey(kind, name, value)] : []
  })
}

function nameKey(kind: Kept['kind'], attribute: NameAttribute, value: string): string {
  return `${kind} ${attribute} ${value.toLowerCase()}`
}

/** A weak ETag of a resource (RFC 7644 §3.14). */
export function etagOf(kept: Kept): string {
  const hash = createHash('sha256').update(JSON.stringify(kept.attributes)).digest('base64url')
  return `W/"${hash.slice(0, 16)}"`
}
