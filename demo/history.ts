import { randomUUID } from 'node:crypto'
import { CHECKLISTS } from '#core/inspection/checklist.table'
import { judgeInspection, type LineResult } from '#core/inspection/inspection'
import { insertInspection } from '#server/db/gear'
import type { Db } from '#server/db/pool'
import type { Actor } from '#server/services/actor'
import type { Gear } from '#shared/inspection/schema'

const DAY = 86_400_000

/** A filled checklist: everything passes but the line named, readings in the middle of their span. */
export function filled(
  gear: Pick<Gear, 'kind'>,
  failing?: { id: string; note: string },
): LineResult[] {
  return CHECKLISTS[gear.kind].map((line) => {
    if (line.id === failing?.id)
      return {
        id: line.id,
        mark: 'fail',
        note: failing.note,
        ...(line.measure && { reading: (line.measure.max ?? 1) * 1.1 }),
      }
    if (line.id === 'ocvAc') return { id: line.id, mark: 'na' }
    return {
      id: line.id,
      mark: 'pass',
      ...(line.measure && { reading: Math.round((line.measure.max ?? 1) * 0.7) }),
    }
  })
}

/** Two years of inspections, ending some days ago: faults grow commoner as leads and valves age. Repeats exactly for the same day. */
export async function writeHistory(db: Db, actor: Actor, items: readonly Gear[]): Promise<number> {
  let count = 0
  for (const [n, gear] of items.entries()) {
    const step = gear.kind === 'cylinder' ? 28 : 21
    for (let age = 728 - (n % step); age >= 8; age -= step) {
      const worn = (728 - age) / 728
      const fails = (n * 7 + age * 13) % 97 < 3 + 6 * worn
      const line = CHECKLISTS[gear.kind].find((entry) => !entry.critical)
      const outcome = judgeInspection(
        gear.kind,
        filled(gear, fails && line ? { id: line.id, note: 'Worn, to be mended' } : undefined),
      )
      await insertInspection(db, {
        id: randomUUID(),
        organisation: actor.organisation,
        kind: gear.kind,
        gear: gear.id,
        person: actor.person,
        at: new Date(actor.now.getTime() - age * DAY - (n % 9) * 3_600_000),
        result: outcome.result,
        lines: outcome.lines,
        repairNote: null,
        rehearsal: actor.rehearsal,
      })
      count++
    }
  }
  return count
}
