import { published, type Source } from '../finding/source'
import type { Process } from '../job/job'

/** One row of a shade chart. Both ends count unless marked, so a value on a shared boundary meets two rows. */
export interface ShadeRow {
  process: Process
  by: 'amps' | 'thickness' | 'electrode'
  /** Lower end: A for amps, mm for thickness and electrode. */
  from: number
  /** True when the table says "over": the end itself belongs to the row below. */
  fromOver?: boolean
  /** True for "under" where the end belongs to the next row only. */
  toUnder?: boolean
  to: number
  shade: number
  source: Source
}

const osha = published('OSHA 29 CFR 1910.133(a)(5), filter lenses for protection against radiant energy')
const z49 = published('ANSI Z49.1 table 1 and AWS F2.2 lens shade selector, suggested comfort shade')
const z49min = published('ANSI Z49.1 table 1 and AWS F2.2 lens shade selector, minimum shade')

const amps = (process: Process, source: Source, rows: readonly (readonly [number, number, number])[]): ShadeRow[] =>
  rows.map(([from, to, shade], i) => ({ process, by: 'amps', from, fromOver: i === 0 && from === 0, to, shade, source }))

const IN = 25.4

const thickness = (process: Process, source: Source, light: number, heavy: number, shades: readonly [number, number, number]): ShadeRow[] => [
  { process, by: 'thickness', from: 0, fromOver: true, to: light, toUnder: true, shade: shades[0], source },
  { process, by: 'thickness', from: light, to: heavy, shade: shades[1], source },
  { process, by: 'thickness', from: heavy, fromOver: true, to: Infinity, shade: shades[2], source },
]

/** Shade 4 applies from 3.2 mm (1/8 in is 3.175; the regulation prints 3.2) and 25 mm (1 in): the smaller figure moves a plate to the darker row sooner. */
const GAS_WELD = { light: 3.175, heavy: 12.7 }
const GAS_CUT = { light: 25, heavy: 150 }

const GMAW_MIN = [[0, 60, 7], [60, 160, 10], [160, 250, 10], [250, 500, 10]] as const
const GMAW_COMFORT = [[60, 160, 11], [160, 250, 12], [250, 500, 14]] as const

/** Legal minimum in the United States. */
export const LEGAL_MINIMUM: readonly ShadeRow[] = [
  ...amps('SMAW', osha, [[0, 60, 7], [60, 160, 8], [160, 250, 10], [250, 550, 11]]),
  { process: 'SMAW', by: 'electrode', from: 0, fromOver: true, to: 3 / 32 * IN, toUnder: true, shade: 7, source: osha },
  { process: 'SMAW', by: 'electrode', from: 3 / 32 * IN, to: 5 / 32 * IN, shade: 8, source: osha },
  { process: 'SMAW', by: 'electrode', from: 5 / 32 * IN, fromOver: true, to: 8 / 32 * IN, shade: 10, source: osha },
  { process: 'SMAW', by: 'electrode', from: 8 / 32 * IN, fromOver: true, to: 12, shade: 11, source: osha },
  ...amps('GMAW', osha, GMAW_MIN),
  ...amps('FCAW', osha, GMAW_MIN),
  ...amps('GTAW', osha, [[0, 50, 8], [50, 150, 8], [150, 500, 10]]),
  ...amps('PAC', osha, [[0, 300, 8], [300, 400, 9], [400, 800, 10]]),
  ...thickness('OFW', osha, GAS_WELD.light, GAS_WELD.heavy, [4, 5, 6]),
  ...thickness('OFC', osha, GAS_CUT.light, GAS_CUT.heavy, [3, 4, 5]),
  { process: 'TB', by: 'thickness', from: 0, fromOver: true, to: Infinity, shade: 3, source: osha },
]

/** Guide minimum, where the guide prints one of its own. */
export const GUIDE_MINIMUM: readonly ShadeRow[] = [
  ...amps('SMAW', z49min, [[0, 60, 7], [60, 160, 8], [160, 250, 10], [250, 550, 11]]),
  ...amps('GMAW', z49min, GMAW_MIN),
  ...amps('FCAW', z49min, GMAW_MIN),
  ...amps('GTAW', z49min, [[0, 50, 8], [50, 150, 8], [150, 500, 10]]),
  ...amps('PAC', z49min, [[0, 20, 4], [20, 40, 5], [40, 60, 6], [60, 80, 8], [80, 300, 8], [300, 400, 9], [400, 800, 10]]),
]

/** Guide, suggested comfort shade: where to start. Where a span is printed the darker end stands here. */
export const GUIDE_COMFORT: readonly ShadeRow[] = [
  ...amps('SMAW', z49, [[60, 160, 10], [160, 250, 12], [250, 550, 14]]),
  ...amps('GMAW', z49, GMAW_COMFORT),
  ...amps('FCAW', z49, GMAW_COMFORT),
  ...amps('GTAW', z49, [[0, 50, 10], [50, 150, 12], [150, 500, 14]]),
  ...amps('PAC', z49, [[0, 20, 4], [20, 40, 5], [40, 60, 6], [60, 80, 8], [80, 300, 9], [300, 400, 12], [400, 800, 14]]),
  ...thickness('OFW', z49, GAS_WELD.light, GAS_WELD.heavy, [5, 6, 8]),
  ...thickness('OFC', z49, GAS_CUT.light, GAS_CUT.heavy, [4, 5, 6]),
  { process: 'TB', by: 'thickness', from: 0, fromOver: true, to: Infinity, shade: 4, source: z49 },
]
