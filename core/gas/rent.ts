import { daysBetween } from '../calendar/day'

/** A rented cylinder that is here; null: not told. */
export interface Rented {
  arrivedOn: string | null
  /** Money a day, in whatever the shop pays in. */
  dailyRate: number | null
  /** Day of its newest move. */
  movedOn: string | null
}

export interface Rent {
  /** Days on rent, the first one counted; null: unknown. */
  days: number | null
  cost: number | null
  /** Days since it was last moved; null: unknown. */
  idle: number | null
}

/** Source: common practice, a day begun is a day paid. Days that lie ahead are contradictory, so unknown. */
export function rentOf({ arrivedOn, dailyRate, movedOn }: Rented, today: string): Rent {
  const since = (day: string | null): number | null => {
    const days = day === null ? null : daysBetween(day, today)
    return days !== null && days >= 0 ? days : null
  }
  const held = since(arrivedOn)
  const days = held === null ? null : held + 1
  return {
    days,
    cost: days === null || dailyRate === null ? null : days * dailyRate,
    idle: since(movedOn),
  }
}
