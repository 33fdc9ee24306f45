import type { RowDataPacket } from 'mysql2'
import { readConfiguration } from '../configuration.ts'
import { openPools } from '../store/pools.ts'
import { verifyLedger } from '../store/verify-ledger.ts'
import type { ExitStatus, Print } from './book-commands.ts'

/** Verifies the ledger of every account, or of one; with the rows it is also compared with the tables as they are. */
export async function verifyCommand(
  accountId: string | undefined,
  alsoRows: boolean,
  print: Print,
  complain: Print,
): Promise<ExitStatus> {
  const pools = openPools(readConfiguration(process.env).databaseUrl)
  const connection = await pools.work.getConnection()
  let status: ExitStatus = 0
  try {
    // As of one instant: what is committed meanwhile is not half in.
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY')
    const [accounts] = await connection.query<RowDataPacket[]>('SELECT id FROM account ORDER BY id')
    const ids = accounts.map(({ id }) => id as string).filter((id) => accountId === undefined || id === accountId)
    for (const id of ids) {
      const found = await verifyLedger(connection, id, { alsoRows })
      if (found.ok) {
        const { entries, head, unknownRows } = found
        const unknown = unknownRows > 0 ? `, but ${unknownRows} rows cannot be checked: their edits were destroyed` : ''
        print(`${id}: ${entries} entries, whole${alsoRows ? `, and the rows agree${unknown}` : ''}. Head ${head}.`)
      } else {
        status = 1
        complain(`${id}: entry ${found.version}: ${found.reason}`)
      }
    }
    if (ids.length > 0) return status
    complain(accountId === undefined ? 'There is no account here.' : `There is no account ${accountId}.`)
    return 2
  } finally {
    connection.destroy()
    await pools.end()
  }
}
