import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { CHANGES_PACKETS, packetIn } from './packets.ts'
import { say } from '../../words/say.ts'

export class RemovePacket {
  @Equals('remove-packet') type!: 'remove-packet'
  @RowId() packetId!: Id
}

export const removePacket: ChangeKind<RemovePacket> = {
  type: 'remove-packet',
  confirm: 'confirm.remove-packet',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_PACKETS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: RemovePacket,
  fill: (change) => change,
  decide(draft, { packetId }) {
    if (packetIn(draft, packetId)) draft.remove('packet', packetId)
  },
  sentence: (change, sight, tense) =>
    say('people.deleted-the-welcome-packet', {
      tense,
      packet: sight.account.get('packet', change.packetId)?.name ?? '',
    }).trim(),
  record: (change) => change,
}
