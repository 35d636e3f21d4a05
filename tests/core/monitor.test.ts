import { describe, expect, it } from 'vitest'
import { inOrder, sumsOf, windowOf, type Reading } from '#core/monitor/dose'
import { judgeArrived, judgeReadings } from '#core/monitor/readings'
import { alarmFinding, MAY_BE, SYMPTOMS } from '#core/monitor/symptoms'

describe('a monitor', () => {
  const MINUTE = 60_000
  const now = 100 * 3_600_000
  const steady = (value: number, minutes: number) =>
    Array.from({ length: minutes }, (_, i) => ({ at: now - (minutes - i) * MINUTE, value }))
  const level = (
    readings: { at: number; value: number }[],
    substance: Parameters<typeof judgeReadings>[1] = 'fume',
    adopted: Parameters<typeof judgeReadings>[2] = ['osha'],
  ) => judgeReadings(readings, substance, adopted, now).level
  it('readings in any order and twice are the same readings', () => {
    const one = steady(2, 20)
    expect(inOrder([...one.toReversed(), ...one.slice(3, 8)])).toEqual(one)
  })
  it('the mean weighs by time, a gap is not covered', () => {
    const mean = (readings: Reading[], to: number) => windowOf(sumsOf(readings), 0, to)
    expect(
      mean(
        [
          { at: 0, value: 1 },
          { at: MINUTE, value: 3 },
        ],
        3 * MINUTE,
      ),
    ).toEqual({ mean: 7 / 3, covered: 1, atLeast: 7 / 3 })
    expect(mean([{ at: 0, value: 1 }], 4 * MINUTE)).toEqual({ mean: 1, covered: 0.5, atLeast: 0.5 })
    expect(mean([], 1)).toBeNull()
  })
  it('silence is unknown', () => {
    expect(level([])).toBe('unknown')
    expect(level([{ at: now - 6 * MINUTE, value: 0.1 }])).toBe('unknown')
  })
  it.each([
    ['calm', steady(0.5, 30), 'fume', 'clear'],
    ['15 min over three times the 8 h limit', steady(16, 30), 'fume', 'stop'],
    [
      'over the ceiling for a moment',
      [...steady(0.1, 20), { at: now - 1000, value: 6 }],
      'nitrogenDioxide',
      'stop',
    ],
    ['8 h dose used up', steady(6, 470), 'fume', 'stop'],
    ['half of it', steady(3, 470), 'fume', 'caution'],
  ] as const)('%s', (_, readings, substance, expected) =>
    expect(level([...readings], substance)).toBe(expected),
  )
  it('a short-term limit where the site adopted one', () => {
    expect(level(steady(1.5, 20), 'nitrogenDioxide', ['niosh'])).toBe('stop')
    expect(level(steady(1.5, 4), 'nitrogenDioxide', ['niosh'])).not.toBe('stop')
  })
  it.each([
    ['nitrogenDioxide', ['osha'], 6, 'a ceiling passed a moment ago, the last reading calm'],
    ['phosgene', ['acgih'], 50, 'no adopted limit, immediately dangerous'],
    ['phosgene', ['acgih'], 0.5, 'no adopted limit, over the strictest that is known'],
  ] as const)('a spike of %s under %j is a stop: %d, %s', (substance, adopted, spike, _) => {
    const readings = [...steady(0.001, 20), { at: now - 90_000, value: spike }]
    const calm = [...readings, { at: now - 1000, value: 0.001 }]
    expect(level(calm, substance, [...adopted])).toBe('stop')
  })
  it('what is read every five minutes is not known, and over by what is known a stop', () => {
    const sparse = (value: number) =>
      Array.from({ length: 90 }, (_, i) => ({ at: now - 60_000 - i * 5 * MINUTE, value }))
    expect(level(sparse(0.5), 'nitrogenDioxide', ['niosh'])).toBe('unknown')
    expect(level(sparse(1.5), 'nitrogenDioxide', ['niosh'])).toBe('unknown')
    expect(level(sparse(8), 'nitrogenDioxide', ['niosh'])).toBe('stop')
    expect(level(sparse(7.5), 'fume', ['osha'])).toBe('unknown')
    expect(level(sparse(14), 'fume', ['osha'])).toBe('stop')
  })
  it('three times the 8 h limit for a quarter is a stop whatever other limits there are', () => {
    expect(level(steady(160, 20), 'carbonMonoxide', ['osha', 'niosh'])).toBe('stop')
    expect(level(steady(110, 20), 'carbonMonoxide', ['niosh'])).toBe('stop')
  })
  it('what cannot be read is left out, never taken for clean air', () => {
    const broken = steady(0.1, 20).map((reading) => ({ ...reading, value: Number.NaN }))
    expect(level(broken)).toBe('unknown')
  })

  const arrive = (
    known: Reading[],
    news: Reading[],
    substance: Parameters<typeof judgeArrived>[2] = 'nitrogenDioxide',
    adopted: Parameters<typeof judgeArrived>[3] = ['osha'],
  ) => judgeArrived([...known, ...news], new Set(news.map(({ at }) => at)), substance, adopted)
  it('each reading is judged when it arrives: a spike inside a batch, or sent late', () => {
    const calm = steady(0.1, 60)
    const spike = { at: calm[10]!.at + 30_000, value: 6 }
    expect(arrive([], [...calm.slice(0, 5), spike, ...calm.slice(11)])).toMatchObject({
      level: 'stop',
      at: spike.at,
    })
    expect(arrive(calm, [spike])).toMatchObject({ level: 'stop', at: spike.at })
    expect(arrive([...calm, spike], [{ at: now - 1000, value: 0.1 }])).toBeNull()
    expect(arrive(calm, [])).toBeNull()
  })
  it('the worst quarter counts, wherever it begins and ends', () => {
    // 1.02 ppm for exactly 15 min, read every 50 s, nothing before and after. NIOSH: 1 ppm for 15 min.
    const burst = (readings: number) => {
      const from = now - 3_600_000
      const at = (i: number): number => from + i * 50_000
      return [
        { at: at(0) - 60_000, value: 0 },
        ...Array.from({ length: readings }, (_, i) => ({ at: at(i), value: 1.02 })),
        { at: at(readings), value: 0 },
      ]
    }
    expect(arrive([], burst(18), 'nitrogenDioxide', ['niosh'])?.level).toBe('stop')
    expect(arrive([], burst(17), 'nitrogenDioxide', ['niosh'])).toBeNull()
  })
  it('a late reading fills a window that is then over', () => {
    const known = steady(1.2, 30).filter((_, i) => i % 4 === 0)
    const late = steady(1.2, 30).filter((_, i) => i % 4 !== 0)
    expect(arrive([], known, 'nitrogenDioxide', ['niosh'])).toBeNull()
    expect(arrive(known, late, 'nitrogenDioxide', ['niosh'])?.level).toBe('stop')
  })
  it('an alarm is a stop that no one overrides; each symptom says what it may be', () => {
    const finding = alarmFinding({ kind: 'ill', symptoms: ['chest'], note: '', by: 'A', at: '' })
    expect(finding).toMatchObject({
      level: 'stop',
      legal: true,
      remedy: expect.stringMatching(/emergency/),
    })
    for (const symptom of SYMPTOMS) expect(MAY_BE[symptom].length).toBeGreaterThan(5)
  })
})
