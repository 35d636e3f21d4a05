/** Whether somebody on the list was counted: out, or not on the site at all. */
export const COUNTS = ['out', 'away'] as const
export type Count = (typeof COUNTS)[number]

/** Somebody, or some gas, of a muster; times in ms since the epoch. */
interface MusterPerson {
  name: string
  /** Null: nobody has counted them. */
  count: Count | null
  countedAt: number | null
}
interface MusterGas {
  name: string
  /** Null: nobody has shut it, as far as is known. */
  shutAt: number | null
}
export interface Muster {
  begunAt: number
  people: readonly MusterPerson[]
  gas: readonly MusterGas[]
}

export interface MusterSum {
  counted: number
  total: number
  /** Names of those whom nobody has counted. */
  missing: string[]
  /** ms from the alarm until the last of the list was counted; null: not all are, or there is no list. */
  allAfter: number | null
  /** ms from the alarm until the first was counted. */
  firstAfter: number | null
  gasOpen: string[]
  /** ms from the alarm until the last gas was shut; null: not all is, or there is none. */
  gasAfter: number | null
}

/**
 * How far a muster has come. Whoever was not counted is missing, and a list without anybody on it is no proof that everybody is out.
 * Practice: 29 CFR 1910.38(c)(4) asks for procedures to account for all employees after evacuation.
 */
export function sumMuster({ begunAt, people, gas }: Muster): MusterSum {
  const missing = people.filter(({ count }) => count === null).map(({ name }) => name)
  const gasOpen = gas.filter(({ shutAt }) => shutAt === null).map(({ name }) => name)
  const times = people.map(({ countedAt }) => countedAt)
  return {
    counted: people.length - missing.length,
    total: people.length,
    missing,
    allAfter: lastAfter(begunAt, times),
    firstAfter: firstAfter(begunAt, times),
    gasOpen,
    gasAfter: lastAfter(
      begunAt,
      gas.map(({ shutAt }) => shutAt),
    ),
  }
}

const after = (begunAt: number, at: number): number | null =>
  Number.isFinite(at - begunAt) ? Math.max(0, at - begunAt) : null

/** Until the last of them; null where one has no time, or there is none. */
function lastAfter(begunAt: number, times: readonly (number | null)[]): number | null {
  if (times.length === 0 || times.includes(null)) return null
  return after(begunAt, Math.max(...(times as number[])))
}

function firstAfter(begunAt: number, times: readonly (number | null)[]): number | null {
  const known = times.filter((at) => at !== null)
  return known.length === 0 ? null : after(begunAt, Math.min(...known))
}
