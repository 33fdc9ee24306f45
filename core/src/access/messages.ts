import type { Id, PersonRow } from '../account/rows.ts'
import { dateInWords, dateOf, lastDateBefore } from '../time/instants.ts'
import { controlOf, type Control } from './controls.ts'
import type { Sight } from './sight.ts'
import { say } from '../words/say.ts'

const REACHED = ['invited', 'waiting', 'active', 'away']

/**
 * Whom the asker may write to of those named: their reports, or anybody for anyone who changes people; with an address.
 */
export function mayBeWrittenTo(sight: Sight, personIds: readonly Id[]): Id[] {
  return personIds.filter((id) => writeControl(sight, id).enabled)
}

/** Whether the asker may write to someone: their manager or the office, to an email address, while they are in. */
export function writeControl(sight: Sight, personId: Id): Control {
  const person = sight.account.get('person', personId)
  if (!person || sight.depthOf(personId) !== 'record')
    return { enabled: false, reason: say('access.there-is-no-such-person-here') }
  if (!REACHED.includes(person.state))
    return { enabled: false, reason: say('access.you-can-write-only-to-someone-who-is') }
  if (sight.account.personal(personId, 'email') === undefined) {
    return { enabled: false, reason: say('access.they-have-no-email-address') }
  }
  return sight.isReport(personId) ? { enabled: true } : controlOf(sight, 'people', 'change')
}

/** Replaced by something of the one who reads it, in a message’s text. */
export const MESSAGE_WORDS = ['name', 'account', 'until'] as const

/** A message’s text as one person reads it: `{name}`, `{account}` and `{until}` are theirs; anything else stays. */
export function messageText(sight: Sight, person: PersonRow, text: string): string {
  const { account, now } = sight
  const until = person.engagementUntil
  const words: Record<(typeof MESSAGE_WORDS)[number], string> = {
    name: account.nameOf(person.id),
    account: account.settings.name,
    until: until === null ? '' : dateInWords(lastDateBefore(until, account.zone), dateOf(now, account.zone)),
  }
  return text.replaceAll(/\{(\w+)\}/g, (whole, word: string) => words[word as keyof typeof words] ?? whole)
}
