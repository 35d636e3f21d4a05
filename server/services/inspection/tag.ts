import type { GearKind } from '#core/inspection/kind'
import { findGear } from '#server/db/gear'
import { inspectionsOf } from '#server/db/inspection'
import { findMe } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import { conflict, notFound } from '#server/errors'
import type { Actor } from '../actor'
import { printed, type Printed, type ToPrint } from '../print/document'
import type { PlainDocument } from '../print/render'
import { scopeOf } from '../shop/shop'
import { whyLocked } from './lock'

/** The tag that hangs on gear that is locked out: what, why, since when, by whom, and a code that leads to it. */
export async function tagPdf(
  actor: Actor,
  kind: GearKind,
  id: string,
  origin: string,
): Promise<Printed> {
  return printed(actor, await toPrint(actor, kind, id, origin))
}

const joined = (...parts: (string | null | undefined)[]): string => parts.filter(Boolean).join(', ')

/** A tag is as large as a hand, two on a sheet, to be folded into one with two sides. */
const WIDTH = 298
const HEIGHT = 420

const toPrint = (actor: Actor, kind: GearKind, id: string, origin: string): Promise<ToPrint> =>
  inOrganisation(actor.organisation, async (db) => {
    const gear = await findGear(db, await scopeOf(db, actor), kind, id)
    if (!gear) throw notFound(kind)
    const why = whyLocked(gear)
    if (why === null) throw conflict('It is not locked out, so it needs no tag.', 'not_locked')
    const { site } = await findMe(db, actor.person, actor.now)
    const locking = (await inspectionsOf(db, kind, id, 20)).find((row) => row.result === 'locked')
    const since =
      gear.lockedAt === null
        ? 'not told'
        : new Intl.DateTimeFormat('en-GB', {
            dateStyle: 'medium',
            timeStyle: 'short',
            timeZone: site.timeZone,
          }).format(new Date(gear.lockedAt))
    const document: PlainDocument = {
      pageSize: { width: WIDTH, height: HEIGHT },
      pageMargins: [24, 24, 24, 24],
      info: { title: `Locked out: ${gear.label}`, creator: 'Zonaris' },
      content: [
        { text: 'DO NOT USE', fontSize: 34, bold: true, color: '#b00020', alignment: 'center' },
        { text: 'Locked out', fontSize: 14, alignment: 'center', margin: [0, 0, 0, 10] },
        { text: gear.label, fontSize: 26, bold: true },
        { text: joined(gear.kindName, gear.description, gear.station), fontSize: 10 },
        { text: why, fontSize: 13, bold: true, margin: [0, 10, 0, 10] },
        { text: joined(`Since ${since}`, locking?.person), fontSize: 9 },
        {
          text: 'Nobody switches it on, connects it or takes this tag off before it is repaired and looked at again.',
          fontSize: 9,
          margin: [0, 6, 0, 10],
        },
        { qr: `${origin}/gear/${kind}/${id}`, fit: 90, alignment: 'center' },
        { text: site.name, fontSize: 8, alignment: 'center', margin: [0, 6, 0, 0] },
      ],
    }
    return { name: `locked-out-${gear.label}.pdf`, document }
  })
