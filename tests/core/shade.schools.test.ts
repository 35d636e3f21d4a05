import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { type BaseMetal, type Process, PROCESSES, isArc } from '#core/job/job'
import { askSchools, type ShadeQuery } from '#core/shade/school'
import { SCHOOLS } from '#core/shade/terms'
import { assignShade } from '#core/shade/shade'
import {
  HOUSE_CHART,
  EUROPE,
  GUIDE_COMFORT,
  GUIDE_MINIMUM,
  LEGAL_MINIMUM,
  type ShadeRow,
} from '#core/shade/shade.table'
import { shadeSteps } from '#core/shade/steps'
import { query, says } from './shade.fixture'
import { shadeFromTransmittance, transmittanceOfShade } from '#core/shade/transmittance'
import { shadeRow } from '#core/shade/lookup'

/** EN 169, recommended, written out again from memory: [from, to, scale number]; Infinity has no upper row. */
const EN169: [string, Process, Partial<ShadeQuery>, [number, number, number][]][] = [
  [
    'covered electrode',
    'SMAW',
    {},
    [
      [20, 40, 9],
      [40, 80, 10],
      [80, 175, 11],
      [175, 300, 12],
      [300, 500, 13],
      [500, 540, 14],
    ],
  ],
  [
    'MAG',
    'GMAW',
    { shieldGas: 'active' },
    [
      [40, 80, 10],
      [80, 125, 11],
      [125, 175, 12],
      [175, 300, 13],
      [300, 450, 14],
      [450, 499, 15],
    ],
  ],
  [
    'TIG',
    'GTAW',
    {},
    [
      [5, 20, 9],
      [20, 40, 10],
      [40, 100, 11],
      [100, 175, 12],
      [175, 250, 13],
      [250, 499, 14],
    ],
  ],
  [
    'MIG, heavy metals',
    'GMAW',
    { shieldGas: 'inert', baseMetal: 'stainless' },
    [
      [0, 100, 10],
      [100, 175, 11],
      [175, 300, 12],
      [300, 499, 13],
    ],
  ],
  [
    'MIG, light alloys',
    'GMAW',
    { shieldGas: 'inert', baseMetal: 'aluminium' },
    [
      [0, 100, 10],
      [100, 175, 11],
      [175, 250, 12],
      [250, 350, 13],
      [350, 499, 14],
    ],
  ],
  [
    'gouging',
    'CAC',
    {},
    [
      [0, 175, 10],
      [175, 225, 11],
      [225, 275, 12],
      [275, 350, 13],
      [350, 450, 14],
      [450, 900, 15],
    ],
  ],
  [
    'plasma cutting',
    'PAC',
    {},
    [
      [0, 150, 11],
      [150, 250, 12],
      [250, 400, 13],
    ],
  ],
]

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

describe('Europe, EN 169 and EN 379', () => {
  for (const [name, process, more, rows] of EN169) {
    test.each(rows)(`${name}, %s to %s A: %s`, (from, to, shade) => {
      expect(says('europe', query(process, (from + to) / 2, more))).toBe(shade)
      expect(says('europe', query(process, from + 0.01, more))).toBe(shade)
      if (from > 0) expect(says('europe', query(process, from, more))).toBe(shade)
    })
  }
  it('says nothing outside its table, and the others go on', () => {
    expect(says('europe', query('SMAW', 19))).toBeNull()
    expect(says('europe', query('PAC', 401))).toBeNull()
    expect(
      askSchools(query('SMAW', 19), []).find((answer) => answer.school === 'europe')!.because,
    ).toContain('outside')
    expect(assignShade(query('SMAW', 19)).floor).toBe(7)
  })
  // EN 169: acetylene and oxygen, L/h
  test.each([
    ['OFW', 70, 5],
    ['OFW', 69, 4],
    ['OFW', 199, 5],
    ['OFW', 200, 6],
    ['OFW', 800, 7],
    ['OFW', 900, 7],
    ['OFC', 900, 5],
    ['OFC', 2000, 6],
    ['OFC', 4000, 7],
    ['OFC', 8000, 7],
  ] as const)('%s at %s L/h: %s', (process, gasFlow, shade) => {
    expect(says('europe', query(process, null, { gasFlow, thickness: 10 }))).toBe(shade)
  })
  test.each([
    ['OFC', 899],
    ['OFC', 8001],
  ] as const)('%s at %s L/h: nothing', (process, gasFlow) =>
    expect(says('europe', query(process, null, { gasFlow, thickness: 10 }))).toBeNull(),
  )
  it('takes the darkest row while gas or metal is not known', () => {
    const at = (shieldGas: ShadeQuery['shieldGas'], baseMetal: BaseMetal): number | null =>
      says('europe', query('GMAW', 150, { shieldGas, baseMetal }))
    expect(at(null, 'carbon_steel')).toBe(
      Math.max(at('active', 'carbon_steel')!, at('inert', 'carbon_steel')!),
    )
    expect(says('europe', query('GMAW', 30))).toBe(10)
    expect(says('europe', query('GMAW', 260, { baseMetal: 'unknown', shieldGas: 'inert' }))).toBe(
      13,
    )
  })
  // Confirmed by trade use: fixed 11 for 80 to 175 A covered electrode (common practice).
  it('agrees with the shop habit of a fixed 11', () => {
    for (const amps of [80, 120, 174.9]) expect(says('europe', query('SMAW', amps))).toBe(11)
  })
})

describe('house chart (common practice)', () => {
  test.each([
    ['SMAW', 54, 7],
    ['SMAW', 55, 10],
    ['SMAW', 155, 12],
    ['SMAW', 240, 12],
    ['GMAW', 54, 7],
    ['GMAW', 55, 11],
    ['GMAW', 155, 12],
    ['GTAW', 49, 10],
    ['GTAW', 50, 12],
    ['GTAW', 150, 13],
    ['GTAW', 200, 13],
  ] as const)('%s at %s A: %s', (process, amps, shade) => {
    expect(says('house', query(process, amps))).toBe(shade)
  })
  it('is raised to the legal minimum, and says so', () => {
    // Plasma cutting 7 on the wall, 8 in the regulation.
    const answer = assignShade(query('PAC', 60), { school: 'house', house: HOUSE_CHART })
    expect(answer).toMatchObject({ floor: 8, working: 8 })
    expect(answer.schools[3]).toMatchObject({ shade: 8, raisedFrom: 7 })
    expect(answer.findings.find((finding) => finding.code === 'eyes.house')).toMatchObject({
      level: 'caution',
      value: { amount: 8 },
    })
  })
  it('where it is silent the guide stands in and is named', () => {
    const answer = assignShade(query('SMAW', 300), { school: 'house', house: HOUSE_CHART })
    expect(answer.working).toBe(14)
    expect(JSON.stringify(answer.findings)).toContain(
      'no row here; the ANSI and AWS guide stands in',
    )
    expect(says('house', query('SMAW', 100), [])).toBeNull()
  })
})

describe('schools side by side', () => {
  it('each in its own words for stick at 120 A', () => {
    expect(SCHOOLS.map((school) => says(school, query('SMAW', 120)))).toEqual([8, 10, 11, 10])
  })
  it('the chosen one gives the working shade', () => {
    expect(
      SCHOOLS.map(
        (school) => assignShade(query('SMAW', 120), { school, house: HOUSE_CHART }).working,
      ),
    ).toEqual([8, 10, 11, 10])
  })
  it('tells when electrode and current disagree', () => {
    const finding = assignShade(query('SMAW', 100, { electrode: 5 })).findings.find(
      (entry) => entry.code === 'eyes.electrode',
    )
    expect(finding).toMatchObject({
      value: { amount: 10 },
      sentence: 'Current asks for 8, electrode size for 10: the darker counts.',
    })
    expect(
      assignShade(query('SMAW', 100, { electrode: 3.2 })).findings.some(
        (entry) => entry.code === 'eyes.electrode',
      ),
    ).toBe(false)
  })
  it('step lines agree with the answers wherever they are asked', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Process>('SMAW', 'GMAW', 'FCAW', 'GTAW', 'PAW', 'PAC', 'CAC'),
        fc.double({ min: 0.5, max: 1100, noNaN: true }),
        (process, amps) => {
          const asked = query(process, amps)
          const steps = shadeSteps(asked, HOUSE_CHART)
          for (const { school, shade } of askSchools(asked, HOUSE_CHART))
            expect(
              steps[school].find((step) => amps > step.from && amps < step.to)?.shade ?? null,
            ).toBe(shade)
        },
      ),
    )
  })
  it('grinding, laser and a hidden arc ask for something else; a submerged arc that shows has no row', () => {
    expect(assignShade(query('GRIND', null))).toMatchObject({ need: 'impact', working: null })
    expect(assignShade(query('LBW', null)).need).toBe('laser')
    expect(assignShade(query('SAW', 400, { arcHidden: true }))).toMatchObject({
      need: 'light',
      findings: [{ level: 'caution' }],
    })
    expect(assignShade(query('SAW', 400)).findings[0]!.level).toBe('unknown')
  })
  it("a hidden plasma arc keeps the figure and says that a lighter one is a person's decision", () => {
    expect(assignShade(query('PAC', 60, { arcHidden: true })).findings[0]).toMatchObject({
      value: { amount: 8 },
      remedy: expect.stringContaining('competent person'),
    })
  })
})

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
  // ANSI Z87.1, table of transmittance requirements, recalled: luminous transmittance in % from most to least.
  test.each([
    [4, 8.5, 3.16],
    [5, 3.16, 1.18],
    [6, 1.18, 0.44],
    [7, 0.44, 0.164],
    [8, 0.164, 0.061],
    [9, 0.061, 0.023],
    [10, 0.023, 0.0085],
    [11, 0.0085, 0.0032],
    [12, 0.0032, 0.0012],
    [13, 0.0012, 0.00044],
    [14, 0.00044, 0.00016],
  ])('shade %s lies between %s and %s %%, half a shade to either side', (shade, most, least) => {
    expect(transmittanceOfShade(shade) * 100).toBeLessThan(most)
    expect(transmittanceOfShade(shade) * 100).toBeGreaterThan(least)
    expect((transmittanceOfShade(shade - 0.5) * 100) / most).toBeCloseTo(1, 1)
    expect((transmittanceOfShade(shade + 0.5) * 100) / least).toBeCloseTo(1, 1)
  })
  it('refuses what is no transmittance', () => {
    for (const value of [0, -1, 1.01, Number.NaN])
      expect(() => shadeFromTransmittance(value)).toThrow(RangeError)
    expect(() => transmittanceOfShade(0)).toThrow(RangeError)
  })
})

describe('shade charts', () => {
  /** Every stretch of rows that belong together: one process, one measure, one kind of shielding. */
  const keyOf = (row: ShadeRow): string => `${row.process} ${row.by} ${row.gasShield ?? ''}`
  const runs = (chart: readonly ShadeRow[]): ShadeRow[][] =>
    [...new Set(chart.map(keyOf))].map((key) => chart.filter((row) => keyOf(row) === key))
  it.each([
    ['legal', LEGAL_MINIMUM],
    ['guide', GUIDE_COMFORT],
    ['guide minimum', GUIDE_MINIMUM],
    ['Europe', EUROPE],
  ] as const)('%s: no gap, and never lighter with more', (_, chart) => {
    for (const rows of runs(chart)) {
      for (const [i, row] of rows.slice(1).entries()) {
        expect(row.from, `${row.process} row ${i + 1}`).toBe(rows[i]!.to)
        expect(row.shade).toBeGreaterThanOrEqual(rows[i]!.shade)
      }
    }
  })

  it('the law covers every process of the product', () => {
    const without: readonly string[] = ['SAW', 'LBW', 'GRIND']
    for (const process of PROCESSES.filter((name) => !without.includes(name))) {
      expect(
        shadeRow(LEGAL_MINIMUM, process, isArc(process) ? 'amps' : 'thickness', 10),
        process,
      ).not.toBeNull()
    }
  })

  // ANSI Z49.1, minimum column for plasma cutting
  test.each([
    [10, 4],
    [20, 5],
    [40, 6],
    [60, 8],
    [80, 8],
    [300, 9],
    [400, 10],
    [800, 10],
  ])('guide minimum for plasma at %s A is %s', (amps, shade) => {
    expect(shadeRow(GUIDE_MINIMUM, 'PAC', 'amps', amps)!.shade).toBe(shade)
  })

  // ANSI Z49.1, suggested for plate in mm: gas welding and oxygen cutting
  test.each([
    ['OFW', 2, 5],
    ['OFW', 8, 6],
    ['OFW', 20, 8],
    ['OFC', 10, 4],
    ['OFC', 50, 5],
    ['OFC', 200, 6],
  ] as const)('%s on %s mm starts at %s', (process, plate, shade) => {
    expect(shadeRow(GUIDE_COMFORT, process, 'thickness', plate)!.shade).toBe(shade)
  })
})

describe('carbon arc welding', () => {
  // OSHA 29 CFR 1910.133(a)(5): 14, whatever the current.
  it.each([null, 1, 500, 5000])('at %s A is 14', (amps) =>
    expect(assignShade(query('CAW', amps)).floor).toBe(14),
  )
})
