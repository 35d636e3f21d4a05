import sql from 'sql-template-tag'
import type { Finding } from '#core/finding/finding'
import type { Db } from './pool'
import type { PermitDbRow } from './permit'

/** Another end makes another version: it is signed anew. */
export async function setValidTo(db: Db, id: string, to: Date): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET
      valid_to = ${to},
      version = version + 1
    WHERE id = ${id}
  `)
}

/** Until when more rounds are on their way from a phone that had no signal; null: none are. */
export async function setRoundsUntil(db: Db, id: string, until: Date | null): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET rounds_until = ${until}
    WHERE id = ${id}
  `)
}

export async function setFireWatch(db: Db, id: string, person: string): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET fire_watch_id = ${person}
    WHERE id = ${id}
  `)
}

export async function markIssued(
  db: Db,
  id: string,
  row: { findings: Finding[]; person: string; at: Date },
): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET
      findings = ${JSON.stringify(row.findings)},
      issued_by = ${row.person},
      issued_at = ${row.at},
      plan_version = (SELECT max(number) FROM plan_version WHERE site_id = permit.site_id)
    WHERE id = ${id}
  `)
}

type PermitProgress = Pick<
  PermitDbRow,
  'state' | 'work_started_at' | 'watch_started_at' | 'closed_at'
>

export async function setPermitState(db: Db, id: string, row: PermitProgress): Promise<void> {
  await db.query(sql`
    UPDATE permit
    SET
      state = ${row.state},
      work_started_at = ${row.work_started_at},
      watch_started_at = ${row.watch_started_at},
      closed_at = ${row.closed_at}
    WHERE id = ${id}
  `)
}
