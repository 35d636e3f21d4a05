import type { Finding } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { isGas, SUBSTANCE_NAME, type Substance } from '../exposure/terms'
import type { Mixture } from '../exposure/compare'
import { APF_SOURCE, RESPIRATOR_TABLE, type RespiratorRow } from './apf.table'

/** Immediately dangerous to life or health: particulates mg/m3, gases ppm. Source: NIOSH, recalled. */
export const DANGEROUS: Partial<Record<Substance, number>> = {
  chromiumVI: 15,
  manganese: 500,
  zincOxide: 500,
  cadmium: 9,
  lead: 100,
  carbonMonoxide: 1200,
  nitrogenDioxide: 13,
  ozone: 5,
}
const DANGEROUS_SOURCE = published('NIOSH, concentrations immediately dangerous to life or health')

/** What the air asks of a respirator. Upper estimate over the limit of each substance; concentrations in its unit. */
export interface RespiratorNeed {
  substances: readonly { substance: Substance; share: number; concentration: number }[]
  mixtures: readonly Mixture[]
  /** Substances that the work gives off and of which there is no figure. */
  unknown: readonly Substance[]
  /** %, of the space; null where it is ordinary room air. */
  oxygen: number | null
  confined: boolean
  /** Oil mist or oily residue in the air: N filters lose their grip. */
  oil: boolean
}

interface RespiratorChoice {
  row: RespiratorRow
  fits: boolean
  because: string | null
}
export interface RespiratorAnswer {
  factor: number
  choices: RespiratorChoice[]
  cartridge: string
  finding: Finding
}

const LEAST_OXYGEN = 19.5

/**
 * Which respirators would do, and why the others would not. The factor needed is the highest upper estimate over its limit, single or of what acts together.
 * Filters hold particles only: against a gas over its limit, or where oxygen is short, only supplied air counts.
 * Source: 29 CFR 1910.134 (d), table 1; maximum use concentration = factor x limit, never over what is immediately dangerous.
 */
export function chooseRespirator(need: RespiratorNeed): RespiratorAnswer {
  const factor = Math.max(
    1,
    ...need.substances.map((entry) => entry.share),
    ...need.mixtures.map((mixture) => mixture.index),
  )
  const gases = need.substances.filter((entry) => isGas(entry.substance) && entry.share > 1)
  const dangerous = need.substances.filter(
    (entry) => entry.concentration >= (DANGEROUS[entry.substance] ?? Infinity),
  )
  const shortOfOxygen = need.oxygen !== null && need.oxygen < LEAST_OXYGEN
  const deadly = dangerous.length > 0 || shortOfOxygen
  const choices = RESPIRATOR_TABLE.filter((row) => row.kind !== 'none').map(
    (row): RespiratorChoice => {
      const because =
        deadly && !row.ownAir
          ? `${shortOfOxygen ? `oxygen is under ${LEAST_OXYGEN} %` : `${SUBSTANCE_NAME[dangerous[0]!.substance].toLowerCase()} is immediately dangerous`}: only self-contained air, or an airline with an escape bottle`
          : gases.length > 0 && !row.suppliesAir
            ? `${gases.map((entry) => SUBSTANCE_NAME[entry.substance].toLowerCase()).join(', ')} over the limit: a filter does not hold gas`
            : row.apf < factor
              ? `factor ${row.apf} is less than ${figure(factor)}`
              : null
      return { row, fits: because === null, because }
    },
  )
  const cartridge = gases.length
    ? 'No filter: supplied air'
    : need.oil
      ? 'P100 (oil proof), or R for one shift'
      : 'P100; N95 or better at the least for metal fume'
  const fitting = choices.filter((choice) => choice.fits)
  const base = {
    code: 'air.respirator',
    step: 'air' as const,
    value: { amount: factor, unit: 'count' as const },
  }
  const reasons = [
    {
      rule: 'Factor needed: the highest upper estimate over its limit',
      source: APF_SOURCE,
      inputs: Object.fromEntries(
        [...need.substances]
          .sort((a, b) => b.share - a.share)
          .slice(0, 5)
          .map((entry) => [
            SUBSTANCE_NAME[entry.substance],
            { amount: entry.share, unit: 'share' as const },
          ]),
      ),
    },
    ...(dangerous.length
      ? [{ rule: 'Immediately dangerous to life or health', source: DANGEROUS_SOURCE }]
      : []),
    { rule: 'Filters do not stop gases; no filter where oxygen is short', source: COMMON_PRACTICE },
  ]
  const open = need.unknown.map((substance) => SUBSTANCE_NAME[substance].toLowerCase()).join(', ')
  const finding: Finding =
    factor <= 1 && !deadly && open
      ? {
          ...base,
          level: 'unknown',
          sentence: `Not judged, because there is no figure for ${open}.`,
          remedy: 'Have it sampled before anyone goes without.',
          reasons,
        }
      : factor <= 1 && !deadly
        ? {
            ...base,
            level: 'clear',
            sentence:
              'By the upper estimate no respirator is needed for these substances. Sampling decides.',
            reasons,
          }
        : fitting.length === 0
          ? {
              ...base,
              level: 'stop',
              sentence: 'No respirator on file covers it.',
              remedy: 'Change the work: less fume, or take it away at the arc.',
              reasons,
            }
          : {
              ...base,
              level: 'caution',
              sentence: deadly
                ? 'Dangerous air: only self-contained air counts, and nobody goes in alone.'
                : `A factor of ${figure(factor)} or more, and only after everything above it on the ladder. Enough: ${fitting.map((choice) => choice.row.name.toLowerCase()).join('; ')}.${open ? ` It may be too weak for ${open}, of which there is no figure.` : ''}`,
              remedy: 'Medical clearance, fit test, clean-shaven at a tight seal.',
              reasons,
            }
  return { factor, choices, cartridge, finding }
}

const figure = (x: number): string =>
  x >= 10 ? String(Math.ceil(x)) : (Math.ceil(x * 10) / 10).toFixed(1)
