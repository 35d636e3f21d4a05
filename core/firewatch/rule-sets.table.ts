import { FOOT } from '../finding/feet'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'

export const RULE_SETS = ['osha', 'nfpa51b', 'insurer', 'uk', 'australia'] as const
export type RuleSet = (typeof RULE_SETS)[number]

export const RULE_SET_NAME: Readonly<Record<RuleSet, string>> = {
  osha: 'OSHA 1910.252',
  nfpa51b: 'NFPA 51B',
  insurer: 'Insurer',
  uk: 'United Kingdom',
  australia: 'Australia, AS 1674.1',
}

/** Rounds that go on after the watch, when nobody has to stand there any more. */
export interface Monitoring {
  minutes: number
  /** A round at least so often, minutes. */
  every: number
}

/** What one rule set asks of hot work, from a day on. */
export interface FireRules {
  set: RuleSet
  /** As it is called in a reason. */
  name: string
  /** The first day that it holds; an edition holds until the next. */
  from: string
  /** Least minutes of watch after the last arc. */
  watch: number
  monitoring: Monitoring | null
  /** How far the sweep reaches, m; null: it names no distance. */
  reach: number | null
  source: Source
}

const REACH_35_FT = 35 * FOOT

/**
 * By set, the oldest edition first. Days of editions are the first of their year, from memory;
 * insurer and United Kingdom are common practice.
 */
export const FIRE_RULES: readonly FireRules[] = [
  {
    set: 'osha',
    name: 'OSHA 1910.252',
    from: '1974-01-01',
    watch: 30,
    monitoring: null,
    reach: REACH_35_FT,
    source: published('OSHA 29 CFR 1910.252(a)(2)(iii)(B) and (vii)'),
  },
  {
    set: 'nfpa51b',
    name: 'NFPA 51B, before 2019',
    from: '1976-01-01',
    watch: 30,
    monitoring: null,
    reach: REACH_35_FT,
    source: published('NFPA 51B, editions before 2019'),
  },
  {
    set: 'nfpa51b',
    name: 'NFPA 51B',
    from: '2019-01-01',
    watch: 60,
    monitoring: null,
    reach: REACH_35_FT,
    source: published('NFPA 51B, 2019 and later'),
  },
  {
    set: 'insurer',
    name: 'Insurer',
    from: '1974-01-01',
    watch: 60,
    monitoring: { minutes: 180, every: 30 },
    reach: REACH_35_FT,
    source: COMMON_PRACTICE,
  },
  {
    set: 'uk',
    name: 'United Kingdom',
    from: '1974-01-01',
    watch: 60,
    monitoring: null,
    reach: null,
    source: COMMON_PRACTICE,
  },
  {
    set: 'australia',
    name: 'AS 1674.1',
    from: '1997-01-01',
    watch: 30,
    monitoring: null,
    reach: 15,
    source: published('AS 1674.1-1997, Safety in welding and allied processes'),
  },
]
