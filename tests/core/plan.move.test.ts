import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawn, middleOfAll, moved, reshaped, row, snapped } from '#core/plan/move'
import { apart, areaOf, cornersOf, middleOf } from '#core/plan/shape'
import { anyPoint, at, box, line, rectangle } from './plan.fixture'

const INCH = 0.0254

describe('what hands do to an outline', () => {
  it('moved there and back it is where it was, to a tenth of a millimetre', () => {
    fc.assert(
      fc.property(anyPoint, (by) => {
        for (const shape of [
          box(1, 2, { angle: 30 }),
          line([0, 0], [3, 4]),
          rectangle(0, 0, 2, 3),
        ]) {
          const back = moved(moved(shape, by), { x: -by.x, y: -by.y })
          cornersOf(back).forEach((corner, i) =>
            expect(apart(corner, cornersOf(shape)[i]!)).toBeLessThan(2e-4),
          )
        }
      }),
    )
  })
  it('an inch stays an inch', () => {
    expect(middleOf(moved(box(0, 0), at(INCH, 0))).x).toBe(INCH)
  })
  it('a corner of a box pulled leaves the opposite one where it is', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 0, max: 359 }),
        anyPoint,
        (i, angle, to) => {
          const shape = box(0, 0, { width: 2, depth: 3, angle })
          const opposite = cornersOf(shape)[(i + 2) % 4]!
          fc.pre(apart(opposite, to) > 1)
          const pulled = cornersOf(reshaped(shape, i, to))
          expect(Math.min(...pulled.map((corner) => apart(corner, opposite)))).toBeLessThan(0.2)
        },
      ),
    )
  })
  it('a point of a line goes where it is put, the others stay', () => {
    const shape = reshaped(line([0, 0], [3, 0], [3, 4]), 1, at(9, 9))
    expect(cornersOf(shape)).toEqual([at(0, 0), at(9, 9), at(3, 4)])
  })
  it('drawn from one point to another it spans both', () => {
    expect(areaOf(drawn('area', at(0, 0), at(4, 3)))).toBe(12)
    expect(areaOf(drawn('box', at(4, 3), at(0, 0)))).toBe(12)
    expect(cornersOf(drawn('line', at(0, 0), at(4, 3)))).toEqual([at(0, 0), at(4, 3)])
  })
  it.each([
    [at(1.1, 0.9), at(1, 1), 'the grid'],
    [at(2.9, 2.8), at(3.05, 2.95), 'a corner near it rather than the grid'],
  ])('%o snaps to %o: %s', (p, to) => {
    expect(snapped(p, [at(3.05, 2.95)], 0.5)).toEqual(to)
  })
  it('without a grid it stays', () => {
    expect(snapped(at(1.23, 4.56), [], 0)).toEqual(at(1.23, 4.56))
  })
  it('ten in a row are side by side, none touching the next', () => {
    const booths = row(at(2, 3), { count: 10, width: 2.5, depth: 2, gap: 0.5 }, 'east')
    expect(booths.map((shape) => middleOf(shape).x)).toEqual(
      Array.from({ length: 10 }, (_, i) => 2 + 3 * i),
    )
    const [first, second] = booths.map(cornersOf)
    const gap = Math.min(...second!.map(({ x }) => x)) - Math.max(...first!.map(({ x }) => x))
    expect(gap).toBeCloseTo(0.5, 9)
    expect(middleOfAll(booths).x).toBeCloseTo(15.5, 9)
    expect(middleOfAll([])).toEqual(at(0, 0))
  })
})
