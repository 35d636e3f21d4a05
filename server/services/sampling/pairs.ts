import { calibrate } from '#core/sampling/calibrate'
import { isGas, PARTICULATES, type Particulate } from '#core/exposure/terms'
import { assessmentsOf } from '#server/db/air'
import { inOrganisation, type Db } from '#server/db/pool'
import { samplesOfJobs } from '#server/db/sample'
import type { JobAir } from '#shared/air/schema'
import type { Pairs, Sample } from '#shared/sampling/schema'
import type { Actor } from '../actor'
import { daysOf } from './days'

const NEWEST = 50

/** Each day sampled on a job beside the median of the assessment in force on that day, or of the first one after it. Days under the detection limit make no pair. */
async function pairsOf(db: Db, site: string): Promise<Pairs['pairs']> {
  const samples = await samplesOfJobs(db, site)
  const byJob = new Map<string, Sample[]>()
  for (const sample of samples)
    byJob.set(sample.jobId!, [...(byJob.get(sample.jobId!) ?? []), sample])
  const pairs: Pairs['pairs'] = []
  for (const [jobId, ofJob] of byJob) {
    const assessments = await assessmentsOf(db, jobId, NEWEST)
    for (const substance of PARTICULATES) {
      for (const day of daysOf(ofJob.filter((sample) => sample.substance === substance)).days) {
        const inForce =
          assessments.find((row) => row.at.toISOString().slice(0, 10) <= day.on) ??
          assessments.at(-1)!
        const result = inForce.results.substances.find((entry) => entry.substance === substance)
        if (
          day.underDetection ||
          day.value <= 0 ||
          !result?.drawn ||
          result.because ||
          result.bound
        )
          continue
        pairs.push({
          jobId,
          job: inForce.job_title,
          substance,
          on: day.on,
          predicted: result.drawn.twa.p50,
          low: result.drawn.twa.p5,
          high: result.drawn.twa.p95,
          measured: day.value,
        })
      }
    }
  }
  return pairs
}

export function readPairs(actor: Actor): Promise<Pairs> {
  return inOrganisation(actor.organisation, async (db) => {
    const pairs = await pairsOf(db, actor.site)
    const substances = [...new Set(pairs.map((pair) => pair.substance))]
    return {
      pairs,
      calibrations: substances.map((substance) => {
        const of = pairs.filter((pair) => pair.substance === substance)
        const found = calibrate(of)
        return 'because' in found
          ? {
              substance,
              because: found.because,
              pairs: of.length,
              factor: null,
              low: null,
              high: null,
              off: false,
            }
          : {
              substance,
              because: null,
              pairs: found.pairs,
              factor: found.factor,
              low: found.low,
              high: found.high,
              off: found.off,
            }
      }),
    }
  })
}

/** The site's factors that rest on six pairs or more. */
export async function calibrationsOf(db: Db, site: string): Promise<JobAir['calibration']> {
  const pairs = await pairsOf(db, site)
  return [...new Set(pairs.map((pair) => pair.substance))].flatMap((substance) => {
    const found = calibrate(pairs.filter((pair) => pair.substance === substance))
    return isGas(substance) || 'because' in found
      ? []
      : [
          {
            substance: substance as Particulate,
            pairs: found.pairs,
            factor: found.factor,
            low: found.low,
            high: found.high,
            off: found.off,
          },
        ]
  })
}
