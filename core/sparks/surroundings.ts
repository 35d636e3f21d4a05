import type { Plan, Point, Thing } from '../plan/plan'
import { contains, segmentsOf, type Segment } from '../plan/shape'
import { figureOf, OPEN_TO, wallsOf } from '../plan/walls'

/** Something upright on a plan that a flying drop meets. Heights are absolute, m. */
export interface Upright {
  segment: Segment
  /** null: it throws drops back; else what they fly through. */
  opening: Thing | null
  from: number
  to: number
}

/** What stands around some work. */
export interface Surroundings {
  /** Uprights by where they lie. */
  near: (x: number, y: number) => readonly Upright[]
  /** The floor onto which a drop falls from a height (absolute) at a point, and where it lies, m. */
  groundAt: (at: Point, z: number) => { floor: string; level: number }
}

/** Walls of these let drops through: mesh always, glass cracks. */
const OPEN_MATERIALS: readonly string[] = ['mesh', 'glass']
/** A curtain hangs so far above the floor, m. Common practice. */
const CURTAIN_GAP = 0.15
/** m: so far from the work it is looked what stands there. */
const LOOK = 80
const CELL = 1

/** Nothing stands around, and the floor has no end. */
export const OPEN_GROUND: Surroundings = {
  near: () => [],
  groundAt: () => ({ floor: '', level: 0 }),
}

/**
 * What of a plan stands in the way of sparks. A wall whose height or material is not told stops none of them.
 * @param work on one of its floors
 */
export function surroundingsOf(plan: Plan, work: Point & { floor: string }): Surroundings {
  return {
    near: byPlace(
      plan.floors.flatMap(({ id, level }) => uprightsOf(plan, id, level)),
      work,
    ),
    groundAt: groundOf(plan, work.floor),
  }
}

function uprightsOf(plan: Plan, floor: string, level: number): Upright[] {
  const here = plan.things.filter((thing) => thing.floor === floor)
  const walls = wallsOf(plan, floor, 'fire').flatMap(({ segment, height, material }): Upright[] =>
    height === null || material === null || OPEN_MATERIALS.includes(material)
      ? []
      : [{ segment, opening: null, from: level, to: level + height }],
  )
  const curtains = here
    .filter(({ kind }) => kind === 'curtain')
    .flatMap(({ shape, facts }): Upright[] => {
      const height = figureOf(facts.height)
      if (height === null) return []
      const span = { opening: null, from: level + CURTAIN_GAP, to: level + height }
      return segmentsOf(shape).map((segment) => ({ segment, ...span }))
    })
  const openings = here
    .filter(({ kind }) => OPEN_TO.fire.includes(kind))
    .flatMap((thing) =>
      segmentsOf(thing.shape).map((segment) => ({
        segment,
        opening: thing,
        from: level,
        to: level + (figureOf(thing.facts.height) ?? Infinity),
      })),
    )
  return [...walls, ...curtains, ...openings]
}

/** Uprights by cells of a metre around the work: a drop is asked some hundred times a second of its flight. */
function byPlace(uprights: readonly Upright[], work: Point): Surroundings['near'] {
  const across = (2 * LOOK) / CELL
  const cells = new Map<number, Upright[]>()
  const column = (x: number): number => Math.floor((x - work.x + LOOK) / CELL)
  const row = (y: number): number => Math.floor((y - work.y + LOOK) / CELL)
  const isIn = (n: number): boolean => n >= 0 && n < across
  for (const upright of uprights)
    for (const cell of cellsOf(upright.segment, column, row))
      if (isIn(cell.column) && isIn(cell.row)) {
        const key = cell.row * across + cell.column
        cells.set(key, [...(cells.get(key) ?? []), upright])
      }
  return (x, y) => {
    const [c, r] = [column(x), row(y)]
    return isIn(c) && isIn(r) ? (cells.get(r * across + c) ?? NONE) : NONE
  }
}
const NONE: readonly Upright[] = []

/** Each cell that a segment may touch, and those beside it: a drop is looked for where it ends. */
function* cellsOf(
  [a, b]: Segment,
  column: (x: number) => number,
  row: (y: number) => number,
): Generator<{ column: number; row: number }> {
  const steps = Math.ceil(Math.max(Math.abs(b.x - a.x), Math.abs(b.y - a.y)) / CELL) * 2
  const seen = new Set<string>()
  for (let i = 0; i <= Math.max(1, steps); i++) {
    const share = i / Math.max(1, steps)
    const at = { column: column(a.x + share * (b.x - a.x)), row: row(a.y + share * (b.y - a.y)) }
    for (let dc = -1; dc <= 1; dc++)
      for (let dr = -1; dr <= 1; dr++) {
        const cell = { column: at.column + dc, row: at.row + dr }
        const key = `${cell.column} ${cell.row}`
        if (!seen.has(key)) yield cell
        seen.add(key)
      }
  }
}

/** A floor above another ends where its rooms end; the lowest has no end. */
function groundOf(plan: Plan, start: string): Surroundings['groundAt'] {
  const own = plan.floors.find(({ id }) => id === start)!
  const down = [
    own,
    ...plan.floors
      .filter(({ level }) => level < own.level)
      .sort((one, other) => other.level - one.level),
  ].map(({ id, level }) => ({
    floor: id,
    level,
    rooms: plan.things.filter(({ kind, floor }) => kind === 'room' && floor === id),
  }))
  const holds = ({ rooms }: (typeof down)[number], at: Point): boolean =>
    rooms.length === 0 || rooms.some(({ shape }) => contains(shape, at))
  return (at, z) =>
    down.slice(0, -1).find((floor) => floor.level <= z && holds(floor, at)) ?? down.at(-1)!
}
