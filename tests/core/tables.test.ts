import { describe, expect, it, test } from 'vitest'
import { LIMITS, strictest } from '#core/exposure/limits.table'
import { DO_NOT_WEAR, PPE_RULES } from '#core/ppe/ppe.table'
import { GUIDE_COMFORT, GUIDE_MINIMUM, LEGAL_MINIMUM } from '#core/shade/shade.table'
import { STEP_ROWS } from '#core/gas/set/steps.table'
import type { ChecklistLine } from '#core/inspection/line'
import { KINDS } from '#core/inspection/kinds.table'
import { SWEEP } from '#core/firewatch/rules.table'
import { CAPTURE, MOVABLE_HOOD } from '#core/ventilation/ventilation.table'

/** Every checklist of every kind. */
const CHECKLISTS = Object.values(KINDS).flatMap(({ checklists }): (readonly ChecklistLine[])[] =>
  Object.values(checklists),
)

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
      ...CHECKLISTS.flat(),
      ...Object.values(STEP_ROWS),
    ]
    for (const row of rows) expect(row.source.document.length).toBeGreaterThan(8)
  })

  it('identifiers are not doubled', () => {
    for (const list of [PPE_RULES, DO_NOT_WEAR, SWEEP, ...CHECKLISTS]) {
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
