import { published, type Source } from '../finding/source'

/** A result as the laboratory wrote it: under the detection limit the value is that limit. In the unit of the substance. */
export interface Result {
  value: number
  underDetection: boolean
}

export const DETECTION_SOURCE: Source = published(
  'Hornung and Reed: under the detection limit take LOD over root 2 while fewer than a third of the results are',
)
const MOST_UNDER = 1 / 3

/**
 * Results to reckon with: those under the detection limit count as LOD / sqrt 2 when fewer than a third are.
 * @returns why not, otherwise. Source: Hornung and Reed (1990).
 */
export function reckonable(results: readonly Result[]): number[] | { because: string } {
  const zeros = results.filter((result) => !(result.value > 0)).length
  if (zeros > 0)
    return {
      because: `${zeros} of ${results.length} results are zero, and no laboratory finds nothing: its detection limit is missing`,
    }
  const under = results.filter((result) => result.underDetection).length
  if (results.length > 0 && under / results.length >= MOST_UNDER)
    return {
      because: `${under} of ${results.length} results are under the detection limit; a third or more cannot be judged by a substitute`,
    }
  return results.map((result) => (result.underDetection ? result.value / Math.SQRT2 : result.value))
}
