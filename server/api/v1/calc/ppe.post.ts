import { routes } from '#shared/api/routes'
import { route } from '#server/http/route'
import { judgeConflicts } from '#core/ppe/conflict'
import { assignPpe } from '#core/ppe/ppe'

export default route(routes.calcPpe, ({ body }) => {
  const answer = assignPpe(body, body)
  return { ...answer, findings: [...answer.findings, ...judgeConflicts(body.seen, body)] }
})
