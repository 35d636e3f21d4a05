import { published, type Source } from '../finding/source'

const FT = 0.3048
const CFM = FT ** 3 / 60
const INCH = 0.0254

/** Thresholds of 29 CFR 1910.252(c), SI. */
export const GENERAL_RULE = {
  /** m3 per welder under which mechanical ventilation is needed: 10,000 ft3. */
  volumePerWelder: 10_000 * FT ** 3,
  /** m, 16 ft. */
  ceiling: 16 * FT,
  /** m3/s per welder, 2,000 cfm. */
  flowPerWelder: 2_000 * CFM,
  /** m/s at the arc, 100 fpm. */
  captureVelocity: (100 * FT) / 60,
  source: published('OSHA 29 CFR 1910.252(c)(2) and (c)(3)'),
} as const

export interface HoodRow {
  from: number
  to: number
  flow: number
  duct: number
  source: Source
}

const hood = published('OSHA 29 CFR 1910.252(c)(3)(i), table of hood distance, flow and duct')

/** Movable hood: distance from the arc (m), least flow (m3/s), duct diameter (m). */
export const MOVABLE_HOOD: readonly HoodRow[] = (
  [
    [4, 6, 150, 3],
    [6, 8, 275, 3.5],
    [8, 10, 425, 4.5],
    [10, 12, 600, 5.5],
  ] as const
).map(([from, to, cfm, duct]) => ({
  from: from * INCH,
  to: to * INCH,
  flow: cfm * CFM,
  duct: duct * INCH,
  source: hood,
}))

/** Share of the fume that a hood takes, as a range, by its state. */
export const CAPTURE = {
  inPlace: { low: 0.75, high: 0.95 },
  outOfPlace: { low: 0.2, high: 0.6 },
  off: { low: 0, high: 0 },
  source: published('Default range to be edited: capture at the arc by state of the hood'),
} as const

export const METAL_RULES = {
  fluorides: {
    rule: 'Fluorides in covering or flux: in a confined space exhaust or airline; in the open by what is in the air',
    source: published('OSHA 29 CFR 1910.252(c)(5)'),
  },
  beryllium: {
    rule: 'Beryllium: local exhaust and airline respirator, indoors, outdoors and in confined spaces, unless tests of the air show otherwise',
    source: published('OSHA 29 CFR 1910.252(c)(8)'),
  },
  mercury: {
    rule: 'Mercury indoors: local exhaust or airline respirator',
    source: published('OSHA 29 CFR 1910.252(c)(10)'),
  },
  solvent: {
    rule: 'Degreasers: so placed that no vapour reaches the arc; trichloroethylene and perchloroethylene kept out of the rays',
    source: published('OSHA 29 CFR 1910.252(c)(11)'),
  },
  zinc: {
    rule: 'Zinc indoors: local exhaust or airline respirator',
    source: published('OSHA 29 CFR 1910.252(c)(6)'),
  },
  lead: {
    rule: 'Lead indoors: local exhaust or airline respirator',
    source: published('OSHA 29 CFR 1910.252(c)(7)'),
  },
  cadmium: {
    rule: 'Cadmium indoors: local exhaust or airline respirator',
    source: published('OSHA 29 CFR 1910.252(c)(9)'),
  },
} as const

export const STAINLESS_CUT = {
  rule: 'Cutting stainless: mechanical ventilation adequate to remove the fume',
  source: published('OSHA 29 CFR 1910.252(c)(12)'),
}
export const CONFINED_RULE = {
  rule: 'Confined space: ventilate or airline; attendant outside; gas off at the cylinder when away',
  source: published('OSHA 29 CFR 1910.252(c)(4)'),
}
