/**
 * A number as people type it: `12`, `12,5`, `5/32`, `1 1/8`.
 * @returns null for nothing typed, NaN for what is no number
 */
export function parseNumber(typed: string): number | null {
  const text = typed.trim().replace(',', '.')
  if (text === '') return null
  const fraction = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(text)
  if (!fraction) return Number(text)
  const [, whole = '0', top, bottom] = fraction
  return Number(bottom) === 0 ? Number.NaN : Number(whole) + Number(top) / Number(bottom)
}
