import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Process } from '#core/job/job'
import {
  helmetSetting,
  judgeHelmet,
  nearestHelmet,
  rangesText,
  type Helmet,
} from '#core/shade/helmet'
import { inLine, personalShade, type Eyes } from '#core/shade/personal'
import { SCHOOLS } from '#core/shade/terms'
import { beginSearch, nextShade, shadeBand, type Sight } from '#core/shade/search'
import { assignShade } from '#core/shade/shade'
import { query, says } from './shade.fixture'
import { shadeFromTransmittance, transmittanceOfShade } from '#core/shade/transmittance'

const CLEAR: Eyes = { lightSensitive: false, correction: 'none', tint: null, found: null }

describe("one person's eyes", () => {
  it('light-sensitive eyes go one darker', () =>
    expect(
      personalShade({ floor: 8, working: 10 }, { ...CLEAR, lightSensitive: true }).wanted,
    ).toBe(11))
  it('what was found counts, but never under the minimum', () => {
    expect(personalShade({ floor: 8, working: 10 }, { ...CLEAR, found: 9 }).wanted).toBe(9)
    expect(personalShade({ floor: 10, working: 12 }, { ...CLEAR, found: 9 }).wanted).toBe(10)
  })
  // ANSI Z87.1 / EN 169: shade 3 under shade 10 acts like 12.
  it('filters in line add up as their transmittances multiply', () => {
    expect(inLine(3, 10)).toBe(12)
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 14, noNaN: true }),
        fc.double({ min: 1, max: 14, noNaN: true }),
        (a, b) => {
          expect(inLine(a, b)).toBeCloseTo(
            shadeFromTransmittance(transmittanceOfShade(a) * transmittanceOfShade(b)),
            9,
          )
        },
      ),
    )
  })
  it('warns past two shades over the working value', () => {
    const level = (tint: number): string =>
      personalShade({ floor: 8, working: 10 }, { ...CLEAR, tint }).findings.find(
        (finding) => finding.code === 'eyes.glasses',
      )!.level
    expect([level(2), level(3), level(3.1), level(4)]).toEqual([
      'clear',
      'clear',
      'caution',
      'caution',
    ])
  })
  it('never under the floor for any mix of school, sensitivity and glasses', () => {
    const eyes = fc.record({
      lightSensitive: fc.boolean(),
      correction: fc.constantFrom('none', 'glasses', 'contacts' as const),
      tint: fc.option(fc.double({ min: 1.2, max: 6, noNaN: true })),
      found: fc.option(fc.integer({ min: 2, max: 14 })),
    })
    const house = fc.array(
      fc.record({
        process: fc.constantFrom<Process>('SMAW', 'GMAW', 'GTAW', 'PAC'),
        from: fc.constant(0),
        to: fc.constant(null),
        shade: fc.integer({ min: 1, max: 15 }),
      }),
      { maxLength: 4 },
    )
    fc.assert(
      fc.property(
        fc.constantFrom<Process>('SMAW', 'GMAW', 'FCAW', 'GTAW', 'PAW', 'PAC', 'CAC', 'CAW'),
        fc.double({ min: 0.5, max: 1000, noNaN: true }),
        fc.constantFrom(...SCHOOLS),
        house,
        eyes,
        (process, amps, school, chart, own) => {
          const answer = assignShade(query(process, amps), { school, house: chart })
          const { wanted } = personalShade(answer, own as Eyes)
          if (answer.floor === null) {
            expect(wanted).toBeNull()
            return
          }
          expect(answer.working).toBeGreaterThanOrEqual(answer.floor)
          expect(wanted).toBeGreaterThanOrEqual(answer.floor)
        },
      ),
      { numRuns: 500 },
    )
  })
  it.each(SCHOOLS)(
    'more amps never gives a lighter working shade by %s, while it speaks',
    (school) => {
      fc.assert(
        fc.property(
          fc.constantFrom<Process>('SMAW', 'GMAW', 'GTAW', 'PAW', 'PAC', 'CAC'),
          fc.double({ min: 0.5, max: 800, noNaN: true }),
          fc.double({ min: 0, max: 300, noNaN: true }),
          (process, amps, more) => {
            const [a, b] = [query(process, amps), query(process, amps + more)]
            const [less, higher] = [says(school, a), says(school, b)]
            if (less !== null && higher !== null) expect(higher).toBeGreaterThanOrEqual(less)
          },
        ),
      )
    },
  )
})

describe('search for the shade (common practice)', () => {
  const walk = (floor: number, start: number, ...sights: Sight[]) =>
    sights.reduce(nextShade, beginSearch(floor, start))
  it('comes down one at a time until the puddle shows', () => {
    expect(walk(8, 10, 'too_dark')).toMatchObject({ at: 9, state: 'trying' })
    expect(walk(8, 10, 'too_dark', 'good')).toMatchObject({ at: 9, state: 'found' })
  })
  it('stops at the floor', () =>
    expect(walk(8, 10, 'too_dark', 'too_dark', 'too_dark')).toMatchObject({
      at: 8,
      state: 'stuck',
    }))
  it('goes back up when the light hurts, and settles there', () =>
    expect(walk(8, 10, 'too_dark', 'too_bright')).toMatchObject({ at: 10, state: 'found' }))
  it('never shows a shade under the floor, whatever is answered', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.integer({ min: 0, max: 4 }),
        fc.array(fc.constantFrom<Sight>('too_dark', 'good', 'too_bright'), { maxLength: 30 }),
        (floor, up, sights) => {
          const end = walk(floor, floor + up, ...sights)
          for (const entry of [...end.tried.map((entry) => entry.shade), end.at])
            expect(entry).toBeGreaterThanOrEqual(floor)
        },
      ),
    )
    expect(() => beginSearch(10, 9)).toThrow(RangeError)
  })
  it('is remembered by process and row of the legal table', () => {
    expect(shadeBand({ process: 'SMAW', amps: 120, thickness: null })).toBe('SMAW 60 to 160 A')
    expect(shadeBand({ process: 'SMAW', amps: 160, thickness: null })).toBe('SMAW 160 to 250 A')
    expect(shadeBand({ process: 'SMAW', amps: 900, thickness: null })).toBeNull()
  })
})

describe('nearest helmet of the store', () => {
  const store = [
    { name: 'A', ranges: [[10, 10]] },
    { name: 'B', ranges: [[9, 13]] },
    {
      name: 'C',
      ranges: [
        [5, 8],
        [9, 13],
      ],
    },
    { name: 'D', ranges: [[11, 11]] },
  ] as const
  it('is the one that reaches with the least over, the plainest among equals', () => {
    expect(nearestHelmet(store, 8, 10)?.name).toBe('A')
    expect(nearestHelmet(store, 8, 11)?.name).toBe('D')
    expect(nearestHelmet(store, 10, 12)?.name).toBe('B')
    expect(nearestHelmet(store, 10, 14)).toBeNull()
  })
  it('always reaches', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 11 }), fc.integer({ min: 0, max: 4 }), (floor, up) => {
        const helmet = nearestHelmet(store, floor, floor + up)
        if (helmet) expect(helmetSetting(helmet, floor, floor + up).reaches).toBe(true)
      }),
    )
  })
})

describe('helmet', () => {
  const auto: Helmet = {
    name: 'H-1',
    ranges: [
      [5, 8],
      [9, 13],
    ],
  }
  it('names range and number to set', () => {
    expect(judgeHelmet(auto, 8, 10)).toMatchObject({
      level: 'clear',
      value: { amount: 10 },
      sentence: 'H-1: use the range 9 to 13 and set 10.',
    })
    expect(judgeHelmet({ name: 'H-2', ranges: [[10, 10]] }, 8, 10)).toMatchObject({
      level: 'clear',
      sentence: 'H-2 has a fixed 10.',
    })
  })
  it('is a legal stop under the minimum, a caution short of the guide, unknown without helmet or shade', () => {
    expect(judgeHelmet({ name: 'H-3', ranges: [[5, 8]] }, 10, 12)).toMatchObject({
      level: 'stop',
      legal: true,
    })
    expect(judgeHelmet({ name: 'H-4', ranges: [[10, 10]] }, 8, 12)).toMatchObject({
      level: 'caution',
      value: { amount: 10 },
    })
    expect(judgeHelmet(null, 8, 10).level).toBe('unknown')
    expect(judgeHelmet(auto, null, null).level).toBe('unknown')
  })
  it('never sets a value under the floor', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 13 }),
        fc.integer({ min: 0, max: 4 }),
        fc.integer({ min: 3, max: 14 }),
        fc.integer({ min: 0, max: 5 }),
        (low, up, from, span) => {
          const finding = judgeHelmet({ name: 'H', ranges: [[from, from + span]] }, low, low + up)
          if (finding.level === 'stop') expect(from + span).toBeLessThan(low)
          else expect(finding.value!.amount).toBeGreaterThanOrEqual(low)
        },
      ),
    )
  })
})

describe('a helmet in words', () => {
  const judge = (ranges: [number, number][]) =>
    judgeHelmet({ name: 'H-1', ranges }, 10, 11).reasons[0]!.inputs!.helmet
  it('tells a fixed shade from a range', () => {
    expect(judge([[11, 11]])).toBe('H-1: fixed 11')
    expect(
      judge([
        [5, 8],
        [9, 13],
      ]),
    ).toBe('H-1: range 5 to 8, range 9 to 13')
    expect(
      rangesText([
        [10, 10],
        [5, 8],
      ]),
    ).toBe('10 / 5-8')
  })
})
