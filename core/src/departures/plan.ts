import type { Account } from '../account/account.ts'
import type { DepartureRow, Handover, Id, LeaverLine, StepRow, Taker } from '../account/rows.ts'
import { Sight } from '../access/sight.ts'
import { activeOwners, isPresent } from '../people/presence.ts'
import { productAt } from '../products/catalogue.ts'
import type { Instant } from '../time/instants.ts'
import { productAccountOf } from './accounts.ts'
import { hangsOn, PASSED_ON, proposedTaker, type Hang, type HangKind } from './hangs.ts'

/** One thing of a plan of leaving: what it is and who takes it (model X2, X3). */
export interface PlannedThing {
  what: string
  id: string
  text: string
  taker: Taker | null
  acceptBy: Instant | null
  accepted: boolean
  /** Whether someone chose who takes it over, or it is only proposed. */
  chosen: boolean
}

/** The departure of someone that is planned or under way, if there is one. */
export function openDeparture(account: Account, personId: Id): DepartureRow | undefined {
  return account.by('departure', 'person', personId).find((one) => one.state === 'planned' || one.state === 'running')
}

/** What of the account's own someone of a kind may have (model X2). */
export function linesFor(account: Account, personId: Id): readonly LeaverLine[] {
  const person = account.get('person', personId)
  return account.settings.leaverLines.filter((line) => person && line.kinds.includes(person.kind))
}

/** Which products have to close an account when someone goes: those that are connected. */
export function connectedProducts(account: Account): readonly { product: string; things: boolean }[] {
  return [...account.all('connection')]
    .filter((one) => one.on)
    .map(({ product, thingsAddress }) => ({ product, things: thingsAddress !== null }))
}

/** Everything that passes on, with who takes it over: as chosen, or as proposed for what joined since (model X3, X4). */
export function thingsToPass(
  account: Account,
  personId: Id,
  handovers: readonly Handover[],
  now: Instant,
): PlannedThing[] {
  const proposed = proposedTaker(account, personId, now)
  const all: { what: string; id: string; text: string }[] = [
    ...hangsToPass(asIfIn(account, personId), personId, now).map(({ kind, id, text }) => ({ what: kind, id, text })),
    ...connectedProducts(account)
      .filter(({ things }) => things)
      .map(({ product }) => ({
        what: 'things',
        id: product,
        text: productAt(account, product, now)?.sheet.name ?? product,
      })),
    ...linesFor(account, personId).map(({ id, name }) => ({ what: 'line', id, text: name })),
  ]
  return all.map((one) => {
    const chosen = handovers.find(({ what, id }) => what === one.what && id === one.id)
    const able = one.what === 'things' ? takerWithAccount(account, personId, one.id, now) : proposed
    const taker = chosen ? chosen.taker : able ? { kind: 'person' as const, id: able } : null
    return {
      ...one,
      taker,
      acceptBy: chosen?.acceptBy ?? null,
      accepted: chosen?.accepted ?? false,
      chosen: chosen !== undefined,
    }
  })
}

/** Who is proposed for what is in a product: of those who would take over, the first with an account there (model X3). */
function takerWithAccount(account: Account, personId: Id, product: string, now: Instant): Id | null {
  const managerId = account.get('person', personId)?.managerId
  const owners = activeOwners(account, now).map(({ id }) => id)
  const able = [...(managerId ? [managerId] : []), ...owners].find((id) => {
    return id !== personId && productAccountOf(account, id, product, now)?.active
  })
  return able ?? proposedTaker(account, personId, now)
}

/** Someone whose doors are about to shut is out by date already: what is theirs is found as if they were in. */
function asIfIn(account: Account, personId: Id): Account {
  const before = account.get('person', personId)
  if (!before || isPresent(before, Infinity)) return account
  const after = { ...before, state: 'active' as const, engagementUntil: null, awayFrom: null, awayUntil: null }
  return account.with([{ table: 'person', key: personId, before, after }])
}

/** What would be left without them, seen by nobody in particular: the plan itself must not depend on who looks. */
function hangsToPass(account: Account, personId: Id, now: Instant): Hang[] {
  const owner = activeOwners(account, now).find((one) => one.id !== personId) ?? activeOwners(account, now)[0]
  return owner ? (hangsOn(new Sight(account, owner.id, now), personId, [...PASSED_ON, 'approver']) ?? []) : []
}

/**
 * Who has it when the time comes: if they had to accept and did not, it rests with the person who proposed them
 * (X3).
 */
export function takerWhenDue(
  thing: Pick<Handover, 'taker' | 'acceptBy' | 'accepted'>,
  departure: Pick<DepartureRow, 'plannerId'>,
): Taker | null {
  if (thing.taker === null || thing.acceptBy === null || thing.accepted) return thing.taker
  return departure.plannerId ? { kind: 'person', id: departure.plannerId } : null
}

/**
 * Who takes single things of a product, by the product's id of the thing: a plan names them as `product/thing`. What is
 * not named goes where the product's things go (model X3).
 */
export function takersInProduct(
  departure: Pick<DepartureRow, 'handovers' | 'plannerId'>,
  product: string,
): Map<string, Taker | null> {
  const single = departure.handovers.filter(({ what, id }) => what === 'things' && id.startsWith(`${product}/`))
  return new Map(single.map((one) => [one.id.slice(product.length + 1), takerWhenDue(one, departure)]))
}

/** The steps of a departure in their order. */
export function stepsOf(account: Account, departureId: Id): StepRow[] {
  return [...account.by('step', 'departure', departureId)].sort((one, other) => one.position - other.position)
}

/** Whether nothing but the record is left to do. */
export function isSettled(steps: readonly StepRow[]): boolean {
  return steps.every((step) => step.kind === 'record' || step.state === 'done' || step.state === 'let-go')
}

export type { HangKind }
