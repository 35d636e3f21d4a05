import { course, type Air, type Course, type Drive, type Room } from './zones'

/** One stretch of the shift in which nothing is switched, s. */
export interface Stretch extends Drive {
  seconds: number
}

export interface ShiftAir {
  /** Concentration at a time since the start, s. */
  at: (t: number) => Air
  /** Mean between two times, s. */
  mean: (from: number, to: number) => Air
  /** s. */
  length: number
  /** Highest mean over 15 minutes, each zone by itself. */
  stel: Air
  /** Highest momentary concentration. */
  peak: Air
}

const WINDOW = 15 * 60
const LONGEST = 24 * 3600

/**
 * The air of a whole shift: closed form in each stretch, joined at the switches.
 * @param start concentration at the beginning, mg/m3
 * @throws RangeError for no stretch, a stretch that is not positive, more than 24 h, or an impossible room or flow
 * Source: Nicas 1996, solved stretch by stretch.
 */
export function shiftAir(room: Room, stretches: readonly Stretch[], start: Air): ShiftAir {
  if (stretches.length === 0 || stretches.some((stretch) => !(stretch.seconds > 0)))
    throw new RangeError('Each part of the shift must last longer than zero.')
  const length = stretches.reduce((sum, stretch) => sum + stretch.seconds, 0)
  if (length > LONGEST + 1e-6) throw new RangeError('A day has 24 hours.')
  const parts: { from: number; course: Course; before: Air }[] = []
  let from = 0
  let state = start
  let before: Air = { near: 0, far: 0 }
  for (const stretch of stretches) {
    const solved = course(room, stretch, state)
    parts.push({ from, course: solved, before })
    const added = solved.sum(stretch.seconds)
    before = { near: before.near + added.near, far: before.far + added.far }
    state = solved.at(stretch.seconds)
    from += stretch.seconds
  }
  const part = (t: number): (typeof parts)[number] => {
    let low = 0
    let high = parts.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (parts[middle]!.from <= t) low = middle
      else high = middle - 1
    }
    return parts[low]!
  }
  const at = (t: number): Air => {
    const p = part(t)
    return p.course.at(t - p.from)
  }
  const upTo = (t: number): Air => {
    const p = part(t)
    const sum = p.course.sum(t - p.from)
    return { near: p.before.near + sum.near, far: p.before.far + sum.far }
  }
  const mean = (a: number, b: number): Air => {
    const [x, y] = [upTo(a), upTo(b)]
    return { near: (y.near - x.near) / (b - a), far: (y.far - x.far) / (b - a) }
  }
  const switches = [...parts.map((p) => p.from), length]
  const peak = highestMoment(parts, switches)
  return {
    at,
    mean,
    length,
    stel: highestMean(
      { at, mean, length, peak },
      switches,
      room.near ? (SETTLED * room.near.radius) / room.near.airSpeed : 1e-3,
    ),
    peak,
  }
}

/**
 * The mean over a window has at most one hump between two knots (a knot: either end of the window meets a switch).
 * It climbs where the air at the window's end is worse than at its start, so a hump is looked for only where that changes sign.
 */
function highestMean(
  { at, mean, length, peak }: Omit<ShiftAir, 'stel'>,
  switches: readonly number[],
  settled: number,
): Air {
  if (length <= WINDOW) return mean(0, length)
  const last = length - WINDOW
  const knots = [
    ...new Set(
      [0, last, ...switches.flatMap((t) => [t, t - WINDOW])].filter((t) => t >= 0 && t <= last),
    ),
  ].sort((a, b) => a - b)
  const means = knots.map((t) => mean(t, t + WINDOW))
  const best: Air = {
    near: Math.max(...means.map((air) => air.near)),
    far: Math.max(...means.map((air) => air.far)),
  }
  const climb = (t: number): Air => {
    const [a, b] = [at(t), at(t + WINDOW)]
    return { near: b.near - a.near, far: b.far - a.far }
  }
  for (let i = 0; i + 1 < knots.length; i++) {
    const [from, to] = [knots[i]!, knots[i + 1]!]
    // A window that moves by half the way can gain no more than that share of the highest moment.
    const gain = (to - from) / 2 / WINDOW
    if (
      means[i]!.near + gain * peak.near < best.near &&
      means[i + 1]!.near + gain * peak.near < best.near &&
      means[i]!.far + gain * peak.far < best.far &&
      means[i + 1]!.far + gain * peak.far < best.far
    )
      continue
    // Past the seconds in which the near field settles after a switch; close to a knot a hump is as good as the knot itself.
    const inset = Math.min(settled, (to - from) / 4)
    const [first, then] = [climb(from + inset), climb(to - inset)]
    // Only where it already falls may a hump lie before, only where it still climbs one after.
    const early = first.near <= 0 || first.far <= 0 ? climb(from + inset / 4) : first
    const late = then.near >= 0 || then.far >= 0 ? climb(to - inset / 4) : then
    for (const zone of ['near', 'far'] as const) {
      const most = Math.max(early[zone], first[zone], then[zone], late[zone])
      // What it climbs by at most, and half as much again.
      if (means[i]![zone] + (1.5 * most * (to - from)) / WINDOW <= best[zone]) continue
      if (
        humps(early[zone], first[zone]) ||
        humps(first[zone], then[zone]) ||
        humps(then[zone], late[zone])
      )
        best[zone] = Math.max(
          best[zone],
          goldenMaximum((t) => mean(t, t + WINDOW)[zone], from, to),
        )
    }
  }
  return best
}
/** Times the radius over the air speed, s: the near field follows the room within two thirds of that. */
const SETTLED = 4

const humps = (before: number, after: number): boolean => before > 0 && after < 0

const GOLDEN = (Math.sqrt(5) - 1) / 2
/** Highest value of a function with one hump between a and b, to half a second. */
function goldenMaximum(value: (t: number) => number, a: number, b: number): number {
  let [low, high] = [a, b]
  let x = high - GOLDEN * (high - low)
  let y = low + GOLDEN * (high - low)
  let [atX, atY] = [value(x), value(y)]
  while (high - low > 0.5) {
    if (atX >= atY) {
      high = y
      y = x
      atY = atX
      x = high - GOLDEN * (high - low)
      atX = value(x)
    } else {
      low = x
      x = y
      atX = atY
      y = low + GOLDEN * (high - low)
      atY = value(y)
    }
  }
  return Math.max(atX, atY)
}

/** The far field runs one way between switches; the near field may overshoot while it settles, which takes seconds. */
function highestMoment(
  parts: readonly { from: number; course: Course }[],
  switches: readonly number[],
): Air {
  const peak: Air = { near: 0, far: 0 }
  parts.forEach((p, i) => {
    const seconds = switches[i + 1]! - p.from
    for (const t of [0, seconds, ...SETTLING.map((share) => share * seconds)]) {
      const air = p.course.at(t)
      peak.near = Math.max(peak.near, air.near)
      peak.far = Math.max(peak.far, air.far)
    }
  })
  return peak
}
const SETTLING = [1e-4, 3e-4, 1e-3, 3e-3, 0.01, 0.03, 0.1, 0.3]
