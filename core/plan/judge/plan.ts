import { changesBetween, countOf, type Changes } from '../again/changes'
import type { Told } from '../again/told'
import { Walking, type FoundWalking } from '../again/walking'
import { faultsAgain, isSound, type FoundFaults, type PlanFault } from '../faults'
import { judgeBeams } from './beam'
import type { DrawnFinding } from './drawn'
import { judgeNear, type FoundNear } from './local'
import { judgeReach } from './reach'
import { judgeWaysOut } from './ways-out'
import { gathered } from '../gathered'

/** A plan that was judged: what was told of it, and what was found. */
interface Judged<T> {
  told: Told
  found: T
  findings: readonly DrawnFinding[]
}
export type JudgedWays = Judged<FoundWalking>
export type JudgedPlaces = Judged<{ near: FoundNear; faults: FoundFaults }> & {
  faults: readonly PlanFault[]
}

/**
 * What a plan says of ways: to what one needs in a hurry, and out while hot work goes on. Each of its things has to be sound.
 * @param before plans that were judged before; of the one most like it counts what is as it was
 */
export function judgeWaysAgain(told: Told, before: readonly JudgedWays[] = []): JudgedWays {
  const { plan, equipment } = told
  const walking = new Walking(plan, mostLike(told, before))
  const findings = [...judgeReach(plan, equipment, walking), ...judgeWaysOut(plan, walking)]
  return { told, findings, found: walking.found }
}

/** What is wrong with a plan and, where nothing is, what it says of everything else. @param before as of ways */
export function judgePlacesAgain(told: Told, before: readonly JudgedPlaces[] = []): JudgedPlaces {
  const { plan, equipment } = told
  const like = mostLike(told, before)
  const was = <K extends 'near' | 'faults'>(which: K) =>
    like && { found: like.found[which], changes: like.changes }
  const { faults, found } = faultsAgain(plan, was('faults'))
  if (!isSound(faults))
    return { told, found: { near: new Map(), faults: found }, faults, findings: [] }
  const near = judgeNear(plan, equipment, was('near'))
  const ofThings = gathered([...near.values()], (byThing) =>
    gathered([...byThing.values()], (its) => its),
  )
  return {
    told,
    found: { near, faults: found },
    faults,
    findings: [...ofThings, ...judgeBeams(plan)],
  }
}

/** The one of some judged plans that a plan is most like, and what is not as it was. */
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
