import type { Id, PersonRow } from '../../account/rows.ts'
import { atLeast, rank } from '../../access/levels.ts'
import { type Level } from '../../account/level.ts'
import { givenBy } from '../../access/powers.ts'
import { entryOf } from '../../access/roles.ts'
import type { Sight } from '../../access/sight.ts'
import { upwards } from '../../places/tree.ts'
import { areasAt, productAt } from '../../products/catalogue.ts'
import type { SheetSeatType } from '../../account/sheet-shape.ts'
import { moneyText } from '../../seats/money.ts'
import { Draft } from '../engine/draft.ts'
import type { Change } from '../engine/decide.ts'
import type { Invite } from '../offers/invite.ts'
import { maySteer } from '../offers/offers.ts'
import { withCheaper, withoutKey } from './mends.ts'
import type { Warning } from '../engine/warning.ts'
import { say } from '../../words/say.ts'

/** What an invitation offers more than it needs: a dearer seat than its roles can use, a role another key covers already. */
export function hintsOf(changes: readonly Change[], invite: Invite, sight: Sight): Warning[] {
  return [...cheaperSeats(changes, invite, sight), ...coveredKeys(changes, invite, sight)]
}

/** A cheaper type of the same product whose caps reach as far as what is given with it (model A1, S9). */
function cheaperSeats(changes: readonly Change[], invite: Invite, sight: Sight): Warning[] {
  const { seats, grants } = invite
  const { account, now } = sight
  const { currency, locale } = account.settings
  const roleIds = [...new Set(grants.map((grant) => grant.roleId))]
  return seats.flatMap((seat) => {
    const { product, seatType } = seat
    const sheet = productAt(account, product, now)?.sheet
    const type = sheet?.seatTypes.find((one) => one.code === seatType)
    if (!sheet || !type || roleIds.length === 0) return []
    const needed = levelsNeeded(roleIds, product, sight)
    const [cheaper] = sheet.seatTypes
      .filter((one) => one.priceMinor < type.priceMinor && one.use === type.use)
      .filter((one) => [...needed].every(([area, level]) => atLeast(capIn(one, area), level)))
      .sort((one, other) => one.priceMinor - other.priceMinor)
    if (!cheaper) return []
    const saved = sight.money
      ? say('docket.a-month-less', { money: moneyText(type.priceMinor - cheaper.priceMinor, currency, locale) })
      : ''
    const sentence = say('docket.a-seat-in-is-enough-for-the-access', {
      cheaper: cheaper.name,
      sheet: sheet.name,
      saved,
    })
    const mend = withCheaper(changes, invite, seat, { product, seatType: cheaper.code }, cheaper.name)
    return [{ code: 'cheaper-seat', sentence, mend }]
  })
}

/** The highest level of each of a product’s areas that the roles give. */
function levelsNeeded(roleIds: readonly Id[], product: string, sight: Sight): Map<string, Level> {
  const { account, now } = sight
  const needed = new Map<string, Level>()
  for (const area of areasAt(account, now)) {
    if (!area.key.startsWith(`${product}/`)) continue
    for (const roleId of roleIds) {
      const role = account.get('role', roleId)
      const entry = role && entryOf(account, role, area)
      const level = entry ? givenBy(entry).approval : 'none'
      if (rank(level) > rank(needed.get(area.area.code) ?? 'none')) needed.set(area.area.code, level)
    }
  }
  return needed
}

function capIn({ caps, capElsewhere }: SheetSeatType, area: string): Level {
  return caps[area] ?? capElsewhere
}

/** The same role above and beneath, or by a group as well: the lower key adds nothing unless a wall is between. */
function coveredKeys(changes: readonly Change[], invite: Invite, sight: Sight): Warning[] {
  const { grants, groupIds = [] } = invite
  const { account } = sight
  const byGroups = groupIds.flatMap((id) => account.by('grant', 'subject', `group ${id}`))
  return grants.flatMap(({ grantId, roleId, placeId }) => {
    const role = account.get('role', roleId)
    const above = coveringPlaces(placeId, sight)
    const cover = [...grants, ...byGroups].find(
      (one) => one.roleId === roleId && (above.has(one.placeId) || (one.placeId === placeId && 'subjectKind' in one)),
    )
    if (!role || !cover) return []
    const by =
      'subjectKind' in cover
        ? say('docket.a-group-they-come-into')
        : say('docket.the-same-role-at', { place: sight.placeName(cover.placeId) })
    const sentence = say('docket.at-is-already-given-by', { role: role.name, place: sight.placeName(placeId), by })
    return [{ code: 'covered-key', sentence, mend: withoutKey(changes, invite, grantId) }]
  })
}

/** The places above whose grants come down to a place: as far as the first wall (model T3). */
function coveringPlaces(placeId: Id, { account }: Sight): Set<Id> {
  const found = new Set<Id>()
  let walled = false
  for (const place of upwards(account, placeId)) {
    if (walled) break
    if (place.id !== placeId) found.add(place.id)
    walled = place.walled
  }
  return found
}

/**
 * Who may print the first slip of someone invited without an address: who sent it, or anyone who changes people (P1).
 */
export function mayPrintFirstSlip(sight: Sight, person: PersonRow): boolean {
  const { account } = sight
  const offer = account.by('offer', 'person', person.id).find((one) => one.state === 'live')
  const isOpen = person.state === 'invited' && offer !== undefined && offer.expiresAt > sight.now
  const isNamed = account.personal(person.id, 'email') === undefined
  if (!isOpen || !isNamed || !(offer.sponsorId === sight.personId || sight.can('people', 'change'))) return false
  // The actor who prints it decides who takes the offer up (model I10).
  return maySteer(new Draft(account, { kind: 'person', personId: sight.personId }, sight.now), offer)
}
