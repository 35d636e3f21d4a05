import { z } from 'zod'
import { contract, EVERYONE } from '#shared/api/contract'
import { TOPICS } from './topics'

/** So often a stream says something, whether or not there is something to say, ms. A browser hears nothing of a connection that died quietly. */
export const HEARTBEAT_MS = 20_000

/** What an event of the stream carries: topics, and nothing of what they are about. */
export const changedSchema = z.array(z.enum(TOPICS))

export const changeRoutes = {
  changes: contract({
    id: 'changes',
    method: 'GET',
    path: '/changes',
    summary:
      'Server-sent events: which topics of this site changed. Goes on after the last event id, by header or query; told all topics where that is too long ago.',
    roles: EVERYONE,
    query: z.object({ after: z.string().max(40).optional() }),
    response: z.string(),
    produces: 'text/event-stream',
    streams: true,
  }),
}
