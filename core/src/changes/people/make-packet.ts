import { CHANGES_PACKETS, PacketContent, rowOf } from './packets.ts'
import { Equals } from 'class-validator'
import type { MadeId } from '../engine/shapes.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'

export class MakePacket extends PacketContent {
  @Equals('make-packet') type!: 'make-packet'
  declare packetId: MadeId
}

/** Makes a named start for a kind of newcomer; it is copied when used, and gives nobody anything by itself (model P9). */
export const makePacket: ChangeKind<MakePacket> = {
  type: 'make-packet',
  confirm: 'confirm.make-packet',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_PACKETS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: MakePacket,
  fill: (change, newId) => ({ ...change, packetId: newId(change.packetId) }),
  decide(draft, change) {
    const row = rowOf(draft, change)
    if (draft.problems.length === 0) draft.insert('packet', row)
  },
  sentence: (change, _sight, tense) => say('people.made-the-welcome-packet', { tense, name: change.name }),
  record: (change) => change,
}
