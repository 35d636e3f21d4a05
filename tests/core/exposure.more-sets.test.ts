import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeGasTest } from '#core/air/gas-test'
import { judgeAir } from '#core/air/judge'
import { estimateExposure } from '#core/assessment/estimate'
import { IDLH, isDangerous } from '#core/exposure/idlh.table'
import { limitsOf, strictest } from '#core/exposure/limits.table'
import { judgeSpot } from '#core/exposure/spot'
import { GASES, LIMIT_SETS, SUBSTANCES, type LimitSet, type Substance } from '#core/exposure/terms'
import { LEVELS, type Level } from '#core/finding/finding'
import { judgeArrived, judgeReadings } from '#core/monitor/readings'
import { chooseRespirator } from '#core/respirator/choose'
import { caseWith } from './air.fixture'
import { jobWith } from './job.fixture'

const rank = (level: Level): number => LEVELS.indexOf(level)
const sets = fc.subarray([...LIMIT_SETS])
const judged = (substance: Substance, adopted: readonly LimitSet[]): boolean =>
  limitsOf(substance).some((limit) => adopted.includes(limit.set))
const MINUTE = 60_000

describe('more limit sets never make an answer milder', () => {
  /** A judge of one substance; where no adopted set has a limit it must not be clear. */
  const neverMilder = (
    substances: readonly Substance[],
    judge: (substance: Substance, value: number, adopted: readonly LimitSet[]) => Level,
  ): void =>
    fc.assert(
      fc.property(
        fc.constantFrom(...substances),
        fc.double({ min: 1e-4, max: 1e5, noNaN: true }),
        sets,
        sets,
        (substance, value, some, more) => {
          const all = LIMIT_SETS.filter((set) => some.includes(set) || more.includes(set))
          const [few, many] = [judge(substance, value, some), judge(substance, value, all)]
          if (judged(substance, some)) expect(rank(many)).toBeGreaterThanOrEqual(rank(few))
          else expect(few).not.toBe('clear')
        },
      ),
      { numRuns: 400, seed: 10 },
    )

  it('a spot reading', () =>
    neverMilder(
      SUBSTANCES,
      (substance, value, adopted) => judgeSpot(substance, value, adopted).level,
    ))

  const at = new Date('2026-03-05T10:00:00Z')
  const gasTest = (
    others: Parameters<typeof judgeGasTest>[0] & object,
    adopted: readonly LimitSet[],
  ) => judgeGasTest(others, at, adopted).level
  const testOf = (gas: Substance, value: number) => ({
    at,
    until: new Date(at.getTime() + MINUTE),
    instrument: 'G',
    calibrated: true,
    bumpTested: true,
    oxygen: 20.9,
    explosive: 0,
    others: { [gas]: value },
  })
  it('a gas test', () =>
    neverMilder(GASES, (gas, value, adopted) => gasTest(testOf(gas, value), adopted)))

  it('a monitor, now and as its readings arrive', () => {
    const steady = (value: number) =>
      Array.from({ length: 60 }, (_, i) => ({ at: i * MINUTE, value }))
    neverMilder(
      SUBSTANCES,
      (substance, value, adopted) =>
        judgeReadings(steady(value), substance, adopted, 60 * MINUTE).level,
    )
    neverMilder(SUBSTANCES, (substance, value, adopted) => {
      const news = new Set(steady(value).map((reading) => reading.at))
      return judgeArrived(steady(value), news, substance, adopted)?.level ?? 'unknown'
    })
  })

  const worst = (findings: { code: string; level: Level }[], substance: Substance): Level =>
    findings.find(({ code }) => code === `air.${substance}`)?.level ?? 'unknown'
  it('the quick estimate of a job, and the full air check', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 50, noNaN: true }),
        sets,
        sets,
        (flow, some, more) => {
          const all = LIMIT_SETS.filter((set) => some.includes(set) || more.includes(set))
          for (const substance of ['fume', 'manganese'] as const) {
            if (!judged(substance, some)) continue
            const quick = (adopted: readonly LimitSet[]) =>
              worst(estimateExposure(jobWith({}, { generalFlow: flow }), adopted), substance)
            expect(rank(quick(all))).toBeGreaterThanOrEqual(rank(quick(some)))
            const full = (adopted: readonly LimitSet[]) =>
              worst(judgeAir(caseWith({ flow }), adopted, null, 'none').findings, substance)
            expect(rank(full(all))).toBeGreaterThanOrEqual(rank(full(some)))
          }
        },
      ),
      { numRuns: 60, seed: 10 },
    )
  })
})

describe('spot readings', () => {
  it('carbon monoxide at 100 ppm lets nobody in, under one set or two', () => {
    for (const adopted of [['osha'], ['osha', 'niosh'], [...LIMIT_SETS]] as LimitSet[][])
      expect(
        judgeGasTest(
          {
            at: new Date(0),
            until: new Date(MINUTE),
            instrument: 'G',
            calibrated: true,
            bumpTested: true,
            oxygen: 20.9,
            explosive: 0,
            others: { carbonMonoxide: 100 },
          },
          new Date(1),
          adopted,
        ).level,
      ).toBe('stop')
  })
  it('over an 8 h limit alone is a caution, over a ceiling a stop', () => {
    expect(judgeSpot('carbonMonoxide', 100, ['osha']).level).toBe('caution')
    expect(judgeSpot('carbonMonoxide', 250, ['niosh']).level).toBe('stop')
    expect(judgeSpot('carbonMonoxide', 20, ['osha']).level).toBe('clear')
  })
  it.each([Number.NaN, Infinity, -1])('%d is no reading', (value) => {
    expect(judgeSpot('ozone', value, ['osha']).level).not.toBe('clear')
  })
  it('without an adopted limit it is held against the strictest that is known, and says so', () => {
    expect(strictest('phosgene', 'twa', ['acgih'])).toBeNull()
    expect(judgeSpot('phosgene', 0.01, ['acgih'])).toMatchObject({
      level: 'unknown',
      says: expect.stringContaining('within the strictest known, 0.02 ppm'),
    })
    expect(judgeSpot('phosgene', 0.05, ['acgih']).level).toBe('stop')
  })
})

describe('immediately dangerous to life or health, NIOSH, recalled', () => {
  it('is told of twenty substances; total fume and aluminium have no figure', () => {
    expect(SUBSTANCES.filter((substance) => IDLH[substance] === undefined)).toEqual([
      'fume',
      'aluminium',
    ])
    expect(IDLH).toMatchObject({ nickel: 10, beryllium: 4, phosgene: 2, carbonDioxide: 40_000 })
  })
  it('no factor covers it: zinc oxide at 3,540 mg/m3 behind a factor of 1,000', () => {
    const findings = (respirator: 'powered_full' | 'scba_pressure_demand_full') =>
      estimateExposure(
        jobWith({
          respirator,
          measured: { reference: 'Report 7', results: { twa: { zincOxide: 3540 } } },
        }),
        ['osha'],
      )
    const of = (kind: Parameters<typeof findings>[0]) =>
      findings(kind).find(({ code }) => code === 'air.zincOxide')!
    expect(of('powered_full')).toMatchObject({
      level: 'stop',
      sentence: expect.stringContaining('immediately dangerous'),
    })
    expect(of('scba_pressure_demand_full').level).toBe('caution')
    expect(isDangerous('zincOxide', 500)).toBe(true)
    expect(isDangerous('zincOxide', Number.NaN)).toBe(false)
  })
  it('a closed space whose oxygen was not read is never "no respirator needed"', () => {
    const need = { mixtures: [], unknown: [], oil: false, oxygen: null, confined: true }
    const low = { substance: 'fume', share: 0.1, concentration: 0.5 } as const
    expect(chooseRespirator({ ...need, substances: [low] }).finding.level).toBe('unknown')
    expect(chooseRespirator({ ...need, confined: false, substances: [low] }).finding.level).toBe(
      'clear',
    )
    expect(
      chooseRespirator({
        ...need,
        confined: false,
        substances: [{ ...low, share: Number.NaN }],
      }).finding.level,
    ).toBe('unknown')
  })
})
