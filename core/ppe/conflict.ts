import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import { isFlame, type JobSpec } from '../job/job'
import { respiratorRow } from '../respirator/apf.table'
import type { ConflictId } from './terms'

type ConflictJob = Pick<JobSpec, 'process' | 'respirator'>

interface Conflict {
  id: ConflictId
  /** What the instructor sees and ticks. */
  seen: string
  level: 'caution' | 'stop'
  legal?: boolean
  sentence: string
  remedy: string
  source: Source
  /** Where it matters at all. */
  when: (job: ConflictJob) => boolean
}

const always = (): boolean => true
const stick = (job: ConflictJob): boolean =>
  ['SMAW', 'GMAW', 'FCAW', 'CAC', 'CAW'].includes(job.process)

export const CONFLICTS: readonly Conflict[] = [
  {
    id: 'synthetic',
    seen: 'Synthetic shirt or trousers',
    level: 'stop',
    sentence: 'Synthetic clothing melts into the skin.',
    remedy: 'Cotton or wool, or a loaner jacket over nothing synthetic.',
    source: COMMON_PRACTICE,
    when: always,
  },
  {
    id: 'cuffs',
    seen: 'Cuffs rolled, frays or open pockets',
    level: 'caution',
    sentence: 'Cuffs, frays and open pockets hold sparks.',
    remedy: 'Unroll them, close the pockets, change what frays.',
    source: published('ANSI Z49.1 section 4.3'),
    when: always,
  },
  {
    id: 'lighter',
    seen: 'Lighter or matches in a pocket',
    level: 'stop',
    sentence: 'A lighter in the pocket is a fire in the pocket.',
    remedy: 'Out of the shop with it.',
    source: COMMON_PRACTICE,
    when: always,
  },
  {
    id: 'jewellery',
    seen: 'Ring, chain or watch',
    level: 'caution',
    sentence: 'Jewellery heats, catches and conducts.',
    remedy: 'Off, and out of the pocket.',
    source: COMMON_PRACTICE,
    when: always,
  },
  {
    id: 'tinted',
    seen: 'Tinted glasses under the helmet',
    level: 'caution',
    sentence: 'Tinted glasses under a helmet add up with its shade.',
    remedy: 'Clear glasses.',
    source: published('ANSI Z87.1, shade numbers in line'),
    when: (job) => !isFlame(job.process) && job.process !== 'GRIND',
  },
  {
    id: 'thin-gloves',
    seen: 'Thin gloves',
    level: 'stop',
    sentence: 'Thin gloves burn through on this process.',
    remedy: 'Lined gauntlets, lent if need be.',
    source: COMMON_PRACTICE,
    when: stick,
  },
  {
    id: 'coated-gloves',
    seen: "Mechanic's or rubber-coated gloves",
    level: 'stop',
    sentence: 'Coated gloves melt onto the hand.',
    remedy: 'Leather, lent if need be.',
    source: COMMON_PRACTICE,
    when: always,
  },
  {
    id: 'beard',
    seen: 'Beard where the respirator seals',
    level: 'stop',
    legal: true,
    sentence: 'A beard at the seal lets the fume in.',
    remedy: 'Shave, or a loose-fitting powered helmet.',
    source: published('OSHA 29 CFR 1910.134(g)(1)(i)(A)'),
    when: (job) => respiratorRow(job.respirator).tight,
  },
  {
    id: 'oily',
    seen: 'Oily gloves or clothes',
    level: 'stop',
    legal: true,
    sentence: 'Oil and oxygen ignite without a spark.',
    remedy: 'Clean gloves and clothes before any oxygen is opened.',
    source: published('OSHA 29 CFR 1910.253(a)(3)'),
    when: (job) => isFlame(job.process),
  },
  {
    id: 'laces',
    seen: 'Open laces or low shoes',
    level: 'caution',
    sentence: 'Sparks lodge in open laces and low shoes.',
    remedy: 'Boots with covered laces, or gaiters.',
    source: COMMON_PRACTICE,
    when: always,
  },
  {
    id: 'wet',
    seen: 'Wet gloves or clothes',
    level: 'stop',
    sentence: 'Wet gloves and clothes make you the return path.',
    remedy: 'Dry ones before touching a live holder.',
    source: published('ANSI Z49.1, electrical safety'),
    when: (job) => !isFlame(job.process) && job.process !== 'GRIND',
  },
]

/** What was seen on a person, judged for the job. What does not matter for it gives no Finding. */
export function judgeConflicts(seen: readonly ConflictId[], job: ConflictJob): Finding[] {
  return CONFLICTS.filter((conflict) => seen.includes(conflict.id) && conflict.when(job)).map(
    (conflict) => ({
      code: `body.${conflict.id}`,
      step: 'body',
      level: conflict.level,
      sentence: conflict.sentence,
      remedy: conflict.remedy,
      ...(conflict.legal && { legal: true }),
      reasons: [{ rule: `Seen: ${conflict.seen.toLowerCase()}`, source: conflict.source }],
    }),
  )
}
