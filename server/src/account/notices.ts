import { IsBoolean, IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import ical from 'ical-generator'
import {
  addDays,
  dateOf,
  isPresent,
  Sight,
  stateAt,
  tokenControl,
  untilDate,
  type Account,
  type Instant,
  type LocalDate,
  type PersonRow,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { LodgeError, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { instantFor } from '../store/accounts.ts'
import { ACCEPTED, readNotices, renewCalendar, setNotices, type Accepted } from '../store/notice-settings.ts'
import { seeNotices, unseenNotices } from '../store/notices.ts'
import { route } from '../http/route.ts'
import { tokensOfAccount } from '../store/product-tokens.ts'
import { tokenView } from './product-tokens.ts'
import { waitingAtTheDoor } from './slips.ts'
import { say } from '@lodge/core/say'

const NOTICES = '/api/accounts/{accountId}/notices'

export class SetNotices {
  @IsOptional() @IsBoolean() digest?: boolean
  /** How you hear that someone accepted your invitation, besides on the Desk. */
  @IsOptional() @IsIn(ACCEPTED) accepted?: Accepted
  /** Whether an email comes when someone signed in with a slip and waits to be confirmed. */
  @IsOptional() @IsBoolean() helpMail?: boolean
}

export class StopDigest {
  /** What is behind # in the message's link. */
  @IsString() @MaxLength(200) token!: string
}

function calendarPath(lodge: Lodge, accountId: string, personId: string, number: number): string {
  const mac = lodge.configuration.keyRing.tokenFor({ purpose: 'calendar', accountId, id: personId, number })
  return `/api/calendar/${accountId}.${personId}.${mac}.ics`
}

/** Reads `account.person.mac` and checks that we made it. */
function readMac(
  lodge: Lodge,
  token: string,
  purpose: string,
  number: number,
): { accountId: string; personId: string } | undefined {
  const [accountId = '', personId = '', mac = ''] = token.split('.')
  const genuine = lodge.configuration.keyRing.isToken(mac, { purpose, accountId, id: personId, number })
  return genuine ? { accountId, personId } : undefined
}

/** A token that runs out within so many days is called to mind. */
const TOKEN_DAYS = 14

/** Tokens that run out soon, or whose responsible person is no longer in, for those who look after them (model E4). */
async function tokensToLookAfter(lodge: Lodge, accountId: string, account: Account, sight: Sight, now: Instant) {
  const mayRun = tokenControl(sight).enabled
  const soon = untilDate(addDays(dateOf(now, account.zone), TOKEN_DAYS), account.zone)
  const tokens = await tokensOfAccount(lodge.pools.requests, accountId)
  return tokens
    .filter(({ responsibleId }) => mayRun || responsibleId === sight.personId)
    .map((token) => ({ ...tokenView({ sight, account }, token, now), soon: (token.expiresAt ?? Infinity) <= soon }))
    .filter(
      ({ over, soon: runsOut, uncared, responsibleId }) => !over && (runsOut || (uncared && responsibleId !== null)),
    )
}

export const noticeRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${NOTICES}/mine`,
    summary: 'Changes of your access that you have not seen yet.',
    async answer({ lodge, account, accountId, personId, sight }) {
      const all = await unseenNotices(lodge.pools.requests, accountId, personId)
      const found = all.filter(({ kind }) => kind === 'changed')
      const zone = account.zone
      return {
        notices: found.map(({ id, actorId, at }) => ({ id, by: sight.personName(actorId), on: dateOf(at, zone) })),
      }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${NOTICES}/mine/seen`,
    answers: ['nothing'],
    summary: 'Marks them as seen.',
    async answer({ lodge, accountId, personId, now }) {
      await seeNotices(lodge.pools.requests, accountId, personId, ['changed'], now)
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${NOTICES}/desk`,
    summary: 'Who accepted an invitation of yours, and who waits for someone like you to confirm it is them.',
    async answer({ lodge, accountId, personId, sight, account, now }) {
      const notices = await unseenNotices(lodge.pools.requests, accountId, personId)
      const taken = notices.flatMap(({ id, kind, actorId, at }) => {
        const about = { id, kind, personId: actorId, name: sight.personName(actorId), on: dateOf(at, account.zone) }
        return kind === 'changed' ? [] : [about]
      })
      return {
        taken,
        atTheDoor: await waitingAtTheDoor(lodge, accountId, sight, now),
        tokens: await tokensToLookAfter(lodge, accountId, account, sight, now),
      }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${NOTICES}/desk/seen`,
    answers: ['nothing'],
    summary: 'Marks those who accepted as seen.',
    async answer({ lodge, accountId, personId, now }) {
      await seeNotices(lodge.pools.requests, accountId, personId, ['accepted', 'waits'], now)
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: NOTICES,
    summary: 'Your settings for email from this account, and the address of your calendar.',
    async answer({ lodge, accountId, personId }) {
      const { digest, calendarNumber, accepted, helpMail } = await readNotices(
        lodge.pools.requests,
        accountId,
        personId,
      )
      const path = calendarNumber > 0 ? calendarPath(lodge, accountId, personId, calendarNumber) : null
      return { digest, accepted, helpMail, calendar: path && lodge.configuration.publicOrigin + path }
    },
  }),
  route({
    audience: 'account',
    method: 'put',
    path: NOTICES,
    answers: ['nothing'],
    summary: 'Sets which emails you get from this account; what is left out stays.',
    body: SetNotices,
    async answer({ lodge, accountId, personId, body }) {
      await setNotices(lodge.pools.requests, accountId, personId, { ...body })
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${NOTICES}/calendar`,
    summary: 'A new secret address for your calendar. The old one stops working at once.',
    async answer({ lodge, accountId, personId }) {
      const number = await renewCalendar(lodge.pools.requests, accountId, personId)
      return { calendar: lodge.configuration.publicOrigin + calendarPath(lodge, accountId, personId, number) }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/digest/stop',
    answers: ['nothing'],
    summary: 'Turns the morning email off, with the link in it.',
    body: StopDigest,
    async answer({ lodge, ctx, body }) {
      const who = readMac(lodge, body.token, 'digest', 0)
      if (!who) {
        await lodge.limits.countToken(ctx.ip)
        throw new LodgeError(404, 'link-dead', say('requests.this-link-does-not-work-turn-the-morning'))
      }
      await setNotices(lodge.pools.requests, who.accountId, who.personId, { digest: false })
      return undefined
    },
  }),
  route({
    audience: 'anyone',
    method: 'get',
    path: '/api/calendar/{token}',
    answers: ['calendar'],
    summary: 'Arrivals, returns and ends as iCalendar (RFC 5545), behind a secret address.',
    async answer({ lodge, ctx, params }) {
      const token = must(params.token, 'token').replace(/\.ics$/, '')
      const [accountId = '', personId = ''] = token.split('.')
      const known = /^[0-9a-f-]{36}$/.test(accountId) && /^[0-9a-f-]{36}$/.test(personId)
      const { calendarNumber } = known
        ? await readNotices(lodge.pools.requests, accountId, personId)
        : { calendarNumber: 0 }
      const loaded =
        calendarNumber > 0 && readMac(lodge, token, 'calendar', calendarNumber)
          ? await lodge.accounts.get(accountId)
          : undefined
      const person = loaded?.account.get('person', personId)
      const now = loaded ? instantFor(loaded, lodge.clock) : 0
      // Anyone who is not in any more sees nothing, whatever address they kept.
      if (!loaded || !person || !isPresent(person, now)) {
        await lodge.limits.countToken(ctx.ip)
        throw notFound()
      }
      ctx.set('Content-Type', 'text/calendar; charset=utf-8')
      ctx.set('Cache-Control', 'no-store')
      return calendarOf(lodge, loaded.account, new Sight(loaded.account, personId, now), now)
    },
  }),
]

/** Days of beginning and ending of everyone whose record the asker sees. */
function calendarOf(lodge: Lodge, account: Account, sight: Sight, now: Instant): string {
  const calendar = ical({
    name: account.settings.name,
    prodId: { company: say('requests.jolly-porter'), product: 'Lodge' },
  })
  const host = new URL(lodge.configuration.publicOrigin).hostname
  const today = dateOf(now, account.zone)
  const [from, until] = [addDays(today, -60), addDays(today, 400)]
  const add = (person: PersonRow, what: string, day: LocalDate) => {
    if (day < from || day > until) return
    const start = new Date(`${day}T00:00:00Z`)
    calendar.createEvent({
      id: `${person.id}-${what}@${host}`,
      start,
      allDay: true,
      stamp: new Date(now / 1000),
      summary: `${account.nameOf(person.id)} ${what}`,
      url: `${lodge.configuration.publicOrigin}/people/${person.id}`,
    })
  }
  for (const person of sight.visiblePeople()) {
    if (sight.depthOf(person.id) !== 'record') continue
    if (!['invited', 'waiting', 'active', 'away'].includes(stateAt(account, person, now))) continue
    if (person.engagementFrom !== null) add(person, 'begins', dateOf(person.engagementFrom, account.zone))
    if (person.engagementUntil !== null) add(person, 'ends', dateOf(person.engagementUntil - 1, account.zone))
  }
  return calendar.toString()
}
