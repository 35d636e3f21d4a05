import sql from 'sql-template-tag'
import type { Circle } from '#core/alert/kinds'
import type { Db } from './pool'

/** Somebody whom an alert calls: a person, or a contact outside the shop. */
export interface CalledRow {
  /** Of what; null: of a monitor. */
  permit_id: string | null
  person_id: string | null
  contact_id: string | null
  name: string
  circle: Circle
  email: string | null
  phone: string | null
  /** Devices that take a push. */
  devices: string[]
}

/** Everybody whom alerts of some permits may call, each in the first circle that they belong to. Without a permit: the leads, and whoever is on the list of a muster that runs. */
export async function calledPeople(
  db: Db,
  site: string,
  permits: readonly (string | null)[],
): Promise<CalledRow[]> {
  const { rows } = await db.query<CalledRow>(sql`
    WITH asked AS (
      SELECT DISTINCT unnest(${permits}::uuid[]) AS permit_id
    ), named AS (
      SELECT p.id AS permit_id, unnest(ARRAY[p.fire_watch_id, p.operator_id, p.puts_back_id]) AS id, 0 AS circle
      FROM asked a JOIN permit p ON p.id = a.permit_id
      UNION ALL
      SELECT a.permit_id, w.person_id, 0 FROM asked a JOIN permit_watcher w ON w.permit_id = a.permit_id
      UNION ALL
      SELECT a.permit_id, l.id, 1 FROM asked a CROSS JOIN person l WHERE l.site_id = ${site} AND l.role = 'lead'
      UNION ALL
      SELECT p.id, p.issued_by, 1 FROM asked a JOIN permit p ON p.id = a.permit_id
      UNION ALL
      SELECT p.id, p.attendant_id, 2 FROM asked a JOIN permit p ON p.id = a.permit_id
      UNION ALL
      SELECT a.permit_id, c.person_id, 2
      FROM asked a
        JOIN muster m ON a.permit_id IS NULL AND m.site_id = ${site} AND m.ended_at IS NULL
        JOIN muster_person c ON c.muster_id = m.id AND c.person_id IS NOT NULL
    )
    SELECT
      c.permit_id, n.id AS person_id, NULL::uuid AS contact_id, n.name,
      (ARRAY['watch', 'leads', 'everybody'])[min(c.circle) + 1] AS circle,
      n.email, n.text_number AS phone,
      ARRAY(SELECT d.id FROM push_device d WHERE d.person_id = n.id ORDER BY d.created_at) AS devices
    FROM named c JOIN person n ON n.id = c.id
    WHERE n.active
    GROUP BY c.permit_id, n.organisation_id, n.id
    UNION ALL
    SELECT a.permit_id, NULL, o.id, o.name, 'everybody', o.email, o.phone, '{}'
    FROM asked a CROSS JOIN outside_contact o
    WHERE o.site_id = ${site} AND o.called AND o.removed_at IS NULL
    ORDER BY name
  `)
  return rows
}
