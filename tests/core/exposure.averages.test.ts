import { describe, expect, it } from 'vitest'
import { course, steady } from '#core/air/zones'
import { timeWeightedAverage, mixtureIndex } from '#core/exposure/average'

describe('averages refuse what is none', () => {
  it('negative, or more than a day', () => {
    const ok = { concentration: 1, hours: 1 }
    expect(timeWeightedAverage([ok, { concentration: 7, hours: 1 }])).toBe(1)
    for (const wrong of [
      { concentration: -1, hours: 1 },
      { concentration: 1, hours: -1 },
      { concentration: Number.NaN, hours: 1 },
    ])
      expect(() => timeWeightedAverage([ok, wrong])).toThrow(RangeError)
    expect(timeWeightedAverage([{ concentration: 1, hours: 24 }])).toBe(3)
    expect(() => timeWeightedAverage([{ concentration: 1, hours: 24.1 }])).toThrow(RangeError)
    expect(() =>
      mixtureIndex([
        { concentration: 1, limit: 2 },
        { concentration: 1, limit: 0 },
      ]),
    ).toThrow(RangeError)
    expect(mixtureIndex([])).toBe(0)
  })
  it('a room is as wide as its near field allows', () => {
    const drive = { flow: 0.5, near: 1, far: 0, supply: 0 }
    const room = (radius: number, airSpeed: number, mixing = 1) => ({
      volume: 200,
      mixing,
      near: { radius, airSpeed },
    })
    for (const good of [room(0.1, 0.01), room(2, 1), room(0.5, 0.1, 10)])
      expect(() => steady(good, drive)).not.toThrow()
    for (const bad of [
      room(0.09, 0.1),
      room(2.1, 0.1),
      room(0.5, 0.009),
      room(0.5, 1.1),
      room(0.5, 0.1, 10.1),
      room(0.5, 0.1, 0.9),
    ])
      expect(() => steady(bad, drive)).toThrow(RangeError)
    const start = course(room(0.5, 0.1), drive, { near: 0, far: 0 }).at(0)
    expect(start.near).toBeCloseTo(0, 12)
    expect(start.far).toBeCloseTo(0, 12)
  })
})
