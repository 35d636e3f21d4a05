import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { steadyConcentration } from '#core/air/steady'
import { estimateExposure } from '#core/assessment/estimate'
import { strictest, LIMITS } from '#core/exposure/limits.table'
import { RESPIRATOR_TABLE } from '#core/respirator/apf.table'
import type { Finding } from '#core/finding/finding'
import { jobWith, JOB } from './job.fixture'
import { airBasis, caseOfJob } from '#core/air/basis'
import { judgeAir } from '#core/air/judge'
import type { MeasuredAir } from '#core/exposure/measured'
import { LIMIT_SETS, PARTICULATES, type Particulate } from '#core/exposure/terms'
import { caseWith } from './air.fixture'
import { EMISSION_FACTORS } from '#core/fume/emission.table'
import type { BaseMetal } from '#core/job/job'

const find = (findings: Finding[], code: string): Finding | undefined =>
  findings.find((finding) => finding.code === code)

const air = (
  change: Parameters<typeof jobWith>[0],
  room: Parameters<typeof jobWith>[1] = {},
): Finding[] => estimateExposure(jobWith(change, room))

/** One value as the result of every kind. */
const allKinds = (substance: Particulate, value: number): MeasuredAir => ({
  reference: 'AS-1',
  results: {
    twa: { [substance]: value },
    stel: { [substance]: value },
    ceiling: { [substance]: value },
  },
})

const METAL: Record<string, BaseMetal> = {
  steel: 'carbon_steel',
  stainless: 'stainless',
  aluminium: 'aluminium',
  nickel: 'nickel_alloy',
  hardfacing: 'carbon_steel',
}

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
    const measured = {
      reference: 'AS-1',
      results: { twa: { fume: 1 }, ceiling: { manganese: 6 } },
    }
    expect(find(air({ measured }), 'air.fume')).toMatchObject({
      level: 'clear',
      value: { amount: 1 },
    })
    expect(find(air({ measured }), 'air.manganese')).toMatchObject({ level: 'stop', legal: true })
  })
  it('every substance that can be measured is judged when it is', () => {
    for (const substance of PARTICULATES) {
      const level = (value: number) =>
        find(
          estimateExposure(jobWith({ measured: allKinds(substance, value) }), LIMIT_SETS),
          `air.${substance}`,
        )?.level
      expect(level(1e6), substance).toBe('stop')
      expect(level(1e-9), substance).toBe('clear')
      expect(level(Number.NaN), substance).toBe('unknown')
    }
  })
  it('next to no air change is no answer', () => {
    for (const flow of [0, 1e-320, 1e-9, 1e-4, Number.NaN, Infinity])
      for (const finding of air({}, { generalFlow: flow }))
        expect(finding.level, `${flow} ${finding.code}`).toBe('unknown')
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

describe('the quick look of a job and the full check', () => {
  it('hold the same limits: whatever is adopted, the strictest of it, and stricter never judges milder', () => {
    const rank = { clear: 0, caution: 1, unknown: 2, stop: 3 }
    const sets = fc.uniqueArray(fc.constantFrom(...LIMIT_SETS), { minLength: 1 })
    fc.assert(
      fc.property(
        sets,
        sets,
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        (some, more, generalFlow) => {
          const job = jobWith({ consumable: 'SMAW E6013' }, { generalFlow })
          const level = (adopted: typeof some): number =>
            rank[
              estimateExposure(job, adopted).find((finding) => finding.code === 'air.manganese')!
                .level
            ]
          const has = some.some((set) =>
            LIMITS.some((row) => row.set === set && row.substance === 'manganese'),
          )
          if (has)
            expect(level([...new Set([...some, ...more])])).toBeGreaterThanOrEqual(level(some))
        },
      ),
      { numRuns: 60 },
    )
  })
  it('no adopted limit is unknown, not harmless', () => {
    expect(
      estimateExposure(JOB, ['eu']).find((finding) => finding.code === 'air.fume'),
    ).toMatchObject({ level: 'unknown', sentence: expect.stringMatching(/adopted have none/) })
  })
  it('15 min limits are met by the worst task', () => {
    const job = (arcMinutes: number) =>
      estimateExposure(jobWith({ consumable: 'SMAW 14Mn-4Cr', arcMinutes }, { generalFlow: 2 }), [
        'niosh',
      ]).find((finding) => finding.code === 'air.manganese')!
    expect(job(1).level).toBe('stop')
  })
  it('the basis changes with each thing that changes the air, and with nothing else', () => {
    const basis = airBasis(JOB, ['osha'])
    for (const other of [
      jobWith({ amps: 121 }),
      jobWith({ consumable: 'SMAW E6013' }),
      jobWith({ coating: 'zinc' }),
      jobWith({ arcMinutes: 121 }),
      jobWith({ welders: 2 }),
      jobWith({ also: ['mercury'] }),
      jobWith({ respirator: 'half_mask' }),
      jobWith({}, { volume: 999 }),
      jobWith({}, { generalFlow: 2 }),
      jobWith({}, { hood: 'downdraft' }),
    ])
      expect(airBasis(other, ['osha'])).not.toBe(basis)
    for (const same of [
      jobWith({ thickness: 9 }),
      jobWith({ position: 'overhead' }),
      jobWith({ grinding: true }),
    ])
      expect(airBasis(same, ['osha'])).toBe(basis)
    expect(airBasis(JOB, ['osha', 'uk'])).not.toBe(basis)
  })
  it('a job without measures gives a case that asks for them', () =>
    expect(caseOfJob(jobWith({}, { volume: null, generalFlow: null }))).toMatchObject({
      volume: 0,
      flow: 0,
    }))
  it('a job with more arc than a shift keeps its minutes', () => {
    const long = caseOfJob(jobWith({ arcMinutes: 700 }))
    expect(long.shiftMinutes).toBe(700)
    expect(long.sources[0]!.arcShare).toBe(1)
  })
  it('every substance judged names its limits, its source and its reckoning', () => {
    const { findings, substances } = judgeAir(
      caseWith({}, { consumable: 'SMAW E316', baseMetal: 'stainless' }),
      LIMIT_SETS,
      null,
      'none',
    )
    expect(substances.length).toBeGreaterThan(4)
    for (const finding of findings) {
      expect(finding.reasons.length).toBeGreaterThan(0)
      for (const reason of finding.reasons) expect(reason.source.document.length).toBeGreaterThan(8)
    }
    // HSE 2019 and the NIOSH wording for fume are said where they print no figure.
    expect(JSON.stringify(findings)).toMatch(/any indoor welding/)
    expect(
      PARTICULATES.filter((substance) => substances.some((entry) => entry.substance === substance)),
    ).toContain('chromiumVI')
  })
})

describe('every consumable, worked out a second way', () => {
  // C = K G / Q, averaged over the arc minutes in eight hours; a ceiling is not averaged.
  const flow = 2.5
  const mixing = 3
  const kgPerHour = 1.7
  const minutes = 90

  for (const row of EMISSION_FACTORS) {
    test(row.name, () => {
      const job = jobWith(
        {
          process: row.process,
          consumable: row.name,
          consumption: kgPerHour,
          arcMinutes: minutes,
          baseMetal: METAL[row.alloy]!,
          welders: 2,
        },
        { generalFlow: flow, mixing },
      )
      const findings = estimateExposure(job)
      const working = (perKg: number): number =>
        (((perKg * kgPerHour * 2) / 3600) * 1000 * mixing) / flow
      const amount = (code: string): number | undefined =>
        findings.find((finding) => finding.code === code)?.value?.amount
      expect(amount('air.fume')).toBeCloseTo((working(row.fume) * minutes) / 480, 9)
      // What stands alone among its neighbours is not taken.
      const manganese = row.doubtful?.manganese ?? row.manganese
      if (manganese !== null) expect(amount('air.manganese')).toBeCloseTo(working(manganese), 9)
      if (row.chromiumVI !== null)
        expect(amount('air.chromiumVI')).toBeCloseTo((working(row.chromiumVI) * minutes) / 480, 9)
      if (row.nickel !== null)
        expect(amount('air.nickel')).toBeCloseTo((working(row.nickel) * minutes) / 480, 9)
    })

    test(`${row.name}: what the table does not report is never clear on its own word`, () => {
      const job = jobWith(
        {
          process: row.process,
          consumable: row.name,
          consumption: kgPerHour,
          arcMinutes: minutes,
          baseMetal: 'stainless',
        },
        { generalFlow: 0.2, mixing: 5 },
      )
      for (const substance of ['manganese', 'chromiumVI', 'nickel'] as const) {
        const finding = estimateExposure(job).find((entry) => entry.code === `air.${substance}`)!
        if (finding.level !== 'clear' || !finding.sentence.startsWith('At most')) {
          // A figure of the table itself may stand only where the filler is alloyed like the plate.
          if (finding.level === 'clear' && substance !== 'manganese')
            expect(['stainless', 'nickel', 'hardfacing']).toContain(row.alloy)
          continue
        }
        // Clear only where even the bound lies under half of the limit.
        const limit = (strictest(substance, 'twa', ['osha']) ??
          strictest(substance, 'ceiling', ['osha']))!.limit
        expect(finding.sentence).toMatch(/^At most/)
        expect(finding.value!.amount).toBeLessThan(limit / 2)
      }
    })
  }
})
