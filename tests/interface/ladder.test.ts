import { describe, expect, it } from 'vitest'
import { ladderTable, stepPath } from '../../app/components/shade/ladder'
import { SCHOOLS } from '#core/shade/terms'
import { HOUSE_CHART } from '#core/shade/shade.table'
import { askSchools, type ShadeQuery } from '#core/shade/school'
import { shadeSteps } from '#core/shade/steps'
import { viewBrightness } from '#core/shade/light'

const QUERY: ShadeQuery = {
  process: 'SMAW',
  amps: 120,
  electrode: null,
  thickness: null,
  arcHidden: false,
  shieldGas: null,
  gasFlow: null,
  baseMetal: 'carbon_steel',
}

describe('lens ladder as lines and as a table', () => {
  const steps = shadeSteps(QUERY, HOUSE_CHART)
  it('a line is broken where a school says nothing', () => {
    const path = stepPath(
      [
        { from: 0, to: 10, shade: 5 },
        { from: 10, to: 20, shade: 6 },
        { from: 30, to: 40, shade: 7 },
      ],
      (x) => x,
      (y) => -y,
    )
    expect(path).toBe('M0 -5H10L10 -6H20M30 -7H40')
  })
  it('the table has the figures of the lines in every stretch', () => {
    const rows = ladderTable(steps)
    expect(rows[0]).toMatchObject({ from: 0, to: 20, shades: { legal: 7, house: 7 } })
    for (const row of rows) {
      const middle = Number.isFinite(row.to) ? (row.from + row.to) / 2 : row.from + 1
      for (const { school, shade } of askSchools({ ...QUERY, amps: middle }, HOUSE_CHART))
        expect(row.shades[school] ?? null, `${school} at ${middle}`).toBe(shade)
    }
  })
  it('the rows follow each other without a gap or an overlap', () => {
    for (const process of ['SMAW', 'GMAW', 'GTAW', 'PAW', 'PAC', 'CAC', 'OFC', 'OFW'] as const) {
      const rows = ladderTable(
        shadeSteps({ ...QUERY, process, gasFlow: 1000, thickness: 10 }, HOUSE_CHART),
      )
      for (const [i, row] of rows.slice(1).entries()) expect(row.from).toBe(rows[i]!.to)
    }
  })
  it('steps never go down', () => {
    for (const school of SCHOOLS)
      for (const [i, step] of steps[school].slice(1).entries())
        expect(step.shade).toBeGreaterThan(steps[school][i]!.shade)
  })
  it('a flame without its flow leaves the European line out', () =>
    expect(shadeSteps({ ...QUERY, process: 'OFC', amps: null, thickness: 10 }, []).europe).toEqual(
      [],
    ))
  it('the view gets darker with the shade', () => {
    const views = [2, 5, 8, 10, 12, 14].map(viewBrightness)
    expect(views).toEqual([...views].sort((a, b) => b - a))
    expect(viewBrightness(1)).toBe(1)
  })
})
