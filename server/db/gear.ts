import sql, { raw, type Sql } from 'sql-template-tag'
import { insertInto } from './insert'
import { isVersion } from './version'
import { partsOfLabel } from '#core/gas/label'
import type { GearKind } from '#core/inspection/checklist.table'
import { isDue } from '#core/inspection/gear'
import type { HelmetDetails } from '#core/shade/helmet'
import type { JudgedLine } from '#core/inspection/inspection'
import {
  PART_KINDS,
  type Line,
  type PartFacts,
  type PartKind,
  type SetKind,
} from '#core/gas/set/kind'
import type { Gear, GearBody } from '#shared/inspection/schema'
import type { Db } from './pool'
import { pageOf, pattern, type Page, type PageQuery } from './page'

/** Whose gear, and the day that decides what is due: a calendar day of the site. */
export interface GearScope {
  site: string
  now: Date
  timeZone: string
}

/** Cylinders and other gear as one list, each with its newest inspection. */
const itemsOf = ({ site, now, timeZone }: GearScope): Sql => sql`(
  SELECT
    i.*, p.name AS assigned_name, g.label AS set_label, n.result AS last_result, n.at AS last_at,
    (
      (${now}::timestamptz AT TIME ZONE ${timeZone})::date
      - (n.at AT TIME ZONE ${timeZone})::date
    ) AS days_since
  FROM (
    SELECT
      id, site_id, 'cylinder' AS kind, label, gas, description, NULL::uuid AS assigned_to,
      NULL::jsonb AS ranges, NULL::jsonb AS details, station_id, every_days, lock_reason, locked_at,
      version, NULL AS set_kind, NULL::timestamptz AS set_changed_at, set_id, NULL AS line
    FROM cylinder
    UNION ALL
    SELECT
      id, site_id, kind, label, NULL, description, assigned_to, ranges, details, station_id,
      every_days, lock_reason, locked_at, version, set_kind, set_changed_at, set_id, line
    FROM gear
  ) i
  LEFT JOIN person p ON p.id = i.assigned_to
  LEFT JOIN gear g ON g.id = i.set_id
  LEFT JOIN LATERAL (
    (
      SELECT result, at
      FROM inspection
      WHERE i.kind = 'cylinder' AND cylinder_id = i.id
      ORDER BY at DESC
      LIMIT 1
    )
    UNION ALL
    (
      SELECT result, at
      FROM inspection
      WHERE i.kind <> 'cylinder' AND gear_id = i.id
      ORDER BY at DESC
      LIMIT 1
    )
  ) n ON true
  WHERE i.site_id = ${site}
) gear`
/** The rule of `isDue` in core, for sorting and counting. */
const DUE = sql`(lock_reason IS NULL AND (days_since IS NULL OR days_since >= every_days))`

interface GearRow {
  id: string
  kind: GearKind
  label: string
  gas: string | null
  description: string
  assigned_name: string | null
  assigned_to: string | null
  ranges: [number, number][] | null
  /** Of a helmet, or of a part of a gas set. */
  details: HelmetDetails | PartFacts | null
  station_id: string | null
  every_days: number
  lock_reason: string | null
  locked_at: Date | null
  last_result: Gear['lastResult']
  last_at: Date | null
  days_since: number | null
  version: number
  set_kind: SetKind | null
  set_changed_at: Date | null
  set_id: string | null
  set_label: string | null
  line: Line | null
}

const isPart = (kind: GearKind): kind is PartKind => PART_KINDS.some((part) => part === kind)

const toGear = (row: GearRow): Gear => {
  const { last_at: lastAt, locked_at: lockedAt, days_since: daysSince } = row
  const { lock_reason: lockReason, every_days: everyDays } = row
  return {
    id: row.id,
    kind: row.kind,
    label: row.label,
    gas: row.gas,
    description: row.description,
    assignedTo: row.assigned_name,
    assignedToId: row.assigned_to,
    ranges: row.ranges,
    details: row.kind === 'helmet' ? (row.details as HelmetDetails | null) : null,
    facts: isPart(row.kind) ? (row.details as PartFacts) : null,
    stationId: row.station_id,
    setKind: row.set_kind,
    setChangedAt: row.set_changed_at?.toISOString() ?? null,
    setId: row.set_id,
    set: row.set_label,
    line: row.line,
    everyDays,
    lockReason,
    lockedAt: lockedAt?.toISOString() ?? null,
    lastResult: row.last_result,
    lastAt: lastAt?.toISOString() ?? null,
    daysSince,
    due: isDue({ lockReason, daysSince, everyDays }),
    version: row.version,
  }
}

const ORDER = {
  attention: sql`(lock_reason IS NOT NULL) DESC, ${DUE} DESC, label`,
  label: sql`label`,
} as const

export async function listGear(
  db: Db,
  scope: GearScope,
  query: PageQuery & { sort: keyof typeof ORDER; kind?: GearKind },
): Promise<Page<Gear>> {
  const like = pattern(query.q)
  const kind = query.kind ?? null
  const from = sql`
    ${itemsOf(scope)}
    WHERE (${kind}::text IS NULL OR kind = ${kind})
      AND (label ILIKE ${like} OR description ILIKE ${like} OR coalesce(gas, '') ILIKE ${like})
  `
  return pageOf(db, query.page, { select: sql`*`, from, order: ORDER[query.sort] }, toGear)
}

/** Every gear, for choosing from. */
export async function allGear(db: Db, scope: GearScope, kind: GearKind | null): Promise<Gear[]> {
  const { rows } = await db.query<GearRow>(sql`
    SELECT *
    FROM ${itemsOf(scope)}
    WHERE ${kind}::text IS NULL OR kind = ${kind}
    ORDER BY label
  `)
  return rows.map(toGear)
}

export async function findGear(
  db: Db,
  scope: GearScope,
  kind: GearKind,
  id: string,
): Promise<Gear | null> {
  const { rows } = await db.query<GearRow>(sql`
    SELECT *
    FROM ${itemsOf(scope)}
    WHERE kind = ${kind} AND id = ${id}
  `)
  return rows[0] ? toGear(rows[0]) : null
}

export async function gearOfJob(db: Db, scope: GearScope, job: string): Promise<Gear[]> {
  const { rows } = await db.query<GearRow>(sql`
    SELECT *
    FROM ${itemsOf(scope)}
    WHERE id IN (
      SELECT gear_id FROM job_gear WHERE job_id = ${job}
      UNION ALL
      SELECT cylinder_id FROM job_cylinder WHERE job_id = ${job}
    )
    ORDER BY kind, label
  `)
  return rows.map(toGear)
}

/** Parts of gas sets. */
export async function partsOfSets(
  db: Db,
  scope: GearScope,
  sets: readonly string[],
): Promise<Gear[]> {
  const { rows } = await db.query<GearRow>(sql`
    SELECT *
    FROM ${itemsOf(scope)}
    WHERE kind <> 'cylinder' AND set_id = ANY (${sets})
    ORDER BY line, kind, label
  `)
  return rows.map(toGear)
}

export async function gearById(db: Db, scope: GearScope, ids: readonly string[]): Promise<Gear[]> {
  const { rows } = await db.query<GearRow>(sql`
    SELECT *
    FROM ${itemsOf(scope)}
    WHERE id = ANY (${ids})
    ORDER BY label
  `)
  return rows.map(toGear)
}

export async function lockedGear(db: Db, scope: GearScope): Promise<Gear[]> {
  const { rows } = await db.query<GearRow>(sql`
    SELECT *
    FROM ${itemsOf(scope)}
    WHERE lock_reason IS NOT NULL
    ORDER BY locked_at DESC
  `)
  return rows.map(toGear)
}

export async function dueGear(
  db: Db,
  scope: GearScope,
  most: number,
): Promise<{ rows: Gear[]; total: number }> {
  const { rows } = await db.query<GearRow & { total: number }>(sql`
    SELECT *, count(*) OVER () AS total
    FROM ${itemsOf(scope)}
    WHERE ${DUE}
    ORDER BY days_since DESC NULLS FIRST, label
    LIMIT ${most}
  `)
  return { rows: rows.map(toGear), total: rows[0]?.total ?? 0 }
}

export async function insertGear(
  db: Db,
  row: GearBody & { id: string; organisation: string; site: string; rehearsal: boolean },
): Promise<void> {
  if (row.kind === 'cylinder') {
    await db.query(
      insertInto('cylinder', {
        id: row.id,
        organisation_id: row.organisation,
        site_id: row.site,
        label: row.label,
        gas: row.gas,
        parts: partsText(row.gas),
        description: row.description,
        every_days: row.everyDays,
        rehearsal: row.rehearsal,
        station_id: row.stationId,
      }),
    )
    return
  }
  const own = ownColumns(row)
  await db.query(
    insertInto('gear', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      kind: row.kind,
      label: row.label,
      description: row.description,
      every_days: row.everyDays,
      rehearsal: row.rehearsal,
      assigned_to: own.assigned,
      ranges: own.ranges,
      details: own.details,
      station_id: own.station,
      set_kind: own.setKind,
    }),
  )
}

/** What a label says of the gas; null where no row of the table says the very same. */
const partsText = (label: string): string | null => {
  const parts = partsOfLabel(label)
  return parts && JSON.stringify(parts)
}

interface OwnColumns {
  ranges: string | null
  assigned: string | null
  details: string | null
  station: string | null
  setKind: SetKind | null
}
const NOTHING: OwnColumns = {
  ranges: null,
  assigned: null,
  details: null,
  station: null,
  setKind: null,
}

/** What one kind of gear has and another has not. */
function ownColumns(row: Exclude<GearBody, { kind: 'cylinder' }>): OwnColumns {
  switch (row.kind) {
    case 'helmet':
      return {
        ...NOTHING,
        ranges: JSON.stringify(row.ranges),
        assigned: row.assignedTo,
        details: JSON.stringify(row.details),
      }
    case 'machine':
      return { ...NOTHING, station: row.stationId }
    case 'gasSet':
      return { ...NOTHING, station: row.stationId, setKind: row.setKind }
    default:
      return { ...NOTHING, details: JSON.stringify(row.facts) }
  }
}

export async function updateGear(db: Db, id: string, row: GearBody): Promise<boolean> {
  if (row.kind === 'cylinder') {
    const { rowCount } = await db.query(sql`
          UPDATE cylinder
          SET
            label = ${row.label},
            -- A new label is a new gas; the same one leaves what is told of it.
            parts = CASE WHEN gas = ${row.gas} THEN parts ELSE ${partsText(row.gas)}::jsonb END,
            gas = ${row.gas},
            description = ${row.description},
            every_days = ${row.everyDays},
            version = version + 1
          WHERE id = ${id} AND ${isVersion(row.version)}
        `)
    return rowCount === 1
  }
  const own = ownColumns(row)
  const { rowCount } = await db.query(sql`
        UPDATE gear
        SET
          label = ${row.label},
          description = ${row.description},
          every_days = ${row.everyDays},
          assigned_to = ${own.assigned},
          ranges = ${own.ranges},
          details = ${own.details},
          station_id = ${own.station},
          set_kind = ${own.setKind},
          version = version + 1
        WHERE id = ${id} AND kind = ${row.kind} AND ${isVersion(row.version)}
      `)
  return rowCount === 1
}

const TABLE: Record<GearKind, 'cylinder' | 'gear'> = {
  cylinder: 'cylinder',
  machine: 'gear',
  helmet: 'gear',
  gasSet: 'gear',
  regulator: 'gear',
  hose: 'gear',
  arrestor: 'gear',
  torch: 'gear',
}

/** Hold the gear while an inspection is judged, so that two inspectors do not lock and unlock across each other. */
export async function holdGear(db: Db, kind: GearKind, id: string): Promise<void> {
  await db.query(sql`
    SELECT 1
    FROM ${raw(TABLE[kind])}
    WHERE id = ${id}
    FOR UPDATE
  `)
}

export async function setLock(
  db: Db,
  kind: GearKind,
  id: string,
  lock: { reason: string; at: Date } | null,
): Promise<void> {
  await db.query(sql`
    UPDATE ${raw(TABLE[kind])}
    SET lock_reason = ${lock?.reason ?? null}, locked_at = ${lock?.at ?? null}
    WHERE id = ${id}
  `)
}

export interface NewInspection {
  id: string
  organisation: string
  kind: GearKind
  gear: string
  person: string
  at: Date
  result: string
  lines: JudgedLine[]
  repairNote: string | null
  rehearsal: boolean
  session?: string
}

export async function insertInspection(db: Db, row: NewInspection): Promise<void> {
  await db.query(
    insertInto('inspection', {
      id: row.id,
      organisation_id: row.organisation,
      [`${TABLE[row.kind]}_id`]: row.gear,
      person_id: row.person,
      at: row.at,
      result: row.result,
      lines: JSON.stringify(row.lines),
      repair_note: row.repairNote,
      rehearsal: row.rehearsal,
      session_id: row.session ?? null,
    }),
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
  kind: GearKind,
  id: string,
  most: number,
): Promise<InspectionRow[]> {
  const { rows } = await db.query(sql`
    SELECT i.id, i.at, p.name AS person, i.result, i.repair_note, i.rehearsal, i.lines
    FROM inspection i JOIN person p ON p.id = i.person_id
    WHERE ${raw(`i.${TABLE[kind]}_id`)} = ${id}
    ORDER BY i.at DESC
    LIMIT ${most}
  `)
  return rows
}
