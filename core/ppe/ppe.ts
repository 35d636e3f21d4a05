import { inSentence } from '../finding/wording'
import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { POSITION_NAME, PROCESS_NAME } from '../job/job'
import { judgeNoise } from '../noise/judge'
import {
  DO_NOT_WEAR,
  PPE_RULES,
  type DoNotWear,
  type PpeJob,
  type PpeProperties,
  type PpeRule,
} from './ppe.table'
import { SEASON_NAME, type SiteRules } from './terms'
type Piece = Omit<PpeRule, 'when'>

export interface PpeAnswer {
  wear: Piece[]
  avoid: Omit<DoNotWear, 'when'>[]
  findings: Finding[]
}

/** Without a site's own rules: no safety toe or hard hat asked for, mild season. */
export const DEFAULT_SITE_RULES: SiteRules = { safetyToe: false, hardHat: false, season: 'mild' }

const ORDER: (keyof PpeProperties)[] = ['material', 'thickness', 'cuff', 'height', 'class', 'fit']

/** Required properties of a piece, in one line. */
export function propertiesText(properties: PpeProperties): string {
  const parts = ORDER.flatMap((key) => properties[key] ?? [])
  return parts
    .map((part, i) => (i === 0 ? part.charAt(0).toUpperCase() + part.slice(1) : part))
    .join('; ')
}

/**
 * What to wear and what to leave off for a job, each with its reason.
 * Source: OSHA 29 CFR 1910.133, 1910.135, 1910.136, 1910.252(b), ANSI Z49.1 4.3, and common practice as marked on each row.
 */
export function assignPpe(job: PpeJob, site: SiteRules = DEFAULT_SITE_RULES): PpeAnswer {
  const noise = judgeNoise(job)
  const wear = PPE_RULES.filter((rule) => rule.when(job, site)).map(({ when: _, ...piece }) =>
    piece.zone === 'ears' ? { ...piece, reason: `${piece.reason} ${noise.sentence}` } : piece,
  )
  const avoid = DO_NOT_WEAR.filter((rule) => rule.when(job)).map(({ when: _, ...piece }) => piece)
  const finding: Finding = {
    code: 'body.list',
    step: 'body',
    level: 'clear',
    value: { amount: wear.length, unit: 'count' },
    sentence: `${wear.length} pieces to wear, ${avoid.length} things to leave off.`,
    remedy: 'Look each other over before the first arc.',
    reasons: [
      {
        rule: `PPE for ${inSentence(PROCESS_NAME[job.process])}, ${inSentence(POSITION_NAME[job.position])}`,
        source: wear.find((piece) => piece.source.recall === 'memory')?.source ?? COMMON_PRACTICE,
        inputs: {
          process: job.process,
          position: POSITION_NAME[job.position],
          grinding: job.grinding,
          season: SEASON_NAME[site.season],
          safetyToe: site.safetyToe,
          hardHat: site.hardHat,
        },
      },
    ],
  }
  return { wear, avoid, findings: [finding, noise] }
}
