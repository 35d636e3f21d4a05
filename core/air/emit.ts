import type { Particulate } from '../exposure/terms'
import { PARTICULATES } from '../exposure/terms'
import { COMMON_PRACTICE } from '../finding/source'
import { ALLOY_SOURCE, mostInBase } from '../fume/alloy.table'
import { rowOfComposition } from '../fume/composition'
import { consumedPerHour } from '../fume/consumed'
import { emissionRate, mayHold, type Emission, type NoEmission } from '../fume/emission'
import { ZINC_SOURCE, zincOxideRate } from '../fume/zinc'
import type { Coating } from '../job/job'
import type { FumeSource } from './case'

/** What a coating brings into the air. */
export const COATING_SUBSTANCE: Partial<Record<Coating, Particulate>> = {
  zinc: 'zincOxide',
  lead: 'lead',
  cadmium: 'cadmium',
  chromate: 'chromiumVI',
}

/**
 * What one source gives off while it burns, by substance, g/h for one welder. Substances that it cannot hold are left out.
 * @throws RangeError when sizes or shares of the source are impossible
 * Source: EPA AP-42 12.19, the shop's data sheet, zinc by mass balance.
 */
export function emissionsOf(source: FumeSource): Map<Particulate, Emission | NoEmission> {
  const found = new Map<Particulate, Emission | NoEmission>()
  if (source.kind === 'grind') {
    for (const [substance, emission] of grindingEmissions(source)) found.set(substance, emission)
  } else {
    const query = {
      process: source.process,
      amps: source.amps,
      consumable: source.consumable,
      consumption: consumedPerHour(source.consumed),
      baseMetal: source.baseMetal,
      own: source.own ? rowOfComposition(source.own) : null,
    }
    for (const substance of PARTICULATES) {
      const emission = emissionRate(query, substance)
      if (emission) found.set(substance, emission)
    }
  }
  addCoating(source, found)
  return found
}

/** What grinding throws up: the dust at the shop's own rate, and each metal at most its share of the base metal. */
function grindingEmissions({
  grinding,
  baseMetal,
}: FumeSource): Map<Particulate, Emission | NoEmission> {
  if (grinding === null)
    // Nobody's table: the shop's own figure or no answer.
    return new Map([['fume', { because: 'nobody has measured what grinding gives off here' }]])
  const inputs = { dust: { amount: grinding, unit: 'g/h' as const } }
  const dust: Emission = {
    rate: grinding,
    bound: false,
    basis: 'grinding, rate as given',
    source: COMMON_PRACTICE,
    inputs,
  }
  const metals = PARTICULATES.filter((substance) =>
    mayHold({ baseMetal, consumable: null }, substance),
  ).map((substance): [Particulate, Emission] => {
    const share = mostInBase(baseMetal, substance)
    return [
      substance,
      {
        rate: grinding * share,
        bound: true,
        basis: 'grinding; at most what the base metal can hold of it',
        source: ALLOY_SOURCE,
        inputs: { ...inputs, ofMelt: { amount: share, unit: 'share' } },
      },
    ]
  })
  return new Map([['fume', dust], ...metals])
}

function addCoating(source: FumeSource, found: Map<Particulate, Emission | NoEmission>): void {
  const brings = COATING_SUBSTANCE[source.coating]
  if (!brings) return
  if (brings === 'zincOxide' && source.zinc) {
    const rate = zincOxideRate(source.zinc)
    found.set('zincOxide', {
      rate,
      bound: false,
      basis: 'zinc burnt off, by mass balance',
      source: ZINC_SOURCE,
      inputs: {
        coating: `${source.zinc.coating} g/m2 a side`,
        sides: source.zinc.sides,
        width: { amount: source.zinc.width, unit: 'm' },
        travel: { amount: source.zinc.travel, unit: 'm/s' },
        vaporised: { amount: source.zinc.vaporised, unit: 'share' },
      },
    })
    const fume = found.get('fume')
    if (fume && !('because' in fume))
      found.set('fume', {
        ...fume,
        rate: fume.rate + rate,
        basis: `${fume.basis}; zinc oxide added`,
        inputs: { ...fume.inputs, zincOxide: { amount: rate, unit: 'g/h' } },
      })
    return
  }
  found.set(brings, { because: 'what the coating gives off is in no table' })
}
