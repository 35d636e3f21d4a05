import type { AirSpace, JobSpec } from '#core/job/job'
import type { Job, JobBody } from '#shared/job/schema'

/** Air of a place of which nothing has been measured yet. */
export const UNKNOWN_AIR: AirSpace = {
  space: 'indoors',
  volume: null,
  ceiling: null,
  obstructed: null,
  generalFlow: null,
  mixing: 3,
  wind: null,
  hood: 'none',
  hoodFlow: null,
  hoodDistance: null,
  hoodFlanged: false,
  hoodProved: false,
}

const EMPTY_SPEC: JobSpec = {
  process: 'SMAW',
  amps: null,
  ampsFrom: null,
  electrode: null,
  consumable: null,
  consumption: null,
  baseMetal: 'carbon_steel',
  coating: 'unknown',
  thickness: null,
  position: 'bench',
  grinding: false,
  noise: null,
  arcHidden: false,
  shieldGas: null,
  gasFlow: null,
  shieldFlow: null,
  postFlow: null,
  starts: null,
  purgeVolume: null,
  otherFlow: null,
  laser: null,
  arcMinutes: 60,
  welders: 1,
  hooded: null,
  air: UNKNOWN_AIR,
  respirator: 'none',
  also: [],
  measured: null,
}

export const emptyDraft = (): JobBody =>
  structuredClone({
    title: '',
    stationId: null,
    place: null,
    welderId: null,
    helmetId: null,
    gearIds: [],
    cylinderIds: [],
    spec: EMPTY_SPEC,
  })

export const draftOf = (job: Job): JobBody =>
  JSON.parse(
    JSON.stringify({
      title: job.title,
      stationId: job.stationId,
      place: job.place,
      welderId: job.welderId,
      helmetId: job.helmetId,
      gearIds: job.gearIds,
      cylinderIds: job.cylinderIds,
      spec: job.spec,
      version: job.version,
    }),
  ) as JobBody
