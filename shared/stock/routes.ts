import { z } from 'zod'
import { GEAR_KINDS } from '#core/inspection/kind'
import { LABEL_SHEETS, labelsOnSheet } from '#shared/stock/label-sheet'
import { EVERYONE, STAFF, contract } from '#shared/api/contract'
import { listQuery, paged } from '#shared/api/list'
import { byId, document, done, made } from '#shared/api/replies'
import { paper } from '#shared/session/schema'
import {
  STOCK_KINDS,
  holderSchema,
  moveBody,
  moveSchema,
  scanSchema,
  stockBody,
  stockSchema,
} from '#shared/stock/schema'

export const stockRoutes = {
  stockList: contract({
    id: 'stockList',
    method: 'GET',
    path: '/stock',
    summary: 'The store, a page at a time.',
    roles: EVERYONE,
    query: listQuery(['name', 'code', 'order']).extend({
      kind: z.enum(STOCK_KINDS).optional(),
      show: z.enum(['all', 'order', 'clean', 'loan', 'expired']).default('all'),
    }),
    response: paged(stockSchema),
  }),
  createStock: contract({
    id: 'createStock',
    method: 'POST',
    path: '/stock',
    summary: 'Add an item to the store.',
    roles: STAFF,
    body: stockBody,
    response: made,
    status: 201,
  }),
  stock: contract({
    id: 'stock',
    method: 'GET',
    path: '/stock/{id}',
    summary: 'One item with its ledger and who has it.',
    roles: EVERYONE,
    params: byId,
    response: z.object({
      stock: stockSchema,
      moves: z.array(moveSchema),
      holders: z.array(holderSchema),
    }),
  }),
  updateStock: contract({
    id: 'updateStock',
    method: 'PUT',
    path: '/stock/{id}',
    summary: 'Change an item of the store.',
    roles: STAFF,
    params: byId,
    body: stockBody,
    response: done,
  }),
  moveStock: contract({
    id: 'moveStock',
    method: 'POST',
    path: '/stock/{id}/moves',
    summary: 'Take in, issue, lend, take back, clean, throw out or correct.',
    roles: STAFF,
    params: byId,
    body: moveBody,
    response: stockSchema,
    status: 201,
  }),
  reorderCsv: contract({
    id: 'reorderCsv',
    method: 'GET',
    path: '/reorder.csv',
    summary: 'What to order, as CSV.',
    roles: EVERYONE,
    response: document,
    produces: 'text/csv',
  }),
  labels: contract({
    id: 'labels',
    method: 'GET',
    path: '/labels.pdf',
    summary: 'QR labels of store, gear or booths as PDF.',
    roles: EVERYONE,
    query: paper
      .omit({ station: true })
      .extend({
        of: z.enum(['stock', 'gear', 'stations']),
        /** Of gear: one kind only. */
        kind: z.enum(GEAR_KINDS).optional(),
        sheet: z.enum(LABEL_SHEETS).default('cut'),
        /** The first label of the sheet that is still there. */
        start: z.coerce.number().int('A whole number.').min(1, 'From 1.').default(1),
      })
      .refine(({ sheet, start }) => start <= labelsOnSheet(sheet), {
        path: ['start'],
        message: 'There are not so many on this sheet.',
      }),
    response: document,
    produces: 'application/pdf',
  }),
  scan: contract({
    id: 'scan',
    method: 'GET',
    path: '/scan',
    summary: 'What a scanned or typed code is.',
    roles: EVERYONE,
    query: z.strictObject({ code: z.string().trim().min(1, 'Type the code.').max(100) }),
    response: scanSchema,
  }),
}
