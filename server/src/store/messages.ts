import type { Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { select, text } from './select.ts'

/** A message as it was written; each who gets it reads their own name in it. */
export interface WrittenMessage {
  id: string
  accountId: string
  senderId: string
  subject: string
  text: string
}

export interface MessageTemplate {
  name: string
  subject: string
  text: string
}

export async function insertMessage(connection: Queryable, message: WrittenMessage, now: Instant): Promise<void> {
  const { accountId, id, senderId, subject, text } = message
  await connection.execute(
    'INSERT INTO message (account_id, id, sender_id, subject, text, sent_at_us) VALUES (?, ?, ?, ?, ?, ?)',
    [accountId, id, senderId, subject, text, now],
  )
}

export async function readMessage(
  connection: Queryable,
  accountId: string,
  id: string,
): Promise<WrittenMessage | undefined> {
  const [message] = await select(
    connection,
    { senderId: text, subject: text, text },
    'SELECT sender_id, subject, text FROM message WHERE account_id = ? AND id = ?',
    [accountId, id],
  )
  return message && { id, accountId, ...message }
}

export async function readTemplates(connection: Queryable, accountId: string): Promise<MessageTemplate[]> {
  return select(
    connection,
    { name: text, subject: text, text },
    'SELECT name, subject, text FROM message_template WHERE account_id = ? ORDER BY name',
    [accountId],
  )
}

/** Keeps a text under a name; one of the same name is replaced. */
export async function keepTemplate(
  connection: Queryable,
  accountId: string,
  { name, subject, text }: MessageTemplate,
): Promise<void> {
  await connection.execute(
    `INSERT INTO message_template (account_id, name, subject, text) VALUES (?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE subject = VALUES(subject), text = VALUES(text)`,
    [accountId, name, subject, text],
  )
}
