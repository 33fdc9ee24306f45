import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import type { ListedPlace } from './read-list.ts'
import { childrenOf, upwards } from './tree.ts'
import { entryAt } from '../checks/must.ts'
import { isInForce } from '../time/lasting.ts'

/** What a pasted list becomes: the change that lays it out, its ids still to be given. */
export interface LaidOut {
  type: 'lay-out'
  parentId: Id
  places: { name: string; kind: string; reference: string | null; walled: boolean; within: number | null }[]
  keys: { groupId: Id; roleId: Id; at: number }[]
}

/**
 * A list as a change: kinds left out are those usual at their depth; with a client as pattern, what groups hold there is
 * given at the places of the same name, and what they hold at the client itself at the topmost.
 */
export function layOutOf(sight: Sight, parentId: Id, listed: readonly ListedPlace[], likeId: Id | null): LaidOut {
  const { account } = sight
  const above = upwards(account, parentId).length
  const kinds = usualKinds(account)
  const depths: number[] = []
  const places = listed.map(({ name, kind, reference, walled, within }, at) => {
    depths.push(within === null ? above : entryAt(depths, within) + 1)
    const usual = kinds.get(entryAt(depths, at)) ?? kinds.get(Math.max(...kinds.keys())) ?? 'place'
    return { name, kind: kind ?? usual, reference, walled, within }
  })
  return { type: 'lay-out', parentId, places, keys: likeId ? keysLike(sight, likeId, listed) : [] }
}

/** The kind most places have at each depth beneath the root. */
function usualKinds(account: Account): Map<number, string> {
  const counts = new Map<number, Map<string, number>>()
  const visit = (placeId: Id, depth: number) => {
    for (const child of account.by('place', 'parent', placeId)) {
      const kinds = counts.get(depth) ?? new Map<string, number>()
      counts.set(depth, kinds.set(child.kind, (kinds.get(child.kind) ?? 0) + 1))
      visit(child.id, depth + 1)
    }
  }
  visit(account.root.id, 1)
  const usual = new Map<number, string>([
    [1, 'client'],
    [2, 'site'],
    [3, 'location'],
  ])
  for (const [depth, kinds] of counts)
    usual.set(
      depth,
      entryAt(
        [...kinds].sort(([, one], [, other]) => other - one),
        0,
      )[0],
    )
  return usual
}

/** What groups hold at a client and beneath, at the places of a list that answer to its own by name. */
function keysLike(sight: Sight, likeId: Id, listed: readonly ListedPlace[]): LaidOut['keys'] {
  const { account } = sight
  const names = new Map<string, number[]>()
  const paths: string[] = []
  listed.forEach(({ name, within }, at) => {
    // The topmost place is the client, whatever its name.
    paths.push(within === null ? '' : `${entryAt(paths, within)}/${name.toLowerCase()}`)
    names.set(entryAt(paths, at), [...(names.get(entryAt(paths, at)) ?? []), at])
  })
  const keys: LaidOut['keys'] = []
  const visit = (placeId: Id, path: string) => {
    for (const grant of account.by('grant', 'shared', placeId)) {
      const open = isInForce(grant, sight.now)
      if (grant.subjectKind !== 'group' || !open || !sight.seesGrant(grant)) continue
      for (const at of names.get(path) ?? []) keys.push({ groupId: grant.subjectId, roleId: grant.roleId, at })
    }
    for (const child of childrenOf(account, placeId)) visit(child.id, `${path}/${child.name.toLowerCase()}`)
  }
  if (sight.seesPlace(likeId)) visit(likeId, '')
  return keys
}

/** A place and what is inside it as a list to paste, references left out: the pattern for another like it. */
export function listOfPlace(sight: Sight, placeId: Id): string {
  const lines: string[] = []
  const visit = (id: Id, depth: number) => {
    const place = sight.account.get('place', id)
    if (!place || place.archived || !sight.seesPlace(id)) return
    lines.push(`${'  '.repeat(depth)}${place.name} (${place.kind})${place.walled ? ' walled' : ''}`)
    for (const child of childrenOf(sight.account, id)) visit(child.id, depth + 1)
  }
  visit(placeId, 0)
  return lines.join('\n')
}
