import { readFileSync } from 'node:fs'
import type { JSONWebKeySet } from 'jose'
import { readConfiguration } from '../configuration.ts'
import { faultsOfAnchors } from '../store/anchors.ts'
import { openPools } from '../store/pools.ts'
import { select, text } from '../store/select.ts'
import { verifyLedger } from '../store/verify-ledger.ts'
import { BadCall, type ExitStatus, type Print } from './book-commands.ts'
import { say } from '@lodge/core/say'

export interface VerifyOptions {
  /** Also compares every row with what the ledger last made of it. */
  rows?: boolean
  /** A file to which heads were written. */
  anchors?: string
  /** The public keys of the time-stamping service. */
  stampKeys?: string
}

/**
 * Verifies the ledger of every account, or of one; with the rows it is also compared with the tables as they are, with
 * anchors also with where it stood when they were written.
 */
export async function verifyCommand(
  accountId: string | undefined,
  { rows: alsoRows = false, anchors, stampKeys }: VerifyOptions,
  print: Print,
  complain: Print,
): Promise<ExitStatus> {
  const anchored = anchors === undefined ? undefined : textOf(anchors)
  const keys = stampKeys === undefined ? undefined : (JSON.parse(textOf(stampKeys)) as JSONWebKeySet)
  const pools = openPools(readConfiguration(process.env).databaseUrl)
  const connection = await pools.work.getConnection()
  let status: ExitStatus = 0
  try {
    // As of one instant: what is committed meanwhile is not half in.
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY')
    const accounts = await select(connection, { id: text }, 'SELECT id FROM account ORDER BY id')
    const ids = accounts.map(({ id }) => id).filter((id) => accountId === undefined || id === accountId)
    for (const id of ids) {
      const found = await verifyLedger(connection, id, { alsoRows })
      if (found.ok) {
        const { entries, head, unknownRows } = found
        const unknown =
          unknownRows > 0 ? say('command-line.but-rows-cannot-be-checked-their-edits-were', { unknownRows }) : ''
        print(
          say('command-line.entries-whole-and-the-rows-agree-head', {
            id,
            entries,
            hasAlsoRows: Boolean(alsoRows),
            unknown,
            head,
          }),
        )
      } else {
        status = 1
        complain(say('command-line.entry', { id, version: found.version, reason: found.reason }))
      }
    }
    if (anchored !== undefined) {
      const faults = await faultsOfAnchors(connection, anchored, { accountId, keys })
      for (const fault of faults) complain(fault)
      if (faults.length > 0) status = 1
      else print(say('command-line.all-anchors-hold'))
    }
    if (ids.length > 0) return status
    complain(
      accountId === undefined
        ? say('command-line.there-is-no-account-here')
        : say('command-line.there-is-no-account', { accountId }),
    )
    return 2
  } finally {
    connection.destroy()
    await pools.end()
  }
}

function textOf(path: string): string {
  try {
    return readFileSync(path, 'utf8')
  } catch {
    throw new BadCall(say('command-line.the-file-cannot-be-read-check-its-name', { path }))
  }
}
