import type { Id } from './rows.ts'

/** Names of personal values (`word`: what they said when declining, or were told when refused; `bounce`: why a message came back, `invitedAs`: the invited address, where the person accepted an invitation sent to another address; `accountAddress` and `accountName`: of an account in a product that is nobody's here, under the id of what is known of it; `otherEmail`: the second address of two records that were joined), kept by person in one plain, unversioned table (model C6). */
export const PERSONAL_FIELDS = [
  'name',
  'email',
  'invitationLine',
  'loginEmail',
  'word',
  'bounce',
  'phone',
  'invitedAs',
  'accountAddress',
  'accountName',
  'otherEmail',
] as const
/** A reason given with a request is under the request's id, one for a time away under the absence's, what a text field holds under the field's. */
export type PersonalField = (typeof PERSONAL_FIELDS)[number] | `request ${Id}` | `field ${Id}` | `absence ${Id}`

/** A personal value to be set, or destroyed with `null`, in the transaction of the edits. */
export interface PersonalValue {
  personId: Id
  field: PersonalField
  value: string | null
}
