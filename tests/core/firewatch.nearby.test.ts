import { describe, expect, it, test } from 'vitest'
import { DIRECTIONS, nearbyHelp } from '#core/firewatch/nearby'
import { box, planOf, thing } from './plan.fixture'

const WORK = { floor: 'ground', x: 10, y: 10 }

describe('what somebody runs to when it burns', () => {
  it('the nearest of each kind on the floor; what is not drawn is left out', () => {
    const plan = planOf(
      thing('extinguisher', box(10, 40), { name: 'Far' }),
      thing('extinguisher', box(10, 14), { name: 'Near' }),
      thing('extinguisher', box(10, 11), { name: 'Above', floor: 'loft' }),
      thing('exit', box(4, 10), { name: 'Gate' }),
    )
    expect(nearbyHelp(plan, WORK)).toEqual([
      { kind: 'extinguisher', name: 'Near', metres: 4, direction: 'north' },
      { kind: 'exit', name: 'Gate', metres: 6, direction: 'west' },
    ])
  })
  test.each(DIRECTIONS.map((direction, i) => [direction, (i * Math.PI) / 4] as const))(
    '%s, and ten degrees to either side of it',
    (direction, angle) => {
      for (const off of [-10, 0, 10]) {
        const turned = angle + (off * Math.PI) / 180
        const at = box(10 + 9 * Math.cos(turned), 10 + 9 * Math.sin(turned))
        expect(nearbyHelp(planOf(thing('exit', at)), WORK)[0]!.direction).toBe(direction)
      }
    },
  )
})
