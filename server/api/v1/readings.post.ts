import { monitorRoutes } from '#shared/monitor/routes'
import { route } from '#server/http/route'
import { ingest } from '#server/services/monitor/ingest'

/** A monitor is no person: it shows its own token. */
export default route(monitorRoutes.ingest, ({ event, body }) =>
  ingest(/^Bearer (\S+)$/.exec(event.headers.get('authorization') ?? '')?.[1] ?? null, body),
)
