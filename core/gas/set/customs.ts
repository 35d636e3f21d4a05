import type { DrawSchool, StandingRule } from '../acetylene'

/** Schools of lighting and shutting down; both are taught. */
export const LIGHTING_ORDERS = ['fuelFirst', 'oxygenCracked'] as const
export type LightingOrder = (typeof LIGHTING_ORDERS)[number]
export const LIGHTING_ORDER_NAME: Record<LightingOrder, string> = {
  fuelFirst: 'Fuel alone, then oxygen',
  oxygenCracked: 'A little oxygen first, then fuel',
}
export const SHUTTING_ORDERS = ['fuelFirst', 'oxygenFirst'] as const
export type ShuttingOrder = (typeof SHUTTING_ORDERS)[number]
export const SHUTTING_ORDER_NAME: Record<ShuttingOrder, string> = {
  fuelFirst: 'Fuel first: the flame is out at once',
  oxygenFirst: 'Oxygen first: a fuel valve that leaks still shows a flame',
}

/** When a set is taken apart. */
export const STRIP_HABITS = ['everyNight', 'weekEnd'] as const
export type StripHabit = (typeof STRIP_HABITS)[number]
export const STRIP_HABIT_NAME: Record<StripHabit, string> = {
  everyNight: 'Every night',
  weekEnd: 'At the end of the week',
}

/** How this shop handles its gas sets, where the trade has more than one habit. */
export interface GasCustoms {
  drawSchool: DrawSchool
  standingRule: StandingRule
  lightingOrder: LightingOrder
  shuttingOrder: ShuttingOrder
  stripHabit: StripHabit
}

/** The stricter or the more common of each, until a shop says otherwise. */
export const USUAL_CUSTOMS: GasCustoms = {
  drawSchool: 'present',
  standingRule: 'asLongAsItLay',
  lightingOrder: 'fuelFirst',
  shuttingOrder: 'fuelFirst',
  stripHabit: 'everyNight',
}
