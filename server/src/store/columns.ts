import type { AnyRow, Rows, TableName } from '@lodge/core'
import { boolean, json, plain, type Layout } from './column-kinds.ts'
import { DEPARTURE_LAYOUT } from './departure-columns.ts'
import { KEEPING_LAYOUT } from './keeping-columns.ts'
import { PRODUCT_LAYOUT } from './product-columns.ts'

/** Which table and columns keep each of the core's rows; instants are microseconds in `…_us`. */
const LAYOUT: Layout<TableName> = {
  settings: {
    table: 'account_settings',
    columns: [
      plain('name', 'name'),
      plain('zone', 'zone'),
      plain('currency', 'currency'),
      plain('locale', 'locale'),
      plain('pathLabelDepth', 'path_label_depth'),
      boolean('guestsSeePeopleMet', 'guests_see_people_met'),
      plain('openedAt', 'opened_at_us'),
      json('secondMeansFor', 'second_means_for'),
      boolean('outsidersNeedEnd', 'outsiders_need_end'),
      plain('terms', 'terms'),
      json('leaverLines', 'leaver_lines'),
      plain('erasedAfterDays', 'erased_after_days'),
      boolean('erasedByItself', 'erased_by_itself'),
    ],
  },
  employer: { table: 'employer', columns: [plain('name', 'name'), boolean('archived', 'archived')] },
  place: {
    table: 'place',
    columns: [
      plain('parentId', 'parent_id'),
      plain('name', 'name'),
      plain('kind', 'kind'),
      plain('reference', 'reference'),
      boolean('walled', 'walled'),
      boolean('archived', 'archived'),
      json('approvers', 'approvers'),
    ],
  },
  role: {
    table: 'role',
    columns: [
      plain('name', 'name'),
      json('areas', 'areas'),
      plain('baseId', 'base_id'),
      json('approvers', 'approvers'),
      boolean('wallPassing', 'wall_passing'),
      boolean('retired', 'retired'),
    ],
  },
  person: {
    table: 'person',
    columns: [
      plain('kind', 'kind'),
      plain('standing', 'standing'),
      plain('state', 'state'),
      plain('managerId', 'manager_id'),
      plain('employerId', 'employer_id'),
      boolean('signatory', 'signatory'),
      plain('engagementFrom', 'engagement_from_us'),
      plain('engagementUntil', 'engagement_until_us'),
      plain('awayFrom', 'away_from_us'),
      plain('awayUntil', 'away_until_us'),
      plain('loginId', 'login_id'),
      boolean('recorded', 'recorded'),
      plain('joinedInto', 'joined_into'),
      json('apartFrom', 'apart_from'),
      plain('reference', 'reference'),
      json('choices', 'choices'),
    ],
  },
  field: {
    table: 'choice_field',
    columns: [
      plain('name', 'name'),
      plain('kind', 'kind'),
      boolean('own', 'own'),
      boolean('asked', 'asked'),
      json('values', 'choice_values'),
    ],
  },
  group: {
    table: 'person_group',
    columns: [plain('name', 'name'), plain('leadId', 'lead_id'), boolean('leads', 'leads'), json('rule', 'rule')],
  },
  membership: { table: 'membership', columns: [plain('groupId', 'group_id'), plain('personId', 'person_id')] },
  grant: {
    table: 'access_grant',
    columns: [
      plain('subjectKind', 'subject_kind'),
      plain('subjectId', 'subject_id'),
      plain('roleId', 'role_id'),
      plain('placeId', 'place_id'),
      plain('from', 'from_us'),
      plain('until', 'until_us'),
      plain('givenById', 'given_by_id'),
      plain('offerId', 'offer_id'),
      json('approvers', 'approvers'),
      plain('madeRoleId', 'made_role_id'),
    ],
  },
  offer: {
    table: 'offer',
    columns: [
      plain('personId', 'person_id'),
      plain('sponsorId', 'sponsor_id'),
      plain('state', 'state'),
      plain('sentAt', 'sent_at_us'),
      plain('expiresAt', 'expires_at_us'),
      plain('resendNumber', 'resend_number'),
      plain('revision', 'revision'),
      json('grants', 'grants'),
      json('seats', 'seats'),
      json('groupIds', 'group_ids'),
      boolean('bounced', 'bounced'),
    ],
  },
  request: {
    table: 'access_request',
    columns: [
      plain('askerId', 'asker_id'),
      plain('personId', 'person_id'),
      plain('area', 'area'),
      plain('level', 'level'),
      plain('placeId', 'place_id'),
      plain('until', 'until_us'),
      plain('state', 'state'),
      plain('askedAt', 'asked_at_us'),
      plain('expiresAt', 'expires_at_us'),
      plain('decidedById', 'decided_by_id'),
    ],
  },
  share: {
    table: 'statement_share',
    columns: [
      plain('placeId', 'place_id'),
      plain('makerId', 'maker_id'),
      plain('madeAt', 'made_at_us'),
      plain('expiresAt', 'expires_at_us'),
      boolean('cut', 'is_cut'),
    ],
  },
  packet: {
    table: 'packet',
    columns: [
      plain('name', 'name'),
      plain('kind', 'kind'),
      plain('standing', 'standing'),
      json('seats', 'seats'),
      json('groupIds', 'group_ids'),
      json('grants', 'grants'),
    ],
  },
  link: {
    table: 'arrival_link',
    columns: [
      plain('name', 'name'),
      plain('makerId', 'maker_id'),
      plain('kind', 'kind'),
      plain('standing', 'standing'),
      json('grants', 'grants'),
      json('seats', 'seats'),
      json('groupIds', 'group_ids'),
      plain('engagementUntil', 'engagement_until_us'),
      plain('domain', 'domain'),
      plain('employerId', 'employer_id'),
      plain('maximumUses', 'maximum_uses'),
      plain('uses', 'uses'),
      plain('madeAt', 'made_at_us'),
      plain('expiresAt', 'expires_at_us'),
      boolean('waits', 'waits'),
      boolean('cut', 'cut'),
    ],
  },
  planned: {
    table: 'planned_docket',
    columns: [
      plain('plannerId', 'planner_id'),
      plain('plannedAt', 'planned_at_us'),
      boolean('authorityHeld', 'authority_held'),
      plain('at', 'at_us'),
      json('changes', 'changes'),
      plain('costMinor', 'cost_minor'),
      plain('state', 'state'),
    ],
  },
  ...PRODUCT_LAYOUT,
  ...KEEPING_LAYOUT,
  ...DEPARTURE_LAYOUT,
  separation: { table: 'separation', columns: [plain('oneId', 'one_id'), plain('otherId', 'other_id')] },
}

export function tableOf(name: TableName): string {
  return `\`${LAYOUT[name].table}\``
}

/** The column list of a table, the keys first. */
export function columnsOf(name: TableName): string {
  return ['account_id', 'id', ...LAYOUT[name].columns.map(([, column]) => `\`${column}\``)].join(', ')
}

/** What is written into a column as it is. */
type SqlValue = string | number | boolean | null

/** A row's values in the order of {@link columnsOf}. */
export function valuesOf(name: TableName, accountId: string, row: AnyRow): SqlValue[] {
  const fields: object = row
  const values = LAYOUT[name].columns.map(([field, , kind]) => {
    const value = (fields as Record<string, unknown>)[field]
    return kind === 'json' ? jsonOf(value) : (value as SqlValue)
  })
  return [accountId, row.id, ...values]
}

/** Nothing is SQL's NULL, not JSON's. */
function jsonOf(value: unknown): string | null {
  return value === null || value === undefined ? null : JSON.stringify(value)
}

/** The `SET` part of an update, in the order of {@link valuesOf} without the keys. */
export function assignmentsOf(name: TableName): string {
  return LAYOUT[name].columns.map(([, column]) => `\`${column}\` = ?`).join(', ')
}

/**
 * A row of the core from a record of the database.
 * @param shared ids and words already met: thousands of rows name the same ones and share them in memory.
 */
export function rowOf<T extends TableName>(
  name: T,
  record: Record<string, unknown>,
  shared: Map<string, string>,
): Rows[T] {
  const share = (value: unknown) => {
    if (typeof value !== 'string') return value
    const known = shared.get(value)
    if (known === undefined) shared.set(value, value)
    return known ?? value
  }
  const row: Record<string, unknown> = { id: share(record.id) }
  for (const [field, column, kind] of LAYOUT[name].columns) {
    const value = record[column]
    if (kind === 'boolean') row[field] = value === 1 || value === true
    else if (kind === 'json') row[field] = typeof value === 'string' ? JSON.parse(value) : value
    else row[field] = share(value)
  }
  // eslint-disable-next-line no-restricted-syntax -- the layout has each field of the row, by its type
  return row as unknown as Rows[T]
}
