import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsInt,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { LeftOut, RowId } from '../engine/shapes.ts'
import type { Id, OfferRow, PersonRow, PersonState } from '../../account/rows.ts'
import { Type } from 'class-transformer'
import { FieldText, personalOf, setTexts } from '../people/fields.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { isOnRecord } from '../../people/presence.ts'
import { say } from '../../words/say.ts'
import { giveOffered, releaseOffered, tellSponsor } from './offers.ts'
import { Draft } from '../engine/draft.ts'
import { takeUpRecorded } from '../people/record-person.ts'

export class Accept {
  @Equals('accept') type!: 'accept'
  @RowId() offerId!: Id
  @RowId() loginId!: Id
  /** Whether the login has proven the invited mailbox, as opening the mailed link does (model I3). */
  @IsBoolean() proven!: boolean
  /** Which content of the invitation they read; left out where it was read to them (model I10). */
  @LeftOut() @IsInt() @Min(0) revision?: number
  /** The login's address where it is another than the invited one, for the person who admits to see. */
  @LeftOut() @IsString() @MaxLength(200) loginEmail?: string
  /** What the account asks newcomers for. */
  @LeftOut() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => FieldText) texts?: FieldText[]
}

/**
 * Takes an invitation up (model I3, I5). What it holds is decided now, as given by its sponsor; if the mailbox is not
 * the invited one, or something can no longer be given (I7), the person waits for admission.
 */
export const accept: ChangeKind<Accept> = {
  type: 'accept',
  confirm: 'confirm.accept',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'newcomer',
  day: 'never',
  needs: 'own',
  undo: { never: 'offers.someone-who-accepted-is-in-end-their-access' },
  preview: 'plain',
  shape: Accept,
  fill: (change) => change,
  decide(draft, change) {
    const offer = draft.account.get('offer', change.offerId)
    const person = draft.account.get('person', offer?.personId)
    const isOpen = offer?.state === 'live' && offer.expiresAt > draft.now
    const isTheirs = draft.actor.kind !== 'person' || person?.id === draft.actorId
    if (!offer || !person || !isOpen || !isTheirs || !(person.state === 'invited' || isOnRecord(person))) {
      return draft.refuse('offer-dead', say('offers.this-invitation-is-no-longer-open-ask-the'))
    }
    if (change.revision !== undefined && change.revision !== offer.revision) {
      return draft.refuse('offer-changed', say('offers.this-invitation-was-changed-while-you-read-it'))
    }
    answerAsked(draft, person.id, change.texts ?? [])
    if (draft.problems.length > 0) return
    const whoId = takeUp(draft, change, offer, person)
    if (draft.problems.length === 0) tellSponsor(draft, offer, whoId)
  },
  sentence: (_change, _sight, tense) => say('offers.accepted-their-invitation', { tense }),
  record: ({ loginEmail: _email, texts, ...rest }) => ({ ...rest, personal: ['loginEmail', ...personalOf({ texts })] }),
}

/** @returns who has what was offered: the person invited, or who they turned out to be. */
function takeUp(draft: Draft, change: Accept, offer: OfferRow, person: PersonRow): Id {
  if (isOnRecord(person)) {
    takeUpRecorded(draft, offer, person, change.loginId, change.proven)
    return person.id
  }
  const here = draft.account
    .by('person', 'login', change.loginId)
    .find((one) => one.id !== person.id && HERE.has(one.state))
  if (here) {
    if (change.proven && here.state !== 'waiting') joinExisting(draft, offer, here.id)
    else waitForExisting(draft, offer, here.id)
    return here.id
  }
  const trial = new Draft(draft.account, draft.actor, draft.now)
  trial.update('person', person.id, { state: 'active', loginId: change.loginId })
  trial.update('offer', offer.id, { state: 'taken' })
  giveOffered(trial, offer, offer.sponsorId)
  if (change.proven && trial.problems.length === 0) {
    adopt(draft, trial)
    return person.id
  }
  draft.update('person', person.id, { state: 'waiting', loginId: change.loginId })
  if (!change.proven && change.loginEmail) draft.set(person.id, 'loginEmail', change.loginEmail)
  return person.id
}

/** Those of whom there is one record for a login (model P1). */
const HERE: ReadonlySet<PersonState> = new Set(['active', 'away', 'waiting'])

/** Sets what newcomers are asked for; nothing else may be set at the door, and nothing asked for left out. */
function answerAsked(draft: Draft, personId: Id, texts: readonly FieldText[]): void {
  const given = new Set(texts.filter(({ text }) => text?.trim()).map(({ fieldId }) => fieldId))
  for (const field of draft.account.all('field')) {
    if (field.asked && !given.has(field.id))
      draft.refuse('asked', say('offers.enter-the-office-needs-it', { field: field.name }))
  }
  const wanted = texts.filter(({ fieldId }) => draft.account.get('field', fieldId)?.asked)
  setTexts(draft, personId, wanted)
}

/** The login is a person here already: what was offered goes to that person, and the new record is closed (model P1). */
function joinExisting(draft: Draft, offer: OfferRow, personId: Id): void {
  draft.update('offer', offer.id, { state: 'taken' })
  draft.update('person', offer.personId, { state: 'withdrawn' })
  giveOffered(draft, { ...offer, personId }, offer.sponsorId)
}

/**
 * A person of the account opened an invitation to another address: what it gives waits for admission, as for every
 * invitee whose address is not the invited one; both addresses are shown (model I3).
 */
function waitForExisting(draft: Draft, offer: OfferRow, personId: Id): void {
  draft.update('offer', offer.id, { personId })
  releaseOffered(draft, offer)
  draft.update('person', offer.personId, { state: 'withdrawn' })
  draft.set(personId, 'invitedAs', draft.account.personal(offer.personId, 'email') ?? null)
  // The row is named, so that other processes read the value anew (model C6).
  draft.update('person', personId, {})
}

function adopt(draft: Draft, trial: Draft): void {
  draft.edits.push(...trial.edits)
  draft.values.push(...trial.values)
  for (const mark of trial.marks) draft.marks.add(mark)
  draft.account = trial.account
}
