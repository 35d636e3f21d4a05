import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { airBasis, caseOfJob } from '#core/air/basis'
import { assessJob, DEFAULT_RULES } from '#core/assessment/assess'
import { estimateExposure } from '#core/assessment/estimate'
import { judgeMeasured } from '#core/assessment/judge-measured'
import { answerOf, isMeasured, resultOf, type MeasuredAir } from '#core/exposure/measured'
import { hasLimit } from '#core/exposure/limits.table'
import { LIMIT_KINDS, LIMIT_SETS, type LimitKind, type LimitSet } from '#core/exposure/terms'
import type { Finding } from '#core/finding/finding'
import type { RespiratorKind } from '#core/job/job'
import { jobWith } from './job.fixture'

const report = (results: MeasuredAir['results']): MeasuredAir => ({ reference: 'AS-1', results })
const manganese = (values: Partial<Record<LimitKind, number>>): MeasuredAir =>
  report(
    Object.fromEntries(Object.entries(values).map(([kind, value]) => [kind, { manganese: value }])),
  )

/** A job of which nothing can be estimated: GTAW without flow, so that only results speak. */
const judged = (
  measured: MeasuredAir,
  adopted: readonly LimitSet[],
  respirator: RespiratorKind = 'none',
): Finding | undefined =>
  estimateExposure(
    jobWith(
      { process: 'GRIND', amps: null, consumable: null, measured, respirator },
      { generalFlow: null },
    ),
    adopted,
  ).find((finding) => finding.code === 'air.manganese')

describe('a result answers the limit of its own kind', () => {
  // OSHA table Z-1: manganese ceiling 5. NIOSH: 8 h 1, 15 min 3. mg/m3, recalled.
  it('an 8 h result within the ceiling says nothing of it', () => {
    const finding = judged(manganese({ twa: 2.4 }), ['osha'])!
    expect(finding.level).toBe('unknown')
    expect(finding.sentence).toContain('no result taken over a moment answers its ceiling')
    expect(finding.remedy).toContain('sampled over a moment')
  })
  it('an 8 h result over the ceiling shows that it was exceeded', () => {
    expect(judged(manganese({ twa: 6 }), ['osha'])).toMatchObject({ level: 'stop', legal: true })
  })
  it('a moment within the ceiling is enough for OSHA, not for NIOSH', () => {
    expect(judged(manganese({ ceiling: 0.4 }), ['osha'])!.level).toBe('clear')
    expect(judged(manganese({ ceiling: 0.4 }), ['niosh'])!.level).toBe('unknown')
  })
  it('a moment over a 15 min limit is a stop; over the 8 h limit only, it stays open', () => {
    expect(judged(manganese({ ceiling: 3.5 }), ['niosh'])!.level).toBe('stop')
    expect(judged(manganese({ ceiling: 2 }), ['niosh'])!.level).toBe('unknown')
  })
  it('15 min over the 8 h limit leave it open, over the ceiling they are a stop', () => {
    expect(judged(manganese({ stel: 2 }), ['niosh'])!.level).toBe('unknown')
    expect(judged(manganese({ stel: 5.1 }), ['osha'])!.level).toBe('stop')
  })
  it('with a result of each kind all is answered', () => {
    const all = manganese({ twa: 0.3, stel: 0.4, ceiling: 0.45 })
    expect(judged(all, ['osha', 'niosh'])!.level).toBe('clear')
  })
  it('of two that contradict the higher counts', () => {
    expect(judged(manganese({ twa: 6, ceiling: 0.1 }), ['osha'])!.level).toBe('stop')
  })
  it('what is immediately dangerous stops, by whichever result, and through any filter', () => {
    // NIOSH, IDLH manganese 500 mg/m3, recalled
    for (const kind of LIMIT_KINDS)
      for (const respirator of ['none', 'powered_helmet', 'full_facepiece'] as const)
        expect(judged(manganese({ [kind]: 500 }), ['niosh'], respirator)!.level).toBe('stop')
  })
  it('a filter covers a moment over the 15 min limit up to its factor', () => {
    expect(
      judged(manganese({ twa: 0.2, stel: 4, ceiling: 4 }), ['niosh'], 'half_mask')!.level,
    ).toBe('caution')
  })
  it('without a limit in the adopted sets it is not judged', () => {
    const [finding] = estimateExposure(
      jobWith({ measured: report({ twa: { magnesiumOxide: 1 } }) }),
      ['niosh'],
    ).filter((one) => one.code === 'air.magnesiumOxide')
    expect(finding).toMatchObject({ level: 'unknown' })
    expect(finding!.sentence).toContain('the limit sets that the site adopted have none for it')
  })
})

describe('results and estimates together', () => {
  const measured = manganese({ twa: 0.3 })
  const at = (flow: number | null, adopted: readonly LimitSet[] = ['osha']) =>
    estimateExposure(jobWith({ measured }, { generalFlow: flow }), adopted).find(
      (finding) => finding.code === 'air.manganese',
    )!
  it('the kinds that no result answers are estimated, where that can be done', () => {
    expect(at(5).level).toBe('clear')
    expect(at(null).level).toBe('unknown')
    expect(at(0.05).level).toBe('stop')
  })
  const job = jobWith({ measured }, { generalFlow: 1 })
  const withCheck = (level: Finding['level'], of: MeasuredAir, code = 'air.manganese') => {
    const on = { ...job, measured: of }
    const checked: Finding = { code, step: 'air', level, sentence: 'Checked.', reasons: [] }
    const assessment = assessJob(on, {
      helmet: null,
      gear: [],
      airCheck: { basis: airBasis(on, DEFAULT_RULES.limits), findings: [checked] },
    })
    return assessment.findings.filter((finding) => finding.code === 'air.manganese')
  }
  it('a full check answers the kinds left open, and stands aside where all are answered', () => {
    expect(caseOfJob(job)).toBeDefined()
    expect(withCheck('stop', measured).map((one) => one.level)).toEqual(['stop'])
    expect(withCheck('stop', manganese({ ceiling: 0.1 })).map((one) => one.level)).toEqual([
      'clear',
    ])
    expect(withCheck('clear', manganese({ ceiling: 6 })).map((one) => one.level)).toEqual(['stop'])
  })
  it('a check that does not name the substance takes nothing away', () => {
    expect(withCheck('clear', manganese({ ceiling: 6 }), 'air.fume')[0]!.level).toBe('stop')
  })
})

describe('what the results say of one limit', () => {
  const value = fc.double({ min: 0, max: 100, noNaN: true })
  const some = fc.record({ twa: value, stel: value, ceiling: value }, { requiredKeys: [] })
  it('an answer within the limit is always of its own kind; over it never from a shorter time than 15 min', () => {
    fc.assert(
      fc.property(some, fc.constantFrom(...LIMIT_KINDS), value, (values, kind, limit) => {
        const answer = answerOf(manganese(values), 'manganese', kind, limit)
        if (!answer) return values[kind] === undefined
        return answer.concentration > limit
          ? kind !== 'twa' || answer.takenOver === 'twa'
          : answer.takenOver === kind
      }),
    )
  })
  it('another result never makes the answer milder', () => {
    fc.assert(
      fc.property(some, fc.constantFrom(...LIMIT_KINDS), value, (values, dropped, limit) => {
        const { [dropped]: _, ...fewer } = values
        for (const kind of LIMIT_KINDS) {
          const before = answerOf(manganese(fewer), 'manganese', kind, limit)
          const after = answerOf(manganese(values), 'manganese', kind, limit)
          if (before && before.concentration > limit)
            expect(after!.concentration).toBeGreaterThan(limit)
        }
      }),
    )
  })
  it('more limit sets never make it milder, whatever was measured and worn', () => {
    const LEVELS = ['clear', 'caution', 'unknown', 'stop']
    const rank = (measured: MeasuredAir, adopted: readonly LimitSet[], worn: RespiratorKind) =>
      LEVELS.indexOf(judged(measured, adopted, worn)!.level)
    const sets = fc.subarray([...LIMIT_SETS], { minLength: 1 })
    const worn = fc.constantFrom<RespiratorKind>('none', 'half_mask', 'powered_helmet')
    fc.assert(
      fc.property(some, sets, sets, worn, (values, fewer, others, respirator) => {
        const measured = manganese(values)
        if (!isMeasured(measured, 'manganese') || !hasLimit('manganese', fewer)) return true
        const more = [...new Set([...fewer, ...others])]
        return rank(measured, more, respirator) >= rank(measured, fewer, respirator)
      }),
      { numRuns: 500 },
    )
  })
  it('finds a result by substance and kind', () => {
    const measured = report({ stel: { nickel: 0.01 } })
    expect(resultOf(measured, 'nickel', 'stel')).toBe(0.01)
    expect(resultOf(measured, 'nickel', 'twa')).toBeUndefined()
    expect([isMeasured(measured, 'nickel'), isMeasured(measured, 'lead')]).toEqual([true, false])
    expect(isMeasured(null, 'nickel')).toBe(false)
  })
  it('names the limits that stay open', () => {
    const job = { measured: manganese({ stel: 1 }), respirator: 'none' as const }
    const { findings, open } = judgeMeasured(job, 'manganese', ['osha', 'niosh'])
    expect(findings).toHaveLength(1)
    expect(open.map((limit) => limit.kind)).toEqual(['twa', 'ceiling'])
  })
})
