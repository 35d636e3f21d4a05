import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import type { Unit } from '../finding/finding'

export const ITEM_KINDS = ['cylinder', 'machine', 'helmet'] as const
export type ItemKind = typeof ITEM_KINDS[number]

/** One line of an inspection. A failed critical line locks the item out. */
export interface ChecklistLine {
  id: string
  text: string
  critical: boolean
  /** A reading goes with the line; outside the span it fails whatever was ticked. SI. */
  measure?: { name: string, unit: Unit, min?: number, max?: number }
  source: Source
}

const cyl = (section: string): Source => published(`OSHA 29 CFR 1910.253(b)${section}`)
const PSI = 6894.757293168

export const CHECKLISTS: Record<ItemKind, readonly ChecklistLine[]> = {
  cylinder: [
    { id: 'label', text: 'Contents readable on label or stencil; colour alone is not a label', critical: true, source: cyl('(1)(ii)') },
    { id: 'stamp', text: 'Newest hydrostatic stamp is in date', critical: true, source: published('49 CFR 180.209') },
    { id: 'chained', text: 'Upright and chained to wall, cart or stand', critical: true, source: cyl('(2)(ii)') },
    { id: 'cap', text: 'Cap on, or regulator or guard fitted', critical: true, source: cyl('(2)(iv)') },
    { id: 'valve', text: 'Valve, outlet and threads clean; no oil or grease', critical: true, source: cyl('(5)(i)') },
    { id: 'body', text: 'No dents, arc strikes, burns or corrosion; fuse plugs and burst disc whole', critical: true, source: COMMON_PRACTICE },
    { id: 'leak', text: 'Soap test at valve and connection shows no leak', critical: true, source: cyl('(5)(ii)') },
    { id: 'arrestor', text: 'Flashback arrestor and check valve fitted where the set needs them', critical: false, source: COMMON_PRACTICE },
    { id: 'pressure', text: 'Contents pressure at the gauge', critical: false, measure: { name: 'Gauge pressure', unit: 'Pa', min: 0, max: 3000 * PSI }, source: COMMON_PRACTICE },
  ],
  machine: [
    { id: 'mains', text: 'Plug, mains cable and strain relief sound', critical: true, source: published('OSHA 29 CFR 1910.254(d)') },
    { id: 'case', text: 'Case closed, earth in place, controls and guards whole', critical: true, source: published('OSHA 29 CFR 1910.254(b) and (c)') },
    { id: 'leads', text: 'Leads uncut, no splice near the holder, no metal showing', critical: true, source: published('OSHA 29 CFR 1910.254(d)(9)') },
    { id: 'holder', text: 'Holder, gun or torch: insulation whole, jaws or tip tight', critical: true, source: published('OSHA 29 CFR 1910.254(d)(9)') },
    { id: 'clamp', text: 'Work clamp tight on clean metal', critical: false, source: COMMON_PRACTICE },
    { id: 'dry', text: 'Dry footing, mat where it is wet', critical: true, source: COMMON_PRACTICE },
    { id: 'ocvAc', text: 'Open-circuit voltage, AC output (not applicable on a DC machine)', critical: true, measure: { name: 'Open circuit', unit: 'V', min: 0, max: 80 }, source: published('OSHA 29 CFR 1910.254(b)(3)(i), manual AC, 80 V') },
    { id: 'ocvDc', text: 'Open-circuit voltage, DC output (not applicable on an AC machine)', critical: true, measure: { name: 'Open circuit', unit: 'V', min: 0, max: 100 }, source: published('OSHA 29 CFR 1910.254(b)(3)(iii), manual DC, 100 V') },
    { id: 'fan', text: 'Fan runs, vents clear', critical: false, source: COMMON_PRACTICE },
  ],
  helmet: [
    { id: 'spark', text: 'Auto-darkening filter darkens at a spark or lighter flame (not applicable on fixed glass)', critical: true, source: COMMON_PRACTICE },
    { id: 'light', text: 'Held to the light: no cracks, no light leaks', critical: true, source: COMMON_PRACTICE },
    { id: 'plates', text: 'Cover plates in place inside and out', critical: true, source: COMMON_PRACTICE },
    { id: 'band', text: 'Headband holds and stays up', critical: false, source: COMMON_PRACTICE },
    { id: 'battery', text: 'Battery good; out of grind mode', critical: true, source: COMMON_PRACTICE },
  ],
}

/** Days after which an inspection no longer counts, unless the shop sets another figure. Common practice. */
export const INSPECT_EVERY_DAYS: Record<ItemKind, number> = { cylinder: 7, machine: 1, helmet: 1 }
