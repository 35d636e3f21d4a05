import type { Process } from '../job/job'
import { isArc } from '../job/job'
import { houseRows } from './lookup'
import { askSchools, type ShadeQuery } from './school'
import type { School } from './terms'
import { EUROPE, GUIDE_COMFORT, LEGAL_MINIMUM, type HouseRow } from './shade.table'

/** A stretch of a school's step line; `to` is Infinity where the chart has no end. */
export interface ShadeStep {
  from: number
  to: number
  shade: number
}

/** Every place at which some school steps, for one process and measure, ascending. */
function cuts(process: Process, by: 'amps' | 'thickness', house: readonly HouseRow[]): number[] {
  const rows = [...LEGAL_MINIMUM, ...GUIDE_COMFORT, ...EUROPE, ...houseRows(house, by)].filter(
    (row) => row.process === process && row.by === by,
  )
  return [...new Set(rows.flatMap((row) => [row.from, row.to]))].sort((a, b) => a - b)
}

/**
 * The step line of each school over current (A) or plate (mm), all else as in the query.
 * A stretch on which a school says nothing is left out.
 */
export function shadeSteps(
  query: ShadeQuery,
  house: readonly HouseRow[],
): Record<School, ShadeStep[]> {
  const by = isArc(query.process) ? ('amps' as const) : ('thickness' as const)
  const steps: Record<School, ShadeStep[]> = { legal: [], guide: [], europe: [], house: [] }
  const ends = cuts(query.process, by, house)
  for (const [i, from] of ends.slice(0, -1).entries()) {
    const to = ends[i + 1]!
    const middle = Number.isFinite(to) ? (from + to) / 2 : from + 1
    for (const { school, shade } of askSchools({ ...query, [by]: middle }, house)) {
      if (shade === null) continue
      const last = steps[school].at(-1)
      if (last && last.to === from && last.shade === shade) last.to = to
      else steps[school].push({ from, to, shade })
    }
  }
  return steps
}
