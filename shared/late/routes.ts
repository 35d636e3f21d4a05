import { z } from 'zod'
import { WORKERS, contract } from '#shared/api/contract'
import { byId, done } from '#shared/api/replies'
import { lateEntrySchema, phoneBody } from '#shared/late/schema'

export const lateRoutes = {
  putPhone: contract({
    id: 'putPhone',
    method: 'PUT',
    path: '/phones/{id}',
    summary:
      'Make the key known by which a phone of the own signs what it keeps without a signal. Sent twice it is known once.',
    roles: WORKERS,
    booth: true,
    params: byId,
    body: phoneBody,
    response: done,
  }),
  lateEntries: contract({
    id: 'lateEntries',
    method: 'GET',
    path: '/late-entries',
    summary:
      'The newest entries that were made without a signal, and what became of them: for staff those of the site, for others their own.',
    roles: WORKERS,
    booth: true,
    query: z.strictObject({ refused: z.stringbool().default(false) }),
    response: z.array(lateEntrySchema),
  }),
}
