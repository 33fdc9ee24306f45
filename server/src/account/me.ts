import { absenceAt, asksSecondMeans, roomsOf, Sight, type Me } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { instantFor } from '../store/accounts.ts'
import type { PersonOfLogin } from '../store/read-account.ts'
import type { Session } from '../store/sessions.ts'

/** Where a session is in, of all the accounts its login is a person in. */
export async function meOf(
  lodge: Lodge,
  session: Pick<Session, 'accountId'> & Partial<Session>,
  email: string,
  people: readonly PersonOfLogin[],
): Promise<Me> {
  const accounts: Me['accounts'] = []
  let current: Me['current'] = null
  for (const { accountId, personId } of people) {
    const loaded = await lodge.accounts.get(accountId)
    const person = loaded?.account.get('person', personId)
    if (!loaded || !person) continue
    const now = instantFor(loaded, lodge.clock)
    const absence = absenceAt(person, now)
    if (absence && absence !== 'engagement-not-begun') continue
    const { name, zone, currency, locale } = loaded.account.settings
    accounts.push({ id: accountId, name, personId })
    if (session.accountId !== accountId) continue
    const narrow = session.strength === 'slip'
    const needsMeans = session.strength === 'password' && asksSecondMeans(loaded.account, person)
    const sight = new Sight(loaded.account, personId, now)
    const more = {
      rooms: narrow || needsMeans ? [] : roomsOf(sight),
      narrow,
      needsMeans,
      zone,
      currency,
      locale,
      seesMoney: sight.money,
      isOwner: person.standing === 'owner',
    }
    current = { accountId, accountName: name, personId, name: loaded.account.nameOf(personId), ...more }
  }
  return { email, accounts, current }
}
