import { describe, expect, it } from 'vitest'
import { inOrder, judgeReadings, meanOver } from '#core/monitor/readings'
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
    expect(
      meanOver(
        [
          { at: 0, value: 1 },
          { at: MINUTE, value: 3 },
        ],
        0,
        3 * MINUTE,
      ),
    ).toEqual({ mean: 7 / 3, covered: 1 })
    expect(meanOver([{ at: 0, value: 1 }], 0, 4 * MINUTE)).toEqual({ mean: 1, covered: 0.5 })
    expect(meanOver([], 0, 1)).toBeNull()
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
