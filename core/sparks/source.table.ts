import type { Process } from '../job/job'

/** Drops that a kind of work throws. Common practice: figures of the trade, in no standard. */
export interface SparkSource {
  /** Diameter of the smallest, the most frequent and the largest, m. */
  sizes: readonly [least: number, usual: number, most: number]
  /** m/s at the arc */
  speeds: readonly [least: number, most: number]
}

const SPATTER: SparkSource = { sizes: [0.0005, 0.001, 0.002], speeds: [1, 4] }
const CUTTING: SparkSource = { sizes: [0.0005, 0.0015, 0.003], speeds: [1, 6] }
const FEW: SparkSource = { sizes: [0.0005, 0.0005, 0.001], speeds: [1, 2] }

export const SPARK_SOURCES: Readonly<Record<Process, SparkSource>> = {
  SMAW: SPATTER,
  GMAW: SPATTER,
  FCAW: SPATTER,
  GTAW: FEW,
  PAW: FEW,
  SAW: FEW,
  CAW: SPATTER,
  PAC: CUTTING,
  CAC: CUTTING,
  OFC: CUTTING,
  OFW: SPATTER,
  TB: FEW,
  TS: FEW,
  LBW: SPATTER,
  // Grinding dust is smaller and leaves faster; its drops of scale are taken as those of cutting.
  GRIND: CUTTING,
}

/** From this current on drops leave as fast as they do, A. */
const FULL_CURRENT = 400
/** The least share of the greatest speed, however small the current. */
const LEAST_SHARE = 0.5

/**
 * The fastest drop, m/s. A smaller current throws slower ones; of an unknown current the fastest are taken.
 * @param amps of an arc; null: not told, or a flame
 */
export function topSpeed({ speeds: [, most] }: SparkSource, amps: number | null): number {
  if (amps === null || !Number.isFinite(amps) || amps <= 0) return most
  return most * Math.min(1, Math.max(LEAST_SHARE, amps / FULL_CURRENT))
}
