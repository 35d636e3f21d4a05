import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { airBasis, caseOfJob } from '#core/air/basis'
import { emissionsOf } from '#core/air/emit'
import { judgeAir } from '#core/air/judge'
import { linearise } from '#core/air/linear'
import { reckon } from '#core/air/reckon'
import { exchange } from '#core/air/zones'
import { estimateExposure } from '#core/assessment/estimate'
import { LIMITS } from '#core/exposure/limits.table'
import { LIMIT_SETS, PARTICULATES, type Particulate } from '#core/exposure/terms'
import { EMISSION_FACTORS, type EmissionRow } from '#core/fume/emission.table'
import type { BaseMetal } from '#core/job/job'
import { caseWith, SOURCE } from './air.fixture'
import { JOB, jobWith } from './job.fixture'

const METAL: Record<EmissionRow['alloy'], BaseMetal> = {
  steel: 'carbon_steel',
  stainless: 'stainless',
  aluminium: 'aluminium',
  nickel: 'nickel_alloy',
  hardfacing: 'carbon_steel',
}
/** What the rest of the fume is made of; not known for nickel. */
const REMAINDER: Record<EmissionRow['alloy'], Particulate | null> = {
  steel: 'ironOxide',
  stainless: 'ironOxide',
  aluminium: 'aluminium',
  nickel: null,
  hardfacing: 'ironOxide',
}
const KG_PER_HOUR = 1.4
const of = (row: EmissionRow) => ({
  ...SOURCE,
  process: row.process,
  consumable: row.name,
  baseMetal: METAL[row.alloy],
  consumed: { by: 'rate' as const, rate: KG_PER_HOUR },
})

describe('every consumable of EPA AP-42 12.19 in the full model, worked out a second way', () => {
  for (const row of EMISSION_FACTORS) {
    test(`${row.name}: metals and what they leave make the fume`, () => {
      const given = emissionsOf(of(row))
      const rate = (substance: Particulate): number => {
        const emission = given.get(substance)
        return emission && 'rate' in emission && !emission.bound ? emission.rate : 0
      }
      expect(rate('fume')).toBeCloseTo(row.fume * KG_PER_HOUR, 9)
      const remainder = REMAINDER[row.alloy]
      if (remainder)
        expect(
          rate(remainder) +
            (row.chromium ?? 0) * KG_PER_HOUR +
            (row.manganese ?? 0) * KG_PER_HOUR +
            (row.nickel ?? 0) * KG_PER_HOUR +
            (row.others?.lead ?? 0) * KG_PER_HOUR,
        ).toBeCloseTo(rate('fume'), 9)
      for (const [substance, emission] of given)
        if ('rate' in emission)
          expect(emission.rate, substance).toBeLessThanOrEqual(rate('fume') + 1e-12)
    })

    test(`${row.name}: a day at steady state is (K G / Q + G / beta) x minutes / 480`, () => {
      // A small room with much air is at its steady state within the first minute.
      const air = caseWith(
        { volume: 20, flow: 4, mixing: 1, near: { radius: 0.5, airSpeed: 0.2 } },
        { ...of(row), from: 0, to: 480, arcShare: 0.25 },
      )
      const grams = row.fume * KG_PER_HOUR * 0.25
      const expected = ((grams * 1000) / 3600) * (1 / 4 + 1 / exchange(air.near!))
      expect(reckon(air, 'fume').breathed[0]!.twa / expected).toBeCloseTo(1, 3)
    })
  }

  it('what no one reports is a bound or is not there, never a figure of zero', () => {
    for (const row of EMISSION_FACTORS) {
      for (const [substance, emission] of emissionsOf(of(row))) {
        if ('because' in emission) continue
        if (emission.rate === 0)
          expect([row.name, substance]).toEqual(['only a remainder may vanish', substance])
      }
    }
  })
  it('basic coverings and cores hold fluorides, others do not', () => {
    const with_ = EMISSION_FACTORS.filter((row) => emissionsOf(of(row)).has('fluorides')).map(
      (row) => row.name,
    )
    expect(with_).toEqual(EMISSION_FACTORS.filter((row) => row.basic).map((row) => row.name))
    expect(with_).toContain('SMAW E7018')
    expect(with_).not.toContain('SMAW E6010')
  })
  it('copper counts on copper alloys and with nickel-copper filler', () => {
    expect(emissionsOf({ ...SOURCE, baseMetal: 'copper_alloy' }).has('copper')).toBe(true)
    expect(
      emissionsOf({ ...SOURCE, consumable: 'SMAW ENi-Cu', baseMetal: 'nickel_alloy' }).has(
        'copper',
      ),
    ).toBe(true)
    expect(emissionsOf(SOURCE).has('copper')).toBe(false)
  })
})

describe('several people, sources and switches', () => {
  const fume = (air: ReturnType<typeof caseWith>): number => reckon(air, 'fume').breathed[0]!.twa
  it('cuts the shift at every switch, once', () => {
    const { spans } = linearise(
      caseWith({
        changes: [
          { at: 100, flow: 2 },
          { at: 300, flow: 1 },
        ],
        sources: [
          { ...SOURCE, to: 100 },
          { ...SOURCE, name: 'B', mine: false, from: 50, to: 300 },
        ],
      }),
    )
    expect(
      spans.map((span) => [span.from / 60, span.seconds / 60, span.flow, span.active]),
    ).toEqual([
      [0, 50, 0.8, [true, false]],
      [50, 50, 0.8, [true, true]],
      [100, 200, 2, [false, true]],
      [300, 180, 1, [false, false]],
    ])
  })
  it('sources add up: the whole is the sum of each by itself', () => {
    const other = {
      ...SOURCE,
      name: 'B',
      mine: false,
      consumable: 'SMAW E6013',
      welders: 2,
      from: 120,
      to: 420,
    }
    const both = fume(caseWith({ sources: [SOURCE, other] }))
    expect(both).toBeCloseTo(
      fume(caseWith({ sources: [SOURCE] })) + fume(caseWith({ sources: [other] })),
      9,
    )
  })
  it('background is breathed all shift', () =>
    expect(fume(caseWith({ background: { fume: 0.4 } })) - fume(caseWith({}))).toBeCloseTo(0.4, 9))
  it('a ten-hour shift counts whole over eight', () => {
    const long = caseWith({ shiftMinutes: 600, background: { fume: 0.4 }, sources: [] })
    expect(reckon(long, 'fume').breathed[0]!.twa).toBeCloseTo(0.5, 9)
  })
  it('those at other benches reach a person through the room only', () => {
    const mine = fume(caseWith({ sources: [SOURCE] }))
    const away = fume(caseWith({ sources: [{ ...SOURCE, mine: false }] }))
    expect(away).toBeLessThan(mine)
    expect(fume(caseWith({ sources: [{ ...SOURCE, welders: 3 }] }))).toBeCloseTo(mine + 2 * away, 9)
  })
  it('a hood takes its share at the low end of its range', () =>
    expect(fume(caseWith({}, { capture: { low: 0.75, high: 0.95 } }))).toBeCloseTo(
      fume(caseWith({})) / 4,
      9,
    ))
  it("grinding with a rate of the shop's own counts as fume, without one there is no answer", () => {
    const grinder = { ...SOURCE, kind: 'grind' as const, name: 'Grinder', grinding: 3 }
    expect(emissionsOf(grinder).get('fume')).toMatchObject({ rate: 3, bound: false })
    expect(
      reckon(caseWith({ sources: [{ ...grinder, grinding: null }] })).breathed[0]!.because,
    ).toMatch(/nobody has measured.*Grinder/)
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
