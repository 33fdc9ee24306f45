import { v7 as uuidv7 } from 'uuid'
import { readBook, type Account, type AccountBook, type Instant } from '@lodge/core'
import { Passwords } from '../signin/passwords.ts'
import { foundAccount } from './found-account.ts'
import { insertLogins } from './logins.ts'
import type { Pools } from './pools.ts'

/**
 * Founds an account from a book in a database, with a login and the same password for everyone who is in.
 * @returns the account as founded.
 */
export async function loadBook(
  pools: Pools,
  book: AccountBook,
  password: string,
  passwordMemoryKibibytes: number,
  now?: Instant,
): Promise<Account> {
  const read = readBook(book, uuidv7)
  if (!read.account) {
    throw new Error(`The book has problems: ${read.problems.map((one) => `${one.path}: ${one.sentence}`).join(' ')}`)
  }
  const { account } = read
  const passwordHash = await new Passwords(passwordMemoryKibibytes).hash(password)
  const logins = [...account.all('person')].flatMap((person) => {
    const email = account.personal(person.id, 'email')
    const isIn = ['active', 'away', 'waiting', 'left'].includes(person.state)
    return email && isIn && !person.recorded
      ? [{ id: uuidv7(), personId: person.id, email, emailProven: true, passwordHash }]
      : []
  })
  await foundAccount(pools, account, logins, now ?? read.asOf, (connection) =>
    insertLogins(connection, logins, now ?? read.asOf),
  )
  return account
}
