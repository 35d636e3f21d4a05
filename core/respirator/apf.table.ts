import { published, type Source } from '../finding/source'
import type { RespiratorKind } from '../job/job'

export interface RespiratorRow {
  kind: RespiratorKind
  name: string
  apf: number
  suppliesAir: boolean
  /** Carries its own air: may be worn where no hose reaches and where one breath can kill. */ ownAir?: boolean
  /** Seals on the face: fit test and a shaven seal. */ tight: boolean
  /** Goes under an ordinary welding helmet. */ underHelmet: boolean
}

export const APF_SOURCE: Source = published(
  'OSHA 29 CFR 1910.134(d)(3)(i)(A), table 1, assigned protection factors',
)

/** Assigned protection factors. A powered helmet counts 25 unless its maker shows 1,000. */
export const RESPIRATOR_TABLE: readonly RespiratorRow[] = [
  {
    kind: 'none',
    name: 'No respirator',
    apf: 1,
    suppliesAir: false,
    tight: false,
    underHelmet: true,
  },
  {
    kind: 'filtering_facepiece',
    name: 'Disposable, rated for metal fume (N95 or better)',
    apf: 10,
    suppliesAir: false,
    tight: true,
    underHelmet: true,
  },
  {
    kind: 'half_mask',
    name: 'Half mask with P100 discs',
    apf: 10,
    suppliesAir: false,
    tight: true,
    underHelmet: true,
  },
  {
    kind: 'full_facepiece',
    name: 'Full facepiece with P100',
    apf: 50,
    suppliesAir: false,
    tight: true,
    underHelmet: false,
  },
  {
    kind: 'powered_helmet',
    name: 'Powered air-purifying helmet',
    apf: 25,
    suppliesAir: false,
    tight: false,
    underHelmet: true,
  },
  {
    kind: 'powered_half',
    name: 'Powered half mask',
    apf: 50,
    suppliesAir: false,
    tight: true,
    underHelmet: true,
  },
  {
    kind: 'powered_full',
    name: 'Powered full facepiece',
    apf: 1000,
    suppliesAir: false,
    tight: true,
    underHelmet: false,
  },
  {
    kind: 'airline_half',
    name: 'Airline half mask, continuous flow or pressure-demand',
    apf: 50,
    suppliesAir: true,
    tight: true,
    underHelmet: true,
  },
  {
    kind: 'airline_helmet',
    name: 'Airline, continuous flow helmet',
    apf: 25,
    suppliesAir: true,
    tight: false,
    underHelmet: true,
  },
  {
    kind: 'airline_pressure_demand_full',
    name: 'Airline, pressure-demand full facepiece',
    apf: 1000,
    suppliesAir: true,
    tight: true,
    underHelmet: false,
  },
  {
    kind: 'scba_pressure_demand_full',
    name: 'Self-contained, pressure-demand full facepiece',
    apf: 10_000,
    suppliesAir: true,
    ownAir: true,
    tight: true,
    underHelmet: false,
  },
]

export const respiratorRow = (kind: RespiratorKind): RespiratorRow =>
  RESPIRATOR_TABLE.find((row) => row.kind === kind)!
