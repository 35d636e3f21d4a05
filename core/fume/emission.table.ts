import { published, type Source } from '../finding/source'
import type { Particulate } from '../exposure/terms'
import type { Process } from '../job/job'

/** g of fume, and g of metal in it, per kg of electrode consumed. `null`: not reported, which is never zero. */
export interface EmissionRow {
  name: string
  process: Process
  alloy: 'steel' | 'stainless' | 'aluminium' | 'nickel' | 'hardfacing'
  fume: number
  chromium: number | null
  chromiumVI: number | null
  manganese: number | null
  nickel: number | null
  /** Other substances on file, g/kg. */
  others?: Partial<Record<Particulate, number>>
  /** Substances whose figure is only an upper bound. */
  bounds?: readonly Particulate[]
  /** Metals that it is made with and that the table does not report. */
  holds?: readonly Particulate[]
  /** Figures that stand alone among their neighbours, and what is taken instead, as an upper bound; never used to advise. */
  doubtful?: Partial<Record<Particulate, number>>
  /** Covering or core rich in fluorspar: fluorides are in the fume whether or not they were reported. */
  basic?: boolean
  /** From the shop's own data sheet instead of the table. */
  own?: Source
}

export const EMISSION_SOURCE: Source = published(
  'US EPA AP-42 section 12.19 (1995), tables 12.19-1 and 12.19-2',
)

const row = (
  name: string,
  alloy: EmissionRow['alloy'],
  fume: number,
  chromium: number | null,
  chromiumVI: number | null,
  manganese: number | null,
  nickel: number | null,
  extra: Pick<EmissionRow, 'others' | 'basic' | 'holds' | 'doubtful'> = {},
): EmissionRow => ({
  name,
  process: name.split(' ')[0] as Process,
  alloy,
  fume,
  chromium,
  chromiumVI,
  manganese,
  nickel,
  ...extra,
})

const BASIC = { basic: true }

export const EMISSION_FACTORS: readonly EmissionRow[] = [
  row('SMAW E6010', 'steel', 25.6, 0.003, 0.001, 0.991, 0.004),
  row('SMAW E6011', 'steel', 38.4, 0.005, null, 0.998, 0.005),
  row('SMAW E6012', 'steel', 8.0, null, null, null, null),
  row('SMAW E6013', 'steel', 19.7, 0.004, null, 0.945, 0.002),
  row('SMAW E7018', 'steel', 18.4, 0.006, null, 1.03, 0.002, BASIC),
  row('SMAW E7024', 'steel', 9.2, 0.001, null, 0.629, null),
  row('SMAW E7028', 'steel', 18.0, 0.013, null, 0.846, null, {
    basic: true,
    others: { lead: 0.162 },
  }),
  // Its manganese is a thirtieth of what E7018 and E11018 give off; the higher of the two is taken.
  row('SMAW E8018', 'steel', 17.1, 0.017, null, 0.03, 0.051, {
    basic: true,
    doubtful: { manganese: 1.38 },
  }),
  row('SMAW E11018', 'steel', 16.4, null, null, 1.38, null, BASIC),
  row('SMAW E308', 'stainless', 10.8, 0.393, 0.359, 0.252, 0.043, BASIC),
  row('SMAW E310', 'stainless', 15.1, 2.53, 1.88, 2.2, 0.196, BASIC),
  row('SMAW E316', 'stainless', 10.0, 0.522, 0.332, 0.544, 0.055, BASIC),
  row('SMAW E410', 'stainless', 13.2, null, null, 0.685, 0.014, BASIC),
  row('SMAW ENiCrMo', 'nickel', 11.7, 0.42, null, 0.043, 0.247),
  row('SMAW ENi-Cu', 'nickel', 10.1, null, null, 0.212, 0.423),
  row('SMAW 14Mn-4Cr', 'hardfacing', 81.6, 1.39, null, 23.2, 1.71),
  row('GMAW E70S', 'steel', 5.2, 0.001, null, 0.318, 0.001),
  row('GMAW ER308', 'stainless', 5.4, 0.524, null, 0.346, 0.184),
  row('GMAW ER316', 'stainless', 3.2, 0.528, 0.01, 0.245, 0.226),
  row('GMAW ER5154', 'aluminium', 24.1, 0.01, null, 0.034, null, {
    holds: ['magnesiumOxide'],
  }),
  row('GMAW ERNiCrMo', 'nickel', 3.9, 0.353, 0.001, 0.07, 1.25),
  row('GMAW ERNiCu', 'nickel', 2.0, null, null, 0.022, 0.451),
  row('FCAW E70T', 'steel', 15.1, 0.004, null, 0.891, 0.005, BASIC),
  row('FCAW E71T', 'steel', 12.2, 0.002, null, 0.662, 0.004),
  row('FCAW E110', 'steel', 20.8, 0.002, null, 2.02, 0.112),
  row('FCAW E308LT', 'stainless', 9.1, null, null, null, null),
  row('FCAW E316LT', 'stainless', 8.5, 0.97, 0.14, 0.59, 0.093),
  row('FCAW E11018', 'steel', 57.0, 0.969, null, 0.704, 0.102, BASIC),
  row('SAW EM12K', 'steel', 0.05, null, null, null, null),
]

/** Filler melted per hour of arc at a reference current. */
interface MeltingRate {
  /** kg/h. */
  rate: number
  amps: number
  source: Source
}

const wire = (rate: number, material: string): MeltingRate => ({
  rate,
  amps: 200,
  source: published(
    `Shop default to be edited: 1.0 to 1.2 mm ${material} wire melts about ${rate} kg per arc hour at 200 A`,
  ),
})
const stick: MeltingRate = {
  rate: 1.3,
  amps: 120,
  source: published(
    'Shop default to be edited: 3.2 mm E7018 melts about 1.3 kg per arc hour at 120 A',
  ),
}

/**
 * Filler melted when the shop knows no better, in proportion to current, by process and what the filler is made of.
 * Wire: feed speed x section x density; stainless and nickel heat up more in the stick-out, aluminium is light.
 */
export const CONSUMPTION_DEFAULTS: Partial<
  Record<Process, Partial<Record<EmissionRow['alloy'], MeltingRate>>>
> = {
  SMAW: { steel: stick, stainless: stick, nickel: stick, hardfacing: stick },
  GMAW: {
    steel: wire(3, 'steel'),
    stainless: wire(3.4, 'stainless'),
    nickel: wire(3.4, 'nickel'),
    aluminium: wire(2.2, 'aluminium'),
  },
}

/** GTAW has no emission factor; a screening value for fume in g per hour of arc, upper end. */
export const GTAW_SCREENING = {
  fume: 0.5,
  source: published('Screening value, 0.1 to 0.5 g fume per arc hour for GTAW, upper end taken'),
}
