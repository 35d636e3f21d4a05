import type { Finding } from '../../finding/finding'
import { inSentence } from '../../finding/wording'
import { published, type Source } from '../../finding/source'
import { FARTHEST_EXTINGUISHER, TRAVEL_DISTANCE } from '../../inspection/extinguisher-reach'
import { FIRE_CLASS_NAME, type FireClass } from '../../inspection/fire-class'
import { groundOf } from '../ground'
import { walksFrom, type TargetWalk } from '../path'
import { onFloor, type Plan, type Thing } from '../plan'
import { middleOf } from '../shape'
import { standingBefore } from './before'
import type { DrawnFinding } from './drawn'
import type { Equipment } from './equipment'
import { FOOT, ROUNDING } from '../../finding/feet'

const Z358 = published('ANSI/ISEA Z358.1')

/** What an average walker covers in 10 s, m. */
export const FARTHEST_EYEWASH = 55 * FOOT

/** What may be too far to walk to. */
export type Reached = 'eyewash' | FireClass

/** The longest walk to it, m, and where that stands. */
export const reachOf = (what: Reached): { longest: number; source: Source } =>
  what === 'eyewash'
    ? { longest: FARTHEST_EYEWASH, source: Z358 }
    : { longest: FARTHEST_EXTINGUISHER[what], source: TRAVEL_DISTANCE }

/** So many times as far as is right is still looked for, to say which is the nearest. */
const LOOKED_FOR = 2
const limits = (): number[] => Object.values(FARTHEST_EXTINGUISHER)

/** How far it is from each station to what it may need in a hurry, walked around walls. */
export function judgeReach(
  plan: Plan,
  equipment: Pick<Equipment, 'extinguishers' | 'eyewash' | 'burns'>,
): DrawnFinding[] {
  return plan.floors.flatMap((floor) => {
    const stations = onFloor(plan, floor.id, 'station')
    if (stations.length === 0) return []
    const extinguishers = onFloor(plan, floor.id, 'extinguisher')
    const here: Here = {
      extinguishersFor: memoized((burning) =>
        extinguishers.filter(({ id }) => equipment.extinguishers.get(id)?.includes(burning)),
      ),
      eyewashes: onFloor(plan, floor.id, 'eyewash').filter(({ id }) => equipment.eyewash.has(id)),
      walkTo: walksOn(plan, stations),
    }
    return stations.flatMap((station) => [
      ...toExtinguishers(here, station, equipment.burns.get(station.id) ?? null),
      toEyewash(here, station),
    ])
  })
}

/** A floor, read once for all its stations. */
interface Here {
  /** Those that are ready, for what burns. */
  extinguishersFor: (burning: FireClass) => readonly Thing[]
  /** Those that are ready. */
  eyewashes: readonly Thing[]
  /** The walk from a station to the nearest of some things. */
  walkTo: (station: Thing, targets: readonly Thing[]) => TargetWalk | null
}

/** Walks from the stations of a floor to some things; to the same ones they are found once, for all stations and hazards. */
function walksOn(plan: Plan, stations: readonly Thing[]): Here['walkTo'] {
  const { floor } = stations[0]!
  const ground = groundOf(plan, floor)
  const starts = stations.map(({ shape }) => [middleOf(shape)])
  const longest = LOOKED_FOR * Math.max(FARTHEST_EYEWASH, ...limits())
  const before = standingBefore(plan, floor)
  const find = (targets: readonly Thing[]): ReadonlyMap<Thing, TargetWalk | null> => {
    const walks = walksFrom(ground, starts, targets.map(before), longest)
    return new Map(stations.map((station, i) => [station, walks[i]!]))
  }
  // The same extinguishers may be ready for several hazards.
  const walksTo = memoized(memoized(find, (targets) => targets.map(({ id }) => id).join(' ')))
  return (station, targets) => walksTo(targets).get(station)!
}

/** What was found once is not looked for again. */
function memoized<K, T>(find: (of: K) => T, key: (of: K) => unknown = (of) => of): (of: K) => T {
  const known = new Map<unknown, T>()
  return (of) => {
    const name = key(of)
    if (!known.has(name)) known.set(name, find(of))
    return known.get(name)!
  }
}

function toExtinguishers(
  here: Here,
  station: Thing,
  told: readonly FireClass[] | null,
): DrawnFinding[] {
  if (!told) return [untold(station)]
  return told.map((burning) => {
    return walked(here, station, here.extinguishersFor(burning), {
      code: 'plan.extinguisher',
      rule: 'An extinguisher within so long a walk',
      source: TRAVEL_DISTANCE,
      longest: FARTHEST_EXTINGUISHER[burning],
      what: `extinguisher for ${inSentence(FIRE_CLASS_NAME[burning])}`,
      step: 'fire',
      tooFar: 'stop',
    })
  })
}

/** Which extinguisher it takes is not known before somebody says what can burn. */
const untold = (station: Thing): DrawnFinding => ({
  finding: {
    code: 'plan.extinguisher',
    step: 'fire',
    level: 'unknown',
    sentence: `${station.name}: what can burn here is not told, so no way to an extinguisher is judged.`,
    remedy: 'Tell it at the station, and which station this is.',
    reasons: [
      {
        rule: 'An extinguisher within so long a walk',
        source: TRAVEL_DISTANCE,
        inputs: { place: station.name, burns: 'not told' },
      },
    ],
  },
  floor: station.floor,
  things: [station.id],
  lines: [],
})

function toEyewash(here: Here, station: Thing): DrawnFinding {
  return walked(here, station, here.eyewashes, {
    code: 'plan.eyewash',
    rule: 'An eyewash within 10 seconds, 55 ft (17 m) at a walk',
    source: Z358,
    longest: FARTHEST_EYEWASH,
    what: 'eyewash',
    step: 'eyes',
    tooFar: 'caution',
  })
}

interface Asked {
  code: string
  rule: string
  source: typeof TRAVEL_DISTANCE
  longest: number
  what: string
  step: Finding['step']
  /** How bad it is where the nearest is too far. */
  tooFar: Finding['level']
}

function walked(
  { walkTo }: Here,
  station: Thing,
  targets: readonly Thing[],
  asked: Asked,
): DrawnFinding {
  const found = walkTo(station, targets)
  const walk = found && found.length <= LOOKED_FOR * asked.longest ? found : null
  const drawn = (finding: Omit<Finding, 'code' | 'step' | 'reasons'>): DrawnFinding => ({
    finding: {
      code: asked.code,
      step: asked.step,
      ...finding,
      reasons: [
        {
          rule: asked.rule,
          source: asked.source,
          inputs: {
            place: station.name,
            asked: { amount: asked.longest, unit: 'm' },
            ...(walk && { walked: { amount: walk.length, unit: 'm' as const } }),
          },
        },
      ],
    },
    floor: station.floor,
    things: [station.id, ...(walk ? [targets[walk.target]!.id] : [])],
    lines: walk ? [walk.points] : [],
  })
  if (!walk)
    return drawn({
      level: 'unknown',
      sentence: `${station.name}: no ${asked.what} that is known to be ready is drawn near enough.`,
      remedy: 'Draw it where it hangs, look at it, or hang one nearer.',
    })
  const value = { amount: walk.length, unit: 'm' as const }
  const name = targets[walk.target]!.name
  if (walk.length <= asked.longest + ROUNDING)
    return drawn({ level: 'clear', value, sentence: `${station.name}: ${name} is in reach.` })
  return drawn({
    level: asked.tooFar,
    value,
    sentence: `${station.name}: ${name}, the nearest ${asked.what}, is too far to walk.`,
    remedy: 'Hang one nearer.',
  })
}
