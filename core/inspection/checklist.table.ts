import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import type { Unit } from '../finding/finding'

export const GEAR_KINDS = ['cylinder', 'machine', 'helmet'] as const
export type GearKind = (typeof GEAR_KINDS)[number]

/** One line of an inspection. A failed critical line locks the gear out. */
export interface ChecklistLine {
  id: string
  /** What the shop calls it. */
  name: string
  text: string
  critical: boolean
  /** A reading goes with the line; outside the span it fails whatever was ticked. SI. */
  measure?: { name: string; unit: Unit; min?: number; max?: number }
  source: Source
}

const cyl = (section: string): Source => published(`OSHA 29 CFR 1910.253(b)${section}`)
const PSI = 6894.757293168

export const CHECKLISTS: Record<GearKind, readonly ChecklistLine[]> = {
  cylinder: [
    {
      id: 'label',
      name: 'Label',
      text: 'Contents readable on label or stencil; colour alone is not a label',
      critical: true,
      source: cyl('(1)(ii)'),
    },
    {
      id: 'stamp',
      name: 'Hydrostatic stamp',
      text: 'Newest hydrostatic stamp is in date',
      critical: true,
      source: published('49 CFR 180.209'),
    },
    {
      id: 'chained',
      name: 'Chain',
      text: 'Upright and chained to wall, cart or stand',
      critical: true,
      source: cyl('(2)(ii)'),
    },
    {
      id: 'cap',
      name: 'Cap',
      text: 'Cap on, or regulator or guard fitted',
      critical: true,
      source: cyl('(2)(iv)'),
    },
    {
      id: 'valve',
      name: 'Valve',
      text: 'Valve, outlet and threads clean; no oil or grease',
      critical: true,
      source: cyl('(5)(i)'),
    },
    {
      id: 'body',
      name: 'Body',
      text: 'No dents, arc strikes, burns or corrosion; fuse plugs and burst disc whole',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'leak',
      name: 'Leak test',
      text: 'Soap test at valve and connection shows no leak',
      critical: true,
      source: cyl('(5)(ii)'),
    },
    {
      id: 'arrestor',
      name: 'Arrestor',
      text: 'Flashback arrestor and check valve fitted where the set needs them',
      critical: false,
      source: COMMON_PRACTICE,
    },
    {
      id: 'pressure',
      name: 'Pressure',
      text: 'Contents pressure at the gauge',
      critical: false,
      measure: { name: 'Gauge pressure', unit: 'Pa', min: 0, max: 3000 * PSI },
      source: COMMON_PRACTICE,
    },
  ],
  machine: [
    {
      id: 'mains',
      name: 'Mains cable',
      text: 'Plug, mains cable and strain relief sound',
      critical: true,
      source: published('OSHA 29 CFR 1910.254(d)'),
    },
    {
      id: 'case',
      name: 'Case',
      text: 'Case closed, earth in place, controls and guards whole',
      critical: true,
      source: published('OSHA 29 CFR 1910.254(b) and (c)'),
    },
    {
      id: 'leads',
      name: 'Leads',
      text: 'Leads uncut, no splice near the holder, no metal showing',
      critical: true,
      source: published('OSHA 29 CFR 1910.254(d)(9)'),
    },
    {
      id: 'holder',
      name: 'Holder',
      text: 'Holder, gun or torch: insulation whole, jaws or tip tight',
      critical: true,
      source: published('OSHA 29 CFR 1910.254(d)(9)'),
    },
    {
      id: 'clamp',
      name: 'Work clamp',
      text: 'Work clamp tight on clean metal',
      critical: false,
      source: COMMON_PRACTICE,
    },
    {
      id: 'dry',
      name: 'Footing',
      text: 'Dry footing, mat where it is wet',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'ocvAc',
      name: 'Open circuit, AC',
      text: 'Open-circuit voltage, AC output (not applicable on a DC machine)',
      critical: true,
      measure: { name: 'Open circuit', unit: 'V', min: 0, max: 80 },
      source: published('OSHA 29 CFR 1910.254(b)(3)(i), manual AC, 80 V'),
    },
    {
      id: 'ocvDc',
      name: 'Open circuit, DC',
      text: 'Open-circuit voltage, DC output (not applicable on an AC machine)',
      critical: true,
      measure: { name: 'Open circuit', unit: 'V', min: 0, max: 100 },
      source: published('OSHA 29 CFR 1910.254(b)(3)(iii), manual DC, 100 V'),
    },
    {
      id: 'fan',
      name: 'Fan',
      text: 'Fan runs, vents clear',
      critical: false,
      source: COMMON_PRACTICE,
    },
  ],
  helmet: [
    {
      id: 'spark',
      name: 'Spark test',
      text: 'Auto-darkening filter darkens at a spark or lighter flame (not applicable on fixed glass)',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'light',
      name: 'Shell',
      text: 'Held to the light: no cracks, no light leaks',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'plates',
      name: 'Cover plates',
      text: 'Cover plates in place inside and out',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'band',
      name: 'Headband',
      text: 'Headband holds and stays up',
      critical: false,
      source: COMMON_PRACTICE,
    },
    {
      id: 'battery',
      name: 'Battery',
      text: 'Battery good; out of grind mode',
      critical: true,
      source: COMMON_PRACTICE,
    },
  ],
}

/** Days after which an inspection no longer counts, unless the shop sets another figure. Common practice. */
export const INSPECT_EVERY_DAYS: Record<GearKind, number> = { cylinder: 7, machine: 1, helmet: 1 }
