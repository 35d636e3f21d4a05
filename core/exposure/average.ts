/** A task: concentration (mg/m3 or ppm, the caller keeps to one) held for some hours. */
export interface TaskExposure {
  concentration: number
  hours: number
}

/**
 * Eight-hour time-weighted average, in the unit of the concentrations.
 * @throws RangeError for negative values or more than 24 h in all
 * Source: OSHA 29 CFR 1910.1000(d)(1), E = sum(Ci Ti) / 8.
 */
export function timeWeightedAverage(tasks: readonly TaskExposure[]): number {
  if (tasks.some((task) => !(task.concentration >= 0 && task.hours >= 0)))
    throw new RangeError('Concentrations and hours cannot be negative.')
  if (tasks.reduce((sum, task) => sum + task.hours, 0) > 24)
    throw new RangeError('A day has 24 hours.')
  return tasks.reduce((sum, task) => sum + task.concentration * task.hours, 0) / 8
}

/**
 * Mixture index; over 1 exceeds. Each part is a concentration and its limit in the same unit.
 * @throws RangeError for a limit that is not positive
 * Source: OSHA 29 CFR 1910.1000(d)(2), Em = sum(Ci / Li).
 */
export function mixtureIndex(parts: readonly { concentration: number; limit: number }[]): number {
  if (parts.some((part) => !(part.limit > 0)))
    throw new RangeError('A limit must be more than zero.')
  return parts.reduce((sum, part) => sum + part.concentration / part.limit, 0)
}
