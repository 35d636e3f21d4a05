import type { Finding } from '../../finding/finding'
import { published, type Source } from '../../finding/source'
import { gathered } from '../gathered'
import { around, boundsOfThing, grown, thingsNear, type Bounds } from '../near'
import type { Plan, Point, Thing } from '../plan'
import { meet, shortestBetween } from '../segment'
import { apart, middleOf, pointAt, segmentsOf, type Segment } from '../shape'
import { wallsOf } from '../walls'
import type { DrawnFinding } from './drawn'
import { FOOT, ROUNDING } from '../../finding/feet'

const APART = 20 * FOOT
/** What stands farther apart is not told of, m. */
const LOOKED_AT = 2 * APART
const BARRIER_HEIGHT = 5 * FOOT
const BARRIER_MINUTES = 30
/** A barrier is looked past from points this far apart along both outlines, m. */
const STEP = 0.1

const OXYGEN = published('OSHA 29 CFR 1910.253(b)(4)(iii)')
const COMBUSTIBLE = published('OSHA 29 CFR 1910.253(b)(2)(ii)')

/** Every gas store against what may not stand near it: oxygen against fuel gas, either against what burns. */
export function judgeStorage(plan: Plan): DrawnFinding[] {
  const stores = plan.things.filter(({ kind }) => kind === 'gasStore')
  const place = new Map(stores.map((store, i) => [store, i]))
  const storesNear = thingsNear(stores)
  const burningNear = thingsNear(plan.things.filter(({ kind }) => kind === 'combustible'))
  return [
    ...gathered(stores, (store) => judgeStore(store)),
    ...gathered(stores, (store) =>
      storesNear(store, LOOKED_AT)
        .filter((other) => place.get(other)! > place.get(store)! && isOxygenAndFuel(store, other))
        .flatMap((other) => judgePair(plan, store, other, OXYGEN_AND_FUEL)),
    ),
    ...gathered(
      stores.filter(({ facts }) => facts.holds !== 'inert'),
      (store) =>
        gathered(burningNear(store, LOOKED_AT), (thing) =>
          judgePair(plan, store, thing, GAS_AND_COMBUSTIBLE),
        ),
    ),
  ]
}

/** All that may matter to a store: so far around it, and whatever it is told apart from, with what stands between. */
export function zoneOfStore({ things }: Plan): (store: Thing) => Bounds {
  const near = thingsNear(
    things.filter(({ kind }) => kind === 'gasStore' || kind === 'combustible'),
  )
  return (store) =>
    around([
      grown(boundsOfThing(store), LOOKED_AT),
      ...near(store, LOOKED_AT).map((other) => grown(boundsOfThing(other), STEP)),
    ])
}

const holds = (store: Thing, gas: 'oxygen' | 'fuel'): boolean =>
  store.facts.holds === gas || store.facts.holds === 'both'
const isOxygenAndFuel = (one: Thing, other: Thing): boolean =>
  (holds(one, 'oxygen') && holds(other, 'fuel')) || (holds(one, 'fuel') && holds(other, 'oxygen'))

/** What a store itself says: both gases in one, or not told what. */
function judgeStore(store: Thing): DrawnFinding[] {
  const says = (level: Finding['level'], sentence: string, remedy: string): DrawnFinding[] => [
    {
      finding: {
        code: 'plan.gasStore',
        step: 'gear',
        level,
        sentence,
        remedy,
        reasons: [{ rule: 'Oxygen and fuel gas stand apart', source: OXYGEN }],
      },
      floor: store.floor,
      things: [store.id],
      lines: [],
    },
  ]
  if (store.facts.holds === 'both')
    return says(
      'unknown',
      `${store.name} holds oxygen and fuel gas; how far apart they stand is not drawn.`,
      'Draw each where it stands, and the wall between them.',
    )
  if (typeof store.facts.holds !== 'string')
    return says(
      'unknown',
      `What ${store.name} holds is not told.`,
      'Say whether oxygen or fuel gas stands there.',
    )
  return []
}

/** One rule of distance; only between oxygen and fuel gas a wall stands for it. */
interface Apart {
  code: string
  rule: string
  source: Source
  wallCounts: boolean
}
const OXYGEN_AND_FUEL: Apart = {
  code: 'plan.oxygenAndFuel',
  rule: '20 ft apart, or a wall of 5 ft and half an hour of fire between them',
  source: OXYGEN,
  wallCounts: true,
}
const GAS_AND_COMBUSTIBLE: Apart = {
  code: 'plan.gasAndCombustible',
  rule: 'Gas 20 ft from what burns readily, whatever stands between',
  source: COMBUSTIBLE,
  wallCounts: false,
}

/** Things of two floors are parted by the floor between them, which this does not judge. */
function judgePair(plan: Plan, store: Thing, other: Thing, apartness: Apart): DrawnFinding[] {
  if (store.floor !== other.floor) return []
  const way = shortestBetween(store.shape, other.shape)
  const distance = apart(...way)
  if (distance > LOOKED_AT) return []
  const finding = judgeDistance(plan, store, other, distance, apartness)
  return [{ finding, floor: store.floor, things: [store.id, other.id], lines: [way] }]
}

function judgeDistance(
  plan: Plan,
  store: Thing,
  other: Thing,
  distance: number,
  { code, rule, source, wallCounts }: Apart,
): Finding {
  const names = `${store.name} and ${other.name}`
  const value = { amount: distance, unit: 'm' as const }
  const finding = (level: Finding['level'], sentence: string, remedy?: string): Finding => ({
    code,
    step: 'gear',
    level,
    value,
    sentence,
    ...(remedy && { remedy }),
    ...(level === 'stop' && { legal: true }),
    reasons: [{ rule, source, inputs: { between: value } }],
  })
  if (distance >= APART - ROUNDING) return finding('clear', `${names} are far enough apart.`)
  if (!wallCounts)
    return finding('stop', `${names} are nearer than 20 ft (6.1 m).`, 'Move one of them.')
  const barrier = barrierBetween(plan, store, other)
  if (barrier === 'whole')
    return finding('clear', `${names} are near, with a wall between them that stands fire.`)
  if (barrier === 'untold')
    return finding(
      'unknown',
      `${names} are near; how high the wall between them is, or how long it stands fire, is not told.`,
      'Enter height and minutes of the wall.',
    )
  return finding(
    'stop',
    `${names} are nearer than 20 ft (6.1 m), and nothing parts them.`,
    'Move one of them, or build the wall.',
  )
}

/**
 * Whether walls that stand fire part two things: no straight line from one to the other misses them.
 * @returns `untold` where it would, were its walls known to be high and fireproof enough
 */
export function barrierBetween(plan: Plan, one: Thing, other: Thing): 'whole' | 'untold' | 'none' {
  const walls = wallsOf(plan, one.floor, 'fire')
  const isEnough = (value: number | null, least: number): boolean =>
    value !== null && value >= least - ROUNDING
  const isShort = (value: number | null, least: number): boolean =>
    value !== null && value < least - ROUNDING
  const stands = walls.filter(
    ({ height, fire }) => isEnough(height, BARRIER_HEIGHT) && isEnough(fire, BARRIER_MINUTES),
  )
  if (
    isParted(
      one,
      other,
      stands.map(({ segment }) => segment),
    )
  )
    return 'whole'
  const might = walls.filter(
    ({ height, fire }) => !isShort(height, BARRIER_HEIGHT) && !isShort(fire, BARRIER_MINUTES),
  )
  return isParted(
    one,
    other,
    might.map(({ segment }) => segment),
  )
    ? 'untold'
    : 'none'
}

const isParted = (one: Thing, other: Thing, walls: readonly Segment[]): boolean => {
  const [from, to] = [one, other].map(pointsAlong) as [Point[], Point[]]
  return from.every((a) => to.every((b) => walls.some((wall) => meet(wall, [a, b]))))
}

/** Points along an outline, its corners and its middle among them. */
function pointsAlong({ shape }: Thing): Point[] {
  const points = gathered(segmentsOf(shape), (side) => {
    const steps = Math.max(1, Math.ceil(apart(...side) / STEP))
    return Array.from({ length: steps }, (_, i) => pointAt(side, i / steps))
  })
  return [middleOf(shape), ...points]
}
