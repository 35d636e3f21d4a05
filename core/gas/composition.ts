import {
  COMPONENT_DATA,
  COMPONENTS,
  type Component,
  type Composition,
  type Phase,
} from './gas.table'

/** Parts as told may miss 1 by what rounding to a tenth of a percent leaves. */
const ROUNDING = 0.002

/** Components with a share, largest first. */
export const partsOf = (parts: Composition): [Component, number][] =>
  COMPONENTS.flatMap((component): [Component, number][] => {
    const share = parts[component] ?? 0
    return share > 0 ? [[component, share]] : []
  }).sort((a, b) => b[1] - a[1])

/** Why these parts are no gas, in words for a person, or null. */
export function faultOfParts(parts: Composition): string | null {
  const shares = Object.values(parts)
  if (shares.some((share) => !(share >= 0 && share <= 1)))
    return 'Each part is between 0 and 100 %.'
  const sum = shares.reduce((total, share) => total + share, 0)
  if (Math.abs(sum - 1) > ROUNDING)
    return `The parts add up to ${Number((sum * 100).toPrecision(4))} %, not to 100 %.`
  const phases = new Set(partsOf(parts).map(([component]) => COMPONENT_DATA[component].phase))
  if (phases.has('dissolved') && phases.size > 1)
    return 'Acetylene is never mixed into another gas in a cylinder.'
  return null
}

/** "Argon 75, CO2 25"; one gas by its name alone. */
export function nameOfParts(parts: Composition): string {
  const all = partsOf(parts)
  if (all.length === 1) return COMPONENT_DATA[all[0]![0]].name
  return all
    .map(([component, share], i) => {
      const { name, formula } = COMPONENT_DATA[component]
      return `${i === 0 ? name : formula} ${Number((share * 100).toPrecision(3))}`
    })
    .join(', ')
}

/** Whether it is told by pressure, or by weight. A mix in which CO2 or propane is the smaller part is a gas throughout. */
export function phaseOf(parts: Composition): Phase {
  const [main] = partsOf(parts)
  if (!main) throw new RangeError('There is no gas in it.')
  return COMPONENT_DATA[main[0]].phase
}
