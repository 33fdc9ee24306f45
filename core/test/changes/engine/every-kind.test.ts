import {
  impactOf,
  kindNamed,
  looksAfter,
  MAXIMUM_PROBLEMS,
  rank,
  readChange,
  readInstant,
  rowOf,
  Sight,
  walk,
  withPlanned,
  type Account,
  type Change,
  type Id,
  type Level,
  type RowEdit,
  type Standing,
} from '../../../src/index.ts'
import { decideAs, fullHouse, pick, randomChange, randomOf, TRIED_KINDS } from '../../every-kind.ts'
import { nextId } from '../../house.ts'

/** A thousand tries, fewer of which would not come to every kind; as many times more in the soak. */
const RUNS = Math.max(100, Number(process.env.LODGE_PROPERTY_RUNS ?? 100)) * 10
const SEED = Number(process.env.LODGE_PROPERTY_SEED ?? 18)

/** Refusals by a right that is held or not; what D1 compares is compared anew by the undoing itself. */
const RIGHTS = new Set(['not-allowed', 'owners-only', 'administrators-only'])
const LATER = '2026-06-18'

/** The same as undoing by its own name, where that needs less than the change: it gives nobody anything (model P8, D3, S10). */
const SAME_AS_UNDOING: { [K in Change['type']]?: (change: Extract<Change, { type: K }>) => Change } = {
  'join-group': ({ groupId, personId }) => ({ type: 'quit-group', groupId, personId }),
  'make-role': ({ roleId }) => ({ type: 'retire-role', roleId, seedId: nextId() }),
  invite: ({ offerId }) => ({ type: 'withdraw', offerId }),
  'make-shared-login': ({ sharedId }) => ({ type: 'end-shared-login', sharedId }),
}

describe('what an actor may not do they may not reach in another way, of every kind (model D1, C4, Z4)', () => {
  const house = fullHouse()
  const { account, now } = house
  const people = [...account.all('person')].map(({ id }) => id)

  test('not by undoing it, nor by planning it for a day', () => {
    const random = randomOf(SEED)
    const owner = house.person('Oriel')
    const at = readInstant(`${LATER}T00:00:00Z`)
    const then = withPlanned(account, at)
    const met = { undone: new Set<string>(), planned: new Set<string>(), refused: 0 }
    const reached: unknown[] = []
    for (let run = 0; run < RUNS; run += 1) {
      const change = randomChange(account, TRIED_KINDS[run % TRIED_KINDS.length]!, owner, random)
      const actor = pick(random, people)
      if (!change) continue
      const done = decideAs(account, change, run % 3 === 0 ? actor : owner, now)
      if (done.problems.length === 0 && done.edits.length > 0) {
        const undo = readChange({ type: 'undo', version: 1, edits: done.edits, changes: [change] }, nextId).value!
        const undone = decideAs(done.after, undo, actor, now + 1)
        if (undone.problems.length > 0) met.refused += 1
        else {
          // Whom it moves have other rights by now.
          const moved = impactOf(account, done.after, done.edits).has(actor)
          const direct = otherwise(change)
          const mayDirectly = direct && decideAs(done.after, direct, actor, now + 1).problems.length === 0
          const own = mayDirectly
            ? []
            : decideAs(account, change, actor, now).problems.filter(({ code }) => RIGHTS.has(code))
          if (!moved && own.length > 0) reached.push([change.type, own])
          for (const edit of undone.edits) {
            expect([change.type, edit, concerns(done.after, edit, actor, now + 1)]).toEqual([change.type, edit, true])
          }
          met.undone.add(change.type)
        }
      }
      const plan = readChange({ type: 'plan-docket', at: LATER, changes: [change] }, nextId).value!
      if (decideAs(account, plan, actor, now).problems.length > 0) continue
      expect([change.type, decideAs(then, change, actor, at).problems]).toEqual([change.type, []])
      met.planned.add(change.type)
    }
    expect(reached).toEqual([])
    expect(met.refused).toBeGreaterThan(RUNS / 20)
    expect(met.undone.size).toBeGreaterThan(20)
    expect(met.planned.size).toBeGreaterThan(12)
  })

  test('no row is altered by someone without a right that concerns it, whatever the kind', () => {
    const random = randomOf(SEED + 1)
    const met = new Set<string>()
    for (let run = 0; run < RUNS * 2; run += 1) {
      const actor = pick(random, people)
      const change = randomChange(account, TRIED_KINDS[run % TRIED_KINDS.length]!, actor, random)
      const done = change && decideAs(account, change, actor, now)
      if (!change || !done || done.problems.length > 0) continue
      met.add(change.type)
      // What a newcomer takes up is given by the one who invited them.
      if (kindNamed(change.type)?.actor === 'newcomer') continue
      for (const edit of done.edits) {
        if (!concerns(account, edit, actor, now)) {
          throw new Error(`${account.nameOf(actor)} altered a ${edit.table}: ${JSON.stringify([change, edit])}`)
        }
      }
    }
    expect(met.size).toBeGreaterThan(45)
  })

  test('nothing that is left out or null where it may be is more than refused', () => {
    const random = randomOf(SEED + 2)
    let decided = 0
    for (let run = 0; run < RUNS; run += 1) {
      const change = randomChange(account, TRIED_KINDS[run % TRIED_KINDS.length]!, pick(random, people), random)
      if (!change) continue
      const { problems } = decideAs(account, change as Change, house.person('Oriel'), now)
      expect(problems.length).toBeLessThan(MAXIMUM_PROBLEMS)
      for (const { sentence } of problems) expect(sentence).toMatch(/^[\p{Lu}“\d].*[.?]$/su)
      decided += 1
    }
    expect(decided).toBeGreaterThan(RUNS / 4)
  })
})

function otherwise<K extends Change['type']>(change: Extract<Change, { type: K }>): Change | undefined {
  return SAME_AS_UNDOING[change.type as K]?.(change)
}

/** Whether someone connects products, or looks after one. */
function tends(sight: Sight): boolean {
  return sight.can('connections', 'run') || ['log', 'radio'].some((code) => looksAfter(sight, code))
}

const ORDER: readonly Standing[] = ['guest', 'member', 'administrator', 'owner']

/** Whether someone has any right over what a row is about: read literally, by the walk, and told by nobody's kind. */
function concerns(account: Account, edit: RowEdit, personId: Id, now: number): boolean {
  const root = account.root.id
  const has = (area: string, level: Level, placeId: Id = root) =>
    rank(walk.reach(account, personId, placeId, `porter/${area}`, now).level) >= rank(level)
  const somewhere = (area: string, level: Level) => [...account.all('place')].some(({ id }) => has(area, level, id))
  const runsPeople = has('people', 'change')
  const sight = new Sight(account, personId, now)
  const isSponsorOf = (id: Id) => account.by('offer', 'person', id).some(({ sponsorId }) => sponsorId === personId)
  switch (edit.table) {
    case 'settings':
    case 'separation':
    case 'field':
      return has('settings', 'change')
    case 'role':
      return has('roles', 'change') || runsPeople
    case 'group':
      return has('groups', 'change') || runsPeople
    case 'membership':
      return has('groups', 'change') || runsPeople
    case 'packet':
      return runsPeople
    case 'employer':
      return somewhere('people', 'add')
    case 'place': {
      const { parentId } = rowOf(edit)
      // Within one that is made with it, which is looked at itself.
      if (!edit.before && parentId !== null && account.get('place', parentId) === undefined) return true
      const at = edit.before ? edit.key : parentId!
      const ownClients = sight.ownGrants().some((grant) => grant.placeId === at)
      const { before, after } = edit
      if (before && after && before.parentId !== after.parentId) {
        return [edit.key, before.parentId, after.parentId].every((id) => has('places', 'run', id ?? root))
      }
      return has('places', 'change', at) || has('access', 'change', at) || runsPeople || (!edit.before && ownClients)
    }
    case 'grant': {
      const { placeId, subjectId } = rowOf(edit)
      const isNew = account.get('place', placeId) === undefined
      return (
        runsPeople ||
        (isNew ? subjectId === personId || somewhere('access', 'change') : has('access', 'change', placeId))
      )
    }
    case 'person':
      if (edit.before === null) return somewhere('people', 'add')
      if (ORDER.indexOf(edit.before.standing) < ORDER.indexOf(edit.after?.standing ?? 'guest')) return runsPeople
      return runsPeople || edit.key === personId || isSponsorOf(edit.key) || somewhere('people', 'add')
    case 'offer':
      return runsPeople || somewhere('people', 'add') || rowOf(edit).sponsorId === personId
    case 'holding':
      return runsPeople || somewhere('seats', 'add') || somewhere('people', 'add') || has('connections', 'run')
    case 'fitting':
    case 'stock':
      return has('billing', 'change')
    case 'subscription':
      return has('billing', 'run') || has('connections', 'run')
    case 'sheet':
    case 'product':
    case 'connection':
    case 'keeping':
      return has('connections', 'run')
    case 'allotment':
      return has('seats', 'change')
    case 'known':
    case 'memberList':
    case 'sharedLogin':
    case 'recordRequest':
      return looksAfter(sight, rowOf(edit).product) || runsPeople || has('people', 'add')
    case 'departure':
    case 'step':
      // Steps in a product go on by who connects it or looks after it.
      return runsPeople || tends(sight) || JSON.stringify(edit.before).includes(personId)
    case 'absence':
      return runsPeople || rowOf(edit).personId === personId
    case 'planned':
      return rowOf(edit).plannerId === personId || has('people', 'change')
    case 'link':
      return runsPeople || rowOf(edit).makerId === personId
    case 'share':
      return runsPeople || rowOf(edit).makerId === personId || has('access', 'change', rowOf(edit).placeId)
    case 'request':
      return runsPeople || rowOf(edit).askerId === personId || has('access', 'change', rowOf(edit).placeId)
    case 'use':
    case 'closedMonth':
      return false
  }
}
