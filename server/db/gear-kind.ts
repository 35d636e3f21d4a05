import sql from 'sql-template-tag'
import type { UseMeasure } from '#core/inspection/kind'
import type { OwnKind, OwnKindBody } from '#shared/inspection/kind'
import { insertInto } from './insert'
import type { Db } from './pool'
import { isVersion } from './version'

interface OwnKindRow {
  id: string
  name: string
  every_days: number
  fields: OwnKind['fields']
  fitted_to: OwnKind['fittedTo']
  use_of: UseMeasure | null
  use_every: number | null
  version: number
}

const toOwnKind = (row: OwnKindRow): OwnKind => ({
  id: row.id,
  name: row.name,
  everyDays: row.every_days,
  fields: row.fields,
  fittedTo: row.fitted_to,
  use: row.use_of && { of: row.use_of, amount: row.use_every! },
  version: row.version,
})

export async function ownKinds(db: Db, site: string): Promise<OwnKind[]> {
  const { rows } = await db.query<OwnKindRow>(sql`
    SELECT id, name, every_days, fields, fitted_to, use_of, use_every, version
    FROM gear_kind
    WHERE site_id = ${site}
    ORDER BY lower(name)
  `)
  return rows.map(toOwnKind)
}

export async function insertOwnKind(
  db: Db,
  row: OwnKindBody & { id: string; organisation: string; site: string },
): Promise<void> {
  await db.query(
    insertInto('gear_kind', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      name: row.name,
      every_days: row.everyDays,
      fields: JSON.stringify(row.fields),
      fitted_to: JSON.stringify(row.fittedTo),
      use_of: row.use?.of ?? null,
      use_every: row.use?.amount ?? null,
    }),
  )
}

export async function updateOwnKind(db: Db, id: string, row: OwnKindBody): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE gear_kind
    SET
      name = ${row.name},
      every_days = ${row.everyDays},
      fields = ${JSON.stringify(row.fields)},
      fitted_to = ${JSON.stringify(row.fittedTo)},
      use_of = ${row.use?.of ?? null},
      use_every = ${row.use?.amount ?? null},
      version = version + 1
    WHERE id = ${id} AND ${isVersion(row.version)}
  `)
  return rowCount === 1
}
