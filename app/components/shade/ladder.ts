import type { School } from '#core/shade/terms'
import type { ShadeStep } from '#core/shade/steps'

/** How each school's line is drawn: the dash tells them apart as well as the colour. */
export const SCHOOL_LINE: Record<School, { stroke: string; dash?: string; width: number }> = {
  legal: { stroke: 'var(--level-stop)', width: 4.5 },
  guide: { stroke: 'var(--ui-primary)', dash: '11 5', width: 4 },
  europe: { stroke: 'var(--level-unknown)', dash: '2.5 5', width: 4 },
  house: { stroke: 'var(--level-caution)', dash: '12 4 3 4', width: 3.5 },
}

const HEIGHT = 300
/** Where the rungs end and the scale below begins. */
const FOOT = 262
const RISE = 240
const LEFT = 36
/** Room at the right for what the helmet reaches. */
const REACH = 46
/** At least these shades are on the ladder. */
const [LIGHT, DARK] = [3, 14]

export interface LadderFrame {
  width: number
  height: number
  left: number
  right: number
  foot: number
  rungs: number[]
  x: (value: number) => number
  y: (shade: number) => number
  /** The value at a place across, unclamped. */
  valueAt: (x: number) => number
}

/** Places of things on a ladder of a width: values from 0 to `xMax` across, all shades with one rung to spare up. */
export function ladderFrame(width: number, xMax: number, shades: readonly number[]): LadderFrame {
  const right = width - REACH
  const low = Math.min(...shades, DARK) - 1
  const high = Math.max(...shades, LIGHT) + 1
  return {
    width,
    height: HEIGHT,
    left: LEFT,
    right,
    foot: FOOT,
    rungs: Array.from({ length: high - low + 1 }, (_, i) => low + i),
    x: (value) => LEFT + Math.min(1, Math.max(0, value / xMax)) * (right - LEFT),
    y: (shade) => FOOT - (Math.max(0, shade - low) / (high - low)) * RISE,
    valueAt: (x) => ((x - LEFT) / (right - LEFT)) * xMax,
  }
}

/** A bracket at the right over the shades that a helmet reaches; a fixed one is a small box. */
export function rangePath([from, to]: readonly [number, number], frame: LadderFrame): string {
  const half = from === to ? 5 : 0
  return `M${frame.right + 8} ${frame.y(from) + half}h14V${frame.y(to) - half}h-14`
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
