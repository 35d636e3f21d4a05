import { describe, expect, it } from 'vitest'
import type { Reading } from '#core/monitor/dose'
import { judgeReadings } from '#core/monitor/readings'

describe('a monitor', () => {
  const now = Date.UTC(2026, 4, 4, 12)
  const readings = (minutesAgo: readonly number[], value: number): Reading[] =>
    minutesAgo.map((ago) => ({ at: now - ago * 60_000, value }))
  const judged = (list: Reading[]) => judgeReadings(list, 'manganese', ['osha'], now)
  it('says for how long it was silent, and how much of a window it knows', () => {
    expect(judged(readings([7], 0.1)).sentence).toContain('has said nothing for 7 minutes')
    expect(judged([]).sentence).toContain('no readings yet')
    // Each reading stands for two minutes at most: 0 stands for none yet, 4 and 8 for two each.
    expect(judged(readings([0, 4, 8], 0.1)).sentence).toContain('only 27 % of the last 15 minutes')
    expect(judged(readings([0], 0.1)).sentence).toContain('only 0 % of the last 15 minutes')
  })
  it('is silent after five minutes, not at five', () => {
    const silent = Array.from({ length: 60 }, (_, i) => i + 6)
    expect(judged(readings(silent, 0.1)).level).not.toBe('clear')
    const fresh = Array.from({ length: 60 }, (_, i) => i + 5)
    expect(judged(readings(fresh, 0.1)).level).toBe('clear')
  })
})
