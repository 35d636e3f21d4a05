import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'

export const CORRECTIONS = ['none', 'glasses', 'safety_glasses', 'contacts'] as const
export type Correction = (typeof CORRECTIONS)[number]
export const CORRECTION_NAME: Record<Correction, string> = {
  none: 'None',
  glasses: 'Everyday glasses',
  safety_glasses: 'Prescription safety glasses',
  contacts: 'Contact lenses',
}

/** A person's eyes, as far as the shade goes. */
export interface Eyes {
  lightSensitive: boolean
  correction: Correction
  /** Shade of tinted glasses worn under the helmet; null for clear ones. */
  tint: number | null
  /** Shade found by trial for this process and band of current. */
  found: number | null
}

/** Past this many shades over the working value the puddle disappears. Common practice. */
const TOO_DARK = 2

/**
 * Two filters in line act like one of this shade.
 * Source: ANSI Z87.1 and EN 169, transmittances multiply, so N = N1 + N2 - 1.
 */
export const inLine = (one: number, two: number): number => one + two - 1

export interface PersonalAnswer {
  /** Shade to set for this person, never under the floor. */
  wanted: number | null
  findings: Finding[]
}

/** Working shade for one person: found by trial, or one darker for light-sensitive eyes; and what their glasses do to it. */
export function personalShade(
  answer: { floor: number | null; working: number | null },
  eyes: Eyes,
): PersonalAnswer {
  const { floor, working } = answer
  if (floor === null || working === null) return { wanted: null, findings: [] }
  const wanted = Math.max(floor, eyes.found ?? working + (eyes.lightSensitive ? 1 : 0))
  return {
    wanted,
    findings: [
      ...reasonForShade(wanted, floor, working, eyes),
      ...tinted(wanted, working, eyes.tint),
      ...corrective(eyes.correction),
    ],
  }
}

function reasonForShade(wanted: number, floor: number, working: number, eyes: Eyes): Finding[] {
  if (eyes.found === null && !eyes.lightSensitive) return []
  const found = eyes.found !== null
  return [
    {
      code: 'eyes.person',
      step: 'eyes',
      level: 'clear',
      value: { amount: wanted, unit: 'shade' },
      sentence: found
        ? `Shade ${wanted}, found by trial for this work${wanted > eyes.found! ? `; the minimum is ${floor} now` : ''}.`
        : `Shade ${wanted}: one darker for light-sensitive eyes.`,
      reasons: [
        {
          rule: found
            ? 'What this person found by coming down one at a time; never under the minimum'
            : 'Light eyes or light sensitivity: one darker, decided person by person',
          source: COMMON_PRACTICE,
          inputs: { start: working, floor, ...(found && { found: eyes.found! }) },
        },
      ],
    },
  ]
}

function tinted(wanted: number, working: number, tint: number | null): Finding[] {
  if (tint === null || tint <= 1) return []
  const total = Math.round(inLine(wanted, tint) * 10) / 10
  const past = total > working + TOO_DARK
  return [
    {
      code: 'eyes.glasses',
      step: 'eyes',
      level: past ? 'caution' : 'clear',
      value: { amount: total, unit: 'shade' },
      sentence: `Shade ${tint} glasses under ${wanted} act like ${total}${past ? ': the puddle will disappear' : ''}.`,
      remedy: past
        ? 'Clear glasses under the helmet.'
        : 'Clear glasses are the rule under a helmet.',
      reasons: [
        {
          rule: 'Filters in line add up: N1 + N2 - 1',
          source: published('ANSI Z87.1 and EN 169, shade number from transmittance'),
          inputs: { glasses: tint, filter: wanted, working },
        },
        { rule: 'Tinted or polarised glasses stay off under a helmet', source: COMMON_PRACTICE },
      ],
    },
  ]
}

function corrective(correction: Correction): Finding[] {
  if (correction === 'none' || correction === 'safety_glasses') return []
  const glasses = correction === 'glasses'
  return [
    {
      code: 'eyes.correction',
      step: 'eyes',
      level: 'caution',
      sentence: glasses
        ? 'Everyday glasses are no protection: over-glasses or goggles go over them.'
        : 'Contact lenses do not protect: clear safety glasses as for everyone.',
      reasons: [
        {
          rule: 'Prescription wearers get protection that takes in the prescription or goes over it',
          source: published('OSHA 29 CFR 1910.133(a)(3)'),
        },
      ],
    },
  ]
}
