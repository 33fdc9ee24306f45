import { randomBytes } from 'node:crypto'
import { wallClock } from '../clock.ts'
import type { AccountBook } from '@lodge/core'
import { PASSWORD_MEMORY_KIBIBYTES } from '../signin/passwords.ts'
import { loadBook } from '../store/load-book.ts'
import { openPools } from '../store/pools.ts'
import { loadPlain, type ExitStatus, type Print } from './book-commands.ts'
import { say } from '@lodge/core/say'

/** `lodge load BOOK`: founds an account from a book; everyone in it signs in with the password printed, shown once. */
export async function loadCommand(path: string, print: Print, complain: Print): Promise<ExitStatus> {
  const url = process.env.LODGE_DATABASE_URL
  if (!url) {
    complain(say('command-line.set-lodge-database-url-to-the-database-the'))
    return 2
  }
  const book = loadPlain(path) as AccountBook
  const pools = openPools(url)
  try {
    const password = randomBytes(12).toString('base64url')
    const now = wallClock()
    const account = await loadBook(pools, book, password, PASSWORD_MEMORY_KIBIBYTES, now)
    print(say('command-line.account', { account: account.settings.name, id: account.id }))
    print(say('command-line.password-for-everyone-in-the-book-until-they', { password }))
    return 0
  } catch (error) {
    complain((error as Error).message)
    return 1
  } finally {
    await pools.end()
  }
}
