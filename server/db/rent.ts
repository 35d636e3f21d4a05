import sql from 'sql-template-tag'
import type { Db } from './pool'

export interface RentedRow {
  id: string
  label: string
  gas: string
  supplier: string
  place: string | null
  arrived_on: string | null
  daily_rate: number | null
  moved_on: string | null
}

/** Rented cylinders that are here, each with the day of its newest move. */
export async function rentedCylinders(
  db: Db,
  site: string,
  timeZone: string,
  most: number,
): Promise<RentedRow[]> {
  const { rows } = await db.query<RentedRow>(sql`
    SELECT
      c.id, c.label, c.gas, c.supplier, coalesce(s.name, b.name) AS place, c.arrived_on,
      c.daily_rate, (m.at AT TIME ZONE ${timeZone})::date AS moved_on
    FROM cylinder c
      LEFT JOIN gas_store s ON s.id = c.store_id
      LEFT JOIN station b ON b.id = c.station_id
      LEFT JOIN LATERAL (
        SELECT at
        FROM cylinder_event
        WHERE cylinder_id = c.id AND kind = 'move'
        ORDER BY at DESC
        LIMIT 1
      ) m ON true
    WHERE c.site_id = ${site} AND c.tenure = 'rented' AND c.state IS DISTINCT FROM 'returned'
    ORDER BY m.at NULLS FIRST, c.label
    LIMIT ${most}
  `)
  return rows
}

export interface ReturnedRow {
  label: string
  gas: string
  serial: string
  supplier: string
  tenure: 'owned' | 'rented' | null
}

export async function returnedOn(db: Db, site: string, day: string): Promise<ReturnedRow[]> {
  const { rows } = await db.query<ReturnedRow>(sql`
    SELECT label, gas, serial, supplier, tenure
    FROM cylinder
    WHERE site_id = ${site} AND state = 'returned' AND returned_on = ${day}
    ORDER BY supplier, label
  `)
  return rows
}
