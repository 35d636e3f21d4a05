import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { onPlan, scaleByTwoPoints } from '#core/plan/underlay'
import { anyPoint, at } from './plan.fixture'

describe('a picture set to scale by two points', () => {
  it('by hand: 200 px that are 10 m', () => {
    expect(scaleByTwoPoints(at(0, 0), at(120, 160), 10)).toBe(0.05)
  })
  it.each([
    ['points in one place', at(5, 5), 10],
    ['no distance', at(100, 0), 0],
    ['a distance below nothing', at(100, 0), -3],
    ['a distance that is no number', at(100, 0), Number.NaN],
    ['a point that is none', at(Number.POSITIVE_INFINITY, 0), 10],
  ])('is none with %s', (_, to, metres) => {
    expect(scaleByTwoPoints(at(5, 5), to, metres)).toBeNull()
  })
  it('lies with its mark where it was put, and keeps distances however it is turned', () => {
    fc.assert(
      fc.property(anyPoint, anyPoint, fc.integer({ min: -180, max: 180 }), (where, p, turned) => {
        const underlay = {
          width: 400,
          height: 300,
          mark: at(40, 30),
          at: where,
          metresPerPixel: 0.05,
          turned,
        }
        expect(onPlan(underlay, at(40, 30))).toEqual(where)
        const there = onPlan(underlay, p)
        expect(Math.hypot(there.x - where.x, there.y - where.y)).toBeCloseTo(
          Math.hypot(p.x - 40, p.y - 30) * 0.05,
          9,
        )
      }),
    )
    const flat = { width: 1, height: 1, mark: at(0, 0), at: at(0, 0), metresPerPixel: 1, turned: 0 }
    // Down on the picture is south on the plan.
    expect(onPlan(flat, at(2, 3))).toEqual(at(2, -3))
  })
})
