import { worstLevel, type Finding, type Level, type Step } from '../finding/finding'
import { estimateExposure } from '../exposure/estimate'
import { gearNeeds } from '../gas/needs'
import { judgeGearOfJob, type GearState } from '../inspection/gear'
import { assignPpe, DEFAULT_SITE_RULES, type PpeAnswer } from '../ppe/ppe'
import type { SiteRules } from '../ppe/terms'
import { judgeLaser } from '../laser/hazard'
import { judgeHelmet, type Helmet } from '../shade/helmet'
import { personalShade, type Eyes } from '../shade/personal'
import { assignShade, DEFAULT_SHADE_RULES, type ShadeAnswer } from '../shade/shade'
import type { ShadeRules } from '../shade/school'
import { checkVentilation } from '../ventilation/prescriptive'
import type { JobSpec } from './job'

/** What a shop decided for itself: the school of its shades and its site rules for clothing. */
export interface ShopRules extends ShadeRules, SiteRules {}
export const DEFAULT_RULES: ShopRules = { ...DEFAULT_SHADE_RULES, ...DEFAULT_SITE_RULES }

export interface JobContext {
  helmet: Helmet | null
  gear: readonly GearState[]
  rules?: ShopRules
  /** Eyes of the person named for the job, when they are on record. */
  eyes?: Eyes | null
  /** The nearest helmet of the store, for a remedy. */
  instead?: Helmet | null
}

export interface Assessment {
  shade: ShadeAnswer
  /** Shade to set for the person named, or the working shade. */
  wanted: number | null
  ppe: PpeAnswer
  /** Steps eyes, body, air and gear; fire is judged with the permit. */
  findings: Finding[]
  levels: Record<Exclude<Step, 'fire' | 'watch'>, Level>
}

/** Judge a whole job, steps eyes to gear, in one pass. */
export function assessJob(job: JobSpec, context: JobContext): Assessment {
  const rules = context.rules ?? DEFAULT_RULES
  const shade = assignShade(job, rules)
  const person = context.eyes ? personalShade(shade, context.eyes) : { wanted: shade.working, findings: [] }
  const ppe = assignPpe(job, rules)
  const findings = [
    ...shade.findings, ...person.findings,
    ...(shade.need === 'laser' ? judgeLaser(job.laser) : []),
    ...(shade.need === 'filter' ? [judgeHelmet(context.helmet, shade.floor, person.wanted, context.instead)] : []),
    ...ppe.findings,
    ...checkVentilation(job), ...estimateExposure(job),
    ...judgeGearOfJob(gearNeeds(job.process), context.gear),
  ]
  const level = (step: Step): Level => worstLevel(findings.filter(finding => finding.step === step))
  return { shade, wanted: person.wanted, ppe, findings, levels: { eyes: level('eyes'), body: level('body'), air: level('air'), gear: level('gear') } }
}
