import { z } from 'zod'
import { contract, EVERYONE, STAFF } from '#shared/api/contract'
import { document, done } from '#shared/api/replies'
import { findingsQuery, findingsSchema, planJudgedSchema } from './judged'
import { planNowSchema } from './live'
import { planRoomsSchema } from './rooms'
import { unreachedQuery, unreachedSchema, walkQuery, walkSchema } from './ways'
import {
  draftSchema,
  drawingQuery,
  floorsBody,
  planChangesBody,
  planVersionSchema,
  publishBody,
  publishedSchema,
} from './schema'

export const planRoutes = {
  plan: contract({
    id: 'plan',
    method: 'GET',
    path: '/plan',
    summary: 'The plan of the site as it was published last.',
    roles: EVERYONE,
    response: z.object({ published: publishedSchema.nullable() }),
  }),
  planFindings: contract({
    id: 'planFindings',
    method: 'GET',
    path: '/plan/findings',
    summary:
      'What the published plan says: rooms, gas that may not stand together, ways to what one needs in a hurry. Of each kind how many there are, and the worst.',
    roles: EVERYONE,
    response: planJudgedSchema,
  }),
  planFurtherFindings: contract({
    id: 'planFurtherFindings',
    method: 'GET',
    path: '/plan/findings/further',
    summary:
      'Further Findings of one kind on one floor of the published plan, the worst first. Refused once something changed since the first were read.',
    roles: EVERYONE,
    query: findingsQuery,
    response: findingsSchema,
  }),
  planNow: contract({
    id: 'planNow',
    method: 'GET',
    path: '/plan/now',
    summary:
      'Each station as it is now: who is there, what they weld, the worst that is said, what is locked or due, hood, monitor, permits and watches.',
    roles: EVERYONE,
    response: planNowSchema,
  }),
  planUnreached: contract({
    id: 'planUnreached',
    method: 'GET',
    path: '/plan/unreached',
    summary:
      'Ground in rooms of the published plan from which an eyewash, or an extinguisher for what burns, is too far to walk to. m, m2.',
    roles: EVERYONE,
    query: unreachedQuery,
    response: unreachedSchema,
  }),
  planWalk: contract({
    id: 'planWalk',
    method: 'GET',
    path: '/plan/walk',
    summary: 'What is due, in a short order to walk it on the published plan. m.',
    roles: EVERYONE,
    query: walkQuery,
    response: walkSchema,
  }),
  planSvg: contract({
    id: 'planSvg',
    method: 'GET',
    path: '/plan/drawing.svg',
    summary: 'A floor of a published plan to scale, as SVG.',
    roles: EVERYONE,
    query: drawingQuery,
    response: document,
    produces: 'image/svg+xml',
  }),
  planPdf: contract({
    id: 'planPdf',
    method: 'GET',
    path: '/plan/drawing.pdf',
    summary: 'A floor of a published plan to scale, as PDF.',
    roles: EVERYONE,
    query: drawingQuery,
    response: document,
    produces: 'application/pdf',
  }),
  planRooms: contract({
    id: 'planRooms',
    method: 'GET',
    path: '/plan/rooms',
    summary:
      'By station the room that it stands in on the published plan: volume, ceiling, stations and openings, SI.',
    roles: EVERYONE,
    response: planRoomsSchema,
  }),
  planVersions: contract({
    id: 'planVersions',
    method: 'GET',
    path: '/plan/versions',
    summary: 'Every published plan, newest first.',
    roles: EVERYONE,
    response: z.array(planVersionSchema),
  }),
  planVersion: contract({
    id: 'planVersion',
    method: 'GET',
    path: '/plan/versions/{number}',
    summary: 'One published plan.',
    roles: EVERYONE,
    params: z.object({ number: z.coerce.number().int().min(1).max(1_000_000) }),
    response: publishedSchema,
  }),
  planDraft: contract({
    id: 'planDraft',
    method: 'GET',
    path: '/plan/draft',
    summary: 'The plan as it is being drawn, each thing with its version.',
    roles: STAFF,
    response: draftSchema,
  }),
  draftFindings: contract({
    id: 'draftFindings',
    method: 'GET',
    path: '/plan/draft/findings',
    summary: 'What the draft says, and what is wrong with it.',
    roles: STAFF,
    response: planJudgedSchema,
  }),
  draftFurtherFindings: contract({
    id: 'draftFurtherFindings',
    method: 'GET',
    path: '/plan/draft/findings/further',
    summary:
      'Further Findings of one kind on one floor of the draft, the worst first. Refused once something changed since the first were read.',
    roles: STAFF,
    query: findingsQuery,
    response: findingsSchema,
  }),
  changeDraft: contract({
    id: 'changeDraft',
    method: 'POST',
    path: '/plan/draft/changes',
    summary:
      'Draw on the draft: things put, changed or taken away, all or none. Whoever changed the same thing meanwhile is told. Sent twice it is done once.',
    roles: STAFF,
    body: planChangesBody,
    largest: 2_000_000,
    response: z.object({
      /** Of what is there now, by thing. */
      versions: z.record(z.string(), z.number()),
    }),
  }),
  changeFloors: contract({
    id: 'changeFloors',
    method: 'PUT',
    path: '/plan/draft/floors',
    summary: 'The floors and yards of the draft. One on which something is drawn stays.',
    roles: STAFF,
    body: floorsBody,
    response: done,
  }),
  publishPlan: contract({
    id: 'publishPlan',
    method: 'POST',
    path: '/plan/versions',
    summary:
      'Publish the draft, unless something is wrong with it. Refused where somebody draws on it at that moment. Sent twice it is published once.',
    roles: STAFF,
    body: publishBody,
    response: z.object({ number: z.number() }),
    status: 201,
  }),
}
