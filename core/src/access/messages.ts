import type { Id, PersonRow } from '../account/rows.ts'
import { dateInWords, dateOf, lastDateBefore } from '../time/instants.ts'
import type { Sight } from './sight.ts'

const REACHED = ['invited', 'waiting', 'active', 'away']

/**
 * Whom the asker may write to of those named: their reports, or anybody for anyone who changes people; with an address.
 */
export function mayBeWrittenTo(sight: Sight, personIds: readonly Id[]): Id[] {
  const office = sight.can('people', 'change')
  return personIds.filter((id) => {
    const person = sight.account.get('person', id)
    if (!person || !REACHED.includes(person.state) || sight.depthOf(id) !== 'record') return false
    return (office || sight.isReport(id)) && sight.account.personal(id, 'email') !== undefined
  })
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
