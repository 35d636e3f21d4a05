import type { JobRow } from '#server/db/job'
import type { PermitDbRow } from '#server/db/permit'
import { canonical, hashOf } from '../canonical'

/** What is signed: everything that is written on a permit and its job, word for word, and its hash. */
export function snapshotOf(row: PermitDbRow, job: JobRow): { content: string; hash: string } {
  const content = canonical({
    permit: row.number,
    job: { number: job.number, title: job.title, spec: job.spec },
    place: row.place,
    work: row.work,
    height: row.work_height,
    from: row.valid_from.toISOString(),
    to: row.valid_to.toISOString(),
    operator: named(row.operator_id, row.operator),
    fireWatch: named(row.fire_watch_id, row.fire_watch),
    watchers: row.watchers,
    attendant: named(row.attendant_id, row.attendant),
    rescue: row.rescue,
    putsBack: named(row.puts_back_id, row.puts_back),
    sweep: row.sweep,
    container: row.container,
    // What a permit can do without is written only where it is there: papers of before are still what they were.
    ...(row.sketch && { sketch: row.sketch }),
    ...(row.found.length > 0 && { found: row.found }),
    ...(Object.keys(row.seen).length > 0 && { seen: row.seen }),
    ...(row.goes_on && { goesOnFrom: row.from_number }),
    sparks: row.sparks?.reach ?? null,
    rules: row.rule_sets,
    watchMinutes: row.watch_minutes,
    monitoring: { minutes: row.monitor_minutes, every: row.monitor_every },
    reach: row.reach,
  })
  return { content, hash: hashOf(content) }
}

const named = (id: string | null, name: string | null) => (id === null ? null : { id, name })
