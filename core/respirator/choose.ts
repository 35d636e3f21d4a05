import type { Finding, Quantity, Reason } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { inSentence } from '../finding/wording'
import { IDLH_SOURCE, isDangerous } from '../exposure/idlh.table'
import { isGas, SUBSTANCE_NAME, type Substance } from '../exposure/terms'
import type { Mixture } from '../exposure/compare'
import { APF_SOURCE, RESPIRATOR_TABLE, type RespiratorRow } from './apf.table'

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
  const told = need.substances.filter(
    (entry) => Number.isFinite(entry.share) && Number.isFinite(entry.concentration),
  )
  const factor = Math.max(
    1,
    ...told.map((entry) => entry.share),
    ...need.mixtures.map((mixture) => mixture.index).filter(Number.isFinite),
  )
  const gases = told.filter((entry) => isGas(entry.substance) && entry.share > 1)
  const dangerous = told.filter((entry) => isDangerous(entry.substance, entry.concentration))
  const silent = need.substances.filter((entry) => !told.includes(entry))
  const open = [...need.unknown, ...silent.map((entry) => entry.substance)]
  const untested = need.confined && need.oxygen === null
  const shortOfOxygen = need.oxygen !== null && need.oxygen < LEAST_OXYGEN
  const deadly = dangerous.length > 0 || shortOfOxygen
  const air = { factor, gases, dangerous, shortOfOxygen }
  const choices = RESPIRATOR_TABLE.filter((row) => row.kind !== 'none').map(
    (row): RespiratorChoice => {
      const because = whyNot(row, air)
      return { row, fits: because === null, because }
    },
  )
  const reasons: Reason[] = [
    {
      rule: 'Factor needed: the highest upper estimate over its limit',
      source: APF_SOURCE,
      inputs: Object.fromEntries(highestShares(need)),
    },
    ...(dangerous.length
      ? [{ rule: 'Immediately dangerous to life or health', source: IDLH_SOURCE }]
      : []),
    { rule: 'Filters do not stop gases; no filter where oxygen is short', source: COMMON_PRACTICE },
  ]
  const fitting = choices.filter((choice) => choice.fits).map((choice) => choice.row)
  const finding: Finding = {
    code: 'air.respirator',
    step: 'air',
    value: { amount: factor, unit: 'count' },
    reasons,
    ...answerOf(factor, deadly, fitting, open, untested),
  }
  return { factor, choices, cartridge: cartridgeFor(gases.length > 0, need.oil), finding }
}

interface AirAsked {
  factor: number
  gases: RespiratorNeed['substances']
  dangerous: RespiratorNeed['substances']
  shortOfOxygen: boolean
}

/** Why a respirator would not do; null when it would. */
function whyNot(
  row: RespiratorRow,
  { factor, gases, dangerous, shortOfOxygen }: AirAsked,
): string | null {
  const [deadly] = dangerous
  if (shortOfOxygen && !row.ownAir) return `oxygen is under ${LEAST_OXYGEN} %: ${ONLY_OWN_AIR}`
  if (deadly && !row.ownAir)
    return `${inSentence(SUBSTANCE_NAME[deadly.substance])} is immediately dangerous: ${ONLY_OWN_AIR}`
  if (gases.length > 0 && !row.suppliesAir)
    return `${namesOf(gases.map((gas) => gas.substance))} over the limit: a filter does not hold gas`
  if (row.apf < factor) return `factor ${row.apf} is less than ${figure(factor)}`
  return null
}

const ONLY_OWN_AIR = 'only self-contained air, or an airline with an escape bottle'

function cartridgeFor(gases: boolean, oil: boolean): string {
  if (gases) return 'No filter: supplied air'
  return oil
    ? 'P100 (oil proof), or R for one shift'
    : 'P100; N95 or better at the least for metal fume'
}

function answerOf(
  factor: number,
  deadly: boolean,
  fitting: readonly RespiratorRow[],
  unknown: readonly Substance[],
  untested: boolean,
): Pick<Finding, 'level' | 'sentence' | 'remedy'> {
  const open = namesOf(unknown)
  const enough = factor <= 1 && !deadly
  if (untested && !deadly)
    return {
      level: 'unknown',
      sentence: 'Not judged, because the oxygen of the closed space was not read.',
      remedy:
        'Test the air from outside; until then only air of your own, and nobody goes in alone.',
    }
  if (enough && open)
    return {
      level: 'unknown',
      sentence: `Not judged, because there is no figure for ${open}.`,
      remedy: 'Have it sampled before anyone goes without.',
    }
  if (enough)
    return {
      level: 'clear',
      sentence:
        'By the upper estimate no respirator is needed for these substances. Sampling decides.',
    }
  if (fitting.length === 0)
    return {
      level: 'stop',
      sentence: 'No respirator on file covers it.',
      remedy: 'Change the work: less fume, or take it away at the arc.',
    }
  const remedy = 'Medical clearance, fit test, clean-shaven at a tight seal.'
  if (deadly)
    return {
      level: 'caution',
      sentence: 'Dangerous air: only self-contained air counts, and nobody goes in alone.',
      remedy,
    }
  const names = fitting.map((row) => inSentence(row.name)).join('; ')
  const weak = open ? ` It may be too weak for ${open}, of which there is no figure.` : ''
  return {
    level: 'caution',
    sentence: `A factor of ${figure(factor)} or more, and only after everything above it on the ladder. Enough: ${names}.${weak}`,
    remedy,
  }
}

/** The substances that ask for most, highest share first. */
const MOST_NAMED = 5
const highestShares = ({ substances }: RespiratorNeed): [string, Quantity][] =>
  [...substances]
    .sort((a, b) => b.share - a.share)
    .slice(0, MOST_NAMED)
    .map((entry) => [SUBSTANCE_NAME[entry.substance], { amount: entry.share, unit: 'share' }])

const namesOf = (substances: readonly Substance[]): string =>
  substances.map((substance) => inSentence(SUBSTANCE_NAME[substance])).join(', ')

const figure = (x: number): string =>
  x >= 10 ? String(Math.ceil(x)) : (Math.ceil(x * 10) / 10).toFixed(1)
