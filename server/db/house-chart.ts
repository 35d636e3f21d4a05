import type { HouseRow } from '#core/shade/shade.table'
import type { Db } from './pool'

/** Expression for the rows of the chart in force at a site on a day; null where there is none. Only column names written here go into it. */
export const inForceOn = (site: string, day: string): string =>
  `(SELECT rows FROM house_chart WHERE site_id = ${site} AND effective_from <= ${day} ORDER BY effective_from DESC LIMIT 1)`

export async function chartInForce(db: Db, site: string, day: string): Promise<HouseRow[]> {
  const {
    rows: [row],
  } = await db.query<{ rows: HouseRow[] | null }>(`SELECT ${inForceOn('$1', '$2::date')} AS rows`, [
    site,
    day,
  ])
  return row?.rows ?? []
}

export interface HouseChartRow {
  id: string
  effective_from: string
  rows: HouseRow[]
}

export async function listCharts(db: Db, site: string): Promise<HouseChartRow[]> {
  const { rows } = await db.query<HouseChartRow>(
    'SELECT id, effective_from, rows FROM house_chart WHERE site_id = $1 ORDER BY effective_from DESC',
    [site],
  )
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
    'INSERT INTO house_chart (id, organisation_id, site_id, effective_from, rows, created_by, created_at, rehearsal) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [
      row.id,
      row.organisation,
      row.site,
      row.effectiveFrom,
      JSON.stringify(row.rows),
      row.person,
      row.at,
      row.rehearsal,
    ],
  )
}
