const perHour = (flow: number): number => Math.round(flow * 3600)

/**
 * Whether a flow is at least what is asked for, m3/s; also as whole m3/h, in which the regulation prints its figures itself,
 * so that what is shown and typed back is enough. Source: 29 CFR 1910.252(c)(2) and (3), 3,398, 467, 722 and 1,019 m3/h.
 */
export const reaches = (flow: number, needed: number): boolean =>
  flow >= needed || perHour(flow) >= perHour(needed)
