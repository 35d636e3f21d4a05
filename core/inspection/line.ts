import type { Unit } from '../finding/finding'
import { published, type Source } from '../finding/source'

/** A reading that goes with a line; outside the span the line fails whatever was ticked. SI. */
export interface Measure {
  name: string
  unit: Unit
  min?: number
  max?: number
}

/** One line of an inspection. A failed critical line locks the gear out. */
export interface ChecklistLine {
  id: string
  /** What the shop calls it. */
  name: string
  /** What is right. */
  text: string
  critical: boolean
  measure?: Measure
  /** The usual faults, offered as chips. */
  faults?: readonly string[]
  /** A photo goes with it. */
  photo?: boolean
  source: Source
}

type Extras = Pick<ChecklistLine, 'measure' | 'faults' | 'photo'>

/** A line whose failure locks the gear out. */
export const critical = (
  id: string,
  name: string,
  text: string,
  source: Source,
  extras: Extras = {},
): ChecklistLine => ({ id, name, text, critical: true, source, ...extras })

/** A line whose failure is put on record and mended soon. */
export const minor = (
  id: string,
  name: string,
  text: string,
  source: Source,
  extras: Extras = {},
): ChecklistLine => ({ id, name, text, critical: false, source, ...extras })

/** A paragraph of OSHA 29 CFR. */
export const osha = (paragraph: string): Source => published(`OSHA 29 CFR ${paragraph}`)
