import { eyesRoutes } from '#shared/eyes/routes'
import { route } from '#server/http/route'
import { judgeMarking } from '#core/marking/judge'
import { readMarking } from '#core/marking/read'

export default route(eyesRoutes.calcMarking, ({ body }) => {
  const { text, ...need } = body
  const marking = readMarking(text)
  return { ...marking, findings: judgeMarking(marking, need) }
})
