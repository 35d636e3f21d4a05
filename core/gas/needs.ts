import type { Process } from '../job/job'

/** What a process draws on: a welding machine, a gas cylinder, or both. FCAW is taken as self-shielded unless a cylinder is named; PAC may run on shop air. Common practice. */
export function gearNeeds(process: Process): { machine: boolean, cylinder: boolean } {
  const flame = process === 'OFC' || process === 'OFW' || process === 'TB'
  return { machine: !flame, cylinder: flame || process === 'GMAW' || process === 'GTAW' }
}
