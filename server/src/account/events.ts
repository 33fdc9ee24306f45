import { LodgeError } from '../errors.ts'
import { route } from '../http/route.ts'
import { say } from '@lodge/core/say'

export const eventRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: '/api/accounts/{accountId}/events',
    answers: ['events'],
    summary:
      'Server-sent events: `changed` when something may differ, `doors-shut` when the person’s access ends, `signed-out` when the session ends.',
    beforeEngagement: true,
    ownPage: true,
    async answer({ lodge, ctx, account, accountId, personId, session }) {
      const lastSeen = Number(ctx.get('Last-Event-ID')) || account.version
      if (!lodge.hub.hasRoom(session.id)) {
        const sentence = say('requests.too-many-pages-are-open-in-this-browser')
        throw new LodgeError(429, 'too-many-streams', sentence, { retryAfterSeconds: 5 })
      }
      ctx.respond = false
      lodge.hub.add({ accountId, personId, sessionId: session.id, response: ctx.res }, account.version, lastSeen)
      return undefined
    },
  }),
]
