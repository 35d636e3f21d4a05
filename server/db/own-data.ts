import sql, { type Sql } from 'sql-template-tag'
import type { Db } from './pool'

/** What is kept about one person, besides the record itself: a query each, by the name that the export gives it. */
const PARTS: Record<string, (id: string) => Sql> = {
  signIns: (id) => sql`
    SELECT created_at, expires_at, revoked_at, kind
    FROM sign_in
    WHERE person_id = ${id}
    ORDER BY created_at
  `,
  alerted: (id) => sql`
    SELECT m.channel, m.address, m.subject, m.made_at, m.sent_at
    FROM message m
    WHERE m.person_id = ${id}
    ORDER BY m.made_at
  `,
  alertsAnswered: (id) => sql`
    SELECT l.kind, l.since, a.at
    FROM alert_answer a JOIN alert l ON l.id = a.alert_id
    WHERE a.person_id = ${id}
    ORDER BY a.at
  `,
  pushDevices: (id) => sql`
    SELECT name, created_at
    FROM push_device
    WHERE person_id = ${id}
    ORDER BY created_at
  `,
  watchSeen: (id) => sql`
    SELECT p.number, p.place, w.seen_at
    FROM watch_seen w JOIN permit p ON p.id = w.permit_id
    WHERE w.person_id = ${id}
    ORDER BY w.seen_at
  `,
  musters: (id) => sql`
    SELECT m.drill, m.begun_at, c.why, c.count, c.counted_at
    FROM muster_person c JOIN muster m ON m.id = c.muster_id
    WHERE c.person_id = ${id}
    ORDER BY m.begun_at
  `,
  phones: (id) => sql`
    SELECT name, created_at
    FROM phone
    WHERE person_id = ${id}
    ORDER BY created_at
  `,
  lateEntries: (id) => sql`
    SELECT number, route, entered_at, sent_at, received_at, made_at, refusal, content
    FROM late_entry
    WHERE person_id = ${id}
    ORDER BY received_at
  `,
  secondFactor: (id) => sql`
    SELECT confirmed_at, cardinality(recovery) AS recovery_left
    FROM second_factor
    WHERE person_id = ${id}
  `,
  tokens: (id) => sql`
    SELECT name, scopes, created_at, expires_at, last_used_at, revoked_at
    FROM api_token
    WHERE person_id = ${id}
    ORDER BY created_at
  `,
  jobs: (id) => sql`
    SELECT number, title, created_at
    FROM job
    WHERE welder_id = ${id} OR created_by = ${id}
    ORDER BY number
  `,
  permits: (id) => sql`
    SELECT p.number, p.place, e.kind, e.subject, e.at, e.note
    FROM permit_event e JOIN permit p ON p.id = e.permit_id
    WHERE e.person_id = ${id}
    ORDER BY e.at
  `,
  permitsNamed: (id) => sql`
    SELECT p.number, p.place, w.side, p.attendant_id = ${id} AS attendant, p.puts_back_id = ${id} AS puts_back
    FROM permit p LEFT JOIN permit_watcher w ON w.permit_id = p.id AND w.person_id = ${id}
    WHERE w.person_id IS NOT NULL OR p.attendant_id = ${id} OR p.puts_back_id = ${id}
      OR EXISTS (SELECT 1 FROM jsonb_each(p.seen) s WHERE s.value ->> 'personId' = ${id}::text)
    ORDER BY p.number
  `,
  inspections: (id) => sql`
    SELECT at, result, repair_note
    FROM inspection
    WHERE person_id = ${id}
    ORDER BY at
  `,
  repairs: (id) => sql`
    SELECT g.label, r.at, r.note, r.parts, r.cost
    FROM repair r LEFT JOIN gear g ON g.id = r.item_id
    WHERE r.person_id = ${id}
    ORDER BY r.at
  `,
  reachedForLocked: (id) => sql`
    SELECT g.label, t.at, t.doing
    FROM lock_try t LEFT JOIN gear g ON g.id = t.item_id
    WHERE t.person_id = ${id}
    ORDER BY t.at
  `,
  photos: (id) => sql`
    SELECT f.at, f.portrait, f.line, f.removed_at
    FROM photo f
    WHERE f.person_id = ${id}
    ORDER BY f.at
  `,
  rounds: (id) => sql`
    SELECT r.round, s.name AS station, r.at
    FROM shop_round r LEFT JOIN station s ON s.id = r.station_id
    WHERE r.person_id = ${id}
    ORDER BY r.at
  `,
  openPoints: (id) => sql`
    SELECT
      s.name AS station, o.name, o.note, o.found_at, o.left_by = ${id} AS left_by_me,
      o.found_by = ${id} AS found_by_me, o.closed_at, o.closed_note
    FROM open_point o LEFT JOIN station s ON s.id = o.station_id
    WHERE ${id} IN (o.left_by, o.found_by, o.closed_by)
    ORDER BY o.found_at
  `,
  calendar: (id) => sql`
    SELECT created_at, last_read_at
    FROM calendar_feed
    WHERE person_id = ${id}
  `,
  cylinders: (id) => sql`
    SELECT c.label, e.kind, e.at, e.pressure, e.weight, e.state, e.note
    FROM cylinder_event e JOIN cylinder c ON c.id = e.cylinder_id
    WHERE e.person_id = ${id}
    ORDER BY e.at
  `,
  gasSets: (id) => sql`
    SELECT g.label, r.task, s.step, s.at, s.result, s.note
    FROM set_run_step s
      JOIN set_run r ON r.id = s.run_id
      JOIN gear g ON g.id = r.set_id
    WHERE s.person_id = ${id}
    ORDER BY s.at
  `,
  sessions: (id) => sql`
    SELECT s.day, s.title, m.presence
    FROM session_member m JOIN session s ON s.id = m.session_id
    WHERE m.person_id = ${id}
    ORDER BY s.day
  `,
  airSamples: (id) => sql`
    SELECT
      a.sampled_on, a.exposed_group, a.who, a.task, a.substance, a.minutes, a.value,
      a.under_detection, a.reference
    FROM air_sample a JOIN person p ON p.id = ${id}
    WHERE NOT a.removed
      AND (
        lower(a.who) = lower(p.name)
        OR a.job_id IN (SELECT id FROM job WHERE welder_id = p.id)
      )
    ORDER BY a.sampled_on
  `,
  alarms: (id) => sql`
    SELECT kind, at, symptoms, note, cleared_at, cleared_note
    FROM air_alarm
    WHERE person_id = ${id}
    ORDER BY at
  `,
  audit: (id) => sql`
    SELECT seq, at, action, subject, details
    FROM audit
    WHERE person_id = ${id} OR (subject = 'person' AND subject_id = ${id})
    ORDER BY seq
  `,
}

export async function ownData(db: Db, id: string): Promise<Record<string, unknown[]>> {
  const parts: [string, unknown[]][] = []
  for (const [name, query] of Object.entries(PARTS))
    parts.push([name, (await db.query(query(id))).rows])
  return Object.fromEntries(parts)
}
