import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import type { JobSpec } from '../job/job'
import { judgeDraw, type DrawSchool } from './acetylene'
import { demandsOf, flameFlows } from './demand'
import { LINES, type Line } from './set/kind'
import { judgeSupply } from './supply'

/** A cylinder as a job draws from it. m3 at 70 F and one atmosphere; null: unknown. */
export interface SupplyCylinder {
  label: string
  line: Line | null
  left: number | null
  usable: number | null
  acetylene: boolean
}

/** With this much flame in a shift it goes on and on. Ours: the rule names no figure. */
const CONTINUOUS_MINUTES = 60

/**
 * Whether the cylinders named for a job last for it, and whether acetylene leaves them fast enough. Running out stops the work and
 * hurts nobody, so it warns; acetone drawn along is a stop.
 */
export function judgeSupplyOfJob(
  job: JobSpec,
  cylinders: readonly SupplyCylinder[],
  school: DrawSchool,
): Finding[] {
  const demands = demandsOf(job)
  if (tellsNothing(demands)) return []
  const enough = LINES.flatMap((line): Finding[] => {
    const demand = demands[line]
    const named = cylinders.filter((one) => one.line === line)
    if (demand === undefined || named.length === 0) return []
    return [
      warning(
        judgeSupply(sumOf(named), demand, { name: labelsOf(named), minutes: job.arcMinutes }),
      ),
    ]
  })
  const fuel = cylinders.filter(({ acetylene }) => acetylene)
  const { fuel: flow } = flameFlows(job)
  if (fuel.length === 0 || flow === null || demands.fuel === undefined) return enough
  const draw = judgeDraw({
    flow: flow * 3600,
    contents: fuel.map(({ left }) => left),
    continuous: job.arcMinutes >= CONTINUOUS_MINUTES,
    school,
  })
  return [...enough, { ...draw, sentence: `${labelsOf(fuel)}: ${draw.sentence}` }]
}

/** Where no flow at all is told nothing is said, as nothing was asked; with one of two told, the other is unknown. */
export const tellsNothing = (demands: Partial<Record<Line, number | null>>): boolean =>
  Object.values(demands).every((demand) => demand === null)

/** What several on one line give together; null as soon as one is not known. */
export const sumOf = (cylinders: readonly Pick<SupplyCylinder, 'usable'>[]): number | null =>
  cylinders.some(({ usable }) => usable === null)
    ? null
    : cylinders.reduce((sum, { usable }) => sum + usable!, 0)

export const labelsOf = (cylinders: readonly Pick<SupplyCylinder, 'label'>[]): string =>
  cylinders.map(({ label }) => label).join(' and ')

const warning = (finding: Finding): Finding =>
  finding.level === 'clear'
    ? finding
    : {
        ...finding,
        level: 'caution',
        reasons: [
          ...finding.reasons,
          { rule: 'Running out stops the work, it hurts nobody', source: COMMON_PRACTICE },
        ],
      }
