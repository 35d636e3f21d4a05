import { worstLevel, type Finding, type Level, type Step } from '../finding/finding'
import { estimateExposure } from '../exposure/estimate'
import { gearNeeds } from '../gas/needs'
import { judgeGearOfJob, type GearState } from '../inspection/gear'
import { assignPpe, type PpeAnswer } from '../ppe/ppe'
import { assignShade, type ShadeAnswer } from '../shade/shade'
import { judgeHelmet, type Helmet } from '../shade/helmet'
import { checkVentilation } from '../ventilation/prescriptive'
import type { JobSpec } from './job'

export interface JobContext { helmet: Helmet | null, gear: readonly GearState[] }

export interface Assessment {
  shade: ShadeAnswer
  ppe: PpeAnswer
  /** Steps eyes, body, air and gear; fire is judged with the permit. */
  findings: Finding[]
  levels: Record<Exclude<Step, 'fire' | 'watch'>, Level>
}

/** Judge a whole job, steps eyes to gear, in one pass. */
export function assessJob(job: JobSpec, context: JobContext): Assessment {
  const shade = assignShade(job)
  const ppe = assignPpe(job)
  const findings = [
    ...shade.findings, judgeHelmet(context.helmet, shade.floor, shade.working),
    ...ppe.findings,
    ...checkVentilation(job), ...estimateExposure(job),
    ...judgeGearOfJob(gearNeeds(job.process), context.gear),
  ]
  const level = (step: Step): Level => worstLevel(findings.filter(finding => finding.step === step))
  return { shade, ppe, findings, levels: { eyes: level('eyes'), body: level('body'), air: level('air'), gear: level('gear') } }
}
