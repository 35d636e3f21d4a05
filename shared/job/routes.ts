import { z } from 'zod'
import { EVERYONE, WORKERS, contract } from '#shared/api/contract'
import { listQuery, paged } from '#shared/api/list'
import { byId, done, made } from '#shared/api/replies'
import { choiceSchema, jobBody, jobRowSchema, jobSchema } from '#shared/job/schema'
import { permitSchema } from '#shared/permit/schema'

export const jobRoutes = {
  jobs: contract({
    id: 'jobs',
    method: 'GET',
    path: '/jobs',
    summary: 'Jobs, a page at a time.',
    roles: EVERYONE,
    query: listQuery(['newest', 'number', 'title']),
    response: paged(jobRowSchema),
  }),
  jobChoices: contract({
    id: 'jobChoices',
    method: 'GET',
    path: '/jobs/choices',
    summary: 'The jobs that this person sets up most, to start from.',
    roles: EVERYONE,
    response: z.array(choiceSchema),
  }),
  createJob: contract({
    id: 'createJob',
    method: 'POST',
    path: '/jobs',
    summary: 'Describe a job.',
    roles: WORKERS,
    body: jobBody,
    response: made,
    status: 201,
  }),
  job: contract({
    id: 'job',
    method: 'GET',
    path: '/jobs/{id}',
    summary: 'One job with its Findings, judged now.',
    roles: EVERYONE,
    params: byId,
    response: jobSchema,
  }),
  updateJob: contract({
    id: 'updateJob',
    method: 'PUT',
    path: '/jobs/{id}',
    summary: 'Change a job; refused while a permit on it is open.',
    roles: WORKERS,
    params: byId,
    body: jobBody,
    response: done,
  }),
  copyJob: contract({
    id: 'copyJob',
    method: 'POST',
    path: '/jobs/{id}/copy',
    summary: 'Copy a job.',
    roles: WORKERS,
    params: byId,
    response: made,
    status: 201,
  }),
  exportJob: contract({
    id: 'exportJob',
    method: 'GET',
    path: '/jobs/{id}/export',
    summary: 'The job with Findings and permits as one JSON document.',
    roles: EVERYONE,
    params: byId,
    response: z.object({
      format: z.literal('zonaris-job/1'),
      exportedAt: z.iso.datetime(),
      job: jobSchema,
      permits: z.array(permitSchema),
    }),
  }),
}
