import { Equals } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import { erasedByItselfNow, erasureInWords, whyNotErasable } from '../../departures/erasure.ts'
import { emailKey } from '../../people/email.ts'
import type { Draft } from '../engine/draft.ts'
import { forgetKnown } from '../products/known-accounts.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId } from '../engine/shapes.ts'
import { say } from '../../words/say.ts'

export class Erase {
  @Equals('erase') type!: 'erase'
  @RowId() personId!: Id
}

/**
 * Destroys every personal value of someone who is gone; history keeps a pseudonym, and the chain still verifies (model
 * X7). Final: nobody undoes it.
 */
export const erase: ChangeKind<Erase> = {
  type: 'erase',
  confirm: 'confirm.erase',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { never: 'people.what-was-erased-is-gone-for-good' },
  preview: {
    lasting({ personId }, { before }) {
      const person = before.get('person', personId)
      const forGood = say('people.what-is-erased-is-gone-for-good-here')
      const sentences = [forGood, ...(person ? erasureInWords(before, person) : [])]
      return sentences.map((sentence) => ({ code: 'erased', sentence }))
    },
  },
  shape: Erase,
  fill: (change) => change,
  decide(draft, { personId }) {
    const person = draft.seen('person', personId, 'person')
    if (!person) return
    const name = draft.account.nameOf(personId)
    const standing = draft.actorPerson?.standing
    if (draft.actor.kind === 'person' && standing !== 'owner' && standing !== 'administrator') {
      return draft.refuse('not-allowed', say('people.only-an-owner-or-administrator-can-erase'))
    }
    if (draft.actor.kind !== 'person' && !erasedByItselfNow(draft.account, draft.now).includes(person)) {
      return draft.refuse('not-due', say('people.nobody-is-due-to-be-erased-automatically-now'))
    }
    const why = whyNotErasable(draft.account, person, draft.now)
    if (why === 'erased') return draft.refuse('no-change', say('people.they-are-already-erased'))
    if (why === 'not-gone') {
      return draft.refuse(why, say('people.has-not-left-end-their-access-or-withdraw', { name }))
    }
    if (why === 'leaving') {
      return draft.refuse(why, say('people.a-step-of-s-departure-is-still-open', { name }))
    }
    for (const field of ['email', 'otherEmail'] as const) {
      forgetAddresses(draft, personId, draft.account.personal(personId, field))
    }
    for (const { field } of draft.account.personalOf(personId)) draft.set(personId, field, null)
    draft.update('person', personId, { state: 'erased', loginId: null, recorded: false, reference: null, choices: {} })
    draft.effects.push({ kind: 'forget', personId, loginId: person.loginId })
  },
  // Before it is done by the name that goes, afterwards by the pseudonym.
  sentence: ({ personId }, sight, tense) => {
    const name = sight.seesPerson(personId) ? sight.account.nameOf(personId) : sight.personName(personId)
    return say('people.erased', { tense, what: name })
  },
  record: (change) => change,
}

/** What products call them goes too, and what is known of accounts under their address that were nobody's (model B1). */
function forgetAddresses(draft: Draft, personId: Id, email: string | undefined): void {
  for (const row of draft.account.by('known', 'person', personId)) {
    if (row.remoteId !== null) draft.update('known', row.id, { remoteId: null })
  }
  if (email === undefined) return
  for (const row of draft.account.all('known')) {
    const address = row.personId === null ? draft.account.personal(row.id, 'accountAddress') : undefined
    if (address !== undefined && emailKey(address) === emailKey(email)) forgetKnown(draft, row.id)
  }
}
