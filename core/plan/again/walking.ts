import { groundOf, groundWith, type Ground } from '../ground'
import { boundsOfThing, grown } from '../near'
import { walksFrom } from '../path'
import { onFloor, type Plan, type Point, type Thing } from '../plan'
import { standingBefore, standingBeside } from '../judge/standing'
import { foundAgain, type Found } from './found-again'
import type { Changes } from './changes'
import { floorOf } from './part'
import type { FoundWalk, Search, Searched } from './search'
import { searchAgain } from './search-again'

/** What was found of walks over a plan. */
export interface FoundWalking {
  /** By floor: where one stands beside things, and before them. */
  beside: Map<string, Found<readonly Point[]>>
  before: Map<string, Found<Point>>
  /** By name and floor. */
  searches: Map<string, Searched>
}

/** Where one stands hangs on walls so near, m. */
const STANDS_NEAR = 1

/** Walks over a plan, found again only where something that matters to them is not as it was. */
export class Walking {
  readonly found: FoundWalking = { beside: new Map(), before: new Map(), searches: new Map() }

  /** @param was what was found before, and what is not as it was then; null: nothing counts */
  constructor(
    readonly plan: Plan,
    private readonly was: { found: FoundWalking; changes: Changes } | null = null,
  ) {}

  /** Where one stands beside each of some things, on this side of every wall. */
  beside(floor: string, things: readonly Thing[]): Found<readonly Point[]> {
    return this.standing('beside', floor, things, standingBeside)
  }

  /** Where one stands to take each of some things. */
  before(floor: string, things: readonly Thing[]): Found<Point> {
    return this.standing('before', floor, things, standingBefore)
  }

  /** The shortest walks of a search, by place; null: none is short enough. */
  walks(search: Search): Found<FoundWalk | null> {
    const { plan, was } = this
    const key = `${search.name} ${search.floor}`
    const same = [...this.found.searches.values()].find((one) => areSame(one.search, search))
    if (same) {
      this.found.searches.set(key, same)
      return same.walks
    }
    const known = was?.found.searches.get(key)
    const whole = floorOf(plan, search.floor)
    const find = (part: Plan, asked: Search): Found<FoundWalk | null> => {
      const walks = walksFrom(
        groundOn(part, asked),
        asked.places.map(({ starts }) => starts),
        asked.targets.map(({ at }) => at),
        asked.longest,
      )
      return new Map(
        asked.places.map(({ id }, i) => {
          const walk = walks[i]!
          return [id, walk && { ...walk, target: asked.targets[walk.target]!.id }]
        }),
      )
    }
    const walks =
      known?.search.longest === search.longest
        ? searchAgain(whole, search, find, known, was!.changes.get(search.floor) ?? [])
        : find(whole, search)
    this.found.searches.set(key, { search, walks })
    return walks
  }

  private standing<T>(
    which: 'beside' | 'before',
    floor: string,
    things: readonly Thing[],
    findOn: (plan: Plan, floor: string) => (thing: Thing) => T,
  ): Found<T> {
    const { was } = this
    const found = this.found[which] as Map<string, Found<T>>
    const known = was?.found[which].get(floor) as Found<T> | undefined
    const its = foundAgain(
      floorOf(this.plan, floor),
      floor,
      things,
      {
        zone: (thing) => grown(boundsOfThing(thing), STANDS_NEAR),
        find: (part, about) => {
          const of = findOn(part, floor)
          return new Map(about.map((thing) => [thing.id, of(thing)]))
        },
      },
      known ? { found: known, changes: was!.changes } : null,
    )
    // Several searches ask for the same things, and for others.
    found.set(floor, new Map([...(found.get(floor) ?? []), ...its]))
    return its
  }
}

const groundOn = (plan: Plan, { floor, isPastWork }: Search): Ground =>
  isPastWork ? groundWith(plan, floor, onFloor(plan, floor, 'station')) : groundOf(plan, floor)

/** Several names may ask for the same: the same extinguishers may be ready for several hazards. */
const areSame = (one: Search, other: Search): boolean =>
  one.places === other.places &&
  one.isPastWork === other.isPastWork &&
  one.longest === other.longest &&
  one.targets.length === other.targets.length &&
  one.targets.every(({ id }, i) => id === other.targets[i]!.id)
