import sql, { type Sql } from 'sql-template-tag'
import { daysBetween } from '#core/calendar/day'
import type { GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { isDue } from '#core/inspection/gear'
import type { GearEvent, Occasion } from '#core/inspection/occasion'
import type { Grace, Look } from '#core/inspection/schedule'
import type { HelmetDetails } from '#core/shade/helmet'
import {
  PART_KINDS,
  type Line,
  type PartFacts,
  type PartKind,
  type SetKind,
} from '#core/gas/set/kind'
import type { Gear } from '#shared/inspection/schema'
import type { Db } from './pool'

/** Whose gear, the day that decides what is due, a calendar day of the site, and its grace. */
export interface GearScope {
  site: string
  now: Date
  timeZone: string
  today: string
  grace: Grace
}

/** Cylinders and other gear as one list, each with its looks and with what is fitted to it and locked out. */
const itemsOf = ({ site, timeZone, today }: GearScope): Sql => sql`(
  SELECT
    i.*, p.name AS assigned_name, g.label AS set_label, s.name AS station_name,
    k.name AS own_name, f.label AS parent_label, f.kind AS parent_kind,
    l.looks, l.last_at, coalesce(l.due, false) AS due, h.locked_parts
  FROM (
    SELECT
      id, site_id, 'cylinder' AS kind, NULL::uuid AS kind_id, label, gas, description,
      NULL::uuid AS assigned_to, NULL::jsonb AS ranges, NULL::jsonb AS details, station_id,
      every_days, lock_reason, locked_at, lock_occasion, version, NULL AS set_kind,
      NULL::timestamptz AS set_changed_at, set_id, NULL AS line, NULL::uuid AS parent_id,
      '{}'::jsonb AS fields, '' AS maker, '' AS model, serial, NULL::date AS in_service_on,
      NULL AS event
    FROM cylinder
    UNION ALL
    SELECT
      id, site_id, kind, kind_id, label, NULL, description, assigned_to, ranges, details,
      station_id, every_days, lock_reason, locked_at, lock_occasion, version, set_kind,
      set_changed_at, set_id, line, parent_id, fields, maker, model, serial, in_service_on, event
    FROM gear
  ) i
  LEFT JOIN person p ON p.id = i.assigned_to
  LEFT JOIN gear g ON g.id = i.set_id
  LEFT JOIN gear f ON f.id = i.parent_id
  LEFT JOIN station s ON s.id = i.station_id
  LEFT JOIN gear_kind k ON k.id = i.kind_id
  LEFT JOIN LATERAL (
    SELECT
      jsonb_agg(
        jsonb_build_object(
          'occasion', occasion, 'lastOn', (last_at AT TIME ZONE ${timeZone})::date,
          'lastResult', last_result, 'dueOn', due_on, 'used', used, 'useEvery', use_every,
          'calibrated', calibrated
        )
        ORDER BY due_on NULLS FIRST
      ) AS looks,
      max(last_at) AS last_at,
      bool_or(NOT waits AND (due_on IS NULL OR due_on <= ${today})) AS due
    FROM gear_look
    WHERE item_id = i.id
  ) l ON true
  LEFT JOIN (
    -- Few are locked: from each of them up to whatever it is fitted to.
    WITH RECURSIVE held (id, name, reason) AS (
      SELECT parent_id, label, lock_reason
      FROM gear
      WHERE lock_reason IS NOT NULL AND parent_id IS NOT NULL AND site_id = ${site}
      UNION
      SELECT up.parent_id, held.name, held.reason
      FROM held JOIN gear up ON up.id = held.id
      WHERE up.parent_id IS NOT NULL
    )
    SELECT id, jsonb_agg(jsonb_build_object('name', name, 'reason', reason)) AS locked_parts
    FROM held
    GROUP BY id
  ) h ON h.id = i.id
  WHERE i.site_id = ${site}
) gear`

interface GearRow {
  id: string
  kind: GearKind
  kind_id: string | null
  own_name: string | null
  label: string
  gas: string | null
  description: string
  assigned_name: string | null
  assigned_to: string | null
  ranges: [number, number][] | null
  /** Of a helmet, or of a part of a gas set. */
  details: HelmetDetails | PartFacts | null
  station_id: string | null
  station_name: string | null
  every_days: number
  lock_reason: string | null
  locked_at: Date | null
  lock_occasion: Occasion | null
  locked_parts: Gear['lockedParts'] | null
  event: GearEvent | null
  looks: Look[] | null
  last_at: Date | null
  version: number
  set_kind: SetKind | null
  set_changed_at: Date | null
  set_id: string | null
  set_label: string | null
  line: Line | null
  parent_id: string | null
  parent_kind: GearKind | null
  parent_label: string | null
  fields: Gear['fields']
  maker: string
  model: string
  serial: string
  in_service_on: string | null
}

const isPart = (kind: GearKind): kind is PartKind => PART_KINDS.some((part) => part === kind)

const toGear =
  ({ today, grace }: GearScope) =>
  (row: GearRow): Gear => {
    const { lock_reason: lockReason, event } = row
    const looks = row.looks ?? []
    const routine = looks.find((look) => look.occasion === 'beforeUse')
    return {
      id: row.id,
      kind: row.kind,
      kindId: row.kind_id,
      kindName: row.own_name ?? KINDS[row.kind].name,
      label: row.label,
      gas: row.gas,
      description: row.description,
      assignedTo: row.assigned_name,
      assignedToId: row.assigned_to,
      ranges: row.ranges,
      details: row.kind === 'helmet' ? (row.details as HelmetDetails | null) : null,
      facts: isPart(row.kind) ? (row.details as PartFacts) : null,
      fields: row.fields,
      maker: row.maker,
      model: row.model,
      serial: row.serial,
      inServiceOn: row.in_service_on,
      stationId: row.station_id,
      station: row.station_name,
      setKind: row.set_kind,
      setChangedAt: row.set_changed_at?.toISOString() ?? null,
      setId: row.set_id,
      set: row.set_label,
      line: row.line,
      parentId: row.parent_id,
      parentKind: row.parent_kind,
      parent: row.parent_label,
      everyDays: row.every_days,
      lockReason,
      lockOccasion: lockReason === null ? null : (row.lock_occasion ?? 'beforeUse'),
      lockedAt: row.locked_at?.toISOString() ?? null,
      lockedParts: row.locked_parts ?? [],
      event,
      looks,
      lastResult: routine?.lastResult ?? null,
      lastAt: row.last_at?.toISOString() ?? null,
      daysSince: routine?.lastOn ? daysBetween(routine.lastOn, today) : null,
      fault: looks.some((look) => look.lastResult === 'fail' || look.lastResult === 'locked'),
      due: isDue({ lockReason, looks, today, grace, event }),
      version: row.version,
    }
  }

/** Rows of gear that meet a condition, as gear. */
async function gearWhere(db: Db, scope: GearScope, condition: Sql): Promise<Gear[]> {
  const { rows } = await db.query<GearRow>(sql`
    SELECT *
    FROM ${itemsOf(scope)}
    WHERE ${condition}
  `)
  return rows.map(toGear(scope))
}

/** Every gear, or all of a kind. Of a large shop that is much: for a file, for labels, and for choosing within a kind. */
export const allGear = (db: Db, scope: GearScope, kind: GearKind | null): Promise<Gear[]> =>
  gearWhere(db, scope, sql`${kind}::text IS NULL OR kind = ${kind} ORDER BY label`)

/** Machines and cylinders that stand at some stations. */
export const gearAtStations = (
  db: Db,
  scope: GearScope,
  stations: readonly string[],
): Promise<Gear[]> =>
  gearWhere(
    db,
    scope,
    sql`kind IN ('machine', 'cylinder') AND station_id = ANY (${stations}) ORDER BY label`,
  )

/** So many of each are offered to whoever lacks one. */
const MOST_SPARE = 200

/** Machines, those with a place first, and helmets that nobody has locked out: what may be lent to a session. */
export async function spareGear(db: Db, scope: GearScope): Promise<Gear[]> {
  const { rows } = await db.query<{ id: string }>(sql`
    (
      SELECT id
      FROM gear
      WHERE site_id = ${scope.site} AND kind = 'machine' AND lock_reason IS NULL
      ORDER BY station_id IS NULL, label
      LIMIT ${MOST_SPARE}
    )
    UNION ALL
    (
      SELECT id
      FROM gear
      WHERE site_id = ${scope.site} AND kind = 'helmet' AND lock_reason IS NULL
      ORDER BY assigned_to IS NOT NULL, label
      LIMIT ${MOST_SPARE}
    )
  `)
  return gearById(
    db,
    scope,
    rows.map(({ id }) => id),
  )
}

export const helmetsOf = (db: Db, scope: GearScope, people: readonly string[]): Promise<Gear[]> =>
  gearWhere(db, scope, sql`kind = 'helmet' AND assigned_to = ANY (${people}) ORDER BY label`)

/** Gear with one of some labels, capitals or not. */
export const gearByLabel = (db: Db, scope: GearScope, labels: readonly string[]): Promise<Gear[]> =>
  gearWhere(
    db,
    scope,
    sql`lower(label) = ANY (${labels.map((label) => label.toLowerCase())}) ORDER BY label`,
  )

export async function findGear(
  db: Db,
  scope: GearScope,
  kind: GearKind,
  id: string,
): Promise<Gear | null> {
  const rows = await gearWhere(db, scope, sql`kind = ${kind} AND id = ${id}`)
  return rows[0] ?? null
}

export const gearOfJob = (db: Db, scope: GearScope, job: string): Promise<Gear[]> =>
  gearWhere(
    db,
    scope,
    sql`
      id IN (
        SELECT gear_id FROM job_gear WHERE job_id = ${job}
        UNION ALL
        SELECT cylinder_id FROM job_cylinder WHERE job_id = ${job}
      )
      ORDER BY kind, label
    `,
  )

/** Parts of gas sets. */
export const partsOfSets = (db: Db, scope: GearScope, sets: readonly string[]): Promise<Gear[]> =>
  gearWhere(
    db,
    scope,
    sql`kind <> 'cylinder' AND set_id = ANY (${sets}) ORDER BY line, kind, label`,
  )

/** What is fitted to a piece of gear. */
export const fittedTo = (db: Db, scope: GearScope, parent: string): Promise<Gear[]> =>
  gearWhere(db, scope, sql`parent_id = ${parent} ORDER BY kind, label`)

export const gearById = (db: Db, scope: GearScope, ids: readonly string[]): Promise<Gear[]> =>
  gearWhere(db, scope, sql`id = ANY (${ids}) ORDER BY label`)

export const lockedGear = (db: Db, scope: GearScope): Promise<Gear[]> =>
  gearWhere(db, scope, sql`lock_reason IS NOT NULL ORDER BY locked_at DESC`)
