import { alertRoutes } from '#shared/alert/routes'
import { airRoutes } from '#shared/air/routes'
import type { Contract } from '#shared/api/contract'
import { eyesRoutes } from '#shared/eyes/routes'
import { fumeRoutes } from '#shared/fume/routes'
import { enoughRoutes } from '#shared/gas/enough'
import { rentRoutes } from '#shared/gas/rent'
import { gasRoutes } from '#shared/gas/routes'
import { gasSetRoutes } from '#shared/gas/set-routes'
import { hoodRoutes } from '#shared/hood/routes'
import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { roundRoutes } from '#shared/inspection/round'
import { photoRoutes } from '#shared/photo/routes'
import { inspectionRoutes } from '#shared/inspection/routes'
import { trendRoutes } from '#shared/inspection/trend'
import { jobRoutes } from '#shared/job/routes'
import { musterRoutes } from '#shared/muster/routes'
import { monitorRoutes } from '#shared/monitor/routes'
import { peopleRoutes } from '#shared/people/routes'
import { permitRoutes } from '#shared/permit/routes'
import { planRoutes } from '#shared/plan/routes'
import { beginRoutes } from '#shared/begin/routes'
import { changeRoutes } from '#shared/changes/routes'
import { ppeRoutes } from '#shared/ppe/routes'
import { samplingRoutes } from '#shared/sampling/routes'
import { sessionRoutes } from '#shared/session/routes'
import { shopRoutes } from '#shared/shop/routes'
import type { Area, Scope } from '#shared/sign-in/scopes'
import { stockRoutes } from '#shared/stock/routes'

/** Which routes an API token reaches by which area; the account and the sign-in are in none. */
const ROUTES_BY_AREA: Record<Area, Record<string, Contract>> = {
  shop: { ...shopRoutes, ...planRoutes, ...changeRoutes, ...beginRoutes },
  people: peopleRoutes,
  gear: {
    ...inspectionRoutes,
    ...gearKindRoutes,
    ...roundRoutes,
    ...photoRoutes,
    ...trendRoutes,
    ...gasRoutes,
    ...gasSetRoutes,
    ...enoughRoutes,
    ...rentRoutes,
  },
  stores: stockRoutes,
  sessions: sessionRoutes,
  jobs: { ...jobRoutes, ...eyesRoutes, ...ppeRoutes },
  permits: { ...permitRoutes, ...alertRoutes, ...musterRoutes },
  air: { ...airRoutes, ...hoodRoutes, ...fumeRoutes, ...samplingRoutes, ...monitorRoutes },
}

const AREA_OF = new Map(
  Object.entries(ROUTES_BY_AREA).flatMap(([area, routes]) =>
    Object.values(routes).map((route) => [route.id, area as Area] as const),
  ),
)

/** What a token must be allowed for a route; null where no token is enough. A calculation writes nothing. */
export function scopeNeeded(route: Contract): Scope | null {
  const area = AREA_OF.get(route.id)
  if (!area) return null
  const reads = route.method === 'GET' || route.path.startsWith('/calc/')
  return `${area}:${reads ? 'read' : 'write'}`
}
