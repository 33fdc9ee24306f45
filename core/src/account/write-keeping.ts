import { pathText } from '../places/tree.ts'
import { instantText } from '../time/instants.ts'
import type { Account } from './account.ts'
import type { BookKeeping, BookKnown } from './book-keeping-shape.ts'
import { keepingOf, listColumnsOf } from './kept.ts'
import type { Id, KeepingRow, KnownRow } from './rows.ts'

/** How products are kept, and what is known of the accounts in them however they are kept, as a book holds it. */
export function keepingsOf(account: Account, ref: (personId: Id) => string): { keepings?: BookKeeping[] } {
  const keepings = [...account.all('product')].flatMap(({ code }): BookKeeping[] => {
    const kept = keepingOf(account, code)
    const found = { ...(kept ? wayOf(account, kept, ref) : {}), ...factsOf(account, code, ref) }
    return Object.keys(found).length > 0 ? [{ product: code, ...found }] : []
  })
  return keepings.length > 0 ? { keepings } : {}
}

function wayOf(account: Account, kept: KeepingRow, ref: (personId: Id) => string): Partial<BookKeeping> {
  const { way, keeperKind, keeperId, placeId, since, words } = kept
  return {
    ...{ way, since: instantText(since) },
    ...(keeperKind === 'person' && keeperId ? { keeper: { person: ref(keeperId) } } : {}),
    ...(keeperKind === 'group' && keeperId
      ? { keeper: { group: account.get('group', keeperId)?.name ?? keeperId } }
      : {}),
    ...(placeId ? { client: pathText(account, placeId) } : {}),
    ...wordsOf(account, words),
  }
}

function factsOf(account: Account, product: string, ref: (personId: Id) => string): Partial<BookKeeping> {
  const columns = listColumnsOf(account, product)
  const lists = account.by('memberList', 'product', product)
  const known = account.by('known', 'product', product)
  return {
    ...(Object.keys(columns).length > 0 ? { columns: { ...columns } } : {}),
    ...(lists.length > 0
      ? {
          lists: lists.map(({ asOf, appliedAt, byId, hash, count }) => ({
            ...{ asOf: instantText(asOf), applied: instantText(appliedAt), hash, count },
            ...(byId ? { by: ref(byId) } : {}),
          })),
        }
      : {}),
    ...sharedOf(account, product, ref),
    ...requestsOf(account, product, ref),
    ...(known.length > 0 ? { known: known.map((row) => knownOf(account, row, ref)) } : {}),
  }
}

function wordsOf(account: Account, words: Readonly<Record<Id, string>>): Partial<BookKeeping> {
  const roleWords: Record<string, string> = {}
  const placeWords: Record<string, string> = {}
  for (const [id, word] of Object.entries(words)) {
    const role = account.get('role', id)
    if (role) roleWords[role.name] = word
    else if (account.get('place', id)) placeWords[pathText(account, id)] = word
  }
  return {
    ...(Object.keys(roleWords).length > 0 ? { roleWords } : {}),
    ...(Object.keys(placeWords).length > 0 ? { placeWords } : {}),
  }
}

function requestsOf(account: Account, product: string, ref: (personId: Id) => string): Partial<BookKeeping> {
  const rows = account.by('recordRequest', 'product', product)
  if (rows.length === 0) return {}
  return {
    recordRequests: rows.map(({ id, askedById, askedAt, kind, seatType, firm }) => {
      const address = account.personal(id, 'accountAddress')
      return {
        ...{ name: account.personal(id, 'accountName') ?? '', ...(address ? { address } : {}), by: ref(askedById) },
        ...{ asked: instantText(askedAt), kind, ...(seatType ? { seatType } : {}), ...(firm ? { firm } : {}) },
      }
    }),
  }
}

function sharedOf(account: Account, product: string, ref: (personId: Id) => string): Partial<BookKeeping> {
  const rows = account.by('sharedLogin', 'product', product)
  if (rows.length === 0) return {}
  return {
    sharedLogins: rows.map(({ id, responsibleId, userIds, seatType, from, until, reviewAt, passwordDueSince }) => {
      const address = account.personal(id, 'accountAddress')
      return {
        ...{ name: account.nameOf(id), responsible: ref(responsibleId), users: userIds.map(ref) },
        ...(address ? { address } : {}),
        ...(seatType ? { seatType } : {}),
        from: instantText(from),
        ...(until === null ? {} : { until: instantText(until) }),
        ...(reviewAt === null ? {} : { review: instantText(reviewAt) }),
        ...(passwordDueSince === null ? {} : { passwordDue: instantText(passwordDueSince) }),
      }
    }),
  }
}

function knownOf(account: Account, row: KnownRow, ref: (personId: Id) => string): BookKnown {
  const address = account.personal(row.id, 'accountAddress')
  const name = account.personal(row.id, 'accountName')
  const shared = account.get('sharedLogin', row.personId)
  return {
    ...(row.personId && shared ? { shared: account.nameOf(row.personId) } : {}),
    ...(row.personId && !shared ? { person: ref(row.personId) } : {}),
    ...(row.personId === null && address !== undefined ? { address } : {}),
    ...(row.personId === null && name !== undefined ? { name } : {}),
    ...(row.remoteId ? { id: row.remoteId } : {}),
    state: row.state,
    ...(row.seatType ? { seatType: row.seatType } : {}),
    asOf: instantText(row.asOf),
    source: row.source,
    ...(row.byId ? { by: ref(row.byId) } : {}),
    ...(row.closingSince === null ? {} : { closingSince: instantText(row.closingSince) }),
    ...(row.lastUsedAt === null ? {} : { lastUsed: instantText(row.lastUsedAt) }),
  }
}
