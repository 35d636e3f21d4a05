import { describe, expect, it, test } from 'vitest'
import { emissionsOf } from '#core/air/emit'
import { linearise } from '#core/air/linear'
import { reckon } from '#core/air/reckon'
import { exchange } from '#core/air/zones'
import type { Particulate } from '#core/exposure/terms'
import { EMISSION_FACTORS, type EmissionRow } from '#core/fume/emission.table'
import type { BaseMetal } from '#core/job/job'
import { caseWith, SOURCE } from './air.fixture'
import { airBasis, caseOfJob } from '#core/air/basis'
import { assessJob } from '#core/assessment/assess'
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

describe('from a job to its case and back', () => {
  it('keeps the arc minutes: arc share times the window', () => {
    const {
      sources: [own],
    } = caseOfJob(JOB)
    expect((own!.to - own!.from) * own!.arcShare).toBeCloseTo(JOB.arcMinutes, 9)
  })
  it('an assessment counts while the job is as it was, and no longer', () => {
    const finding = {
      code: 'air.fume',
      step: 'air' as const,
      level: 'caution' as const,
      sentence: 'Kept',
      reasons: [],
    }
    const check = { basis: airBasis(JOB, ['osha']), findings: [finding] }
    const sentences = (job: typeof JOB): string[] =>
      assessJob(job, { helmet: null, gear: [], airCheck: check }).findings.map(
        (entry) => entry.sentence,
      )
    expect(sentences(JOB)).toContain('Kept')
    expect(sentences({ ...JOB, title: 'x' } as typeof JOB)).toContain('Kept')
    expect(sentences(jobWith({ amps: 130 }))).not.toContain('Kept')
    expect(sentences(jobWith({ amps: 130 })).join()).toMatch(/no longer counts/)
    // A measured result goes before the assessment.
    expect(
      sentences(jobWith({ measured: { reference: 'AS-1', results: { twa: { fume: 1 } } } })).join(),
    ).toMatch(/Measured 20 %/)
  })
})
