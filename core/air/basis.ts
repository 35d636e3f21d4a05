import type { LimitSet } from '../exposure/terms'
import type { JobSpec } from '../job/job'
import { AIR_MODEL, DEFAULT_SPREAD, type AirCase, type FumeSource } from './case'
import { CAPTURE } from '../ventilation/ventilation.table'
import { hoodedWelders, hoodState } from '../ventilation/hood'

/** Arc-on share of the time at a task, usual middle. Source: common practice. */
const ARC_SHARE: Partial<Record<JobSpec['process'], number>> = {
  SMAW: 0.25,
  GMAW: 0.4,
  FCAW: 0.4,
  GTAW: 0.2,
}
const OTHER_SHARE = 0.3
const SHIFT = 480
/** With a near field, what bad mixing keeps at the arc is reckoned there; counting it whole in the room too would count it twice. */
const MOST_MIXING = 3
/** Half a metre round the arc; slow indoor air. */
const NEAR = { radius: 0.6, airSpeed: 0.15 }
/** Used only to draw a first case of a room nobody measured; the form asks for the real ones. */
const BLANK_ROOM = { volume: 0, flow: 0 }

/** The arcs beside the own one, where the hood of the station does not reach. */
export const OTHER_ARCS = 'The other arcs'

/**
 * First case of a job for the air check: its own source, apart from the other arcs where a hood takes fume of the own one only, the arc minutes spread at the usual arc share over the shift, the room as the job says.
 * Volume and flow that nobody measured come out as 0, which `faultsOfCase` refuses: they are asked for.
 */
export function caseOfJob(job: JobSpec): AirCase {
  const usual = ARC_SHARE[job.process] ?? OTHER_SHARE
  const shiftMinutes = Math.max(SHIFT, job.arcMinutes)
  const minutes = Math.min(shiftMinutes, Math.max(1, Math.round(job.arcMinutes / usual)))
  const capture = CAPTURE[hoodState(job.air)]
  // A hood covers its own station; what others have is not known, so nothing is taken off their fume.
  const hooded = hoodedWelders(job)
  const alone = hooded === 0 || hooded === job.welders
  const source: FumeSource = {
    name: 'Own arc',
    kind: job.process === 'GRIND' ? 'grind' : 'weld',
    process: job.process,
    amps: job.amps,
    consumable: job.consumable,
    own: null,
    consumed: job.consumption === null ? { by: 'default' } : { by: 'rate', rate: job.consumption },
    baseMetal: job.baseMetal,
    coating: job.coating,
    zinc: null,
    grinding: null,
    welders: alone ? job.welders : hooded,
    arcShare: Math.min(1, job.arcMinutes / minutes),
    from: 0,
    to: minutes,
    mine: true,
    capture: { low: capture.low, high: capture.high },
  }
  const others: FumeSource = {
    ...source,
    name: OTHER_ARCS,
    welders: job.welders - hooded,
    mine: false,
    capture: { low: 0, high: 0 },
  }
  return {
    volume: job.air.volume ?? BLANK_ROOM.volume,
    flow: job.air.generalFlow ?? BLANK_ROOM.flow,
    changes: [],
    mixing: Math.min(job.air.mixing, MOST_MIXING),
    near: NEAR,
    background: {},
    shiftMinutes,
    sources: alone ? [source] : [source, others],
    spread: DEFAULT_SPREAD,
  }
}

/** What of a job and of the site's limits an assessment rests on; another text means that the assessment is of something else. */
export function airBasis(job: JobSpec, adopted: readonly LimitSet[]): string {
  const {
    process,
    amps,
    consumable,
    consumption,
    baseMetal,
    coating,
    arcMinutes,
    welders,
    hooded,
    respirator,
    also,
    air,
  } = job
  const { space, volume, generalFlow, mixing, hood, hoodFlow, hoodDistance, hoodProved } = air
  return JSON.stringify([
    AIR_MODEL,
    process,
    amps,
    consumable,
    consumption,
    baseMetal,
    coating,
    arcMinutes,
    welders,
    respirator,
    // An older assessment names nobody else under a hood.
    ...(hooded === null ? [] : [hooded]),
    [...also].sort(),
    space,
    volume,
    generalFlow,
    mixing,
    hood,
    hoodFlow,
    hoodDistance,
    hoodProved,
    [...adopted].sort(),
  ])
}
