import { compareAll, governing } from '../exposure/compare'
import { gradeShare } from '../exposure/grade'
import { asSubstance } from '../exposure/limits.table'
import type { LimitSet, Particulate } from '../exposure/terms'
import type { Level } from '../finding/finding'
import type { EmissionRow } from '../fume/emission.table'
import { RESPIRATOR_TABLE, type RespiratorRow } from '../respirator/apf.table'
import { GENERAL_RULE } from '../ventilation/ventilation.table'
import type { AirCase, FumeSource } from './case'
import { CONTROL_TABLE, FUME_GUN, OFFERED, type Rung } from './controls.table'
import { linearise } from './linear'
import { lowerWire, sameMass } from './lower-wire'
import { Simulation } from './simulate'

type ControlId =
  'wire' | 'process' | 'arm' | 'gun' | 'downdraft' | 'fan' | 'door' | 'less' | 'respirator'

export interface Control {
  id: ControlId | 'asIs'
  rung: Rung | null
  name: string
  /** Chance to exceed the governing limit, 0 to 1. */
  chance: number
  /** 95th percentile over the limit. */
  upperShare: number
  /** Level of that share; unknown where the control cannot be tried. */
  level: Level
  /** Why it cannot be tried. */
  because?: string
}

/** A control that cannot be tried, and why. */
interface NotTried {
  because: string
}
interface Trial {
  id: ControlId
  rung: Rung
  name: string
  changed: AirCase | NotTried
  /** Assigned protection factor of what is worn; 1 for nothing. */
  factor?: number
}
interface Outcome {
  chance: number
  upperShare: number
}

export const DRAWS = 20_000
/** To compare, fewer of the highest 15 minutes do: they cost most. The 95th percentile wanders by some 3 % then. */
export const EACH = 2_000
const NO_OWN: NotTried = { because: "no source is marked as the person's own" }

/**
 * Each control by itself against the case as it is, with the same random draws, in the order of the hierarchy; the respirator last.
 * @param substance the one that decides
 * @returns empty when no adopted set limits it, or nothing gives it off
 * @throws RangeError for an impossible case
 */
export function compareControls(
  air: AirCase,
  substance: Particulate,
  adopted: readonly LimitSet[],
  seed: number,
): Control[] {
  const outcomeOf = (changed: AirCase, factor = 1): Outcome | null =>
    outcome(changed, substance, adopted, seed, factor)
  const asIs = outcomeOf(air)
  const isThere = linearise(air).emitted.some((emitted) => emitted.substance === substance)
  if (!asIs || !isThere) return []
  return [
    { id: 'asIs', rung: null, name: 'As it is', ...asIs, level: levelOf(asIs) },
    ...trialsOf(air, substance, asIs.upperShare).map(({ id, rung, name, changed, factor }) => {
      if ('because' in changed)
        return { id, rung, name, ...asIs, level: 'unknown' as const, because: changed.because }
      const found = outcomeOf(changed, factor)!
      return { id, rung, name, ...found, level: levelOf(found) }
    }),
  ]
}

const levelOf = ({ upperShare }: Outcome): Level => gradeShare(upperShare).level

/** @returns null when no adopted set limits the substance */
function outcome(
  air: AirCase,
  substance: Particulate,
  adopted: readonly LimitSet[],
  seed: number,
  factor: number,
): Outcome | null {
  const simulation = new Simulation(air, seed, EACH)
  simulation.step(DRAWS)
  const drawn = simulation.result().substances.find((entry) => entry.substance === substance)
  if (!drawn) return { chance: 0, upperShare: 0 }
  const breathed = {
    twa: drawn.twa.p95 / factor,
    stel: drawn.stel.p95 / factor,
    ceiling: drawn.ceiling.p95 / factor,
  }
  const upper = governing(compareAll(substance, breathed, adopted))
  if (!upper) return null
  const { limit, share } = upper
  return { chance: drawn.over(limit.kind, asSubstance(limit) * factor), upperShare: share }
}

/** Every control, as the case would be with it. */
function trialsOf(air: AirCase, substance: Particulate, upperShare: number): Trial[] {
  const own = air.sources.find((source) => source.mine)
  const worn = lightestEnough(upperShare)
  const welders = air.sources.reduce((sum, source) => sum + source.welders, 0)
  const wire = own && lowerWire(own, substance, (row) => row.process === own.process)
  const process =
    own && lowerWire(own, substance, (row) => row.process !== own.process && row.process !== 'SAW')
  return [
    {
      id: 'wire',
      rung: 'substitute',
      name: wire ? `Other consumable: ${wire.name}` : 'Other consumable',
      changed: swapped(air, own, wire),
    },
    {
      id: 'process',
      rung: 'substitute',
      name: process ? `Other process: ${process.name}` : 'Other process',
      changed: swapped(air, own, process),
    },
    {
      id: 'arm',
      rung: 'engineer',
      name: 'Hood on an arm, in place and proved',
      changed: captured(air, own, CONTROL_TABLE.arm),
    },
    { id: 'gun', rung: 'engineer', name: 'Fume gun', changed: withFumeGun(air, own) },
    {
      id: 'downdraft',
      rung: 'engineer',
      name: 'Downdraft table',
      changed: captured(air, own, CONTROL_TABLE.downdraft),
    },
    {
      id: 'fan',
      rung: 'engineer',
      name: 'General fan, 2,000 cfm more for each welder',
      changed: withFlow(air, GENERAL_RULE.flowPerWelder * welders),
    },
    {
      id: 'door',
      rung: 'engineer',
      name: 'Door open, some wind',
      changed: withFlow(air, CONTROL_TABLE.doorFlow),
    },
    { id: 'less', rung: 'organise', name: 'Half the arc time', changed: withLessArc(air, own) },
    {
      id: 'respirator',
      rung: 'wear',
      name: `Respirator: ${worn.name}, factor ${worn.apf}`,
      changed: air,
      factor: worn.apf,
    },
  ]
}

type Own = FumeSource | undefined

const withOwn = (air: AirCase, change: (source: FumeSource) => FumeSource): AirCase => ({
  ...air,
  sources: air.sources.map((source) => (source.mine ? change(source) : source)),
})

function swapped(air: AirCase, own: Own, row: EmissionRow | null | undefined): AirCase | NotTried {
  if (!own) return NO_OWN
  if (!row) return { because: 'nothing on file for this metal gives off less' }
  const { process, name: consumable } = row
  return withOwn(air, (source) =>
    source === own ? { ...sameMass(source), process, consumable, own: null } : source,
  )
}

function captured(
  air: AirCase,
  own: Own,
  capture: { low: number; high: number },
): AirCase | NotTried {
  if (!own) return NO_OWN
  if (own.capture.low >= capture.low && own.capture.high >= capture.high)
    return { because: 'already reckoned with an exhaust as good' }
  return withOwn(air, (source) => ({
    ...source,
    capture: {
      low: Math.max(source.capture.low, capture.low),
      high: Math.max(source.capture.high, capture.high),
    },
  }))
}

function withFumeGun(air: AirCase, own: Own): AirCase | NotTried {
  if (own && !FUME_GUN.includes(own.process))
    return { because: 'fume guns are made for wire processes' }
  return captured(air, own, CONTROL_TABLE.gun)
}

const withFlow = (air: AirCase, more: number): AirCase => ({
  ...air,
  flow: air.flow + more,
  changes: air.changes.map((change) => ({ ...change, flow: change.flow + more })),
})

const withLessArc = (air: AirCase, own: Own): AirCase | NotTried =>
  own
    ? withOwn(air, (source) => ({ ...source, arcShare: source.arcShare * CONTROL_TABLE.less }))
    : NO_OWN

/** The lightest kind that covers the upper estimate; the strongest when none does. */
function lightestEnough(share: number): RespiratorRow {
  const rows = OFFERED.map((kind) => RESPIRATOR_TABLE.find((row) => row.kind === kind)!)
  return rows.find((row) => row.apf >= share) ?? rows.at(-1)!
}
