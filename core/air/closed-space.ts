import type { Finding } from '../finding/finding'
import { published, type Source } from '../finding/source'

export const OXYGEN = {
  normal: 20.9,
  low: 19.5,
  high: 23.5,
  source: published('OSHA 29 CFR 1910.134 and 1910.146: 19.5 to 23.5 % oxygen'),
} as const

/** Lower explosive limit, % by volume, and the part of it at which work stops. */
export const LOWER_EXPLOSIVE = { acetylene: 2.5, propane: 2.1, methane: 5, hydrogen: 4 } as const
export type FuelGas = keyof typeof LOWER_EXPLOSIVE
export const FUEL_GASES = Object.keys(LOWER_EXPLOSIVE) as FuelGas[]
export const STOP_SHARE = 0.1
export const LEL_SOURCE: Source = published(
  'Lower explosive limits as in NFPA 325 and fire codes; stop at 10 % of it, 29 CFR 1910.146',
)

/** A release into a closed space: m3 of gas at room conditions into m3 of space; `mixed` when it stirs and overflows, else the worst case that pushes air out. */
export interface Release {
  gas: 'inert' | 'oxygen' | FuelGas
  amount: number
  space: number
  mixed: boolean
}

/** Volume shares of gas and of oxygen, in %. */
export interface ReleasedAir {
  gas: number
  oxygen: number
}

/**
 * Air of a closed space after a release.
 * @throws RangeError for a space that is not positive or a negative amount; more gas than space fills it
 * Source: worst case 20.9 (1 - Vg/V); mixed with overflow 20.9 e^(-Vg/V).
 */
export function afterRelease({ gas, amount, space, mixed }: Release): ReleasedAir {
  if (!(space > 0)) throw new RangeError('The space must be more than zero.')
  if (!(amount >= 0)) throw new RangeError('The amount of gas cannot be negative.')
  const left = mixed ? Math.exp(-amount / space) : Math.max(0, 1 - amount / space)
  const part = (1 - left) * 100
  return gas === 'oxygen'
    ? { gas: part, oxygen: OXYGEN.normal * left + part }
    : { gas: part, oxygen: OXYGEN.normal * left }
}

/** Gas that a purge or leak of so many L/min lets out in so many minutes, m3. @throws RangeError for negatives */
export function leaked(litresPerMinute: number, minutes: number): number {
  if (!(litresPerMinute >= 0 && minutes >= 0))
    throw new RangeError('Flow and time cannot be negative.')
  return (litresPerMinute * minutes) / 1000
}

/** Judge the air of a closed space after a release. Never `clear` for people to enter: the air is tested first, always. */
export function judgeRelease(release: Release): Finding {
  const air = afterRelease(release)
  const base = {
    code: 'air.release',
    step: 'air' as const,
    value: { amount: air.oxygen / 100, unit: 'share' as const },
  }
  const reasons = [
    {
      rule: release.mixed ? 'Gas mixes and overflows' : 'Gas pushes the air out, worst case',
      source: OXYGEN.source,
      inputs: {
        gas: { amount: release.amount, unit: 'm3' as const },
        space: { amount: release.space, unit: 'm3' as const },
        oxygen: { amount: air.oxygen / 100, unit: 'share' as const },
      },
    },
  ]
  const test = 'Ventilate, then test the air from outside before anyone goes in.'
  if (release.gas !== 'inert' && release.gas !== 'oxygen') {
    const limit = LOWER_EXPLOSIVE[release.gas]
    const share = air.gas / limit
    if (share >= STOP_SHARE)
      return {
        ...base,
        level: 'stop',
        sentence: `${share >= 1 ? 'Explosive' : `${Math.round(share * 100)} % of the lower explosive limit`}: no flame, no switch, out.`,
        remedy: test,
        reasons: [
          ...reasons,
          {
            rule: `Stop at ${STOP_SHARE * 100} % of ${limit} %`,
            source: LEL_SOURCE,
            inputs: { gas: { amount: air.gas / 100, unit: 'share' } },
          },
        ],
      }
  }
  if (air.oxygen < OXYGEN.low)
    return {
      ...base,
      level: 'stop',
      sentence: `Oxygen falls to ${air.oxygen.toFixed(1)} %: ${air.oxygen < 10 ? 'a few breaths are deadly' : 'people faint without warning'}.`,
      remedy: test,
      reasons,
    }
  if (air.oxygen > OXYGEN.high)
    return {
      ...base,
      level: 'stop',
      sentence: `Oxygen rises to ${air.oxygen.toFixed(1)} %: clothing and grease burn like a fuse.`,
      remedy: test,
      reasons,
    }
  return {
    ...base,
    level: 'caution',
    sentence: `Oxygen stays near ${air.oxygen.toFixed(1)} % if all goes as entered.`,
    remedy: test,
    reasons,
  }
}
