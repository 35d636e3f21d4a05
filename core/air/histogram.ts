const LOWEST = -44
const HIGHEST = 24
const PARTS = 256
const SIZE = (HIGHEST - LOWEST) * PARTS
const OFFSET = (1023 + LOWEST) * PARTS

const number = new Float64Array(1)
const words = new Int32Array(number.buffer)

/**
 * Distribution of positive numbers in a fixed array: 256 bins an octave, 17,408 in all, whatever the count.
 * A bin is at most 0.4 % wide, and quantiles are interpolated in it. Numbers under 2^-44 or over 2^24 fall into the outermost bins.
 * Bins come from the bits of the number (exponent and eight places), so that no logarithm is taken. Little-endian.
 */
export class Histogram {
  readonly counts = new Uint32Array(SIZE)
  count = 0
  sum = 0

  /** Count `many` numbers of an array from `first` on. */
  addAll(values: Float64Array, first: number, many: number): void {
    const { counts } = this
    const bits = new Int32Array(values.buffer, values.byteOffset)
    let sum = 0
    for (let i = first; i < first + many; i++) {
      const bin = (bits[2 * i + 1]! >> 12) - OFFSET
      counts[Math.min(Math.max(bin, 0), SIZE - 1)]!++
      sum += values[i]!
    }
    this.count += many
    this.sum += sum
  }

  /** @param share from 0 to 1. @returns NaN once something was counted that is no number. @throws RangeError when empty */
  quantile(share: number): number {
    if (this.count === 0) throw new RangeError('Nothing was drawn.')
    if (!Number.isFinite(this.sum)) return Number.NaN
    const rank = share * this.count
    let below = 0
    for (let bin = 0; bin < SIZE; bin++) {
      const here = this.counts[bin]!
      if (here > 0 && below + here >= rank)
        return edge(bin) + (edge(bin + 1) - edge(bin)) * Math.max(0, (rank - below) / here)
      below += here
    }
    return edge(SIZE)
  }

  /** Share over a number, 0 to 1. @returns NaN once something was counted that is no number. @throws RangeError when empty */
  over(x: number): number {
    if (this.count === 0) throw new RangeError('Nothing was drawn.')
    if (!Number.isFinite(this.sum)) return Number.NaN
    number[0] = x
    const at = (words[1]! >> 12) - OFFSET
    if (at < 0) return 1
    if (at >= SIZE) return 0
    let above = 0
    for (let bin = at + 1; bin < SIZE; bin++) above += this.counts[bin]!
    return (
      (above + (this.counts[at]! * (edge(at + 1) - x)) / (edge(at + 1) - edge(at))) / this.count
    )
  }
}

/** Lower edge of a bin. */
const edge = (bin: number): number =>
  2 ** (Math.floor(bin / PARTS) + LOWEST) * (1 + (bin % PARTS) / PARTS)
