import { emailKey, type HeldAccount, type ProductAccount, type ProductGroup } from '@lodge/core'
import { askProduct, ProductError, type ProductAnswer, type ProductPeer } from '../product-http.ts'

const TYPE = 'application/scim+json'
const USER = 'urn:ietf:params:scim:schemas:core:2.0:User'
const GROUP = 'urn:ietf:params:scim:schemas:core:2.0:Group'
const PATCH = 'urn:ietf:params:scim:api:messages:2.0:PatchOp'
const PAGE = 200
/** A list longer than this is not believed. */
const MAXIMUM_PAGES = 1_000

interface Found extends HeldAccount {
  etag: string | null
}

interface Operation {
  op: 'add' | 'replace' | 'remove'
  path: string
  value?: unknown
}

/**
 * A client of a product's SCIM 2.0 service (RFC 7644): brings accounts to what they should be, each time by finding them
 * by `externalId` first, so that doing it again does no harm, and reads back what became of it.
 */
export class ScimClient {
  constructor(
    private readonly address: string,
    private readonly peer: ProductPeer,
  ) {}

  /**
   * Brings one account to what it should be and answers it as read back; undefined where there is and should be none.
   * An account somebody made in the product under the same address is taken over as theirs.
   */
  async follow(wanted: ProductAccount): Promise<HeldAccount | undefined> {
    const found =
      (await this.find('externalId', wanted.externalId)) ??
      (await this.adoptable(wanted)) ??
      (wanted.active ? await this.make(wanted) : undefined)
    if (!found) return undefined
    const operations = operationsFor(wanted, found)
    if (operations.length > 0) await this.patch('Users', found.remoteId, operations, found.etag)
    return this.read(found.remoteId)
  }

  /** Closes an account and answers it as read back; undefined where there is none. */
  async close(externalId: string): Promise<HeldAccount | undefined> {
    const found = await this.find('externalId', externalId)
    if (!found) return undefined
    if (found.active)
      await this.patch('Users', found.remoteId, [{ op: 'replace', path: 'active', value: false }], found.etag)
    return this.read(found.remoteId)
  }

  /** Whether somebody's account is open there. */
  async isOpen(externalId: string): Promise<boolean> {
    return (await this.find('externalId', externalId))?.active ?? false
  }

  /** Closes an account by the product’s own id, for one that nobody here has. */
  async closeRemote(remoteId: string): Promise<void> {
    await this.patch('Users', remoteId, [{ op: 'replace', path: 'active', value: false }], null)
  }

  /** Takes an account away altogether: its person was erased (model X7). */
  async remove(externalId: string): Promise<void> {
    const found = await this.find('externalId', externalId)
    if (!found) return
    const { status } = await this.ask('DELETE', `/Users/${encodeURIComponent(found.remoteId)}`)
    if (status !== 204 && status !== 404) throw new ProductError(`The product answers with ${status}.`, status)
  }

  /** All accounts the product holds, page by page (RFC 7644 §3.4.2.4). */
  async all(): Promise<HeldAccount[]> {
    return (await this.pages('Users')).map(heldAccount)
  }

  /** Brings groups to what they should be; ones of ours that are no more are taken away. */
  async followGroups(wanted: readonly ProductGroup[], remoteIds: ReadonlyMap<string, string>): Promise<void> {
    const held = new Map((await this.pages('Groups')).map((one) => [text(one.externalId), one]))
    for (const group of wanted) {
      await this.bringGroup(held.get(group.externalId), group, remoteIds)
      held.delete(group.externalId)
    }
    for (const [externalId, old] of held) if (externalId) await this.removeGroup(old)
  }

  /** Brings one group to what it should be; it is taken away where there should be none. */
  async followGroup(
    externalId: string,
    wanted: ProductGroup | undefined,
    remoteIds: ReadonlyMap<string, string>,
  ): Promise<void> {
    const filter = encodeURIComponent(`externalId eq ${JSON.stringify(externalId)}`)
    const { status, body } = await this.ask('GET', `/Groups?filter=${filter}&count=2`)
    if (status !== 200) throw new ProductError(`The product answers a search with ${status}.`, status)
    const old = resourcesOf(body).find((one) => text(one.externalId) === externalId)
    if (wanted) await this.bringGroup(old, wanted, remoteIds)
    else if (old) await this.removeGroup(old)
  }

  private async bringGroup(
    old: Record<string, unknown> | undefined,
    { externalId, displayName, memberIds }: ProductGroup,
    remoteIds: ReadonlyMap<string, string>,
  ): Promise<void> {
    const members = memberIds.flatMap((id) => (remoteIds.has(id) ? [{ value: remoteIds.get(id)! }] : []))
    const body = { displayName, members }
    if (!old) {
      const { status, body: answer } = await this.ask('POST', '/Groups', { schemas: [GROUP], externalId, ...body })
      if (status !== 201)
        throw new ProductError(`The product will not make a group: ${status}. ${detailOf(answer)}`, status)
    } else if (!sameGroup(old, body)) {
      const operations = Object.entries(body).map(([path, value]) => ({ op: 'replace' as const, path, value }))
      await this.patch('Groups', text(old.id) ?? '', operations, null)
    }
  }

  private async removeGroup(old: Record<string, unknown>): Promise<void> {
    await this.ask('DELETE', `/Groups/${encodeURIComponent(text(old.id) ?? '')}`)
  }

  private async read(remoteId: string): Promise<HeldAccount | undefined> {
    const { status, body } = await this.ask('GET', `/Users/${encodeURIComponent(remoteId)}`)
    if (status === 404) return undefined
    if (status !== 200) throw new ProductError(`The product answers with ${status}.`, status)
    return heldAccount(objectOf(body))
  }

  private async find(attribute: 'externalId' | 'userName', value: string): Promise<Found | undefined> {
    // A string of a filter is one of JSON (RFC 7644 §3.4.2.2).
    const filter = `${attribute} eq ${JSON.stringify(value)}`
    const { status, body } = await this.ask('GET', `/Users?filter=${encodeURIComponent(filter)}&count=2`)
    if (status !== 200) throw new ProductError(`The product answers a search with ${status}.`, status)
    const same = resourcesOf(body)
      .map(heldAccount)
      .filter((one) => one[attribute]?.toLowerCase() === value.toLowerCase())
    if (same.length > 1) throw new ProductError(`The product holds two accounts of one ${attribute}.`)
    return same[0] && { ...same[0], etag: null }
  }

  /** An account of the same name that is nobody else's. */
  private async adoptable(wanted: ProductAccount): Promise<Found | undefined> {
    const found = await this.find('userName', wanted.userName)
    return found && found.externalId === null ? found : undefined
  }

  private async make(wanted: ProductAccount): Promise<Found> {
    const body = { schemas: [USER], externalId: wanted.externalId, ...attributesOf(wanted), active: true }
    const { status, body: answer, etag } = await this.ask('POST', '/Users', body)
    if (status !== 201)
      throw new ProductError(`The product will not open an account: ${status}. ${detailOf(answer)}`, status)
    return { ...heldAccount(objectOf(answer)), etag }
  }

  private async patch(
    kind: 'Users' | 'Groups',
    id: string,
    Operations: Operation[],
    etag: string | null,
  ): Promise<void> {
    const headers: Record<string, string> = etag ? { 'If-Match': etag } : {}
    const body = { schemas: [PATCH], Operations }
    const answer = await this.ask('PATCH', `/${kind}/${encodeURIComponent(id)}`, body, headers)
    if (answer.status === 200 || answer.status === 204) return
    throw new ProductError(`The product refuses a change: ${answer.status}. ${detailOf(answer.body)}`, answer.status)
  }

  private async pages(kind: 'Users' | 'Groups'): Promise<Record<string, unknown>[]> {
    const all = new Map<string, Record<string, unknown>>()
    for (let page = 0; page < MAXIMUM_PAGES; page += 1) {
      const { status, body } = await this.ask('GET', `/${kind}?startIndex=${all.size + 1}&count=${PAGE}`)
      if (status !== 200) throw new ProductError(`The product answers a list with ${status}.`, status)
      const total = objectOf(body).totalResults
      if (typeof total !== 'number' || total < 0)
        throw new ProductError('The product’s list does not say how long it is.')
      const found = resourcesOf(body)
      const before = all.size
      for (const one of found) all.set(text(one.id) ?? '', one)
      if (all.size >= total || found.length === 0) return [...all.values()]
      if (all.size === before) throw new ProductError('The product’s list shows the same again and again.')
    }
    throw new ProductError('The product’s list has no end.')
  }

  private ask(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<ProductAnswer> {
    return askProduct(`${this.address}${path}`, this.peer, {
      method,
      body,
      type: TYPE,
      ...(headers ? { headers } : {}),
    })
  }
}

function attributesOf({ userName, displayName, email, seats }: ProductAccount) {
  return {
    userName,
    displayName,
    ...(email ? { emails: [{ value: email, type: 'work', primary: true }] } : {}),
    entitlements: seats.map((value) => ({ value })),
  }
}

/** What is to be altered of an account, and nothing else: what the product keeps besides is its own. */
function operationsFor(wanted: ProductAccount, held: HeldAccount): Operation[] {
  const operations: Operation[] = []
  const replace = (path: string, value: unknown) => operations.push({ op: 'replace', path, value })
  if (held.externalId !== wanted.externalId) replace('externalId', wanted.externalId)
  if (held.active !== wanted.active) replace('active', wanted.active)
  if (!wanted.active) return operations
  const { userName, displayName, emails, entitlements } = attributesOf(wanted)
  if (emailKey(held.userName) !== userName) replace('userName', userName)
  if (held.displayName !== displayName) replace('displayName', displayName)
  if (emails && held.email !== wanted.email) replace('emails', emails)
  if (held.seats.join(' ') !== wanted.seats.join(' ')) replace('entitlements', entitlements)
  return operations
}

function objectOf(value: unknown): Record<string, unknown> {
  if (value !== null && typeof value === 'object' && !Array.isArray(value)) return value as Record<string, unknown>
  throw new ProductError('The product’s answer is no resource.')
}

function resourcesOf(body: unknown): Record<string, unknown>[] {
  const { Resources: resources, totalResults } = objectOf(body)
  if (resources === undefined && totalResults === 0) return []
  if (!Array.isArray(resources)) throw new ProductError('The product’s list holds no resources.')
  return resources.map(objectOf)
}

function heldAccount(resource: Record<string, unknown>): HeldAccount {
  const remoteId = text(resource.id)
  if (!remoteId) throw new ProductError('The product’s account has no id.')
  const values = (list: unknown) =>
    Array.isArray(list) ? list.flatMap((one) => text((one as { value?: unknown } | null)?.value) ?? []) : []
  return {
    remoteId,
    externalId: text(resource.externalId),
    userName: text(resource.userName) ?? '',
    displayName: text(resource.displayName) ?? '',
    email: values(resource.emails)[0] ?? null,
    // Absent is open (RFC 7643 §4.1.1 leaves it to the service).
    active: resource.active !== false,
    seats: values(resource.entitlements).sort(),
  }
}

function text(value: unknown): string | null {
  return typeof value === 'string' && value !== '' ? value : null
}

function detailOf(body: unknown): string {
  const detail = (body as { detail?: unknown } | undefined)?.detail
  return typeof detail === 'string' ? detail.slice(0, 200) : ''
}

function sameGroup(
  old: Record<string, unknown>,
  wanted: { displayName: string; members: { value: string }[] },
): boolean {
  const ids = Array.isArray(old.members) ? old.members.map((one) => String((one as { value?: unknown }).value)) : []
  const same = JSON.stringify(ids.sort()) === JSON.stringify(wanted.members.map(({ value }) => value).sort())
  return old.displayName === wanted.displayName && same
}
