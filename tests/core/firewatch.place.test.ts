import { describe, expect, it, test } from 'vitest'
import { hotWorkPlace } from '#core/firewatch/hot-work-place'
import type { Plan, Thing } from '#core/plan/plan'

const box = (kind: Thing['kind'], x: number, more: Partial<Thing> = {}): Thing => ({
  id: `${kind} ${x}`,
  kind,
  floor: 'a',
  name: kind,
  shape: { type: 'box', at: { x, y: 5 }, angle: 0, width: 1, depth: 1 },
  facts: {},
  of: null,
  ...more,
})
const area: Thing = {
  ...box('hotWorkArea', 0),
  name: 'Bay',
  shape: {
    type: 'area',
    points: [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 10 },
    ],
  },
}
const station = (x: number, more: Partial<Thing> = {}): Thing =>
  box('station', x, { of: 's', ...more })
const plan = (...things: Thing[]): Plan => ({
  floors: ['a', 'b'].map((id) => ({ id, name: id, outdoors: false, level: 0 })),
  things,
})

// OSHA 29 CFR 1910.252(a)(2), NFPA 51B: a designated area is kept free of what burns.
describe('an area set aside for hot work', () => {
  test.each<[string, boolean, Plan | null, boolean]>([
    ['not set aside, wherever it stands', false, plan(area, station(5)), false],
    ['set aside, no plan', true, null, true],
    ['set aside, no area on the plan', true, plan(station(5)), true],
    ['inside an area', true, plan(area, station(5)), true],
    ['outside every area', true, plan(area, station(15)), false],
    ['on another floor than the area', true, plan(area, station(5, { floor: 'b' })), false],
    ['not drawn, where areas are', true, plan(area), false],
    ['drawn twice', true, plan(area, station(5), station(6)), false],
    ['with timber in its area', true, plan(area, station(5), box('combustible', 8)), false],
    ['with timber across its edge', true, plan(area, station(5), box('combustible', 10)), false],
    ['with timber beside it', true, plan(area, station(5), box('combustible', 12)), true],
    [
      'with timber on another floor',
      true,
      plan(area, station(5), box('combustible', 5, { floor: 'b' })),
      true,
    ],
    [
      'with timber all around and under it',
      true,
      plan(
        area,
        station(5),
        box('combustible', 5, {
          shape: { type: 'box', at: { x: 5, y: 5 }, angle: 0, width: 40, depth: 40 },
        }),
      ),
      false,
    ],
  ])('%s', (_, isSetAside, on, expected) =>
    expect(hotWorkPlace(isSetAside, 's', on).isDesignated).toBe(expected),
  )
  it('says why', () => {
    expect(hotWorkPlace(true, 's', plan(area, station(5), box('combustible', 8))).because).toBe(
      'combustible is drawn inside Bay.',
    )
    expect(hotWorkPlace(true, 's', plan(area, station(5))).because).toBe(
      'It stands inside Bay on the plan.',
    )
  })
  it('more on the plan never makes a permit needless', () => {
    const before = hotWorkPlace(true, 's', plan(area, station(15))).isDesignated
    const after = hotWorkPlace(true, 's', plan(area, station(15), box('combustible', 20)))
    expect(after.isDesignated).toBe(before)
  })
})
