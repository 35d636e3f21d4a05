import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import type { Process } from '../job/job'

/** What a row of a shade chart goes by: amps in A, thickness and electrode in mm, gas flow in L/h. */
type ShadeMeasure = 'amps' | 'thickness' | 'electrode' | 'flow'
/** The European table parts gas-shielded welding by gas and metal. */
export type GasShieldClass = 'mag' | 'mig_heavy' | 'mig_light'

/** One row of a shade chart. Both ends count unless marked, so a value on a shared boundary meets two rows. */
export interface ShadeRow {
  process: Process
  by: ShadeMeasure
  gasShield?: GasShieldClass
  from: number
  /** True when the table says "over": the end itself belongs to the row below. */
  fromOver?: boolean
  /** True for "under" where the end belongs to the next row only. */
  toUnder?: boolean
  to: number
  shade: number
  source: Source
}

const osha = published(
  'OSHA 29 CFR 1910.133(a)(5), filter lenses for protection against radiant energy',
)
const z49 = published(
  'ANSI Z49.1 table 1 and AWS F2.2 lens shade selector, suggested comfort shade',
)
const z49min = published('ANSI Z49.1 table 1 and AWS F2.2 lens shade selector, minimum shade')
const en169 = published('EN 169 and EN 379, recommended scale numbers')

type Step = readonly [from: number, to: number, shade: number]

const rowsOf = (
  process: Process,
  by: ShadeMeasure,
  source: Source,
  steps: readonly Step[],
  gasShield?: GasShieldClass,
): ShadeRow[] =>
  steps.map(([from, to, shade], i) => ({
    process,
    by,
    from,
    fromOver: i === 0 && from === 0,
    to,
    shade,
    source,
    ...(gasShield && { gasShield }),
  }))
const amps = (process: Process, source: Source, steps: readonly Step[]): ShadeRow[] =>
  rowsOf(process, 'amps', source, steps)
/** A shade for the process whatever its size. */
const any = (process: Process, by: ShadeMeasure, source: Source, shade: number): ShadeRow => ({
  process,
  by,
  from: 0,
  fromOver: true,
  to: Infinity,
  shade,
  source,
})

/**
 * Bounds between electrode sizes, mm: 3/32, 5/32 and 8/32 in. The upper two are the printed metric
 * names, so that the rod sold as 4.0 mm is the 5/32 in rod; the lower is exact, the darker side.
 */
const ELECTRODE = { small: (3 / 32) * 25.4, middle: 4, large: 6.4 }

const thickness = (
  process: Process,
  source: Source,
  light: number,
  heavy: number,
  shades: readonly [number, number, number],
): ShadeRow[] => [
  {
    process,
    by: 'thickness',
    from: 0,
    fromOver: true,
    to: light,
    toUnder: true,
    shade: shades[0],
    source,
  },
  { process, by: 'thickness', from: light, to: heavy, shade: shades[1], source },
  { process, by: 'thickness', from: heavy, fromOver: true, to: Infinity, shade: shades[2], source },
]

/** Shade 4 applies from 3.2 mm (1/8 in is 3.175; the regulation prints 3.2) and 25 mm (1 in): the smaller figure moves a plate to the darker row sooner. */
const GAS_WELD = { light: 3.175, heavy: 12.7 }
const GAS_CUT = { light: 25, heavy: 150 }

const GMAW_MIN = [
  [0, 60, 7],
  [60, 160, 10],
  [160, 250, 10],
  [250, 500, 10],
] as const
const GMAW_COMFORT = [
  [60, 160, 11],
  [160, 250, 12],
  [250, 500, 14],
] as const
const PAW_MIN = [
  [0, 20, 6],
  [20, 100, 8],
  [100, 400, 10],
  [400, 800, 11],
] as const
/** Light and heavy; the table knows no class between. */
const CAC_MIN = [
  [0, 500, 10],
  [500, 1000, 11],
] as const

/** Legal minimum in the United States. */
export const LEGAL_MINIMUM: readonly ShadeRow[] = [
  ...amps('SMAW', osha, [
    [0, 60, 7],
    [60, 160, 8],
    [160, 250, 10],
    [250, 550, 11],
  ]),
  {
    process: 'SMAW',
    by: 'electrode',
    from: 0,
    fromOver: true,
    to: ELECTRODE.small,
    toUnder: true,
    shade: 7,
    source: osha,
  },
  {
    process: 'SMAW',
    by: 'electrode',
    from: ELECTRODE.small,
    to: ELECTRODE.middle,
    shade: 8,
    source: osha,
  },
  {
    process: 'SMAW',
    by: 'electrode',
    from: ELECTRODE.middle,
    fromOver: true,
    to: ELECTRODE.large,
    shade: 10,
    source: osha,
  },
  {
    process: 'SMAW',
    by: 'electrode',
    from: ELECTRODE.large,
    fromOver: true,
    to: 12,
    shade: 11,
    source: osha,
  },
  ...amps('GMAW', osha, GMAW_MIN),
  ...amps('FCAW', osha, GMAW_MIN),
  ...amps('GTAW', osha, [
    [0, 50, 8],
    [50, 150, 8],
    [150, 500, 10],
  ]),
  ...amps('PAW', osha, PAW_MIN),
  ...amps('PAC', osha, [
    [0, 300, 8],
    [300, 400, 9],
    [400, 800, 10],
  ]),
  ...amps('CAC', osha, CAC_MIN),
  any('CAW', 'amps', osha, 14),
  ...thickness('OFW', osha, GAS_WELD.light, GAS_WELD.heavy, [4, 5, 6]),
  ...thickness('OFC', osha, GAS_CUT.light, GAS_CUT.heavy, [3, 4, 5]),
  any('TB', 'thickness', osha, 3),
  any('TS', 'thickness', osha, 2),
]

/** Guide minimum, where the guide prints one of its own. */
export const GUIDE_MINIMUM: readonly ShadeRow[] = [
  ...amps('SMAW', z49min, [
    [0, 60, 7],
    [60, 160, 8],
    [160, 250, 10],
    [250, 550, 11],
  ]),
  ...amps('GMAW', z49min, GMAW_MIN),
  ...amps('FCAW', z49min, GMAW_MIN),
  ...amps('GTAW', z49min, [
    [0, 50, 8],
    [50, 150, 8],
    [150, 500, 10],
  ]),
  ...amps('PAW', z49min, PAW_MIN),
  ...amps('PAC', z49min, [
    [0, 20, 4],
    [20, 40, 5],
    [40, 60, 6],
    [60, 80, 8],
    [80, 300, 8],
    [300, 400, 9],
    [400, 800, 10],
  ]),
  ...amps('CAC', z49min, CAC_MIN),
]

/** Guide, suggested comfort shade: where to start. Where a span is printed the darker end stands here. */
export const GUIDE_COMFORT: readonly ShadeRow[] = [
  ...amps('SMAW', z49, [
    [60, 160, 10],
    [160, 250, 12],
    [250, 550, 14],
  ]),
  ...amps('GMAW', z49, GMAW_COMFORT),
  ...amps('FCAW', z49, GMAW_COMFORT),
  ...amps('GTAW', z49, [
    [0, 50, 10],
    [50, 150, 12],
    [150, 500, 14],
  ]),
  ...amps('PAW', z49, [
    [0, 20, 8],
    [20, 100, 10],
    [100, 400, 12],
    [400, 800, 14],
  ]),
  ...amps('PAC', z49, [
    [0, 20, 4],
    [20, 40, 5],
    [40, 60, 6],
    [60, 80, 8],
    [80, 300, 9],
    [300, 400, 12],
    [400, 800, 14],
  ]),
  ...amps('CAC', z49, [
    [0, 500, 12],
    [500, 1000, 14],
  ]),
  any('CAW', 'amps', z49, 14),
  ...thickness('OFW', z49, GAS_WELD.light, GAS_WELD.heavy, [5, 6, 8]),
  ...thickness('OFC', z49, GAS_CUT.light, GAS_CUT.heavy, [4, 5, 6]),
  any('TB', 'thickness', z49, 4),
  any('TS', 'thickness', z49, 2),
]

/** European recommendation. It goes by gas flow where the American tables go by plate. */
export const EUROPE: readonly ShadeRow[] = [
  ...amps('SMAW', en169, [
    [20, 40, 9],
    [40, 80, 10],
    [80, 175, 11],
    [175, 300, 12],
    [300, 500, 13],
    [500, Infinity, 14],
  ]),
  ...amps('GTAW', en169, [
    [5, 20, 9],
    [20, 40, 10],
    [40, 100, 11],
    [100, 175, 12],
    [175, 250, 13],
    [250, Infinity, 14],
  ]),
  ...(['GMAW', 'FCAW'] as const).flatMap((process) => [
    ...rowsOf(
      process,
      'amps',
      en169,
      [
        [40, 80, 10],
        [80, 125, 11],
        [125, 175, 12],
        [175, 300, 13],
        [300, 450, 14],
        [450, Infinity, 15],
      ],
      'mag',
    ),
    ...rowsOf(
      process,
      'amps',
      en169,
      [
        [0, 100, 10],
        [100, 175, 11],
        [175, 300, 12],
        [300, 500, 13],
        [500, Infinity, 14],
      ],
      'mig_heavy',
    ),
    ...rowsOf(
      process,
      'amps',
      en169,
      [
        [0, 100, 10],
        [100, 175, 11],
        [175, 250, 12],
        [250, 350, 13],
        [350, 500, 14],
        [500, Infinity, 15],
      ],
      'mig_light',
    ),
  ]),
  ...amps('CAC', en169, [
    [0, 175, 10],
    [175, 225, 11],
    [225, 275, 12],
    [275, 350, 13],
    [350, 450, 14],
    [450, Infinity, 15],
  ]),
  ...amps('PAC', en169, [
    [0, 150, 11],
    [150, 250, 12],
    [250, 400, 13],
  ]),
  ...rowsOf('OFW', 'flow', en169, [
    [0, 70, 4],
    [70, 200, 5],
    [200, 800, 6],
    [800, Infinity, 7],
  ]),
  ...rowsOf('OFC', 'flow', en169, [
    [900, 2000, 5],
    [2000, 4000, 6],
    [4000, 8000, 7],
  ]),
]

/** A row of a shop's own chart. `to` null: no upper end. A for arcs, mm of plate for flames. */
export interface HouseRow {
  process: Process
  from: number
  to: number | null
  shade: number
}

export const HOUSE_SOURCE = COMMON_PRACTICE

/** A chart in common use, to start a shop's own from. */
export const HOUSE_CHART: readonly HouseRow[] = [
  ...(
    [
      [0, 55, 7],
      [55, 155, 10],
      [155, 240, 12],
    ] as const
  ).map(([from, to, shade]): HouseRow => ({ process: 'SMAW', from, to, shade })),
  ...(
    [
      [0, 55, 7],
      [55, 155, 11],
      [155, 240, 12],
    ] as const
  ).map(([from, to, shade]): HouseRow => ({ process: 'GMAW', from, to, shade })),
  ...(
    [
      [0, 50, 10],
      [50, 150, 12],
      [150, 200, 13],
    ] as const
  ).map(([from, to, shade]): HouseRow => ({ process: 'GTAW', from, to, shade })),
  { process: 'OFC', from: 0, to: null, shade: 6 },
  { process: 'PAC', from: 0, to: null, shade: 7 },
]
