import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import {
  BURNS_ABOVE,
  COOLING_METALS,
  coolingTime,
  minutesHot,
  THICKNESS,
  type Cooling,
} from '#core/firewatch/cooling'

const PLATE: Cooling = {
  density: 7850,
  heat: 500,
  thickness: 0.01,
  convection: 10,
  emissivity: 0,
  air: 293,
}

describe('how long a plate cools', () => {
  // Newton's law of cooling: t = tau ln((T0 - Ta) / (T1 - Ta)).
  it('without glow as Newton has it', () => {
    const tau = (7850 * 500 * 0.01) / 2 / 10
    expect(coolingTime(PLATE, 800, 320)! / (tau * Math.log((800 - 293) / (320 - 293)))).toBeCloseTo(
      1,
      6,
    )
  })
  // Glow into nothing: t = m / (3 eps sigma) (1 / T1^3 - 1 / T0^3).
  it('without air as Stefan and Boltzmann have it', () => {
    const glow = { ...PLATE, convection: 0, emissivity: 0.5, air: 0 }
    const stored = (7850 * 500 * 0.01) / 2
    const exact = (stored / (3 * 0.5 * 5.670_374_419e-8)) * (1 / 400 ** 3 - 1 / 1200 ** 3)
    expect(coolingTime(glow, 1200, 400)! / exact).toBeCloseTo(1, 6)
  })
  // A worked example of heat transfer textbooks: Biot number below 0.1, the plate is as warm inside as outside.
  it('a thick plate is thin enough for that', () => {
    const conductivity = 30
    expect((25 * (THICKNESS.most / 2)) / conductivity).toBeLessThan(0.1)
  })
  test.each<[string, Partial<Cooling>, number, number, number | null]>([
    ['to the air itself never', {}, 800, 293, null],
    ['to colder than the air never', {}, 800, 280, null],
    ['already so cold', {}, 320, 320, 0],
    ['from no figure', {}, NaN, 320, null],
    ['of no end', {}, Infinity, 320, null],
    ['of less than nothing', { thickness: -1 }, 800, 320, null],
    ['losing nothing', { convection: 0 }, 800, 320, null],
    ['of nothing', { thickness: 0 }, 800, 320, 0],
  ])('%s', (_, change, from, to, expected) =>
    expect(coolingTime({ ...PLATE, ...change }, from, to)).toBe(expected),
  )
  it('thicker, hotter, brighter and warmer air are each slower', () => {
    const plate = fc.record({
      thickness: fc.double({ min: 0.001, max: 0.1, noNaN: true }),
      emissivity: fc.double({ min: 0.05, max: 0.9, noNaN: true }),
      air: fc.double({ min: 270, max: 310, noNaN: true }),
    })
    fc.assert(
      fc.property(plate, (some) => {
        const one = { ...PLATE, ...some }
        const time = coolingTime(one, 900, 330)!
        expect(coolingTime({ ...one, thickness: one.thickness * 1.1 }, 900, 330)!).toBeGreaterThan(
          time,
        )
        expect(coolingTime(one, 950, 330)!).toBeGreaterThan(time)
        expect(
          coolingTime({ ...one, emissivity: one.emissivity * 0.9 }, 900, 330)!,
        ).toBeGreaterThan(time)
        expect(coolingTime({ ...one, air: one.air + 1 }, 900, 330)!).toBeGreaterThan(time)
      }),
    )
  })
})

describe('how long a welded part may burn a hand', () => {
  // ISO 13732-1, burn threshold of bare metal for a touch of ten minutes: 48 C.
  it('counts to 48 C', () => expect(BURNS_ABOVE - 273.15).toBeCloseTo(48, 9))
  it('quarter-inch plate within the hours that the trade knows', () => {
    for (const metal of COOLING_METALS) {
      expect(minutesHot(metal, 0.00635)!).toBeGreaterThan(20)
      expect(minutesHot(metal, 0.00635)!).toBeLessThan(300)
    }
  })
  it.each([0, -1, 0.0004, 0.101, NaN, Infinity])('no answer for a thickness of %s m', (thickness) =>
    expect(minutesHot('steel', thickness)).toBeNull(),
  )
})
