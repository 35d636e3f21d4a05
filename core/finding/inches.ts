const MM = 25.4
/** Finest fraction in use for rods, wires and plate. */
const PARTS = 32
/** Up to here a size in tenths of a millimetre is the metric name of an inch size: 3.2 for 1/8 in, 4 for 5/32 in. */
const NAMED_UP_TO = 25.4

function written(parts: number): string {
  const whole = Math.floor(parts / PARTS)
  let top = parts % PARTS
  let bottom = PARTS
  while (top > 0 && top % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  if (top === 0) return String(whole)
  return `${whole > 0 ? `${whole} ` : ''}${top}/${bottom}`
}

/**
 * A length as the trade writes it in inches: `1/8`, `5/16`, `1 1/2`.
 * @param mm length, mm
 * @returns null when it is no whole number of 32nds, nor the metric name of one
 * Source: 1 in = 25.4 mm (NIST SP 811); metric names of rods as in ANSI Z49.1 table 1, recalled.
 */
export function inchFraction(mm: number): string | null {
  const exact = (mm / MM) * PARTS
  const parts = Math.round(exact)
  if (!(parts > 0) || !Number.isFinite(mm)) return null
  const isExact = Math.abs(exact - parts) < 1e-6
  const isName =
    mm <= NAMED_UP_TO && Math.abs(Math.round((parts / PARTS) * MM * 10) / 10 - mm) < 1e-9
  return isExact || isName ? written(parts) : null
}
