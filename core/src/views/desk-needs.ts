import type { Id, PersonRow } from '../account/rows.ts'
import type { LocalDate } from '../time/instants.ts'
import type { TaskView } from '../products/task-words.ts'
import type { Sight } from '../access/sight.ts'
import { offersWaiting } from '../people/presence.ts'
import { say } from '../words/say.ts'

export type NeedKind =
  | 'waiting'
  | 'request'
  | 'planned-refused'
  | 'closing-overdue'
  | 'task-close'
  | 'task'
  | 'tasks'
  | 'nobody-keeps'
  | 'twin'
  | 'record-asked'
  | 'no-role'
  | 'shared-review'
  | 'product-away'
  | 'step-blocked'
  | 'to-hand-back'
  | 'away-asked'
  | 'back-without-seats'
  | 'to-erase'
  | 'invitation-bounced'
  | 'engagement-over'
  | 'invitation-expiring'
  | 'invitation-expired'
  | 'ends-soon'

/** How soon something needs someone, most urgent first. */
export const URGENCIES = ['at-once', 'answer', 'soon'] as const

export type Urgency = (typeof URGENCIES)[number]

export const URGENCY_OF: Readonly<Record<NeedKind, Urgency>> = {
  'closing-overdue': 'at-once',
  'task-close': 'at-once',
  task: 'answer',
  tasks: 'answer',
  'nobody-keeps': 'soon',
  twin: 'soon',
  'record-asked': 'answer',
  'no-role': 'soon',
  'shared-review': 'soon',
  'product-away': 'at-once',
  'step-blocked': 'at-once',
  'engagement-over': 'at-once',
  'back-without-seats': 'at-once',
  'planned-refused': 'at-once',
  waiting: 'answer',
  request: 'answer',
  'away-asked': 'answer',
  'invitation-bounced': 'soon',
  'invitation-expiring': 'soon',
  'invitation-expired': 'soon',
  'ends-soon': 'soon',
  'to-hand-back': 'soon',
  'to-erase': 'soon',
}

/** One thing that needs someone, with the person or product it is about. */
export interface Need {
  kind: NeedKind
  /** Null where it is about a product. */
  personId: Id | null
  name: string
  /** When it ends, ended or runs out. */
  date: LocalDate | null
  detail: string
  /** The invitation it is about. */
  offerId?: Id
  /** The departure it is about. */
  departureId?: Id
  /** What is to be done in a product. */
  task?: TaskView
  /** The product it is about. */
  product?: string
  /** The other of two records that may be of one person. */
  otherId?: Id
}

export function need(sight: Sight, person: PersonRow, kind: NeedKind, date: LocalDate | null): Need {
  const detail =
    kind === 'waiting' ? offered(sight, person) : (sight.account.get('employer', person.employerId)?.name ?? '')
  return { kind, personId: person.id, name: sight.account.nameOf(person.id), date, detail }
}

/** `Gardener at Corvane Harbour; Client view at Hollin Museum`. */
export function offered(sight: Sight, person: PersonRow): string {
  const { account, now } = sight
  const again = offersWaiting(account, person, now)
  const offers = again.length > 0 ? again : account.by('offer', 'person', person.id)
  return offers
    .flatMap((offer) => offer.grants)
    .map((one) =>
      say('views.at', {
        role: sight.account.get('role', one.roleId)?.name ?? say('views.a-role'),
        place: sight.placeName(one.placeId),
      }),
    )
    .join('; ')
}
