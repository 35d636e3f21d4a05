import sql, { type RawValue, type Sql } from 'sql-template-tag'
import { insertInto } from './insert'
import type { HouseRow } from '#core/shade/shade.table'
import type { Db } from './pool'

/** Expression for the rows of the chart in force at a site on a day; null where there is none. */
export const inForceOn = (site: RawValue, day: Sql): Sql => sql`(
  SELECT rows
  FROM house_chart
  WHERE site_id = ${site} AND effective_from <= ${day}
  ORDER BY effective_from DESC
  LIMIT 1
)`

export async function chartInForce(db: Db, site: string, day: string): Promise<HouseRow[]> {
  const {
    rows: [row],
  } = await db.query<{ rows: HouseRow[] | null }>(
    sql`SELECT ${inForceOn(site, sql`${day}::date`)} AS rows`,
  )
  return row?.rows ?? []
}

export interface HouseChartRow {
  id: string
  effective_from: string
  rows: HouseRow[]
}

export async function listCharts(db: Db, site: string): Promise<HouseChartRow[]> {
  const { rows } = await db.query<HouseChartRow>(sql`
    SELECT id, effective_from, rows
    FROM house_chart
    WHERE site_id = ${site}
    ORDER BY effective_from DESC
  `)
  return rows
}

export async function insertChart(
  db: Db,
  row: {
    id: string
    organisation: string
    site: string
    effectiveFrom: string
    rows: readonly HouseRow[]
    person: string
    at: Date
    rehearsal: boolean
  },
): Promise<void> {
  await db.query(
    insertInto('house_chart', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      effective_from: row.effectiveFrom,
      rows: JSON.stringify(row.rows),
      created_by: row.person,
      created_at: row.at,
      rehearsal: row.rehearsal,
    }),
  )
}
