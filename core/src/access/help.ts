import type { Account } from '../account/account.ts'
import type { Id, PersonRow } from '../account/rows.ts'
import { absenceAt, isOnRecord, stateAt } from '../people/presence.ts'
import { dateInWords, dateOf, lastDateBefore } from '../time/instants.ts'
import { controlOf, type Control } from './controls.ts'
import type { Sight } from './sight.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** Whether someone has to take a second sign-in step, by the account's rule. */
export function asksSecondMeans(account: Account, person: PersonRow): boolean {
  return account.settings.secondMeansFor.includes(person.standing)
}

/** Whether the asker may issue or countersign a sign-in slip for someone (model I9): owners only by owners. */
export function helpControl(sight: Sight, personId: Id): Control {
  const person = sight.account.get('person', personId)
  if (!person || !sight.seesPerson(personId))
    return { enabled: false, reason: say('access.there-is-no-such-person-here') }
  if (personId === sight.personId) return { enabled: false, reason: say('access.someone-else-has-to-help-you-sign-in') }
  const asker = sight.account.get('person', sight.personId)
  if (person.standing === 'owner' && asker?.standing !== 'owner') {
    return { enabled: false, reason: say('access.only-an-owner-can-help-an-owner-sign') }
  }
  if (person.loginId === null || absenceAt(person, sight.now) !== undefined) {
    return { enabled: false, reason: say('access.you-can-help-only-someone-who-is-active') }
  }
  return controlOf(sight, 'help', 'change')
}

/** What became of people who have no access here any more, or not now. */
const ENDED = {
  left: 'access.have-left-and-cannot-open-anything-here',
  away: 'access.are-away-access-starts-again-when-they-are',
  declined: 'access.declined-the-invitation',
  refused: 'access.were-not-admitted',
  withdrawn: 'access.have-no-invitation-any-more-it-was-withdrawn',
  erased: 'access.were-erased',
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
    if (!offer) return [say('access.they-are-on-record-without-a-login-invite')]
    const until = offer.expiresAt <= now ? say('access.ran-out') : say('access.runs-out')
    return [say('access.they-are-on-record-without-a-login-their', { until, day: day(offer.expiresAt) })]
  }
  switch (state) {
    case 'invited':
      return [
        say('access.they-have-not-accepted-their-invitation-yet', {
          day: offer ? day(offer.expiresAt) : say('access.later'),
        }),
      ]
    case 'expired':
      return [
        say('access.their-invitation-ran-out-on-send-it-again', {
          day: offer ? day(offer.expiresAt) : say('access.an-earlier-day'),
        }),
      ]
    case 'waiting':
      return [say('access.they-are-waiting-someone-has-to-admit-them')]
    case 'active':
      break
    default:
      return [say('access.they', { state: say(ENDED[state]) })]
  }
  const absence = absenceAt(person, now)
  if (absence === 'engagement-not-begun') {
    return [
      say('access.their-first-day-is-until-then-they-see', {
        date: dateInWords(dateOf(must(person.engagementFrom, 'engagementFrom'), account.zone), today),
      }),
    ]
  }
  return absence === 'engagement-over'
    ? [say('access.their-last-day-was', { day: day(must(person.engagementUntil, 'engagementUntil')) })]
    : []
}
