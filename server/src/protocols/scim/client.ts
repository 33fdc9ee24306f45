import type { ScimService } from './service.ts'
import {
  type AccountAttribute,
  attributesToWrite,
  type HeldAccount,
  type ProductAccount,
  type ProductGroup,
} from '@lodge/core'
import { doesNotSay, type Following, groupBody, openingOf, sameGroup, saysSo, stillOpen } from './asked.ts'
import { ProductError } from '../product-http.ts'
import {
  anothers,
  foundIn,
  isAmong,
  isNobodys,
  type Looked,
  mineOf,
  named,
  namedAs,
  notShown,
  shownAmong,
  type Sought,
} from './finding.ts'
import { attributesOf, type Found, foundFrom, GROUP, heldFrom, member, type Resource, text } from './resources.ts'
import { say } from '@lodge/core/say'

/** There is one of that name already (RFC 7644 §3.12). */
const CONFLICT = 409

/** So many are opened in one request at most, whatever the service takes: each is held by a lock meanwhile. */
const MOST_AT_ONCE = 50

/** What an operation is written in, besides what it opens; a character may be three bytes. */
const BULK_FRAME_BYTES = 200

/**
 * Brings a product's accounts to what they should be, each time by finding them first, so that doing it again does no
 * harm, and reads back what became of it (RFC 7644).
 */
export class ScimClient {
  constructor(private readonly service: ScimService) {}

  /**
   * Brings one account to what it should be and answers it as read back; undefined where there is and should be none.
   * An account of the same name that is nobody's is taken over as theirs; one that another program keeps is not touched.
   * @throws ProductError
   */
  async follow(
    wanted: ProductAccount,
    { remoteId, before, occasion, alone }: Following,
  ): Promise<HeldAccount | undefined> {
    const sought = { externalId: wanted.externalId, userName: wanted.userName, remoteId }
    const looked = await this.look(sought)
    let { found, foreign } = looked
    if (!found && wanted.active && !foreign) {
      // Where one cannot ask for one account alone, nobody else opens any meanwhile.
      const made = looked.certain
        ? await this.open(wanted)
        : await alone(async () => {
            ;({ found, foreign } = await this.look(sought))
            return found || foreign ? undefined : this.open(wanted)
          })
      if (made && 'opened' in made) return made.opened
      found ??= made?.found
    }
    if (!found) {
      if (foreign) throw new ProductError(anothers(), 'untrue')
      return undefined
    }
    const which: (AccountAttribute | 'externalId')[] = attributesToWrite(wanted, found, before, occasion)
    // A service that keeps no such id is not told again and again.
    if (found.externalId === null && before === undefined) which.push('externalId')
    if (which.length === 0) return heldFrom(found)
    return this.written(found, attributesOf(wanted, which))
  }

  /**
   * Closes an account and answers how it is known to be: `closed` only when the product shows it as not active, `absent`
   * only when it was asked for by its id and by its name, and was in no list of all either: a service may hold it under
   * the same name in other letters. @throws ProductError `untrue` where neither can be read.
   */
  async close(sought: Sought): Promise<'closed' | 'absent'> {
    const { externalId, userName } = sought
    let looked = await this.look(sought)
    if (!looked.found && looked.certain) looked = await this.among(externalId, userName, true)
    const found = foundIn(looked)
    if (!found) return 'absent'
    let after: Found | undefined = found
    for (const how of ['either', 'whole'] as const) {
      if (after?.active === false) return 'closed'
      await this.service.write('Users', found.remoteId, after ?? found, { active: false }, how)
      after = await this.read(found.remoteId)
      if (!after) break
    }
    if (after?.active === false) return 'closed'
    if (after) throw new ProductError(after.active ? stillOpen() : doesNotSay(), 'untrue')
    if (foundIn(await this.among(externalId, userName, true))) throw new ProductError(stillOpen(), 'untrue')
    return 'absent'
  }

  /** Whether someone's account is open there. @throws ProductError where that cannot be read. */
  async isOpen(sought: Sought): Promise<boolean> {
    const found = foundIn(await this.look(sought))
    if (found?.active === null) throw new ProductError(doesNotSay(), 'untrue')
    return found?.active ?? false
  }

  /**
   * Closes an account by the product’s own id, for one that nobody here has, and answers it as read back.
   * @throws ProductError `untrue` where another program keeps it.
   */
  async closeRemote(remoteId: string, isOurs: (externalId: string) => boolean): Promise<HeldAccount | undefined> {
    const found = await this.read(remoteId)
    if (!found) return undefined
    if (found.externalId !== null && !isOurs(found.externalId)) throw new ProductError(anothers(), 'untrue')
    return this.written(found, { active: false })
  }

  /** Takes an account away altogether: its person was erased (model X7). */
  async remove(sought: Sought): Promise<void> {
    const found = foundIn(await this.look(sought))
    if (!found) return
    await this.service.remove('Users', found.remoteId)
    if (await this.read(found.remoteId))
      throw new ProductError(say('protocols.the-product-still-shows-an-account-that-was'), 'untrue')
  }

  /** How many accounts may be opened in one request; 0 where the service takes one at a time only (RFC 7644 §3.7). */
  async opensAtOnce(): Promise<number> {
    return Math.min((await this.service.can()).bulk?.operations ?? 0, MOST_AT_ONCE)
  }

  /**
   * Opens in one request those who have no account yet, under any of their names, and answers each as read back. Who is
   * not among the answers is to be followed alone: there is an account already, or it was refused. An error is one person's
   * alone. Nobody else may open any of them in the meantime.
   */
  async openMany(wanted: readonly ProductAccount[]): Promise<Map<string, HeldAccount | ProductError>> {
    const opened = new Map<string, HeldAccount | ProductError>()
    const { bulk } = await this.service.can()
    const before = (await this.service.all('Users')) ?? []
    const missing = new Map<string, Resource>()
    let bytes = BULK_FRAME_BYTES
    for (const one of wanted) {
      if (isAmong(before, one)) continue
      const body = openingOf(one)
      bytes += BULK_FRAME_BYTES + JSON.stringify(body).length * 3
      if (bulk && bytes <= bulk.bytes) missing.set(one.externalId, body)
    }
    const statuses = missing.size > 0 ? await this.service.makeMany('Users', missing) : undefined
    if (!statuses) return opened
    const after = (await this.service.all('Users')) ?? []
    for (const one of wanted) {
      const status = statuses.get(one.externalId) ?? 0
      if (status < 200 || status > 299) continue
      opened.set(one.externalId, shownAmong(after, one))
    }
    return opened
  }

  /** All accounts the product holds. @throws ProductError also where the list is not whole. */
  async all(): Promise<HeldAccount[]> {
    return ((await this.service.all('Users')) ?? []).map((one) => heldFrom(foundFrom(one)))
  }

  /** All groups the product holds; undefined where it has none. */
  groups(): Promise<Resource[] | undefined> {
    return this.service.all('Groups')
  }

  /** A group by ours or the product’s id, or one of its name that is nobody’s; `no-groups` where the product has none. */
  async groupOf(
    externalId: string,
    displayName: string | null,
    remoteId: string | null,
  ): Promise<Resource | undefined | 'no-groups'> {
    const known = remoteId === null ? undefined : (await this.service.read('Groups', remoteId))?.resource
    if (known && [externalId, null].includes(text(member(known, 'externalId')))) return known
    const mine = await this.searchedGroups('externalId', externalId)
    if (mine === undefined) return 'no-groups'
    if (mine[0] || displayName === null) return mine[0]
    return (await this.searchedGroups('displayName', displayName))?.find(isNobodys)
  }

  /** Whether a group says what it should. */
  isAsWanted(old: Resource, wanted: ProductGroup, remoteIds: ReadonlyMap<string, string>): boolean {
    return sameGroup(old, groupBody(wanted, remoteIds))
  }

  /** Makes a group, or brings one to what it should be; answers the product's id of it. */
  async bringGroup(
    old: Resource | undefined,
    wanted: ProductGroup,
    remoteIds: ReadonlyMap<string, string>,
  ): Promise<string> {
    const body = groupBody(wanted, remoteIds)
    const { externalId } = wanted
    const there = old ?? (await this.service.make('Groups', { schemas: [GROUP], externalId, ...body }))
    const id = text(member(there, 'id'))
    if (!id) throw new ProductError(say('protocols.the-products-group-has-no-id'), 'away')
    if (old && !sameGroup(old, body)) {
      await this.service.write(
        'Groups',
        id,
        { resource: old, etag: text(member(member(old, 'meta'), 'version')) },
        body,
      )
    }
    return id
  }

  async removeGroup(remoteId: string): Promise<void> {
    await this.service.remove('Groups', remoteId)
  }

  /** Opens an account and answers it as read back; where there is one of that name after all, what that one is. */
  private async open(wanted: ProductAccount): Promise<{ opened: HeldAccount } | { found: Found }> {
    try {
      const made = await this.service.make('Users', openingOf(wanted))
      const after = await this.read(foundFrom(made).remoteId)
      if (!after) throw new ProductError(notShown(), 'untrue')
      return { opened: heldFrom(after) }
    } catch (error) {
      if (!(error instanceof ProductError && error.more.status === CONFLICT)) throw error
      // Written otherwise than it was asked for, or made this moment.
      const { found, foreign } = await this.among(wanted.externalId, wanted.userName, true)
      if (foreign) throw new ProductError(anothers(), 'untrue')
      if (!found) throw error
      return { found }
    }
  }

  /** Writes and reads back; what was taken without being done is written once more, whole. */
  private async written(found: Found, values: Record<string, unknown>): Promise<HeldAccount | undefined> {
    await this.service.write('Users', found.remoteId, found, values)
    let after = await this.read(found.remoteId)
    if (after && !saysSo(after, values)) {
      await this.service.write('Users', found.remoteId, after, values, 'whole')
      after = await this.read(found.remoteId)
    }
    return after && heldFrom(after)
  }

  private async read(remoteId: string): Promise<Found | undefined> {
    const read = await this.service.read('Users', remoteId)
    return read && foundFrom(read.resource, read.etag)
  }

  /** By the product's id if it is known, then by ours, then by name; the first that is theirs. */
  private async look({ externalId, userName, remoteId }: Sought): Promise<Looked> {
    const known = remoteId === null ? undefined : await this.read(remoteId)
    if (known && (known.externalId === externalId || known.externalId === null)) {
      return { found: known, foreign: undefined, certain: true }
    }
    const byId = await this.service.search('Users', 'externalId', externalId)
    const mine = mineOf(Array.isArray(byId) ? byId : [], externalId)
    if (mine) return { found: mine, foreign: undefined, certain: true }
    const byName = userName === null ? [] : await this.service.search('Users', 'userName', userName)
    if (Array.isArray(byId) && Array.isArray(byName)) return named(byName, externalId, true)
    // Who cannot be asked for is looked for among all; that nobody is there is not certain where it answered falsely.
    return this.among(externalId, userName, byId !== 'others' && byName !== 'others')
  }

  private async among(externalId: string, userName: string | null, certain: boolean): Promise<Looked> {
    const all = (await this.service.all('Users')) ?? []
    const mine = mineOf(all, externalId)
    if (mine) return { found: mine, foreign: undefined, certain: true }
    return named(userName === null ? [] : namedAs(all, userName), externalId, certain)
  }

  /** Undefined where the product has no groups. */
  private async searchedGroups(attribute: string, value: string): Promise<Resource[] | undefined> {
    const found = await this.service.search('Groups', attribute, value)
    if (Array.isArray(found)) return found
    const isSame = (one: Resource) => text(member(one, attribute))?.toLowerCase() === value.toLowerCase()
    return (await this.service.all('Groups'))?.filter(isSame)
  }
}
