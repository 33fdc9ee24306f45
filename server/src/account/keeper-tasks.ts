import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import {
  keeperTasks,
  readChange,
  RowId,
  type Change,
  type Id,
  type KeeperTasks,
  type KnownState,
  type TaskView,
} from '@lodge/core'
import { LodgeError, refused } from '../errors.ts'
import { IssuedIds } from '../signin/issued-ids.ts'
import { instantFor } from '../store/accounts.ts'
import { readKeeperLink } from '../work/keeper-mail.ts'
import { route, type Ask } from '../http/route.ts'
import { say } from '@lodge/core/say'

// What a keeper without a login is asked to do, behind the link of a message (model B6): those tasks and nothing else.

export class TaskLink {
  @IsString() @MaxLength(200) token!: string
}

export class TaskAnswer extends TaskLink {
  @IsString() @MaxLength(60) product!: string
  @IsOptional() @RowId() personId?: Id | null
  /** Of an account that is nobody's here. */
  @IsOptional() @RowId() knownId?: Id | null
  /** What the account there is now: as the task asked, or what is different. */
  @IsIn(['open', 'suspended', 'closed']) state!: KnownState
}

/** Wrong and old links, and those of people who left, get the same plain answer (model I6). */
function dead(): LodgeError {
  return new LodgeError(404, 'link-dead', say('requests.this-link-does-not-work-any-more-ask'))
}

interface Found {
  accountId: string
  personId: Id
  tasks: KeeperTasks
}

async function find({ lodge, ctx, body }: Ask<TaskLink>): Promise<Found> {
  const link = readKeeperLink(lodge, body.token)
  const loaded = link && (await lodge.accounts.current(link.accountId))
  const tasks = loaded && keeperTasks(loaded.account, link.personId, instantFor(loaded, lodge.clock))
  if (!tasks) {
    await lodge.limits.countToken(ctx.ip)
    throw dead()
  }
  return { ...link, tasks }
}

/** The change that says what an account is now. */
function answerTo({ kind, personId, knownId, product }: TaskView, { state }: TaskAnswer): object {
  if (kind === 'change-password') return { type: 'confirm-password', sharedId: personId }
  if (personId !== null) return { type: 'confirm-account', product, personId, state }
  return { type: 'close-nobodys', knownId, how: state === 'closed' ? 'closed' : 'keep' }
}

export const keeperTaskRoutes = [
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/tasks',
    summary: 'What someone who looks after a product is asked to do there, by the link of a message.',
    body: TaskLink,
    answer: async (ask) => (await find(ask)).tasks,
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/tasks/answer',
    summary: 'Says what an account in the product is now, by the link of a message. Answers what is left to do.',
    body: TaskAnswer,
    async answer(ask) {
      const { lodge, body } = ask
      const { accountId, personId, tasks } = await find(ask)
      // Only what they were asked is theirs to answer.
      const task = tasks.products
        .find(({ code }) => code === body.product)
        ?.tasks.find((one) => (body.personId ? one.personId === body.personId : one.knownId === body.knownId))
      if (!task) throw new LodgeError(409, 'not-asked', say('requests.this-has-been-done-already-or-is-not'))
      const plain = answerTo(task, body)
      const ids = new IssuedIds(lodge.configuration.keyRing, accountId, personId)
      const read = readChange(plain, ids)
      if (read.problems) throw refused(read.problems)
      const changes: Change[] = [read.value]
      await lodge.committer.commit({
        ...{ accountId, changes, actor: { kind: 'person', personId }, via: { kind: 'task-link' } },
      })
      return (await find(ask)).tasks
    },
  }),
]
