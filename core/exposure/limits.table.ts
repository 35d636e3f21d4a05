import { published, type Source } from '../finding/source'
import {
  LIMIT_SET_NAME,
  unitOf,
  unitText,
  type AirUnit,
  type LimitKind,
  type LimitSet,
  type Substance,
} from './terms'

export interface Limit {
  substance: Substance
  set: LimitSet
  kind: LimitKind
  /** In `unit`: mg/m3 as the substance named (or as `of` says), or ppm. */
  limit: number
  unit: AirUnit
  actionLevel?: number
  /** The limit counts only this part of the substance; `share` is its mass share. */
  of?: { name: string; share: number }
  note?: string
  source: Source
}

/** Mass of iron in iron(III) oxide: 2 Fe 55.845, O 15.999. */
const AS_IRON = { name: 'Fe', share: (2 * 55.845) / (2 * 55.845 + 3 * 15.999) }
/** Mass of vanadium in its pentoxide: 2 V 50.942, 5 O 15.999. */
const AS_VANADIUM = { name: 'V', share: (2 * 50.942) / (2 * 50.942 + 5 * 15.999) }

const DOCUMENT: Record<LimitSet, string> = {
  osha: 'OSHA 29 CFR 1910.1000 tables Z-1 and Z-2',
  niosh: 'NIOSH recommended exposure limits (Pocket Guide)',
  acgih: 'ACGIH threshold limit values, a guideline',
  uk: 'UK EH40 workplace exposure limits',
  eu: 'EU binding limits (Directives 2004/37/EC, 98/24/EC and indicative lists)',
}

export const sourceOf = (set: LimitSet): Source => published(DOCUMENT[set])

type Extra = Partial<Pick<Limit, 'kind' | 'actionLevel' | 'of' | 'note'>> & { from?: string }
const of = (
  set: LimitSet,
  substance: Substance,
  limit: number,
  { from, ...extra }: Extra = {},
): Limit => ({
  substance,
  set,
  limit,
  unit: unitOf(substance),
  kind: 'twa',
  source: from ? published(from) : sourceOf(set),
  ...extra,
})
const stel = { kind: 'stel' } as const
const ceiling = { kind: 'ceiling' } as const
const respirable = { note: 'Respirable fraction; fume counts whole.' }
const inhalable = { note: 'Inhalable fraction; fume counts whole.' }

/**
 * Exposure limits of five sets. Where a set has none for a substance there is no row; that is never read as "safe".
 * Rows differ in fraction; welding fume is fine enough to count whole in each.
 */
export const LIMITS: readonly Limit[] = [
  of('osha', 'fume', 5, {
    note: 'No limit for welding fume as such; respirable particulates not otherwise regulated.',
    from: 'OSHA 29 CFR 1910.1000 table Z-1, PNOR respirable',
  }),
  of('osha', 'ironOxide', 10),
  of('niosh', 'ironOxide', 5, { of: AS_IRON }),
  of('acgih', 'ironOxide', 5, respirable),
  of('uk', 'ironOxide', 5, { of: AS_IRON }),
  of('uk', 'ironOxide', 10, { ...stel, of: AS_IRON }),
  of('osha', 'manganese', 5, {
    ...ceiling,
    from: 'OSHA 29 CFR 1910.1000 table Z-1, manganese fume, ceiling',
  }),
  of('niosh', 'manganese', 1),
  of('niosh', 'manganese', 3, stel),
  of('acgih', 'manganese', 0.02, respirable),
  of('uk', 'manganese', 0.05, respirable),
  of('eu', 'manganese', 0.05, respirable),
  of('osha', 'chromiumVI', 0.005, { actionLevel: 0.0025, from: 'OSHA 29 CFR 1910.1026(c)' }),
  of('niosh', 'chromiumVI', 0.0002),
  of('acgih', 'chromiumVI', 0.0002, inhalable),
  of('acgih', 'chromiumVI', 0.0005, { ...stel, ...inhalable }),
  of('uk', 'chromiumVI', 0.01, {
    note: '0.025 where the process makes it; the stricter is taken.',
  }),
  of('eu', 'chromiumVI', 0.005, { note: 'From 17 January 2025.' }),
  of('osha', 'chromium', 0.5, { note: 'As chromium III; metal 1.' }),
  of('niosh', 'chromium', 0.5),
  of('acgih', 'chromium', 0.5, inhalable),
  of('uk', 'chromium', 0.5),
  of('eu', 'chromium', 2),
  of('osha', 'nickel', 1),
  of('niosh', 'nickel', 0.015),
  of('acgih', 'nickel', 0.2, { note: 'Insoluble, inhalable; metal 1.5.' }),
  of('uk', 'nickel', 0.5, { note: 'Insoluble.' }),
  of('eu', 'nickel', 0.01, respirable),
  of('osha', 'zincOxide', 5, { note: 'Fume.' }),
  of('niosh', 'zincOxide', 5),
  of('niosh', 'zincOxide', 10, stel),
  of('acgih', 'zincOxide', 2, respirable),
  of('acgih', 'zincOxide', 10, { ...stel, ...respirable }),
  of('osha', 'copper', 0.1),
  of('niosh', 'copper', 0.1),
  of('acgih', 'copper', 0.2),
  of('uk', 'copper', 0.2),
  of('osha', 'aluminium', 5, { note: 'Respirable; total 15.' }),
  of('niosh', 'aluminium', 5, { note: 'Welding fume.' }),
  of('acgih', 'aluminium', 1, respirable),
  of('uk', 'aluminium', 4, { note: 'Respirable; inhalable 10.' }),
  of('osha', 'magnesiumOxide', 15),
  of('acgih', 'magnesiumOxide', 10, inhalable),
  of('uk', 'magnesiumOxide', 4, { note: 'Respirable; inhalable 10.' }),
  of('osha', 'fluorides', 2.5),
  of('niosh', 'fluorides', 2.5),
  of('acgih', 'fluorides', 2.5),
  of('uk', 'fluorides', 2.5),
  of('eu', 'fluorides', 2.5),
  of('osha', 'lead', 0.05, { actionLevel: 0.03, from: 'OSHA 29 CFR 1910.1025(c)' }),
  of('niosh', 'lead', 0.05),
  of('acgih', 'lead', 0.05),
  of('uk', 'lead', 0.15),
  of('eu', 'lead', 0.03),
  of('osha', 'cadmium', 0.005, { actionLevel: 0.0025, from: 'OSHA 29 CFR 1910.1027(c)' }),
  of('acgih', 'cadmium', 0.002, respirable),
  of('uk', 'cadmium', 0.025),
  of('eu', 'cadmium', 0.001),
  of('osha', 'beryllium', 0.0002, { from: 'OSHA 29 CFR 1910.1024(c)' }),
  of('osha', 'beryllium', 0.002, { ...stel, from: 'OSHA 29 CFR 1910.1024(c)' }),
  of('niosh', 'beryllium', 0.0005, ceiling),
  of('acgih', 'beryllium', 0.00005, inhalable),
  of('uk', 'beryllium', 0.002),
  of('eu', 'beryllium', 0.0002),
  of('osha', 'cobalt', 0.1),
  of('niosh', 'cobalt', 0.05),
  of('acgih', 'cobalt', 0.02),
  of('uk', 'cobalt', 0.1),
  of('osha', 'vanadium', 0.1, ceiling),
  of('niosh', 'vanadium', 0.05, { ...ceiling, of: AS_VANADIUM }),
  of('acgih', 'vanadium', 0.05, inhalable),
  of('uk', 'vanadium', 0.05),
  of('osha', 'ozone', 0.1),
  of('niosh', 'ozone', 0.1, ceiling),
  of('acgih', 'ozone', 0.05, {
    note: 'Heavy work; 0.08 moderate, 0.1 light, 0.2 for two hours or less.',
  }),
  of('uk', 'ozone', 0.2, stel),
  of('osha', 'nitrogenDioxide', 5, ceiling),
  of('niosh', 'nitrogenDioxide', 1, stel),
  of('acgih', 'nitrogenDioxide', 0.2),
  of('uk', 'nitrogenDioxide', 0.5),
  of('uk', 'nitrogenDioxide', 1, stel),
  of('eu', 'nitrogenDioxide', 0.5),
  of('eu', 'nitrogenDioxide', 1, stel),
  of('osha', 'nitricOxide', 25),
  of('niosh', 'nitricOxide', 25),
  of('acgih', 'nitricOxide', 25),
  of('uk', 'nitricOxide', 2),
  of('eu', 'nitricOxide', 2),
  of('osha', 'carbonMonoxide', 50),
  of('niosh', 'carbonMonoxide', 35),
  of('niosh', 'carbonMonoxide', 200, ceiling),
  of('acgih', 'carbonMonoxide', 25),
  of('uk', 'carbonMonoxide', 20),
  of('uk', 'carbonMonoxide', 100, stel),
  of('eu', 'carbonMonoxide', 20),
  of('eu', 'carbonMonoxide', 100, stel),
  of('osha', 'carbonDioxide', 5000),
  of('niosh', 'carbonDioxide', 5000),
  of('niosh', 'carbonDioxide', 30_000, stel),
  of('acgih', 'carbonDioxide', 5000),
  of('acgih', 'carbonDioxide', 30_000, stel),
  of('uk', 'carbonDioxide', 5000),
  of('uk', 'carbonDioxide', 15_000, stel),
  of('eu', 'carbonDioxide', 5000),
  of('osha', 'phosgene', 0.1),
  of('niosh', 'phosgene', 0.1),
  of('niosh', 'phosgene', 0.2, ceiling),
  of('uk', 'phosgene', 0.02),
  of('uk', 'phosgene', 0.06, stel),
  of('eu', 'phosgene', 0.02),
  of('eu', 'phosgene', 0.1, stel),
]

/** What a set says where it prints words instead of a figure. */
export const LIMIT_WORDS: readonly { substance: Substance; set: LimitSet; words: string }[] = [
  { substance: 'fume', set: 'niosh', words: 'Carcinogen: lowest feasible' },
  {
    substance: 'fume',
    set: 'uk',
    words: 'Exhaust at the arc or a respirator for any indoor welding, however short (HSE, 2019)',
  },
  { substance: 'cadmium', set: 'niosh', words: 'Carcinogen: lowest feasible' },
]

export const limitsOf = (substance: Substance): readonly Limit[] =>
  LIMITS.filter((limit) => limit.substance === substance)

/** A limit in terms of the substance as it is reckoned here, so that two can be compared. */
export const asSubstance = (limit: Limit): number => limit.limit / (limit.of?.share ?? 1)

/**
 * The strictest limit of a kind among the adopted sets. @returns null when none of them has one
 */
export function strictest(
  substance: Substance,
  kind: LimitKind,
  adopted: readonly LimitSet[],
): Limit | null {
  const rows = LIMITS.filter(
    (limit) => limit.substance === substance && limit.kind === kind && adopted.includes(limit.set),
  )
  return rows.reduce<Limit | null>(
    (best, limit) => (best === null || asSubstance(limit) < asSubstance(best) ? limit : best),
    null,
  )
}

/** Whether an adopted set has any limit for a substance. */
export const hasLimit = (substance: Substance, adopted: readonly LimitSet[]): boolean =>
  LIMITS.some((limit) => limit.substance === substance && adopted.includes(limit.set))

const AVERAGED_OVER: Record<LimitKind, string> = {
  twa: '8 h average',
  stel: '15 min',
  ceiling: 'ceiling',
}

/** A limit in words: figure, what it counts, over what time, whose it is. */
export function limitText({ limit, unit, of, kind, set }: Limit): string {
  const counted = of ? ` as ${of.name}` : ''
  return `${limit} ${unitText(unit)}${counted}, ${AVERAGED_OVER[kind]}, ${LIMIT_SET_NAME[set]}`
}

/** A limit in words with what it holds for, without a full stop. */
export const limitWithNote = (limit: Limit): string =>
  limit.note ? `${limitText(limit)}. ${limit.note.replace(/\.$/, '')}` : limitText(limit)
