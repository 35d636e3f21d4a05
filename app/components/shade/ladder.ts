import type { School } from '#core/shade/terms'
import type { ShadeStep } from '#core/shade/steps'

/** How each school's line is drawn: the dash tells them apart as well as the colour. */
export const SCHOOL_LINE: Record<School, { stroke: string; dash?: string; width: number }> = {
  legal: { stroke: 'var(--level-stop)', width: 4.5 },
  guide: { stroke: 'var(--ui-primary)', dash: '11 5', width: 4 },
  europe: { stroke: 'var(--level-unknown)', dash: '2.5 5', width: 4 },
  house: { stroke: 'var(--level-caution)', dash: '12 4 3 4', width: 3.5 },
}

/** A step line, broken where the school says nothing. */
export function stepPath(
  steps: readonly ShadeStep[],
  px: (x: number) => number,
  py: (shade: number) => number,
): string {
  return steps
    .map((step, i) => {
      const joined = i > 0 && steps[i - 1]!.to === step.from
      return `${joined ? 'L' : 'M'}${px(step.from)} ${py(step.shade)}H${px(step.to)}`
    })
    .join('')
}

export interface LadderRow {
  from: number
  to: number
  shades: Partial<Record<School, number>>
}

/** The step lines as a table: one row for every stretch on which nothing steps. */
export function ladderTable(steps: Record<School, readonly ShadeStep[]>): LadderRow[] {
  const schools = Object.keys(steps) as School[]
  const cuts = [
    ...new Set(schools.flatMap((school) => steps[school].flatMap((step) => [step.from, step.to]))),
  ].sort((a, b) => a - b)
  return cuts.slice(0, -1).map((from, i) => {
    const to = cuts[i + 1]!
    const at = (school: School): number | undefined =>
      steps[school].find((step) => step.from <= from && step.to >= to)?.shade
    return {
      from,
      to,
      shades: Object.fromEntries(
        schools.flatMap((school) => {
          const shade = at(school)
          return shade === undefined ? [] : [[school, shade]]
        }),
      ),
    }
  })
}
