/** A stretch of the shift in which nothing is switched, s. */
interface Span {
  from: number
  seconds: number
}

const WINDOW = 15 * 60
/** Points between two knots where a window may be at its highest; a hump between two of them is flat. */
const BETWEEN = 7

/**
 * Windows of 15 minutes in which the mean of a shift may be highest, laid out so that many draws can run over them:
 * every window that begins or ends at a switch, and some in between where its ends lie in different stretches.
 * A shift of less than 15 minutes is one window.
 */
export class Windows {
  /** Of each time at which a window begins or ends: the stretch that it lies in, and s since that began. */
  readonly stretch: Int32Array
  readonly into: Float64Array
  /** Of each window: where its beginning and its end stand among those times. */
  readonly first: Int32Array
  readonly last: Int32Array
  /** s. */
  readonly seconds: number

  /** @param spans the stretches in order, without a gap; at least one */
  constructor(spans: readonly Span[]) {
    const end = spans.at(-1)!.from + spans.at(-1)!.seconds
    this.seconds = Math.min(WINDOW, end)
    const starts = startsOf(spans, end - this.seconds)
    const times = [...new Set(starts.flatMap((t) => [t, t + this.seconds]))].sort((a, b) => a - b)
    const place = new Map(times.map((t, k) => [t, k]))
    this.first = Int32Array.from(starts, (t) => place.get(t)!)
    this.last = Int32Array.from(starts, (t) => place.get(t + this.seconds)!)
    this.stretch = Int32Array.from(times, (t) => stretchAt(spans, t))
    this.into = Float64Array.from(times, (t) => t - spans[stretchAt(spans, t)]!.from)
  }

  /** The highest mean of a window. @param upTo what was breathed from the start up to each of the times */
  highestMean(upTo: Float64Array): number {
    const { first, last } = this
    let highest = 0
    for (let w = 0; w < first.length; w++) {
      const breathed = upTo[last[w]!]! - upTo[first[w]!]!
      if (breathed > highest) highest = breathed
    }
    return highest / this.seconds
  }
}

const stretchAt = (spans: readonly Span[], t: number): number =>
  spans.reduce((at, span, i) => (span.from <= t ? i : at), 0)

function startsOf(spans: readonly Span[], latest: number): number[] {
  const switches = spans.map((span) => span.from)
  const knots = [
    ...new Set(
      [latest, ...switches.flatMap((t) => [t, t - WINDOW])].filter((t) => t >= 0 && t <= latest),
    ),
  ].sort((a, b) => a - b)
  return knots.flatMap((from, i) => {
    const to = knots[i + 1]
    if (to === undefined) return [from]
    const middle = (from + to) / 2
    // Within one stretch the air runs one way, and so does the mean of a window in it.
    if (stretchAt(spans, middle) === stretchAt(spans, middle + WINDOW)) return [from]
    const step = (to - from) / (BETWEEN + 1)
    return Array.from({ length: BETWEEN + 1 }, (_, n) => from + n * step)
  })
}
