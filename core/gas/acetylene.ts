import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'

/** How fast acetylene may be drawn from its acetone. The first is the present rule and the stricter. */
export const DRAW_SCHOOLS = ['present', 'older'] as const
export type DrawSchool = (typeof DRAW_SCHOOLS)[number]
export const DRAW_SCHOOL_NAME: Record<DrawSchool, string> = {
  present: '1/10 of the contents an hour, 1/15 when it goes on and on',
  older: '1/7 of the contents an hour',
}

const DRAW: Record<DrawSchool, { intermittent: number; continuous: number; source: Source }> = {
  present: {
    intermittent: 1 / 10,
    continuous: 1 / 15,
    source: published('CGA G-1; NFPA 51: 1/10 intermittent, 1/15 continuous'),
  },
  older: {
    intermittent: 1 / 7,
    continuous: 1 / 7,
    source: published('CGA G-1, earlier editions: 1/7'),
  },
}

const PSI = 6894.757293168
/** Highest working pressure, Pa gauge. */
const HIGHEST_PRESSURE = 15 * PSI
const PRESSURE: Source = published('OSHA 29 CFR 1910.253(a)(2): 15 psig, 30 psia')
const USUAL = { from: 5 * PSI, to: 8 * PSI }

export interface Draw {
  /** What the tip or rosebud burns, m3/h at 70 F and one atmosphere. */
  flow: number | null
  /** What each cylinder on the manifold holds now, m3. */
  contents: readonly (number | null)[]
  continuous: boolean
  school: DrawSchool
}

/**
 * Whether acetylene is drawn faster than it leaves its acetone; faster, acetone comes along.
 * @returns the most that may be drawn as its value, m3/h in m3 a hour, and how many such cylinders it takes
 */
export function judgeDraw({ flow, contents, continuous, school }: Draw): Finding {
  const rule = DRAW[school]
  const share = continuous ? rule.continuous : rule.intermittent
  const base = { code: 'gas.draw', step: 'gear' as const }
  const known = contents.filter(
    (one): one is number => one !== null && Number.isFinite(one) && one >= 0,
  )
  const reason: Reason = {
    rule: `No more than ${DRAW_SCHOOL_NAME[school]}`,
    source: rule.source,
    inputs: {
      cylinders: contents.length,
      ...(flow !== null && { gasDrawn: { amount: flow * 1000, unit: 'L/h' as const } }),
      continuous,
    },
  }
  if (
    flow === null ||
    !(Number.isFinite(flow) && flow > 0) ||
    contents.length === 0 ||
    known.length < contents.length
  )
    return {
      ...base,
      level: 'unknown',
      sentence:
        contents.length > 0 && known.length < contents.length
          ? 'What is left in a cylinder is not known.'
          : 'What the tip burns, or the cylinder, is not told.',
      remedy: 'Weigh each cylinder, and take the flow from the chart of the tip.',
      reasons: [reason],
    }
  const sum = known.reduce((total, one) => total + one, 0)
  const most = sum * share
  const value = { amount: most * 1000, unit: 'L/h' as const }
  if (flow <= most)
    return {
      ...base,
      level: 'clear',
      value,
      sentence: 'The cylinders give this flow.',
      reasons: [reason],
    }
  const needed = sum > 0 ? Math.ceil(flow / ((sum / known.length) * share)) : null
  return {
    ...base,
    level: 'stop',
    value,
    sentence: 'This draws acetone out of the cylinder.',
    remedy:
      needed === null
        ? 'Fit full cylinders.'
        : `Put ${needed} such cylinders on the manifold, or fit a smaller tip.`,
    reasons: [reason],
  }
}

/** Whether a working pressure of acetylene is allowed. Pa gauge; above 15 psig it can come apart by itself. */
export function judgeAcetylenePressure(pressure: number | null): Finding {
  const base = { code: 'gas.acetylenePressure', step: 'gear' as const }
  const reasons: Reason[] = [
    {
      rule: 'Acetylene is never used above 15 psig',
      source: PRESSURE,
      ...(pressure !== null && {
        inputs: { gaugePressure: { amount: pressure, unit: 'Pa' as const } },
      }),
    },
  ]
  if (pressure === null || !(Number.isFinite(pressure) && pressure >= 0))
    return {
      ...base,
      level: 'unknown',
      sentence: 'The working pressure is not told.',
      remedy: 'Read the outlet gauge with gas flowing.',
      reasons,
    }
  const value = { amount: pressure, unit: 'Pa' as const }
  if (pressure > HIGHEST_PRESSURE)
    return {
      ...base,
      level: 'stop',
      legal: true,
      value,
      sentence: 'Above 15 psig acetylene can come apart by itself.',
      remedy: 'Shut the cylinder and back the screw out.',
      reasons,
    }
  if (pressure > USUAL.to)
    return {
      ...base,
      level: 'caution',
      value,
      sentence: 'Allowed, and more than the work usually takes.',
      remedy: '5 to 8 psi is usual; take what the chart of the tip says.',
      reasons: [...reasons, { rule: '5 to 8 psi is usual', source: COMMON_PRACTICE }],
    }
  return { ...base, level: 'clear', value, sentence: 'The working pressure is allowed.', reasons }
}

/** How long a cylinder that has lain down stands before it is used; both habits of the trade. */
export const STANDING_RULES = ['twentyMinutes', 'asLongAsItLay'] as const
export type StandingRule = (typeof STANDING_RULES)[number]
export const STANDING_RULE_NAME: Record<StandingRule, string> = {
  twentyMinutes: '20 minutes',
  asLongAsItLay: 'As long as it lay, 20 minutes at least',
}
const STANDING_MINUTES = 20

/** Minutes that it has to stand. @param lay minutes that it lay, null when nobody knows @throws RangeError for a negative */
export function minutesToStand(lay: number | null, rule: StandingRule): number | null {
  if (rule === 'twentyMinutes') return STANDING_MINUTES
  if (lay === null) return null
  if (!(Number.isFinite(lay) && lay >= 0))
    throw new RangeError('It cannot have lain for less than nothing.')
  return Math.max(STANDING_MINUTES, lay)
}
