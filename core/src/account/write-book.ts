import { pathText } from '../places/tree.ts'
import { instantText, whenText, type Instant } from '../time/instants.ts'
import type { Account } from './account.ts'
import { BOOK_FORMAT, type AccountBook, type BookGrant, type BookPerson, type BookPlace } from './book-shape.ts'
import type { Id, PersonRow } from './rows.ts'
import { writeApprovers } from './read-approvers.ts'
import { keepingsOf } from './write-keeping.ts'
import { connectionsOf, leavingOf } from './write-leaving.ts'

/** Writes an account's present state and dated holdings as a book; reading it again gives the same account but for ids. */
export function writeBook(account: Account, asOf: Instant): AccountBook {
  const { name, zone, currency, locale, pathLabelDepth, guestsSeePeopleMet, secondMeansFor, outsidersNeedEnd, terms } =
    account.settings
  const { leaverLines, erasedAfterDays, erasedByItself } = account.settings
  const rules = {
    pathLabelDepth,
    guestsSeePeopleMet,
    secondMeansFor: [...secondMeansFor],
    outsidersNeedEnd,
    ...(terms ? { terms } : {}),
    ...(leaverLines.length > 0
      ? { handedBack: leaverLines.map(({ name: line, kinds }) => ({ name: line, kinds: [...kinds] })) }
      : {}),
    ...(erasedAfterDays === null ? {} : { erasedAfterDays }),
    ...(erasedByItself ? { erasedByItself } : {}),
  }
  const start = (instant: Instant) => whenText(instant, zone, 'beginning')
  const end = (instant: Instant | null) => (instant === null ? {} : { until: whenText(instant, zone, 'end') })
  const ref = (personId: Id) => {
    const id = account.leadsTo(personId)
    return account.personal(id, 'email') ?? `person-${id}`
  }
  const roleName = (roleId: Id) => account.get('role', roleId)?.name ?? roleId
  const grants = (key: string): BookGrant[] =>
    account.by('grant', 'subject', key).map((grant) => ({
      role: roleName(grant.roleId),
      place: pathText(account, grant.placeId),
      from: start(grant.from),
      ...end(grant.until),
      ...(grant.givenById ? { givenBy: ref(grant.givenById) } : {}),
      ...(grant.madeRoleId ? { makes: roleName(grant.madeRoleId) } : {}),
      ...(grant.approvers ? { approvers: writeApprovers(account, grant.approvers, ref) } : {}),
    }))
  const lineOf = (conditions: readonly (readonly [string, string])[]): Record<string, string> =>
    Object.fromEntries(
      conditions.map(([field, value]) => {
        const row = account.get('field', field)
        const text = field === 'employer' ? account.get('employer', value)?.name : undefined
        return [row?.name ?? field, row?.values.find((one) => one.id === value)?.name ?? text ?? value]
      }),
    )
  const textFields = [...account.all('field')].filter((field) => field.kind === 'text')
  const texts = (personId: Id) => {
    const found = textFields.flatMap(({ id, name: field }) => {
      const text = account.personal(personId, `field ${id}`)
      return text === undefined ? [] : [[field, text] as const]
    })
    return found.length > 0 ? { texts: Object.fromEntries(found) } : {}
  }
  const places = (parentId: Id): BookPlace[] =>
    account.by('place', 'parent', parentId).map((place) => ({
      name: place.name,
      kind: place.kind,
      ...(place.reference ? { reference: place.reference } : {}),
      ...(place.walled ? { walled: true } : {}),
      ...(place.approvers ? { approvers: writeApprovers(account, place.approvers, ref) } : {}),
      ...(place.archived ? { archived: true } : {}),
      places: places(place.id),
    }))
  const person = (row: PersonRow): BookPerson => {
    const email = account.personal(row.id, 'email')
    const otherEmail = account.personal(row.id, 'otherEmail')
    const { engagementFrom, engagementUntil, employerId, managerId } = row
    return {
      ...(email ? { email } : { key: ref(row.id) }),
      ...(account.personal(row.id, 'name') ? { name: account.nameOf(row.id) } : {}),
      kind: row.kind,
      standing: row.standing,
      state: row.state,
      ...(row.signatory ? { signatory: true } : {}),
      ...(row.recorded ? { onRecord: true } : {}),
      ...(otherEmail ? { otherEmail } : {}),
      ...(row.apartFrom.length > 0 ? { apartFrom: row.apartFrom.map(ref) } : {}),
      ...(managerId ? { manager: ref(managerId) } : {}),
      ...(employerId ? { employer: account.get('employer', employerId)?.name ?? employerId } : {}),
      engagement: { ...(engagementFrom === null ? {} : { from: start(engagementFrom) }), ...end(engagementUntil) },
      ...leavingOf(account, row, ref),
      groups: account
        .by('membership', 'person', row.id)
        .map((one) => account.get('group', one.groupId)?.name ?? one.groupId),
      ...(row.reference ? { reference: row.reference } : {}),
      ...(account.personal(row.id, 'phone') ? { phone: account.personal(row.id, 'phone') } : {}),
      ...texts(row.id),
      ...(Object.keys(row.choices).length > 0 ? { choices: lineOf(Object.entries(row.choices)) } : {}),
      seats: account.by('holding', 'person', row.id).map((holding) => ({
        seat: seatCode(holding),
        ...(holding.own ? { own: true } : {}),
        from: start(holding.givenFrom),
        ...(holding.countedFrom === null
          ? {}
          : { counted: start(Math.min(holding.countedFrom, holding.until ?? Infinity)) }),
        ...end(holding.until),
        ...(holding.origin === 'along' ? { along: true } : {}),
        ...(holding.givenById ? { givenBy: ref(holding.givenById) } : {}),
        ...(holding.endedById ? { endedBy: ref(holding.endedById) } : {}),
      })),
      grants: grants(`person ${row.id}`),
    }
  }
  return {
    format: BOOK_FORMAT,
    asOf: instantText(asOf),
    account: { name, zone, currency, locale, rules },
    employers: [...account.all('employer')].map((row) => row.name),
    ...archivedFirms(account),
    places: places(account.root.id),
    products: [...account.all('product')].map((row) => ({
      code: row.code,
      subscriptions: account
        .by('subscription', 'product', row.id)
        .map(({ from, on, plan }) => ({ from: start(from), on, ...(plan === null ? {} : { plan }) })),
      sheets: account.by('sheet', 'product', row.id).map(({ from, sheet }) => ({ from: start(from), sheet })),
      stock: [...account.all('stock')]
        .filter((stock) => stock.product === row.code)
        .map(({ seatType, number, from, source }) => ({
          ...{ seatType, number, from: start(from) },
          ...(source ? { source } : {}),
        })),
      fittings: account
        .by('fitting', 'product', row.code)
        .map(({ placeId, from, until }) => ({ place: pathText(account, placeId), from: start(from), ...end(until) })),
      use: account.by('use', 'product', row.code).map((use) => ({
        ...(use.allowance ? { allowance: use.allowance } : {}),
        ...(use.personId ? { person: ref(use.personId) } : {}),
        at: instantText(use.at),
        amount: use.amount,
        ...(use.reportedAt === use.at ? {} : { reported: instantText(use.reportedAt) }),
      })),
    })),
    roles: [...account.all('role')].map((row) => ({
      name: row.name,
      areas: { ...row.areas },
      ...(row.baseId ? { follows: roleName(row.baseId) } : {}),
      ...(row.approvers ? { approvers: writeApprovers(account, row.approvers, ref) } : {}),
      ...(row.wallPassing ? { wallPassing: true } : {}),
      ...(row.retired ? { retired: true } : {}),
    })),
    fields: [...account.all('field')].map(({ name: field, kind, own, asked, values }) => ({
      ...(kind === 'text' ? { kind, own, asked } : {}),
      name: field,
      values: values.map((one) => one.name),
    })),
    groups: [...account.all('group')].map((row) => ({
      name: row.name,
      ...(row.leadId ? { lead: ref(row.leadId) } : {}),
      ...(row.leads ? { leads: true } : {}),
      ...(row.rule
        ? { rule: row.rule.anyOf.map((line) => lineOf(line.map(({ field, value }) => [field, value]))) }
        : {}),
      grants: grants(`group ${row.id}`),
    })),
    standings: { member: grants('standing member'), guest: grants('standing guest') },
    people: [...account.all('person')].filter((row) => row.joinedInto === null).map(person),
    offers: [...account.all('offer')].map((offer) => ({
      to: ref(offer.personId),
      sponsor: ref(offer.sponsorId),
      state: offer.state,
      sent: start(offer.sentAt),
      expires: whenText(offer.expiresAt, zone, 'end'),
      grants: offer.grants.map((grant) => ({
        role: roleName(grant.roleId),
        place: pathText(account, grant.placeId),
        ...(grant.from === null ? {} : { from: start(grant.from) }),
        ...end(grant.until),
      })),
      seats: offer.seats.map(seatCode),
      ...(offer.seats.some(({ own }) => own) ? { ownSeats: offer.seats.filter(({ own }) => own).map(seatCode) } : {}),
      ...(offer.bounced ? { bounced: true } : {}),
      ...(offer.groupIds.length > 0
        ? { groups: offer.groupIds.map((id) => account.get('group', id)?.name ?? id) }
        : {}),
    })),
    packets: [...account.all('packet')].map((packet) => ({
      name: packet.name,
      kind: packet.kind,
      standing: packet.standing,
      seats: packet.seats.map(seatCode),
      groups: packet.groupIds.map((id) => account.get('group', id)?.name ?? id),
      grants: packet.grants.map(({ roleId, placeId }) => ({
        role: roleName(roleId),
        place: pathText(account, placeId),
      })),
    })),
    apart: [...account.all('separation')].map(({ oneId, otherId }) => [
      pathText(account, oneId),
      pathText(account, otherId),
    ]),
    allotments: [...account.all('allotment')].map((row) => ({
      place: pathText(account, row.placeId),
      seat: seatCode(row),
      number: row.number,
    })),
    ...connectionsOf(account),
    ...keepingsOf(account, ref),
    ...monthsOf(account),
  }
}

/** Firms nobody can be put into any more. */
function archivedFirms(account: Account): Pick<AccountBook, 'archivedEmployers'> {
  const names = [...account.all('employer')].filter(({ archived }) => archived).map(({ name }) => name)
  return names.length > 0 ? { archivedEmployers: names } : {}
}

/** Months that have closed, oldest first. */
function monthsOf(account: Account): Pick<AccountBook, 'months'> {
  const closed = [...account.all('closedMonth')].sort((one, other) => (one.month < other.month ? -1 : 1))
  const months = closed.map(({ month, closedAt, bill }) => ({
    month,
    closed: instantText(closedAt),
    lines: bill.lines,
  }))
  return months.length > 0 ? { months } : {}
}

function seatCode({ product, seatType }: { product: string; seatType: string }): string {
  return `${product}/${seatType}`
}
