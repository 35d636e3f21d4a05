import sql, { raw, type Sql } from 'sql-template-tag'
import type { GearKind } from '#core/inspection/kind'
import type { JudgedLine } from '#core/inspection/inspection'
import type { Occasion } from '#core/inspection/occasion'
import type { Dimension } from '#shared/inspection/trend'
import { tableOf } from './gear-write'
import type { Db } from './pool'

/** Which failures: since a month, of one kind or of all. */
export interface FaultScope {
  site: string
  /** First day of a month. */
  from: string
  kind: GearKind | null
}

export interface FaultCount {
  kind: GearKind
  key: string
  name: string
  count: number
}

/** Failed lines by line, maker or place; what is told of kinds adds the lines up. */
export async function faultCounts(
  db: Db,
  { site, from, kind }: FaultScope,
  dimension: Exclude<Dimension, 'kind'>,
): Promise<FaultCount[]> {
  const { rows } = await db.query<FaultCount>(sql`
    SELECT kind, key, max(name) AS name, sum(count)::integer AS count
    FROM fault_month
    WHERE site_id = ${site}
      AND dimension = ${dimension}
      AND month >= ${from}
      AND (${kind}::text IS NULL OR kind = ${kind})
    GROUP BY kind, key
  `)
  return rows
}

export async function inspectionMonths(
  db: Db,
  { site, from, kind }: FaultScope,
): Promise<{ month: string; made: number; late: number; faulty: number }[]> {
  const { rows } = await db.query(sql`
    SELECT
      month, sum(made)::integer AS made, sum(late)::integer AS late,
      sum(faulty)::integer AS faulty
    FROM inspection_month
    WHERE site_id = ${site} AND month >= ${from} AND (${kind}::text IS NULL OR kind = ${kind})
    GROUP BY month
    ORDER BY month
  `)
  return rows as { month: string; made: number; late: number; faulty: number }[]
}

/** Days in service since a day, and looks with a fault since then, by kind. A piece counts from the end of the month in which it came. */
export async function serviceDays(
  db: Db,
  { site, from, kind }: FaultScope,
  today: string,
): Promise<{ kind: GearKind; days: number; failures: number }[]> {
  const { rows } = await db.query<{ kind: GearKind; days: number; failures: number }>(sql`
    SELECT g.kind, g.days, coalesce(f.failures, 0) AS failures
    FROM (
      SELECT
        kind,
        sum(
          pieces * greatest(0, ${today}::date - greatest(${from}::date, month + interval '1 month')::date)
        )::double precision AS days
      FROM gear_month
      WHERE site_id = ${site} AND (${kind}::text IS NULL OR kind = ${kind})
      GROUP BY kind
    ) g
    LEFT JOIN (
      SELECT kind, sum(faulty)::integer AS failures
      FROM inspection_month
      WHERE site_id = ${site} AND month >= ${from}
      GROUP BY kind
    ) f ON f.kind = g.kind
    WHERE g.days > 0
    ORDER BY g.kind
  `)
  return rows
}

export interface FaultRow {
  inspection_id: string
  item_id: string
  kind: GearKind
  label: string
  line: string
  name: string
  critical: boolean
  place: string | null
  day: string
}

/** The failed lines behind a bar, newest first. */
export async function faultsOf(
  db: Db,
  { site, from, kind }: FaultScope,
  { by, key }: { by: Dimension; key: string },
  page: { most: number; offset: number },
): Promise<FaultRow[]> {
  const { rows } = await db.query<FaultRow>(sql`
    WITH found AS (
      SELECT *
      FROM fault
      WHERE site_id = ${site}
        AND day >= ${from}
        AND (${kind}::text IS NULL OR kind = ${kind})
        AND ${isOf(by, key)}
      ORDER BY day DESC, inspection_id
      LIMIT ${page.most}
      OFFSET ${page.offset}
    )
    SELECT
      f.inspection_id, f.item_id, f.kind, coalesce(g.label, c.label) AS label, f.line, f.name,
      f.critical, s.name AS place, f.day
    FROM found f
    LEFT JOIN gear g ON g.id = f.item_id
    LEFT JOIN cylinder c ON c.id = f.item_id
    LEFT JOIN station s ON s.id = f.station_id
    ORDER BY f.day DESC, f.inspection_id
  `)
  return rows
}

/** A bar of lines is a kind and a line; one of places a station, or none. */
function isOf(by: Dimension, key: string): Sql {
  switch (by) {
    case 'line': {
      const [kind, line] = key.split(' ')
      return sql`kind = ${kind ?? ''} AND line = ${line ?? ''}`
    }
    case 'kind':
      return sql`kind = ${key}`
    case 'maker':
      return sql`maker = ${key}`
    case 'place':
      return sql`coalesce(station_id::text, '') = ${key}`
  }
}

/** Inspections of one piece of gear with their readings, oldest first. */
export async function readingsOf(
  db: Db,
  kind: GearKind,
  id: string,
  most: number,
): Promise<{ on: Date; occasion: Occasion; lines: JudgedLine[] }[]> {
  const { rows } = await db.query<{ on: Date; occasion: Occasion; lines: JudgedLine[] }>(sql`
    SELECT at AS on, occasion, lines
    FROM inspection
    WHERE ${raw(`${tableOf(kind)}_id`)} = ${id}
    ORDER BY at DESC
    LIMIT ${most}
  `)
  return rows.reverse()
}
