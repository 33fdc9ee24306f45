import { ArrayMaxSize, ArrayMinSize, IsArray, IsString, IsUUID, Length, MaxLength } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import { Line, mayBeWrittenTo } from '@lodge/core'
import { answeredBefore, idempotencyOf } from '../http/idempotency.ts'
import { badRequest, LodgeError } from '../errors.ts'
import { insertAnswer } from '../store/idempotency.ts'
import { insertMessage, keepTemplate, readTemplates } from '../store/messages.ts'
import { isDuplicate } from '../store/pools.ts'
import { insertAllWork } from '../store/work.ts'
import { wallClock } from '../clock.ts'
import { route } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
const MAXIMUM_PEOPLE = 5_000

class MessageContent {
  @Line(120) subject!: string
  /** `{name}`, `{account}` and `{until}` are filled in for the person who reads it. */
  @IsString() @Length(1, 8_000) text!: string
}

export class SendMessage extends MessageContent {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(MAXIMUM_PEOPLE) @IsUUID(undefined, { each: true }) ids!: string[]
}

export class KeepTemplate extends MessageContent {
  @IsString() @Length(1, 60) @MaxLength(60) name!: string
}

export const messageRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/message-templates`,
    summary: 'Saved texts of messages.',
    async answer({ lodge, accountId, sight }) {
      const may = sight.can('people', 'change')
      return { templates: may ? await readTemplates(lodge.pools.requests, accountId) : [] }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/message-templates`,
    answers: ['nothing'],
    summary: 'Saves the text of a message. One of the same name is replaced.',
    body: KeepTemplate,
    async answer({ lodge, accountId, sight, body }) {
      if (!sight.can('people', 'change')) {
        throw new LodgeError(403, 'not-allowed', say('requests.to-save-texts-you-need-the-right-to'))
      }
      const { subject, text } = body
      await keepTemplate(lodge.pools.requests, accountId, { name: body.name.trim(), subject, text })
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/messages`,
    summary: 'Writes to people, each by an email of their own. People who cannot be written to are counted.',
    body: SendMessage,
    async answer({ lodge, ctx, accountId, personId, sight, body, now }) {
      const key = idempotencyOf(ctx, accountId, personId, body)
      const earlier = await answeredBefore(lodge.pools.requests, key)
      if (earlier) return earlier
      const ids = [...new Set(body.ids)]
      const to = mayBeWrittenTo(sight, ids)
      if (to.length === 0) {
        throw badRequest('nobody', say('requests.you-may-not-write-to-any-of-them'))
      }
      const { subject, text } = body
      const message = { id: uuidv7(), accountId, senderId: personId, subject, text }
      const answer = { sent: to.length, left: ids.length - to.length }
      const connection = await lodge.pools.requests.getConnection()
      try {
        await connection.beginTransaction()
        // First: of two that come at once the second waits here, and is answered as the first.
        if (key) await insertAnswer(connection, key, answer, now)
        await insertMessage(connection, message, now)
        const work = to.map((id) => ({ accountId, kind: 'message', ids: { messageId: message.id, personId: id } }))
        await insertAllWork(connection, work, wallClock())
        await connection.commit()
      } catch (error) {
        const meanwhile = isDuplicate(error) && (await answeredBefore(lodge.pools.requests, key))
        if (meanwhile) return meanwhile
        throw error
      } finally {
        await connection.rollback().catch(() => undefined)
        connection.release()
      }
      if (lodge.configuration.work) lodge.jobs.wake()
      return answer
    },
  }),
]
