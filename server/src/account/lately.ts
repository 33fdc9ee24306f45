import { instantText, productAt, readInstant, isInstantText, type Instant, type Sight } from '@lodge/core'
import { must } from '@lodge/core/must'
import { badRequest, notFound } from '../errors.ts'
import { eventsBefore } from '../store/events.ts'
import { readEntries, type LedgerFilter } from '../store/ledger.ts'
import type { Queryable } from '../store/pools.ts'
import { entryView } from './ledger.ts'
import { route } from '../http/route.ts'
import { say } from '@lodge/core/say'

/** What someone is shown to have done or what concerned them: sign-ins, changes, use of products (model C8, P7). */
export const LATELY_KINDS = ['sign-in', 'did', 'concerned', 'used'] as const
export type LatelyKind = (typeof LATELY_KINDS)[number]

interface Happened {
  at: Instant
  kind: LatelyKind
  /** The event's own kind, the product used, or the sentences of what was changed. */
  event?: string
  product?: string
  by?: string
  version?: number
  sentences?: string[]
}

/** So many at a time; what is older is asked for. */
const PAGE = 20
const EVENTS = [
  ...(['signed-in', 'signed-out', 'sign-in-refused', 'doors-shut', 'means-changed'] as const),
  ...(['slip-issued', 'slip-countersigned', 'terms-agreed', 'message-sent'] as const),
  ...(['token-made', 'token-changed', 'token-cut', 'things-passed'] as const),
]

interface Asked {
  connection: Queryable
  accountId: string
  sight: Sight
  personId: string
  before: Instant
  kinds: ReadonlySet<LatelyKind>
}

export const latelyRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: '/api/accounts/{accountId}/people/{personId}/lately',
    summary: 'What a person did lately and what concerned them, newest first.',
    query: {
      before: 'an instant; what happened before it',
      kind: `one of ${LATELY_KINDS.join(', ')}; all of them without`,
    },
    async answer({ lodge, accountId, sight, params, query }) {
      const personId = sight.account.leadsTo(must(params.personId, 'personId'))
      if (!sight.account.get('person', personId) || sight.depthOf(personId) !== 'record') throw notFound()
      const kind = LATELY_KINDS.find((one) => one === query.kind)
      if (query.kind && !kind)
        throw badRequest('bad-kind', say('requests.kind-must-be-one-of', { list: LATELY_KINDS.join(', ') }))
      if (query.before && !isInstantText(query.before))
        throw badRequest('bad-before', say('requests.before-must-be-an-instant'))
      const asked: Asked = {
        ...{ connection: lodge.pools.requests, accountId, sight, personId },
        before: query.before ? readInstant(query.before) : Number.MAX_SAFE_INTEGER,
        kinds: new Set(kind ? [kind] : LATELY_KINDS),
      }
      const all = [...(await events(asked)), ...(await entries(asked)), ...uses(asked)]
      const { page, next } = firstOf(all.sort((one, other) => other.at - one.at))
      return { lately: page.map(({ at, ...rest }) => ({ at: instantText(at), ...rest })), next }
    },
  }),
]

/** So many of what happened, and with the last of them all of its instant, so that nothing is left between two pages. */
function firstOf(all: readonly Happened[]): { page: readonly Happened[]; next: string | null } {
  const last = all[PAGE - 1]
  if (!last || all.length <= PAGE) return { page: all, next: null }
  const page = all.filter(({ at }, index) => index < PAGE || at === last.at)
  return { page, next: all.length > page.length ? instantText(last.at) : null }
}

async function events({ connection, accountId, personId, before, kinds }: Asked): Promise<Happened[]> {
  if (!kinds.has('sign-in')) return []
  const found = await eventsBefore(connection, accountId, personId, EVENTS, before, PAGE + 1)
  return found.map(({ kind, at }) => ({ at, kind: 'sign-in', event: kind }))
}

/** What they changed and what concerned them, for readers of the ledger; their own changes for themselves. */
async function entries({ connection, accountId, sight, personId, before, kinds }: Asked): Promise<Happened[]> {
  const mayRead = sight.can('ledger', 'see')
  const read = async (kind: LatelyKind, filter: LedgerFilter, may: boolean): Promise<Happened[]> => {
    if (!kinds.has(kind) || !may) return []
    const found = await readEntries(connection, accountId, PAGE + 1, { ...filter, until: before })
    return found.map((entry) => {
      // Of a docket about many, what names them; all of it where only what it came to does.
      const named = kind === 'concerned' ? entry.items.filter(({ payload }) => payload?.includes(personId)) : []
      const items = named.length > 0 ? named : entry.items
      const { version, actor, sentences } = entryView({ ...entry, items }, sight)
      return { at: entry.header.at, kind, version, by: actor, sentences }
    })
  }
  const did = await read('did', { actor: personId }, mayRead || sight.isSelf(personId))
  const own = new Set(did.map(({ version }) => version))
  const about = await read('concerned', { about: personId }, mayRead)
  return [...did, ...about.filter(({ version }) => !own.has(version))]
}

function uses({ sight, personId, before, kinds }: Asked): Happened[] {
  if (!kinds.has('used')) return []
  const { account, now } = sight
  const found = account.by('use', 'person', personId).filter(({ at }) => at < before)
  const latest = [...found].sort((one, other) => other.at - one.at).slice(0, PAGE + 1)
  return latest.map(({ at, product }) => {
    return { at, kind: 'used', product: productAt(account, product, now)?.sheet.name ?? product }
  })
}
