import type { Finding } from '../../finding/finding'
import type { Point } from '../plan'

/** A Finding of the plan, with what is drawn for it. */
export interface DrawnFinding {
  finding: Finding
  floor: string
  /** The things that it is about, the first one before all. */
  things: readonly string[]
  /** Ways and distances, each a line of points; m. */
  lines: readonly (readonly Point[])[]
  /** Screens that would make it right, each a line of points; m. */
  screens?: readonly (readonly Point[])[]
}
