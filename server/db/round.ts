import sql, { type Sql } from 'sql-template-tag'
import type { JudgedLine } from '#core/inspection/inspection'
import type { Round } from '#core/inspection/round'
import type { OpenPoint, RoundMade } from '#shared/inspection/round'
import { insertInto } from './insert'
import type { Db } from './pool'
import { pageOf, pattern, type Page, type PageQuery } from './page'

export interface NewRound {
  id: string
  organisation: string
  site: string
  round: Round
  station: string | null
  answers: string | null
  person: string
  at: Date
  day: string
  version: string
  lines: readonly JudgedLine[]
  seconds?: number
  rehearsal: boolean
}

export async function insertRound(db: Db, row: NewRound): Promise<void> {
  await db.query(
    insertInto('shop_round', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      round: row.round,
      station_id: row.station,
      answers_id: row.answers,
      person_id: row.person,
      at: row.at,
      day: row.day,
      version_id: row.version,
      lines: JSON.stringify(row.lines),
      seconds: row.seconds ?? null,
      rehearsal: row.rehearsal,
    }),
  )
}

interface RoundRow {
  id: string
  round: Round
  station_id: string | null
  station: string | null
  person_id: string
  person: string
  at: Date
  day: string
  open: number
}
const COLUMNS = sql`
  r.id, r.round, r.station_id, s.name AS station, r.person_id, p.name AS person, r.at, r.day,
  (SELECT count(*)::integer FROM jsonb_array_elements(r.lines) l WHERE l ->> 'mark' = 'fail') AS open
`
const TABLES = sql`
  shop_round r
  JOIN person p ON p.id = r.person_id
  LEFT JOIN station s ON s.id = r.station_id
`
export type RoundOnRecord = RoundMade & {
  stationId: string | null
  station: string | null
}
const toRound = (row: RoundRow): RoundOnRecord => ({
  id: row.id,
  round: row.round,
  stationId: row.station_id,
  station: row.station,
  personId: row.person_id,
  person: row.person,
  at: row.at.toISOString(),
  day: row.day,
  open: row.open,
})

async function roundsWhere(db: Db, tail: Sql): Promise<RoundOnRecord[]> {
  const { rows } = await db.query<RoundRow>(sql`SELECT ${COLUMNS} FROM ${TABLES} ${tail}`)
  return rows.map(toRound)
}

/** The newest round of a kind through the shop. */
export const newestRound = async (
  db: Db,
  site: string,
  round: Round,
): Promise<RoundOnRecord | null> =>
  (
    await roundsWhere(
      db,
      sql`WHERE r.site_id = ${site} AND r.round = ${round} ORDER BY r.at DESC, r.id LIMIT 1`,
    )
  )[0] ?? null

/** Of each station, the newest round of each kind. */
export const newestOfStations = (db: Db, stations: readonly string[]): Promise<RoundOnRecord[]> =>
  roundsWhere(
    db,
    sql`
      WHERE r.id IN (
        SELECT n.id
        FROM unnest(${stations}::uuid[]) AS t (station)
        CROSS JOIN unnest(ARRAY['handover', 'arrival']) AS k (round)
        CROSS JOIN LATERAL (
          SELECT id FROM shop_round
          WHERE station_id = t.station AND round = k.round
          ORDER BY at DESC, id
          LIMIT 1
        ) n
      )
    `,
  )

/** One round with its lines. */
export async function findRound(
  db: Db,
  site: string,
  id: string,
): Promise<(RoundOnRecord & { lines: JudgedLine[] }) | null> {
  const { rows } = await db.query<RoundRow & { lines: JudgedLine[] }>(
    sql`SELECT ${COLUMNS}, r.lines FROM ${TABLES} WHERE r.id = ${id} AND r.site_id = ${site}`,
  )
  const row = rows[0]
  return row ? { ...toRound(row), lines: row.lines } : null
}

export async function listRounds(
  db: Db,
  site: string,
  query: PageQuery & { round?: Round },
): Promise<Page<RoundOnRecord>> {
  const like = pattern(query.q)
  const round = query.round ?? null
  const from = sql`
    ${TABLES}
    WHERE r.site_id = ${site}
      AND (${round}::text IS NULL OR r.round = ${round})
      AND (p.name ILIKE ${like} OR s.name ILIKE ${like})
  `
  return pageOf(db, query.page, { select: COLUMNS, from, order: sql`r.at DESC, r.id` }, toRound)
}

/** Whether somebody has answered a handover. */
export async function isAnswered(db: Db, handover: string): Promise<boolean> {
  const { rowCount } = await db.query(sql`SELECT 1 FROM shop_round WHERE answers_id = ${handover}`)
  return rowCount! > 0
}

/** Two people at one booth take their turns. False: there is no such station here. */
export async function holdStation(db: Db, site: string, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    sql`SELECT 1 FROM station WHERE id = ${id} AND site_id = ${site} FOR UPDATE`,
  )
  return rowCount === 1
}

export interface NewPoint {
  id: string
  organisation: string
  site: string
  round: string
  station: string | null
  line: string
  name: string
  note: string
  critical: boolean
  leftBy: string | null
  foundBy: string
  at: Date
}

export async function insertPoint(db: Db, row: NewPoint): Promise<void> {
  await db.query(
    insertInto('open_point', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      round_id: row.round,
      station_id: row.station,
      line: row.line,
      name: row.name,
      note: row.note,
      critical: row.critical,
      left_by: row.leftBy,
      found_by: row.foundBy,
      found_at: row.at,
    }),
  )
}

interface PointRow {
  id: string
  station_id: string | null
  station: string | null
  name: string
  note: string
  critical: boolean
  left_by: string | null
  left_name: string | null
  found_by: string
  found_name: string
  found_at: Date
}
const toPoint = (row: PointRow): OpenPoint => ({
  id: row.id,
  stationId: row.station_id,
  station: row.station,
  name: row.name,
  note: row.note,
  critical: row.critical,
  leftById: row.left_by,
  leftBy: row.left_name,
  foundById: row.found_by,
  foundBy: row.found_name,
  foundAt: row.found_at.toISOString(),
})

/** Points that nobody has put right yet, the oldest first. */
async function openWhere(db: Db, condition: Sql): Promise<OpenPoint[]> {
  const { rows } = await db.query<PointRow>(sql`
    SELECT
      o.id, o.station_id, s.name AS station, o.name, o.note, o.critical, o.left_by,
      l.name AS left_name, o.found_by, f.name AS found_name, o.found_at
    FROM open_point o
    JOIN person f ON f.id = o.found_by
    LEFT JOIN person l ON l.id = o.left_by
    LEFT JOIN station s ON s.id = o.station_id
    WHERE o.closed_at IS NULL AND ${condition}
    ORDER BY o.found_at, o.id
    LIMIT 500
  `)
  return rows.map(toPoint)
}

export const openOfSite = (db: Db, site: string): Promise<OpenPoint[]> =>
  openWhere(db, sql`o.site_id = ${site}`)
export const openOfStation = (db: Db, station: string): Promise<OpenPoint[]> =>
  openWhere(db, sql`o.station_id = ${station}`)
/** What keeps stations from work until it is put right. */
export const criticalOfStations = (db: Db, stations: readonly string[]): Promise<OpenPoint[]> =>
  openWhere(db, sql`o.station_id = ANY (${stations}) AND o.critical`)
export const openOfPerson = (db: Db, person: string): Promise<OpenPoint[]> =>
  openWhere(db, sql`o.left_by = ${person}`)

export async function findPoint(
  db: Db,
  site: string,
  id: string,
): Promise<{ left_by: string | null; found_by: string; name: string } | null> {
  const { rows } = await db.query(
    sql`SELECT left_by, found_by, name FROM open_point WHERE id = ${id} AND site_id = ${site}`,
  )
  return rows[0] ?? null
}

/** False: somebody has closed it before. */
export async function closePoint(
  db: Db,
  closing: { id: string; person: string; at: Date; note: string },
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE open_point
    SET closed_by = ${closing.person}, closed_at = ${closing.at}, closed_note = ${closing.note}
    WHERE id = ${closing.id} AND closed_at IS NULL
  `)
  return rowCount === 1
}

export interface StationUse {
  station: string
  /** Everybody who was there on that day. */
  people: { id: string; name: string }[]
  day: string
}

/** Days back in which a booth's last user is looked for. */
const USE_DAYS = 60

/** Who was at each station last, or at one, by the sessions of the last weeks. @param except a person who does not count */
export async function lastUses(
  db: Db,
  { site, today }: { site: string; today: string },
  { station = null, except = null }: { station?: string | null; except?: string | null } = {},
): Promise<StationUse[]> {
  const { rows } = await db.query<StationUse>(sql`
    SELECT station, day, jsonb_agg(jsonb_build_object('id', id, 'name', name) ORDER BY name) AS people
    FROM (
      SELECT DISTINCT
        m.station_id AS station, t.day, p.id, p.name,
        max(t.day) OVER (PARTITION BY m.station_id) AS newest
      FROM session t
      JOIN session_member m ON m.session_id = t.id
      JOIN person p ON p.id = m.person_id
      WHERE t.site_id = ${site}
        AND t.day <= ${today}
        AND t.day > ${today}::date - ${USE_DAYS}::integer
        AND m.presence IN ('present', 'late')
        AND m.station_id IS NOT NULL
        AND (${station}::uuid IS NULL OR m.station_id = ${station})
        AND m.person_id IS DISTINCT FROM ${except}
    ) used
    WHERE day = newest
    GROUP BY station, day
  `)
  return rows
}
