import type { Process } from '../job/job'
import type { HouseRow, ShadeRow } from './shade.table'
import { HOUSE_SOURCE } from './shade.table'

const covers = (row: ShadeRow, x: number): boolean =>
  (row.fromOver ? x > row.from : x >= row.from) && (row.toUnder ? x < row.to : x <= row.to)

/**
 * Row of a shade chart for a process at `x`.
 * @param by what `x` measures: amps in A, thickness and electrode in mm, flow in L/h.
 * @returns the darkest row that covers `x` (a shared boundary takes the darker), or null outside the chart: never extrapolated.
 */
export function shadeRow(
  rows: readonly ShadeRow[],
  process: Process,
  by: ShadeRow['by'],
  x: number,
): ShadeRow | null {
  return rows
    .filter((row) => row.process === process && row.by === by && covers(row, x))
    .reduce<ShadeRow | null>(
      (darkest, row) => (darkest === null || row.shade > darkest.shade ? row : darkest),
      null,
    )
}

/** A shop's chart in the form of the others. It goes by amps for arcs, by plate for flames. */
export const houseRows = (chart: readonly HouseRow[], by: 'amps' | 'thickness'): ShadeRow[] =>
  chart.map((row) => ({
    process: row.process,
    by,
    from: row.from,
    fromOver: row.from === 0,
    to: row.to ?? Infinity,
    shade: row.shade,
    source: HOUSE_SOURCE,
  }))
