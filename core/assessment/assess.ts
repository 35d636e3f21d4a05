import { airBasis } from '../air/basis'
import { isUnreckoned } from '../air/unreckoned'
import { isMeasured } from '../exposure/measured'
import { DEFAULT_ADOPTED, PARTICULATES, type LimitSet, type Particulate } from '../exposure/terms'
import { byWorst, worstLevel, type Finding, type Level, type Step } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { together } from '../finding/together'
import type { DrawSchool } from '../gas/acetylene'
import { judgeSupplyOfJob, type SupplyCylinder } from '../gas/job-supply'
import { gearNeeds } from '../gas/needs'
import { USUAL_CUSTOMS } from '../gas/set/customs'
import { judgeGearOfJob, type GearState } from '../inspection/gear'
import { assignPpe, DEFAULT_SITE_RULES, type PpeAnswer } from '../ppe/ppe'
import type { SiteRules } from '../ppe/terms'
import { judgeLaser } from '../laser/hazard'
import { judgeHelmet, type Helmet } from '../shade/helmet'
import { personalShade, type Eyes } from '../shade/personal'
import { assignShade, DEFAULT_SHADE_RULES, type ShadeAnswer } from '../shade/shade'
import type { ShadeRules } from '../shade/school'
import { checkVentilation } from '../ventilation/prescriptive'
import type { JobSpec } from '../job/job'
import { estimateExposure, estimateSubstance } from './estimate'
import { judgeGases } from './gases'
import { judgeMeasured } from './judge-measured'

/** What a shop decided for itself: the school of its shades and its site rules for clothing. */
export interface ShopRules extends ShadeRules, SiteRules {
  /** Exposure limits that the site holds itself to. */
  limits: readonly LimitSet[]
}
export const DEFAULT_RULES: ShopRules = {
  ...DEFAULT_SHADE_RULES,
  ...DEFAULT_SITE_RULES,
  limits: DEFAULT_ADOPTED,
}

const OUTDATED: Finding = {
  code: 'air.assessment',
  step: 'air',
  level: 'caution',
  sentence: 'The air assessment on file is of this job as it was before. It no longer counts.',
  remedy: 'Run the air check again.',
  reasons: [
    { rule: 'An assessment counts for the inputs it was made of', source: COMMON_PRACTICE },
  ],
}

export interface JobContext {
  helmet: Helmet | null
  gear: readonly GearState[]
  /** The cylinders among them, with what they hold. */
  cylinders?: readonly SupplyCylinder[]
  /** How fast acetylene may be drawn here; the stricter school where nobody says. */
  drawSchool?: DrawSchool
  rules?: ShopRules
  /** Eyes of the person named for the job, when they are on record. */
  eyes?: Eyes | null
  /** The nearest helmet of the store, for a remedy. */
  instead?: Helmet | null
  /** The newest air assessment on file. It counts in place of the quick estimate while the job is as it was. */
  airCheck?: AirCheck | null
  /** What hood surveys, gas tests, monitors and alarms say of the place now. */
  airNow?: readonly Finding[]
}

/** An air assessment as it was saved. */
interface AirCheck {
  basis: string
  findings: readonly Finding[]
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
  const person = context.eyes
    ? personalShade(shade, context.eyes)
    : { wanted: shade.working, findings: [] }
  const ppe = assignPpe(job, rules)
  const findings = together([
    ...shade.findings,
    ...person.findings,
    ...(shade.need === 'laser' ? judgeLaser(job.laser) : []),
    ...(shade.need === 'filter'
      ? [judgeHelmet(context.helmet, shade.floor, person.wanted, context.instead)]
      : []),
    ...ppe.findings,
    ...checkVentilation(job),
    ...exposureOf(job, rules.limits, context.airCheck ?? null),
    ...(context.airNow ?? []),
    ...judgeGearOfJob(gearNeeds(job.process), context.gear),
    ...judgeSupplyOfJob(
      job,
      context.cylinders ?? [],
      context.drawSchool ?? USUAL_CUSTOMS.drawSchool,
    ),
  ])
  const level = (step: Step): Level =>
    worstLevel(findings.filter((finding) => finding.step === step))
  return {
    shade,
    wanted: person.wanted,
    ppe,
    findings,
    levels: { eyes: level('eyes'), body: level('body'), air: level('air'), gear: level('gear') },
  }
}

/** The assessment on file while it is of this job as it stands, else the quick estimate; measured results go before both. */
function exposureOf(job: JobSpec, adopted: readonly LimitSet[], check: AirCheck | null): Finding[] {
  if (!check) return estimateExposure(job, adopted)
  if (check.basis !== airBasis(job, adopted)) return [...estimateExposure(job, adopted), OUTDATED]
  const ofMeasured = PARTICULATES.filter((substance) =>
    isMeasured(job.measured, substance),
  ).flatMap((substance) => measuredOrChecked(job, substance, adopted, check.findings))
  // The coating and the gases of the arc are judged with what else the job knows of them.
  const judged = new Set(ofMeasured.map((finding) => finding.code))
  const others = check.findings.filter(
    (finding) => !judged.has(finding.code) && !isUnreckoned(finding),
  )
  return [...ofMeasured, ...others, ...judgeGases(job, adopted)]
}

/** One measured substance: its results where they answer every limit, else whichever is worse, they or the check. */
function measuredOrChecked(
  job: JobSpec,
  substance: Particulate,
  adopted: readonly LimitSet[],
  checked: readonly Finding[],
): Finding[] {
  const { findings, open } = judgeMeasured(job, substance, adopted)
  const ofCheck = checked.filter((finding) => finding.code === `air.${substance}`)
  if (ofCheck.length === 0) return estimateSubstance(job, substance, adopted)
  const isAnswered = findings.length > 0 && open.length === 0
  return byWorst(isAnswered ? findings : [...findings, ...ofCheck]).slice(0, 1)
}
