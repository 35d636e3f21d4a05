import { countsOf, dropMark, marksOf, putMark } from '#server/db/begin'
import { inOrganisation } from '#server/db/pool'
import { BEGIN_STEPS, type Begin, type BeginStep } from '#shared/begin/routes'
import { record, type Actor } from '../actor'

export const readBegin = (actor: Actor): Promise<Begin> =>
  inOrganisation(actor.organisation, async (db) => {
    const counts = await countsOf(db, actor.site)
    const marks = await marksOf(db, actor.site)
    return {
      steps: BEGIN_STEPS.map((id) => ({
        id,
        count: counts[id],
        marked: marks.includes(id),
        done: counts[id] > 0 || marks.includes(id),
      })),
    }
  })

export const markBegin = (
  actor: Actor,
  { step, marked }: { step: BeginStep; marked: boolean },
): Promise<void> =>
  inOrganisation(actor.organisation, async (db) => {
    const { organisation, site, person, now: at } = actor
    if (marked) await putMark(db, { organisation, site, step, person, at })
    else await dropMark(db, site, step)
    await record(db, actor, 'begin_marked', 'site', site, { step, marked })
  })
