import sql, { empty, type Sql } from 'sql-template-tag'
import type { Composition } from '#core/gas/gas.table'
import type { CylinderState } from '#core/gas/move'
import type { Outlet } from '#core/gas/outlet.table'
import type { CylinderDetails } from '#shared/gas/schema'
import type { GearScope } from './gear'
import { insertRows } from './insert'
import { PAGE_SIZE } from '#shared/api/list'
import { pattern, type Page, type PageQuery } from './page'
import type { Db } from './pool'
import { isVersion } from './version'

export interface CylinderRow {
  id: string
  label: string
  gas: string
  parts: Composition | null
  volume: number | null
  nominal: number | null
  tare: number | null
  service: number | null
  marks: string
  serial: string
  tenure: 'owned' | 'rented' | null
  daily_rate: number | null
  supplier: string
  outlet: Outlet | null
  capped: boolean | null
  chained: boolean | null
  state: CylinderState | null
  store_id: string | null
  station_id: string | null
  set_id: string | null
  place: string | null
  stood_at: Date | null
  lay_minutes: number | null
  lock_reason: string | null
  arrived_on: string | null
  version: number
  pressure: number | null
  temperature: number | null
  weight: number | null
  read_at: Date | null
  read_days_ago: number | null
}

/** Store, or gas set and station. */
const PLACE = sql`coalesce(s.name, nullif(concat_ws(', ', g.label, b.name), ''))`
const COLUMNS = sql`
  c.id, c.label, c.gas, c.parts, c.volume, c.nominal, c.tare, c.service, c.marks, c.serial,
  c.tenure, c.daily_rate, c.supplier, c.outlet, c.capped, c.chained, c.state, c.store_id,
  c.station_id, c.set_id, ${PLACE} AS place,
  c.lock_reason, c.arrived_on, c.stood_at, c.lay_minutes, c.version
`
const PLACES = sql`
  cylinder c
  LEFT JOIN gas_store s ON s.id = c.store_id
  LEFT JOIN station b ON b.id = c.station_id
  LEFT JOIN gear g ON g.id = c.set_id
`
/** Each with its newest reading: one look into an index. */
const withReading = ({ now, timeZone }: GearScope): { columns: Sql; join: Sql } => ({
  columns: sql`
    r.pressure, r.temperature, r.weight, r.at AS read_at,
    (
      (${now}::timestamptz AT TIME ZONE ${timeZone})::date - (r.at AT TIME ZONE ${timeZone})::date
    ) AS read_days_ago
  `,
  join: sql`
    LEFT JOIN LATERAL (
      SELECT pressure, temperature, weight, at
      FROM cylinder_event
      WHERE cylinder_id = c.id AND kind = 'reading'
      ORDER BY at DESC
      LIMIT 1
    ) r ON true
  `,
})

const ORDER = {
  label: sql`c.label, c.id`,
  place: sql`${PLACE} NULLS LAST, c.label, c.id`,
} as const

/** The page is found first by its own index; readings are looked up for what is on it alone. */
export async function listCylinders(
  db: Db,
  scope: GearScope,
  query: PageQuery & { sort: keyof typeof ORDER; state?: CylinderState; store?: string },
): Promise<Page<CylinderRow>> {
  const { q, state, store } = query
  const where = sql`
    c.site_id = ${scope.site}
    AND ${state ? sql`c.state = ${state}` : sql`c.state IS DISTINCT FROM 'returned'`}
    ${store ? sql`AND c.store_id = ${store}` : empty}
    ${q ? sql`AND c.id = ANY (ARRAY(SELECT cylinders_found(${scope.site}, ${pattern(q)})))` : empty}
  `
  const found = await db.query<{ id: string }>(sql`
    SELECT c.id
    FROM ${query.sort === 'place' ? PLACES : sql`cylinder c`}
    WHERE ${where}
    ORDER BY ${ORDER[query.sort]}
    LIMIT ${PAGE_SIZE}
    OFFSET ${(query.page - 1) * PAGE_SIZE}
  `)
  const counted = await db.query<{ total: number }>(sql`
    SELECT count(*) AS total
    FROM cylinder c
    WHERE ${where}
  `)
  const ids = found.rows.map(({ id }) => id)
  const rows = await cylindersById(db, scope, ids)
  const { total } = counted.rows[0]!
  return {
    rows: rows.sort((a, b) => ids.indexOf(a.id) - ids.indexOf(b.id)),
    total,
    page: query.page,
    pages: Math.max(1, Math.ceil(total / PAGE_SIZE)),
  }
}

export async function findCylinder(
  db: Db,
  scope: GearScope,
  id: string,
): Promise<CylinderRow | null> {
  const { columns, join } = withReading(scope)
  const { rows } = await db.query<CylinderRow>(sql`
    SELECT ${COLUMNS}, ${columns}
    FROM ${PLACES} ${join}
    WHERE c.id = ${id} AND c.site_id = ${scope.site}
  `)
  return rows[0] ?? null
}

export async function cylindersById(
  db: Db,
  scope: GearScope,
  ids: readonly string[],
): Promise<CylinderRow[]> {
  const { columns, join } = withReading(scope)
  const { rows } = await db.query<CylinderRow>(sql`
    SELECT ${COLUMNS}, ${columns}
    FROM ${PLACES} ${join}
    WHERE c.id = ANY (${ids}) AND c.site_id = ${scope.site}
  `)
  return rows
}

/** Full ones in order of these gases, to take instead of another. */
export async function spareCylinders(
  db: Db,
  scope: GearScope,
  gases: readonly string[],
  most: number,
): Promise<CylinderRow[]> {
  const { columns, join } = withReading(scope)
  const { rows } = await db.query<CylinderRow>(sql`
    SELECT ${COLUMNS}, ${columns}
    FROM ${PLACES} ${join}
    WHERE c.site_id = ${scope.site}
      AND c.state = 'full'
      AND c.gas = ANY (${gases})
      AND c.lock_reason IS NULL
    ORDER BY c.label
    LIMIT ${most}
  `)
  return rows
}

export interface KnownLabel {
  id: string
  label: string
  gas: string
  state: CylinderState | null
  version: number
}

/** @param labels in small letters */
export async function cylindersByLabel(
  db: Db,
  site: string,
  labels: readonly string[],
): Promise<KnownLabel[]> {
  const { rows } = await db.query<KnownLabel>(sql`
    SELECT id, label, gas, state, version
    FROM cylinder
    WHERE site_id = ${site} AND lower(label) = ANY (${labels})
    ORDER BY label, id
  `)
  return rows
}

/** What stands in a store now. */
export async function cylindersOfStores(
  db: Db,
  scope: GearScope,
  stores: readonly string[],
  most: number,
): Promise<CylinderRow[]> {
  const { columns, join } = withReading(scope)
  const { rows } = await db.query<CylinderRow>(sql`
    SELECT ${COLUMNS}, ${columns}
    FROM ${PLACES} ${join}
    WHERE c.store_id = ANY (${stores}) AND c.state IS DISTINCT FROM 'returned'
    ORDER BY (c.state = 'empty'), c.gas, c.label
    LIMIT ${most}
  `)
  return rows
}

/** Held, so that two who move it come after each other. */
export async function holdCylinder(db: Db, id: string): Promise<void> {
  await db.query(sql`
    SELECT 1
    FROM cylinder
    WHERE id = ${id}
    FOR UPDATE
  `)
}

/** @param gas the name of its parts, or what the label says where they are not told */
export async function updateCylinder(
  db: Db,
  id: string,
  body: CylinderDetails,
  gas: string | null,
): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE cylinder
    SET
      parts = ${body.parts && JSON.stringify(body.parts)},
      gas = coalesce(${gas}, gas),
      volume = ${body.volume},
      nominal = ${body.nominal},
      tare = ${body.tare},
      service = ${body.service},
      marks = ${body.marks},
      serial = ${body.serial},
      tenure = ${body.tenure},
      daily_rate = ${body.dailyRate},
      supplier = ${body.supplier},
      outlet = ${body.outlet},
      capped = ${body.capped},
      chained = ${body.chained},
      version = version + 1
    WHERE id = ${id} AND ${isVersion(body.version)}
  `)
  return rowCount === 1
}

/** Where each of these stands, by its identifier. */
export async function placesOf(
  db: Db,
  ids: readonly string[],
): Promise<Map<string, string | null>> {
  const { rows } = await db.query<{ id: string; place: string | null }>(sql`
    SELECT c.id, ${PLACE} AS place
    FROM ${PLACES}
    WHERE c.id = ANY (${ids})
  `)
  return new Map(rows.map(({ id, place }) => [id, place]))
}

/** What it holds by its newest reading, m3; null: not known. */
export async function setContents(db: Db, id: string, contents: number | null): Promise<void> {
  await db.query(sql`
    UPDATE cylinder
    SET contents = ${contents}
    WHERE id = ${id}
  `)
}

/** What is connected to gas sets. */
export async function cylindersOfSets(
  db: Db,
  scope: GearScope,
  sets: readonly string[],
): Promise<CylinderRow[]> {
  const { columns, join } = withReading(scope)
  const { rows } = await db.query<CylinderRow>(sql`
    SELECT ${COLUMNS}, ${columns}
    FROM ${PLACES} ${join}
    WHERE c.set_id = ANY (${sets})
    ORDER BY c.gas, c.label
  `)
  return rows
}

/** Held, as they are about to go along with their set. */
export async function cylindersOfSet(
  db: Db,
  set: string,
): Promise<{ id: string; state: CylinderState }[]> {
  const { rows } = await db.query<{ id: string; state: CylinderState }>(sql`
    SELECT id, state
    FROM cylinder
    WHERE set_id = ${set}
    ORDER BY id
    FOR UPDATE
  `)
  return rows
}

export async function setStation(db: Db, id: string, station: string | null): Promise<void> {
  await db.query(sql`
    UPDATE cylinder
    SET station_id = ${station}, version = version + 1
    WHERE id = ${id}
  `)
}

/** Acetylene lay down and stands again. */
export async function setStanding(
  db: Db,
  id: string,
  { at, minutes }: { at: Date; minutes: number | null },
): Promise<void> {
  await db.query(sql`
    UPDATE cylinder
    SET stood_at = ${at}, lay_minutes = ${minutes}, version = version + 1
    WHERE id = ${id}
  `)
}

export interface NewCylinderEvent {
  id: string
  organisation: string
  cylinder: string
  kind: 'reading' | 'move' | 'lay'
  at: Date
  person: string
  reading?: { pressure: number | null; temperature: number | null; weight: number | null }
  move?: {
    state: CylinderState
    storeId: string | null
    stationId: string | null
    setId: string | null
  }
  minutes?: number | null
  /** Of a reading, m3. */
  contents?: number | null
  note: string
  rehearsal: boolean
}

export const insertCylinderEvent = (db: Db, row: NewCylinderEvent): Promise<void> =>
  insertCylinderEvents(db, [row])

export async function insertCylinderEvents(
  db: Db,
  rows: readonly NewCylinderEvent[],
): Promise<void> {
  await insertRows(
    db,
    'cylinder_event',
    rows.map((row) => ({
      id: row.id,
      organisation_id: row.organisation,
      cylinder_id: row.cylinder,
      kind: row.kind,
      at: row.at,
      person_id: row.person,
      pressure: row.reading?.pressure ?? null,
      temperature: row.reading?.temperature ?? null,
      weight: row.reading?.weight ?? null,
      state: row.move?.state ?? null,
      store_id: row.move?.storeId ?? null,
      station_id: row.move?.stationId ?? null,
      set_id: row.move?.setId ?? null,
      minutes: row.minutes ?? null,
      contents: row.contents ?? null,
      note: row.note,
      rehearsal: row.rehearsal,
    })),
  )
}

/** State and place follow from the newest move. */
export async function setPlace(
  db: Db,
  id: string,
  to: {
    state: CylinderState
    storeId: string | null
    stationId: string | null
    setId: string | null
    capped: boolean | null
    chained: boolean | null
    today: string
    arrivedOn?: string
  },
): Promise<void> {
  await db.query(sql`
    UPDATE cylinder
    SET
      state = ${to.state},
      store_id = ${to.storeId},
      station_id = ${to.stationId},
      set_id = ${to.setId},
      capped = ${to.capped},
      chained = ${to.chained},
      arrived_on = coalesce(${to.arrivedOn ?? null}, arrived_on),
      -- Filled anew: what was read before says nothing of it.
      contents = CASE WHEN ${to.arrivedOn ?? null}::date IS NULL THEN contents END,
      returned_on = CASE WHEN ${to.state} = 'returned' THEN ${to.today}::date END,
      version = version + 1
    WHERE id = ${id}
  `)
}

export interface CylinderEventRow {
  id: string
  kind: 'reading' | 'move' | 'lay'
  at: Date
  by: string
  pressure: number | null
  temperature: number | null
  weight: number | null
  minutes: number | null
  state: CylinderState | null
  place: string | null
  note: string
  rehearsal: boolean
}

export async function eventsOf(db: Db, id: string, most: number): Promise<CylinderEventRow[]> {
  const { rows } = await db.query<CylinderEventRow>(sql`
    SELECT
      e.id, e.kind, e.at, p.name AS by, e.pressure, e.temperature, e.weight, e.minutes, e.state,
      ${PLACE} AS place, e.note, e.rehearsal
    FROM cylinder_event e
      JOIN person p ON p.id = e.person_id
      LEFT JOIN gas_store s ON s.id = e.store_id
      LEFT JOIN station b ON b.id = e.station_id
      LEFT JOIN gear g ON g.id = e.set_id
    WHERE e.cylinder_id = ${id}
    ORDER BY e.at DESC, e.id
    LIMIT ${most}
  `)
  return rows
}
