import { randomUUID } from 'node:crypto'
import Papa from 'papaparse'
import { PPE_RULES } from '#core/ppe/ppe.table'
import { balanceAfter } from '#core/stock/ledger'
import { findPerson } from '#server/db/person'
import { inOrganisation, type Db } from '#server/db/pool'
import type { Page } from '#server/db/page'
import {
  findCode,
  findStock,
  insertMove,
  insertStock,
  listStock,
  loansOf,
  movesOf,
  setBalance,
  stockToOrder,
  updateStock,
} from '#server/db/stock'
import { fieldError, notFound } from '#server/errors'
import type { MoveBody, Stock, StockBody } from '#shared/stock/schema'
import { record, type Actor } from '../actor'
import { isNew } from '../event'
import { scopeOf } from '../shop/shop'
import { changedMeanwhile } from '../version'

export const readStockList = (
  actor: Actor,
  query: Parameters<typeof listStock>[3],
): Promise<Page<Stock>> =>
  inOrganisation(actor.organisation, async (db) =>
    listStock(db, actor.site, (await scopeOf(db, actor)).today, query),
  )

export function readStock(actor: Actor, id: string) {
  return inOrganisation(actor.organisation, async (db) => {
    const stock = await findStock(db, id, (await scopeOf(db, actor)).today)
    if (!stock) throw notFound('item of the store')
    const moves = (await movesOf(db, id, 50)).map((row) => ({
      id: row.id,
      kind: row.kind,
      quantity: row.quantity,
      person: row.person,
      personId: row.person_id,
      by: row.by,
      at: row.at.toISOString(),
      note: row.note,
      unused: row.unused,
      rehearsal: row.rehearsal,
    }))
    return {
      stock,
      moves,
      holders: (await loansOf(db, { stock: id })).map((loan) => ({
        personId: loan.person_id,
        person: loan.person,
        quantity: loan.quantity,
      })),
    }
  })
}

function requirePiece(body: StockBody): void {
  if (body.ppeId !== null && !PPE_RULES.some((rule) => rule.id === body.ppeId))
    throw fieldError('ppeId', 'There is no such piece of PPE.')
}

export async function addStock(actor: Actor, body: StockBody): Promise<{ id: string }> {
  requirePiece(body)
  const id = randomUUID()
  await inOrganisation(actor.organisation, async (db) => {
    await insertStock(db, {
      ...body,
      id,
      organisation: actor.organisation,
      site: actor.site,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'stock_added', 'stock', id, body)
  })
  return { id }
}

export async function changeStock(actor: Actor, id: string, body: StockBody): Promise<void> {
  requirePiece(body)
  await inOrganisation(actor.organisation, async (db) => {
    if (!(await updateStock(db, id, body))) {
      const now = await findStock(db, id, (await scopeOf(db, actor)).today)
      throw now ? changedMeanwhile(body, now) : notFound('item of the store')
    }
    await record(db, actor, 'stock_changed', 'stock', id, body)
  })
}

/** A move that somebody sent. A repeated request counts once. */
export const moveStock = (actor: Actor, id: string, body: MoveBody): Promise<Stock> =>
  inOrganisation(actor.organisation, async (db) => {
    const { moveId, ...content } = body
    const fresh = await isNew(db, actor, { id: moveId, kind: 'stock_move', of: id, content })
    if (fresh) return move(db, actor, id, body)
    return (await findStock(db, id, (await scopeOf(db, actor)).today))!
  })

/** One move of the ledger. */
export async function move(db: Db, actor: Actor, id: string, body: MoveBody): Promise<Stock> {
  const { today } = await scopeOf(db, actor)
  const stock = await findStock(db, id, today, true)
  if (!stock) throw notFound('item of the store')
  const person = await personOfMove(db, body, stock)
  const held =
    person === null ? 0 : ((await loansOf(db, { stock: id, people: [person] }))[0]?.quantity ?? 0)
  const balance = balanceAfter(stock, body, held)
  if (typeof balance === 'string') throw fieldError('quantity', balance)
  await setBalance(db, id, balance)
  await insertMove(db, {
    id: body.moveId,
    organisation: actor.organisation,
    stock: id,
    kind: body.kind,
    quantity: body.quantity,
    unused: body.unused,
    person,
    by: actor.person,
    at: actor.now,
    note: body.note,
    rehearsal: actor.rehearsal,
  })
  await record(db, actor, 'stock_moved', 'stock', id, {
    code: stock.code,
    kind: body.kind,
    quantity: body.quantity,
    person,
  })
  return (await findStock(db, id, today))!
}

async function personOfMove(db: Db, body: MoveBody, stock: Stock): Promise<string | null> {
  if (!['issue', 'lend', 'return'].includes(body.kind)) return null
  if (!body.personId) throw fieldError('personId', 'Say who.')
  if (!(await findPerson(db, body.personId)))
    throw fieldError('personId', 'There is no such person.')
  if (body.kind === 'lend' && !stock.loan)
    throw fieldError('kind', 'This item is not lent: masks and the like are personal. Issue it.')
  if (body.kind !== 'return' && stock.expired)
    throw fieldError('kind', `It expired on ${stock.expiresOn}. Throw it out.`)
  return body.personId
}

/** What to order, for the buyer. */
export function reorderCsv(actor: Actor): Promise<string> {
  return inOrganisation(actor.organisation, async (db) => {
    const rows = await stockToOrder(db, actor.site, (await scopeOf(db, actor)).today)
    return Papa.unparse(
      rows.map((row) => ({
        code: row.code,
        name: row.name,
        size: row.size,
        on_shelf: row.ready,
        to_clean: row.toClean,
        minimum: row.minimum,
        order: row.order,
      })),
      {
        columns: ['code', 'name', 'size', 'on_shelf', 'to_clean', 'minimum', 'order'],
        newline: '\r\n',
        escapeFormulae: true,
      },
    )
  })
}

const PATH = {
  stock: (id: string) => `/stores/${id}`,
  cylinder: (id: string) => `/gear/cylinder/${id}`,
  machine: (id: string) => `/gear/machine/${id}`,
  helmet: (id: string) => `/gear/helmet/${id}`,
  station: (id: string) => `/shop#${id}`,
}

export function readCode(actor: Actor, code: string) {
  return inOrganisation(actor.organisation, async (db) => {
    // A label may carry the whole address of its page; the last part is the code.
    const found = await findCode(db, actor.site, code.split('/').at(-1)!)
    if (!found) throw notFound('code')
    return { kind: found.kind, name: found.name, path: PATH[found.kind](found.id) }
  })
}
