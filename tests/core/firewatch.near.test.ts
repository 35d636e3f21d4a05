import { describe, expect, it, test } from 'vitest'
import {
  burningInReach,
  extinguishersAround,
  judgeExtinguishersNear,
  type DrawnExtinguisher,
} from '#core/firewatch/extinguisher-near'
import type { FireClass } from '#core/inspection/fire-class'
import type { GearState } from '#core/inspection/gear'
import { gearOf } from './gear.fixture'
import { box, line, planOf, thing } from './plan.fixture'

const FOOT = 0.3048
const ABC = { agent: 'abc', rating: '4-A:60-B:C', madeOn: '2025-01-01' }
const state = (name = 'FE-1', change: Partial<Parameters<typeof gearOf>[0]> = {}): GearState =>
  gearOf({ kind: 'extinguisher', name, everyDays: 31, facts: ABC, ...change })
const drawn = (metres: number, change: Partial<DrawnExtinguisher> = {}): DrawnExtinguisher => ({
  gear: state(),
  metres,
  isInSight: true,
  ...change,
})
const judged = (burning: FireClass, ...around: DrawnExtinguisher[]) =>
  judgeExtinguishersNear([burning], around)[0]!

// NFPA 10: 75 ft to an extinguisher for ordinary fires, 50 ft for liquids.
describe('an extinguisher near hot work', () => {
  test.each<[string, FireClass, DrawnExtinguisher[], string]>([
    ['75 ft away', 'ordinary', [drawn(75 * FOOT)], 'clear'],
    ['a hand farther', 'ordinary', [drawn(75 * FOOT + 0.1)], 'caution'],
    ['for liquids 50 ft', 'liquid', [drawn(50 * FOOT)], 'clear'],
    ['for liquids 60 ft', 'liquid', [drawn(60 * FOOT)], 'caution'],
    ['behind a wall', 'ordinary', [drawn(3, { isInSight: false })], 'caution'],
    ['none', 'ordinary', [], 'caution'],
    ['of the wrong kind', 'metal', [drawn(3)], 'caution'],
    ['at no figure', 'ordinary', [drawn(NaN)], 'caution'],
    [
      'locked out',
      'ordinary',
      [drawn(3, { gear: state('FE-1', { lockReason: 'empty' }) })],
      'caution',
    ],
  ])('%s', (_, burning, around, level) => expect(judged(burning, ...around).level).toBe(level))
  it('one that is ready farther away counts before one that is not', () => {
    const locked = drawn(3, { gear: state('FE-1', { lockReason: 'empty' }) })
    expect(judged('ordinary', locked, drawn(10, { gear: state('FE-2') })).sentence).toContain(
      'FE-2',
    )
  })
  it('says that the nearest is not ready', () =>
    expect(
      judged('ordinary', drawn(3, { gear: state('FE-1', { lockReason: 'empty' }) })).sentence,
    ).toMatch(/FE-1.*locked out/))
})

describe('what the plan shows of them', () => {
  const work = { floor: 'ground', x: 0, y: 0 }
  const hung = (x: number, of: string | null, floor = 'ground') =>
    thing('extinguisher', box(x, 0), { of, floor })
  it('those on record on its floor, the nearest first; behind a wall out of sight, through a door in sight', () => {
    const plan = planOf(
      hung(10, 'b'),
      hung(4, 'a'),
      hung(2, null),
      hung(3, 'c', 'loft'),
      thing('wall', line([6, -5], [6, 5])),
    )
    const gear = new Map([
      ['a', state('A')],
      ['b', state('B')],
      ['c', state('C')],
    ])
    expect(
      extinguishersAround(plan, work, gear).map(({ gear: { name }, metres, isInSight }) => [
        name,
        metres,
        isInSight,
      ]),
    ).toEqual([
      ['A', 4, true],
      ['B', 10, false],
    ])
    const open = planOf(...plan.things, thing('door', line([6, -1], [6, 1])))
    expect(extinguishersAround(open, work, gear)[1]!.isInSight).toBe(true)
  })
  it('what can burn is told by the plan and by what was brought; what lies about always can', () => {
    const oil = thing('combustible', box(3, 0), { facts: { burns: 'liquid' } })
    const far = thing('combustible', box(3, 0), { facts: { burns: 'metal' } })
    const plan = planOf(oil, far)
    expect(burningInReach(plan, [], [])).toEqual(['ordinary'])
    expect(burningInReach(plan, [{ thing: oil.id }], [])).toEqual(['ordinary', 'liquid'])
    expect(burningInReach(plan, [], [{ kind: 'liquid', deed: null }])).toEqual([
      'ordinary',
      'liquid',
    ])
    expect(burningInReach(plan, [], [{ kind: 'liquid', deed: 'removed' }])).toEqual(['ordinary'])
  })
})
