import type { Account } from '../account/account.ts'
import type { PersonRow } from '../account/rows.ts'
import type { Instant } from '../time/instants.ts'
import { say } from '../words/say.ts'

/** Who can be erased: people who left or never came in (model P3). */
const ERASABLE: ReadonlySet<PersonRow['state']> = new Set([
  'left',
  'declined',
  'refused',
  'withdrawn',
  'expired',
  'invited',
])

/** Why someone cannot be erased: they are already, are not gone, or something of their leaving is open (model P3, X7). */
export function whyNotErasable(
  account: Account,
  person: PersonRow,
  now: Instant,
): 'erased' | 'not-gone' | 'leaving' | undefined {
  if (person.state === 'erased') return 'erased'
  const isInvited = account.by('offer', 'person', person.id).some((one) => one.state === 'live' && one.expiresAt > now)
  if (!ERASABLE.has(person.state) || isInvited) return 'not-gone'
  const isLeaving = account.by('departure', 'person', person.id).some((one) => one.state === 'running')
  return isLeaving ? 'leaving' : undefined
}

/** Whether someone left longer ago than the account keeps people for (model X7). */
export function isDueToErase(account: Account, person: PersonRow, now: Instant): boolean {
  const { erasedAfterDays } = account.settings
  if (erasedAfterDays === null || person.state !== 'left') return false
  const until = now - erasedAfterDays * 86_400_000_000
  return (person.engagementUntil ?? Infinity) < until && whyNotErasable(account, person, now) === undefined
}

/** Whom the account erases by itself by now; nobody where it only reminds. */
export function erasedByItselfNow(account: Account, now: Instant): PersonRow[] {
  if (!account.settings.erasedByItself) return []
  return [...account.all('person')].filter((person) => isDueToErase(account, person, now))
}

/** What goes and what stays when someone is erased, in sentences (model X7). */
export function erasureInWords(account: Account, person: PersonRow): string[] {
  const fields = account.personalOf(person.id).map(({ field }) => field)
  const named = (['name', 'email'] as const).filter((field) => fields.includes(field))
  const others = fields.length - named.length
  const more = others === 0 ? [] : [say('leaving.more-values', { others })]
  const hasRecord = account.by('departure', 'person', person.id).some((one) => one.state === 'done')
  const values = named.map((field) => say('leaving.their-value', { field }))
  const goes = [...values, ...more, ...(hasRecord ? [say('leaving.the-signed-leavers-record')] : [])]
  return [
    say('leaving.destroyed-their-login-too-unless-they-use-it', {
      list: goes.join(', ') || say('leaving.nothing-personal-is-kept-any-more'),
    }),
    say('leaving.kept-under-a-pseudonym-what-they-did-in'),
  ]
}
