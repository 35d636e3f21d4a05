import { PARTICULATES, type Particulate } from '../exposure/terms'
import type { Emission, NoEmission } from '../fume/emission'
import type { AirCase, FumeSource } from './case'
import { emissionsOf } from './emit'

const PER_HOUR = 1000 / 3600
/** An 8 h average divides by this whatever the length of the shift, s. */
export const EIGHT_HOURS = 8 * 3600

interface Span {
  seconds: number
  from: number
  flow: number
  /** Which sources burn. */ active: boolean[]
}
export interface Emitted {
  substance: Particulate
  /** mg/s of one welder while burning, by source. */ rate: number[]
  bound: boolean
  because: string | null
  parts: (Emission | NoEmission | null)[]
}

/** A case cut into stretches, with its emissions: every concentration is linear in them. */
export interface Linear {
  spans: Span[]
  emitted: Emitted[]
  sources: FumeSource[]
}

/**
 * Cut a case at every switch and look up what each source gives off.
 * A substance for which one source has no figure keeps `because`; its sum is not shown as a result.
 */
export function linearise(air: AirCase): Linear {
  const cuts = [
    ...new Set([
      0,
      air.shiftMinutes,
      ...air.changes.map((change) => change.at),
      ...air.sources.flatMap((source) => [source.from, source.to]),
    ]),
  ].sort((a, b) => a - b)
  const changes = [...air.changes].sort((a, b) => a.at - b.at)
  const spans = cuts.slice(0, -1).map((from, i): Span => ({
    from: from * 60,
    seconds: (cuts[i + 1]! - from) * 60,
    flow: changes.filter((change) => change.at <= from).at(-1)?.flow ?? air.flow,
    active: air.sources.map((source) => source.from <= from && source.to > from),
  }))
  const maps = air.sources.map(emissionsOf)
  const emitted = PARTICULATES.flatMap((substance): Emitted[] => {
    const named = maps.map((map) => map.get(substance) ?? null)
    if (named.every((part) => part === null) && air.background[substance] === undefined) return []
    const parts = named.map((part, j) => part ?? wholeGap(maps[j]!))
    const gap = parts.findIndex((part) => part !== null && 'because' in part)
    return [
      {
        substance,
        parts,
        rate: parts.map((part) => (part !== null && 'rate' in part ? part.rate * PER_HOUR : 0)),
        bound: parts.some((part) => part !== null && 'rate' in part && part.bound),
        because:
          gap < 0 ? null : `${(parts[gap] as NoEmission).because} (${air.sources[gap]!.name})`,
      },
    ]
  })
  return { spans, emitted, sources: air.sources }
}

/** A source whose fume nobody can tell may hold whatever is in the air of the others too. */
function wholeGap(source: ReturnType<typeof emissionsOf>): NoEmission | null {
  const fume = source.get('fume')
  return fume && 'because' in fume ? fume : null
}
