import { permitTexts } from '#server/db/permit-table'
import { inOrganisation } from '#server/db/pool'
import type { Actor } from '../actor'

/** So many permits are given at once; each comes as text from the database. */
const MOST = 200

/**
 * Permits as they are on record, for another program. Their Findings are those of the place: those of a person's health stay here.
 * @param before number; null: from the newest on
 * @returns JSON; `next` is what to ask for as `before` to go on, null at the end
 */
export function permitsJson(
  actor: Actor,
  before: number | null,
): Promise<{ name: string; json: string }> {
  return inOrganisation(actor.organisation, async (db) => {
    const rows = await permitTexts(db, { site: actor.site, before, most: MOST + 1 })
    const given = rows.slice(0, MOST)
    const next = rows.length > MOST ? given.at(-1)!.number : null
    const head = JSON.stringify({
      format: 'zonaris-permits/1',
      exportedAt: actor.now.toISOString(),
      next,
    })
    const permits = given.map(({ text }) => text).join(',\n')
    return { name: 'permits.json', json: `${head.slice(0, -1)},"permits":[\n${permits}\n]}` }
  })
}
