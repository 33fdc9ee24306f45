import { askProduct, ProductError, refusal, type ProductAnswer, type ProductPeer } from '../product-http.ts'
import {
  BULK,
  bulkFrom,
  listFrom,
  member,
  PATCH,
  resourceFrom,
  statusesFrom,
  text,
  TYPE,
  writtenOver,
  type Resource,
} from './resources.ts'
import { say } from '@lodge/core/say'

export type ResourceKind = 'Users' | 'Groups'

const PAGE = 200
/** A list longer than this is not believed. */
const MAXIMUM_PAGES = 1_000
/** Answers that say a service does not do this at all, or not in this form. */
const NOT_DONE: ReadonlySet<number> = new Set([400, 404, 405, 415, 501])
/** More operations or bytes than it takes in one request (RFC 7644 §3.7.4). */
const TOO_LARGE = 413

/** What a service says of itself (RFC 7643 §5), and what it turned out not to do although it said so. */
export interface Capabilities {
  patch: boolean
  filter: boolean
  etag: boolean
  /** So many at most in one answer. */
  pageSize: number
  /** So much at most in one request of many operations (RFC 7644 §3.7); null where it takes none. */
  bulk: { operations: number; bytes: number } | null
}

/** Where nothing is said everything is tried. */
const UNSAID: Capabilities = { patch: true, filter: true, etag: true, pageSize: PAGE, bulk: null }

/** The requests of a SCIM 2.0 service (RFC 7644), as far as it has them. */
export class ScimService {
  constructor(
    private readonly address: string,
    private readonly peer: ProductPeer,
    /** What is known of it from earlier. */
    private readonly memory: { capabilities?: Capabilities | undefined } = {},
  ) {}

  /** What it says it can do; asked once. */
  async can(): Promise<Capabilities> {
    return (this.memory.capabilities ??= await this.readCapabilities())
  }

  /** One resource, and its version; undefined where there is none. @throws ProductError */
  async read(kind: ResourceKind, id: string): Promise<{ resource: Resource; etag: string | null } | undefined> {
    const answer = await this.ask('GET', `/${kind}/${encodeURIComponent(id)}`)
    if (answer.status === 404) return undefined
    if (answer.status !== 200) throw refusal(say('protocols.the-product-does-not-show-a-resource'), answer)
    return { resource: resourceFrom(answer.body), etag: answer.etag }
  }

  /**
   * Those of whom an attribute has a value, without regard to case. `cannot`: the service cannot be asked so. `others`: it
   * can, it says, and answers with others.
   */
  async search(kind: ResourceKind, attribute: string, value: string): Promise<Resource[] | 'cannot' | 'others'> {
    const can = await this.can()
    if (!can.filter) return 'cannot'
    // A string of a filter is one of JSON (RFC 7644 §3.4.2.2).
    const filter = encodeURIComponent(`${attribute} eq ${JSON.stringify(value)}`)
    const answer = await this.ask('GET', `/${kind}?filter=${filter}&count=${Math.min(10, can.pageSize)}`)
    if (NOT_DONE.has(answer.status)) return 'cannot'
    if (answer.status !== 200) throw refusal(say('protocols.the-product-does-not-answer-a-search'), answer)
    const { resources } = listFrom(answer.body)
    const same = resources.filter((one) => text(member(one, attribute))?.toLowerCase() === value.toLowerCase())
    return same.length === resources.length ? same : 'others'
  }

  /**
   * Everything the service holds of a kind, page by page (RFC 7644 §3.4.2.4); undefined where it has no such kind.
   * @throws ProductError also where the list ends before it is whole.
   */
  async all(kind: ResourceKind): Promise<Resource[] | undefined> {
    const { pageSize } = await this.can()
    const all = new Map<string, Resource>()
    for (let page = 0; page < MAXIMUM_PAGES; page += 1) {
      const answer = await this.ask('GET', `/${kind}?startIndex=${all.size + 1}&count=${pageSize}`)
      if (kind === 'Groups' && all.size === 0 && [404, 405, 501].includes(answer.status)) return undefined
      if (answer.status !== 200) throw refusal(say('protocols.the-product-does-not-answer-a-list'), answer)
      const { resources, total } = listFrom(answer.body)
      const before = all.size
      for (const one of resources) {
        const id = text(member(one, 'id'))
        if (!id) throw new ProductError(say('protocols.the-products-account-has-no-id'), 'away')
        all.set(id, one)
      }
      if (all.size >= total) return [...all.values()]
      if (resources.length === 0)
        throw new ProductError(
          say('protocols.the-products-list-ends-after-of-it-was', { size: all.size, total }),
          'away',
        )
      if (all.size === before)
        throw new ProductError(say('protocols.the-products-list-shows-the-same-again-and'), 'away')
    }
    throw new ProductError(say('protocols.the-products-list-has-no-end'), 'away')
  }

  /** Makes a resource and answers it. @throws ProductError `refused`, with status 409 where there is one already. */
  async make(kind: ResourceKind, resource: Resource): Promise<Resource> {
    const answer = await this.ask('POST', `/${kind}`, resource)
    const what =
      kind === 'Users'
        ? say('protocols.the-product-will-not-open-an-account')
        : say('protocols.the-product-will-not-make-a-group')
    if (answer.status !== 201 && answer.status !== 200) throw refusal(what, answer)
    return resourceFrom(answer.body)
  }

  /**
   * Makes many resources in one request (RFC 7644 §3.7), each by a name of the caller's own.
   * @returns the status of each that was answered; undefined where the service does not take them so after all.
   */
  async makeMany(
    kind: ResourceKind,
    resources: ReadonlyMap<string, Resource>,
  ): Promise<Map<string, number> | undefined> {
    const can = await this.can()
    const Operations = [...resources].map(([bulkId, data]) => ({ method: 'POST', path: `/${kind}`, bulkId, data }))
    const answer = await this.ask('POST', '/Bulk', { schemas: [BULK], Operations })
    if (NOT_DONE.has(answer.status) || answer.status === TOO_LARGE) {
      this.memory.capabilities = { ...can, bulk: null }
      return undefined
    }
    if (answer.status !== 200) throw refusal(say('protocols.the-product-refuses-many-changes-at-once'), answer)
    return statusesFrom(answer.body)
  }

  /**
   * Writes attributes of a resource: those alone where the service can (PATCH), the whole of it otherwise (PUT). One that
   * was altered meanwhile is left for another time.
   */
  async write(
    kind: ResourceKind,
    id: string,
    { resource, etag }: { resource: Resource; etag: string | null },
    values: Record<string, unknown>,
    how: 'either' | 'whole' = 'either',
  ): Promise<void> {
    const can = await this.can()
    const path = `/${kind}/${encodeURIComponent(id)}`
    const headers: Record<string, string> = etag && can.etag ? { 'If-Match': etag } : {}
    if (can.patch && how === 'either') {
      const Operations = Object.entries(values).map(([name, value]) => ({ op: 'replace', path: name, value }))
      const answer = await this.ask('PATCH', path, { schemas: [PATCH], Operations }, headers)
      if (answer.status === 200 || answer.status === 204) return
      if (!NOT_DONE.has(answer.status)) throw refusal(say('protocols.the-product-refuses-a-change'), answer)
    }
    const answer = await this.ask('PUT', path, writtenOver(resource, values), headers)
    if (answer.status !== 200 && answer.status !== 204)
      throw refusal(say('protocols.the-product-refuses-a-change'), answer)
  }

  async remove(kind: ResourceKind, id: string): Promise<void> {
    const answer = await this.ask('DELETE', `/${kind}/${encodeURIComponent(id)}`)
    if (![200, 204, 404].includes(answer.status))
      throw refusal(say('protocols.the-product-does-not-take-it-away'), answer)
  }

  private ask(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<ProductAnswer> {
    const more = { ...(body === undefined ? {} : { body }), ...(headers ? { headers } : {}) }
    return askProduct(`${this.address}${path}`, this.peer, { method, type: TYPE, ...more })
  }

  private async readCapabilities(): Promise<Capabilities> {
    const { status, body } = await this.ask('GET', '/ServiceProviderConfig')
    if (status !== 200) return UNSAID
    const said = (name: string) => member(member(body, name), 'supported') !== false
    const most = member(member(body, 'filter'), 'maxResults')
    const pageSize = typeof most === 'number' && most >= 1 ? Math.min(PAGE, Math.trunc(most)) : PAGE
    return { patch: said('patch'), filter: said('filter'), etag: said('etag'), pageSize, bulk: bulkFrom(body) }
  }
}
