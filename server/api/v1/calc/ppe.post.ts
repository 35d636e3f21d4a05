import { ppeRoutes } from '#shared/ppe/routes'
import { route } from '#server/http/route'
import { judgeConflicts } from '#core/ppe/conflict'
import { assignPpe } from '#core/ppe/ppe'

export default route(ppeRoutes.calcPpe, ({ body }) => {
  const answer = assignPpe(body, body)
  return { ...answer, findings: [...answer.findings, ...judgeConflicts(body.seen, body)] }
})
