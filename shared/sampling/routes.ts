import { z } from 'zod'
import { SUBSTANCES } from '#core/exposure/terms'
import { EVERYONE, LEAD, STAFF, contract } from '#shared/api/contract'
import { listQuery, paged } from '#shared/api/list'
import { byId, document, done, made } from '#shared/api/replies'
import { importBody, importSchema } from '#shared/files/schema'
import {
  groupSchema,
  groupsSchema,
  pairsSchema,
  sampleBody,
  sampleSchema,
} from '#shared/sampling/schema'

export const samplingRoutes = {
  samples: contract({
    id: 'samples',
    method: 'GET',
    path: '/samples',
    summary: 'Air samples, a page at a time.',
    roles: EVERYONE,
    query: listQuery(['newest', 'group']),
    response: paged(sampleSchema),
  }),
  createSample: contract({
    id: 'createSample',
    method: 'POST',
    path: '/samples',
    summary: 'Log one sample or part of one: mg/m3, gases ppm, minutes.',
    roles: STAFF,
    body: sampleBody,
    response: made,
    status: 201,
  }),
  removeSample: contract({
    id: 'removeSample',
    method: 'DELETE',
    path: '/samples/{id}',
    summary: 'Take a sample out of the reckoning; it stays in the record.',
    roles: LEAD,
    params: byId,
    response: done,
  }),
  importSamples: contract({
    id: 'importSamples',
    method: 'POST',
    path: '/samples/import',
    summary: 'Preview a file of samples (CSV), or take it over whole.',
    roles: STAFF,
    body: importBody,
    response: importSchema,
    largest: 2_200_000,
  }),
  exportSamples: contract({
    id: 'exportSamples',
    method: 'GET',
    path: '/samples.csv',
    summary: 'All samples as CSV, in the form that import reads.',
    roles: EVERYONE,
    response: document,
    produces: 'text/csv',
  }),
  sampleGroups: contract({
    id: 'sampleGroups',
    method: 'GET',
    path: '/sample-groups',
    summary: 'Groups of people and substances that were sampled.',
    roles: EVERYONE,
    response: groupsSchema,
  }),
  sampleGroup: contract({
    id: 'sampleGroup',
    method: 'GET',
    path: '/sample-groups/one',
    summary:
      'Statistics of one group and substance: lognormal fit, both confidence habits, EN 689.',
    roles: EVERYONE,
    query: z.strictObject({ group: z.string().min(1).max(100), substance: z.enum(SUBSTANCES) }),
    response: groupSchema,
  }),
  samplePairs: contract({
    id: 'samplePairs',
    method: 'GET',
    path: '/sample-pairs',
    summary: "Assessments against what was measured on the same job, and the site's factor.",
    roles: EVERYONE,
    response: pairsSchema,
  }),
}
