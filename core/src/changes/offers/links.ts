import type { Sight } from '../../access/sight.ts'
import type { Id, LinkRow } from '../../account/rows.ts'
import type { PlainMessageId } from '../../words/catalogue.ts'
import type { Draft } from '../engine/draft.ts'
import { atRoot, type Need } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

/** A link opens for so many days at most. */
export const MAXIMUM_LINK_DAYS = 92

/** What a link is called, to people who know of it; nothing to others, who may have come by its id alone. */
export function linkName(sight: Sight, linkId: Id, account = sight.named): string {
  const link = account.get('link', linkId)
  return link && knowsLink(sight, link) ? link.name : ''
}

/** The person who made a link steers it, and anyone who changes people (model D3). */
export function steersLink(to: PlainMessageId) {
  return (draft: Draft, { linkId }: { linkId: Id }): readonly Need[] => {
    const link = draft.account.get('link', linkId)
    if (link?.makerId === draft.actorId) return []
    if (link && knowsLink(draft.sight, link)) return atRoot('people', 'change', to)(draft)
    draft.refuse('not-found', noLink())
    return []
  }
}

/** A link that opens still; refused where it was cut or is not there. */
export function openLink(draft: Draft, linkId: Id): LinkRow | undefined {
  const link = draft.account.get('link', linkId)
  if (link && !link.cut) return link
  draft.refuse('not-found', noLink())
  return undefined
}

export const noLink = () => say('offers.there-is-no-such-link-it-may-have')

/** The person who made a link knows of it, and anyone who sees people. */
export function knowsLink(sight: Sight, link: LinkRow): boolean {
  return link.makerId === sight.personId || sight.can('people', 'see')
}
