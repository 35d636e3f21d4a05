import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { mixtureIndex, timeWeightedAverage } from '#core/exposure/average'
import { steadyConcentration } from '#core/air/steady'
import { estimateExposure } from '#core/assessment/estimate'
import { strictest } from '#core/exposure/limits.table'
import { EMISSION_FACTORS } from '#core/fume/emission.table'
import { emissionRate } from '#core/fume/emission'
import { RESPIRATOR_TABLE } from '#core/respirator/apf.table'
import { checkVentilation, hoodRow, hoodState } from '#core/ventilation/prescriptive'
import { GENERAL_RULE, MOVABLE_HOOD } from '#core/ventilation/ventilation.table'
import type { Finding } from '#core/finding/finding'
import { JOB, jobWith } from './job.fixture'

const FT = 0.3048
const CFM = FT ** 3 / 60
const find = (findings: Finding[], code: string): Finding | undefined =>
  findings.find((finding) => finding.code === code)
const air = (
  change: Parameters<typeof jobWith>[0],
  room: Parameters<typeof jobWith>[1] = {},
): Finding[] => estimateExposure(jobWith(change, room))

describe('worked examples of OSHA 29 CFR 1910.1000(d)', () => {
  it('(d)(1)(ii): 2 h at 150, 2 h at 75, 4 h at 50 ppm is 81.25 ppm', () => {
    expect(
      timeWeightedAverage([
        { concentration: 150, hours: 2 },
        { concentration: 75, hours: 2 },
        { concentration: 50, hours: 4 },
      ]),
    ).toBe(81.25)
  })
  it('(d)(2)(ii): 500/1000 + 45/200 + 40/200 is 0.925', () => {
    expect(
      mixtureIndex([
        { concentration: 500, limit: 1000 },
        { concentration: 45, limit: 200 },
        { concentration: 40, limit: 200 },
      ]),
    ).toBeCloseTo(0.925, 12)
  })
  it('refuses a 25 h day, negatives and a limit of zero', () => {
    expect(() => timeWeightedAverage([{ concentration: 1, hours: 25 }])).toThrow(RangeError)
    expect(() => timeWeightedAverage([{ concentration: -1, hours: 1 }])).toThrow(RangeError)
    expect(() => mixtureIndex([{ concentration: 1, limit: 0 }])).toThrow(RangeError)
  })
})

describe('prescriptive check, OSHA 29 CFR 1910.252(c)', () => {
  it('prints in metric what the regulation prints: 283 m3, about 5 m, 3,398 m3/h, 0.5 m/s', () => {
    expect(GENERAL_RULE.volumePerWelder).toBeCloseTo(283.2, 1)
    expect(GENERAL_RULE.ceiling).toBeCloseTo(4.877, 3)
    expect(GENERAL_RULE.flowPerWelder * 3600).toBeCloseTo(3398, 0)
    expect(GENERAL_RULE.captureVelocity).toBeCloseTo(0.508, 3)
  })

  const room = (
    volumeFt3: number,
    ceilingFt: number,
    obstructed: boolean,
    cfm: number | null,
    welders = 1,
  ): Finding =>
    checkVentilation(
      jobWith(
        { welders },
        {
          volume: volumeFt3 * FT ** 3,
          ceiling: ceilingFt * FT,
          obstructed,
          generalFlow: cfm === null ? null : cfm * CFM,
        },
      ),
    )[0]!
  test.each([
    ['large, high, open', 10_000, 16, false, null, 'clear'],
    ['under 10,000 ft3', 9_999, 16, false, 0, 'stop'],
    ['ceiling under 16 ft', 20_000, 15.9, false, 0, 'stop'],
    ['obstructed', 20_000, 20, true, 0, 'stop'],
    ['2,000 cfm short by one', 9_000, 16, false, 1_999, 'stop'],
    ['2,000 cfm', 9_000, 16, false, 2_000.001, 'clear'],
    ['flow not known', 9_000, 16, false, null, 'unknown'],
  ] as const)('%s', (_, volume, ceiling, obstructed, flow, level) => {
    expect(room(volume, ceiling, obstructed, flow).level).toBe(level)
  })
  it('counts volume and flow for each welder', () => {
    expect(room(30_000, 20, false, null, 3).level).toBe('clear')
    expect(room(30_000, 20, false, 7_999, 4).level).toBe('stop')
    expect(room(30_000, 20, false, 8_001, 4).level).toBe('clear')
  })
  it('a short flow is law: no override', () => expect(room(9_000, 16, false, 100).legal).toBe(true))
  it('is unknown while a measure is missing', () => {
    for (const missing of [{ volume: null }, { ceiling: null }, { obstructed: null }])
      expect(checkVentilation(jobWith({}, missing))[0]!.level).toBe('unknown')
  })

  // Hood table of (c)(3)(i). At the middle of each row 75 X^2 x 10 (X in ft; flanged hood at 100 fpm) must agree.
  test.each([
    [4, 6, 150, 3],
    [6, 8, 275, 3.5],
    [8, 10, 425, 4.5],
    [10, 12, 600, 5.5],
  ])('hood %s to %s in: %s cfm in a %s in duct', (from, to, cfm, duct) => {
    const row = hoodRow(((from + to) / 2) * 0.0254)!
    expect(row.flow / CFM).toBeCloseTo(cfm, 6)
    expect(row.duct / 0.0254).toBeCloseTo(duct, 6)
    const middle = (from + to) / 2 / 12
    expect(row.flow / CFM / (100 * 0.75 * 10 * middle ** 2)).toBeGreaterThan(0.9)
    expect(row.flow / CFM / (100 * 0.75 * 10 * middle ** 2)).toBeLessThan(1.2)
    // The duct velocity of the table is near 4,000 fpm, rounded to half inches.
    const area = (Math.PI / 4) * (duct / 12) ** 2
    expect(cfm / area).toBeGreaterThan(2_900)
    expect(cfm / area).toBeLessThan(4_200)
  })
  it('takes the greater flow on a boundary and has no answer beyond 12 in', () => {
    expect(hoodRow(8 * 0.0254)).toBe(MOVABLE_HOOD[2])
    expect(hoodRow(0.05)).toBe(MOVABLE_HOOD[0])
    expect(hoodRow(12.1 * 0.0254)).toBeNull()
  })
  it('counts a hood only when proved, near and strong enough', () => {
    const hood = {
      hood: 'movable_hood' as const,
      hoodDistance: 9 * 0.0254,
      hoodFlow: 430 * CFM,
      hoodProved: true,
    }
    expect(hoodState({ ...JOB.air, ...hood })).toBe('inPlace')
    expect(hoodState({ ...JOB.air, ...hood, hoodProved: false })).toBe('off')
    expect(hoodState({ ...JOB.air, ...hood, hoodFlow: 420 * CFM })).toBe('outOfPlace')
    expect(hoodState({ ...JOB.air, ...hood, hoodDistance: 0.5 })).toBe('outOfPlace')
    expect(checkVentilation(jobWith({}, { ...hood, volume: 50 }))[0]!.level).toBe('clear')
    expect(
      find(checkVentilation(jobWith({}, { ...hood, hoodFlow: null })), 'air.hood')!.level,
    ).toBe('unknown')
  })
  it('stops at an unknown coating, and indoors at zinc, lead and cadmium without exhaust or airline', () => {
    expect(find(checkVentilation(jobWith({ coating: 'unknown' })), 'air.coating')).toMatchObject({
      level: 'stop',
      legal: true,
    })
    for (const coating of ['zinc', 'lead', 'cadmium'] as const) {
      expect(find(checkVentilation(jobWith({ coating })), 'air.coating')).toMatchObject({
        level: 'stop',
        legal: true,
      })
      expect(
        find(checkVentilation(jobWith({ coating, respirator: 'airline_helmet' })), 'air.coating')!
          .level,
      ).toBe('caution')
    }
    expect(find(checkVentilation(JOB), 'air.coating')).toBeUndefined()
  })
  it('paint is unknown until stripped or sampled', () => {
    expect(find(checkVentilation(jobWith({ coating: 'paint' })), 'air.coating')!.level).toBe(
      'unknown',
    )
    expect(
      find(
        checkVentilation(jobWith({ coating: 'paint', measured: { reference: 'AS-2', fume: 1 } })),
        'air.coating',
      )!.level,
    ).toBe('caution')
  })
  it('stops in a confined space without air, and stays a caution with it', () => {
    expect(checkVentilation(jobWith({}, { space: 'confined', generalFlow: 0.1 }))[0]).toMatchObject(
      { level: 'stop', legal: true },
    )
    expect(
      checkVentilation(
        jobWith({ respirator: 'airline_pressure_demand_full' }, { space: 'confined' }),
      )[0]!.level,
    ).toBe('caution')
  })
})

describe('emission, EPA AP-42 section 12.19', () => {
  // Spot rows, recalled a second time: g/kg fume, manganese.
  test.each([
    ['SMAW E6010', 25.6, 0.991],
    ['SMAW E7018', 18.4, 1.03],
    ['GMAW E70S', 5.2, 0.318],
    ['FCAW E71T', 12.2, 0.662],
    ['SMAW 14Mn-4Cr', 81.6, 23.2],
  ])('%s', (name, fume, manganese) => {
    expect(EMISSION_FACTORS.find((row) => row.name === name)).toMatchObject({ fume, manganese })
  })
  it('no row reports more metal than fume, nor more chromium VI than chromium', () => {
    for (const row of EMISSION_FACTORS) {
      expect((row.chromium ?? 0) + (row.manganese ?? 0) + (row.nickel ?? 0)).toBeLessThanOrEqual(
        row.fume,
      )
      if (row.chromiumVI !== null)
        expect(row.chromiumVI).toBeLessThanOrEqual(row.chromium ?? Infinity)
    }
  })
  it('E7018 at 120 A: 1.3 kg/h by default, so 23.92 g/h of fume', () => {
    expect(emissionRate(JOB, 'fume')).toMatchObject({ rate: 18.4 * 1.3, bound: false })
    expect(emissionRate(jobWith({ amps: 240 }), 'fume')).toMatchObject({ rate: 18.4 * 2.6 })
    expect(emissionRate(jobWith({ consumption: 2 }), 'fume')).toMatchObject({ rate: 36.8 })
  })
  it('bounds chromium VI by chromium, and a metal without data by the fume', () => {
    expect(emissionRate(JOB, 'chromiumVI')).toMatchObject({ rate: 0.006 * 1.3, bound: true })
    expect(
      emissionRate(
        jobWith({ consumable: 'FCAW E308LT', process: 'FCAW', consumption: 1 }),
        'nickel',
      ),
    ).toMatchObject({ rate: 9.1, bound: true })
  })
  it("does not trust a plain filler's table on stainless or on unknown metal", () => {
    for (const baseMetal of ['stainless', 'nickel_alloy', 'unknown'] as const) {
      for (const metal of ['chromiumVI', 'nickel'] as const)
        expect(
          emissionRate(
            jobWith({ process: 'GMAW', consumable: 'GMAW E70S', consumption: 1, baseMetal }),
            metal,
          ),
        ).toMatchObject({ rate: 5.2, bound: true })
    }
    expect(
      emissionRate(jobWith({ process: 'GMAW', consumable: 'GMAW E70S', consumption: 1 }), 'nickel'),
    ).toMatchObject({ rate: 0.001, bound: false })
  })
  it("has no answer without a factor, without consumption, or for another process's consumable", () => {
    expect(emissionRate(jobWith({ consumable: null }), 'fume')).toHaveProperty('because')
    expect(
      emissionRate(jobWith({ process: 'FCAW', consumable: 'FCAW E71T' }), 'fume'),
    ).toHaveProperty('because')
    expect(emissionRate(jobWith({ process: 'GMAW' }), 'fume')).toHaveProperty('because')
    expect(emissionRate(jobWith({ process: 'PAC', consumable: null }), 'fume')).toHaveProperty(
      'because',
    )
  })
})

describe('estimate against the limits', () => {
  it('agrees with the hand: 23.92 g/h into 1 m3/s is 6.64 mg/m3 while welding, 1.66 over 8 h at 2 h of arc', () => {
    expect(steadyConcentration(23.92, 1, 1)).toBeCloseTo(6.6444, 4)
    expect(find(air({}), 'air.fume')!.value!.amount).toBeCloseTo(1.6611, 4)
  })
  it("balances mass: what is made in the shift leaves with the shift's air", () => {
    const flow = 0.7
    const mean = find(air({}, { generalFlow: flow }), 'air.fume')!.value!.amount
    expect((mean * flow * 8 * 3600) / 1000).toBeCloseTo(23.92 * 2, 9)
  })
  it('meets a ceiling with the worst task, never with the average', () => {
    const short = find(air({ arcMinutes: 1 }), 'air.manganese')!.value!.amount
    const long = find(air({ arcMinutes: 400 }), 'air.manganese')!.value!.amount
    expect(short).toBe(long)
    expect(strictest('manganese', 'ceiling', ['osha'])!.limit).toBe(5)
  })
  it('grades by share of the limit: clear, sampled from half, stop over it', () => {
    const level = (flow: number) => find(air({}, { generalFlow: flow }), 'air.fume')!.level
    const one = (23.92 * 1000) / 3600 / 4 / 5
    expect(level(one / 0.49)).toBe('clear')
    expect(level(one / 0.501)).toBe('caution')
    expect(level(one / 0.999)).toBe('caution')
    expect(level(one / 1.001)).toBe('stop')
    expect(find(air({}, { generalFlow: 0.01 }), 'air.fume')).toMatchObject({ level: 'stop' })
    expect(find(air({}, { generalFlow: 0.01 }), 'air.fume')!.legal).toBeFalsy()
  })
  it('a bound over the limit is unknown, not a stop and not clear', () => {
    expect(
      find(air({ process: 'GTAW', consumable: null, baseMetal: 'stainless' }), 'air.chromiumVI')!
        .level,
    ).toBe('unknown')
  })
  it('looks for chromium and nickel where the metal may hold them, and only there', () => {
    const codes = (change: Parameters<typeof jobWith>[0]) =>
      air(change).map((finding) => finding.code)
    expect(
      codes({ process: 'GMAW', consumable: 'GMAW ER5154', baseMetal: 'aluminium' }),
    ).not.toContain('air.nickel')
    expect(codes({ consumable: 'SMAW E6012' })).not.toContain('air.chromiumVI')
    expect(codes({ consumable: 'SMAW E6012', baseMetal: 'unknown' })).toEqual(
      expect.arrayContaining(['air.chromiumVI', 'air.nickel']),
    )
  })
  it('no factor, no flow or a metal coating: unknown, never clear', () => {
    expect(air({ consumable: null }).every((finding) => finding.level === 'unknown')).toBe(true)
    expect(air({}, { generalFlow: null }).every((finding) => finding.level === 'unknown')).toBe(
      true,
    )
    expect(air({}, { generalFlow: 0 }).every((finding) => finding.level === 'unknown')).toBe(true)
    expect(find(air({ coating: 'zinc' }), 'air.zincOxide')!.level).toBe('unknown')
  })
  it('a sampling result goes before the estimate, and over the limit it is law', () => {
    const measured = { reference: 'AS-1', fume: 1, manganese: 6 }
    expect(find(air({ measured }), 'air.fume')).toMatchObject({
      level: 'clear',
      value: { amount: 1 },
    })
    expect(find(air({ measured }), 'air.manganese')).toMatchObject({ level: 'stop', legal: true })
  })
  it('a respirator covers up to its factor, as a caution', () => {
    // OSHA 29 CFR 1910.134 table 1
    expect(Object.fromEntries(RESPIRATOR_TABLE.map((row) => [row.kind, row.apf]))).toMatchObject({
      filtering_facepiece: 10,
      half_mask: 10,
      full_facepiece: 50,
      powered_helmet: 25,
      airline_helmet: 25,
      airline_pressure_demand_full: 1000,
    })
    const over = { generalFlow: 1.6611 / 5 / 9 }
    expect(find(air({}, over), 'air.fume')!.level).toBe('stop')
    expect(find(air({ respirator: 'half_mask' }, over), 'air.fume')!.level).toBe('caution')
    expect(
      find(air({ respirator: 'half_mask' }, { generalFlow: 1.6611 / 5 / 11 }), 'air.fume')!.level,
    ).toBe('stop')
  })
  it('refuses impossible rooms', () => {
    expect(() => steadyConcentration(1, 0, 1)).toThrow(RangeError)
    expect(() => steadyConcentration(1, 1, 0.5)).toThrow(RangeError)
  })
  it('more flow never raises it, worse mixing never lowers it, it is never negative', () => {
    const flow = fc.double({ min: 0.01, max: 50, noNaN: true })
    const mixing = fc.double({ min: 1, max: 10, noNaN: true })
    fc.assert(
      fc.property(flow, flow, mixing, mixing, (q1, q2, k1, k2) => {
        const at = (generalFlow: number, k: number): number =>
          find(air({}, { generalFlow, mixing: k }), 'air.fume')!.value!.amount
        expect(at(Math.max(q1, q2), k1)).toBeLessThanOrEqual(at(Math.min(q1, q2), k1))
        expect(at(q1, Math.max(k1, k2))).toBeGreaterThanOrEqual(at(q1, Math.min(k1, k2)))
        expect(at(q1, k1)).toBeGreaterThanOrEqual(0)
      }),
    )
  })
})
