import { around, boundsOf, boundsOfThing, grown, type Bounds } from '../near'
import type { Plan, Point } from '../plan'
import { apart } from '../shape'
import type { Change } from './changes'
import type { Found } from './found-again'
import { partOf, shareOf } from './part'
import {
  isIn,
  nearestTarget,
  type Find,
  type FoundWalk,
  type Place,
  type Search,
  type Searched,
} from './search'
import { staying } from './staying'

/** So far around all that a walk may need is looked at, m: at first, and where that was too little. */
const MARGINS = [6, 12]
/** Of a larger share of the floor all of it is looked at. */
const MOST = 0.6
/** Nothing reaches farther beyond its outline, m. */
const NEAR = 0.6

/**
 * A search made again after some changes. Walks that do not stay what they were are looked for in a part of the floor:
 * one that stays in there is the shortest of all, as the part has everything that stands in its way, and no more than
 * the floor in the way of any other.
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
  let needed = asked.flatMap((place) => [
    ...(known.walks.get(place.id)?.points ?? []),
    nearestTarget(place, search),
  ])
  for (const margin of MARGINS) {
    if (asked.length === 0) return found
    const box = grown(boundsOf([...asked.flatMap(({ starts }) => starts), ...needed]), margin)
    if (shareOf(plan, search.floor, box) > MOST) break
    const part = partOf(plan, search.floor, [box])
    const { sure, nearer } = surelyIn(box, part, { ...search, places: asked }, find)
    for (const [id, walk] of sure) found.set(id, walk)
    asked = asked.filter(({ id }) => !sure.has(id))
    needed = nearer
  }
  if (asked.length > 0)
    for (const [id, walk] of find(plan, { ...search, places: asked })) found.set(id, walk)
  return found
}

/** What a part of the floor tells for sure of some walks. */
interface InPart {
  sure: Found<FoundWalk | null>
  /** Of the others, where the walk that was found leads, and targets beyond that may be nearer. */
  nearer: Point[]
}

/** @param box everything in it is of the part */
function surelyIn(box: Bounds, part: Plan, search: Search, find: Find): InPart {
  const inner = grown(box, -NEAR)
  const targets = search.targets.filter(({ at }) => isIn(inner, at))
  const beyond = search.targets.filter(({ at }) => !isIn(inner, at)).map(({ at }) => at)
  const walks = targets.length > 0 ? find(part, { ...search, targets }) : null
  const sure = new Map<string, FoundWalk | null>()
  const nearer: Point[] = []
  const without: Place[] = []
  for (const place of search.places) {
    const walk = walks?.get(place.id) ?? null
    const most = walk?.length ?? search.longest
    const maybe = beyond.filter((at) => place.starts.some((start) => apart(start, at) <= most))
    const staysIn = walk?.points.every((point) => isIn(inner, point)) ?? true
    if (staysIn && maybe.length === 0) sure.set(place.id, walk)
    else if (walk) nearer.push(...walk.points, ...maybe)
    else without.push(place)
  }
  for (const { id } of shutIn(part, { ...search, places: without }, find)) sure.set(id, null)
  return { sure, nearer }
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
