import type { Content } from 'pdfmake/interfaces'
import { toSvg, type Drawing, type Lettering } from '#core/plan/svg'
import { findPlanVersion } from '#server/db/plan'
import { inOrganisation } from '#server/db/pool'
import { findSite } from '#server/db/site'
import { fieldError, notFound } from '#server/errors'
import { inPool } from '#server/heavy/pool'
import type { Printed } from '../print/document'
import type { Actor } from '../actor'

interface Wanted {
  floor?: string
  scale: number
  version?: number
}

/** Longer sides are printed by nobody, mm. */
const LONGEST = 5_000
const POINTS_A_MM = 72 / 25.4

/** A floor of a published plan as SVG to scale. @throws where there is no such plan or floor, or the page would be too large */
export async function drawingOf(actor: Actor, wanted: Wanted): Promise<Drawing & { name: string }> {
  const found = await inOrganisation(actor.organisation, async (db) => ({
    version: await findPlanVersion(db, actor.site, wanted.version ?? null),
    site: await findSite(db, actor.site),
  }))
  if (!found.version) throw notFound('plan')
  const { plan, number } = found.version
  const floor = plan.floors.find(({ id }) => id === (wanted.floor ?? plan.floors[0]!.id))
  if (!floor) throw fieldError('floor', 'There is no such floor on this plan.')
  const title = `${found.site.name}, ${floor.name}, version ${number}`
  const drawing = toSvg(plan, floor.id, wanted.scale, title)
  if (!drawing) throw fieldError('floor', 'Nothing is drawn on this floor.')
  if (Math.max(drawing.width, drawing.height) > LONGEST)
    throw fieldError('scale', 'The page would be longer than 5 m; choose a smaller drawing.')
  return { ...drawing, name: `plan-${number}-${wanted.scale}` }
}

/** The same as PDF, on a page of its size. */
export async function drawingPdf(actor: Actor, wanted: Wanted): Promise<Printed> {
  const { lines, lettering, width, height, name } = await drawingOf(actor, wanted)
  const bytes = await inPool('render', actor.person, {
    pageSize: { width: width * POINTS_A_MM, height: height * POINTS_A_MM },
    pageMargins: 0,
    content: [{ svg: lines, width: width * POINTS_A_MM }, ...lettering.map(lettered)],
  })
  return { name: `${name}.pdf`, bytes: Buffer.from(bytes) }
}

/** How wide a letter is on average, and how far its top lies above its line, shares of its height. */
const LETTER = 0.5
const ABOVE = 0.95
const BEFORE = { start: 0, middle: 0.5, end: 1 }

function lettered({ at, says, size, anchor }: Lettering): Content {
  const width = says.length * size * LETTER
  return {
    text: says,
    fontSize: size * POINTS_A_MM,
    noWrap: true,
    lineHeight: 1,
    absolutePosition: {
      x: (at.x - width * BEFORE[anchor]) * POINTS_A_MM,
      y: (at.y - size * ABOVE) * POINTS_A_MM,
    },
  }
}
