import { NEED_NAME } from '#core/readiness/terms'
import type { Level } from '#core/finding/finding'
import type { Fix, SessionMember } from '#shared/session/schema'

/** One thing to do, for everyone of whom it is true. */
export interface Task {
  key: string
  level: Level
  need: string
  sentence: string
  people: { id: string; name: string }[]
  fixes: Fix[]
}

const WEIGHT: Record<Level, number> = { stop: 0, unknown: 1, caution: 2, clear: 3 }

/** What stands between a session and its first arc, trouble first. What is the same for several people, with the same cure, stands there once. */
export function tasksOf(members: readonly SessionMember[]): Task[] {
  const tasks = new Map<string, Task>()
  for (const member of members) {
    for (const cell of member.cells) {
      if (cell.level === null || cell.level === 'clear') continue
      // A cure for one person only keeps its own line.
      const shared = cell.fixes.every(
        (fix) => fix.change === null || fix.change.kind === 'prove' || fix.change.kind === 'seal',
      )
      const key = `${cell.need}|${cell.sentence}|${shared ? '' : member.personId}`
      const known = tasks.get(key)
      if (known) known.people.push({ id: member.personId, name: member.name })
      else
        tasks.set(key, {
          key,
          level: cell.level,
          need: NEED_NAME[cell.need],
          sentence: cell.sentence,
          people: [{ id: member.personId, name: member.name }],
          fixes: cell.fixes,
        })
    }
  }
  return [...tasks.values()]
    .map((task) => ({ ...task, fixes: task.fixes.map((fix) => forAll(fix, task, members)) }))
    .sort((a, b) => WEIGHT[a.level] - WEIGHT[b.level])
}

/** A cure that stands once serves everyone of whom the line is true. */
function forAll(fix: Fix, task: Task, members: readonly SessionMember[]): Fix {
  const people = task.people.map((person) => person.id)
  if (fix.change?.kind === 'seal') return { ...fix, change: { ...fix.change, people } }
  if (fix.change?.kind !== 'prove') return fix
  const stations = [
    ...new Set(
      members.flatMap((member) =>
        people.includes(member.personId) && member.station ? [member.station.id] : [],
      ),
    ),
  ]
  return stations.length > 1
    ? {
        ...fix,
        label: `All ${stations.length} booths: proved, they pull`,
        change: { ...fix.change, stations },
      }
    : fix
}
