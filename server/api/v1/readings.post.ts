import { airRoutes } from '#shared/api/air'
import { route } from '#server/http/route'
import { ingest } from '#server/services/monitor/ingest'

/** A monitor is no person: it shows its own token. */
export default route(airRoutes.ingest, ({ event, body }) =>
  ingest(/^Bearer (\S+)$/.exec(event.headers.get('authorization') ?? '')?.[1] ?? null, body),
)
