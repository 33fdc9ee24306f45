import { fork, spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { join } from 'node:path'
import { drawer, type Loaded } from './heart-answers.ts'
import type { Load } from './heart-client.ts'
import { median, type Yardstick } from './yardsticks.ts'

const CONNECTIONS = 32

/**
 * The decision endpoint, with token, validation, log and reasons, against a bare Koa that answers the JSON it is sent,
 * alternately and each in a process of its own; then a hundred decisions in one request against one in each.
 */
export async function endpoint(
  root: string,
  databaseUrl: string,
  token: string,
  { account }: Loaded,
  small: boolean,
): Promise<Yardstick[]> {
  const settings = {
    LODGE_DATABASE_URL: databaseUrl,
    LODGE_PORT: '0',
    LODGE_LOG_LEVEL: 'debug',
    LODGE_WORK: 'off',
    LODGE_TOKEN_REQUESTS_PER_SECOND: '1000000',
    LODGE_ACCOUNT_REQUESTS_PER_SECOND: '1000000',
  }
  const lodge = await start(join(root, 'server/dist/main.js'), settings, process.env.LODGE_SERVER_FLAGS?.split(' '))
  const echo = await start(new URL('./echo.js', import.meta.url).pathname, {})
  const questions = questionsOf(account)
  const headers = { 'Content-Type': 'application/json', Authorization: `Bearer ${token}` }
  const seconds = small ? 1 : 4
  const client = fork(new URL('./heart-client.js', import.meta.url).pathname)
  const run = async (url: string, bodies: string[]): Promise<number> => {
    client.send({ url, bodies, headers, connections: CONNECTIONS, seconds } satisfies Load)
    const [rate] = (await Promise.race([once(client, 'message'), once(client, 'exit')])) as [number]
    return rate
  }
  const single = questions.map((question) => JSON.stringify({ ...question, context: { reasons: true } }))
  const plain = questions.map((question) => JSON.stringify(question))
  const batches = Array.from({ length: 10 }, (_, at) =>
    JSON.stringify({
      evaluations: Array.from({ length: 100 }, (_one, of) => questions[(at * 100 + of) % questions.length]!),
    }),
  )
  const [decisions, echoes, alone, together]: [number[], number[], number[], number[]] = [[], [], [], []]
  try {
    for (let round = -1; round < (small ? 1 : 4); round += 1) {
      const rates = [
        await run(`${echo.url}/`, single),
        await run(`${lodge.url}/access/v1/evaluation`, single),
        await run(`${lodge.url}/access/v1/evaluation`, plain),
        await run(`${lodge.url}/access/v1/evaluations`, batches),
      ]
      if (round < 0) continue
      ;[echoes, decisions, alone, together].forEach((list, at) => list.push(rates[at]!))
    }
  } finally {
    lodge.child.kill('SIGTERM')
    echo.child.kill('SIGTERM')
    client.kill('SIGTERM')
  }
  const rate = { unit: 'a second', bound: 'least' as const }
  return [
    {
      name: 'decision endpoint with reasons, to a bare Koa echo',
      value: median(decisions),
      against: median(echoes),
      limit: 0.6,
      ...rate,
    },
    {
      name: 'decisions in batches of a hundred, to one by one',
      value: median(together) * 100,
      against: median(alone),
      limit: 8,
      ...rate,
    },
  ]
}

async function start(
  script: string,
  environment: Record<string, string>,
  flags: string[] = [],
): Promise<{ url: string; child: ChildProcess }> {
  const child = spawn(process.execPath, [...flags, script], {
    env: { ...process.env, ...environment },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  const [{ port }] = (await once(child, 'message')) as [{ port: number }]
  return { url: `http://127.0.0.1:${port}`, child }
}

function questionsOf(account: Loaded['account']): object[] {
  const draw = drawer(11)
  const people = [...account.all('person')]
  const places = [...account.all('place')]
  const areas = ['photos', 'site-notes', 'drawings', 'reports']
  return Array.from({ length: 500 }, () => ({
    subject: { type: 'user', id: people[draw(people.length)]!.id },
    action: { name: 'see' },
    resource: { type: areas[draw(areas.length)]!, id: places[draw(places.length)]!.id },
  }))
}
