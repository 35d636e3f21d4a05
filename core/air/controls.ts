import { asSubstance } from '../exposure/limits.table'
import { compareAll, governing } from '../exposure/compare'
import type { LimitSet, Particulate } from '../exposure/terms'
import { published, type Source } from '../finding/source'
import { EMISSION_FACTORS, type EmissionRow } from '../fume/emission.table'
import { RESPIRATOR_TABLE, type RespiratorRow } from '../respirator/apf.table'
import type { RespiratorKind } from '../job/job'
import { GENERAL_RULE } from '../ventilation/ventilation.table'
import type { AirCase, FumeSource } from './case'
import { emissionsOf } from './emit'
import { Simulation } from './simulate'

/** The hierarchy: what removes the fume first, what is worn last. */
export const RUNGS = ['substitute', 'engineer', 'organise', 'wear'] as const
export type Rung = (typeof RUNGS)[number]
export const RUNG_NAME: Record<Rung, string> = {
  substitute: 'Make less',
  engineer: 'Take it away',
  organise: 'Stay in it less',
  wear: 'Wear something',
}

type ControlId =
  'wire' | 'process' | 'arm' | 'gun' | 'downdraft' | 'fan' | 'door' | 'less' | 'respirator'

/** Effect of each control, defaults to be edited. Shares taken at the arc as ranges, never one number. */
const CONTROL_TABLE = {
  arm: { low: 0.75, high: 0.95 },
  gun: { low: 0.6, high: 0.9 },
  downdraft: { low: 0.7, high: 0.95 },
  /** Open door: 4 m2, 0.5 m/s outside, a quarter of it effective. */
  doorFlow: 4 * 0.5 * 0.25,
  /** Part of the arc time that is left. */
  less: 0.5,
  source: published(
    'Default ranges to be edited: capture by kind of exhaust; wind through an opening by Q = E A v, E 0.25',
  ) satisfies Source,
} as const

export interface Control {
  id: ControlId | 'asIs'
  rung: Rung | null
  name: string
  /** Chance to exceed the governing limit, 0 to 1. */ chance: number
  /** 95th percentile over the limit. */ upperShare: number
  /** Why it cannot be tried. */ because?: string
}

const DRAWS = 20_000
const FUME_GUN: readonly string[] = ['GMAW', 'FCAW']

/**
 * Each control by itself against the case as it is, with the same random draws, in the order of the hierarchy; the respirator last.
 * @param substance the one that decides. @returns empty when no adopted set limits it
 * @throws RangeError for an impossible case
 */
export function compareControls(
  air: AirCase,
  substance: Particulate,
  adopted: readonly LimitSet[],
  seed: number,
): Control[] {
  const judge = (changed: AirCase, factor = 1): { chance: number; upperShare: number } | null => {
    const simulation = new Simulation(changed, seed)
    simulation.step(DRAWS)
    const drawn = simulation.result().substances.find((entry) => entry.substance === substance)
    if (!drawn) return { chance: 0, upperShare: 0 }
    const upper = governing(
      compareAll(
        substance,
        {
          twa: drawn.twa.p95 / factor,
          stel: drawn.highest15.p95 / factor,
          ceiling: drawn.ceiling.p95 / factor,
        },
        adopted,
      ),
    )
    return (
      upper && {
        chance: drawn.over(upper.limit.kind, asSubstance(upper.limit) * factor),
        upperShare: upper.share,
      }
    )
  }
  const asIs = judge(air)
  if (!asIs) return []
  const row = (
    id: ControlId,
    rung: Rung,
    name: string,
    changed: AirCase | { because: string },
    factor = 1,
  ): Control => {
    if ('because' in changed) return { id, rung, name, ...asIs, because: changed.because }
    return { id, rung, name, ...judge(changed, factor)! }
  }
  const own = air.sources.find((source) => source.mine)
  const mine = (change: (source: FumeSource) => FumeSource): AirCase => ({
    ...air,
    sources: air.sources.map((source) => (source.mine ? change(source) : source)),
  })
  const captured = (capture: { low: number; high: number }): AirCase | { because: string } =>
    own && own.capture.low >= capture.low && own.capture.high >= capture.high
      ? { because: 'already reckoned with an exhaust as good' }
      : mine((source) => ({
          ...source,
          capture: {
            low: Math.max(source.capture.low, capture.low),
            high: Math.max(source.capture.high, capture.high),
          },
        }))
  const welders = air.sources.reduce((sum, source) => sum + source.welders, 0)
  const noOwn = { because: "no source is marked as the person's own" }
  const wire = own
    ? lowerWire(own, substance, (candidate) => candidate.process === own.process)
    : null
  const process = own
    ? lowerWire(
        own,
        substance,
        (candidate) => candidate.process !== own.process && candidate.process !== 'SAW',
      )
    : null
  const swap = (candidate: EmissionRow | null): AirCase | { because: string } =>
    candidate
      ? mine((source) =>
          source === own
            ? {
                ...sameMass(source),
                process: candidate.process,
                consumable: candidate.name,
                own: null,
              }
            : source,
        )
      : own
        ? { because: 'nothing on file for this metal gives off less' }
        : noOwn
  const flowMore = (more: number): AirCase => ({
    ...air,
    flow: air.flow + more,
    changes: air.changes.map((change) => ({ ...change, flow: change.flow + more })),
  })
  const worn = lightestEnough(asIs.upperShare)
  return [
    { id: 'asIs', rung: null, name: 'As it is', ...asIs },
    row(
      'wire',
      'substitute',
      wire ? `Other consumable: ${wire.name}` : 'Other consumable',
      swap(wire),
    ),
    row(
      'process',
      'substitute',
      process ? `Other process: ${process.name}` : 'Other process',
      swap(process),
    ),
    row(
      'arm',
      'engineer',
      'Hood on an arm, in place and proved',
      own ? captured(CONTROL_TABLE.arm) : noOwn,
    ),
    row(
      'gun',
      'engineer',
      'Fume gun',
      !own
        ? noOwn
        : FUME_GUN.includes(own.process)
          ? captured(CONTROL_TABLE.gun)
          : { because: 'fume guns are made for wire processes' },
    ),
    row(
      'downdraft',
      'engineer',
      'Downdraft table',
      own ? captured(CONTROL_TABLE.downdraft) : noOwn,
    ),
    row(
      'fan',
      'engineer',
      'General fan, 2,000 cfm more for each welder',
      flowMore(GENERAL_RULE.flowPerWelder * welders),
    ),
    row('door', 'engineer', 'Door open, some wind', flowMore(CONTROL_TABLE.doorFlow)),
    row(
      'less',
      'organise',
      'Half the arc time',
      own
        ? mine((source) => ({ ...source, arcShare: source.arcShare * CONTROL_TABLE.less }))
        : noOwn,
    ),
    row('respirator', 'wear', `Respirator: ${worn.name}, factor ${worn.apf}`, air, worn.apf),
  ]
}

/** The same weld metal goes down whatever the wire, so the mass melted stays. */
function sameMass(source: FumeSource): FumeSource {
  const fume = emissionsOf(source).get('fume')
  const melted = fume && 'rate' in fume ? fume.inputs.consumed : undefined
  return typeof melted === 'object'
    ? { ...source, consumed: { by: 'rate', rate: melted.amount } }
    : source
}

function lowerWire(
  own: FumeSource,
  substance: Particulate,
  among: (row: EmissionRow) => boolean,
): EmissionRow | null {
  const now = emissionsOf(own).get(substance)
  if (own.kind !== 'weld' || !now || 'because' in now) return null
  const alloy = EMISSION_FACTORS.find((row) => row.name === own.consumable)?.alloy ?? own.own?.alloy
  const known = EMISSION_FACTORS.filter(
    (row) => row.alloy === alloy && row.name !== own.consumable && among(row),
  ).flatMap((row) => {
    const emission = emissionsOf({
      ...sameMass(own),
      process: row.process,
      consumable: row.name,
      own: null,
    }).get(substance)
    return emission && 'rate' in emission && !emission.bound && emission.rate < now.rate
      ? [{ row, rate: emission.rate }]
      : []
  })
  return known.sort((a, b) => a.rate - b.rate)[0]?.row ?? null
}

/** The lightest kind that covers the upper estimate; the strongest when none does. */
function lightestEnough(share: number): RespiratorRow {
  const kinds: readonly RespiratorKind[] = [
    'half_mask',
    'powered_hood',
    'full_facepiece',
    'airline_pressure_demand_full',
  ]
  const rows = kinds.map((kind) => RESPIRATOR_TABLE.find((row) => row.kind === kind)!)
  return rows.find((row) => row.apf >= share) ?? rows.at(-1)!
}
