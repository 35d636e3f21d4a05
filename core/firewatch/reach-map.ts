import { ROUNDING } from '../finding/feet'
import { PLAN_KINDS, type ThingKind } from '../plan/kinds.table'
import type { Plan, Point, Thing } from '../plan/plan'
import { nearestOn } from '../plan/segment'
import { apart, contains, cornersOf, segmentsOf } from '../plan/shape'
import { wallsOf } from '../plan/walls'
import type { SweepLineId } from './rules.table'

/** Where the work is, on a plan. */
export interface WorkPoint extends Point {
  floor: string
}

/** Something on the plan that sparks or heat of the work may reach. */
export interface InReach {
  /** Of the plan; the floor itself where it is another floor. */
  thing: string
  name: string
  /** From the work to the nearest point of it, level, m. */
  metres: number
  at: Point
  /** The line of the sweep that it belongs to; null: none asks for it. */
  line: SweepLineId | null
  /** What is done about it. */
  action: string
  /** Whether it is known that the line is about it; a wall may be of anything. */
  isTold: boolean
  /** It has a side that nobody sees from the work. */
  hasFarSide: boolean
}

interface Rule {
  line: SweepLineId | null
  action: string
  /** Whether it is known that the line is about it. */
  isTold?: boolean
}

/** What is done about each kind of thing. 29 CFR 1910.252(a)(2), common practice where no line of the sweep asks for it. */
const RULES: Partial<Record<ThingKind, Rule>> = {
  combustible: { line: 'moved', action: 'Move it away, cover it, or wet it down.' },
  gasStore: { line: 'moved', action: 'Take the cylinders away, or put a shield before them.' },
  door: { line: 'openings', action: 'Close it, or post a watch behind it.' },
  window: { line: 'openings', action: 'Close or cover it; look what is below.' },
  hatch: { line: 'openings', action: 'Close or cover it; post a watch below.' },
  duct: { line: 'ducts', action: 'Cover it, or shut the duct down.' },
  hood: { line: 'ducts', action: 'Keep sparks out of it, or shut it down.' },
  extractionUnit: { line: 'ducts', action: 'Keep sparks out of it, or shut it down.' },
  sprinklers: { line: 'sprinklers', action: 'Cover the heads against heat; uncover them after.' },
  detector: { line: 'detectors', action: 'Shield it from smoke, and put it back after.' },
  exit: { line: null, action: 'Keep it free, or open another way out.' },
  walkway: { line: null, action: 'Close it, or hang a screen.' },
  station: { line: null, action: 'Tell who works there; hang a screen.' },
  desk: { line: null, action: 'Tell who works there; hang a screen.' },
}

/** Kinds that are looked for below, too. */
const FUEL: readonly ThingKind[] = ['combustible', 'gasStore']

const BURNING_WALL: Rule = {
  line: 'farSide',
  action: 'It burns: shield it, and look at its far side.',
}
/** What is done about a wall, by what it is of; masonry neither burns nor carries heat to its far side. Common practice. */
const WALL_RULES: Readonly<Record<string, Rule | null>> = {
  masonry: null,
  steel: {
    line: 'farSide',
    action: 'It conducts heat: clear its far side, or post a watch there.',
  },
  timber: BURNING_WALL,
  board: BURNING_WALL,
  glass: { line: 'openings', action: 'Sparks crack it: cover it.' },
  mesh: { line: 'openings', action: 'Sparks go through it: hang a blanket.' },
}
const UNTOLD_WALL: Rule = {
  line: 'farSide',
  action: 'What it is of is not told: look, and clear its far side.',
  isTold: false,
}

/**
 * What lies within reach of hot work on its floor, nearest first, and other floors above or below it.
 * Straight distances on the level: a wall between shortens nothing, as sparks go over and through.
 * @param plan with the floor of the work; @param reach m
 * @returns empty where nothing is drawn within reach, which is not to say that nothing is there
 */
export function thingsInReach(plan: Plan, work: WorkPoint, reach: number): InReach[] {
  const near = plan.things.filter((thing) => isWithin(thing, work, reach))
  const here = near.filter(({ floor }) => floor === work.floor)
  return [
    ...here.flatMap((thing): InReach[] => {
      const rule = RULES[thing.kind]
      return rule && !isWorkItself(thing, work) ? [found(thing, nearestOf(thing, work), rule)] : []
    }),
    ...wallsInReach({ ...plan, things: here }, work, reach),
    ...otherFloors(plan, near, work),
    ...fuelBelow(plan, near, work),
  ].sort((one, other) => one.metres - other.metres)
}

/** The station at which the work is done is no place beside it. */
const isWorkItself = ({ kind, shape }: Thing, work: Point): boolean =>
  kind === 'station' && contains(shape, work)

const found = (
  { id, name, kind }: Pick<Thing, 'id' | 'name' | 'kind'>,
  at: Point & { metres: number },
  { line, action, isTold = true }: Rule,
): InReach => ({
  thing: id,
  name: name || PLAN_KINDS[kind].name,
  metres: at.metres,
  at: { x: at.x, y: at.y },
  line,
  action,
  isTold,
  hasFarSide: line === 'farSide',
})

/** The point of a thing nearest to the work, and how far away it is, m. */
function nearestOf({ shape }: Pick<Thing, 'shape'>, work: Point): Point & { metres: number } {
  if (contains(shape, work)) return { x: work.x, y: work.y, metres: 0 }
  return segmentsOf(shape)
    .map((side) => nearestOn(side, work))
    .map((point) => ({ ...point, metres: apart(point, work) }))
    .reduce((best, point) => (point.metres < best.metres ? point : best))
}

function isWithin(thing: Thing, work: Point, reach: number): boolean {
  const corners = cornersOf(thing.shape)
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)]
  const isFar =
    Math.min(...xs) > work.x + reach ||
    Math.max(...xs) < work.x - reach ||
    Math.min(...ys) > work.y + reach ||
    Math.max(...ys) < work.y - reach
  return !isFar && nearestOf(thing, work).metres <= reach + ROUNDING
}

/** Of each room and wall the nearest stretch that is no opening. */
function wallsInReach(plan: Plan, work: WorkPoint, reach: number): InReach[] {
  const nearest = new Map<Thing, Point & { metres: number }>()
  for (const { segment, of } of wallsOf(plan, work.floor, 'fire')) {
    const point = nearestOn(segment, work)
    const metres = apart(point, work)
    if (metres <= reach + ROUNDING && metres < (nearest.get(of)?.metres ?? Infinity))
      nearest.set(of, { ...point, metres })
  }
  return [...nearest].flatMap(([thing, at]): InReach[] => {
    const rule = wallRule(thing)
    return rule ? [found(thing, at, rule)] : []
  })
}

function wallRule({ facts: { material } }: Thing): Rule | null {
  const rule = typeof material === 'string' ? WALL_RULES[material] : undefined
  return rule === undefined ? UNTOLD_WALL : rule
}

/** What sparks that fall over an edge set alight: on floors below, as far around as on its own. */
function fuelBelow({ floors }: Plan, near: readonly Thing[], work: WorkPoint): InReach[] {
  const own = floors.find(({ id }) => id === work.floor)
  const below = new Map(
    floors.filter(({ level }) => own && level < own.level).map(({ id, name }) => [id, name]),
  )
  return near
    .filter(({ kind, floor }) => FUEL.includes(kind) && below.has(floor))
    .map((thing) => {
      const name = `${thing.name || PLAN_KINDS[thing.kind].name}, below on ${below.get(thing.floor)!}`
      return found({ ...thing, name }, nearestOf(thing, work), RULES[thing.kind]!)
    })
}

/** Something is drawn there above or below the work: sparks fall, and heat goes through the floor. */
function otherFloors(plan: Plan, near: readonly Thing[], work: WorkPoint): InReach[] {
  return plan.floors
    .filter(({ id }) => id !== work.floor && near.some(({ floor }) => floor === id))
    .map(({ id, name }) => ({
      thing: id,
      name,
      metres: 0,
      at: { x: work.x, y: work.y },
      line: 'openings' as const,
      isTold: true,
      hasFarSide: true,
      action: 'Look there, too: sparks fall, and heat goes through the floor.',
    }))
}
