/** Factor on the rated primary current by duty cycle, arc welders without motor-generator. NEC (NFPA 70) table 630.11(A), from memory. */
const SUPPLY_FACTORS: readonly { duty: number; factor: number }[] = [
  { duty: 1, factor: 1 },
  { duty: 0.9, factor: 0.95 },
  { duty: 0.8, factor: 0.89 },
  { duty: 0.7, factor: 0.84 },
  { duty: 0.6, factor: 0.78 },
  { duty: 0.5, factor: 0.71 },
  { duty: 0.4, factor: 0.63 },
  { duty: 0.3, factor: 0.55 },
  { duty: 0.2, factor: 0.45 },
]

/**
 * The factor for a duty cycle: between two rows the higher one, under the last row the last.
 * @param duty over 0 to 1; anything else has no factor
 */
export function supplyFactor(duty: number): number | null {
  if (!(duty > 0 && duty <= 1)) return null
  const row = SUPPLY_FACTORS.filter((entry) => entry.duty >= duty - 1e-9).at(-1)
  return row!.factor
}
