import { randomUUID } from 'node:crypto'
import { insertChart, listCharts } from '#server/db/house-chart'
import { inOrganisation } from '#server/db/pool'
import type { HouseChartBody } from '#shared/eyes/schema'
import { record, type Actor } from '../actor'
import { scopeOf } from '../shop/shop'

export function readCharts(
  actor: Actor,
): Promise<(HouseChartBody & { id: string; inForce: boolean })[]> {
  return inOrganisation(actor.organisation, async (db) => {
    const { today } = await scopeOf(db, actor)
    const rows = await listCharts(db, actor.site)
    const inForce = rows.find((row) => row.effective_from <= today)
    return rows.map((row) => ({
      id: row.id,
      effectiveFrom: row.effective_from,
      rows: row.rows,
      inForce: row === inForce,
    }))
  })
}

/** A chart is never changed: a new one begins, and the old one stays readable for its time. */
export async function addChart(actor: Actor, body: HouseChartBody): Promise<{ id: string }> {
  const id = randomUUID()
  await inOrganisation(actor.organisation, async (db) => {
    await insertChart(db, {
      ...body,
      id,
      organisation: actor.organisation,
      site: actor.site,
      person: actor.person,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'house_chart_made', 'house_chart', id, body)
  })
  return { id }
}
