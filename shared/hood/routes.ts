import { EVERYONE, STAFF, contract } from '#shared/api/contract'
import { byId, done, judged, made } from '#shared/api/replies'
import { hoodBody, sectionSchema, surveyBody } from '#shared/hood/schema'

export const hoodRoutes = {
  setHood: contract({
    id: 'setHood',
    method: 'PUT',
    path: '/stations/{id}/hood',
    summary: 'The section of a hood as drawn, what it needs, how often it is surveyed. SI units.',
    roles: STAFF,
    params: byId,
    body: hoodBody,
    response: done,
  }),
  survey: contract({
    id: 'survey',
    method: 'POST',
    path: '/stations/{id}/surveys',
    summary: 'Log a hood survey: m/s, Pa.',
    roles: STAFF,
    params: byId,
    body: surveyBody,
    response: made,
    status: 201,
  }),
  calcHood: contract({
    id: 'calcHood',
    method: 'POST',
    path: '/calc/hood',
    summary:
      'Capture velocity, window, plume and what holds the fume, for a hood section. SI units.',
    roles: EVERYONE,
    body: sectionSchema,
    response: judged,
  }),
}
