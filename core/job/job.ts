import type { MeasuredAir } from '../exposure/measured'

/** The job as the engine sees it. SI units throughout. `null` means not known, never zero. */

export const PROCESSES = [
  'SMAW',
  'GMAW',
  'FCAW',
  'GTAW',
  'PAW',
  'SAW',
  'CAW',
  'PAC',
  'CAC',
  'OFC',
  'OFW',
  'TB',
  'TS',
  'LBW',
  'GRIND',
] as const
export type Process = (typeof PROCESSES)[number]

/** Names as printed in the standards; the short form is what the shop says. */
export const PROCESS_NAME: Record<Process, string> = {
  SMAW: 'Shielded metal arc (stick)',
  GMAW: 'Gas metal arc (MIG/MAG)',
  FCAW: 'Flux-cored arc',
  GTAW: 'Gas tungsten arc (TIG)',
  PAW: 'Plasma arc welding',
  SAW: 'Submerged arc',
  CAW: 'Carbon arc welding',
  PAC: 'Plasma arc cutting',
  CAC: 'Air carbon arc cutting and gouging',
  OFC: 'Oxy-fuel cutting',
  OFW: 'Oxy-fuel gas welding',
  TB: 'Torch brazing',
  TS: 'Torch soldering',
  LBW: 'Laser beam welding, hand-held',
  GRIND: 'Grinding, no arc',
}

const ARC: readonly Process[] = ['SMAW', 'GMAW', 'FCAW', 'GTAW', 'PAW', 'SAW', 'CAW', 'PAC', 'CAC']
const FLAME: readonly Process[] = ['OFC', 'OFW', 'TB', 'TS']

/** Arc processes are judged by amps. */
export const isArc = (process: Process): boolean => ARC.includes(process)
/** Flame processes are judged by plate thickness, or in Europe by gas flow. */
export const isFlame = (process: Process): boolean => FLAME.includes(process)
/** Plate decides the shade of these flames; a soldering or brazing torch has one shade for all. */
export const byPlate = (process: Process): boolean => process === 'OFC' || process === 'OFW'

export const POSITIONS = ['bench', 'overhead', 'tight', 'lying'] as const
export type Position = (typeof POSITIONS)[number]
export const POSITION_NAME: Record<Position, string> = {
  bench: 'At the bench',
  overhead: 'Overhead',
  tight: 'In a tight spot',
  lying: 'Lying down',
}

export const BASE_METALS = [
  'carbon_steel',
  'stainless',
  'aluminium',
  'cast_iron',
  'copper_alloy',
  'nickel_alloy',
  'unknown',
] as const
export type BaseMetal = (typeof BASE_METALS)[number]
export const BASE_METAL_NAME: Record<BaseMetal, string> = {
  carbon_steel: 'Carbon or low-alloy steel',
  stainless: 'Stainless steel',
  aluminium: 'Aluminium',
  cast_iron: 'Cast iron',
  copper_alloy: 'Copper alloy',
  nickel_alloy: 'Nickel alloy',
  unknown: 'Not known',
}

export const COATINGS = ['none', 'unknown', 'zinc', 'lead', 'cadmium', 'chromate', 'paint'] as const
export type Coating = (typeof COATINGS)[number]
export const COATING_NAME: Record<Coating, string> = {
  none: 'No coating, or ground back to bright metal',
  unknown: 'Unknown',
  zinc: 'Yes: zinc (galvanised, zinc plated)',
  lead: 'Yes: lead paint',
  cadmium: 'Yes: cadmium plating',
  chromate: 'Yes: chromate or chromate primer',
  paint: 'Yes: other paint, oil or primer',
}

export const HOOD_KINDS = ['none', 'movable_hood', 'fixed_enclosure', 'downdraft'] as const
export type HoodKind = (typeof HOOD_KINDS)[number]
export const HOOD_NAME: Record<HoodKind, string> = {
  none: 'No local exhaust',
  movable_hood: 'Movable hood on an arm',
  fixed_enclosure: 'Fixed enclosure (top and two sides)',
  downdraft: 'Downdraft table or booth',
}

/** The air around the work. Volumes in m3, heights and distances in m, flows in m3/s. */
export interface AirSpace {
  space: 'indoors' | 'outdoors' | 'confined'
  volume: number | null
  /** The published plan that volume and ceiling were measured on; null or absent: they were typed. */
  measuredOn?: { plan: number; room: string } | null
  ceiling: number | null
  /** Partitions, balconies or other structures that hold back cross ventilation. */
  obstructed: boolean | null
  /** Mechanical general ventilation of the space. */
  generalFlow: number | null
  /** Mixing factor K, 1 perfect to 10 poor. */
  mixing: number
  /** Wind at the work outdoors. */
  wind: number | null
  hood: HoodKind
  hoodFlow: number | null
  hoodDistance: number | null
  hoodFlanged: boolean
  /** Switched on, damper open, and seen to pull before the arc. */
  hoodProved: boolean
}

/** What else is there that the regulation names, besides consumable, base metal and coating. */
export const ALSO_PRESENT = ['beryllium', 'mercury', 'solvent', 'fluoride_flux'] as const
export type AlsoPresent = (typeof ALSO_PRESENT)[number]
export const ALSO_PRESENT_NAME: Record<AlsoPresent, string> = {
  beryllium: 'Beryllium copper or other beryllium',
  mercury: 'Mercury, or paint with it',
  solvent: 'Degreaser or chlorinated solvent near the arc',
  fluoride_flux: 'Flux or covering with fluorides',
}

/** A hand-held laser as its plate says, and how its cell is kept. Continuous wave. */
export interface LaserSpec {
  /** W. */
  power: number
  /** nm. */
  wavelength: number
  /** Full angle at which the beam spreads after the focus, rad. */
  divergence: number
  /** Longest exposure to be counted on, s. */
  exposure: number
  /** Optical density of the eyewear and helmet at this wavelength, as printed; null when nobody has read it. */
  eyewear: number | null
  /** Interlocked barrier round the cell. */
  barrier: boolean | null
  /** Everyone in the cell wears it, onlookers too. */
  everyone: boolean | null
}

/** Loud work beside the arc, minutes in the shift, and the plug worn against it. */
interface NoiseSpec {
  grinding: number
  gouging: number
  /** Noise reduction rating (NRR) of the plug, dB; null when none is worn, or nobody has read it. */
  plug: number | null
}

export interface JobSpec {
  process: Process
  /** Highest current of the range, A; null where the process has none. */
  amps: number | null
  /** Low end of the range, A, where there is one: for the record, the highest is judged. */
  ampsFrom: number | null
  /** SMAW electrode core diameter, mm, if known. */
  electrode: number | null
  /** Consumable class as in the fume table, e.g. `SMAW E7018`; null when there is none or it is not listed. */
  consumable: string | null
  /** Filler melted per hour of arc, kg/h, when the shop knows it. */
  consumption: number | null
  baseMetal: BaseMetal
  coating: Coating
  /** Plate thickness, mm. */
  thickness: number | null
  position: Position
  /** Grinding goes with the job. */
  grinding: boolean
  /** null: nobody has said. */
  noise: NoiseSpec | null
  /** The work or the flux hides the arc from the welder (plasma, submerged arc). */
  arcHidden: boolean
  /** What the shielding gas does to the arc: MAG and MIG differ in the European table. */
  shieldGas: 'active' | 'inert' | null
  /** Acetylene (gas welding) or oxygen (cutting), L/h. */
  gasFlow: number | null
  /** Shielding gas at the torch, L/min; null: not told. */
  shieldFlow: number | null
  /** Shielding gas after each arc, s, and how often it is struck; null: not told, counted as none. */
  postFlow: number | null
  starts: number | null
  /** Shielding gas to purge root and line, m3; null: none. */
  purgeVolume: number | null
  /** The other gas of a flame, L/h: oxygen beside acetylene, fuel beside cutting oxygen; null: not told. */
  otherFlow: number | null
  laser: LaserSpec | null
  /** Arc time in the shift, minutes. */
  arcMinutes: number
  /** Welders at work in the same space, this one counted. */
  welders: number
  /** Of them, those who weld under a hood like that of this station, this one counted; null: nobody has said, so this one only. */
  hooded: number | null
  air: AirSpace
  respirator: RespiratorKind
  also: AlsoPresent[]
  measured: MeasuredAir | null
}

export const RESPIRATORS = [
  'none',
  'filtering_facepiece',
  'half_mask',
  'full_facepiece',
  'powered_helmet',
  'powered_half',
  'powered_full',
  'airline_half',
  'airline_helmet',
  'airline_pressure_demand_full',
  'scba_pressure_demand_full',
] as const
export type RespiratorKind = (typeof RESPIRATORS)[number]
