import { changesBetween, countOf, toldOf, type Changes, type Told } from '../again/changes'
import { Walking, type FoundWalking } from '../again/walking'
import type { Plan } from '../plan'
import { judgeBeams } from './beam'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { judgeNear, type FoundNear } from './local'
import { judgeReach } from './reach'
import { judgeWaysOut } from './ways-out'

/** A plan that was judged: what was told of it, and what was found. */
export interface Judged<T> {
  told: Told
  found: T
  findings: readonly DrawnFinding[]
}

/**
 * What a plan says of ways that are walked: about half of the work. Each of its things has to be sound.
 * @param before plans that were judged before; of the one most like it counts what is as it was
 */
export function judgeWays(
  plan: Plan,
  equipment: Equipment,
  before: readonly Judged<FoundWalking>[] = [],
): Judged<FoundWalking> {
  const told = toldOf(plan, equipment)
  const walking = new Walking(plan, mostLike(told, before))
  const findings = [...judgeReach(plan, equipment, walking), ...judgeWaysOut(plan, walking)]
  return { told, found: walking.found, findings }
}

/** What it says of everything else. The plan has to be sound. @param before as of `judgeWays` */
export function judgePlaces(
  plan: Plan,
  equipment: Equipment,
  before: readonly Judged<FoundNear>[] = [],
): Judged<FoundNear> {
  const told = toldOf(plan, equipment)
  const found = judgeNear(plan, equipment, mostLike(told, before))
  const near = [...found.values()].flatMap((byThing) => [...byThing.values()].flat())
  return { told, found, findings: [...near, ...judgeBeams(plan)] }
}

/** The one of some judged plans that a plan is most like, and where it is not. */
function mostLike<T>(
  told: Told,
  before: readonly Judged<T>[],
): { found: T; changes: Changes } | null {
  let best: { found: T; changes: Changes; count: number } | null = null
  for (const one of before) {
    const changes = changesBetween(one.told, told)
    const count = changes ? countOf(changes) : Infinity
    if (changes && count < (best?.count ?? Infinity)) best = { found: one.found, changes, count }
  }
  return best
}
