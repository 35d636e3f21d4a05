import type { Finding, Input, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import type { LaserSpec } from '../job/job'

const SOURCE = published(
  'ANSI Z136.1 and IEC 60825-1, exposure limits at 1050 to 1150 nm for 10 s and more',
)

/** Exposure limits, W/cm2, and the span in which they hold. */
export const LASER_LIMITS = {
  eye: 0.005,
  skin: 1,
  /** Area of a 7 mm pupil, cm2. */
  aperture: 0.385,
  wavelength: [1050, 1150],
  exposure: [10, 30_000],
  divergence: [0.0001, 0.2],
  power: [0.5, 20_000],
} as const

/** Asked for at 1070 nm whatever the sum says. Common practice. */
const USUAL_OD = 7

export interface LaserHazard {
  /** Optical density that brings a direct beam down to the eye's limit; 0 when it needs none. */
  density: number
  /** m, straight ahead. */
  eyeDistance: number
  skinDistance: number
}

/** Distance at which a spreading beam falls to a limit (W/cm2), m. Far field, beam waist left out, so rather long. */
const distance = (power: number, divergence: number, limit: number): number =>
  Math.sqrt((4 * power) / (Math.PI * limit)) / divergence / 100

/**
 * Required optical density and hazard distances of a continuous beam.
 * @param laser power W, wavelength nm, divergence rad (full angle), exposure s
 * @returns a text that says why there is no answer, outside the span of the limits
 * Source: ANSI Z136.1 and IEC 60825-1: r = sqrt(4 P / (pi MPE)) / phi, OD = log10(P / A / MPE).
 */
export function laserHazard(
  laser: Pick<LaserSpec, 'power' | 'wavelength' | 'divergence' | 'exposure'>,
): LaserHazard | string {
  const outside = (value: number, [low, high]: readonly [number, number]): boolean =>
    !(value >= low && value <= high)
  if (outside(laser.wavelength, LASER_LIMITS.wavelength))
    return `the limits here hold from 1050 to 1150 nm, not at ${laser.wavelength} nm.`
  if (outside(laser.exposure, LASER_LIMITS.exposure))
    return `the limits here hold for 10 s and more, not for ${laser.exposure} s.`
  if (outside(laser.divergence, LASER_LIMITS.divergence))
    return 'the formula holds for a beam that spreads by 0.1 to 200 mrad.'
  if (outside(laser.power, LASER_LIMITS.power))
    return 'the formula is kept to beams of 0.5 W to 20 kW.'
  return {
    density: Math.max(0, Math.log10(laser.power / LASER_LIMITS.aperture / LASER_LIMITS.eye)),
    eyeDistance: distance(laser.power, laser.divergence, LASER_LIMITS.eye),
    skinDistance: distance(laser.power, laser.divergence, LASER_LIMITS.skin),
  }
}

/** Judge a hand-held laser and its cell. Without figures, or outside the formula, everything is unknown. */
export function judgeLaser(laser: LaserSpec | null): Finding[] {
  const unknown = (because: string): Finding[] => [
    find(
      'laser.density',
      'unknown',
      `No laser answer, because ${because}`,
      [{ rule: 'Optical density from power, wavelength and exposure', source: SOURCE }],
      'Ask the laser safety officer; the beam stays off.',
    ),
  ]
  if (!laser) return unknown('power, wavelength and divergence are not given.')
  const hazard = laserHazard(laser)
  if (typeof hazard === 'string') return unknown(hazard)
  const inputs = {
    power: { amount: laser.power, unit: 'W' as const },
    wavelength: { amount: laser.wavelength, unit: 'nm' as const },
    divergence: { amount: laser.divergence, unit: 'rad' as const },
    exposure: { amount: laser.exposure, unit: 's' as const },
  }
  return [
    eyewear(laser, hazard, inputs),
    ...distances(hazard, inputs),
    barrier(laser.barrier),
    everyone(laser.everyone),
    ...cautions(),
  ]
}

const find = (
  code: string,
  level: Finding['level'],
  sentence: string,
  reasons: Reason[],
  remedy?: string,
  more: Partial<Finding> = {},
): Finding => ({ code, step: 'eyes', level, sentence, reasons, ...(remedy && { remedy }), ...more })

function eyewear(laser: LaserSpec, hazard: LaserHazard, inputs: Record<string, Input>): Finding {
  const needed = Math.round(hazard.density * 100) / 100
  const wanted = Math.max(USUAL_OD, Math.ceil(hazard.density))
  const value = { amount: needed, unit: 'OD' as const }
  const reasons: Reason[] = [
    {
      rule: "OD = log10(power over the pupil, divided by the eye's limit)",
      source: SOURCE,
      inputs: {
        ...inputs,
        ...(laser.eyewear !== null && { eyewear: { amount: laser.eyewear, unit: 'OD' as const } }),
      },
    },
    {
      rule: `OD ${USUAL_OD} or more at the wavelength is asked for in hand-held welding`,
      source: COMMON_PRACTICE,
    },
    {
      rule: 'European scale numbers (LB) test the filter against damage as well and are not worked out here',
      source: published('EN 207'),
    },
  ]
  const need = `The beam needs OD ${needed}; wear OD ${wanted} or more at ${laser.wavelength} nm`
  if (laser.eyewear === null)
    return find(
      'laser.density',
      'unknown',
      `${need}. What the eyewear has is not given.`,
      reasons,
      'Read the OD and the wavelength printed on eyewear and helmet.',
      { value },
    )
  if (laser.eyewear < hazard.density)
    return find(
      'laser.density',
      'stop',
      `${need}. OD ${laser.eyewear} lets too much through.`,
      reasons,
      'Do not switch on. Get eyewear certified for this beam.',
      { value, legal: true },
    )
  if (laser.eyewear < wanted)
    return find(
      'laser.density',
      'caution',
      `${need}. OD ${laser.eyewear} covers the sum but not the usual margin.`,
      reasons,
      'Get eyewear with the usual margin.',
      { value },
    )
  return find(
    'laser.density',
    'clear',
    `${need}. OD ${laser.eyewear} covers it.`,
    reasons,
    undefined,
    { value },
  )
}

function distances(hazard: LaserHazard, inputs: Record<string, Input>): Finding[] {
  const reason: Reason[] = [
    {
      rule: 'r = sqrt(4 P / (pi limit)) / divergence, straight ahead of the torch',
      source: SOURCE,
      inputs,
    },
  ]
  return [
    find(
      'laser.eyeDistance',
      'caution',
      'Bare eyes are in danger out to this distance ahead of the beam, and by a mirror-like reflection as well.',
      reason,
      'Nobody without eyewear in line of sight; no line of sight out of the cell.',
      { value: { amount: hazard.eyeDistance, unit: 'm' } },
    ),
    find(
      'laser.skinDistance',
      'caution',
      'Skin burns out to this distance ahead of the beam.',
      reason,
      'Cover the skin; never a hand ahead of the torch.',
      { value: { amount: hazard.skinDistance, unit: 'm' } },
    ),
  ]
}

function barrier(has: boolean | null): Finding {
  const reasons: Reason[] = [
    {
      rule: 'A class 4 laser works inside an interlocked barrier',
      source: published('ANSI Z136.1, class 4 controlled area'),
    },
  ]
  if (has === null)
    return find(
      'laser.barrier',
      'unknown',
      'It is not stated whether an interlocked barrier closes the cell.',
      reasons,
      'Look, and say.',
    )
  return has
    ? find('laser.barrier', 'clear', 'An interlocked barrier closes the cell.', reasons)
    : find(
        'laser.barrier',
        'stop',
        'No interlocked barrier closes the cell.',
        reasons,
        'The beam stays off until it does.',
        { legal: true },
      )
}

function everyone(covered: boolean | null): Finding {
  const reasons: Reason[] = [
    {
      rule: 'Everyone in the cell wears eyewear for the wavelength, onlookers too',
      source: published('OSHA 29 CFR 1926.102(c)(2) and ANSI Z136.1'),
    },
  ]
  if (covered === null)
    return find(
      'laser.everyone',
      'unknown',
      'It is not stated whether everyone in the cell is covered.',
      reasons,
      'Count heads and eyewear.',
    )
  return covered
    ? find('laser.everyone', 'clear', 'Everyone in the cell is covered.', reasons)
    : find(
        'laser.everyone',
        'stop',
        'Someone in the cell has no eyewear for the beam.',
        reasons,
        'Out of the cell, or covered.',
        { legal: true },
      )
}

function cautions(): Finding[] {
  return [
    find(
      'laser.reflection',
      'caution',
      'Send reflections toward the barrier, never toward a person or a cylinder.',
      [
        {
          rule: 'Metal mirrors the beam; expected reflections go to the barrier',
          source: COMMON_PRACTICE,
        },
        {
          rule: 'Metal that does not melt means the beam is going somewhere else',
          source: COMMON_PRACTICE,
        },
      ],
      'Never look toward the beam or stand ahead of the torch. Metal does not melt: stop. Key off to change a cover slide.',
    ),
  ]
}
