import sql from 'sql-template-tag'
import type { Circle } from '#core/alert/kinds'
import type { Db } from './pool'

/** Somebody whom an alert calls: a person, or a contact outside the shop. */
export interface CalledRow {
  person_id: string | null
  contact_id: string | null
  name: string
  circle: Circle
  email: string | null
  phone: string | null
  /** Devices that take a push. */
  devices: string[]
}

/** Everybody whom an alert of a permit may call, each in the first circle that they belong to. Without a permit: the leads. */
export async function calledPeople(
  db: Db,
  site: string,
  permit: string | null,
): Promise<CalledRow[]> {
  const { rows } = await db.query<CalledRow>(sql`
    WITH named AS (
      SELECT unnest(ARRAY[fire_watch_id, operator_id, puts_back_id]) AS id, 0 AS circle
      FROM permit WHERE id = ${permit}
      UNION ALL
      SELECT person_id, 0 FROM permit_watcher WHERE permit_id = ${permit}
      UNION ALL
      SELECT id, 1 FROM person WHERE site_id = ${site} AND role = 'lead'
      UNION ALL
      SELECT issued_by, 1 FROM permit WHERE id = ${permit}
      UNION ALL
      SELECT attendant_id, 2 FROM permit WHERE id = ${permit}
    )
    SELECT
      n.id AS person_id, NULL::uuid AS contact_id, n.name,
      (ARRAY['watch', 'leads', 'everybody'])[min(c.circle) + 1] AS circle,
      n.email, n.text_number AS phone,
      ARRAY(SELECT d.id FROM push_device d WHERE d.person_id = n.id ORDER BY d.created_at) AS devices
    FROM named c JOIN person n ON n.id = c.id
    WHERE n.active
    GROUP BY n.id
    UNION ALL
    SELECT NULL, o.id, o.name, 'everybody', o.email, o.phone, '{}'
    FROM outside_contact o
    WHERE o.site_id = ${site} AND o.called AND o.removed_at IS NULL
    ORDER BY name
  `)
  return rows
}
