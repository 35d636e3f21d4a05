import { jobWith } from './job.fixture'
import { describe, expect, it, test } from 'vitest'
import { parseNumber } from '../../app/components/frame/number-text'
import { inchFraction } from '#core/finding/inches'
import { together } from '#core/finding/together'
import { assignShade } from '#core/shade/shade'
import { blocks, byWorst, overridable, worstLevel, type Finding } from '#core/finding/finding'
import { assessJob } from '#core/assessment/assess'
import { PROCESSES } from '#core/job/job'

const finding = (level: Finding['level'], legal = false): Finding => ({
  code: level,
  step: 'air',
  level,
  sentence: '',
  reasons: [],
  legal,
})

describe('inches of the trade', () => {
  // Metric names of rods beside their inch size, ANSI Z49.1 table 1, recalled; wires and plate: common practice.
  test.each([
    [1.6, '1/16'],
    [2.4, '3/32'],
    [3.2, '1/8'],
    [4, '5/32'],
    [4.8, '3/16'],
    [6.4, '1/4'],
    [25.4, '1'],
    [44.45, '1 3/4'],
  ])('%s mm is %s in', (mm, text) => expect(inchFraction(mm)).toBe(text))

  test.each([0, -3.2, Number.NaN, Infinity, 0.9, 1.2, 2.5, 5, 6, 8, 10, 12, 20, 300])(
    '%s mm is no fraction',
    (mm) => expect(inchFraction(mm)).toBeNull(),
  )

  it('a rod named in inches has the shade of the same rod in millimetres', () => {
    const floor = (electrode: number) =>
      assignShade({ ...jobWith({ process: 'SMAW', amps: 50 }), electrode }).floor
    for (const mm of [1.6, 2.4, 3.2, 4, 4.8, 5.6, 6.4, 7.9])
      expect(floor(parseNumber(inchFraction(mm)!)! * 25.4), `${mm} mm`).toBe(floor(mm))
  })
})

describe('Finding', () => {
  it('the worst decides, and nothing checked is unknown', () => {
    expect(worstLevel([])).toBe('unknown')
    expect(worstLevel([finding('clear'), finding('caution')])).toBe('caution')
    expect(worstLevel([finding('unknown'), finding('caution')])).toBe('unknown')
    expect(worstLevel([finding('unknown'), finding('stop')])).toBe('stop')
    expect(
      byWorst([finding('clear'), finding('stop'), finding('unknown')]).map((entry) => entry.level),
    ).toEqual(['stop', 'unknown', 'clear'])
  })
  it('stop and unknown block; only a stop that is not law can be overridden', () => {
    expect(
      ['clear', 'caution', 'stop', 'unknown'].map((level) =>
        blocks(finding(level as Finding['level'])),
      ),
    ).toEqual([false, false, true, true])
    expect(overridable(finding('stop'))).toBe(true)
    expect(overridable(finding('stop', true))).toBe(false)
    expect(overridable(finding('unknown'))).toBe(false)
  })
  it('every Finding of every process carries a sentence, a rule and a source', () => {
    for (const process of PROCESSES)
      for (const space of ['indoors', 'outdoors', 'confined'] as const) {
        for (const entry of assessJob(
          jobWith({ process, consumable: null, coating: 'zinc' }, { space }),
          { helmet: null, gear: [] },
        ).findings) {
          expect(entry.sentence.length).toBeGreaterThan(10)
          expect(entry.reasons.length).toBeGreaterThan(0)
          for (const reason of entry.reasons)
            expect(reason.source.document.length).toBeGreaterThan(5)
          if (blocks(entry)) expect(entry.remedy).toBeTruthy()
        }
      }
  })
})

describe('the same Finding for several things', () => {
  const alike = (name: string, change: Partial<Finding> = {}): Finding => ({
    code: `air.${name}`,
    step: 'air',
    level: 'unknown',
    sentence: `${name}, not judged.`,
    reasons: [{ rule: name, source: { document: 'Own', recall: 'memory' } }],
    alike: { names: [name], says: ', not judged.' },
    ...change,
  })

  it('is one that names them, in the place and with the code of the first', () => {
    const findings = together([
      alike('Total fume', { value: { amount: 1, unit: 'mg/m3' } }),
      finding('clear'),
      alike('Manganese'),
      alike('Fluorides, as F'),
    ])
    expect(findings.map(({ code, sentence }) => [code, sentence])).toEqual([
      ['air.Total fume', 'Total fume, manganese and fluorides, as F, not judged.'],
      ['clear', ''],
    ])
    expect(findings[0]!.reasons.map(({ rule }) => rule)).toEqual([
      'Total fume',
      'Manganese',
      'Fluorides, as F',
    ])
    expect(findings[0]!.value).toBeUndefined()
  })

  it('stays apart where level, words or remedy differ, so that no level is lost', () => {
    const findings = [
      alike('Total fume'),
      alike('Manganese', { level: 'stop' }),
      alike('Nickel', { remedy: 'Sample it.' }),
      alike('Copper', { alike: { names: ['Copper'], says: ': no figure.' } }),
    ]
    expect(together(findings)).toEqual(findings)
  })

  it('one alone keeps everything, its figure too', () => {
    const one = alike('Total fume', { value: { amount: 1, unit: 'mg/m3' } })
    expect(together([one])).toEqual([one])
  })
})
