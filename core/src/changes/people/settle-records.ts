import { ArrayMaxSize, ArrayMinSize, Equals, IsArray, IsBoolean } from 'class-validator'
import { idFrom, RowIds } from '../engine/shapes.ts'
import type { Id, RecordRequestRow } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { countText, forgetRequest } from './record-requests.ts'
import type { Draft } from '../engine/draft.ts'
import { giveSeat } from '../seats/give-seat.ts'
import { recordPerson } from './record-person.ts'
import { emailKey } from '../../people/email.ts'
import { forgetKnown } from '../products/known-accounts.ts'
import { firmNamed } from '../../people/firms.ts'

export class SettleRecords {
  @Equals('settle-records') type!: 'settle-records'
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(500) @RowIds() requestIds!: Id[]
  /** Whether they are recorded; else nothing of them is kept. */
  @IsBoolean() recorded!: boolean
}

/** Records the people who were asked about, by the rights of the person who does it, or declines (model B3, P12). */
export const settleRecords: ChangeKind<SettleRecords> = {
  type: 'settle-records',
  confirm: 'confirm.settle-records',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'add', 'people.record-people'),
  undo: { never: 'people.the-names-that-were-asked-about-are-no' },
  preview: 'plain',
  shape: SettleRecords,
  fill: (change) => change,
  decide(draft, { requestIds, recorded }) {
    for (const id of requestIds) {
      const row = draft.account.get('recordRequest', id)
      if (!row) return draft.refuse('not-found', say('people.one-of-these-was-answered-already-look-at'))
      if (recorded) recordAsked(draft, row)
      if (draft.problems.length > 0) return
      forgetRequest(draft, id)
    }
  },
  sentence: ({ requestIds, recorded }, _sight, tense) =>
    recorded
      ? say('people.recorded-as-asked', { tense, count: countText(requestIds.length) })
      : say('people.declined-to-record', { tense, count: countText(requestIds.length) }),
  record: (change) => change,
}

function recordAsked(draft: Draft, { id, product, kind, seatType, firm }: RecordRequestRow): void {
  const { account } = draft
  const address = account.personal(id, 'accountAddress') ?? null
  // Ids count on from the request's, so that preview and commit make the same rows.
  const present =
    address === null ? undefined : account.peopleByEmail(address).find((one) => draft.sight.seesPerson(one))
  const personId = present ?? idFrom(id, 1)
  const holdingId = idFrom(id, 2)
  if (present !== undefined || account.get('person', personId)) {
    // Asked about in two products, or recorded meanwhile: there is one record, which gets this seat too.
    if (seatType !== null) giveSeat.decide(draft, { type: 'give-seat', holdingId, personId, product, seatType })
    return claimNobodys(draft, product, address, personId)
  }
  recordPerson.decide(draft, {
    ...{
      type: 'record-person',
      personId,
      name: account.personal(id, 'accountName') ?? address ?? '',
      email: address,
      kind,
    },
    standing: kind === 'staff' ? 'member' : 'guest',
    employerId: kind === 'staff' ? null : firmId(draft, firm, idFrom(id, 3)),
    seats: seatType === null ? [] : [{ holdingId, product, seatType }],
  })
  claimNobodys(draft, product, address, personId)
}

/** What was known of the account as nobody's is theirs from now on. */
function claimNobodys(draft: Draft, product: string, address: string | null, personId: Id): void {
  if (draft.problems.length > 0) return
  for (const known of [...draft.account.by('known', 'nobody', product)]) {
    const other = draft.account.personal(known.id, 'accountAddress')
    if (address === null || other === undefined || emailKey(other) !== address) continue
    forgetKnown(draft, known.id)
    draft.insert('known', { ...known, personId, closingSince: null })
  }
}

function firmId(draft: Draft, name: string, newId: Id): Id | null {
  if (name === '') return null
  const found = firmNamed(draft.account, name)
  if (found) return found.id
  draft.insert('employer', { id: newId, name, archived: false })
  return newId
}
