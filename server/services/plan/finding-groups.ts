import { LEVELS, worstFirst, type Level } from '#core/finding/finding'
import type { DrawnFinding } from '#core/plan/judge/drawn'
import { FIRST_FINDINGS, type PlanPart } from '#shared/plan/judged'

const WORST_FIRST = [...LEVELS].sort(worstFirst)
type ByLevel = Record<Level, DrawnFinding[]>

/** Findings of one kind on one floor. */
export interface Group {
  floor: string
  code: string
  byLevel: ByLevel
}

export function groupsOf(findings: readonly DrawnFinding[]): Group[] {
  const groups = new Map<string, Group>()
  for (const one of findings) {
    const { code, level } = one.finding
    const key = `${code} ${one.floor}`
    let group = groups.get(key)
    if (!group) {
      const byLevel: ByLevel = { clear: [], caution: [], unknown: [], stop: [] }
      group = { floor: one.floor, code, byLevel }
      groups.set(key, group)
    }
    group.byLevel[level].push(one)
  }
  return [...groups.values()]
}

/** The entries of two lists as JSON: they leave a thread as text in a fraction of the time. */
export interface WrittenGroups {
  marks: string
  groups: string
}

export const writtenGroups = (part: PlanPart, groups: readonly Group[]): WrittenGroups => ({
  marks: WORST_FIRST.filter((level) => level !== 'clear')
    .map((level) => ({ level, things: thingsAt(groups, level) }))
    .filter(({ things }) => things.length > 0)
    .map((mark) => JSON.stringify(mark))
    .join(),
  groups: groups
    .map(({ floor, code, byLevel }) => {
      const counts = Object.fromEntries(LEVELS.map((level) => [level, byLevel[level].length]))
      const first = worstOf(byLevel, 0, FIRST_FINDINGS)
      return JSON.stringify({ part, floor, code, counts, first })
    })
    .join(),
})

/** What Findings of some level are about before all else. */
const thingsAt = (groups: readonly Group[], level: Level): string[] => [
  ...new Set(groups.flatMap(({ byLevel }) => byLevel[level].map(({ things }) => things[0]!))),
]

/** Some Findings of a group, the worst first. @param from so many that are as bad or worse are left out */
export function worstOf(byLevel: ByLevel, from: number, most: number): DrawnFinding[] {
  const worst: DrawnFinding[] = []
  let before = 0
  for (const level of WORST_FIRST) {
    const all = byLevel[level]
    const start = Math.max(0, from - before)
    worst.push(...all.slice(start, start + most - worst.length))
    before += all.length
  }
  return worst
}
