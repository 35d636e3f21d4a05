import type { Finding } from '../../finding/finding'
import { inSentence } from '../../finding/wording'
import { published } from '../../finding/source'
import { FIRE_CLASS_NAME, type FireClass } from '../../inspection/fire-class'
import { groundOf, walksTo } from '../path'
import type { Plan, Point, Thing } from '../plan'
import { along, apart, middleOf } from '../shape'
import { nearestOn } from '../segment'
import { wallsOf } from '../walls'
import type { DrawnFinding } from './drawn'
import { FOOT, ROUNDING } from './feet'

const NFPA_10 = published('NFPA 10, travel distance to extinguishers')
const Z358 = published('ANSI/ISEA Z358.1')

/** The longest walk to an extinguisher, m. For liquids that of the smaller ones is 30 ft. */
export const FARTHEST_EXTINGUISHER: Readonly<Record<FireClass, number>> = {
  ordinary: 75 * FOOT,
  liquid: 50 * FOOT,
  // NFPA 10 takes it from the ordinary or liquid hazard beside it; the longer of the two alone would be the milder.
  live: 50 * FOOT,
  metal: 75 * FOOT,
}
/** What an average walker covers in 10 s, m. */
export const FARTHEST_EYEWASH = 55 * FOOT

/** So many times as far as is right is still looked for, to say which is the nearest. */
const LOOKED_FOR = 2
const limits = (): number[] => Object.values(FARTHEST_EXTINGUISHER)

/** What is known of the things on a plan. Nothing else counts: what is not on record, locked out or due is not known to be ready. */
export interface Equipment {
  /** By thing, those that are ready: what they put out. */
  extinguishers: ReadonlyMap<string, readonly FireClass[]>
  /** Things, those that are ready. */
  eyewash: ReadonlySet<string>
  /** By thing: what can burn at a station; null: nobody told. */
  burns: ReadonlyMap<string, readonly FireClass[] | null>
}

/** How far it is from each station to what it may need in a hurry, walked around walls. */
export function judgeReach(plan: Plan, equipment: Equipment): DrawnFinding[] {
  return plan.floors.flatMap((floor) => {
    const stations = plan.things.filter(
      (thing) => thing.floor === floor.id && thing.kind === 'station',
    )
    if (stations.length === 0) return []
    const here: Here = {
      plan,
      ways: waysOn(plan, floor.id),
    }
    return stations.flatMap((station) => [
      ...toExtinguishers(here, station, equipment),
      toEyewash(here, station, equipment),
    ])
  })
}

/** A floor, read once for all its stations. */
interface Here {
  plan: Plan
  ways: (targets: readonly Thing[]) => ReturnType<typeof walksTo>
}

/** Walks to some things; to the same ones they are found once for all stations. */
function waysOn(plan: Plan, floor: string): Here['ways'] {
  const ground = groundOf(plan, floor, LOOKED_FOR * Math.max(FARTHEST_EYEWASH, ...limits()))
  const before = standingBefore(plan, floor)
  const known = new Map<string, ReturnType<typeof walksTo>>()
  return (targets) => {
    const key = targets.map(({ id }) => id).join(' ')
    const ways = known.get(key) ?? walksTo(ground, targets.map(before))
    known.set(key, ways)
    return ways
  }
}

function toExtinguishers(
  here: Here,
  station: Thing,
  { extinguishers, burns }: Equipment,
): DrawnFinding[] {
  const told = burns.get(station.id) ?? null
  if (!told) return [untold(station)]
  const all = onFloor(here.plan, station, 'extinguisher')
  return told.map((burning) => {
    const suited = all.filter(({ id }) => extinguishers.get(id)?.includes(burning))
    return walked(here, station, suited, {
      code: 'plan.extinguisher',
      rule: 'An extinguisher within so long a walk',
      source: NFPA_10,
      longest: FARTHEST_EXTINGUISHER[burning],
      what: `extinguisher for ${inSentence(FIRE_CLASS_NAME[burning])}`,
      step: 'fire',
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
        source: NFPA_10,
        inputs: { place: station.name, burns: 'not told' },
      },
    ],
  },
  floor: station.floor,
  things: [station.id],
  lines: [],
})

function toEyewash(here: Here, station: Thing, { eyewash }: Equipment): DrawnFinding {
  const ready = onFloor(here.plan, station, 'eyewash').filter(({ id }) => eyewash.has(id))
  return walked(here, station, ready, {
    code: 'plan.eyewash',
    rule: 'An eyewash within 10 seconds, 55 ft (17 m) at a walk',
    source: Z358,
    longest: FARTHEST_EYEWASH,
    what: 'eyewash',
    step: 'eyes',
  })
}

const onFloor = ({ things }: Plan, { floor }: Thing, kind: Thing['kind']): Thing[] =>
  things.filter((thing) => thing.floor === floor && thing.kind === kind)

interface Asked {
  code: string
  rule: string
  source: typeof NFPA_10
  longest: number
  what: string
  step: Finding['step']
}

function walked(
  { ways }: Here,
  station: Thing,
  targets: readonly Thing[],
  asked: Asked,
): DrawnFinding {
  const from = middleOf(station.shape)
  const walk = ways(targets)(from, LOOKED_FOR * asked.longest)
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
    level: 'caution',
    value,
    sentence: `${station.name}: ${name}, the nearest ${asked.what}, is too far to walk.`,
    remedy: 'Hang one nearer.',
  })
}

/** How near its wall a thing hangs to be reached from its front alone, and how far before it one stands, m. */
const HANGS = 0.25
const BEFORE = 0.35

/** Where one stands to take a thing: before its front where it hangs at a wall, at it where it stands free. */
function standingBefore(plan: Plan, floor: string): (thing: Thing) => Point {
  const walls = wallsOf(plan, floor, 'feet')
  const known = new Map<string, Point>()
  const find = (thing: Thing): Point => {
    const middle = middleOf(thing.shape)
    if (thing.shape.type !== 'box') return middle
    const { angle, depth } = thing.shape
    const hangs = walls.some(
      ({ segment }) => apart(nearestOn(segment, middle).point, middle) <= HANGS + depth / 2,
    )
    return hangs ? along(middle, angle, depth / 2 + BEFORE) : middle
  }
  return (thing) => {
    const point = known.get(thing.id) ?? find(thing)
    known.set(thing.id, point)
    return point
  }
}
