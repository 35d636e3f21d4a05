import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { PROCESS_NAME, type JobSpec } from '../job/job'
import { DO_NOT_WEAR, PPE_RULES, type DoNotWear, type PpeRule } from './ppe.table'

export type PpeQuery = Pick<JobSpec, 'process' | 'position' | 'amps'>
type PpeItem = Omit<PpeRule, 'when'>

export interface PpeAnswer {
  wear: PpeItem[]
  avoid: Omit<DoNotWear, 'when'>[]
  findings: Finding[]
}

/** Plain cotton comes to its end here; over it full leather is asked for whatever the position (common practice, value chosen by us). */
const HIGH_CURRENT = 300

/**
 * What to wear and what to leave off for a job, each with its reason.
 * Source: OSHA 29 CFR 1910.133, 1910.252(b), ANSI Z49.1 4.3, and common practice as marked on each row.
 */
export function assignPpe(query: PpeQuery): PpeAnswer {
  const heavy = query.amps !== null && query.amps >= HIGH_CURRENT
  const worn = heavy && query.position === 'bench' ? { ...query, position: 'tight' as const } : query
  const wear = PPE_RULES.filter(rule => rule.when(worn)).map(({ when: _, ...item }) => item)
  const avoid = DO_NOT_WEAR.filter(rule => rule.when(query)).map(({ when: _, ...item }) => item)
  const finding: Finding = {
    code: 'body.list', step: 'body', level: 'clear',
    value: { amount: wear.length, unit: 'count' },
    sentence: `${wear.length} pieces to wear, ${avoid.length} things to leave off.`,
    remedy: 'Look each other over before the first arc.',
    reasons: [{
      rule: `PPE for ${PROCESS_NAME[query.process].toLowerCase()}, ${query.position === 'bench' ? 'at the bench' : query.position === 'overhead' ? 'overhead' : 'in a tight spot'}`,
      source: wear.find(item => item.source.recall === 'memory')?.source ?? COMMON_PRACTICE,
      inputs: { process: query.process, position: query.position, ...(heavy && { highCurrent: true }) },
    }],
  }
  return { wear, avoid, findings: [finding] }
}
