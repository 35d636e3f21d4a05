import { drawsOf, type Draws } from '../draws/draws'
import type { Process } from '../job/job'
import type { Point } from '../plan/plan'
import {
  drag,
  enthalpyAt,
  GRAVITY,
  heatGivenOff,
  HOT,
  ROOM_AIR,
  START_TEMPERATURE,
  temperatureAt,
  type Air,
} from './drop'
import { SPARK_SOURCES, topSpeed } from './source.table'
import type { Surroundings, Upright } from './surroundings'

/** A drop under way. Lengths in m from the origin of the plan, z absolute; m/s; J/kg. */
export interface Drop {
  diameter: number
  x: number
  y: number
  z: number
  vx: number
  vy: number
  vz: number
  enthalpy: number
}

export interface FlightQuery {
  process: Process
  /** null: not told, or a flame. */
  amps: number | null
  /** Of the arc above its floor, m. */
  height: number
  /** m/s; it is taken to blow from any side. */
  wind: number
  work: Point
  seed: number
}

/** Where a hot drop came to lie, or went out. */
export interface Landing {
  x: number
  y: number
  floor: string
  /** From the work, level, m. */
  distance: number
}

export interface FlightAnswer {
  drops: number
  landings: readonly Landing[]
  /** Nineteen of twenty hot drops lie no farther, m; 0 where none landed hot. */
  far: number
  farthest: number
  /** Openings through which hot drops went, with the share of all drops. */
  openings: readonly { thing: string; name: string; share: number }[]
}

/** s */
const STEP = 0.005
/** A drop that takes longer is no drop any more, s. */
const LONGEST = 60
/** Of its speed a drop keeps so much when it bounces. Common practice. */
const KEPT: readonly [number, number] = [0.2, 0.5]
/** Slower than this it does not bounce again, m/s. */
const ROLLS_BELOW = 0.3
/** What slows a rolling drop, as a share of gravity. Common practice. */
const ROLLING = 0.1
const MOST_SHARE = 0.95
/** Lowest and highest figures for which there is an answer. */
export const FLIGHT_RANGE = { height: [0, 100], wind: [0, 30] } as const

/**
 * Flight of hot drops of some work, drawn from a seed: the same seed gives the same answer everywhere.
 * Each drop leaves in any direction, is slowed by the air, blown by the wind, thrown back by walls, bounces and rolls,
 * and counts where it comes to lie while it is hot.
 * Source: Newton with the drag of a sphere (Schiller and Naumann); sizes, speeds and bounce common practice.
 */
export class Flight {
  private readonly draws: Draws
  private readonly landings: Landing[] = []
  private readonly through = new Map<string, { name: string; count: number }>()
  done = 0

  /** @throws RangeError for a height or a wind outside the range */
  constructor(
    private readonly query: FlightQuery,
    private readonly around: Surroundings,
    private readonly air: Air = ROOM_AIR,
  ) {
    for (const name of ['height', 'wind'] as const) {
      const [least, most] = FLIGHT_RANGE[name]
      if (!(query[name] >= least && query[name] <= most))
        throw new RangeError(`No flight is reckoned for a ${name} of ${query[name]}.`)
    }
    this.draws = drawsOf(query.seed)
  }

  /** Let so many more drops fly. */
  step(drops: number): void {
    for (let i = 0; i < drops; i++) this.fly(this.start())
    this.done += drops
  }

  answer(): FlightAnswer {
    const distances = this.landings.map(({ distance }) => distance).sort((a, b) => a - b)
    return {
      drops: this.done,
      landings: this.landings,
      far: distances[Math.ceil(distances.length * MOST_SHARE) - 1] ?? 0,
      farthest: distances.at(-1) ?? 0,
      openings: [...this.through].map(([thing, { name, count }]) => ({
        thing,
        name,
        share: count / this.done,
      })),
    }
  }

  private start(): Drop {
    const { process, amps, height, work } = this.query
    const source = SPARK_SOURCES[process]
    const [least, usual, most] = source.sizes
    const [slowest] = source.speeds
    const speed = slowest + this.draws.uniform() * (topSpeed(source, amps) - slowest)
    const up = 2 * this.draws.uniform() - 1
    const turn = 2 * Math.PI * this.draws.uniform()
    const level = Math.sqrt(1 - up * up)
    return {
      diameter: this.draws.triangular(least, usual, most),
      x: work.x,
      y: work.y,
      z: this.around.groundAt(work, Infinity).level + height,
      vx: speed * level * Math.cos(turn),
      vy: speed * level * Math.sin(turn),
      vz: speed * up,
      enthalpy: enthalpyAt(START_TEMPERATURE),
    }
  }

  private fly(drop: Drop): void {
    const from = 2 * Math.PI * this.draws.uniform()
    const wind = { x: this.query.wind * Math.cos(from), y: this.query.wind * Math.sin(from) }
    const passed = new Set<Upright>()
    let rolls = false
    for (let time = 0; time < LONGEST; time += STEP) {
      const before = { x: drop.x, y: drop.y, z: drop.z }
      const ground = this.around.groundAt(before, before.z)
      if (rolls && drop.z > ground.level) rolls = false
      if (rolls) roll(drop, STEP)
      else move(drop, wind, STEP, this.air)
      cool(drop, rolls ? { x: drop.vx, y: drop.vy } : wind, rolls, this.air)
      if (temperatureAt(drop.enthalpy) < HOT) {
        if (rolls) this.lands(drop, ground.floor)
        return
      }
      this.meets(drop, before, passed)
      const below = this.around.groundAt(drop, before.z)
      if (!rolls && drop.z <= below.level) {
        landOn(drop, before, below.level)
        rolls = this.bounce(drop)
      }
      if (rolls && drop.vx === 0 && drop.vy === 0) return this.lands(drop, below.floor)
    }
  }

  private lands({ x, y }: Point, floor: string): void {
    const { work } = this.query
    const distance = Math.sqrt((x - work.x) ** 2 + (y - work.y) ** 2)
    this.landings.push({ x, y, floor, distance })
  }

  /** @returns whether it rolls from now on */
  private bounce(drop: Drop): boolean {
    const [least, most] = KEPT
    const kept = least + this.draws.uniform() * (most - least)
    drop.vx *= kept
    drop.vy *= kept
    drop.vz *= -kept
    if (drop.vz > ROLLS_BELOW) return false
    drop.vz = 0
    return true
  }

  /** Walls throw a drop back; what is open lets it through and is remembered. */
  private meets(drop: Drop, before: Point & { z: number }, passed: Set<Upright>): void {
    for (const upright of this.around.near(drop.x, drop.y)) {
      const z = (drop.z + before.z) / 2
      if (z < upright.from || z > upright.to || !crosses(before, drop, upright)) continue
      if (upright.opening) {
        if (!passed.has(upright)) this.remember(upright.opening)
        passed.add(upright)
      } else {
        throwBack(drop, before, upright)
        return
      }
    }
  }

  private remember({ id, name }: { id: string; name: string }): void {
    const known = this.through.get(id) ?? { name, count: 0 }
    this.through.set(id, { name, count: known.count + 1 })
  }
}

/** One step through the air, by the speed at its middle. Exact without air. */
export function move(drop: Drop, wind: Point, step: number, air: Air): void {
  const half = accelerate(drop, drop, wind, step / 2, air)
  const full = accelerate(drop, half, wind, step, air)
  drop.x += half.vx * step
  drop.y += half.vy * step
  drop.z += half.vz * step
  Object.assign(drop, full)
}

type Velocity = Pick<Drop, 'vx' | 'vy' | 'vz'>

/** The speed of a drop after some time, with the drag that it has at a given speed. */
function accelerate(
  { diameter, vx, vy, vz }: Drop,
  at: Velocity,
  wind: Point,
  step: number,
  air: Air,
): Velocity {
  const [rx, ry, rz] = [at.vx - wind.x, at.vy - wind.y, at.vz]
  const slowed = drag(diameter, Math.sqrt(rx * rx + ry * ry + rz * rz), air)
  return {
    vx: vx - slowed * rx * step,
    vy: vy - slowed * ry * step,
    vz: vz - (slowed * rz + GRAVITY) * step,
  }
}

function roll(drop: Drop, step: number): void {
  const speed = Math.sqrt(drop.vx ** 2 + drop.vy ** 2)
  const left = Math.max(0, speed - ROLLING * GRAVITY * step)
  const share = speed === 0 ? 0 : left / speed
  drop.x += drop.vx * step
  drop.y += drop.vy * step
  drop.vx *= share
  drop.vy *= share
}

function cool(drop: Drop, wind: Point, rolls: boolean, air: Air): void {
  const [rx, ry] = rolls ? [drop.vx, drop.vy] : [drop.vx - wind.x, drop.vy - wind.y]
  const speed = Math.sqrt(rx * rx + ry * ry + drop.vz ** 2)
  const given = heatGivenOff(drop.diameter, temperatureAt(drop.enthalpy), speed, air)
  drop.enthalpy -= given * STEP
}

/** Put a drop that went below the floor within a step where it met it. */
function landOn(drop: Drop, before: Point & { z: number }, level: number): void {
  const fell = before.z - drop.z
  const share = fell > 0 ? Math.min(1, Math.max(0, (before.z - level) / fell)) : 1
  drop.x = before.x + share * (drop.x - before.x)
  drop.y = before.y + share * (drop.y - before.y)
  drop.z = level
}

const side = (a: Point, b: Point, p: Point): number =>
  (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)

function crosses(from: Point, to: Point, { segment: [a, b] }: Upright): boolean {
  return side(a, b, from) * side(a, b, to) < 0 && side(from, to, a) * side(from, to, b) <= 0
}

/** Back on the side from which it came, with what it keeps of its speed against the wall. */
function throwBack(drop: Drop, before: Point, { segment: [a, b] }: Upright): void {
  const length = Math.sqrt((b.x - a.x) ** 2 + (b.y - a.y) ** 2)
  const normal = { x: -(b.y - a.y) / length, y: (b.x - a.x) / length }
  const against = drop.vx * normal.x + drop.vy * normal.y
  const kept = (1 + KEPT[1]) * against
  drop.vx -= kept * normal.x
  drop.vy -= kept * normal.y
  drop.x = before.x
  drop.y = before.y
}
