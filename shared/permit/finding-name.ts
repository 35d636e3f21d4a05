import { SUBSTANCE_NAME } from '#core/exposure/terms'
import { SWEEP, SWEEP_RADIUS, sweepText } from '#core/firewatch/rules.table'

const NAMES: Readonly<Record<string, string>> = {
  'fire.validity': 'Longer than the shift',
  'fire.cleared': 'Operator not cleared',
  'fire.sparks': 'Sparks go far, or through openings',
  'fire.sides': 'One watcher for several sides',
  'fire.endOfShift': 'Watch past the end of the shift',
  'fire.hours': 'By night, or on a shut day',
}

/** What a check is called where many permits are added up. */
export function findingName(code: string): string {
  const line = SWEEP.find(({ id }) => `fire.${id}` === code)
  if (line) return sweepText(line, SWEEP_RADIUS)
  if (code.startsWith('fire.permit.')) return 'Another permit in reach'
  if (code.startsWith('fire.found.')) return 'Something found there on the day'
  if (code.startsWith('fire.near.')) return 'Extinguisher near the work'
  if (code.startsWith('fire.watch.')) return 'A further watcher'
  return NAMES[code] ?? inWords(code)
}

/** As "Air: nickel" of `air.nickel`. */
function inWords(code: string): string {
  const [step = '', ...rest] = code.split('.')
  const of = rest.join(' ')
  const substance = (SUBSTANCE_NAME as Readonly<Record<string, string>>)[of]
  const says = substance ?? of.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()
  return `${step.charAt(0).toUpperCase()}${step.slice(1)}: ${says}`
}
