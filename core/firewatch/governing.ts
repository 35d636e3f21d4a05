import { COMMON_PRACTICE, type Source } from '../finding/source'
import { ROUND_EVERY, SWEEP_RADIUS } from './rules.table'
import { FIRE_RULES, type FireRules, type Monitoring, type RuleSet } from './rule-sets.table'

/** What the shop itself asks for; it counts where it is stricter. null: nothing. */
export interface HouseFireRules {
  /** Minutes of watch. */
  watch: number | null
  /** Minutes of monitoring after it. */
  monitoring: number | null
  /** How far the sweep reaches, m. */
  reach: number | null
}

/** One line of the rules: what holds, and which of those adopted asks for it. */
export interface Governed<T> {
  value: T
  by: string
  source: Source
}

export interface GoverningRules {
  /** Minutes */
  watch: Governed<number>
  monitoring: Governed<Monitoring> | null
  /** m */
  reach: Governed<number>
}

const HOUSE = { by: 'Rule of the shop', source: COMMON_PRACTICE }
/** A round of the house after the watch, minutes. Common practice. */
const HOUSE_EVERY = 30

/**
 * Of several adopted rule sets and the house, the strictest of each line.
 * @param day ISO date; decides which edition holds
 * @throws RangeError where none is adopted
 */
export function governing(
  sets: readonly RuleSet[],
  house: HouseFireRules,
  day: string,
): GoverningRules {
  const rules = sets.map((set) => rulesOn(set, day))
  if (rules.length === 0) throw new RangeError('No rule set is adopted.')
  return {
    watch: strictest([...rules.map((one) => lineOf(one, one.watch)), ...ofHouse(house.watch)]),
    reach: strictest([
      ...rules.flatMap((one) => (one.reach === null ? [] : [lineOf(one, one.reach)])),
      { value: SWEEP_RADIUS, by: 'Least reach of every sweep', source: COMMON_PRACTICE },
      ...ofHouse(house.reach),
    ]),
    monitoring: monitoringOf(rules, house.monitoring),
  }
}

/** The edition of a rule set that holds on a day; before its first the first, which is all that is known. */
export function rulesOn(set: RuleSet, day: string): FireRules {
  const editions = FIRE_RULES.filter((rules) => rules.set === set)
  return editions.filter(({ from }) => from <= day).at(-1) ?? editions[0]!
}

const lineOf = <T>({ name: by, source }: FireRules, value: T): Governed<T> => ({
  value,
  by,
  source,
})
const ofHouse = (value: number | null): Governed<number>[] =>
  value !== null && Number.isFinite(value) ? [{ value, ...HOUSE }] : []

/** The first of the largest: of two that ask for the same the one adopted first is named. */
const strictest = (lines: readonly Governed<number>[]): Governed<number> =>
  lines.reduce((best, line) => (line.value > best.value ? line : best))

/** The longest time, and rounds as often as any of those asks for. */
function monitoringOf(
  rules: readonly FireRules[],
  house: number | null,
): Governed<Monitoring> | null {
  const lines = [
    ...rules.flatMap((one) => (one.monitoring ? [lineOf(one, one.monitoring)] : [])),
    ...ofHouse(house)
      .filter(({ value }) => value > 0)
      .map((line) => ({ ...line, value: { minutes: line.value, every: HOUSE_EVERY } })),
  ]
  if (lines.length === 0) return null
  const longest = lines.reduce((best, line) =>
    line.value.minutes > best.value.minutes ? line : best,
  )
  const every = Math.max(ROUND_EVERY, Math.min(...lines.map(({ value }) => value.every)))
  return { ...longest, value: { minutes: longest.value.minutes, every } }
}
