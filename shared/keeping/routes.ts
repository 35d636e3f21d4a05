import { contract, LEAD, STAFF } from '#shared/api/contract'
import { document } from '#shared/api/replies'
import { keepingBody, keepingSchema, monthQuery } from './schema'

export const keepingRoutes = {
  keeping: contract({
    id: 'keeping',
    method: 'GET',
    path: '/keeping',
    summary: 'How long the site keeps its records, and what is due to go.',
    roles: STAFF,
    response: keepingSchema,
  }),
  updateKeeping: contract({
    id: 'updateKeeping',
    method: 'PUT',
    path: '/keeping',
    summary: 'Change how long the site keeps its records. Nothing goes within a day of it.',
    roles: LEAD,
    body: keepingBody,
    response: keepingSchema,
  }),
  exportAirHours: contract({
    id: 'exportAirHours',
    method: 'GET',
    path: '/air-hours.csv',
    summary:
      'Monitor readings of a month by the hour, where the values themselves are gone, as CSV.',
    roles: STAFF,
    query: monthQuery,
    response: document,
    produces: 'text/csv',
  }),
}
