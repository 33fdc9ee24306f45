import supertest from 'supertest'
import {
  areasAt,
  billOf,
  rank,
  readInstant,
  reportsOf,
  walk,
  type Account,
  type AccountBook,
  type BookPerson,
  type Id,
  type Instant,
  type Level,
} from '@lodge/core'
import { provenOffer } from '../../src/store/tokens.ts'
import { AS_OF, smallBook } from '../../../core/test/small-book.ts'
import { PASSWORD, type Browser } from '../harness.ts'
import { besiege, commit, type Besieged, type Siege } from './siege.ts'

/** `npm run attack` makes two thousand of them. */
const SEQUENCES = Number(process.env.LODGE_DELEGATE_SEQUENCES ?? 12)
const STEPS = 4
const TIME_LIMIT_MS = 150_000 + SEQUENCES * 1_000
const SEED = Number(process.env.LODGE_DELEGATE_SEED ?? 20_261_130)

let siege: Siege
beforeAll(async () => {
  siege = await besiege()
})
afterAll(() => siege.lift())

/** People who may do some of it, each at another end. */
function delegates(domain: string): AccountBook {
  const book = smallBook(domain)
  const role = (name: string, areas: Record<string, Level>) => {
    book.roles.push({
      name,
      areas: Object.fromEntries(Object.entries(areas).map(([area, level]) => [area, { level }])),
    })
  }
  role('Office', { 'porter/people': 'change', 'porter/seats': 'add', 'porter/departures': 'change' })
  role('Keeper of lists', {
    'porter/groups': 'run',
    'porter/roles': 'run',
    'porter/settings': 'change',
    'porter/ledger': 'see',
  })
  role('Technician', { 'porter/connections': 'run', 'porter/places': 'run', 'porter/help': 'change' })
  role('Bookkeeping', { 'porter/billing': 'change', 'porter/seats': 'change' })
  const grant = (name: string, place = '/') => ({ role: name, place, from: '2026-01-01' })
  const person = (name: string, role: string, place: string, more: object = {}): BookPerson => ({
    ...{
      email: `${name.split(' ')[0]!.toLowerCase()}@${domain}`,
      name,
      kind: 'staff',
      standing: 'member',
      state: 'active',
    },
    ...{ engagement: { from: '2025-01-01' }, grants: [grant(role, place)], ...more },
  })
  book.people.push(
    person('Bevis Office', 'Office', '/'),
    person('Delia Lists', 'Keeper of lists', '/'),
    person('Edda Wires', 'Technician', '/'),
    person('Yannick Books', 'Bookkeeping', '/', { manager: `bevis@${domain}` }),
    person('Fen Corvane', 'Steward', 'Corvane', { kind: 'contractor', standing: 'guest', employer: 'Highfast' }),
  )
  book.groups.push(
    { name: 'Firm', rule: [{ employer: 'Highfast' }], grants: [grant('Gardener', 'Corvane')] },
    { name: 'Named', grants: [grant('Rope access', 'Pellworth')] },
  )
  return book
}

const DELEGATES = ['Tamsin', 'Mirren', 'Rafe', 'Corin', 'Bevis', 'Delia', 'Edda', 'Yannick', 'Fen']

function randomOf(seed: number) {
  let state = seed >>> 0
  return (below: number) => {
    state = (Math.imul(state ^ (state >>> 15), 0x2c1b3c6d) + 0x9e3779b9) >>> 0
    return Math.floor((((state ^ (state >>> 13)) >>> 0) / 2 ** 32) * below)
  }
}
type Random = ReturnType<typeof randomOf>
const pick = <T>(random: Random, list: readonly T[]): T => list[random(list.length)]!

/** What someone might try, of an account as it is; ids of the other account among those named. */
function tryOf(account: Account, other: Account, actorId: Id, random: Random): object {
  const any = <
    T extends
      'person' | 'place' | 'role' | 'group' | 'grant' | 'offer' | 'holding' | 'employer' | 'planned' | 'departure',
  >(
    table: T,
  ) => {
    const rows = [...(random(12) === 0 ? other : account).all(table)]
    return rows.length === 0 ? '01900000-0000-7000-8000-000000000000' : pick(random, rows).id
  }
  const personId = random(3) === 0 ? actorId : any('person')
  const areas = [
    {
      area: pick(random, ['log/photos', 'log/drawings', 'porter/access', 'porter/people', 'porter/billing']),
      level: pick(random, ['see', 'change', 'run']),
    },
  ]
  const until = pick(random, [undefined, '2026-12-31'])
  const who = {
    name: 'Newcomer',
    email: `new${random(1e6)}@away.example`,
    kind: pick(random, ['staff', 'contractor', 'client']),
    engagementUntil: '2026-12-31',
  }
  const giving = {
    grants: random(2) ? [{ roleId: any('role'), placeId: any('place') }] : [],
    seats: random(3) ? [] : [{ product: 'log', seatType: 'field' }],
  }
  const { sheet } = [...account.all('sheet')][0]! as unknown as {
    sheet: { seatTypes: { priceMinor: number; code: string }[] }
  }
  const ending = pick(random, [
    { type: 'leave', personId: any('person') },
    { type: 'take', grantId: any('grant') },
    { type: 'end-seat', holdingId: any('holding') },
  ])
  const tries: (() => object)[] = [
    () => ({
      type: 'give',
      subjectKind: 'person',
      subjectId: personId,
      roleId: any('role'),
      placeId: any('place'),
      until,
    }),
    () => ({ type: 'give', subjectKind: 'group', subjectId: any('group'), roleId: any('role'), placeId: any('place') }),
    () => ({ type: 'take', grantId: any('grant') }),
    () => ({ type: 'join-group', groupId: any('group'), personId }),
    () => ({ type: 'quit-group', groupId: any('group'), personId }),
    () => ({
      type: 'make-group',
      name: `G${random(1e6)}`,
      rule: [{ allOf: [{ field: 'kind', value: pick(random, ['staff', 'contractor', 'client']) }] }],
    }),
    () => ({
      type: 'change-group',
      groupId: any('group'),
      name: `G${random(1e6)}`,
      rule: [{ allOf: [{ field: 'employer', value: any('employer') }] }],
    }),
    () => ({ type: 'make-role', name: `R${random(1e6)}`, areas, wallPassing: random(4) === 0 }),
    () => ({ type: 'change-role', roleId: any('role'), name: `R${random(1e6)}`, areas }),
    () => ({ type: 'retire-role', roleId: any('role'), replacementId: any('role') }),
    () => ({ type: 'change-person', personId, standing: pick(random, ['owner', 'administrator', 'member', 'guest']) }),
    () => ({
      type: 'change-person',
      personId,
      kind: pick(random, ['staff', 'contractor', 'client']),
      employerId: any('employer'),
      engagementUntil: until ?? null,
    }),
    () => ({ type: 'change-person', personId, phone: '+353 1 555 0100', managerId: any('person') }),
    () => ({
      type: 'invite',
      ...who,
      ...giving,
      standing: pick(random, ['administrator', 'member', 'guest']),
      ...(random(2) ? { employerId: any('employer') } : {}),
      ...(random(3) ? {} : { groupIds: [any('group')] }),
    }),
    () => ({ type: 'correct-address', offerId: any('offer'), email: `mine${random(1e6)}@away.example` }),
    () => ({ type: 'resend', offerId: any('offer') }),
    () => ({ type: 'withdraw', offerId: any('offer') }),
    () => ({ type: 'admit', personId: any('person') }),
    () => ({ type: 'leave', personId: any('person') }),
    () => ({
      type: 'plan-departure',
      personId: any('person'),
      handovers: [{ what: 'approver', id: any('role'), takerKind: 'person', takerId: actorId }],
    }),
    () => ({ type: 'go-away', personId: any('person') }),
    () => ({ type: 'plan-docket', at: '2026-09-01', changes: [ending] }),
    () => ({
      type: 'hand-over',
      what: pick(random, ['invitation', 'plan']),
      id: random(2) ? any('offer') : any('planned'),
      toId: pick(random, [actorId, any('person')]),
    }),
    () => ({
      type: 'make-link',
      name: 'Link',
      kind: 'contractor',
      standing: 'guest',
      grants: giving.grants,
      seats: [],
      groupIds: [],
      maximumUses: 3,
      until: '2026-07-20',
      waits: random(2) === 0,
      engagementUntil: '2026-12-31',
    }),
    () => ({ type: 'wall-place', placeId: any('place'), walled: random(2) === 0 }),
    () => ({ type: 'move-place', placeId: any('place'), parentId: any('place') }),
    () => ({ type: 'archive-place', placeId: any('place'), archived: random(2) === 0 }),
    () => ({ type: 'make-place', parentId: any('place'), name: `P${random(1e6)}`, kind: 'site' }),
    () => ({ type: 'give-seat', personId, product: 'log', seatType: pick(random, ['field', 'lead', 'reader']) }),
    () => ({ type: 'end-seat', holdingId: any('holding') }),
    () => ({
      type: 'import-sheet',
      sheet: {
        ...sheet,
        comesAlong: random(2) ? [{ standing: 'member', seatType: 'lead' }] : [],
        seatTypes: sheet.seatTypes.map((one) => ({ ...one, priceMinor: one.priceMinor * (random(2) + 1) })),
      },
    }),
    () => ({ type: 'enter-stock', product: 'log', seatType: 'field', number: random(9), source: 'a count' }),
    () => ({
      type: 'change-settings',
      ...pick(random, [{ erasedAfterDays: 1, erasedByItself: true }, { secondMeansFor: [] }, { name: 'Taken over' }]),
    }),
    () => ({ type: 'name-signatory', personId }),
    () => ({ type: 'erase', personId: any('person') }),
    () => ({ type: 'allot-seats', placeId: any('place'), product: 'log', seatType: 'field', number: random(5) }),
    () => ({ type: 'share-statement', placeId: any('place'), until: '2026-07-20' }),
    () => ({ type: 'connect-product', product: 'log', scimAddress: 'http://127.0.0.1:1/scim' }),
    () => ({ type: 'undo', version: 1 + random(account.version + 1) }),
    () => ({ type: 'undo', version: account.version }),
  ]
  return pick(random, tries)()
}

const ORDER = ['guest', 'member', 'administrator', 'owner']
const NOW = readInstant(AS_OF)
const INSTANTS: readonly Instant[] = [NOW + 3_600_000_000, NOW + 60 * 86_400_000_000]

/** A right of Jolly Porter's own at the root, by the literal walk. */
function holds(account: Account, personId: Id, area: string, level: Level): boolean {
  return rank(walk.reach(account, personId, account.root.id, `porter/${area}`, NOW).level) >= rank(level)
}

/** What is worse than the literal reading of P6, D1, D2, S10 and X7 lets someone do; empty if nothing is. */
function exceeds(before: Account, after: Account, byId: Id): string[] {
  const by = before.get('person', byId)
  if (!by) return ['somebody who is nobody here changed it']
  const found: string[] = []
  if (by.standing === 'owner') return found
  for (const person of after.all('person')) {
    const was = before.get('person', person.id)
    const [low, high] = [ORDER.indexOf(was?.standing ?? 'guest'), ORDER.indexOf(person.standing)]
    const concerns = Math.max(low, high)
    const moved =
      !was ||
      (['standing', 'state', 'engagementUntil', 'awayFrom', 'signatory'] as const).some(
        (field) => was[field] !== person[field],
      )
    // Anyone who comes to the door and is not let in has moved nobody, and an invitation may always be withdrawn by its
    // sponsor.
    if (was?.state === 'invited' && ['waiting', 'withdrawn'].includes(person.state)) continue
    if (moved && concerns === 3) found.push('an owner was altered')
    if (moved && concerns === 2 && by.standing !== 'administrator' && person.id !== byId)
      found.push('an administrator was altered')
    if (high > low && high > Math.max(1, ORDER.indexOf(by.standing))) found.push('somebody was raised above who did it')
    found.push(...risesOf(before, after, person.id, by.id))
  }
  for (const offer of after.all('offer')) {
    const standing = after.get('person', offer.personId)?.standing
    const isMoved = (before.get('offer', offer.id)?.sponsorId ?? byId) !== offer.sponsorId
    if (isMoved && ORDER.indexOf(standing ?? 'guest') > Math.max(1, ORDER.indexOf(by.standing)))
      found.push('an invitation above their own membership was taken over')
  }
  const month = '2026-07'
  const isDearer = billOf(after, month).totalMinor > billOf(before, month).totalMinor
  if (isDearer && !holds(before, byId, 'billing', 'change')) found.push('the bill rose')
  const [then, now] = [before.settings, after.settings]
  const mayErase = by.standing === 'administrator'
  if (now.erasedByItself && !then.erasedByItself && !mayErase) found.push('people are erased by themselves')
  if (then.secondMeansFor.includes('owner') && !now.secondMeansFor.includes('owner'))
    found.push('owners need no second step')
  return found
}

/**
 * Where someone has more than before: only what anyone who did it holds there and then, and never their own (D1, D2).
 */
function risesOf(before: Account, after: Account, personId: Id, byId: Id): string[] {
  const found: string[] = []
  const by = before.get('person', byId)!
  for (const instant of INSTANTS) {
    for (const place of before.all('place')) {
      for (const { key, area } of areasAt(before, instant)) {
        const given = (account: Account, id: Id) => walk.entitlement(account, id, place.id, key, instant)
        if (!after.get('person', personId)) continue
        const [was, is] = [before.get('person', personId) ? given(before, personId) : undefined, given(after, personId)]
        if (rank(is.own.approval) <= rank(was?.own.approval ?? 'none')) continue
        // At the door nothing counts yet.
        if (!['active', 'away'].includes(after.get('person', personId)!.state)) continue
        const what = `${key} at ${place.name}: ${is.own.approval}`
        if (personId === byId) found.push(`raised themselves: ${what}`)
        else if (by.standing === 'administrator') {
          if (area.sensitive || before.get('person', personId)?.standing === 'owner')
            found.push(`an administrator gave ${what}`)
        } else {
          const access = walk.entitlement(before, byId, place.id, 'porter/access', instant).own.free
          const isEnough = rank(access) >= rank(key === 'porter/access' ? 'run' : 'change')
          if (!isEnough || rank(given(before, byId).own.approval) < rank(is.own.approval))
            found.push(`gave ${what}, beyond their own`)
        }
      }
    }
  }
  return found
}

/** Whom someone may see, read as plainly as it can be: who is told of anybody else is told too much (P4, P7, D4). */
function maySee(account: Account, byId: Id, personId: Id): boolean {
  const [by, person] = [account.get('person', byId)!, account.get('person', personId)!]
  if (byId === personId || by.standing === 'owner' || by.standing === 'administrator') return true
  if (by.standing === 'member' && ['active', 'away'].includes(person.state)) return true
  if (holds(account, byId, 'people', 'see') || reportsOf(account, byId).some(({ id }) => id === personId)) return true
  if (account.by('offer', 'person', personId).some((offer) => offer.sponsorId === byId)) return true
  const routes = (id: Id, placeId: Id) =>
    INSTANTS.concat(NOW).some(
      (instant) => walk.routesTo(account, account.get('person', id)!, placeId, instant).length > 0,
    )
  return [...account.all('place')].some((place) => {
    const offered = account
      .by('offer', 'person', personId)
      .some((offer) => offer.grants.some((grant) => grant.placeId === place.id))
    return routes(byId, place.id) && (routes(personId, place.id) || offered)
  })
}

interface Account2 {
  house: Besieged
  browsers: Map<string, Browser>
  account: Account
}

async function open(random: Random): Promise<Account2> {
  const house = await siege.found(delegates)
  const browsers = new Map<string, Browser>()
  for (const who of DELEGATES) browsers.set(who, await house.as(who, random(2) as 0 | 1))
  // Something by owners to be undone, redirected, taken over.
  const owner = await house.as('Oriel')
  const account = await house.read()
  const role = [...account.all('role')].find(({ name }) => name === 'Gardener')!
  await commit(house, owner, [
    {
      type: 'invite',
      name: 'Coming Administrator',
      email: `admin@away.example`,
      kind: 'staff',
      standing: 'administrator',
      grants: [],
      seats: [],
    },
  ])
  await commit(house, owner, [
    { type: 'give', subjectKind: 'person', subjectId: house.idOf('Corin'), roleId: role.id, placeId: account.root.id },
  ])
  await commit(house, owner, [{ type: 'change-settings', secondMeansFor: ['owner'], erasedAfterDays: 90 }])
  return { house, browsers, account: await house.read() }
}

/** Takes up an open invitation of the account by its token, as someone new or as someone who is signed in. */
async function takeUp(one: Account2, random: Random): Promise<{ byId: Id; status: number } | undefined> {
  const live = [...one.account.all('offer')].filter(
    (offer) => offer.state === 'live' && one.account.get('person', offer.personId)?.state === 'invited',
  )
  if (live.length === 0) return undefined
  const offer = pick(random, live)
  const token = siege.keyRing.tokenFor(provenOffer(one.house.id, offer.id, offer.resendNumber))
  const who = random(2) ? undefined : pick(random, DELEGATES)
  const browser = who ? one.browsers.get(who)! : supertest.agent(pick(random, siege.urls))
  const as = random(2) ? 'signed-in' : undefined
  const { status } = await browser.post('/api/invitations/accept').send({ token, password: PASSWORD, as })
  // Who came in anew in a delegate's browser is signed in there in their stead: the delegate signs in again.
  if (who && status === 200 && !as) one.browsers.set(who, await one.house.as(who, random(2) as 0 | 1))
  return { byId: offer.sponsorId, status }
}

test(
  `a random delegate gets nowhere the rules do not let them: ${SEQUENCES} sequences`,
  async () => {
    const random = randomOf(SEED)
    const tried = new Map<string, [number, number]>()
    const worse: string[] = []
    let [one, other] = [await open(random), await open(random)]
    for (let sequence = 0; sequence < SEQUENCES; sequence += 1) {
      // Much has been taken and given by then: others begin anew.
      if (sequence > 0 && sequence % 40 === 0) [one, other] = [other, await open(random)]
      if (random(2)) [one, other] = [other, one]
      for (let step = 0; step < STEPS; step += 1) {
        const who = pick(random, DELEGATES)
        const actorId = one.house.idOf(who)
        // What time does by itself meanwhile is nobody's doing here.
        one.account = await one.house.read()
        const isDoor = random(8) === 0
        const change = tryOf(one.account, other.account, actorId, random) as { type: string }
        const done = isDoor
          ? await takeUp(one, random)
          : {
              byId: actorId,
              ...(await commit(one.house, random(25) === 0 ? other.browsers.get(who)! : one.browsers.get(who)!, [
                change,
              ])),
            }
        if (!done) continue
        const kind = isDoor ? 'accept' : change.type
        const count = tried.get(kind) ?? [0, 0]
        tried.set(kind, [count[0] + 1, count[1] + (done.status === 200 ? 1 : 0)])
        expect([kind, done.status < 500]).toEqual([kind, true])
        if (done.status !== 200) continue
        const after = await one.house.read()
        const found = after.version === one.account.version + 1 ? exceeds(one.account, after, done.byId) : []
        if (found.length > 0)
          worse.push(
            `sequence ${sequence}, step ${step}, ${who}: ${isDoor ? 'an invitation taken up' : JSON.stringify(change)} → ${[...new Set(found)].slice(0, 3).join('; ')}`,
          )
        one.account = after
        worse.push(...(await sightOf(one, who)).map((text) => `sequence ${sequence}, ${who}: ${text}`))
      }
      expect(worse).toEqual([])
    }
    worse.push(...(await sessionsWithout()))
    expect(worse).toEqual([])
    const lines = [...tried].sort().map(([kind, [asked, let_]]) => `${kind} ${asked} (${let_} let)`)
    process.stdout.write(`Tried, in ${SEQUENCES} sequences from two accounts on two processes: ${lines.join(', ')}.\n`)
    expect([...tried.values()].reduce((sum, [, done]) => sum + done, 0)).toBeGreaterThan(SEQUENCES / 4)
  },
  TIME_LIMIT_MS,
)

async function sightOf(one: Account2, who: string): Promise<string[]> {
  const answer = await one.browsers.get(who)!.get(one.house.path('/people'))
  if (answer.status !== 200) return []
  const { people } = answer.body as { people: { id: Id }[] }
  const unseen = people.filter(
    ({ id }) => one.account.get('person', id) && !maySee(one.account, one.house.idOf(who), id),
  )
  return unseen.map(({ id }) => `is told of ${one.account.nameOf(id)} (${one.account.get('person', id)!.state})`)
}

/** Sessions that open an account for someone who is out of it, or for another's record. */
async function sessionsWithout(): Promise<string[]> {
  const [rows] = await siege.pools.work.query(
    `SELECT session.id, person.state FROM session JOIN person ON person.account_id = session.account_id AND person.id = session.person_id
     WHERE session.ended_at_us IS NULL AND (person.login_id <> session.login_id OR person.state IN ('left', 'erased', 'refused'))`,
  )
  return (rows as { id: string; state: string }[]).map(({ id, state }) => `the session ${id} is open: ${state}`)
}
