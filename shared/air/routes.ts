import { z } from 'zod'
import { LIMIT_SETS } from '#core/exposure/terms'
import { gasTestBody, releaseBody } from '#shared/air/gas-test'
import {
  airOverviewSchema,
  assessmentBody,
  assessmentSchema,
  jobAirSchema,
  rerunSchema,
  stationAirSchema,
} from '#shared/air/schema'
import { EVERYONE, WORKERS, contract } from '#shared/api/contract'
import { byId, document, judged } from '#shared/api/replies'
import { findingSchema } from '#shared/finding/schema'
import { specShape } from '#shared/job/schema'
import { paper } from '#shared/session/schema'

export const airRoutes = {
  calcVentilation: contract({
    id: 'calcVentilation',
    method: 'POST',
    path: '/calc/ventilation',
    summary: 'Prescriptive ventilation check and exposure estimate. SI units.',
    roles: EVERYONE,
    body: z.strictObject(specShape),
    response: z.object({ findings: z.array(findingSchema) }),
  }),
  airOverview: contract({
    id: 'airOverview',
    method: 'GET',
    path: '/air',
    summary:
      'Stations with hood, surveys and monitors judged now; open alarms; newest assessments.',
    roles: EVERYONE,
    response: airOverviewSchema,
  }),
  stationAir: contract({
    id: 'stationAir',
    method: 'GET',
    path: '/stations/{id}/air',
    summary: 'Hood, surveys with trend, live traces and alarms of a station.',
    roles: EVERYONE,
    params: byId,
    response: stationAirSchema,
  }),
  jobAir: contract({
    id: 'jobAir',
    method: 'GET',
    path: '/jobs/{id}/air',
    summary: 'What the air check of a job starts from, and what is on file.',
    roles: EVERYONE,
    params: byId,
    response: jobAirSchema,
  }),
  assess: contract({
    id: 'assess',
    slow: true,
    method: 'POST',
    path: '/jobs/{id}/assessments',
    summary: 'Work a case out on the server with this seed and keep it with the job.',
    roles: WORKERS,
    params: byId,
    body: assessmentBody,
    response: assessmentSchema,
    status: 201,
    largest: 300_000,
  }),
  assessment: contract({
    id: 'assessment',
    method: 'GET',
    path: '/assessments/{id}',
    summary: 'An air assessment as it was.',
    roles: EVERYONE,
    params: byId,
    response: assessmentSchema,
  }),
  rerun: contract({
    id: 'rerun',
    slow: true,
    method: 'GET',
    path: '/assessments/{id}/rerun',
    summary: 'The same seed with the job and limits of now: what changed.',
    roles: EVERYONE,
    params: byId,
    response: rerunSchema,
  }),
  assessmentPdf: contract({
    id: 'assessmentPdf',
    method: 'GET',
    path: '/assessments/{id}/pdf',
    summary: 'The assessment as PDF, two pages.',
    roles: EVERYONE,
    params: byId,
    query: paper.omit({ station: true }),
    response: document,
    produces: 'application/pdf',
  }),
  gasTest: contract({
    id: 'gasTest',
    method: 'POST',
    path: '/jobs/{id}/gas-tests',
    summary: 'Log a gas test: oxygen and explosive limit in %, others in ppm.',
    roles: WORKERS,
    params: byId,
    body: gasTestBody,
    response: judged,
    status: 201,
  }),
  calcRelease: contract({
    id: 'calcRelease',
    method: 'POST',
    path: '/calc/release',
    summary: 'Oxygen and explosive limit of a closed space after a release. m3.',
    roles: EVERYONE,
    body: releaseBody,
    response: z.object({ gas: z.number(), oxygen: z.number(), findings: z.array(findingSchema) }),
  }),
  calcLimits: contract({
    id: 'calcLimits',
    method: 'GET',
    path: '/calc/limits',
    summary: 'Every exposure limit on file, with its source.',
    roles: EVERYONE,
    query: z.strictObject({ set: z.enum(LIMIT_SETS).optional() }),
    response: z.array(z.unknown()),
  }),
}
