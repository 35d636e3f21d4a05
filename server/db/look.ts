import sql, { type Sql } from 'sql-template-tag'
import type { GearKind } from '#core/inspection/kind'
import type { Occasion } from '#core/inspection/occasion'
import type { Db } from './pool'

/** Where one look of one piece of gear stands. */
export interface LookRow {
  item: string
  organisation: string
  site: string
  occasion: Occasion
  dueOn: string | null
  useEvery: number | null
}

/** A look that the gear is due for from now on. What stands there already stays. */
export async function insertLook(db: Db, row: LookRow): Promise<void> {
  await db.query(sql`
    INSERT INTO gear_look (item_id, organisation_id, site_id, occasion, due_on, use_every)
    VALUES (
      ${row.item}, ${row.organisation}, ${row.site}, ${row.occasion}, ${row.dueOn},
      ${row.useEvery}
    )
    ON CONFLICT (organisation_id, item_id, occasion) DO NOTHING
  `)
}

/** What an inspection leaves behind: the look was done, and is due again on a day. An older one than the newest changes nothing. */
export async function lookDone(
  db: Db,
  row: LookRow & {
    at: Date
    result: 'pass' | 'fail' | 'locked'
    /** Whether its readings were taken by a calibrated meter; null: it took none. */
    calibrated: boolean | null
  },
): Promise<void> {
  await db.query(sql`
    INSERT INTO gear_look AS l (
      item_id, organisation_id, site_id, occasion, last_at, last_result, due_on, use_every, waits,
      calibrated
    )
    VALUES (
      ${row.item}, ${row.organisation}, ${row.site}, ${row.occasion}, ${row.at}, ${row.result},
      ${row.dueOn}, ${row.useEvery}, ${row.occasion === 'afterEvent'}, ${row.calibrated}
    )
    ON CONFLICT (organisation_id, item_id, occasion) DO UPDATE
    SET
      last_at = excluded.last_at,
      last_result = excluded.last_result,
      due_on = excluded.due_on,
      use_every = excluded.use_every,
      used = 0,
      waits = excluded.waits,
      calibrated = excluded.calibrated
    WHERE l.last_at IS NULL OR l.last_at <= excluded.last_at
  `)
}

/** Locked gear waits for its repair: nothing of it is due until then. The look after an event goes on waiting where nothing happened. */
export async function setWaits(db: Db, item: string, waits: boolean): Promise<void> {
  await db.query(sql`
    UPDATE gear_look
    SET waits = ${waits}
      OR (
        occasion = 'afterEvent'
        AND NOT EXISTS (SELECT 1 FROM gear WHERE id = ${item} AND event IS NOT NULL)
      )
    WHERE item_id = ${item}
  `)
}

/** Something happened: the look after it is due at once. */
export async function eventDue(
  db: Db,
  row: Pick<LookRow, 'item' | 'organisation' | 'site' | 'occasion'> & { today: string },
): Promise<void> {
  await db.query(sql`
    INSERT INTO gear_look (item_id, organisation_id, site_id, occasion, due_on)
    VALUES (${row.item}, ${row.organisation}, ${row.site}, ${row.occasion}, ${row.today})
    ON CONFLICT (organisation_id, item_id, occasion) DO UPDATE SET due_on = excluded.due_on, waits = false
  `)
}

/** Use counts towards every look that comes round by use; what has come round is due today. */
export async function addUse(db: Db, item: string, amount: number, today: string): Promise<void> {
  await db.query(sql`
    UPDATE gear_look
    SET
      used = used + ${amount},
      due_on = CASE
        WHEN used + ${amount} >= use_every THEN least(due_on, ${today})
        ELSE due_on
      END
    WHERE item_id = ${item} AND use_every IS NOT NULL
  `)
}

export interface DueRow {
  item_id: string
  kind: GearKind
  label: string
  kind_name: string | null
  station_id: string | null
  station: string | null
  occasion: Occasion
  every_days: number
  due_on: string | null
}

/** Of which site, and up to which day. */
export interface DueScope {
  site: string
  today: string
  until: string
  timeZone: string
}

/** The look of each day of use comes with the day; ahead of it, it is none that waits. */
const isDueBy = ({ site, today, until, timeZone }: DueScope): Sql => sql`
  site_id = ${site}
  AND NOT waits
  AND (due_on IS NULL OR due_on <= ${until})
  AND (
    occasion = 'beforeUse' AND due_on > ${today}
    AND due_on = (last_at AT TIME ZONE ${timeZone})::date + 1
  ) IS NOT TRUE
`

/** Looks due up to a day, first those never done, then the longest overdue. */
export async function dueLooks(
  db: Db,
  scope: DueScope,
  page: { most: number; offset: number },
): Promise<DueRow[]> {
  const { rows } = await db.query<DueRow>(sql`
    WITH due AS (
      SELECT item_id, occasion, due_on
      FROM gear_look
      WHERE ${isDueBy(scope)}
      ORDER BY due_on NULLS FIRST, item_id
      LIMIT ${page.most}
      OFFSET ${page.offset}
    )
    SELECT
      d.item_id, coalesce(g.kind, 'cylinder') AS kind, coalesce(g.label, c.label) AS label,
      k.name AS kind_name, s.id AS station_id, s.name AS station, d.occasion,
      coalesce(g.every_days, c.every_days) AS every_days, d.due_on
    FROM due d
    LEFT JOIN gear g ON g.id = d.item_id
    LEFT JOIN cylinder c ON c.id = d.item_id
    LEFT JOIN gear_kind k ON k.id = g.kind_id
    LEFT JOIN station s ON s.id = coalesce(g.station_id, c.station_id)
    ORDER BY d.due_on NULLS FIRST, label
  `)
  return rows
}

/** How many looks are due up to a day; beyond the most counted, one more than that. */
export async function countDue(db: Db, scope: DueScope, most: number): Promise<number> {
  const { rows } = await db.query<{ count: number }>(sql`
    SELECT count(*)::integer AS count
    FROM (
      SELECT 1
      FROM gear_look
      WHERE ${isDueBy(scope)}
      LIMIT ${most + 1}
    ) due
  `)
  return rows[0]!.count
}

/** A shop looks more often from now on: what is due later by the new interval is due sooner. */
export async function tightenLooks(
  db: Db,
  row: {
    site: string
    organisation: string
    kind: GearKind
    kindId: string | null
    occasion: Occasion
    days: number
  },
): Promise<void> {
  await db.query(sql`
    INSERT INTO gear_look AS l (item_id, organisation_id, site_id, occasion, due_on, waits)
    SELECT
      g.id, g.organisation_id, g.site_id, ${row.occasion}, g.in_service_on + ${row.days}::integer,
      g.lock_reason IS NOT NULL
    FROM gear g
    WHERE g.site_id = ${row.site}
      AND g.kind = ${row.kind}
      AND g.kind_id IS NOT DISTINCT FROM ${row.kindId}
    ON CONFLICT (organisation_id, item_id, occasion) DO UPDATE
    SET due_on = least(
      l.due_on,
      coalesce(
        (l.last_at AT TIME ZONE (SELECT time_zone FROM site WHERE id = l.site_id))::date
          + ${row.days}::integer,
        excluded.due_on
      )
    )
  `)
}

/** The look before use of a kind comes round by other use from now on; null: by days alone. */
export async function setRoutineUse(
  db: Db,
  { kindId, every, today }: { kindId: string; every: number | null; today: string },
): Promise<void> {
  await db.query(sql`
    UPDATE gear_look
    SET
      use_every = ${every},
      due_on = CASE WHEN used >= ${every} THEN least(due_on, ${today}) ELSE due_on END
    WHERE occasion = 'beforeUse' AND item_id IN (SELECT id FROM gear WHERE kind_id = ${kindId})
  `)
}

/** The look before use counts for other days from now on. */
export async function setRoutine(
  db: Db,
  item: string,
  everyDays: number,
  timeZone: string,
): Promise<void> {
  await db.query(sql`
    UPDATE gear_look
    SET due_on = (last_at AT TIME ZONE ${timeZone})::date + ${everyDays}::integer
    WHERE item_id = ${item} AND occasion = 'beforeUse' AND last_at IS NOT NULL
  `)
}
