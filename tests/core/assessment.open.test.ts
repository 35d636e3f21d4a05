import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { airBasis, caseOfJob, OTHER_ARCS } from '#core/air/basis'
import { judgeAir } from '#core/air/judge'
import { assessJob, DEFAULT_RULES } from '#core/assessment/assess'
import { estimateExposure } from '#core/assessment/estimate'
import { judgeGases } from '#core/assessment/gases'
import { outdoorRange, WIND_RANGE } from '#core/assessment/outdoors'
import type { LimitKind } from '#core/exposure/terms'
import type { Finding } from '#core/finding/finding'
import { gasesOf } from '#core/fume/arc-gas'
import { PROCESSES, type Coating, type JobSpec } from '#core/job/job'
import { checkVentilation } from '#core/ventilation/prescriptive'
import { caseWith } from './air.fixture'
import { jobWith } from './job.fixture'

const MIG: Partial<JobSpec> = { process: 'GMAW', consumable: 'GMAW E70S', amps: 200 }
const find = (findings: readonly Finding[], code: string) =>
  findings.find((finding) => finding.code === code)

describe('gases that no model reckons are named, never left out', () => {
  it('GMAW: ozone, nitrogen dioxide, carbon monoxide; GTAW: ozone and nitrogen dioxide', () => {
    // Common practice: rays make ozone, hot air nitrogen oxides, carbon dioxide shielding carbon monoxide.
    expect(gasesOf(['GMAW'])).toEqual(['ozone', 'nitrogenDioxide', 'carbonMonoxide'])
    expect(gasesOf(['GTAW'])).toEqual(['ozone', 'nitrogenDioxide'])
    expect(gasesOf(['PAC'])).toContain('ozone')
    expect(gasesOf(['OFC'])).toContain('nitrogenDioxide')
    expect(gasesOf(['GRIND'])).toEqual([])
    expect(gasesOf(PROCESSES)).toEqual([
      'ozone',
      'nitrogenDioxide',
      'nitricOxide',
      'carbonMonoxide',
    ])
  })
  it('the full check says so, for every process that makes one', () => {
    for (const process of PROCESSES) {
      const { findings } = judgeAir(
        caseWith({}, { process, consumable: null, consumed: { by: 'rate', rate: 1 } }),
        ['osha'],
        null,
        'none',
      )
      const finding = find(findings, 'air.gases')
      if (gasesOf([process]).length === 0) expect(finding, process).toBeUndefined()
      else {
        expect(finding, process).toMatchObject({ level: 'unknown' })
        expect(finding!.sentence, process).toMatch(/: not judged, measure\.$/)
      }
    }
  })
  it('a grinder makes none, whatever process stands at its source', () => {
    const { findings } = judgeAir(
      caseWith({}, { kind: 'grind', process: 'GMAW', grinding: 5 }),
      ['osha'],
      null,
      'none',
    )
    expect(find(findings, 'air.gases')).toBeUndefined()
  })
  it('a caution in a room, unknown where gases gather', () => {
    const level = (space: 'indoors' | 'confined' | 'outdoors') =>
      judgeGases(jobWith(MIG, { space }), ['osha']).map((finding) => finding.level)
    expect(level('indoors')).toEqual(['caution'])
    expect(level('outdoors')).toEqual(['caution'])
    expect(level('confined')).toEqual(['unknown'])
  })
  const results = (values: Partial<Record<LimitKind, number>>) => ({
    reference: 'AS-9',
    results: Object.fromEntries(
      Object.entries(values).map(([kind, value]) => [kind, { ozone: value }]),
    ),
  })
  it('measured, a gas is judged by the limit of its kind, in ppm; the others stay named', () => {
    // OSHA: ozone 0.1 ppm over 8 h. NIOSH: ceiling 0.1 ppm. Recalled.
    const judged = (values: Partial<Record<LimitKind, number>>, set: 'osha' | 'niosh' = 'osha') =>
      judgeGases(jobWith({ ...MIG, measured: results(values) }), [set])
    const [ozone, others] = judged({ twa: 0.03 })
    expect(ozone).toMatchObject({ level: 'clear', value: { amount: 0.03, unit: 'ppm' } })
    expect(others!.sentence).toBe('Nitrogen dioxide and carbon monoxide: not judged, measure.')
    expect(judged({ twa: 0.11 })[0]!.level).toBe('stop')
    expect(judged({ twa: 0.03 }, 'niosh')[0]!.level).toBe('unknown')
    expect(judged({ ceiling: 0.03 }, 'niosh')[0]!.level).toBe('clear')
    // NIOSH, IDLH ozone 5 ppm, recalled.
    expect(judged({ ceiling: 5 })[0]!.level).toBe('stop')
  })
  it('a measured gas without an adopted limit is unknown', () => {
    const job = jobWith({ measured: { reference: 'AS', results: { twa: { phosgene: 0.01 } } } })
    const [finding] = judgeGases(job, ['acgih'])
    expect(finding).toMatchObject({ code: 'air.phosgene', level: 'unknown' })
    expect(finding!.sentence).toContain('the limit sets that the site adopted have none for it')
  })
  it('the quick estimate of a job, a class or a calculation names them as well', () => {
    const gases = (change: Partial<JobSpec>) =>
      find(estimateExposure(jobWith(change), ['osha']), 'air.gases')
    expect(gases(MIG)!.level).toBe('caution')
    expect(gases({})).toBeUndefined()
  })
  it('a job keeps one finding of it, with a full check on file too', () => {
    const job = jobWith(MIG)
    const airCheck = {
      basis: airBasis(job, DEFAULT_RULES.limits),
      findings: judgeAir(caseOfJob(job), DEFAULT_RULES.limits, null, 'none').findings,
    }
    const { findings } = assessJob(job, { helmet: null, gear: [], airCheck })
    expect(findings.filter(({ code }) => code === 'air.gases').map((one) => one.level)).toEqual([
      'caution',
    ])
  })
})

describe('a coating that nobody can name', () => {
  const check = (coating: Coating) =>
    find(judgeAir(caseWith({}, { coating }), ['osha'], null, 'none').findings, 'air.coatingFume')
  it('is said in the findings of the full check, and so in its PDF', () => {
    expect(check('unknown')).toMatchObject({ level: 'unknown' })
    expect(check('paint')!.sentence).toBe(
      'Own arc: what the coating gives off is not judged, no figure here holds it.',
    )
    expect(check('none')).toBeUndefined()
    expect(check('zinc')).toBeUndefined()
  })
  it('on a job the rule for coatings says it, once', () => {
    const job = jobWith({ coating: 'paint' })
    const airCheck = {
      basis: airBasis(job, DEFAULT_RULES.limits),
      findings: judgeAir(caseOfJob(job), DEFAULT_RULES.limits, null, 'none').findings,
    }
    const { findings } = assessJob(job, { helmet: null, gear: [], airCheck })
    expect(find(findings, 'air.coatingFume')).toBeUndefined()
    expect(find(findings, 'air.coating')!.level).toBe('unknown')
  })
})

describe('outdoors: a rough range that never clears', () => {
  const outside = (wind: number | null, change: Partial<JobSpec> = {}) =>
    estimateExposure(jobWith(change, { space: 'outdoors', wind }), ['osha'])
  it('is the near field without background: G / beta, beta = pi r2 s', () => {
    // Nicas 1996: FSA = 2 pi r2, beta = FSA s / 2. 3.6 g/h is 1 mg/s.
    const range = outdoorRange(3.6, 1)!
    expect(range.low).toBeCloseTo(1 / (Math.PI * 1 * 1), 12)
    expect(range.high).toBeCloseTo(1 / (Math.PI * 0.25 * 0.5), 12)
  })
  it('holds from 0.2 to 2 m/s, elsewhere there is no figure', () => {
    expect(outdoorRange(1, WIND_RANGE.least)).not.toBeNull()
    expect(outdoorRange(1, WIND_RANGE.most)).not.toBeNull()
    for (const wind of [0, 0.19, 2.01, Number.NaN, Infinity, -1])
      expect(outdoorRange(1, wind), `${wind}`).toBeNull()
    expect(outdoorRange(Number.NaN, 1)).toBeNull()
  })
  it('more wind is less, the low end is never over the high end', () => {
    const wind = fc.double({ min: 0.2, max: 2, noNaN: true })
    fc.assert(
      fc.property(wind, wind, fc.double({ min: 0, max: 1e4, noNaN: true }), (a, b, rate) => {
        const [calm, windy] = [Math.min(a, b), Math.max(a, b)].map((one) =>
          outdoorRange(rate, one)!,
        )
        return calm!.low <= calm!.high && windy!.high <= calm!.high && windy!.low <= calm!.low
      }),
    )
  })
  it('names its figures and asks for sampling', () => {
    const fume = find(outside(1), 'air.fume')!
    // E7018 at 120 A, 1.3 kg/h x 18.4 g/kg = 23.92 g/h; 120 of 480 min: 23.92/3.6/(pi 0.125)/4 = 4.23 mg/m3.
    expect(fume).toMatchObject({ level: 'caution' })
    expect(fume.sentence).toContain('at most 4.2 mg/m³ in this wind')
    expect(fume.sentence).toContain('have it sampled')
    expect(fume.reasons.some(({ inputs }) => inputs?.wind)).toBe(true)
  })
  it('never clears, however little there is; over at the best is a stop, in between unknown', () => {
    const level = (consumption: number) =>
      find(outside(1, { consumption, arcMinutes: 480 }), 'air.fume')!.level
    expect(level(1e-9)).toBe('caution')
    expect(level(0.3)).toBe('caution')
    expect(level(1)).toBe('unknown')
    expect(level(6)).toBe('stop')
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 1e-9, max: 100, noNaN: true }),
        (wind, consumption) =>
          outside(wind, { consumption }).every((finding) => finding.level !== 'clear'),
      ),
    )
  })
  it('around the limit it says between what', () => {
    const finding = find(outside(1, { consumption: 1, arcMinutes: 480 }), 'air.fume')!
    expect(finding.sentence).toMatch(/between 1\.6 and 13 mg\/m³ in this wind, around the limit/)
  })
  it('still air is unknown, a storm or no wind told a caution without a figure', () => {
    expect(find(outside(0.1), 'air.fume')!.level).toBe('unknown')
    expect(find(outside(0.1), 'air.fume')!.sentence).toContain('in still air')
    for (const wind of [null, 5]) {
      expect(find(outside(wind), 'air.fume')!.level).toBe('caution')
      expect(find(outside(wind), 'air.fume')!.sentence).toContain('no figure outdoors')
    }
  })
  it('chromium VI without the wind is unknown; with it a range', () => {
    const stick = { consumable: 'SMAW E308', baseMetal: 'stainless' } as const
    expect(find(outside(null, stick), 'air.chromiumVI')!.level).toBe('unknown')
    expect(find(outside(1, stick), 'air.chromiumVI')!.level).toBe('stop')
  })
  it('a respirator covers the high end as a caution', () => {
    expect(
      find(outside(1, { consumption: 1, arcMinutes: 480, respirator: 'half_mask' }), 'air.fume')!
        .level,
    ).toBe('caution')
  })
})

describe('a hood covers its own station', () => {
  const HOOD = { hood: 'movable_hood', hoodFlow: 0.3, hoodDistance: 0.2, hoodProved: true } as const
  const crew = (hooded: number | null) => jobWith({ welders: 6, hooded }, HOOD)
  const fume = (hooded: number | null) =>
    find(estimateExposure(crew(hooded), ['osha']), 'air.fume')!.value!.amount
  it('one of six, unless the job says who else has one', () => {
    const whole = find(estimateExposure(jobWith({ welders: 6 }), ['osha']), 'air.fume')!.value!
    expect(fume(null) / whole.amount).toBeCloseTo(1 - 0.75 / 6, 12)
    expect(fume(3) / whole.amount).toBeCloseTo(1 - (0.75 * 3) / 6, 12)
    expect(fume(6) / whole.amount).toBeCloseTo(0.25, 12)
  })
  it('the full check sets the others apart, without credit', () => {
    const split = caseOfJob(crew(2)).sources
    expect(split.map(({ name, welders, capture }) => [name, welders, capture.low])).toEqual([
      ['Own arc', 2, 0.75],
      [OTHER_ARCS, 4, 0],
    ])
    expect(caseOfJob(crew(6)).sources.map(({ welders }) => welders)).toEqual([6])
    expect(caseOfJob(jobWith({ welders: 6 })).sources.map(({ welders }) => welders)).toEqual([6])
  })
  it('an assessment rests on who has a hood', () => {
    expect(airBasis(crew(2), ['osha'])).not.toBe(airBasis(crew(3), ['osha']))
  })
  const small = (hooded: number | null, generalFlow: number) =>
    find(
      checkVentilation(jobWith({ welders: 6, hooded }, { ...HOOD, volume: 600, generalFlow })),
      'air.room',
    )!
  it('the room rule asks 2,000 cfm for each without one', () => {
    // 29 CFR 1910.252(c)(2): 2,000 cfm a welder; 0.9439 m3/s.
    expect(small(6, 0).level).toBe('clear')
    expect(small(null, 4).level).toBe('stop')
    expect(small(null, 4).value!.amount).toBeCloseTo(5 * 0.9439, 3)
    expect(small(null, 4).sentence).toContain('each of 5 without a hood')
    expect(small(null, 4.72).level).toBe('clear')
    expect(small(4, 1.8).level).toBe('stop')
    expect(small(4, 1.9).level).toBe('clear')
  })
  it('in a closed space too', () => {
    const confined = (hooded: number, generalFlow: number) =>
      find(
        checkVentilation(
          jobWith({ welders: 2, hooded }, { ...HOOD, space: 'confined', generalFlow }),
        ),
        'air.confined',
      )!.level
    expect(confined(1, 0.5)).toBe('stop')
    expect(confined(1, 0.95)).toBe('caution')
    expect(confined(2, 0)).toBe('caution')
  })
})
