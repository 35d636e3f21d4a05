import type { FindingsQuery } from '#shared/plan/judged'
import { planRoutes } from '#shared/plan/routes'
import type { ShownFinding } from '#shared/plan/schema'
import { call } from '~/composables/api'
import { asFailure, useLoad } from '~/composables/load'

const ROUTES = {
  published: { first: planRoutes.planFindings, further: planRoutes.planFurtherFindings },
  draft: { first: planRoutes.draftFindings, further: planRoutes.draftFurtherFindings },
} as const

/** What a plan says: the worst of each kind, and further Findings as they are asked for. */
export function useJudged(plan: keyof typeof ROUTES) {
  const { first, further } = ROUTES[plan]
  const found = useLoad(() => call(first, {}))
  /** Where something changed meanwhile, what it says is read anew. */
  async function readFurther(query: FindingsQuery): Promise<{ findings: ShownFinding[] }> {
    try {
      return await call(further, { query })
    } catch (error) {
      if (asFailure(error).code === 'changed') void found.load()
      throw error
    }
  }
  return { found, readFurther }
}
