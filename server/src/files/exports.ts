import { Equals } from 'class-validator'
import { instantText, isHeldAt, productAt, type Account, type Id, type Sight } from '@lodge/core'
import { entryAt, must } from '@lodge/core/must'
import { LodgeError, notFound } from '../errors.ts'
import { signDocument } from '../signin/signing-keys.ts'
import { closeAccount } from '../store/close-account.ts'
import { lastEventsOf } from '../store/events.ts'
import { readEntries } from '../store/ledger.ts'
import { download } from './download.ts'
import { entryView } from '../account/ledger.ts'
import { route } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
/** So many of the latest entries that name someone are part of what is kept on them. */
const ENTRIES = 1000

class CloseBody {
  /** The account's name, typed by the person who closes it. */
  @Equals('close') confirm!: 'close'
}

export const exportRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/people/{personId}/export`,
    heavy: true,
    summary: 'Everything kept about one person: for themselves, and for people with the right to run departures.',
    async answer({ lodge, account, accountId, personId, sight, params, ctx, now }) {
      const id = must(params.personId, 'personId')
      const person = account.get('person', id)
      if (!person || (id !== personId && (!sight.can('people', 'change') || !sight.seesPerson(id)))) throw notFound()
      ctx.attachment('kept-on-one-person.json')
      const entries = await readEntries(lodge.pools.requests, accountId, ENTRIES, { about: id })
      const events = await lastEventsOf(lodge.pools.requests, accountId, id, [
        'signed-in',
        'signed-out',
        'sign-in-refused',
      ])
      return {
        format: 'jolly-porter/kept-on-one-person@1',
        account: account.settings.name,
        exportedAt: instantText(now),
        ...kept(account, id, now),
        signIns: events.map(({ kind, at }) => ({ kind, at: instantText(at) })),
        // Cut to what anyone who asks sees, like any other reading of the ledger.
        ledger: entries
          .map((entry) => entryView(entry, sight))
          .map(({ at, sentences, hash }) => ({ at, sentences, hash })),
      }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/export`,
    heavy: true,
    grave: true,
    summary: 'The account export (docs/schema/account-book.schema.json). For owners.',
    async answer(ask) {
      mustOwn(ask.sight)
      return download(ask, 'account-book.json', 'account-book.json')
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/close`,
    grave: true,
    summary: 'Closes the account for good and deletes everything in it. Answers a signed certificate.',
    body: CloseBody,
    async answer({ lodge, account, accountId, sight, now }) {
      mustOwn(sight)
      if (!sight.can('billing', 'run')) throw notFound()
      const loaded = await lodge.accounts.get(accountId)
      const certificate = {
        format: 'jolly-porter/account-closed@1',
        accountId,
        closedAt: instantText(now),
        entries: account.version,
        ledgerHead: loaded?.headHash ?? null,
      }
      const jws = await signDocument(lodge, lodge.pools.requests, certificate, 'account-closed+jws')
      await closeAccount(lodge.pools.work, accountId)
      lodge.accounts.forget(accountId)
      return { certificate, jws }
    },
  }),
]

function mustOwn(sight: Sight): void {
  if (sight.account.get('person', sight.personId)?.standing === 'owner') return
  throw new LodgeError(403, 'owners-only', say('files.only-an-owner-can-export-or-close-the'))
}

/** What the account's rows and personal values say of one person. */
function kept(account: Account, personId: Id, now: number): object {
  const person = must(account.get('person', personId), 'person')
  const text = (instant: number | null) => (instant === null ? null : instantText(instant))
  const fieldName = (field: string) =>
    account.get('field', field.replace('field ', ''))?.name ?? entryAt(field.split(' '), 0)
  return {
    personId,
    personal: Object.fromEntries(account.personalOf(personId).map(({ field, value }) => [fieldName(field), value])),
    record: {
      ...{ kind: person.kind, standing: person.standing, state: person.state, reference: person.reference },
      employer: account.get('employer', person.employerId)?.name ?? null,
      engagement: { from: text(person.engagementFrom), until: text(person.engagementUntil) },
    },
    keys: account.by('grant', 'person', personId).map(({ roleId, placeId, from, until }) => ({
      role: account.get('role', roleId)?.name,
      place: account.get('place', placeId)?.name,
      ...{ from: text(from), until: text(until) },
    })),
    seats: account.by('holding', 'person', personId).map((one) => ({
      product: productAt(account, one.product, now)?.sheet.name ?? one.product,
      seatType: one.seatType,
      ...{ from: text(one.givenFrom), until: text(one.until), held: isHeldAt(account, one, now) },
    })),
    groups: account.by('membership', 'person', personId).map(({ groupId }) => account.get('group', groupId)?.name),
    timesAway: account
      .by('absence', 'person', personId)
      .map(({ from, until, state }) => ({ from: text(from), until: text(until), state })),
  }
}
