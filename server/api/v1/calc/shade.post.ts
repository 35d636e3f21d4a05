import { eyesRoutes } from '#shared/eyes/routes'
import { route } from '#server/http/route'
import { personalShade } from '#core/shade/personal'
import { assignShade, DEFAULT_SHADE_RULES } from '#core/shade/shade'

export default route(eyesRoutes.calcShade, ({ body }) => {
  const { school, house, eyes, ...query } = body
  const answer = assignShade(query, {
    school: school ?? DEFAULT_SHADE_RULES.school,
    house: house ?? DEFAULT_SHADE_RULES.house,
  })
  const person = eyes ? personalShade(answer, eyes) : { wanted: answer.working, findings: [] }
  return { ...answer, wanted: person.wanted, findings: [...answer.findings, ...person.findings] }
})
