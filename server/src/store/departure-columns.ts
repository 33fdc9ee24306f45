import { boolean, json, plain, type Layout } from './column-kinds.ts'

/** Going away, leaving, and the products that are told: a part of the layout in `columns.ts`. */
export const DEPARTURE_LAYOUT: Layout<'departure' | 'step' | 'absence' | 'connection'> = {
  departure: {
    table: 'departure',
    columns: [
      plain('personId', 'person_id'),
      plain('plannerId', 'planner_id'),
      plain('plannedAt', 'planned_at_us'),
      plain('at', 'at_us'),
      plain('state', 'state'),
      json('handovers', 'handovers'),
      plain('engagementBefore', 'engagement_before_us'),
      json('ended', 'ended'),
    ],
  },
  step: {
    table: 'departure_step',
    columns: [
      plain('departureId', 'departure_id'),
      plain('position', 'position'),
      plain('kind', 'kind'),
      plain('what', 'what'),
      plain('subject', 'subject'),
      json('taker', 'taker'),
      plain('state', 'state'),
      plain('note', 'note'),
      plain('doneAt', 'done_at_us'),
    ],
  },
  absence: {
    table: 'absence',
    columns: [
      plain('personId', 'person_id'),
      plain('from', 'from_us'),
      plain('until', 'until_us'),
      plain('state', 'state'),
      plain('askedById', 'asked_by_id'),
      plain('decidedById', 'decided_by_id'),
      boolean('keepSeats', 'keep_seats'),
      json('seats', 'seats'),
      plain('substituteId', 'substitute_id'),
      plain('agreedMinor', 'agreed_minor'),
      boolean('withoutSeats', 'without_seats'),
    ],
  },
  connection: {
    table: 'product_connection',
    columns: [
      plain('product', 'product'),
      plain('scimAddress', 'scim_address'),
      plain('thingsAddress', 'things_address'),
      boolean('on', 'is_on'),
      plain('since', 'since_us'),
      plain('trouble', 'trouble'),
      plain('troubleSince', 'trouble_since_us'),
    ],
  },
}
