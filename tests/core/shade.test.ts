import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { PROCESSES, type Process } from '#core/job/job'
import { judgeHelmet, type Helmet } from '#core/shade/helmet'
import { assignShade } from '#core/shade/shade'
import { shadeFromTransmittance, transmittanceOfShade } from '#core/shade/transmittance'

const ask = (
  process: Process,
  amps: number | null,
  more: { electrode?: number; thickness?: number } = {},
) =>
  assignShade({
    process,
    amps,
    electrode: more.electrode ?? null,
    thickness: more.thickness ?? null,
    arcHidden: false,
    shieldGas: null,
    gasFlow: null,
    baseMetal: 'carbon_steel',
  })
const floor = (process: Process, amps: number): number | null => ask(process, amps).floor

/** OSHA 29 CFR 1910.133(a)(5), written out again here from memory: [from, to, shade]; the ends belong to the darker row. */
const OSHA: Record<
  'SMAW' | 'GMAW' | 'FCAW' | 'GTAW' | 'PAC' | 'PAW' | 'CAC',
  [number, number, number][]
> = {
  SMAW: [
    [0, 60, 7],
    [60, 160, 8],
    [160, 250, 10],
    [250, 550, 11],
  ],
  GMAW: [
    [0, 60, 7],
    [60, 160, 10],
    [160, 250, 10],
    [250, 500, 10],
  ],
  FCAW: [
    [0, 60, 7],
    [60, 160, 10],
    [160, 250, 10],
    [250, 500, 10],
  ],
  GTAW: [
    [0, 50, 8],
    [50, 150, 8],
    [150, 500, 10],
  ],
  PAC: [
    [0, 300, 8],
    [300, 400, 9],
    [400, 800, 10],
  ],
  PAW: [
    [0, 20, 6],
    [20, 100, 8],
    [100, 400, 10],
    [400, 800, 11],
  ],
  CAC: [
    [0, 500, 10],
    [500, 1000, 11],
  ],
}

describe('legal minimum, OSHA 29 CFR 1910.133(a)(5)', () => {
  for (const [process, rows] of Object.entries(OSHA) as [
    keyof typeof OSHA,
    [number, number, number][],
  ][]) {
    for (const [i, [from, to, shade]] of rows.entries()) {
      test(`${process} ${from} to ${to} A: ${shade}`, () => {
        expect(floor(process, (from + to) / 2)).toBe(shade)
        expect(floor(process, from + 0.01)).toBe(shade)
        expect(floor(process, to - 0.01)).toBe(shade)
        // A shared boundary takes the darker row; the last end still belongs to the table.
        expect(floor(process, to)).toBe(rows[i + 1]?.[2] ?? shade)
      })
    }
    test(`${process} has no answer at zero, below it, or over the table`, () => {
      const last = rows.at(-1)![1]
      for (const amps of [0, -5, last + 0.01, last * 10]) {
        const answer = ask(process, amps)
        expect(answer).toMatchObject({ floor: null, working: null })
        expect(answer.findings.map((finding) => finding.level)).toEqual(['unknown'])
        expect(answer.findings[0]!.sentence).toContain('because')
      }
    })
  }

  test.each([
    ['OFW', 3, 4],
    ['OFW', 3.18, 5],
    ['OFW', 12.7, 5],
    ['OFW', 12.8, 6],
    ['OFC', 24.9, 3],
    ['OFC', 25, 4],
    ['OFC', 25.4, 4],
    ['OFC', 150, 4],
    ['OFC', 151, 5],
    ['TB', 2, 3],
    ['TS', 2, 2],
  ] as const)('%s on %s mm plate: %s', (process, thickness, shade) => {
    expect(ask(process, null, { thickness }).floor).toBe(shade)
  })

  // 1/16, 3/32, 5/32 (sold as 4 mm), 3/16, 8/32 (sold as 6.4 mm) and 5/16 in
  test.each([
    [1.6, 7],
    [2.38125, 8],
    [3.96875, 8],
    [4, 8],
    [4.01, 10],
    [4.76, 10],
    [6.35, 10],
    [6.4, 10],
    [7.9, 11],
  ])('SMAW with a %s mm electrode at 50 A: at least %s', (electrode, shade) => {
    expect(ask('SMAW', 50, { electrode }).floor).toBe(Math.max(7, shade))
  })

  it('takes the darker of electrode size and current', () => {
    expect(ask('SMAW', 200, { electrode: 2 }).floor).toBe(10)
    expect(ask('SMAW', 100, { electrode: 5 }).floor).toBe(10)
  })

  it('says what is missing', () => {
    expect(ask('GMAW', null).findings[0]!.level).toBe('unknown')
    expect(ask('OFC', null).findings[0]!.level).toBe('unknown')
    expect(ask('OFC', null, { thickness: 0 }).floor).toBeNull()
  })
})

describe('guide, ANSI Z49.1 and AWS F2.2', () => {
  test.each([
    ['SMAW', 100, 10],
    ['SMAW', 200, 12],
    ['SMAW', 300, 14],
    ['GMAW', 100, 11],
    ['GMAW', 200, 12],
    ['GMAW', 300, 14],
    ['FCAW', 100, 11],
    ['FCAW', 160, 12],
    ['GTAW', 30, 10],
    ['GTAW', 100, 12],
    ['GTAW', 200, 14],
    ['PAC', 100, 9],
    ['PAC', 350, 12],
    ['PAC', 500, 14],
    ['PAW', 15, 8],
    ['PAW', 50, 10],
    ['PAW', 200, 12],
    ['PAW', 500, 14],
    ['CAC', 300, 12],
    ['CAC', 700, 14],
    ['CAW', 60, 14],
  ] as const)('%s at %s A starts at %s', (process, amps, shade) => {
    expect(ask(process, amps).working).toBe(shade)
  })

  it('starts at the legal minimum where the guide prints nothing or something lighter', () => {
    expect(ask('SMAW', 40).working).toBe(7)
    // The guide allows 4 under 20 A of plasma; the law says 8.
    expect(ask('PAC', 15)).toMatchObject({ floor: 8, working: 8 })
  })
})

describe('properties', () => {
  const arc = PROCESSES.filter((process): process is keyof typeof OSHA => process in OSHA)
  it('more amps never gives a lighter shade within a process', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...arc),
        fc.double({ min: 0.1, max: 800, noNaN: true }),
        fc.double({ min: 0.1, max: 800, noNaN: true }),
        (process, a, b) => {
          const [less, more] = [ask(process, Math.min(a, b)), ask(process, Math.max(a, b))]
          if (less.floor === null || more.floor === null) return
          expect(more.floor).toBeGreaterThanOrEqual(less.floor)
          expect(more.working).toBeGreaterThanOrEqual(less.working!)
        },
      ),
    )
  })
  it('the working shade is never under the legal minimum', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PROCESSES),
        fc.double({ min: 0.1, max: 1000, noNaN: true }),
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        (process, amps, size) => {
          const answer = ask(process, amps, { electrode: size, thickness: size })
          if (answer.floor !== null) expect(answer.working).toBeGreaterThanOrEqual(answer.floor)
        },
      ),
    )
  })
})

describe('transmittance, ANSI Z87.1 and EN 169', () => {
  // Nominal percentages as printed in the tables.
  test.each([
    [3, 13.9],
    [5, 1.93],
    [8, 0.1],
    [10, 0.0139],
    [12, 0.00193],
    [14, 0.00027],
  ])('shade %s lets %s %% through', (shade, percent) => {
    expect((transmittanceOfShade(shade) * 100) / percent).toBeCloseTo(1, 1)
    expect(shadeFromTransmittance(percent / 100)).toBeCloseTo(shade, 1)
  })
  it('refuses what is no transmittance', () => {
    for (const value of [0, -1, 1.01, Number.NaN])
      expect(() => shadeFromTransmittance(value)).toThrow(RangeError)
    expect(() => transmittanceOfShade(0)).toThrow(RangeError)
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
