import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { turned } from '#core/plan/move'
import { cornersOf, apart, middleOf } from '#core/plan/shape'
import { toSvg } from '#core/plan/svg'
import { anyPoint, at, box, line, planOf, rectangle, thing } from './plan.fixture'

describe('a shape that is turned', () => {
  it('by hand: a quarter turn about a point', () => {
    expect(turned(line([1, 0], [2, 0]), at(0, 0), 90)).toEqual(line([0, 1], [0, 2]))
    expect(turned(box(1, 0, { angle: 10 }), at(0, 0), 90)).toEqual(box(0, 1, { angle: 100 }))
  })
  it('keeps its measures, and turned back is where it was', () => {
    fc.assert(
      fc.property(anyPoint, fc.integer({ min: -720, max: 720 }), (about, degrees) => {
        for (const shape of [box(3, 4, { width: 2, depth: 1, angle: 30 }), rectangle(1, 2, 3, 4)]) {
          const there = turned(shape, about, degrees)
          const back = turned(there, about, -degrees)
          const [corners, moved, again] = [shape, there, back].map(cornersOf)
          corners!.forEach((corner, i) => {
            const next = (i + 1) % corners!.length
            expect(apart(moved![i]!, moved![next]!)).toBeCloseTo(apart(corner, corners![next]!), 2)
            expect(apart(again![i]!, corner)).toBeLessThan(0.001)
          })
          expect(apart(middleOf(back), middleOf(shape))).toBeLessThan(0.001)
        }
      }),
    )
  })
})

describe('a floor drawn to scale', () => {
  const plan = planOf(
    thing('room', rectangle(0, 0, 20, 10), { name: 'Bay & <store>' }),
    thing('station', box(5, 5), { name: 'Booth 1' }),
  )
  const points = (svg: string): number[][] =>
    /points="([^"]+)"/
      .exec(svg)![1]!
      .split(' ')
      .map((pair) => pair.split(',').map(Number))

  it.each([50, 100, 200, 500])('at 1 : %d a metre is as long as it says, on paper', (scale) => {
    const { svg, width } = toSvg(plan, 'ground', scale, 'Yard')!
    const [a, b] = points(svg)
    // A viewBox in mm on a page in mm: its units are mm.
    expect(svg).toContain(`width="${width}mm"`)
    expect(Math.hypot(b![0]! - a![0]!, b![1]! - a![1]!)).toBeCloseTo(20_000 / scale, 3)
  })
  it('says names as they are, and the scale', () => {
    const { svg, lines } = toSvg(plan, 'ground', 100, 'Yard')!
    expect(svg).toContain('Bay &amp; &lt;store&gt;')
    expect(svg).toContain('Yard, 1 : 100')
    expect(lines).not.toContain('<text')
    expect(toSvg(plan, 'attic', 100, 'Yard')).toBeNull()
  })
})
