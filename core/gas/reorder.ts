import { dayAfter } from '../calendar/day'
import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'

/** What is in stock of a gas, and what was drawn of it. m3 at 70 F and one atmosphere. */
export interface GasStock {
  gas: string
  /** Full ones whose contents are known. */
  amount: number
  /** Full ones that nobody has read: they are not counted. */
  untold: number
  /** Drawn on each of the last days, oldest first, days without any as 0. */
  daily: readonly number[]
}

export interface Reorder {
  /** Mean and standard deviation of a day; null where too little is on record. */
  mean: number | null
  spread: number | null
  /** The last day for which it is enough: with 95 % certainty, and by the mean. Null: not known, or not within ten years. */
  lasts: { surely: string; likely: string } | null
  /** The last day to order so that it arrives in time with 95 % certainty. */
  orderBy: string | null
  finding: Finding
}

/** Fewer days on record say nothing of the spread. */
const LEAST_DAYS = 14
/** Standard normal deviate that 95 % stay under. */
const Z = 1.645
const MOST_DAYS = 3650
const SOURCE = published('Silver, Pyke, Thomas: Inventory and Production Management, reorder point')

/**
 * When a gas has to be ordered. The days are taken as independent, so n of them take n m on the average, give or take s times the
 * root of n.
 * @param deliveryDays from order to delivery; null: not told @param today ISO day of the site
 */
export function judgeReorder(
  { gas, amount, untold, daily }: GasStock,
  { deliveryDays, today }: { deliveryDays: number | null; today: string },
): Reorder {
  const base = { code: 'gas.reorder', step: 'gear' as const }
  const unknown = (sentence: string, remedy: string): Reorder => ({
    mean: null,
    spread: null,
    lasts: null,
    orderBy: null,
    finding: {
      ...base,
      level: 'unknown',
      sentence,
      remedy,
      reasons: [{ rule: 'Two weeks of readings at least', source: COMMON_PRACTICE }],
    },
  })
  if (![amount, ...daily].every((one) => Number.isFinite(one) && one >= 0))
    return unknown(`${gas}: a figure of stock or use is not known.`, 'Read the cylinders.')
  if (daily.length < LEAST_DAYS)
    return unknown(
      `${gas}: too little is on record to tell what a day takes.`,
      `Read the cylinders for ${LEAST_DAYS} days or more.`,
    )
  const mean = daily.reduce((sum, one) => sum + one, 0) / daily.length
  const spread = Math.sqrt(
    daily.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (daily.length - 1),
  )
  const days = daysOf(amount, mean, spread)
  const lasts = days && {
    surely: dayAfter(today, days.surely),
    likely: dayAfter(today, days.likely),
  }
  const reasons = [
    {
      rule: 'Stock against n days of use, 95 % sure; ordered a delivery earlier',
      source: SOURCE,
      inputs: {
        inStock: { amount, unit: 'm3' as const },
        usedADay: { amount: mean, unit: 'm3' as const },
        spreadOfADay: { amount: spread, unit: 'm3' as const },
        ...(untold > 0 && { fullNotRead: untold }),
      },
    },
  ]
  const result = { mean, spread, lasts }
  if (!days || !lasts)
    return {
      ...result,
      orderBy: null,
      finding: {
        ...base,
        level: 'clear',
        sentence: `${gas}: what is here lasts for years, as it is used now.`,
        reasons,
      },
    }
  if (deliveryDays === null || !(deliveryDays >= 0))
    return {
      ...result,
      orderBy: null,
      finding: {
        ...base,
        level: 'unknown',
        sentence: `${gas}: how long a delivery takes is not told.`,
        remedy: 'Set it under the house rules.',
        reasons,
      },
    }
  const spare = days.surely - deliveryDays
  const orderBy = dayAfter(today, Math.max(0, spare))
  if (spare <= 0)
    return {
      ...result,
      orderBy,
      finding: {
        ...base,
        level: 'caution',
        value: { amount: days.surely, unit: 'days' },
        sentence: `${gas}: order today, it may run out before the delivery.`,
        remedy: untold > 0 ? 'Order it, and read the full ones that nobody has read.' : 'Order it.',
        reasons,
      },
    }
  return {
    ...result,
    orderBy,
    finding: {
      ...base,
      level: 'clear',
      value: { amount: days.surely, unit: 'days' },
      sentence: `${gas}: there is time to order.`,
      reasons,
    },
  }
}

/** Whole days for which a stock is enough; null beyond ten years, or where nothing is drawn. */
function daysOf(
  amount: number,
  mean: number,
  spread: number,
): { surely: number; likely: number } | null {
  if (mean === 0) return null
  const likely = Math.floor(amount / mean)
  // n m + Z s sqrt(n) = amount, solved for sqrt(n).
  const root = (-Z * spread + Math.sqrt((Z * spread) ** 2 + 4 * mean * amount)) / (2 * mean)
  const surely = Math.floor(root ** 2)
  return likely > MOST_DAYS || !Number.isFinite(surely) ? null : { surely, likely }
}
