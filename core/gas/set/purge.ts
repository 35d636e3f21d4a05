import { hoseVolume } from '../leak'

/** A torch valve a little open lets through at least this much, m3/s (5 L/min). Common practice. */
const LEAST_FLOW = 5 / 1000 / 60
/** So often the room of the hose goes through it, so that nothing else is left. Common practice. */
const CHANGES = 3
const STEP_SECONDS = 5

/**
 * Seconds for which a line is purged before it is lit: three times what the hose holds at the least flow of an open torch valve, to
 * the next 5 s. About 10 s for 25 ft of quarter-inch hose.
 * @param hoses bore and length, m @returns null where a hose is not told
 */
export function purgeSeconds(
  hoses: readonly { bore: number | null; length: number | null }[],
): number | null {
  const volume = volumeOfHoses(hoses)
  if (volume === null) return null
  return Math.max(1, Math.ceil((volume * CHANGES) / LEAST_FLOW / STEP_SECONDS)) * STEP_SECONDS
}

/** m3; null where there is no hose, or one is not told. */
export function volumeOfHoses(
  hoses: readonly { bore: number | null; length: number | null }[],
): number | null {
  if (hoses.length === 0) return null
  let volume = 0
  for (const { bore, length } of hoses) {
    if (bore === null || length === null || !(bore > 0 && length > 0)) return null
    volume += hoseVolume(bore, length)
  }
  return Number.isFinite(volume) ? volume : null
}
