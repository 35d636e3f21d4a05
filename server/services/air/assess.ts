import { randomUUID } from 'node:crypto'
import { airBasis, caseOfJob, OTHER_ARCS } from '#core/air/basis'
import type { JobSpec } from '#core/job/job'
import { AIR_MODEL, faultsOfCase, type AirCase } from '#core/air/case'
import { tooCostly } from '#core/air/cost'
import { captureReach } from '#core/hood/section'
import { judgeRespirator } from '#core/respirator/fit'
import { checkVentilation } from '#core/ventilation/prescriptive'
import {
  assessmentsOf,
  findAssessment,
  gasTestsOf,
  insertAssessment,
  insertGasTest,
  listConsumables,
  type AssessmentRow,
} from '#server/db/air'
import { hoodsOf } from '#server/db/hood'
import { findJob, type JobRow } from '#server/db/job'
import { inOrganisation, type Db } from '#server/db/pool'
import { recordsOf, type RecordRow } from '#server/db/record'
import { AppError, conflict, fieldError, notFound } from '#server/errors'
import type { Finding } from '#core/finding/finding'
import type { Assessment, AssessmentBody, JobAir, Rerun } from '#shared/air/schema'
import { record, type Actor } from '../actor'
import { isNew } from '../event'
import { shownTo } from '../privacy'
import { calibrationsOf } from '../sampling/pairs'
import { meterFor } from '../inspection/meter'
import { scopeOf } from '../shop/shop'
import { inPool } from '#server/heavy/pool'
import { airOfJob } from './state'
import type { AirOutcome, AirRun } from './work-out'

const NEWEST = 20

/** What the air check of a job starts from: the case of the newest assessment if the job is still that job, else the job's own. */
export function readJobAir(actor: Actor, id: string): Promise<JobAir> {
  return inOrganisation(actor.organisation, async (db) => {
    const job = await heldJob(db, id)
    const scope = await scopeOf(db, actor)
    const rows = await assessmentsOf(db, id, NEWEST)
    const basis = airBasis(job.spec, scope.rules.limits)
    const latest = rows[0] ?? null
    const hood = job.station_id ? (await hoodsOf(db, [job.station_id]))[0] : undefined
    const worn = job.welder_id ? (await recordsOf(db, [job.welder_id]))[0] : undefined
    return {
      job: {
        id: job.id,
        number: job.number,
        title: job.title,
        placeName: job.place_name,
        stationId: job.station_id,
      },
      start: latest?.basis === basis ? latest.air : caseOfJob(job.spec),
      prescriptive: checkVentilation(job.spec),
      applies: applies(job),
      respirator: job.spec.respirator,
      welder: job.welder,
      welderReady: worn ? readyToWear(actor, job, worn, scope.today) : null,
      measured: job.spec.measured?.reference ?? null,
      hoodReach: hood ? captureReach(hood.section) : null,
      confined: job.spec.air.space === 'confined',
      adopted: [...scope.rules.limits],
      own: (await listConsumables(db, actor.site))
        .filter((row) => !row.retired)
        .map((row) => row.composition),
      assessments: rows.map((row) => toRow(row, basis)),
      latest: latest && toAssessment(latest, basis),
      calibration: await calibrationsOf(db, actor.site),
      gasTests: (await gasTestsOf(db, id, NEWEST)).map((row) => ({
        id: row.id,
        at: row.at.toISOString(),
        until: row.until.toISOString(),
        by: row.by,
        oxygen: row.oxygen,
        explosive: row.explosive,
        others: row.others,
        instrument: row.instrument,
        calibrated: row.calibrated,
        bumpTested: row.bump_tested,
      })),
      now: (await airOfJob(db, scope, job)).airNow,
    }
  })
}

function readyToWear(actor: Actor, job: JobRow, worn: RecordRow, today: string): Finding | null {
  const finding = judgeRespirator(
    job.spec.respirator,
    {
      clearedUntil: worn.respirator_until,
      fitTestOn: worn.fit_test_on,
      fitModel: worn.fit_model,
      fitSize: worn.fit_size,
      sealCheckOn: worn.seal_check_on,
    },
    today,
  )
  return finding && shownTo(actor, job.welder_id, [finding])[0]!
}

/** The room models hold for rooms; outdoors there is no answer. */
function applies(job: JobRow): JobAir['applies'] {
  return job.spec.air.space === 'outdoors'
    ? {
        ok: false,
        because:
          'the room models have no answer outdoors: keep the head out of the plume, stand across the wind, and sample',
      }
    : { ok: true, because: null }
}

async function heldJob(db: Db, id: string): Promise<JobRow> {
  const job = await findJob(db, id)
  if (!job) throw notFound('job')
  return job
}

/** Work a case out with the same code as the browser, and keep it with the job: inputs, model, seed, results. The draws are made before the transaction, in another thread, so that nothing is held and nobody waits meanwhile. */
export async function assess(
  actor: Actor,
  jobId: string,
  body: Required<AssessmentBody>,
): Promise<Assessment> {
  const { job, adopted } = await inOrganisation(actor.organisation, async (db) => ({
    job: await heldJob(db, jobId),
    adopted: (await scopeOf(db, actor)).rules.limits,
  }))
  const allowed = applies(job)
  if (!allowed.ok) throw conflict(`No assessment, because ${allowed.because}.`, 'no_answer')
  const air = body.air as AirCase
  const { findings, results } = await workOut(actor, {
    air,
    adopted,
    seed: body.seed,
    draws: body.draws,
    respirator: job.spec.respirator,
  })
  const id = randomUUID()
  return inOrganisation(actor.organisation, async (db) => {
    await insertAssessment(db, {
      id,
      organisation: actor.organisation,
      job: jobId,
      person: actor.person,
      air,
      adopted,
      respirator: job.spec.respirator,
      basis: airBasis(job.spec, adopted),
      model: AIR_MODEL,
      seed: body.seed,
      draws: body.draws,
      results,
      findings,
      note: body.note,
      at: actor.now,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'air_assessed', 'job', jobId, {
      assessment: id,
      model: AIR_MODEL,
      seed: body.seed,
      draws: body.draws,
      decisive: results.decisive,
    })
    return toAssessment((await findAssessment(db, id))!, airBasis(job.spec, adopted))
  })
}

/** Draw in a thread of the pool. @throws AppError 400 with the fields that are wrong, or where the run would cost too much */
async function workOut(actor: Actor, run: AirRun): Promise<Extract<AirOutcome, { fault: null }>> {
  const faults = faultsOfCase(run.air)
  if (faults.length > 0)
    throw new AppError(
      400,
      'invalid',
      faults[0]!.message,
      faults.map((fault) => ({ path: `air.${fault.field}`, message: fault.message })),
    )
  const costly = tooCostly(run.air, run.draws)
  if (costly) throw fieldError('air.sources', costly)
  const outcome = await inPool('workOutAir', actor.person, run)
  if (outcome.fault !== null) throw fieldError('air', outcome.fault)
  return outcome
}

export async function readAssessment(actor: Actor, id: string): Promise<Assessment> {
  return inOrganisation(actor.organisation, async (db) => {
    const row = await findAssessment(db, id)
    if (!row) throw notFound('assessment')
    const job = await heldJob(db, row.job_id)
    return toAssessment(row, airBasis(job.spec, (await scopeOf(db, actor)).rules.limits))
  })
}

/** The same seed and draws with what the job, the limits and the model say now. */
export async function rerun(actor: Actor, id: string): Promise<Rerun> {
  const { row, job, adopted } = await inOrganisation(actor.organisation, async (db) => {
    const row = await findAssessment(db, id)
    if (!row) throw notFound('assessment')
    return {
      row,
      job: await heldJob(db, row.job_id),
      adopted: (await scopeOf(db, actor)).rules.limits,
    }
  })
  const then = row.air as AirCase
  const now = carryOver(then, job.spec)
  const usable = faultsOfCase(now).length === 0 ? now : then
  const { results } = await workOut(actor, {
    air: usable,
    adopted,
    seed: row.seed,
    draws: row.draws,
    respirator: job.spec.respirator,
  })
  const upper = (all: Assessment['results'], substance: string): number =>
    all.substances.find((entry) => entry.substance === substance)?.drawn?.twa.p95 ?? 0
  const substances = [
    ...new Set([...row.results.substances, ...results.substances].map((entry) => entry.substance)),
  ]
  return {
    inputs: differences(then, usable),
    model: { then: row.model, now: AIR_MODEL },
    adopted: { then: row.adopted, now: [...adopted] },
    results: substances.map((substance) => ({
      substance,
      then: upper(row.results, substance),
      now: upper(results, substance),
    })),
  }
}

/** What the job itself knows comes from the job as it is; what was refined in the check stays. */
function carryOver(then: AirCase, job: JobSpec): AirCase {
  const now = caseOfJob(job)
  const fresh = now.sources[0]!
  const apart = then.sources.some((source) => source.name === OTHER_ARCS)
  return {
    ...then,
    volume: now.volume || then.volume,
    flow: now.flow || then.flow,
    sources: then.sources.map((source, i) =>
      i !== then.sources.findIndex((entry) => entry.mine)
        ? source
        : {
            ...source,
            process: fresh.process,
            amps: fresh.amps,
            consumable: source.own ? source.consumable : fresh.consumable,
            baseMetal: fresh.baseMetal,
            coating: fresh.coating,
            welders: apart ? 1 : job.welders,
          },
    ),
  }
}

function differences(then: unknown, now: unknown, path = ''): Rerun['inputs'] {
  if (typeof then !== 'object' || typeof now !== 'object' || then === null || now === null)
    return then === now ? [] : [{ path, then: String(then), now: String(now) }]
  const keys = [...new Set([...Object.keys(then), ...Object.keys(now)])]
  return keys.flatMap((key) =>
    differences(
      (then as Record<string, unknown>)[key],
      (now as Record<string, unknown>)[key],
      path ? `${path}.${key}` : key,
    ),
  )
}

const toRow = (row: AssessmentRow, basis: string) => ({
  id: row.id,
  at: row.at.toISOString(),
  by: row.by,
  model: row.model,
  seed: row.seed,
  draws: row.draws,
  note: row.note,
  current: row.basis === basis,
  rehearsal: row.rehearsal,
})
const toAssessment = (row: AssessmentRow, basis: string): Assessment => ({
  ...toRow(row, basis),
  jobId: row.job_id,
  jobTitle: row.job_title,
  jobNumber: row.job_number,
  placeName: row.place_name,
  air: row.air,
  adopted: row.adopted,
  respirator: row.respirator,
  results: row.results,
  findings: row.findings,
})

/** Log a gas test and judge it at once. A retry counts once. */
export function logGasTest(
  actor: Actor,
  jobId: string,
  body: {
    id: string
    oxygen: number | null
    explosive: number | null
    others: Record<string, number | undefined>
    meterId: string | null
    instrument: string
    bumpTested: boolean
    minutes: number
  },
): Promise<{ findings: Finding[] }> {
  return inOrganisation(actor.organisation, async (db) => {
    const { id, ...content } = body
    const job = await heldJob(db, jobId)
    const answer = async (): Promise<{ findings: Finding[] }> => ({
      findings: (await airOfJob(db, await scopeOf(db, actor), job)).airNow,
    })
    if (!(await isNew(db, actor, { id, kind: 'gas_test', of: jobId, content }))) return answer()
    const until = new Date(actor.now.getTime() + body.minutes * 60_000)
    const scope = await scopeOf(db, actor)
    const meter = await meterFor(db, scope, {
      id: body.meterId,
      kind: 'gasMeter',
      day: scope.today,
    })
    await insertGasTest(db, {
      id,
      organisation: actor.organisation,
      job: jobId,
      by: actor.person,
      oxygen: body.oxygen,
      explosive: body.explosive,
      others: body.others,
      meter: body.meterId,
      calibrated: meter.calibrated,
      instrument: meter.name ?? body.instrument,
      bumpTested: body.bumpTested,
      at: actor.now,
      until,
      rehearsal: actor.rehearsal,
    })
    await record(db, actor, 'gas_test', 'job', jobId, {
      oxygen: body.oxygen,
      explosive: body.explosive,
      others: body.others,
      until: until.toISOString(),
    })
    return answer()
  })
}
