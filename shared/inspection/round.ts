import { z } from 'zod'
import { ROUNDS, isOfBooth } from '#core/inspection/round'
import { EVERYONE, WORKERS, contract } from '#shared/api/contract'
import { listQuery, paged } from '#shared/api/list'
import { byId, done } from '#shared/api/replies'
import { checklistLine } from '#shared/inspection/checklist'
import { lineResult } from '#shared/inspection/schema'
import { findingSchema } from '#shared/finding/schema'

export const roundBody = z
  .strictObject({
    /** Made by the sender, the same over every retry. */
    id: z.uuid(),
    round: z.enum(ROUNDS),
    /** Of a booth. */
    stationId: z.uuid().nullable().default(null),
    seconds: z.number().min(0).max(86_400).optional(),
    lines: z
      .array(lineResult.omit({ photo: true }))
      .min(1)
      .max(40),
  })
  .refine(({ round, stationId }) => isOfBooth(round) === (stationId !== null), {
    path: ['stationId'],
    message: 'A handover names its booth, a round through the shop none.',
  })
export type RoundBody = z.output<typeof roundBody>

export const closePointBody = z.strictObject({
  note: z.string().trim().min(3, 'Say how it was put right.').max(300),
})

const roundMade = z.object({
  id: z.uuid(),
  round: z.enum(ROUNDS),
  personId: z.uuid(),
  person: z.string(),
  at: z.iso.datetime(),
  day: z.string(),
  /** Lines that were not right. */
  open: z.number(),
})
export type RoundMade = z.infer<typeof roundMade>

const openPoint = z.object({
  id: z.uuid(),
  stationId: z.uuid().nullable(),
  station: z.string().nullable(),
  name: z.string(),
  note: z.string(),
  critical: z.boolean(),
  leftById: z.uuid().nullable(),
  leftBy: z.string().nullable(),
  foundBy: z.string(),
  foundById: z.uuid(),
  foundAt: z.iso.datetime(),
})
export type OpenPoint = z.infer<typeof openPoint>

const booth = z.object({
  today: z.string(),
  stationId: z.uuid(),
  station: z.string(),
  finding: findingSchema,
  handover: roundMade.nullable(),
  arrival: roundMade.nullable(),
  /** Who was there last, by the sessions: all of one day. */
  used: z
    .object({ people: z.array(z.object({ id: z.uuid(), name: z.string() })), day: z.string() })
    .nullable(),
  open: z.array(openPoint),
})
export type Booth = z.infer<typeof booth>

const ofStation = z.strictObject({ id: z.uuid('Not an identifier.') })

export const roundRoutes = {
  rounds: contract({
    id: 'rounds',
    method: 'GET',
    path: '/rounds',
    summary: 'Rounds through the shop: opening, closing and the booths, with what is open.',
    roles: EVERYONE,
    response: z.object({
      today: z.string(),
      opening: z.object({ finding: findingSchema, last: roundMade.nullable() }),
      closing: z.object({ finding: findingSchema, last: roundMade.nullable() }),
      booths: z.array(booth),
      /** Of the shop itself. */
      open: z.array(openPoint),
    }),
  }),
  roundRecords: contract({
    id: 'roundRecords',
    method: 'GET',
    path: '/rounds/records',
    summary: 'Rounds that were made, newest first, a page at a time.',
    roles: EVERYONE,
    query: listQuery(['newest']).extend({ round: z.enum(ROUNDS).optional() }),
    response: paged(roundMade.extend({ station: z.string().nullable() })),
  }),
  shopRound: contract({
    id: 'shopRound',
    method: 'GET',
    path: '/rounds/{id}',
    summary: 'One round as it was made.',
    roles: EVERYONE,
    params: byId,
    response: roundMade.extend({
      station: z.string().nullable(),
      lines: z.array(
        lineResult.omit({ photo: true }).extend({
          name: z.string(),
          text: z.string(),
          critical: z.boolean(),
        }),
      ),
    }),
  }),
  makeRound: contract({
    id: 'makeRound',
    method: 'POST',
    path: '/rounds',
    summary:
      'A round was made. What was not right on it stays open with whoever left it. Sent twice it is written once.',
    roles: WORKERS,
    booth: true,
    body: roundBody,
    response: done,
    status: 201,
    late: true,
  }),
  boothState: contract({
    id: 'boothState',
    method: 'GET',
    path: '/rounds/booths/{id}',
    summary: 'How a booth stands, with the list by which it is handed over.',
    roles: EVERYONE,
    booth: true,
    params: ofStation,
    response: booth.extend({ lines: z.array(checklistLine).readonly() }),
    kept: true,
  }),
  ownPoints: contract({
    id: 'ownPoints',
    method: 'GET',
    path: '/open-points/mine',
    summary: 'What you left open, until it is put right.',
    roles: EVERYONE,
    booth: true,
    response: z.array(openPoint),
  }),
  closePoint: contract({
    id: 'closePoint',
    method: 'POST',
    path: '/open-points/{id}/closing',
    summary: 'It was put right: said by whoever left it, whoever found it, or staff.',
    roles: WORKERS,
    booth: true,
    params: byId,
    body: closePointBody,
    response: done,
  }),
}
