import { Equals } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { say } from '../../words/say.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId } from '../engine/shapes.ts'
import { linkName, openLink, steersLink } from './links.ts'

export class RenameLink {
  @Equals('rename-link') type!: 'rename-link'
  @RowId() linkId!: Id
  @Line(60) name!: string
}

/** Gives a link another name, by which the office knows it; people who open it see neither (model I4). */
export const renameLink: ChangeKind<RenameLink> = {
  type: 'rename-link',
  confirm: 'confirm.rename-link',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: steersLink('offers.rename-a-link-that-someone-else-made'),
  undo: { never: 'offers.rename-the-link-again-instead' },
  preview: 'plain',
  shape: RenameLink,
  fill: (change) => change,
  decide(draft, { linkId, name }) {
    const link = openLink(draft, linkId)
    if (!link) return
    if (link.name === name.trim()) return draft.refuse('no-change', say('offers.the-link-has-this-name-already'))
    draft.update('link', link.id, { name: name.trim() })
  },
  sentence({ linkId, name }, sight, tense) {
    // What it was called is known only before: once it is done, the link has its new name or a later one.
    const link = tense === 'to-do' ? linkName(sight, linkId, sight.account) : ''
    return say('offers.renamed-a-link', { tense, name, link, isKnown: link !== '' })
  },
  record: (change) => change,
}
