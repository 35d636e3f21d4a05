import { blocks, type Finding, type Reason } from '../finding/finding'
import { inSentence } from '../finding/wording'
import { FARTHEST_EXTINGUISHER, TRAVEL_DISTANCE } from '../inspection/extinguisher-reach'
import { classesOf, FIRE_CLASS_NAME, type FireClass } from '../inspection/fire-class'
import { judgeGear, type GearState } from '../inspection/gear'
import type { Plan } from '../plan/plan'
import { freeLines } from '../plan/blocks'
import { apart, middleOf } from '../plan/shape'
import { wallsOf } from '../plan/walls'
import type { WorkPoint } from './reach-map'
import { published } from '../finding/source'

/** An extinguisher that is drawn on the floor of some work. */
export interface DrawnExtinguisher {
  gear: GearState
  /** As the crow flies, m. */
  metres: number
  /** No wall stands between. */
  isInSight: boolean
}

/** Extinguishers on the floor of some work, the nearest first. @param gear what is on record, by identifier */
export function extinguishersAround(
  plan: Plan,
  work: WorkPoint,
  gear: ReadonlyMap<string, GearState>,
): DrawnExtinguisher[] {
  const isFree = freeLines(wallsOf(plan, work.floor, 'feet').map(({ segment }) => segment))
  return plan.things
    .filter(({ kind, floor }) => kind === 'extinguisher' && floor === work.floor)
    .flatMap(({ of, shape }): DrawnExtinguisher[] => {
      const known = of === null ? undefined : gear.get(of)
      const at = middleOf(shape)
      return known ? [{ gear: known, metres: apart(work, at), isInSight: isFree(work, at) }] : []
    })
    .sort((one, other) => one.metres - other.metres)
}

const READY = published('OSHA 29 CFR 1910.252(a)(2)(ii)')

/**
 * Whether an extinguisher that hangs near the work is ready and of the right kind, one Finding for each class. It stands beside the line
 * of the sweep: one may be brought, so that none near is no stop. Behind a wall the walk is longer than it looks, and counts as not near.
 * @param burning classes of what is in reach
 */
export function judgeExtinguishersNear(
  burning: readonly FireClass[],
  around: readonly DrawnExtinguisher[],
): Finding[] {
  return burning.map((one) => judgeClass(one, around))
}

function judgeClass(burning: FireClass, around: readonly DrawnExtinguisher[]): Finding {
  const what = inSentence(FIRE_CLASS_NAME[burning])
  const farthest = FARTHEST_EXTINGUISHER[burning]
  const base = { code: `fire.near.${burning}`, step: 'fire' as const }
  const reasons = (metres?: number): Reason[] => [
    {
      rule: 'An extinguisher ready for instant use, within a short walk',
      source: READY,
      inputs: {
        burns: what,
        ...(metres !== undefined && { distance: { amount: metres, unit: 'm' as const } }),
      },
    },
    {
      rule: 'The longest walk to it',
      source: TRAVEL_DISTANCE,
      inputs: { asked: { amount: farthest, unit: 'm' } },
    },
  ]
  const suited = around.filter(({ gear }) => classesOf(gear.facts)?.includes(burning))
  const ready = suited.filter(({ gear }) => !blocks(judgeGear(gear)))
  const near = ready.find(({ metres, isInSight }) => isInSight && metres <= farthest)
  if (near)
    return {
      ...base,
      level: 'clear',
      value: { amount: near.metres, unit: 'm' },
      sentence: `${near.gear.name}, for ${what}, hangs in sight of the work and is ready.`,
      reasons: reasons(near.metres),
    }
  const [first] = ready.length > 0 ? ready : suited
  const bring = `Bring one for ${what} to the work, and look that it is ready.`
  if (!first)
    return {
      ...base,
      level: 'caution',
      sentence: `No extinguisher for ${what} hangs on this floor.`,
      remedy: bring,
      reasons: reasons(),
    }
  return {
    ...base,
    level: 'caution',
    value: { amount: first.metres, unit: 'm' },
    sentence: ready.length > 0 ? farSentence(first, what) : judgeGear(first.gear).sentence,
    remedy: bring,
    reasons: reasons(first.metres),
  }
}

const farSentence = ({ gear, isInSight }: DrawnExtinguisher, what: string): string =>
  isInSight
    ? `${gear.name}, the nearest for ${what}, is too far to walk.`
    : `${gear.name}, the nearest for ${what}, hangs behind a wall: whether the walk is short is not known.`

/** What can burn in reach of the work: by the plan, by what was found, and always what lies about. */
export function burningInReach(
  plan: Plan,
  inReach: readonly { thing: string }[],
  found: readonly { kind: string; deed: string | null }[],
): FireClass[] {
  const listed = new Set(inReach.map(({ thing }) => thing))
  const told = plan.things
    .filter(({ id, kind }) => kind === 'combustible' && listed.has(id))
    .flatMap(({ facts: { burns } }) => (isClass(burns) ? [burns] : []))
  const brought = found.some(({ kind, deed }) => kind === 'liquid' && deed === null)
  return [...new Set<FireClass>(['ordinary', ...told, ...(brought ? ['liquid' as const] : [])])]
}

const isClass = (value: unknown): value is FireClass =>
  typeof value === 'string' && value in FARTHEST_EXTINGUISHER
