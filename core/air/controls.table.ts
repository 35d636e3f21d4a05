import { published, type Source } from '../finding/source'
import type { Process, RespiratorKind } from '../job/job'

/** The hierarchy: what removes the fume first, what is worn last. */
export const RUNGS = ['substitute', 'engineer', 'organise', 'wear'] as const
export type Rung = (typeof RUNGS)[number]
export const RUNG_NAME: Record<Rung, string> = {
  substitute: 'Make less',
  engineer: 'Take it away',
  organise: 'Stay in it less',
  wear: 'Wear something',
}

/** Effect of each control, defaults to be edited. Shares taken at the arc as ranges, never one number. */
export const CONTROL_TABLE = {
  arm: { low: 0.75, high: 0.95 },
  gun: { low: 0.6, high: 0.9 },
  downdraft: { low: 0.7, high: 0.95 },
  /** Open door: 4 m2, 0.5 m/s outside, a quarter of it effective. */
  doorFlow: 4 * 0.5 * 0.25,
  /** Part of the arc time that is left. */
  less: 0.5,
  source: published(
    'Default ranges to be edited: capture by kind of exhaust; wind through an opening by Q = E A v, E 0.25',
  ) satisfies Source,
} as const

/** Processes for which fume guns are made. Common practice. */
export const FUME_GUN: readonly Process[] = ['GMAW', 'FCAW']

/** Respirators offered by the ladder, the lightest first. */
export const OFFERED: readonly RespiratorKind[] = [
  'half_mask',
  'powered_helmet',
  'full_facepiece',
  'airline_pressure_demand_full',
]
