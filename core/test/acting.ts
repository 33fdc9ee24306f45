import { TABLE_NAMES, type Account, type Id, type Instant } from '../src/index.ts'

/** Every row that still lets someone act: their id in a field of something open. */
export function actsFor(account: Account, personId: Id, now: Instant): string[] {
  const open = (until: number | null) => until === null || until > now
  return TABLE_NAMES.flatMap((table) =>
    [...account.all(table)].flatMap((row): string[] => {
      const any = row as unknown as Record<string, unknown>
      if (table === 'person') return any.managerId === personId ? ['manager'] : []
      if (table === 'group') return any.leadId === personId ? ['lead'] : []
      if (table === 'membership') return any.personId === personId ? ['membership'] : []
      if (table === 'role') return JSON.stringify(any.approvers ?? '').includes(personId) ? ['approver'] : []
      if (table === 'grant') return any.subjectId === personId && open(any.until as number | null) ? ['key'] : []
      if (table === 'holding') return any.personId === personId && open(any.until as number | null) ? ['seat'] : []
      if (table === 'offer') return any.sponsorId === personId && any.state === 'live' ? ['invitation'] : []
      if (table === 'link') return any.makerId === personId && !any.cut ? ['link'] : []
      if (table === 'share') return any.makerId === personId && !any.cut ? ['statement'] : []
      if (table === 'planned') return any.plannerId === personId && any.state === 'waiting' ? ['plan'] : []
      if (table === 'request') return any.askerId === personId && any.state === 'open' ? ['request'] : []
      if (table === 'absence') return any.personId === personId && any.state === 'set' ? ['absence'] : []
      return []
    }),
  )
}
