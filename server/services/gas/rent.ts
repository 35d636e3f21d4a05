import Papa from 'papaparse'
import type { Content } from 'pdfmake/interfaces'
import { dayText } from '#core/calendar/day'
import { rentOf } from '#core/gas/rent'
import { findMe } from '#server/db/person'
import { inOrganisation } from '#server/db/pool'
import { rentedCylinders, returnedOn, type ReturnedRow } from '#server/db/rent'
import { notFound } from '#server/errors'
import type { RentList } from '#shared/gas/rent'
import type { Actor } from '../actor'
import { printed, type Paper, type Printed, type ToPrint } from '../print/document'
import { scopeOf } from '../shop/shop'

const MOST = 2_000
const NO_SUPPLIER = 'Supplier not told'

/** What is on rent, what it has cost so far as far as it is known, and what stands idle. */
export const readRent = (actor: Actor): Promise<RentList> =>
  inOrganisation(actor.organisation, async (db) => {
    const { today, timeZone } = await scopeOf(db, actor)
    const found = await rentedCylinders(db, actor.site, timeZone, MOST + 1)
    const rows = found.slice(0, MOST).map((row) => ({
      id: row.id,
      label: row.label,
      gas: row.gas,
      supplier: row.supplier,
      place: row.place,
      arrivedOn: row.arrived_on,
      dailyRate: row.daily_rate,
      ...rentOf(
        { arrivedOn: row.arrived_on, dailyRate: row.daily_rate, movedOn: row.moved_on },
        today,
      ),
    }))
    const names = [...new Set(rows.map((row) => row.supplier))].sort()
    return {
      today,
      rows,
      more: found.length > MOST,
      suppliers: names.map((supplier) => {
        const own = rows.filter((row) => row.supplier === supplier)
        return {
          supplier: supplier || NO_SUPPLIER,
          cylinders: own.length,
          cost: own.reduce((sum, row) => sum + (row.cost ?? 0), 0),
          untold: own.filter((row) => row.cost === null).length,
        }
      }),
    }
  })

export const returnNotePdf = async (actor: Actor, day: string, paper: Paper): Promise<Printed> =>
  printed(actor, await noteOf(actor, day, paper))

/** One part for each supplier, to be signed by whoever takes them. */
function noteOf(actor: Actor, day: string, paper: Paper): Promise<ToPrint> {
  return inOrganisation(actor.organisation, async (db) => {
    const rows = await returnedOn(db, actor.site, day)
    if (rows.length === 0) throw notFound('cylinder that went back on this day')
    const me = await findMe(db, actor.person, actor.now)
    const suppliers = [...new Set(rows.map((row) => row.supplier))]
    return {
      name: `return-note-${day}.pdf`,
      document: {
        pageSize: paper,
        pageMargins: [40, 40, 40, 50],
        info: { title: `Cylinders returned, ${day}`, author: me.organisation, creator: 'Zonaris' },
        content: [
          { text: 'Cylinders returned', fontSize: 20, bold: true },
          { text: `${dayText(day)}. ${me.organisation}, ${me.site.name}.`, margin: [0, 2, 0, 12] },
          ...suppliers.flatMap((supplier) =>
            partOf(
              supplier || NO_SUPPLIER,
              rows.filter((row) => row.supplier === supplier),
            ),
          ),
        ],
      },
    }
  })
}

const partOf = (supplier: string, rows: readonly ReturnedRow[]): Content[] => [
  { text: `${supplier}: ${rows.length}`, fontSize: 14, bold: true, margin: [0, 8, 0, 4] },
  {
    table: {
      headerRows: 1,
      widths: ['auto', '*', 'auto', 'auto'],
      body: [
        ['Label', 'Gas', 'Serial', 'Whose'],
        ...rows.map((row) => [row.label, row.gas, row.serial, row.tenure ?? 'not told']),
      ],
    },
    layout: 'lightHorizontalLines',
  },
  { text: 'Valves shut, caps on, some pressure left, marked empty.', margin: [0, 6, 0, 14] },
  { text: 'Taken by ______________________________   on ______________', margin: [0, 0, 0, 8] },
]

export const returnNoteCsv = (actor: Actor, day: string): Promise<string> =>
  inOrganisation(actor.organisation, async (db) =>
    Papa.unparse(await returnedOn(db, actor.site, day), {
      columns: ['label', 'gas', 'serial', 'supplier', 'tenure'],
      newline: '\r\n',
      escapeFormulae: true,
    }),
  )
