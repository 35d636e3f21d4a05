import { z } from 'zod'
import { LIMIT_SETS, SUBSTANCES } from '#core/exposure/terms'
import { contract, EVERYONE, LEAD, STAFF, WORKERS } from './contract'
import { listQuery, paged } from './list'
import { airOverviewSchema, alarmBody, alarmDetailBody, alarmSchema, assessmentBody, assessmentSchema, clearBody, compositionSchema, consumableSchema, deviceBody, deviceSchema, gasTestBody, hoodBody, importBody, importSchema, ingestSchema, jobAirSchema, readingsBody, releaseBody, rerunSchema, sectionSchema, stationAirSchema, surveyBody } from '#shared/air/schema'
import { findingSchema } from '#shared/job/schema'
import { groupSchema, groupsSchema, pairsSchema, sampleBody, sampleSchema } from '#shared/sampling/schema'
import { paper } from '#shared/training/schema'

const ok = z.object({ ok: z.literal(true) })
const made = z.object({ id: z.uuid() })
const id = z.strictObject({ id: z.uuid('Not an identifier.') })
const any = z.unknown()
const judged = z.object({ findings: z.array(findingSchema) })

/** Routes of the air check, kept apart so that pages before it need not carry them. */
export const airRoutes = {
  airOverview: contract({ id: 'airOverview', method: 'GET', path: '/air', summary: 'Stations with hood, surveys and monitors judged now; open alarms; newest assessments.', roles: EVERYONE, response: airOverviewSchema }),
  stationAir: contract({ id: 'stationAir', method: 'GET', path: '/stations/{id}/air', summary: 'Hood, surveys with trend, live traces and alarms of a station.', roles: EVERYONE, params: id, response: stationAirSchema }),
  setHood: contract({ id: 'setHood', method: 'PUT', path: '/stations/{id}/hood', summary: 'The section of a hood as drawn, what it needs, how often it is surveyed. SI units.', roles: STAFF, params: id, body: hoodBody, response: ok }),
  survey: contract({ id: 'survey', method: 'POST', path: '/stations/{id}/surveys', summary: 'Log a hood survey: m/s, Pa.', roles: STAFF, params: id, body: surveyBody, response: made, status: 201 }),

  jobAir: contract({ id: 'jobAir', method: 'GET', path: '/jobs/{id}/air', summary: 'What the air check of a job starts from, and what is on file.', roles: EVERYONE, params: id, response: jobAirSchema }),
  assess: contract({ id: 'assess', method: 'POST', path: '/jobs/{id}/assessments', summary: 'Work a case out on the server with this seed and keep it with the job.', roles: WORKERS, params: id, body: assessmentBody, response: assessmentSchema, status: 201, largest: 300_000 }),
  assessment: contract({ id: 'assessment', method: 'GET', path: '/assessments/{id}', summary: 'An air assessment as it was.', roles: EVERYONE, params: id, response: assessmentSchema }),
  rerun: contract({ id: 'rerun', method: 'GET', path: '/assessments/{id}/rerun', summary: 'The same seed with the job and limits of now: what changed.', roles: EVERYONE, params: id, response: rerunSchema }),
  assessmentPdf: contract({ id: 'assessmentPdf', method: 'GET', path: '/assessments/{id}/pdf', summary: 'The assessment as PDF, two pages.', roles: EVERYONE, params: id, query: paper.omit({ station: true }), response: any, produces: 'application/pdf' }),
  gasTest: contract({ id: 'gasTest', method: 'POST', path: '/jobs/{id}/gas-tests', summary: 'Log a gas test: oxygen and explosive limit in %, others in ppm.', roles: WORKERS, params: id, body: gasTestBody, response: judged, status: 201 }),

  consumables: contract({ id: 'consumables', method: 'GET', path: '/consumables', summary: 'The shop\'s own consumables.', roles: EVERYONE, response: z.array(consumableSchema) }),
  createConsumable: contract({ id: 'createConsumable', method: 'POST', path: '/consumables', summary: 'Add a consumable from its data sheet; shares by mass add up to 1.', roles: STAFF, body: compositionSchema, response: made, status: 201 }),
  retireConsumable: contract({ id: 'retireConsumable', method: 'PUT', path: '/consumables/{id}', summary: 'Retire a consumable or bring it back.', roles: STAFF, params: id, body: z.strictObject({ retired: z.boolean() }), response: ok }),
  importConsumables: contract({ id: 'importConsumables', method: 'POST', path: '/consumables/import', summary: 'Preview a file of consumables (CSV or JSON), or take it over whole.', roles: STAFF, body: importBody, response: importSchema, largest: 2_200_000 }),

  samples: contract({ id: 'samples', method: 'GET', path: '/samples', summary: 'Air samples, a page at a time.', roles: EVERYONE, query: listQuery(['newest', 'group']), response: paged(sampleSchema) }),
  createSample: contract({ id: 'createSample', method: 'POST', path: '/samples', summary: 'Log one sample or part of one: mg/m3, gases ppm, minutes.', roles: STAFF, body: sampleBody, response: made, status: 201 }),
  removeSample: contract({ id: 'removeSample', method: 'DELETE', path: '/samples/{id}', summary: 'Take a sample out of the reckoning; it stays in the record.', roles: LEAD, params: id, response: ok }),
  importSamples: contract({ id: 'importSamples', method: 'POST', path: '/samples/import', summary: 'Preview a file of samples (CSV), or take it over whole.', roles: STAFF, body: importBody, response: importSchema, largest: 2_200_000 }),
  exportSamples: contract({ id: 'exportSamples', method: 'GET', path: '/samples.csv', summary: 'All samples as CSV, in the form that import reads.', roles: EVERYONE, response: any, produces: 'text/csv' }),
  sampleGroups: contract({ id: 'sampleGroups', method: 'GET', path: '/sample-groups', summary: 'Groups of people and substances that were sampled.', roles: EVERYONE, response: groupsSchema }),
  sampleGroup: contract({ id: 'sampleGroup', method: 'GET', path: '/sample-groups/one', summary: 'Statistics of one group and substance: lognormal fit, both confidence habits, EN 689.', roles: EVERYONE, query: z.strictObject({ group: z.string().min(1).max(100), substance: z.enum(SUBSTANCES) }), response: groupSchema }),
  samplePairs: contract({ id: 'samplePairs', method: 'GET', path: '/sample-pairs', summary: 'Assessments against what was measured on the same job, and the site\'s factor.', roles: EVERYONE, response: pairsSchema }),

  devices: contract({ id: 'devices', method: 'GET', path: '/devices', summary: 'Air monitors.', roles: EVERYONE, response: z.array(deviceSchema) }),
  createDevice: contract({ id: 'createDevice', method: 'POST', path: '/devices', summary: 'Add a monitor; its token is shown once.', roles: STAFF, body: deviceBody, response: z.object({ id: z.uuid(), token: z.string() }), status: 201 }),
  revokeDevice: contract({ id: 'revokeDevice', method: 'DELETE', path: '/devices/{id}', summary: 'Revoke a monitor\'s token.', roles: STAFF, params: id, response: ok }),
  ingest: contract({ id: 'ingest', method: 'POST', path: '/readings', summary: 'Readings of a monitor, with its own bearer token. mg/m3, gases ppm. May be sent again and in any order: a moment counts once.', roles: 'public', body: readingsBody, response: ingestSchema }),

  raiseAlarm: contract({ id: 'raiseAlarm', method: 'POST', path: '/alarms', summary: 'Someone feels ill or the air is bad: stops the job.', roles: EVERYONE, body: alarmBody, response: alarmSchema, status: 201 }),
  tellAlarm: contract({ id: 'tellAlarm', method: 'PUT', path: '/alarms/{id}', summary: 'Add symptoms and a note to an open alarm.', roles: EVERYONE, params: id, body: alarmDetailBody, response: alarmSchema }),
  clearAlarm: contract({ id: 'clearAlarm', method: 'POST', path: '/alarms/{id}/clear', summary: 'Clear an alarm, saying what was found.', roles: STAFF, params: id, body: clearBody, response: alarmSchema }),

  calcHood: contract({ id: 'calcHood', method: 'POST', path: '/calc/hood', summary: 'Capture velocity, window, plume and what holds the fume, for a hood section. SI units.', roles: EVERYONE, body: sectionSchema, response: judged }),
  calcRelease: contract({ id: 'calcRelease', method: 'POST', path: '/calc/release', summary: 'Oxygen and explosive limit of a closed space after a release. m3.', roles: EVERYONE, body: releaseBody, response: z.object({ gas: z.number(), oxygen: z.number(), findings: z.array(findingSchema) }) }),
  calcLimits: contract({ id: 'calcLimits', method: 'GET', path: '/calc/limits', summary: 'Every exposure limit on file, with its source.', roles: EVERYONE, query: z.strictObject({ set: z.enum(LIMIT_SETS).optional() }), response: z.array(any) }),
}
