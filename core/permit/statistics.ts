import { ROUND_EVERY } from '../firewatch/rules.table'
import { GRACE } from './rounds'

/** What became of a permit. Times in ms since the epoch. */
export interface PermitPast {
  id: string
  number: number
  place: string
  workStartedAt: number | null
  /** The last arc. */
  watchStartedAt: number | null
  watchMinutes: number
  closedAt: number | null
  rounds: readonly number[]
  /** Codes of Findings that a lead set aside. */
  overrides: readonly string[]
  /** Why it was suspended. */
  suspensions: readonly string[]
  /** Codes of Findings that were no stop and not clear when it was issued. */
  cautions: readonly string[]
  /** Attempts to close it before its watch was over. */
  early: number
}

/** So many permits have something in common. */
export interface StatisticBar {
  key: string
  name: string
  /** How often; one permit may count more than once. */
  count: number
  permits: { id: string; number: number }[]
}

export interface PermitStatistics {
  /** Of work, from the first arc to the last. */
  durations: StatisticBar[]
  overrides: StatisticBar[]
  suspensions: StatisticBar[]
  cautions: StatisticBar[]
  /** Rounds that came late, by place. */
  late: StatisticBar[]
  /** Attempts to close before the watch was over, by place. */
  early: StatisticBar[]
}

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DURATIONS: readonly [key: string, name: string, most: number][] = [
  ['1', 'Under 1 h', HOUR],
  ['2', '1 to 2 h', 2 * HOUR],
  ['4', '2 to 4 h', 4 * HOUR],
  ['8', '4 to 8 h', 8 * HOUR],
  ['more', '8 h and more', Infinity],
]

/** What many permits have in common, the most frequent first; durations from short to long. */
export function permitStatistics(permits: readonly PermitPast[]): PermitStatistics {
  const by = (of: (permit: PermitPast) => readonly string[]): StatisticBar[] =>
    barsOf(permits.flatMap((permit) => of(permit).map((key) => ({ key, permit }))))
  const lengths = permits.flatMap((permit) => {
    const key = durationOf(permit)
    return key === null ? [] : [{ key, permit }]
  })
  const durations = barsOf(lengths)
  return {
    durations: DURATIONS.map(([key, name]): StatisticBar => ({
      ...(durations.find((bar) => bar.key === key) ?? { key, count: 0, permits: [] }),
      name,
    })),
    overrides: by(({ overrides }) => overrides),
    suspensions: by(({ suspensions }) => suspensions),
    cautions: by(({ cautions }) => cautions),
    late: by((permit) => placeTimes(permit, lateRounds(permit))),
    early: by((permit) => placeTimes(permit, permit.early)),
  }
}

const placeTimes = ({ place }: PermitPast, times: number): string[] =>
  Array.from({ length: times }, () => place)

function durationOf({ workStartedAt, watchStartedAt }: PermitPast): string | null {
  if (workStartedAt === null || watchStartedAt === null) return null
  const lasted = watchStartedAt - workStartedAt
  if (!(lasted >= 0)) return null
  return DURATIONS.find(([, , most]) => lasted < most)![0]
}

/**
 * Rounds of a watch that came late or never did, up to its end or its close: each stretch of more than 15 min counts once for
 * every round that should have been in it.
 */
export function lateRounds({
  watchStartedAt,
  watchMinutes,
  closedAt,
  rounds,
}: Pick<PermitPast, 'watchStartedAt' | 'watchMinutes' | 'closedAt' | 'rounds'>): number {
  if (watchStartedAt === null || closedAt === null) return 0
  const end = Math.min(watchStartedAt + watchMinutes * MINUTE, closedAt)
  const seen = [...rounds, end]
    .filter((at) => at >= watchStartedAt && at <= end)
    .sort((a, b) => a - b)
  let late = 0
  let last = watchStartedAt
  for (const at of seen) {
    late += Math.max(0, Math.ceil((at - last - GRACE) / (ROUND_EVERY * MINUTE)) - 1)
    last = at
  }
  return late
}

function barsOf(entries: readonly { key: string; permit: PermitPast }[]): StatisticBar[] {
  const bars = new Map<string, StatisticBar>()
  for (const { key, permit } of entries) {
    const bar = bars.get(key) ?? { key, name: key, count: 0, permits: [] }
    bar.count++
    if (!bar.permits.some(({ id }) => id === permit.id))
      bar.permits.push({ id: permit.id, number: permit.number })
    bars.set(key, bar)
  }
  return [...bars.values()].sort((a, b) => b.count - a.count || (a.name < b.name ? -1 : 1))
}
