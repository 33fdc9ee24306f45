import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { keeperTasks, RowId, type Account, type Change, type Id, type KeeperTasks, type KnownState } from '@lodge/core'
import { LodgeError, refused } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { IssuedIds } from '../signin/issued-ids.ts'
import { instantFor } from '../store/accounts.ts'
import { readKeeperLink } from '../work/keeper-mail.ts'
import { readChange } from '@lodge/core'
import { route, type Ask } from './route.ts'

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
  return new LodgeError(404, 'link-dead', 'This link does not work any more. Ask the person who wrote to you.')
}

interface Found {
  account: Account
  accountId: string
  personId: Id
  tasks: KeeperTasks
}

async function find({ lodge, ctx, body }: Ask<TaskLink>): Promise<Found> {
  const link = readKeeperLink(lodge, body.token)
  const loaded = link && (await current(lodge, link.accountId))
  const tasks = loaded && keeperTasks(loaded.account, link.personId, instantFor(loaded, lodge.clock))
  if (!tasks) {
    await lodge.limits.countToken(ctx.ip)
    throw dead()
  }
  return { ...link, account: loaded.account, tasks }
}

async function current({ accounts }: Pick<Lodge, 'accounts'>, accountId: string) {
  await accounts.catchUp(accountId)
  return accounts.get(accountId)
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
      const isAsked = tasks.products.some(
        ({ code, tasks: own }) =>
          code === body.product &&
          own.some((one) => (body.personId ? one.personId === body.personId : one.knownId === body.knownId)),
      )
      if (!isAsked)
        throw new LodgeError(409, 'not-asked', 'This has been done already, or is not asked of you any more.')
      const plain = body.personId
        ? { type: 'confirm-account', product: body.product, personId: body.personId, state: body.state }
        : { type: 'close-nobodys', knownId: body.knownId, how: body.state === 'closed' ? 'closed' : 'keep' }
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
