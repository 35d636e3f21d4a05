import type { Finding } from '../finding/finding'
import { hoodFindings } from './hood'
import { metalFindings } from './metals'
import { namedFindings } from './named'
import type { VentilationQuery } from './query'
import { roomFindings } from './room'

/**
 * Prescriptive ventilation check for a job: room volume, ceiling, cross flow, 2,000 cfm per welder, the hood,
 * and the metals named. Volumes m3, flows m3/s. Missing measures give `unknown`.
 * Source: OSHA 29 CFR 1910.252(c).
 */
export function checkVentilation(query: VentilationQuery): Finding[] {
  return [
    ...roomFindings(query),
    ...hoodFindings(query),
    ...metalFindings(query),
    ...namedFindings(query),
  ]
}
