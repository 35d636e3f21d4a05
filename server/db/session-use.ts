import sql from 'sql-template-tag'
import type { Db } from './pool'

/** The session, and who changed it last. */
interface SessionUse {
  session: string
  organisation: string
  site: string
  person: string
  at: Date
  today: string
  rehearsal: boolean
}

/**
 * A session counts as use of what is counted in sessions: what those present wear and weld with, what stands at their
 * stations, and what is fitted to any of it. Each piece counts once a session, however often the session is changed, and stays
 * counted when somebody is taken off it again: a look comes early rather than late.
 */
export async function countSession(db: Db, row: SessionUse): Promise<void> {
  await db.query(sql`
    WITH RECURSIVE carried (item_id, id) AS (
      -- From each piece that is counted so, which are few, up to whatever it is fitted to.
      SELECT g.id, g.id
      FROM gear g JOIN gear_kind k ON k.id = g.kind_id
      WHERE g.site_id = ${row.site} AND g.kind = 'own' AND k.use_of = 'sessions'
      UNION
      SELECT carried.item_id, g.parent_id
      FROM carried JOIN gear g ON g.id = carried.id
      WHERE g.parent_id IS NOT NULL
    ),
    counted AS (
      INSERT INTO gear_use (
        id, organisation_id, item_id, person_id, at, measure, amount, rehearsal, session_id
      )
      SELECT
        gen_random_uuid(), ${row.organisation}, used.item_id, ${row.person}, ${row.at},
        'sessions', 1, ${row.rehearsal}, ${row.session}
      FROM (
        SELECT DISTINCT carried.item_id
        FROM carried
        JOIN gear g ON g.id = carried.id
        JOIN session_member m ON g.id IN (m.helmet_id, m.machine_id) OR g.station_id = m.station_id
        WHERE m.session_id = ${row.session} AND m.presence IN ('present', 'late')
      ) used
      ON CONFLICT (organisation_id, session_id, item_id) DO NOTHING
      RETURNING item_id
    )
    UPDATE gear_look l
    SET
      used = used + 1,
      due_on = CASE WHEN used + 1 >= use_every THEN least(due_on, ${row.today}) ELSE due_on END
    FROM counted
    WHERE l.item_id = counted.item_id AND l.use_every IS NOT NULL
  `)
}
