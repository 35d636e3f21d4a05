import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { PROCESSES } from '#core/job/job'
import {
  drag,
  enthalpyAt,
  GRAVITY,
  heatGivenOff,
  HOT,
  ROOM_AIR,
  START_TEMPERATURE,
  STEEL,
  temperatureAt,
  type Air,
} from '#core/sparks/drop'
import { Flight, move, type Drop, type FlightQuery } from '#core/sparks/flight'
import { SPARK_SOURCES, topSpeed } from '#core/sparks/source.table'
import { OPEN_GROUND, surroundingsOf } from '#core/sparks/surroundings'
import { area, line, planOf, rectangle, thing } from './plan.fixture'

const VACUUM: Air = { density: 0, viscosity: 1, conductivity: 0, temperature: 0 }
const CALM = { x: 0, y: 0 }
const drop = (more: Partial<Drop> = {}): Drop => ({
  diameter: 0.001,
  x: 0,
  y: 0,
  z: 0,
  vx: 0,
  vy: 0,
  vz: 0,
  enthalpy: enthalpyAt(START_TEMPERATURE),
  ...more,
})
const CUTTING: FlightQuery = {
  process: 'OFC',
  amps: null,
  height: 1,
  wind: 0,
  work: { x: 0, y: 0 },
  seed: 7,
}
const flown = (query: Partial<FlightQuery>, around = OPEN_GROUND, drops = 400) => {
  const flight = new Flight({ ...CUTTING, ...query }, around)
  flight.step(drops)
  return flight.answer()
}

describe('a drop in flight', () => {
  test.each([15, 30, 45, 60, 80])(
    'without air thrown at %s degrees lands at v2 sin(2a)/g (ballistics)',
    (degrees) => {
      const angle = (degrees * Math.PI) / 180
      const speed = 5
      const one = drop({ vx: speed * Math.cos(angle), vz: speed * Math.sin(angle) })
      const lasts = (2 * speed * Math.sin(angle)) / GRAVITY
      for (let i = 0; i < 1000; i++) move(one, CALM, lasts / 1000, VACUUM)
      expect(one.x).toBeCloseTo((speed ** 2 * Math.sin(2 * angle)) / GRAVITY, 6)
      expect(one.z).toBeCloseTo(0, 6)
    },
  )
  it('of 1 mm falls at about 12 m/s in the end (terminal speed of a sphere)', () => {
    const one = drop()
    for (let i = 0; i < 4000; i++) move(one, CALM, 0.005, ROOM_AIR)
    expect(Math.abs(one.vz)).toBeGreaterThan(12 * 0.9)
    expect(Math.abs(one.vz)).toBeLessThan(12 * 1.1)
    // There drag carries its weight.
    expect(drag(one.diameter, -one.vz, ROOM_AIR) * -one.vz).toBeCloseTo(GRAVITY, 3)
  })
  it('in slow flow drags by Stokes: 18 mu / (rho d2)', () => {
    const diameter = 1e-5
    const stokes = (18 * ROOM_AIR.viscosity) / (STEEL.density * diameter ** 2)
    expect(drag(diameter, 1e-4, ROOM_AIR) / stokes).toBeCloseTo(1, 2)
  })
  it('never gains energy from still air, and keeps all of it without air', () => {
    const energy = ({ vx, vy, vz, z }: Drop): number =>
      (vx ** 2 + vy ** 2 + vz ** 2) / 2 + GRAVITY * z
    const speed = fc.double({ min: -6, max: 6, noNaN: true })
    fc.assert(
      fc.property(speed, speed, speed, fc.constantFrom(ROOM_AIR, VACUUM), (vx, vy, vz, air) => {
        const one = drop({ vx, vy, vz, z: 20 })
        for (let i = 0; i < 200; i++) {
          const before = energy(one)
          move(one, CALM, 0.005, air)
          if (air === VACUUM) expect(energy(one)).toBeCloseTo(before, 9)
          else expect(energy(one)).toBeLessThanOrEqual(before + 1e-9)
        }
      }),
    )
  })
})

describe('the heat of a drop', () => {
  it('goes with its temperature and back, through freezing', () => {
    for (const temperature of [300, HOT, 1799, 1850, START_TEMPERATURE])
      expect(temperatureAt(enthalpyAt(temperature))).toBeCloseTo(temperature, 9)
    expect(temperatureAt(STEEL.heat * STEEL.melts + STEEL.fusion / 2)).toBe(STEEL.melts)
  })
  it('that only glows cools by rho c d (1/T2^3 - 1/T1^3) / (18 e s) (Stefan and Boltzmann, integrated)', () => {
    const [diameter, from, to] = [0.002, 1_700, 700]
    let enthalpy = enthalpyAt(from)
    let time = 0
    const step = 1e-4
    for (; temperatureAt(enthalpy) > to; time += step)
      enthalpy -= heatGivenOff(diameter, temperatureAt(enthalpy), 0, VACUUM) * step
    const closed =
      (STEEL.density * STEEL.heat * diameter * (to ** -3 - from ** -3)) /
      (18 * STEEL.emissivity * 5.67e-8)
    expect(time).toBeCloseTo(closed, 2)
  })
  it('lasts for seconds to tens of seconds, longer in a larger drop (trade figure)', () => {
    const lasts = (diameter: number): number => {
      let enthalpy = enthalpyAt(START_TEMPERATURE)
      let time = 0
      for (; temperatureAt(enthalpy) > HOT; time += 0.01)
        enthalpy -= heatGivenOff(diameter, temperatureAt(enthalpy), 0, ROOM_AIR) * 0.01
      return time
    }
    expect(lasts(0.0005)).toBeGreaterThan(0.5)
    expect(lasts(0.003)).toBeLessThan(60)
    expect(lasts(0.003)).toBeGreaterThan(lasts(0.001))
  })
})

describe('where sparks come to lie', () => {
  it('the same seed gives the same figures, in one go or in portions', () => {
    const portions = new Flight(CUTTING, OPEN_GROUND)
    portions.step(150)
    portions.step(250)
    expect(portions.answer()).toEqual(flown({}))
    expect(flown({ seed: 8 })).not.toEqual(flown({}))
  })
  it('farther from higher up, and farther in the wind', () => {
    expect(flown({ height: 6 }).far).toBeGreaterThan(flown({ height: 1 }).far)
    expect(flown({ wind: 12 }).farthest).toBeGreaterThan(flown({ wind: 0 }).farthest)
  })
  it('of cutting at a man’s height within the trade figure of 10 m', () => {
    const { far, farthest } = flown({ height: 1.5 }, OPEN_GROUND, 2000)
    expect(far).toBeGreaterThan(2)
    expect(farthest).toBeLessThan(10)
  })
  it('an unknown current throws as far as any', () => {
    const source = SPARK_SOURCES.SMAW
    for (const amps of [1, 80, 200, 400, 900, NaN, -5])
      expect(topSpeed(source, null)).toBeGreaterThanOrEqual(topSpeed(source, amps))
    expect(topSpeed(source, NaN)).toBe(topSpeed(source, null))
  })
  it.each(PROCESSES)('%s has drops', (process) => {
    expect(flown({ process }, OPEN_GROUND, 50).drops).toBe(50)
  })
  test.each([
    ['height', -0.1],
    ['height', 100.1],
    ['height', NaN],
    ['wind', -1],
    ['wind', 31],
    ['wind', Infinity],
  ])('no answer for a %s of %s', (name, figure) => {
    expect(() => new Flight({ ...CUTTING, [name]: figure }, OPEN_GROUND)).toThrow(RangeError)
  })
})

describe('what stands around', () => {
  const work = { x: 0, y: 0, floor: 'ground' }
  const around = (...things: ReturnType<typeof thing>[]) => surroundingsOf(planOf(...things), work)
  const beyond = (answer: ReturnType<typeof flown>): number =>
    answer.landings.filter(({ y }) => y > 1.01).length
  const wall = (facts: object) =>
    thing('wall', line([-30, 1], [30, 1]), { facts: { material: 'masonry', height: 3, ...facts } })

  it('a tall wall lets nothing by', () => {
    expect(beyond(flown({}))).toBeGreaterThan(0)
    expect(beyond(flown({}, around(wall({}))))).toBe(0)
  })
  test.each([
    ['lower than the arc', { height: 0.4 }],
    ['of a height that is not told', { height: null }],
    ['of mesh', { material: 'mesh' }],
    ['of something that is not told', { material: null }],
  ])('a wall %s lets some by', (_, facts) => {
    expect(beyond(flown({}, around(wall(facts))))).toBeGreaterThan(0)
  })
  it('a door lets some through, and is named', () => {
    const door = thing('door', line([-1, 1], [1, 1]), { name: 'Side door' })
    const answer = flown({}, around(wall({}), door))
    expect(answer.openings).toMatchObject([{ thing: door.id, name: 'Side door' }])
    expect(answer.openings[0]!.share).toBeGreaterThan(0)
    expect(beyond(answer)).toBeGreaterThan(0)
    for (const { x, y } of answer.landings)
      if (y > 1.01 && y < 1.1) expect(Math.abs(x)).toBeLessThan(2)
  })
  it('a curtain stops what flies; what rolls goes under it', () => {
    const curtain = thing('curtain', line([-30, 1], [30, 1]), { facts: { height: 2 } })
    const [open, hung] = [flown({}), flown({}, around(curtain))]
    expect(beyond(hung)).toBeLessThan(beyond(open))
    expect(beyond(hung)).toBeGreaterThan(0)
  })
  it('over the edge of a floor they fall to the one below', () => {
    const plan = {
      floors: [
        { id: 'ground', name: 'Yard', outdoors: true, level: 0 },
        { id: 'deck', name: 'Deck', outdoors: true, level: 4 },
      ],
      things: [
        thing('room', rectangle(-1, -1, 2, 2), { floor: 'deck' }),
        thing('room', area([50, 50], [51, 50], [51, 51]), { floor: 'ground' }),
      ],
    }
    const on = (floor: string, from: string): number =>
      flown({}, surroundingsOf(plan, { ...work, floor: from })).landings.filter(
        (landing) => landing.floor === floor,
      ).length
    expect(on('ground', 'deck')).toBeGreaterThan(0)
    expect(on('deck', 'deck')).toBeGreaterThan(0)
    expect(on('deck', 'ground')).toBe(0)
    for (const { x, y, floor } of flown({}, surroundingsOf(plan, { ...work, floor: 'deck' }))
      .landings)
      if (floor === 'deck') expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThanOrEqual(1)
  })
})
