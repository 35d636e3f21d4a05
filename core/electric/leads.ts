import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'

/** Copper at 20 °C: ohm m, and its rise a kelvin. Handbook values, from memory. */
const COPPER = { resistivity: 1.72e-8, perKelvin: 0.0039, at: 293.15 } as const

/** mm2 by gauge number, from memory. */
export const AWG_AREA: Readonly<Record<string, number>> = {
  '4': 21.2,
  '2': 33.6,
  '1': 42.4,
  '1/0': 53.5,
  '2/0': 67.4,
  '3/0': 85,
  '4/0': 107,
}

/** Drop over the leads that the shop puts up with unless it says otherwise, V. Common practice. */
export const DROP_LIMIT = 4
/** Amps a mm2 at which a copper lead in free air grows hot; common practice, no published figure. */
const HOT_DENSITY = 7
/** Drop over one joint in good order, V. Common practice. */
const JOINT_DROP = 0.1

export interface LeadRun {
  /** A */
  amps: number
  /** Copper area, mm2. */
  area: number
  /** Electrode lead and work lead, m each. */
  lead: number
  back: number
  /** Connectors along both. */
  joints: number
  /** Of the copper, K. */
  temperature: number
  /** Left coiled while it carries current. */
  coiled: boolean | null
}

export interface LeadDrop {
  /** V over both leads and their joints. */
  volts: number
  /** Heat in both leads, W. */
  watts: number
  /** A a mm2 */
  density: number
}

/**
 * What both leads take away from the arc: amps times length times resistivity over area.
 * @returns V, W and A/mm2; null where a figure makes no sense
 */
export function leadDrop(run: LeadRun): LeadDrop | null {
  const { amps, area, lead, back, joints, temperature } = run
  const positive = [amps, area, temperature].every((x) => Number.isFinite(x) && x > 0)
  const notNegative = [lead, back, joints].every((x) => Number.isFinite(x) && x >= 0)
  if (!positive || !notNegative) return null
  const resistivity = COPPER.resistivity * (1 + COPPER.perKelvin * (temperature - COPPER.at))
  if (resistivity <= 0) return null
  const copper = (amps * resistivity * (lead + back)) / (area * 1e-6)
  return { volts: copper + joints * JOINT_DROP, watts: copper * amps, density: amps / area }
}

/** The thinnest usual lead that stays within the drop and the heat; null: none of the table does. */
export const thinnestLead = (run: LeadRun, limit: number): [string, number] | null =>
  Object.entries(AWG_AREA)
    .sort(([, a], [, b]) => a - b)
    .find(([, area]) => {
      const drop = leadDrop({ ...run, area })
      return drop !== null && drop.volts <= limit && drop.density <= HOT_DENSITY
    }) ?? null

/** Whether the leads carry the amps. Coiled, or not known whether, is never clear. */
export function judgeLeads(run: LeadRun, limit = DROP_LIMIT): Finding {
  const base = { code: 'electric.leads', step: 'gear' as const }
  const drop = leadDrop(run)
  const rule = { rule: 'Drop = amps x both lengths x resistivity / area', source: COMMON_PRACTICE }
  if (drop === null || !(limit > 0))
    return {
      ...base,
      level: 'unknown',
      sentence: 'No answer: amps, area and length of the leads are not all told.',
      remedy: 'Measure the length; the area is printed on the cover.',
      reasons: [rule],
    }
  const reasons = [
    {
      ...rule,
      inputs: {
        amps: { amount: run.amps, unit: 'A' as const },
        area: { amount: run.area, unit: 'mm2' as const },
        length: { amount: run.lead + run.back, unit: 'm' as const },
        joints: run.joints,
      },
    },
  ]
  const value = { amount: drop.volts, unit: 'V' as const }
  const says = `${drop.volts.toFixed(1)} V lost in the leads, ${Math.round(drop.watts)} W of heat.`
  const thinnest = thinnestLead(run, limit)
  const thicker = thinnest
    ? `Take ${thinnest[0]} (${thinnest[1]} mm²) or thicker, or shorter leads.`
    : 'Bring the machine nearer: no usual lead does it at this length.'
  if (drop.density > HOT_DENSITY)
    return {
      ...base,
      level: 'stop',
      value,
      sentence: `${says} These leads grow hot at ${run.amps} A.`,
      remedy: thicker,
      reasons,
    }
  if (run.coiled === true)
    return {
      ...base,
      level: 'caution',
      value,
      sentence: `${says} A coiled lead keeps its heat and pulls the arc about.`,
      remedy: 'Lay it out its whole length, or in a figure of eight.',
      reasons,
    }
  if (drop.volts > limit)
    return {
      ...base,
      level: 'caution',
      value,
      sentence: `${says} The shop allows ${limit} V.`,
      remedy: thicker,
      reasons,
    }
  if (run.coiled === null)
    return {
      ...base,
      level: 'unknown',
      value,
      sentence: `${says} Whether they lie coiled is not told.`,
      remedy: 'Look, and lay them out.',
      reasons,
    }
  return { ...base, level: 'clear', value, sentence: says, reasons }
}
