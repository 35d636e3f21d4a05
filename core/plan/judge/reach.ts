import type { Finding } from '../../finding/finding'
import { inSentence } from '../../finding/wording'
import { published, type Source } from '../../finding/source'
import { FARTHEST_EXTINGUISHER, TRAVEL_DISTANCE } from '../../inspection/extinguisher-reach'
import { FIRE_CLASS_NAME, type FireClass } from '../../inspection/fire-class'
import { sameFor } from '../again/same-for'
import { Walking } from '../again/walking'
import { gathered } from '../gathered'
import type { Walk } from '../path'
import { onFloor, type Plan, type Thing } from '../plan'
import { middleOf } from '../shape'
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

/**
 * How far it is from each station to what it may need in a hurry, walked around walls.
 * @param walking over the plan
 */
export function judgeReach(
  plan: Plan,
  equipment: Pick<Equipment, 'extinguishers' | 'eyewash' | 'burns'>,
  walking: Walking = new Walking(plan),
): DrawnFinding[] {
  return gathered(plan.floors, ({ id: floor }) => {
    const stations = onFloor(plan, floor, 'station')
    if (stations.length === 0) return []
    const here = hereOn(walking, floor, stations, equipment)
    return gathered(stations, (station) => judgeStation(here, station, equipment))
  })
}

function judgeStation(
  here: Here,
  station: Thing,
  { burns }: Pick<Equipment, 'burns'>,
): readonly DrawnFinding[] {
  const told = burns.get(station.id) ?? null
  const walks = ([...(told ?? []), 'eyewash'] as const).map((what) => here(station, what))
  const reasons = [
    told === null,
    ...(told ?? []),
    ...gathered(walks, (one) => [one?.walk, one?.to]),
  ]
  return known(station, reasons, () => [
    ...toExtinguishers(here, station, told),
    toEyewash(here, station),
  ])
}
const known = sameFor<readonly DrawnFinding[]>()

/** The walk from a station to the nearest of what it may need, and that itself. */
type Here = (station: Thing, what: Reached) => NearestWalk | null
interface NearestWalk {
  walk: Walk
  to: Thing
}

/** A floor, read once for all its stations. */
function hereOn(
  walking: Walking,
  floor: string,
  stations: readonly Thing[],
  { extinguishers, eyewash }: Pick<Equipment, 'extinguishers' | 'eyewash'>,
): Here {
  const { plan } = walking
  const places = stations.map(({ id, shape }) => ({ id, starts: [middleOf(shape)] }))
  const hung = onFloor(plan, floor, 'extinguisher')
  const washes = onFloor(plan, floor, 'eyewash')
  const before = walking.before(floor, [...hung, ...washes])
  const named = new Map([...hung, ...washes].map((thing) => [thing.id, thing]))
  const longest = LOOKED_FOR * Math.max(FARTHEST_EYEWASH, ...limits())
  /** Those that are ready. */
  const readyFor = (what: Reached): readonly Thing[] =>
    what === 'eyewash'
      ? washes.filter(({ id }) => eyewash.has(id))
      : hung.filter(({ id }) => extinguishers.get(id)?.includes(what))
  const walksTo = memoized((what: Reached) =>
    walking.walks({
      name: `to ${what}`,
      floor,
      isPastWork: false,
      places,
      targets: readyFor(what).map(({ id }) => ({ id, at: before.get(id)! })),
      longest,
    }),
  )
  return (station, what) => {
    const walk = walksTo(what).get(station.id) ?? null
    return walk && { walk, to: named.get(walk.target)! }
  }
}

/** What was found once is not looked for again. */
function memoized<K, T>(find: (of: K) => T): (of: K) => T {
  const known = new Map<K, T>()
  return (of) => {
    if (!known.has(of)) known.set(of, find(of))
    return known.get(of)!
  }
}

function toExtinguishers(
  here: Here,
  station: Thing,
  told: readonly FireClass[] | null,
): DrawnFinding[] {
  if (!told) return [untold(station)]
  return told.map((burning) => {
    return walked(here, station, {
      to: burning,
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
  return walked(here, station, {
    to: 'eyewash',
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
  to: Reached
  code: string
  rule: string
  source: typeof TRAVEL_DISTANCE
  longest: number
  what: string
  step: Finding['step']
  /** How bad it is where the nearest is too far. */
  tooFar: Finding['level']
}

function walked(here: Here, station: Thing, asked: Asked): DrawnFinding {
  const found = here(station, asked.to)
  const nearest = found && found.walk.length <= LOOKED_FOR * asked.longest ? found : null
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
            ...(nearest && { walked: { amount: nearest.walk.length, unit: 'm' as const } }),
          },
        },
      ],
    },
    floor: station.floor,
    things: [station.id, ...(nearest ? [nearest.to.id] : [])],
    lines: nearest ? [nearest.walk.points] : [],
  })
  if (!nearest)
    return drawn({
      level: 'unknown',
      sentence: `${station.name}: no ${asked.what} that is known to be ready is drawn near enough.`,
      remedy: 'Draw it where it hangs, look at it, or hang one nearer.',
    })
  const { walk, to } = nearest
  const value = { amount: walk.length, unit: 'm' as const }
  if (walk.length <= asked.longest + ROUNDING)
    return drawn({ level: 'clear', value, sentence: `${station.name}: ${to.name} is in reach.` })
  return drawn({
    level: asked.tooFar,
    value,
    sentence: `${station.name}: ${to.name}, the nearest ${asked.what}, is too far to walk.`,
    remedy: 'Hang one nearer.',
  })
}
