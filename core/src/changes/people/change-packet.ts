import { CHANGES_PACKETS, PacketContent, packetIn, rowOf } from './packets.ts'
import { Equals } from 'class-validator'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'

export class ChangePacket extends PacketContent {
  @Equals('change-packet') type!: 'change-packet'
}

/** Changes a packet; anyone who came by it before keeps what they have (model P9). */
export const changePacket: ChangeKind<ChangePacket> = {
  type: 'change-packet',
  confirm: 'confirm.change-packet',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_PACKETS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangePacket,
  fill: (change) => change,
  decide(draft, change) {
    if (!packetIn(draft, change.packetId)) return
    const row = rowOf(draft, change)
    if (draft.problems.length === 0) draft.update('packet', row.id, row)
  },
  sentence: (change, _sight, tense) => say('people.changed-the-welcome-packet', { tense, name: change.name }),
  record: (change) => change,
}
