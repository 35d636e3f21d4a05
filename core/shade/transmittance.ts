/**
 * Shade number of a filter from its luminous transmittance.
 * @param transmittance fraction, 0 < T <= 1
 * @throws RangeError outside that range
 * Source: ANSI Z87.1 and EN 169, N = 1 + (7/3) log10(1/T).
 */
export function shadeFromTransmittance(transmittance: number): number {
  if (!(transmittance > 0 && transmittance <= 1))
    throw new RangeError('Transmittance must lie over 0 and up to 1.')
  return 1 - (7 / 3) * Math.log10(transmittance)
}

/**
 * Luminous transmittance (fraction) of a shade number, the inverse of the formula above.
 * @throws RangeError for a shade under 1
 */
export function transmittanceOfShade(shade: number): number {
  if (!(shade >= 1)) throw new RangeError('Shade numbers start at 1.')
  return 10 ** ((-(shade - 1) * 3) / 7)
}
