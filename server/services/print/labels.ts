import type { Content } from 'pdfmake/interfaces'
import type { GearKind } from '#core/inspection/kind'
import { allGear } from '#server/db/gear'
import { findMe } from '#server/db/person'
import { inOrganisation, type Db } from '#server/db/pool'
import { listStations } from '#server/db/station'
import { allStock } from '#server/db/stock'
import { notFound } from '#server/errors'
import { SHEET_LAYOUTS, type LabelSheet } from '#shared/stock/label-sheet'
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

/** Which labels, and on what they are printed. */
export interface LabelOrder {
  of: 'stock' | 'gear' | 'stations'
  kind?: GearKind
  paper: Paper
  sheet: LabelSheet
  start: number
}

/** Labels to stick on: the code as QR and in plain letters, on sheets as stores buy them or on paper to cut. */
export async function labelsPdf(actor: Actor, order: LabelOrder, origin: string): Promise<Printed> {
  return printed(actor, await toPrint(actor, order, origin))
}

function toPrint(actor: Actor, order: LabelOrder, origin: string): Promise<ToPrint> {
  return inOrganisation(actor.organisation, async (db) => {
    const labels = await labelsOf(db, actor, order, origin)
    if (labels.length === 0) throw notFound('label to print')
    const me = await findMe(db, actor.person, actor.now)
    const info = { title: `Labels, ${me.site.name}`, creator: 'Zonaris' }
    const { sheet } = order
    const document: PlainDocument =
      sheet === 'cut'
        ? { ...onPlainPaper(labels, order.paper), info }
        : { ...onSheet(labels, SHEET_LAYOUTS[sheet], order.start), info }
    return { name: `labels-${order.of}.pdf`, document }
  })
}

function onPlainPaper(labels: readonly Label[], paper: Paper): PlainDocument {
  const cells = labels.map((label): Content => ({
    stack: [{ qr: label.address, fit: 84 }, ...wordsOf(label)],
    margin: [6, 6, 6, 6],
  }))
  const rows = Array.from({ length: Math.ceil(cells.length / ACROSS) }, (_, i) =>
    Array.from({ length: ACROSS }, (__, j): Content => cells[i * ACROSS + j] ?? ''),
  )
  return {
    pageSize: paper,
    pageMargins: [30, 30, 30, 30],
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
}

const wordsOf = (label: Label): Content[] => [
  { text: label.code, bold: true, fontSize: 12 },
  { text: label.name, fontSize: 7.5 },
  { text: label.note, fontSize: 7.5 },
]

const POINTS_A_MM = 72 / 25.4
/** Clear of the edge of a label, mm. */
const MARGIN = 2

/** Each label at its place on the sheet, from the first that is still there. */
function onSheet(
  labels: readonly Label[],
  layout: (typeof SHEET_LAYOUTS)[keyof typeof SHEET_LAYOUTS],
  start: number,
): PlainDocument {
  const { across, down, label: size } = layout
  const each = across * down
  const first = start - 1
  const code = (size.height - 2 * MARGIN) * POINTS_A_MM
  const content = labels.flatMap((label, i): Content[] => {
    const place = (first + i) % each
    const x = layout.left + (place % across) * layout.stepX + MARGIN
    const y = layout.top + Math.floor(place / across) * layout.stepY + MARGIN
    const at = { x: x * POINTS_A_MM, y: y * POINTS_A_MM }
    const beside = size.width * POINTS_A_MM - code - 3 * MARGIN * POINTS_A_MM
    return [
      ...(place === 0 && i > 0 ? [{ text: '', pageBreak: 'before' as const }] : []),
      { qr: label.address, fit: code, absolutePosition: at },
      {
        columns: [{ width: beside, stack: wordsOf(label) }],
        absolutePosition: { x: at.x + code + MARGIN * POINTS_A_MM, y: at.y },
      },
    ]
  })
  return {
    pageSize: { width: layout.width * POINTS_A_MM, height: layout.height * POINTS_A_MM },
    pageMargins: [0, 0, 0, 0],
    content,
  }
}

async function labelsOf(
  db: Db,
  actor: Actor,
  { of, kind }: LabelOrder,
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
    return (await allGear(db, scope, kind ?? null)).map((gear) => ({
      code: gear.label,
      name: gear.gas ?? gear.description,
      note: gear.kindName,
      address: scan(gear.label),
    }))
  return (await listStations(db, actor.site)).map((station) => ({
    code: station.name,
    name: 'Scan for your card',
    note: '',
    address: `${origin}/booth/${station.code}`,
  }))
}
