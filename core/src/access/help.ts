import type { Account } from '../account/account.ts'
import type { Id, PersonRow } from '../account/rows.ts'
import { absenceAt, isOnRecord, stateAt } from '../people/presence.ts'
import { dateInWords, dateOf, lastDateBefore } from '../time/instants.ts'
import { controlOf, type Control } from './controls.ts'
import type { Sight } from './sight.ts'
import { must } from '../checks/must.ts'

/** Whether someone has to take a second sign-in step, by the account's rule. */
export function asksSecondMeans(account: Account, person: PersonRow): boolean {
  return account.settings.secondMeansFor.includes(person.standing)
}

/** Whether the asker may issue or countersign a sign-in slip for someone (model I9): owners only by owners. */
export function helpControl(sight: Sight, personId: Id): Control {
  const person = sight.account.get('person', personId)
  if (!person || !sight.seesPerson(personId)) return { enabled: false, reason: 'There is no such person here.' }
  if (personId === sight.personId) return { enabled: false, reason: 'Someone else has to help you sign in.' }
  const asker = sight.account.get('person', sight.personId)
  if (person.standing === 'owner' && asker?.standing !== 'owner') {
    return { enabled: false, reason: 'Only an owner can help an owner sign in.' }
  }
  if (person.loginId === null || absenceAt(person, sight.now) !== undefined) {
    return { enabled: false, reason: 'You can help only someone who is active to sign in.' }
  }
  return controlOf(sight, 'help', 'change')
}

/** What became of people who have no access here any more, or not now. */
const ENDED = {
  left: 'have left and cannot open anything here',
  away: 'are away; access starts again when they are back',
  declined: 'declined the invitation',
  refused: 'were not admitted',
  withdrawn: 'have no invitation any more: it was withdrawn',
  erased: 'were erased',
} as const

/** Why someone cannot sign in here, as far as the account knows it (model A5); empty where nothing stands in the way. */
export function whyNotIn(sight: Sight, personId: Id): string[] {
  const { account, now } = sight
  const person = account.get('person', personId)
  if (!person) return []
  const today = dateOf(now, account.zone)
  const day = (instant: number) => dateInWords(lastDateBefore(instant, account.zone), today)
  const state = stateAt(account, person, now)
  const offer = account.by('offer', 'person', personId).find((one) => one.state === 'live')
  if (isOnRecord(person)) {
    if (!offer) return ['They are on record without a login. Invite them to sign in if they are to.']
    const until = offer.expiresAt <= now ? 'ran out' : 'runs out'
    return [`They are on record without a login. Their invitation to sign in ${until} on ${day(offer.expiresAt)}.`]
  }
  switch (state) {
    case 'invited':
      return [`They have not accepted their invitation yet. It runs out on ${offer ? day(offer.expiresAt) : 'later'}.`]
    case 'expired':
      return [`Their invitation ran out on ${offer ? day(offer.expiresAt) : 'an earlier day'}; send it again.`]
    case 'waiting':
      return ['They are waiting; someone has to admit them.']
    case 'active':
      break
    default:
      return [`They ${ENDED[state]}.`]
  }
  const absence = absenceAt(person, now)
  if (absence === 'engagement-not-begun') {
    return [
      `Their first day is ${dateInWords(dateOf(must(person.engagementFrom, 'engagementFrom'), account.zone), today)}. Until then they see only their own page.`,
    ]
  }
  return absence === 'engagement-over'
    ? [`Their last day was ${day(must(person.engagementUntil, 'engagementUntil'))}.`]
    : []
}
