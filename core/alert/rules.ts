/** How soon a site calls whom, minutes. */
export interface AlertRules {
  /** After a round was due, the leads are called. */
  late: number
  /** After a round was due, everybody is called, and again after each such time. */
  missed: number
  /** Somebody who says "I am on it" has so long. */
  hold: number
  /** Before a permit runs out while work goes on. */
  expiring: number
  /** After the start of work with nobody at the watch. */
  unwatched: number
  /** Since the phone of the watch, or a monitor, was heard of. */
  silent: number
}

/** Common practice: a quarter of an hour between rounds leaves no room for more than a few minutes. */
export const USUAL_RULES: AlertRules = {
  late: 2,
  missed: 5,
  hold: 5,
  expiring: 15,
  unwatched: 5,
  silent: 5,
}

/** What a site may choose from; beyond it nobody would be called in time. */
export const RULE_BOUNDS: Record<keyof AlertRules, readonly [least: number, most: number]> = {
  late: [1, 5],
  missed: [2, 15],
  hold: [1, 10],
  expiring: [5, 60],
  unwatched: [2, 15],
  silent: [2, 15],
}

/** Why rules may not be kept, by what is wrong, or null. */
export function rulesFault(rules: AlertRules): { rule: keyof AlertRules; because: string } | null {
  for (const rule of Object.keys(RULE_BOUNDS) as (keyof AlertRules)[]) {
    const [least, most] = RULE_BOUNDS[rule]
    if (!(rules[rule] >= least && rules[rule] <= most))
      return { rule, because: `From ${least} to ${most} minutes.` }
  }
  if (rules.missed <= rules.late)
    return { rule: 'missed', because: 'Later than the call to the leads.' }
  return null
}
