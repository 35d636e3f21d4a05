import type { ThingKind } from '../plan/kinds.table'
import { onFloor, type Plan, type Thing } from '../plan/plan'
import { meet } from '../plan/segment'
import { contains, cornersOf, middleOf, segmentsOf } from '../plan/shape'

/** What of a plan it is told by. */
export const HOT_WORK_KINDS = [
  'hotWorkArea',
  'station',
  'combustible',
] as const satisfies readonly ThingKind[]

/** Whether hot work at a station needs no permit, and why. */
export interface HotWorkPlace {
  isDesignated: boolean
  because: string
}

const permit = (because: string): HotWorkPlace => ({ isDesignated: false, because })

/**
 * A station is in a designated area when the shop says so, and the plan does not say otherwise: where hot-work areas are drawn it
 * stands inside one, and nothing that burns is drawn in that area. OSHA 29 CFR 1910.252(a)(2)(vi) and (xv), NFPA 51B: an area kept
 * free of what burns.
 * @param isSetAside as the shop says. @param station its identifier. @param plan null: none is published
 */
export function hotWorkPlace(
  isSetAside: boolean,
  station: string,
  plan: Plan | null,
): HotWorkPlace {
  if (!isSetAside) return permit('The shop has not set it aside for hot work.')
  const areas = plan?.things.filter(({ kind }) => kind === 'hotWorkArea') ?? []
  if (!plan || areas.length === 0)
    return {
      isDesignated: true,
      because: 'The shop set it aside for hot work; no plan shows where.',
    }
  const [drawn, ...twice] = plan.things.filter(
    ({ kind, of }) => kind === 'station' && of === station,
  )
  if (!drawn || twice.length > 0)
    return permit('Hot-work areas are drawn on the plan; where this station stands is not.')
  const area = onFloor(plan, drawn.floor, 'hotWorkArea').find(({ shape }) =>
    contains(shape, middleOf(drawn.shape)),
  )
  if (!area) return permit('It stands outside every hot-work area of the plan.')
  const burning = onFloor(plan, drawn.floor, 'combustible').find((thing) => overlap(thing, area))
  if (burning)
    return permit(`${burning.name || 'Something that burns'} is drawn inside ${area.name}.`)
  return { isDesignated: true, because: `It stands inside ${area.name} on the plan.` }
}

const overlap = ({ shape: one }: Thing, { shape: other }: Thing): boolean =>
  cornersOf(one).some((corner) => contains(other, corner)) ||
  cornersOf(other).some((corner) => contains(one, corner)) ||
  segmentsOf(one).some((a) => segmentsOf(other).some((b) => meet(a, b)))
