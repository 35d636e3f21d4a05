import { inSentence } from '#core/finding/wording'
import {
  BASE_METAL_NAME,
  COATING_NAME,
  HOOD_NAME,
  POSITION_NAME,
  PROCESS_NAME,
  type AirSpace,
  type JobSpec,
} from '#core/job/job'
import { respiratorRow } from '#core/respirator/apf.table'
import type { Gear } from '#shared/inspection/schema'
import type { Job } from '#shared/job/schema'
import type { Units } from '#shared/units/systems'
import { quantityText } from '#shared/units/units'
import { joined } from '~/components/frame/joined'

const SPACE_NAME: Record<AirSpace['space'], string> = {
  indoors: 'Indoors',
  outdoors: 'Outdoors',
  confined: 'Confined space',
}

function current({ amps, ampsFrom }: JobSpec): string | false {
  if (amps === null) return false
  return ampsFrom === null ? `${amps} A` : `${ampsFrom} to ${amps} A`
}

function metal({ thickness, baseMetal }: JobSpec, units: Units): string {
  const name = inSentence(BASE_METAL_NAME[baseMetal])
  if (thickness === null) return name
  return `${quantityText({ amount: thickness, unit: 'mm' }, units)} ${name}`
}

const coating = ({ coating }: JobSpec): string =>
  coating === 'unknown'
    ? 'coating unknown'
    : inSentence(COATING_NAME[coating].replace(/^Yes: /, ''))

/** A job as it was described, in one line. */
export function jobWords(job: Job, helmet: Gear | null, units: Units): string {
  const { spec } = job
  const electrode =
    spec.electrode !== null &&
    `${quantityText({ amount: spec.electrode, unit: 'mm' }, units)} electrode`
  return joined(
    PROCESS_NAME[spec.process],
    current(spec),
    electrode,
    metal(spec, units),
    coating(spec),
    inSentence(POSITION_NAME[spec.position]),
    `${spec.arcMinutes} min of arc`,
    spec.welders > 1 && `${spec.welders} welders`,
    job.placeName,
    job.welder,
    helmet?.label,
  )
}

/** The air of a job as it was described, in one line. */
export function airWords({ air, respirator }: JobSpec, units: Units): string {
  const measured =
    air.space !== 'outdoors' &&
    joined(
      air.volume === null
        ? 'volume not known'
        : quantityText({ amount: air.volume, unit: 'm3' }, units),
      air.generalFlow === null
        ? 'flow not known'
        : quantityText({ amount: air.generalFlow, unit: 'm3/s' }, units),
    )
  return joined(
    SPACE_NAME[air.space],
    measured,
    inSentence(HOOD_NAME[air.hood]),
    respirator === 'none' ? 'no respirator' : inSentence(respiratorRow(respirator).name),
  )
}

/** Loud work beside the arc and the plug against it, in one line. */
export function noiseWords({ noise }: JobSpec): string {
  if (noise === null) return 'Grinding, gouging and ear plugs: nobody has said'
  return joined(
    `${noise.grinding} min at the grinder`,
    `${noise.gouging} min of gouging`,
    noise.plug === null ? 'no plug named' : `plugs rated ${noise.plug}`,
  )
}

export const gearWords = (gear: readonly Gear[]): string =>
  gear.length === 0 ? 'No machine or cylinder named' : gear.map((one) => one.label).join(', ')
