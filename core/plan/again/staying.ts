import { isInTheWay } from '../ground'
import type { ThingKind } from '../kinds.table'
import { boundsOf, grown, type Bounds } from '../near'
import type { Walk } from '../path'
import type { Plan, Point } from '../plan'
import { meetsBox } from '../segment'
import { apart, cornersOf } from '../shape'
import { OPEN_TO } from '../walls'
import type { Change } from './changes'
import { partOf, shareOf } from './part'
import {
  isIn,
  nearestTarget,
  type Find,
  type Place,
  type Search,
  type Searched,
  type Target,
} from './search'

/** Walks turn round a thing so near to it, m, and it is taken a little longer than it is. */
const NEAR = 0.4
/** Walks no more unlike than this are as long, m. */
const ROUNDING = 1e-6
/** With more that was opened hardly a walk stays. */
const MOST_OPENED = 6

/**
 * Whether what was found from a place stays the shortest walk, or that there is none: nothing new stands in its way,
 * and no walk by way of what was opened is as short.
 * @param plan the whole floor
 */
export function staying(
  plan: Plan,
  search: Search,
  find: Find,
  known: Searched,
  changes: readonly Change[],
): (place: Place) => boolean {
  const before = new Map(known.search.places.map(({ id, starts }) => [id, starts]))
  const { opened, closed } = inTheWay(changes, search)
  if (opened.length > MOST_OPENED) return () => false
  const { gone, come } = movedTargets(known.search.targets, search.targets)
  const isGone = new Set(gone.map(({ id }) => id))
  const ways = [
    ...opened.flatMap((box) => onwardFrom(box, plan, search, find, changes)),
    ...come.map(({ at }): Onward => ({ at, least: 0 })),
  ]
  return ({ id, starts }) => {
    const walk = known.walks.get(id)
    if (walk === undefined || !areSame(before.get(id)!, starts)) return false
    if (walk && (isGone.has(walk.target) || closed.some((box) => comesInto(walk, box))))
      return false
    const most = (walk?.length ?? search.longest) + ROUNDING
    return ways.every(({ at, least }) => starts.every((start) => apart(start, at) + least > most))
  }
}

/** The outer bounds of what stood in the way and does not, and of what does now; walks come no nearer to them. */
function inTheWay(
  changes: readonly Change[],
  search: Search,
): { opened: readonly Bounds[]; closed: readonly Bounds[] } {
  const opened: Bounds[] = []
  const closed: Bounds[] = []
  for (const { was, is } of changes) {
    const isWhereItWas =
      was && is && was.kind === is.kind && areSame(cornersOf(was.shape), cornersOf(is.shape))
    for (const thing of isWhereItWas ? [] : [was, is]) {
      if (!thing || !matters(thing.kind, search)) continue
      const isThere = thing === is
      const lists = OPEN_TO.feet.includes(thing.kind) === isThere ? opened : closed
      lists.push(grown(boundsOf(cornersOf(thing.shape)), NEAR))
    }
  }
  return { opened, closed }
}

const matters = (kind: ThingKind, { isPastWork }: Search): boolean =>
  OPEN_TO.feet.includes(kind) || (kind === 'station' ? isPastWork : stopsSome(kind))

/** Whether things of a kind stop some walks. */
const stopsSome = (kind: ThingKind): boolean =>
  kind === 'room' || kind === 'wall' || kind === 'station' || isInTheWay(kind)

function movedTargets(
  before: readonly Target[],
  now: readonly Target[],
): { gone: Target[]; come: Target[] } {
  const key = ({ id, at: { x, y } }: Target): string => `${id} ${x} ${y}`
  const [was, is] = [new Set(before.map(key)), new Set(now.map(key))]
  return {
    gone: before.filter((one) => !is.has(key(one))),
    come: now.filter((one) => !was.has(key(one))),
  }
}

/** No walk by way of ground beside a point takes less from there on than this, m. */
interface Onward {
  at: Point
  least: number
}

/** So far around the straight line to a target is looked at, m, unless that is more than such a share of the floor. */
const MARGIN = 6
const MOST = 0.3

/**
 * From points all over a box: past what stands in a part of the floor, and in a straight line to what lies beyond.
 * Nothing that is not as it was stands in the way.
 */
function onwardFrom(
  box: Bounds,
  plan: Plan,
  search: Search,
  find: Find,
  changes: readonly Change[],
): Onward[] {
  const { points, off } = pointsIn(box)
  const places = points.map((at, i): Place => ({ id: `${i}`, starts: [at] }))
  const around = grown(boundsOf([...points, nearestTarget(places[0]!, search)]), MARGIN)
  if (shareOf(plan, search.floor, around) > MOST) {
    const straight = (at: Point): number =>
      Math.min(...search.targets.map((target) => apart(at, target.at)))
    return points.map((at) => ({ at, least: straight(at) - 2 * off }))
  }
  const changed = new Set(changes.flatMap(({ is }) => (is && stopsSome(is.kind) ? [is] : [])))
  const { floors, things } = partOf(plan, search.floor, [around])
  const walks = find(
    { floors, things: things.filter((thing) => !changed.has(thing)) },
    {
      ...search,
      places,
      targets: search.targets.filter(({ at }) => isIn(around, at)),
      longest: Infinity,
    },
  )
  const beyond = search.targets.filter(({ at }) => !isIn(around, at))
  return places.map(({ id, starts: [at] }) => {
    const straight = beyond.map((target) => apart(at!, target.at))
    const least = Math.min(walks.get(id)?.length ?? Infinity, ...straight)
    return { at: at!, least: least - 2 * off }
  })
}

/** Points all over a box lie so far apart, m, unless there would be more than so many either way. */
const SPACING = 0.2
const MOST_POINTS = 8

/** @returns also how far any point of the box is from one of them at most, m, though the nearest is built over */
function pointsIn({ minX, minY, maxX, maxY }: Bounds): { points: Point[]; off: number } {
  const steps = (length: number): number =>
    Math.min(MOST_POINTS, Math.max(1, Math.ceil(length / SPACING)))
  const [across, up] = [steps(maxX - minX), steps(maxY - minY)]
  const [width, height] = [(maxX - minX) / across, (maxY - minY) / up]
  const points = Array.from({ length: (across + 1) * (up + 1) }, (_, i) => ({
    x: minX + (i % (across + 1)) * width,
    y: minY + Math.floor(i / (across + 1)) * height,
  }))
  return { points, off: Math.sqrt(width ** 2 + height ** 2) }
}

const comesInto = ({ points }: Walk, box: Bounds): boolean =>
  points.some((to, i) => i > 0 && meetsBox([points[i - 1]!, to], box))

const areSame = (before: readonly Point[], now: readonly Point[]): boolean =>
  before === now ||
  (before.length === now.length &&
    before.every(({ x, y }, i) => x === now[i]!.x && y === now[i]!.y))
