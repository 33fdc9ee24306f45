import { notFound } from '../errors.ts'
import type { FileFrom, FileName } from '../work/written-files.ts'
import type { AccountAsk } from '../http/route.ts'

/** A file written from what the asker sees, as a download. @throws LodgeError 404 where nothing is to be seen. */
export async function download(
  ask: AccountAsk<object>,
  file: FileName,
  name: string,
  from?: Partial<FileFrom>,
): Promise<object | string> {
  const { lodge, ctx, account, accountId, personId, asPersonId, now } = ask
  const task = { kind: 'file' as const, file, params: {}, ...from, accountId, version: account.version, personId, now }
  const content = await lodge.workers.write({ ...task, as: asPersonId }, account)
  if (content === undefined) throw notFound()
  ctx.attachment(name)
  return content
}
