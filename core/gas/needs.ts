import { isFlame, type Process } from '../job/job'

const SHIELDED: readonly Process[] = ['GMAW', 'GTAW', 'PAW', 'LBW']

/** Whether shielding gas may come from a cylinder; a flux-cored wire may want it too. */
export const isShielded = (process: Process): boolean =>
  process === 'FCAW' || SHIELDED.includes(process)

/** What a process draws on: a welding machine, a gas cylinder, or both. FCAW is taken as self-shielded unless a cylinder is named; PAC and CAC may run on shop air. Common practice. */
export function gearNeeds(process: Process): { machine: boolean; cylinder: boolean } {
  return { machine: !isFlame(process), cylinder: isFlame(process) || SHIELDED.includes(process) }
}
