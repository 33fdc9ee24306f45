import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { linkName, openLink, steersLink } from './links.ts'
import { say } from '../../words/say.ts'

export class CutLink {
  @Equals('cut-link') type!: 'cut-link'
  @RowId() linkId!: Id
}

/** Cuts a link: it opens for nobody from then on. */
export const cutLink: ChangeKind<CutLink> = {
  type: 'cut-link',
  confirm: 'confirm.cut-link',
  category: 'people',
  effect: 'ends',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: steersLink('offers.cut-a-link-that-someone-else-made'),
  undo: { never: 'offers.a-link-that-was-cut-stays-dead-make' },
  preview: 'plain',
  shape: CutLink,
  fill: (change) => change,
  decide(draft, { linkId }) {
    const link = openLink(draft, linkId)
    if (link) draft.update('link', link.id, { cut: true })
  },
  sentence({ linkId }, sight, tense) {
    const link = linkName(sight, linkId)
    return say('offers.cut-the-link', { tense, link, isKnown: link !== '' })
  },
  record: (change) => change,
}
