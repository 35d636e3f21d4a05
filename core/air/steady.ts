/** Fewer air changes an hour cannot be told from none; tight rooms leak 0.05 and more. Source: common practice. */
const LEAST_CHANGES = 0.01
/** m3/s; no instrument of a shop reads less. Source: common practice. */
const LEAST_FLOW = 1e-4

/** Whether there is air change that can be reckoned with. @param flow m3/s, @param volume m3, null where it is not known */
export const hasAirChange = (flow: number, volume: number | null): boolean =>
  Number.isFinite(flow) && flow >= Math.max(LEAST_FLOW, (LEAST_CHANGES * (volume ?? 0)) / 3600)

/**
 * Steady concentration in a well-mixed room, mg/m3.
 * @param generation g/h, @param flow m3/s, @param mixing K from 1 (perfect) to 10
 * @throws RangeError when the flow is not positive or K lies outside 1 to 10
 * Source: C = K G / Q.
 */
export function steadyConcentration(generation: number, flow: number, mixing: number): number {
  if (!(flow > 0)) throw new RangeError('The flow must be more than zero.')
  if (!(mixing >= 1 && mixing <= 10)) throw new RangeError('The mixing factor runs from 1 to 10.')
  return (((generation * 1000) / 3600) * mixing) / flow
}
