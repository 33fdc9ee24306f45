import type { Account } from '../account/account.ts'
import type { EmployerRow, Id } from '../account/rows.ts'

/** The form in which names of firms are compared: case, accents' composition and blanks make no other firm. */
export function firmKey(name: string): string {
  return name.normalize('NFKC').trim().replace(/\s+/gu, ' ').toLocaleLowerCase('en')
}

/** A firm by its name as someone types it. */
export function firmNamed(account: Account, name: string): EmployerRow | undefined {
  const key = firmKey(name)
  return [...account.all('employer')].find((one) => firmKey(one.name) === key)
}

/** Whether anyone is of a firm who has not been erased, or a group's rule names it. */
export function isFirmInUse(account: Account, firmId: Id): boolean {
  const isNamed = account
    .by('group', 'ruled', 'yes')
    .some(({ rule }) =>
      rule?.anyOf.some((line) => line.some(({ field, value }) => field === 'employer' && value === firmId)),
    )
  return isNamed || account.by('person', 'employer', firmId).some(({ state }) => state !== 'erased' && state !== 'left')
}
