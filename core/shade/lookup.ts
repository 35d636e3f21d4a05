import type { Process } from '../job/job'
import type { ShadeRow } from './shade.table'

const covers = (row: ShadeRow, x: number): boolean =>
  (row.fromOver ? x > row.from : x >= row.from) && (row.toUnder ? x < row.to : x <= row.to)

/**
 * Row of a shade chart for a process at `x`.
 * @param by what `x` measures: amps in A, thickness and electrode in mm.
 * @returns the darkest row that covers `x` (a shared boundary takes the darker), or null outside the chart: never extrapolated.
 */
export function shadeRow(rows: readonly ShadeRow[], process: Process, by: ShadeRow['by'], x: number): ShadeRow | null {
  return rows
    .filter(row => row.process === process && row.by === by && covers(row, x))
    .reduce<ShadeRow | null>((darkest, row) => darkest === null || row.shade > darkest.shade ? row : darkest, null)
}

/** Rows of a chart for one process and measure, in order, e.g. to draw them as steps. */
export function shadeSteps(rows: readonly ShadeRow[], process: Process, by: ShadeRow['by']): ShadeRow[] {
  return rows.filter(row => row.process === process && row.by === by).sort((a, b) => a.from - b.from)
}
