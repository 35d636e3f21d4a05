import { alertRoutes, reachRoutes } from '#shared/alert/routes'
import { airRoutes } from '#shared/air/routes'
import { apiRoutes } from '#shared/api/routes'
import { eyesRoutes } from '#shared/eyes/routes'
import { fumeRoutes } from '#shared/fume/routes'
import { enoughRoutes } from '#shared/gas/enough'
import { rentRoutes } from '#shared/gas/rent'
import { gasRoutes } from '#shared/gas/routes'
import { gasSetRoutes } from '#shared/gas/set-routes'
import { hoodRoutes } from '#shared/hood/routes'
import { calendarRoutes } from '#shared/inspection/calendar'
import { gearKindRoutes } from '#shared/inspection/kind-routes'
import { roundRoutes } from '#shared/inspection/round'
import { inspectionRoutes } from '#shared/inspection/routes'
import { photoRoutes } from '#shared/photo/routes'
import { trendRoutes } from '#shared/inspection/trend'
import { jobRoutes } from '#shared/job/routes'
import { keepingRoutes } from '#shared/keeping/routes'
import { monitorRoutes } from '#shared/monitor/routes'
import { peopleRoutes } from '#shared/people/routes'
import { lateRoutes } from '#shared/late/routes'
import { musterRoutes } from '#shared/muster/routes'
import { permitRoutes } from '#shared/permit/routes'
import { beginRoutes } from '#shared/begin/routes'
import { changeRoutes } from '#shared/changes/routes'
import { planRoutes } from '#shared/plan/routes'
import { ppeRoutes } from '#shared/ppe/routes'
import { samplingRoutes } from '#shared/sampling/routes'
import { sessionRoutes } from '#shared/session/routes'
import { shopRoutes } from '#shared/shop/routes'
import { secondFactorRoutes } from '#shared/sign-in/second-factor'
import { signInRoutes } from '#shared/sign-in/routes'
import { stockRoutes } from '#shared/stock/routes'

/** Every route of the product. The server serves these and no others; one test walks them all. */
export const allRoutes = {
  ...apiRoutes,
  ...signInRoutes,
  ...secondFactorRoutes,
  ...shopRoutes,
  ...peopleRoutes,
  ...eyesRoutes,
  ...ppeRoutes,
  ...inspectionRoutes,
  ...roundRoutes,
  ...photoRoutes,
  ...gearKindRoutes,
  ...calendarRoutes,
  ...trendRoutes,
  ...rentRoutes,
  ...gasRoutes,
  ...gasSetRoutes,
  ...enoughRoutes,
  ...stockRoutes,
  ...sessionRoutes,
  ...jobRoutes,
  ...permitRoutes,
  ...lateRoutes,
  ...musterRoutes,
  ...alertRoutes,
  ...reachRoutes,
  ...planRoutes,
  ...beginRoutes,
  ...changeRoutes,
  ...airRoutes,
  ...hoodRoutes,
  ...fumeRoutes,
  ...samplingRoutes,
  ...monitorRoutes,
  ...keepingRoutes,
}
