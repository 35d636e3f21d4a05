import { readFileSync } from 'node:fs'

/** Places in the first line of /proc/stat: hundredths of seconds without work, waiting for a disk, and given to other machines on the same hardware. */
const [IDLE, WAITING, STOLEN] = [3, 4, 7]

/** Hundredths of seconds that this machine asked for, and those of them that others had; null: it does not tell. */
function ticks(): { asked: number; stolen: number } | null {
  try {
    const [line] = readFileSync('/proc/stat', 'utf8').split('\n')
    const told = line!.trim().split(/\s+/).slice(1).map(Number)
    const all = told.reduce((sum, one) => sum + one, 0)
    return { asked: all - told[IDLE]! - told[WAITING]!, stolen: told[STOLEN]! }
  } catch {
    return null
  }
}

/** From now on: how much of the time that this machine asked for others had, 0 to 1; null: it does not tell. */
export function stolenSince(): () => number | null {
  const before = ticks()
  return () => {
    const now = ticks()
    return before && now
      ? (now.stolen - before.stolen) / Math.max(1, now.asked - before.asked)
      : null
  }
}
