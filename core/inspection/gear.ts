import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import { GEAR_KIND_NAME, type GearKind } from './checklist.table'

/** What the engine needs to know of a cylinder or machine. Days are calendar days of the site. */
export interface GearState {
  kind: GearKind
  name: string
  lockReason: string | null
  lastResult: 'pass' | 'fail' | 'locked' | null
  /** Whole days since the last inspection, null when there is none. */
  daysSince: number | null
  everyDays: number
  /** Of a cylinder: what keeps it from work beside its inspection. */
  held?: readonly Finding[]
}

/**
 * Whether gear has to be looked at before it is used: never, or too many days ago. Locked gear waits for its repair instead.
 * The same rule stands once more in SQL (`server/db/gear.ts`), where lists are sorted by it; a test holds the two together.
 */
export const isDue = (gear: Pick<GearState, 'lockReason' | 'daysSince' | 'everyDays'>): boolean =>
  gear.lockReason === null && (gear.daysSince === null || gear.daysSince >= gear.everyDays)

const GAS_SET: Source = published('OSHA 29 CFR 1926.350(e) to (g)')
const DEFECT: Record<GearKind, Source> = {
  cylinder: published('OSHA 29 CFR 1910.253(b)(5)'),
  machine: published('OSHA 29 CFR 1910.254(d)(9)(i)'),
  helmet: published('OSHA 29 CFR 1910.132(e)'),
  gasSet: GAS_SET,
  regulator: GAS_SET,
  hose: GAS_SET,
  arrestor: GAS_SET,
  torch: GAS_SET,
}

/** Whether gear may be used now. Locked: a legal stop. Never or too long ago inspected: unknown. */
export function judgeGear(gear: GearState): Finding {
  const base = { code: `gear.${gear.kind}`, step: 'gear' as const }
  const inputs = { gear: gear.name, daysSince: gear.daysSince ?? 'never', every: gear.everyDays }
  const reasons = [
    {
      rule: `Inspected every ${gear.everyDays === 1 ? 'day of use' : `${gear.everyDays} days`}`,
      source: COMMON_PRACTICE,
      inputs,
    },
  ]
  const what = `${GEAR_KIND_NAME[gear.kind]} ${gear.name}`
  if (gear.lockReason !== null) {
    return {
      ...base,
      level: 'stop',
      legal: true,
      sentence: `${what} is locked out: ${gear.lockReason}.`,
      remedy: 'Repair it and pass a fresh inspection, or use another.',
      reasons: [
        {
          rule: 'Defective equipment stays out of use until made safe',
          source: DEFECT[gear.kind],
          inputs,
        },
      ],
    }
  }
  if (gear.lastResult === null || gear.daysSince === null)
    return {
      ...base,
      level: 'unknown',
      sentence: `${what} has no inspection on record.`,
      remedy: 'Inspect it before use.',
      reasons,
    }
  if (isDue(gear))
    return {
      ...base,
      level: 'unknown',
      sentence: `${what} is due: last looked at ${gear.daysSince === 1 ? 'yesterday' : `${gear.daysSince} days ago`}.`,
      remedy: 'Inspect it before use.',
      reasons,
    }
  if (gear.lastResult === 'fail')
    return {
      ...base,
      level: 'caution',
      sentence: `${what} has a fault on record that does not lock it.`,
      remedy: 'Read the last inspection; mend it soon.',
      reasons,
    }
  return {
    ...base,
    level: 'clear',
    sentence: `${what} passed its inspection${gear.daysSince === 0 ? ' today' : ''}.`,
    reasons,
  }
}

/** Gear of a job. What it needs and does not name is unknown. */
export function judgeGearOfJob(
  needs: { machine: boolean; cylinder: boolean },
  gear: readonly GearState[],
): Finding[] {
  const missing = (['machine', 'cylinder'] as const).filter(
    (kind) => needs[kind] && !gear.some((one) => one.kind === kind),
  )
  return [
    ...gear.flatMap((one) => [judgeGear(one), ...(one.held ?? [])]),
    ...missing.map((kind): Finding => ({
      code: `gear.${kind}`,
      step: 'gear',
      level: 'unknown',
      sentence: `No ${kind} is named for this job.`,
      remedy: `Name the ${kind} so that its inspection counts.`,
      reasons: [{ rule: 'Look before switching on', source: COMMON_PRACTICE }],
    })),
  ]
}
