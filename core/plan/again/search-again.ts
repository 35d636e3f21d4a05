import { around, boundsOf, boundsOfThing, grown, type Bounds } from '../near'
import { metresTo } from '../outwards'
import type { Walk } from '../path'
import { isInTheWay } from '../ground'
import type { ThingKind } from '../kinds.table'
import type { Plan, Point } from '../plan'
import { meetsBox } from '../segment'
import { apart, cornersOf } from '../shape'
import { OPEN_TO } from '../walls'
import type { Change } from './changes'
import type { Found } from './found-again'
import { partOf } from './part'

/** Shortest walks from some places to the nearest of some targets. */
export interface Search {
  name: string
  floor: string
  /** Whether stations stand in the way. */
  isPastWork: boolean
  places: readonly Place[]
  targets: readonly Target[]
  /** No walk that is asked for is longer, m. */
  longest: number
}
interface Place {
  id: string
  /** Any of them. */
  starts: readonly Point[]
}
interface Target {
  id: string
  at: Point
}

/** A walk, and the target that it leads to. */
export type FoundWalk = Walk & { target: string }

/** A search that was made. */
export interface Searched {
  search: Search
  walks: Found<FoundWalk | null>
}

type Find = (part: Plan, search: Search) => Found<FoundWalk | null>

/** Walks turn round a thing so near to it, m, and it is taken a little longer than it is. */
const NEAR = 0.4
/** Walks no more unlike than this are as long, m. */
const ROUNDING = 1e-6
/** So far around all that a walk may need is looked at, m: at first, and where that was too little. */
const MARGINS = [6, 25]
/** Of a larger share of the floor all of it is looked at. */
const MOST = 0.6

/**
 * A search made again after some changes. A walk stays the shortest where nothing new stands in its way, and no walk by
 * way of what was opened is as short. The others are looked for in a part of the floor: one that stays in there is the
 * shortest of all, as the part has everything that stands in its way, and no more than the floor in the way of any other.
 * @param plan the whole floor
 */
export function searchAgain(
  plan: Plan,
  search: Search,
  find: Find,
  known: Searched,
  changes: readonly Change[],
): Found<FoundWalk | null> {
  const stays = staying(plan, search, find, known, changes)
  const found = new Map<string, FoundWalk | null>()
  let asked: Place[] = []
  for (const place of search.places) {
    if (place.starts.length === 0) found.set(place.id, null)
    else if (stays(place)) found.set(place.id, known.walks.get(place.id)!)
    else asked.push(place)
  }
  for (const margin of MARGINS) {
    if (asked.length === 0) return found
    const box = grown(boundsOf(asked.flatMap((place) => mayNeed(place, search, known))), margin)
    if (shareIn(box, plan) > MOST) break
    const sure = surelyIn(
      box,
      partOf(plan, search.floor, [box]),
      { ...search, places: asked },
      find,
    )
    for (const [id, walk] of sure) found.set(id, walk)
    asked = asked.filter(({ id }) => !sure.has(id))
  }
  if (asked.length > 0)
    for (const [id, walk] of find(plan, { ...search, places: asked })) found.set(id, walk)
  return found
}

/** Whether what was found from a place stays the shortest walk, or that there is none. */
function staying(
  plan: Plan,
  search: Search,
  find: Find,
  known: Searched,
  changes: readonly Change[],
): (place: Place) => boolean {
  const before = new Map(known.search.places.map(({ id, starts }) => [id, starts]))
  const { opened, closed } = inTheWay(changes, search)
  const targets = movedTargets(known.search.targets, search.targets)
  const shut = closed.map((box) => grown(box, NEAR))
  const open = [
    ...opened
      .map((box) => grown(box, NEAR))
      .map((box) => ({ box, onward: onwardFrom(box, plan, search, find, changes) })),
    ...targets.come.map(({ at }) => ({ box: boundsOf([at]), onward: 0 })),
  ]
  const isGone = new Set(targets.gone.map(({ id }) => id))
  return ({ id, starts }) => {
    const walk = known.walks.get(id)
    if (walk === undefined || !areSame(before.get(id)!, starts)) return false
    if (walk && (isGone.has(walk.target) || shut.some((box) => comesInto(walk, box)))) return false
    const most = walk?.length ?? search.longest
    return open.every(({ box, onward }) => shortestTo(box, starts) + onward > most + ROUNDING)
  }
}

/** The outer bounds of what stood in the way and does not, and of what does now. */
function inTheWay(
  changes: readonly Change[],
  search: Search,
): { opened: readonly Bounds[]; closed: readonly Bounds[] } {
  const opened: Bounds[] = []
  const closed: Bounds[] = []
  for (const { was, is } of changes) {
    if (was && is && was.kind === is.kind && areSame(cornersOf(was.shape), cornersOf(is.shape)))
      continue
    for (const thing of [was, is]) {
      if (!thing) continue
      const isThere = thing === is
      const bounds = boundsOf(cornersOf(thing.shape))
      if (OPEN_TO.feet.includes(thing.kind)) (isThere ? opened : closed).push(bounds)
      else if (thing.kind === 'station' ? search.isPastWork : stopsSome(thing.kind))
        (isThere ? closed : opened).push(bounds)
    }
  }
  return { opened, closed }
}

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

/** Points all over a box lie so far apart, m, unless there would be more than so many either way. */
const SPACING = 0.25
const MOST_POINTS = 8

/**
 * No walk from a box to a target is shorter than this, m: past what stands in a part of the floor, and in a straight line beyond.
 * Nothing that is not as it was stands in the way.
 */
function onwardFrom(
  box: Bounds,
  plan: Plan,
  search: Search,
  find: Find,
  changes: readonly Change[],
): number {
  const { starts, off } = pointsIn(box)
  const place = { id: 'opened', starts }
  const around = grown(boundsOf([...starts, nearestTarget(place, search)]), MARGINS[0]!)
  const part = partOf(plan, search.floor, [around])
  const changed = new Set(changes.map(({ is }) => is).filter((is) => is && stopsSome(is.kind)))
  const isIn = ({ at }: Target): boolean => metresTo(around, at.x, at.y) === 0
  const walk = find(
    { ...part, things: part.things.filter((thing) => !changed.has(thing)) },
    { ...search, places: [place], targets: search.targets.filter(isIn), longest: Infinity },
  ).get(place.id)
  const beyond = search.targets.filter((one) => !isIn(one)).map(({ at }) => at)
  return Math.max(0, Math.min(walk?.length ?? Infinity, shortestTo(box, beyond)) - off)
}

/** Points all over a box, and how far any of its points is from one of them at most, m, though the nearest is built over. */
function pointsIn({ minX, minY, maxX, maxY }: Bounds): { starts: Point[]; off: number } {
  const steps = (length: number): number =>
    Math.min(MOST_POINTS, Math.max(1, Math.ceil(length / SPACING)))
  const [across, up] = [steps(maxX - minX), steps(maxY - minY)]
  const [width, height] = [(maxX - minX) / across, (maxY - minY) / up]
  const starts = Array.from({ length: (across + 1) * (up + 1) }, (_, i) => ({
    x: minX + (i % (across + 1)) * width,
    y: minY + Math.floor(i / (across + 1)) * height,
  }))
  return { starts, off: Math.sqrt(width ** 2 + height ** 2) }
}

const comesInto = ({ points }: Walk, box: Bounds): boolean =>
  points.some((to, i) => i > 0 && meetsBox([points[i - 1]!, to], box))

const shortestTo = (box: Bounds, points: readonly Point[]): number =>
  points.reduce((least, { x, y }) => Math.min(least, metresTo(box, x, y)), Infinity)

const areSame = (before: readonly Point[], now: readonly Point[]): boolean =>
  before === now ||
  (before.length === now.length &&
    before.every(({ x, y }, i) => x === now[i]!.x && y === now[i]!.y))

/** Where the walk from a place may lead: as before, or straight to the nearest target. */
function mayNeed(place: Place, search: Search, known: Searched): readonly Point[] {
  const walk = known.walks.get(place.id)
  return [...place.starts, ...(walk?.points ?? []), nearestTarget(place, search)]
}

/** In a straight line; where there is none, the place itself. */
function nearestTarget({ starts }: Place, { targets }: Search): Point {
  const metres = (at: Point): number => apart(starts[0]!, at)
  return targets
    .map(({ at }) => at)
    .reduce((least, at) => (metres(at) < metres(least) ? at : least), targets[0]?.at ?? starts[0]!)
}

/** The share of the ground of a plan that a box takes, 0 to 1. */
function shareIn(box: Bounds, { things }: Plan): number {
  const all = around(things.map(boundsOfThing))
  const width = Math.min(box.maxX, all.maxX) - Math.max(box.minX, all.minX)
  const height = Math.min(box.maxY, all.maxY) - Math.max(box.minY, all.minY)
  return (width * height) / ((all.maxX - all.minX) * (all.maxY - all.minY))
}

/** What a part of the floor tells for sure of some walks. @param box everything in it is of the part */
function surelyIn(box: Bounds, part: Plan, search: Search, find: Find): Found<FoundWalk | null> {
  const inner = grown(box, -NEAR)
  const isIn = ({ x, y }: Point): boolean => metresTo(inner, x, y) === 0
  const targets = search.targets.filter(({ at }) => isIn(at))
  const outside = search.targets.filter(({ at }) => !isIn(at)).map(({ at }) => at)
  const walks = targets.length > 0 ? find(part, { ...search, targets }) : null
  const sure = new Map<string, FoundWalk | null>()
  const without: Place[] = []
  for (const place of search.places) {
    const walk = walks?.get(place.id) ?? null
    const toOutside = place.starts.flatMap((start) => outside.map((at) => apart(start, at)))
    const isNearerThan = (metres: number): boolean => toOutside.every((far) => metres < far)
    if (walk?.points.every(isIn) && isNearerThan(walk.length)) sure.set(place.id, walk)
    else if (!walk && isNearerThan(search.longest)) sure.set(place.id, null)
    else if (!walk) without.push(place)
  }
  for (const { id } of shutIn(part, { ...search, places: without }, find)) sure.set(id, null)
  return sure
}

/** Places that no walk leads out of, however long. */
function shutIn(part: Plan, search: Search, find: Find): Place[] {
  if (search.places.length === 0) return []
  const { minX, minY, maxX, maxY } = grown(around(part.things.map(boundsOfThing)), 2 * NEAR)
  const corners = [
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY },
  ]
  const targets = corners.map((at) => ({ id: 'outside', at }))
  const ways = find(part, { ...search, targets, longest: Infinity })
  return search.places.filter(({ id }) => ways.get(id) === null)
}
