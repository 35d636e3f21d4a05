import { jobRoutes } from '#shared/job/routes'
import { route } from '#server/http/route'
import { changeJob } from '#server/services/job/job'

export default route(jobRoutes.updateJob, async ({ actor, params, body }) => {
  await changeJob(actor, params.id, body)
  return { ok: true as const }
})
