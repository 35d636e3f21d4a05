import sql from 'sql-template-tag'
import type { GasStore, GasStoreBody } from '#shared/gas/schema'
import { insertInto } from './insert'
import type { Db } from './pool'
import { isVersion } from './version'

interface GasStoreRow {
  id: string
  name: string
  indoors: boolean | null
  oxygen_to_fuel: number | null
  barrier: boolean | null
  to_combustibles: number | null
  to_heat: number | null
  apart: boolean | null
  version: number
  cylinders: number
}

const toStore = (row: GasStoreRow): GasStore => ({
  id: row.id,
  name: row.name,
  indoors: row.indoors,
  oxygenToFuel: row.oxygen_to_fuel,
  barrier: row.barrier,
  toCombustibles: row.to_combustibles,
  toHeat: row.to_heat,
  apart: row.apart,
  version: row.version,
  cylinders: row.cylinders,
})

const STORE = sql`
  id, name, indoors, oxygen_to_fuel, barrier, to_combustibles, to_heat, apart, version,
  (
    SELECT count(*)
    FROM cylinder
    WHERE store_id = gas_store.id AND state IS DISTINCT FROM 'returned'
  ) AS cylinders
`

export async function listGasStores(db: Db, site: string): Promise<GasStore[]> {
  const { rows } = await db.query<GasStoreRow>(sql`
    SELECT ${STORE}
    FROM gas_store
    WHERE site_id = ${site}
    ORDER BY lower(name), id
  `)
  return rows.map(toStore)
}

export async function findGasStore(db: Db, site: string, id: string): Promise<GasStore | null> {
  const { rows } = await db.query<GasStoreRow>(sql`
    SELECT ${STORE}
    FROM gas_store
    WHERE id = ${id} AND site_id = ${site}
  `)
  return rows[0] ? toStore(rows[0]) : null
}

export async function insertGasStore(
  db: Db,
  row: GasStoreBody & { id: string; organisation: string; site: string; rehearsal: boolean },
): Promise<void> {
  await db.query(
    insertInto('gas_store', {
      id: row.id,
      organisation_id: row.organisation,
      site_id: row.site,
      name: row.name,
      indoors: row.indoors,
      oxygen_to_fuel: row.oxygenToFuel,
      barrier: row.barrier,
      to_combustibles: row.toCombustibles,
      to_heat: row.toHeat,
      apart: row.apart,
      rehearsal: row.rehearsal,
    }),
  )
}

export async function updateGasStore(db: Db, id: string, body: GasStoreBody): Promise<boolean> {
  const { rowCount } = await db.query(sql`
    UPDATE gas_store
    SET
      name = ${body.name},
      indoors = ${body.indoors},
      oxygen_to_fuel = ${body.oxygenToFuel},
      barrier = ${body.barrier},
      to_combustibles = ${body.toCombustibles},
      to_heat = ${body.toHeat},
      apart = ${body.apart},
      version = version + 1
    WHERE id = ${id} AND ${isVersion(body.version)}
  `)
  return rowCount === 1
}
