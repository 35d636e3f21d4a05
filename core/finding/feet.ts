/** m */
export const FOOT = 0.3048
/** What was told in feet and is kept in metres is not a hair off it, m. */
export const ROUNDING = 1e-6
