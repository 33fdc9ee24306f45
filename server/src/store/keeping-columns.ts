import { json, plain, type Layout } from './column-kinds.ts'

/** How products are kept by hand, and what is known of the accounts in them. */
export const KEEPING_LAYOUT: Layout<'keeping' | 'known' | 'memberList' | 'sharedLogin' | 'recordRequest'> = {
  keeping: {
    table: 'product_keeping',
    columns: [
      plain('product', 'product'),
      plain('way', 'way'),
      plain('keeperKind', 'keeper_kind'),
      plain('keeperId', 'keeper_id'),
      plain('placeId', 'place_id'),
      plain('since', 'since_us'),
      json('words', 'words'),
    ],
  },
  known: {
    table: 'known_account',
    columns: [
      plain('product', 'product'),
      plain('personId', 'person_id'),
      plain('remoteId', 'remote_id'),
      plain('state', 'state'),
      plain('seatType', 'seat_type'),
      plain('asOf', 'as_of_us'),
      plain('source', 'source'),
      plain('byId', 'by_id'),
      plain('listId', 'list_id'),
      plain('lastUsedAt', 'last_used_at_us'),
      plain('closingSince', 'closing_since_us'),
    ],
  },
  memberList: {
    table: 'member_list',
    columns: [
      plain('product', 'product'),
      plain('asOf', 'as_of_us'),
      plain('appliedAt', 'applied_at_us'),
      plain('byId', 'by_id'),
      plain('hash', 'hash'),
      plain('count', 'row_count'),
      json('columns', 'list_columns'),
    ],
  },
  sharedLogin: {
    table: 'shared_login',
    columns: [
      plain('product', 'product'),
      plain('responsibleId', 'responsible_id'),
      json('userIds', 'user_ids'),
      plain('seatType', 'seat_type'),
      plain('from', 'from_us'),
      plain('until', 'until_us'),
      plain('reviewAt', 'review_at_us'),
      plain('passwordDueSince', 'password_due_since_us'),
    ],
  },
  recordRequest: {
    table: 'record_request',
    columns: [
      plain('product', 'product'),
      plain('askedById', 'asked_by_id'),
      plain('askedAt', 'asked_at_us'),
      plain('kind', 'kind'),
      plain('seatType', 'seat_type'),
      plain('firm', 'firm'),
    ],
  },
}
