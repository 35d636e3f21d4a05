import type { Finding, Reason } from '../finding/finding'
import { inSentence } from '../finding/wording'
import { PROCESS_NAME, type JobSpec } from '../job/job'
import { noiseDose, plugTakes, ratingNeeded } from './dose'
import { LEVEL_SOURCE, MOST_NRR, NOISE_LEVELS, NOISE_RULES, type NoiseLevel } from './level.table'

export type NoiseJob = Pick<JobSpec, 'process' | 'arcMinutes' | 'grinding' | 'noise'>

/** One noise of the day. */
interface Part {
  name: 'arc' | 'gouging' | 'grinding'
  level: NoiseLevel
  minutes: number
}

function partsOf({ process, arcMinutes, noise }: NoiseJob): Part[] {
  const part = (name: Part['name'], level: NoiseLevel | undefined, minutes: number): Part[] =>
    level && minutes > 0 ? [{ name, level, minutes }] : []
  return [
    ...part(process === 'GRIND' ? 'grinding' : 'arc', NOISE_LEVELS[process], arcMinutes),
    ...part('gouging', NOISE_LEVELS.CAC, noise?.gouging ?? 0),
    ...part('grinding', NOISE_LEVELS.GRIND, noise?.grinding ?? 0),
  ]
}

/** What of the noise nobody can tell. */
function missingOf({ process, grinding, noise }: NoiseJob): string | null {
  if (!NOISE_LEVELS[process]) return `no level is on file for ${inSentence(PROCESS_NAME[process])}`
  if (grinding && noise === null && process !== 'GRIND')
    return 'the minutes at the grinder are not known'
  return null
}

const percent = (dose: number): string => `${Number(dose.toPrecision(2))} %`

/**
 * Noise of a day's work at the ear: how much of the day's dose it uses up, by OSHA and by NIOSH, at the upper end of each level.
 * Worn plugs take off what OSHA counts for them. Over the dose through the plugs by OSHA: a stop, and law.
 * What no level is on file for is named and never clear.
 * Source: OSHA 29 CFR 1910.95; NIOSH 98-126; levels at the ear common practice.
 */
export function judgeNoise(job: NoiseJob): Finding {
  const parts = partsOf(job)
  const missing = missingOf(job)
  const dose = (rule: 'osha' | 'niosh', end: keyof NoiseLevel, off = 0): number =>
    noiseDose(
      parts.map(({ level, minutes }) => ({ level: level[end] - off, minutes })),
      rule,
    )
  const open = { osha: dose('osha', 'high'), niosh: dose('niosh', 'high') }
  const plug = job.noise?.plug ?? null
  const off = plug === null ? 0 : plugTakes(plug)
  const worn = { osha: dose('osha', 'high', off), niosh: dose('niosh', 'high', off) }
  const base = {
    code: 'body.noise',
    step: 'body' as const,
    reasons: reasonsOf(parts, open, plug, off),
    ...(parts.length > 0 && { value: { amount: open.osha / 100, unit: 'share' as const } }),
  }
  const says = `Noise uses up to ${percent(open.osha)} of the day by OSHA, ${percent(open.niosh)} by NIOSH`
  const isLoud = open.osha >= NOISE_RULES.osha.action || open.niosh > NOISE_RULES.niosh.action
  if (!isLoud)
    return missing === null
      ? { ...base, level: 'clear', sentence: `${says}.` }
      : {
          ...base,
          level: 'caution',
          sentence: `Noise not judged whole, because ${missing}: measure, and wear plugs.`,
          remedy: 'Read the level at the ear, and enter the minutes.',
        }
  if (plug === null) return { ...base, level: 'caution', ...withoutPlug(says, open.niosh) }
  const through = `${percent(worn.osha)} by OSHA, ${percent(worn.niosh)} by NIOSH through plugs rated ${plug}`
  if (worn.osha > 100)
    return {
      ...base,
      level: 'stop',
      legal: true,
      sentence: `${says}; still ${through}.`,
      remedy: 'Plugs under muffs, less time at the loud work, or a quieter process.',
    }
  if (worn.niosh > 100 || missing !== null)
    return {
      ...base,
      level: 'caution',
      sentence: `${says}; ${through}${missing === null ? '' : `, and ${missing}`}.`,
      remedy: `Plugs rated ${Math.min(MOST_NRR, ratingNeeded(open.niosh))}, muffs over them, or less time.`,
    }
  return { ...base, level: 'clear', sentence: `${says}; ${through}.` }
}

function withoutPlug(says: string, niosh: number): Pick<Finding, 'sentence' | 'remedy'> {
  const needed = ratingNeeded(niosh)
  if (needed > MOST_NRR)
    return {
      sentence: `${says}: more than plugs alone can take off.`,
      remedy: 'Plugs under muffs, and less time at the loud work.',
    }
  return {
    sentence: `${says}: wear ear plugs${needed > 0 ? ` rated ${needed} or more` : ''}.`,
    remedy: 'Enter the rating (NRR) of the plugs that are worn.',
  }
}

function reasonsOf(
  parts: readonly Part[],
  open: { osha: number; niosh: number },
  plug: number | null,
  off: number,
): Reason[] {
  return [
    ...parts.map(({ name, level, minutes }) => ({
      rule: `Level at the ear, ${name}: ${level.low} to ${level.high} dB(A); the upper end counts`,
      source: LEVEL_SOURCE,
      inputs: { minutes: { amount: minutes, unit: 'min' as const } },
    })),
    ...(['osha', 'niosh'] as const).map((rule) => ({
      rule: `${NOISE_RULES[rule].name}: ${NOISE_RULES[rule].level} dB(A) for 8 h, half the time for each ${NOISE_RULES[rule].exchange} dB more`,
      source: NOISE_RULES[rule].source,
      inputs: { dose: { amount: open[rule] / 100, unit: 'share' as const } },
    })),
    ...(plug === null
      ? []
      : [
          {
            rule: `Plugs rated ${plug} count for ${off} dB: (NRR - 7) / 2`,
            source: NOISE_RULES.osha.source,
          },
        ]),
  ]
}

/** Whether ears are to be covered: noise that is not clear without plugs. */
export const needsEars = (job: NoiseJob): boolean =>
  judgeNoise({ ...job, noise: job.noise && { ...job.noise, plug: null } }).level !== 'clear'
