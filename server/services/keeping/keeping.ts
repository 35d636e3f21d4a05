import Papa from 'papaparse'
import type { z } from 'zod'
import { SUBSTANCE_NAME, unitOf, unitText } from '#core/exposure/terms'
import { airHours, countDue, findKeeping, monthsByHour, putKeeping } from '#server/db/keeping'
import { inOrganisation, type Db } from '#server/db/pool'
import { MOST_COUNTED, type KeepingBody, type keepingSchema } from '#shared/keeping/schema'
import { record, type Actor } from '../actor'
import { changedMeanwhile } from '../version'

type Answer = z.input<typeof keepingSchema>

/** So long a rule that was chosen by mistake can be taken back, ms. */
const GRACE = 24 * 3_600_000

export const readKeeping = (actor: Actor): Promise<Answer> =>
  inOrganisation(actor.organisation, (db) => answer(db, actor))

async function answer(db: Db, { site, now }: Actor): Promise<Answer> {
  const { from_at: from, ...rule } = await findKeeping(db, site)
  return {
    ...rule,
    from: from?.toISOString() ?? null,
    due: await countDue(db, site, now, MOST_COUNTED),
    months: await monthsByHour(db, site),
  }
}

/** Twice, the second is told that it was changed meanwhile. */
export const changeKeeping = (actor: Actor, body: KeepingBody): Promise<Answer> =>
  inOrganisation(actor.organisation, async (db) => {
    const { organisation, site, now } = actor
    const from = new Date(now.getTime() + GRACE)
    if (!(await putKeeping(db, { organisation, site }, { ...body, from_at: from }))) {
      const { from_at: _, ...rule } = await findKeeping(db, site)
      throw changedMeanwhile(body, rule)
    }
    await record(db, actor, 'keeping_changed', 'site', site, body)
    return answer(db, actor)
  })

const COLUMNS = [
  'monitor',
  'substance',
  'unit',
  'hour',
  'readings',
  'mean',
  'highest',
  'first',
  'last',
]

/** Monitor readings of a month by the hour, as CSV. */
export const exportAirHours = (actor: Actor, month: string): Promise<string> =>
  inOrganisation(actor.organisation, async (db) => {
    const rows = await airHours(db, actor.site, month)
    return Papa.unparse(
      rows.map((row) => ({
        monitor: row.monitor,
        substance: SUBSTANCE_NAME[row.substance],
        unit: unitText(unitOf(row.substance)),
        hour: row.hour.toISOString(),
        readings: row.readings,
        mean: row.mean,
        highest: row.highest,
        first: row.first_at.toISOString(),
        last: row.last_at.toISOString(),
      })),
      { columns: COLUMNS, escapeFormulae: true },
    )
  })
