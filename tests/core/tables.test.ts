import { describe, expect, it, test } from 'vitest'
import { estimateExposure } from '#core/assessment/estimate'
import { LIMITS, strictest } from '#core/exposure/limits.table'
import { EMISSION_FACTORS } from '#core/fume/emission.table'
import { PROCESSES, isArc, type BaseMetal } from '#core/job/job'
import { DO_NOT_WEAR, PPE_RULES } from '#core/ppe/ppe.table'
import { shadeRow } from '#core/shade/lookup'
import {
  EUROPE,
  GUIDE_COMFORT,
  GUIDE_MINIMUM,
  LEGAL_MINIMUM,
  type ShadeRow,
} from '#core/shade/shade.table'
import { CHECKLISTS } from '#core/inspection/checklist.table'
import { SWEEP } from '#core/firewatch/rules.table'
import { CAPTURE, MOVABLE_HOOD } from '#core/ventilation/ventilation.table'
import { jobWith } from './job.fixture'

const METAL: Record<string, BaseMetal> = {
  steel: 'carbon_steel',
  stainless: 'stainless',
  aluminium: 'aluminium',
  nickel: 'nickel_alloy',
  hardfacing: 'carbon_steel',
}

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
      if (row.manganese !== null)
        expect(amount('air.manganese')).toBeCloseTo(working(row.manganese), 9)
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

describe('tables as data', () => {
  it('every row names its source', () => {
    const rows = [
      ...LEGAL_MINIMUM,
      ...GUIDE_COMFORT,
      ...GUIDE_MINIMUM,
      ...PPE_RULES,
      ...LIMITS,
      ...MOVABLE_HOOD,
      ...SWEEP,
      ...Object.values(CHECKLISTS).flat(),
    ]
    for (const row of rows) expect(row.source.document.length).toBeGreaterThan(8)
  })

  it('identifiers are not doubled', () => {
    for (const list of [PPE_RULES, DO_NOT_WEAR, SWEEP, ...Object.values(CHECKLISTS)]) {
      const ids = list.map((entry) => entry.id)
      expect(new Set(ids).size).toBe(ids.length)
    }
  })

  it('ranges are ranges: capture low under high, action level under limit', () => {
    for (const state of [CAPTURE.inPlace, CAPTURE.outOfPlace, CAPTURE.off])
      expect(state.low).toBeLessThanOrEqual(state.high)
    for (const limit of LIMITS)
      if (limit.actionLevel) expect(limit.actionLevel).toBeLessThan(limit.limit)
  })

  // OSHA table Z-1 and the substance standards, written out again from memory, mg/m3
  test.each([
    ['manganese', 5, 'ceiling'],
    ['chromiumVI', 0.005, 'twa'],
    ['nickel', 1, 'twa'],
    ['zincOxide', 5, 'twa'],
    ['lead', 0.05, 'twa'],
    ['cadmium', 0.005, 'twa'],
  ] as const)('limit for %s is %s, %s', (substance, limit, kind) => {
    expect(strictest(substance, kind, ['osha'])).toMatchObject({ limit, kind })
  })
})
