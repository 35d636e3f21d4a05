import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import type { Unit } from '../finding/finding'

export const GEAR_KINDS = [
  'cylinder',
  'machine',
  'helmet',
  'gasSet',
  'regulator',
  'hose',
  'arrestor',
  'torch',
] as const
export type GearKind = (typeof GEAR_KINDS)[number]

/** As a person says it, at the start of a sentence. */
export const GEAR_KIND_NAME: Record<GearKind, string> = {
  cylinder: 'Cylinder',
  machine: 'Machine',
  helmet: 'Helmet',
  gasSet: 'Gas set',
  regulator: 'Regulator',
  hose: 'Hose',
  arrestor: 'Arrestor',
  torch: 'Torch',
}

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
  gasSet: [
    {
      id: 'stands',
      name: 'Stand',
      text: 'Cylinders upright and chained, cart or stand sound',
      critical: true,
      source: cyl('(2)(ii)'),
    },
    {
      id: 'clean',
      name: 'Clean',
      text: 'No oil or grease anywhere on the set',
      critical: true,
      source: cyl('(5)(i)'),
    },
    {
      id: 'joints',
      name: 'Joints',
      text: 'Every joint tight, no tape, no adapter',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'near',
      name: 'Place',
      text: 'Nothing that burns near it, extinguisher in reach',
      critical: true,
      source: published('OSHA 29 CFR 1910.252(a)(2)'),
    },
    {
      id: 'key',
      name: 'Key',
      text: 'Key on the acetylene valve where it needs one',
      critical: false,
      source: published('OSHA 29 CFR 1926.350(d)(2)'),
    },
  ],
  regulator: [
    {
      id: 'mark',
      name: 'Mark',
      text: 'Marked for its gas, connection not worn or forced',
      critical: true,
      source: published('OSHA 29 CFR 1910.253(e)(6)'),
    },
    {
      id: 'gauges',
      name: 'Gauges',
      text: 'Gauges whole, readable, both at zero when off',
      critical: true,
      source: published('OSHA 29 CFR 1926.350(e)'),
    },
    {
      id: 'creep',
      name: 'Creep',
      text: 'Outlet pressure stands still with the torch shut',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'oil',
      name: 'Oil',
      text: 'No oil, grease or soot at inlet and gauges',
      critical: true,
      source: cyl('(5)(i)'),
    },
    {
      id: 'screw',
      name: 'Adjusting screw',
      text: 'Adjusting screw runs freely and backs out',
      critical: true,
      source: COMMON_PRACTICE,
    },
  ],
  hose: [
    {
      id: 'cover',
      name: 'Cover',
      text: 'No cut, burn, crack or blister when bent; no tape over more than 4 inches in 12',
      critical: true,
      source: published('OSHA 29 CFR 1926.350(f)'),
    },
    {
      id: 'ends',
      name: 'Ends',
      text: 'Couplings and clamps tight, threads clean',
      critical: true,
      source: published('OSHA 29 CFR 1910.253(e)(5)'),
    },
    {
      id: 'flash',
      name: 'Flashback',
      text: 'Not used again after a flashback',
      critical: true,
      source: published('OSHA 29 CFR 1926.350(f)(4)'),
    },
    {
      id: 'colour',
      name: 'Colour',
      text: 'Colour and lettering readable, right for the gas',
      critical: false,
      source: published('RMA IP-7 and CGA E-1; ISO 3821'),
    },
  ],
  arrestor: [
    {
      id: 'way',
      name: 'Direction',
      text: 'Arrow points to the torch, marked for its gas',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'tight',
      name: 'Back flow',
      text: 'Holds gas that is let in backwards',
      critical: true,
      source: COMMON_PRACTICE,
    },
    {
      id: 'struck',
      name: 'Flashback',
      text: 'Cut-off not tripped, no soot, not used after a flashback',
      critical: true,
      source: COMMON_PRACTICE,
    },
  ],
  torch: [
    {
      id: 'valves',
      name: 'Valves',
      text: 'Valves shut tight and turn easily',
      critical: true,
      source: published('OSHA 29 CFR 1926.350(g)'),
    },
    {
      id: 'tip',
      name: 'Tip',
      text: 'Tip clean, seat not scored, right for the work',
      critical: false,
      source: published('OSHA 29 CFR 1926.350(g)(1)'),
    },
    {
      id: 'body',
      name: 'Body',
      text: 'Body, mixer and hand grip whole; no leak at the joints',
      critical: true,
      source: published('OSHA 29 CFR 1926.350(g)(2)'),
    },
    {
      id: 'insulation',
      name: 'Insulation',
      text: 'Arc torch or gun: insulation whole, no metal showing (not applicable on a gas torch)',
      critical: true,
      source: published('OSHA 29 CFR 1910.254(d)(9)'),
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
export const INSPECT_EVERY_DAYS: Record<GearKind, number> = {
  cylinder: 7,
  machine: 1,
  helmet: 1,
  gasSet: 1,
  regulator: 7,
  hose: 7,
  arrestor: 30,
  torch: 7,
}
