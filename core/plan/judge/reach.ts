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

const FOOT = 0.3048
const NFPA_10 = published('NFPA 10, travel distance to extinguishers')
const Z358 = published('ANSI/ISEA Z358.1')
/** A way measured to the limit in feet is not a hair over it. */
const ROUNDING = 1e-6

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

/** What is known of the extinguishers and stations on a plan. */
export interface Equipment {
  /** By thing: what it puts out, and whether it is ready. One that is missing here is not known. */
  extinguishers: ReadonlyMap<string, { classes: readonly FireClass[]; ready: boolean }>
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
      toEyewash(here, station),
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
  // Where nobody told what burns, what is live burns wherever there is an arc.
  const classes: readonly FireClass[] = told ?? ['live']
  const all = onFloor(here.plan, station, 'extinguisher')
  return classes.map((burning) => {
    const suited = all.filter(({ id }) => {
      const one = extinguishers.get(id)
      return one?.ready && one.classes.includes(burning)
    })
    return walked(here, station, suited, {
      code: 'plan.extinguisher',
      rule: 'An extinguisher within so long a walk',
      source: NFPA_10,
      longest: FARTHEST_EXTINGUISHER[burning],
      what: `extinguisher for ${inSentence(FIRE_CLASS_NAME[burning])}`,
      step: 'fire',
      level: 'caution',
    })
  })
}

const toEyewash = (here: Here, station: Thing): DrawnFinding =>
  walked(here, station, onFloor(here.plan, station, 'eyewash'), {
    code: 'plan.eyewash',
    rule: 'An eyewash within 10 seconds, 55 ft (17 m) at a walk',
    source: Z358,
    longest: FARTHEST_EYEWASH,
    what: 'eyewash',
    step: 'eyes',
    level: 'caution',
  })

const onFloor = ({ things }: Plan, { floor }: Thing, kind: Thing['kind']): Thing[] =>
  things.filter((thing) => thing.floor === floor && thing.kind === kind)

interface Asked {
  code: string
  rule: string
  source: typeof NFPA_10
  longest: number
  what: string
  step: Finding['step']
  level: 'caution' | 'stop'
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
      sentence: `${station.name}: no ${asked.what} is drawn that one could walk to in time.`,
      remedy: 'Draw it where it hangs, or hang one nearer.',
    })
  const value = { amount: walk.length, unit: 'm' as const }
  const name = targets[walk.target]!.name
  if (walk.length <= asked.longest + ROUNDING)
    return drawn({ level: 'clear', value, sentence: `${station.name}: ${name} is in reach.` })
  return drawn({
    level: asked.level,
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
