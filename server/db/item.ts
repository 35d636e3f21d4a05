import type { ItemKind } from '#core/inspection/checklist.table'
import type { HelmetDetails } from '#core/shade/helmet'
import type { JudgedLine } from '#core/inspection/inspection'
import type { Item, ItemBody } from '#shared/inspection/schema'
import type { Db } from './pool'
import { pageOf, type Page, type PageQuery } from './page'

/** Cylinders and equipment as one list, each with its newest inspection. $1 site, $2 now, $3 time zone. Days are calendar days of the site. */
const ITEMS = `(
  SELECT i.*, p.name AS assigned_name, n.result AS last_result, n.at AS last_at,
    (($2::timestamptz AT TIME ZONE $3)::date - (n.at AT TIME ZONE $3)::date) AS days_since
  FROM (
    SELECT id, site_id, 'cylinder' AS kind, label, gas, description, NULL::uuid AS assigned_to, NULL::jsonb AS ranges, NULL::jsonb AS details, station_id, every_days, lock_reason, locked_at FROM cylinder
    UNION ALL
    SELECT id, site_id, kind, label, NULL, description, assigned_to, ranges, details, station_id, every_days, lock_reason, locked_at FROM equipment
  ) i
  LEFT JOIN person p ON p.id = i.assigned_to
  LEFT JOIN LATERAL (
    (SELECT result, at FROM inspection WHERE i.kind = 'cylinder' AND cylinder_id = i.id ORDER BY at DESC LIMIT 1)
    UNION ALL
    (SELECT result, at FROM inspection WHERE i.kind <> 'cylinder' AND equipment_id = i.id ORDER BY at DESC LIMIT 1)
  ) n ON true
  WHERE i.site_id = $1
) item`
const DUE = '(lock_reason IS NULL AND (days_since IS NULL OR days_since >= every_days))'

export interface ItemScope {
  site: string
  now: Date
  timeZone: string
}
const scoped = (scope: ItemScope): unknown[] => [scope.site, scope.now, scope.timeZone]

interface ItemRow {
  id: string
  kind: ItemKind
  label: string
  gas: string | null
  description: string
  assigned_name: string | null
  assigned_to: string | null
  ranges: [number, number][] | null
  details: HelmetDetails | null
  station_id: string | null
  every_days: number
  lock_reason: string | null
  locked_at: Date | null
  last_result: Item['lastResult']
  last_at: Date | null
  days_since: number | null
}

const toItem = (row: ItemRow): Item => {
  const { last_at: lastAt, locked_at: lockedAt, days_since: days } = row
  return {
    id: row.id,
    kind: row.kind,
    label: row.label,
    gas: row.gas,
    description: row.description,
    assignedTo: row.assigned_name,
    assignedToId: row.assigned_to,
    ranges: row.ranges,
    details: row.details,
    stationId: row.station_id,
    everyDays: row.every_days,
    lockReason: row.lock_reason,
    lockedAt: lockedAt?.toISOString() ?? null,
    lastResult: row.last_result,
    lastAt: lastAt?.toISOString() ?? null,
    daysSince: days,
    due: row.lock_reason === null && (days === null || days >= row.every_days),
  }
}

const ORDER = {
  attention: `(lock_reason IS NOT NULL) DESC, ${DUE} DESC, label`,
  label: 'label',
} as const

export async function listItems(
  db: Db,
  scope: ItemScope,
  query: PageQuery & { sort: keyof typeof ORDER; kind?: ItemKind },
): Promise<Page<Item>> {
  return pageOf(
    db,
    query,
    {
      select: '*',
      from: `${ITEMS} WHERE ($4::text IS NULL OR kind = $4) AND (label ILIKE $5 OR description ILIKE $5 OR coalesce(gas, '') ILIKE $5)`,
      order: ORDER[query.sort],
      values: [...scoped(scope), query.kind ?? null],
    },
    toItem,
  )
}

/** Every item, for choosing from. */
export async function allItems(db: Db, scope: ItemScope, kind: ItemKind | null): Promise<Item[]> {
  const { rows } = await db.query<ItemRow>(
    `SELECT * FROM ${ITEMS} WHERE $4::text IS NULL OR kind = $4 ORDER BY label`,
    [...scoped(scope), kind],
  )
  return rows.map(toItem)
}

export async function findItem(
  db: Db,
  scope: ItemScope,
  kind: ItemKind,
  id: string,
): Promise<Item | null> {
  const { rows } = await db.query<ItemRow>(`SELECT * FROM ${ITEMS} WHERE kind = $4 AND id = $5`, [
    ...scoped(scope),
    kind,
    id,
  ])
  return rows[0] ? toItem(rows[0]) : null
}

export async function itemsOfJob(db: Db, scope: ItemScope, job: string): Promise<Item[]> {
  const { rows } = await db.query<ItemRow>(
    `SELECT * FROM ${ITEMS} WHERE id IN (SELECT equipment_id FROM job_equipment WHERE job_id = $4 UNION ALL SELECT cylinder_id FROM job_cylinder WHERE job_id = $4) ORDER BY kind, label`,
    [...scoped(scope), job],
  )
  return rows.map(toItem)
}

export async function lockedItems(db: Db, scope: ItemScope): Promise<Item[]> {
  const { rows } = await db.query<ItemRow>(
    `SELECT * FROM ${ITEMS} WHERE lock_reason IS NOT NULL ORDER BY locked_at DESC`,
    scoped(scope),
  )
  return rows.map(toItem)
}

export async function dueItems(
  db: Db,
  scope: ItemScope,
  most: number,
): Promise<{ rows: Item[]; total: number }> {
  const { rows } = await db.query<ItemRow & { total: number }>(
    `SELECT *, count(*) OVER () AS total FROM ${ITEMS} WHERE ${DUE} ORDER BY days_since DESC NULLS FIRST, label LIMIT $4`,
    [...scoped(scope), most],
  )
  return { rows: rows.map(toItem), total: rows[0]?.total ?? 0 }
}

export async function insertItem(
  db: Db,
  row: ItemBody & { id: string; organisation: string; site: string; rehearsal: boolean },
): Promise<void> {
  if (row.kind === 'cylinder') {
    await db.query(
      'INSERT INTO cylinder (id, organisation_id, site_id, label, gas, description, every_days, rehearsal, station_id) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)',
      [
        row.id,
        row.organisation,
        row.site,
        row.label,
        row.gas,
        row.description,
        row.everyDays,
        row.rehearsal,
        row.stationId,
      ],
    )
    return
  }
  const helmet = ofHelmet(row)
  await db.query(
    'INSERT INTO equipment (id, organisation_id, site_id, kind, label, description, assigned_to, ranges, every_days, rehearsal, details, station_id) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)',
    [
      row.id,
      row.organisation,
      row.site,
      row.kind,
      row.label,
      row.description,
      helmet.assigned,
      helmet.ranges,
      row.everyDays,
      row.rehearsal,
      helmet.details,
      helmet.station,
    ],
  )
}

/** What differs between a helmet and a machine. */
const ofHelmet = (
  row: ItemBody,
): {
  ranges: string | null
  assigned: string | null
  details: string | null
  station: string | null
} =>
  row.kind === 'helmet'
    ? {
        ranges: JSON.stringify(row.ranges),
        assigned: row.assignedTo,
        details: JSON.stringify(row.details),
        station: null,
      }
    : { ranges: null, assigned: null, details: null, station: row.stationId }

export async function updateItem(db: Db, id: string, row: ItemBody): Promise<boolean> {
  if (row.kind === 'cylinder')
    return (
      (
        await db.query(
          'UPDATE cylinder SET label = $2, gas = $3, description = $4, every_days = $5, station_id = $6 WHERE id = $1',
          [id, row.label, row.gas, row.description, row.everyDays, row.stationId],
        )
      ).rowCount === 1
    )
  const helmet = ofHelmet(row)
  return (
    (
      await db.query(
        'UPDATE equipment SET label = $2, description = $3, every_days = $4, assigned_to = $5, ranges = $6, details = $7, station_id = $9 WHERE id = $1 AND kind = $8',
        [
          id,
          row.label,
          row.description,
          row.everyDays,
          helmet.assigned,
          helmet.ranges,
          helmet.details,
          row.kind,
          helmet.station,
        ],
      )
    ).rowCount === 1
  )
}

const TABLE: Record<ItemKind, 'cylinder' | 'equipment'> = {
  cylinder: 'cylinder',
  machine: 'equipment',
  helmet: 'equipment',
}

/** Hold the item while an inspection is judged, so that two inspectors do not lock and unlock across each other. */
export async function holdItem(db: Db, kind: ItemKind, id: string): Promise<void> {
  await db.query(`SELECT 1 FROM ${TABLE[kind]} WHERE id = $1 FOR UPDATE`, [id])
}

export async function setLock(
  db: Db,
  kind: ItemKind,
  id: string,
  lock: { reason: string; at: Date } | null,
): Promise<void> {
  await db.query(`UPDATE ${TABLE[kind]} SET lock_reason = $2, locked_at = $3 WHERE id = $1`, [
    id,
    lock?.reason ?? null,
    lock?.at ?? null,
  ])
}

export interface NewInspection {
  id: string
  organisation: string
  kind: ItemKind
  item: string
  person: string
  at: Date
  result: string
  lines: JudgedLine[]
  repairNote: string | null
  rehearsal: boolean
  training?: string
}

export async function insertInspection(db: Db, row: NewInspection): Promise<void> {
  await db.query(
    `INSERT INTO inspection (id, organisation_id, ${TABLE[row.kind]}_id, person_id, at, result, lines, repair_note, rehearsal, training_id) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [
      row.id,
      row.organisation,
      row.item,
      row.person,
      row.at,
      row.result,
      JSON.stringify(row.lines),
      row.repairNote,
      row.rehearsal,
      row.training ?? null,
    ],
  )
}

export interface InspectionRow {
  id: string
  at: Date
  person: string
  result: 'pass' | 'fail' | 'locked'
  repair_note: string | null
  rehearsal: boolean
  lines: JudgedLine[]
}

export async function inspectionsOf(
  db: Db,
  kind: ItemKind,
  id: string,
  most: number,
): Promise<InspectionRow[]> {
  const { rows } = await db.query(
    `SELECT i.id, i.at, p.name AS person, i.result, i.repair_note, i.rehearsal, i.lines FROM inspection i JOIN person p ON p.id = i.person_id WHERE i.${TABLE[kind]}_id = $1 ORDER BY i.at DESC LIMIT $2`,
    [id, most],
  )
  return rows
}
