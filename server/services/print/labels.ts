import type { Content } from 'pdfmake/interfaces'
import { allGear } from '#server/db/gear'
import { findMe } from '#server/db/person'
import { inOrganisation, type Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { allStock } from '#server/db/stock'
import { notFound } from '#server/errors'
import type { Actor } from '../actor'
import { scopeOf } from '../shop/shop'
import { printed, type Paper, type Printed, type ToPrint } from './document'
import type { PlainDocument } from './render'

interface Label {
  code: string
  name: string
  note: string
  address: string
}
const ACROSS = 4

/** Labels to cut out and stick on: the code as QR and in plain letters. */
export async function labelsPdf(
  actor: Actor,
  of: 'stock' | 'gear' | 'stations',
  paper: Paper,
  origin: string,
): Promise<Printed> {
  return printed(actor, await sheetOf(actor, of, paper, origin))
}

function sheetOf(
  actor: Actor,
  of: 'stock' | 'gear' | 'stations',
  paper: Paper,
  origin: string,
): Promise<ToPrint> {
  return inOrganisation(actor.organisation, async (db) => {
    const labels = await labelsOf(db, actor, of, origin)
    if (labels.length === 0) throw notFound('label to print')
    const me = await findMe(db, actor.person, actor.now)
    const cells = labels.map((label): Content => ({
      stack: [
        { qr: label.address, fit: 84 },
        { text: label.code, bold: true, fontSize: 12 },
        { text: label.name, fontSize: 7.5 },
        { text: label.note, fontSize: 7.5 },
      ],
      margin: [6, 6, 6, 6],
    }))
    const rows = Array.from({ length: Math.ceil(cells.length / ACROSS) }, (_, i) =>
      Array.from({ length: ACROSS }, (__, j): Content => cells[i * ACROSS + j] ?? ''),
    )
    const document: PlainDocument = {
      pageSize: paper,
      pageMargins: [30, 30, 30, 30],
      info: { title: `Labels, ${me.site.name}`, creator: 'Zonaris' },
      content: [
        {
          table: {
            widths: Array.from({ length: ACROSS }, () => '*'),
            dontBreakRows: true,
            body: rows,
          },
        },
      ],
    }
    return { name: `labels-${of}.pdf`, document }
  })
}

async function labelsOf(
  db: Db,
  actor: Actor,
  of: 'stock' | 'gear' | 'stations',
  origin: string,
): Promise<Label[]> {
  const scope = await scopeOf(db, actor)
  const scan = (code: string): string => `${origin}/scan/${encodeURIComponent(code)}`
  if (of === 'stock')
    return (await allStock(db, actor.site, scope.today)).map((stock) => ({
      code: stock.code,
      name: stock.name,
      note: stock.size,
      address: scan(stock.code),
    }))
  if (of === 'gear')
    return (await allGear(db, scope, null)).map((gear) => ({
      code: gear.label,
      name: gear.gas ?? gear.description,
      note: gear.kind,
      address: scan(gear.label),
    }))
  return (await listStations(db, actor.site)).map((station) => ({
    code: station.name,
    name: 'Scan for your card',
    note: '',
    address: `${origin}/booth/${station.code}`,
  }))
}
