import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import type { Finding } from '#core/finding/finding'
import { judgeSpaceWatch } from '#core/firewatch/attendant'
import { judgeDetectors } from '#core/firewatch/detectors'
import { judgeNeighbours } from '#core/firewatch/neighbours'
import { judgePeople, type PermitPeople } from '#core/firewatch/people'
import { gates } from '#core/permit/gates'
import { stopsWork } from '#core/permit/stops-work'
import { OPERATOR, PEOPLE, WATCHER } from './firewatch.fixture'

const OTHER = { ...WATCHER, id: 'd', name: 'Dora', side: 'Loft' }
const people = (change: Partial<PermitPeople>): PermitPeople => ({
  ...PEOPLE,
  below: [],
  watched: [],
  farSides: [],
  ...change,
})
const judged = (change: Partial<PermitPeople>, code: string): Finding | undefined =>
  judgePeople(people(change)).find((finding) => finding.code === code)

describe('people of a permit, OSHA 29 CFR 1910.252(a)(2)(iii) and (xiii)', () => {
  it('named, cleared and trained they are clear', () =>
    expect(judgePeople(people({ others: [OTHER] })).map(({ level }) => level)).toEqual(
      Array(4).fill('clear'),
    ))
  test.each<[string, Partial<PermitPeople>, string, string, boolean]>([
    ['no operator', { operator: null }, 'fire.operator', 'unknown', false],
    [
      'an operator who left',
      { operator: { ...OPERATOR, isActive: false } },
      'fire.operator',
      'stop',
      true,
    ],
    [
      'an operator who is not cleared, which a lead may set aside',
      { operator: { ...OPERATOR, isCleared: false } },
      'fire.cleared',
      'stop',
      false,
    ],
    ['no watch', { fireWatch: null }, 'fire.watch', 'unknown', false],
    ['a watch who welds', { fireWatch: { ...WATCHER, id: 'a' } }, 'fire.watch', 'stop', true],
    [
      'a watch who left',
      { fireWatch: { ...WATCHER, isActive: false } },
      'fire.watch',
      'stop',
      true,
    ],
    [
      'a watch without training',
      { fireWatch: { ...WATCHER, isTrained: false } },
      'fire.watch',
      'stop',
      true,
    ],
    [
      'a watch on another permit',
      { fireWatch: { ...WATCHER, busyOn: 7 } },
      'fire.watch',
      'stop',
      true,
    ],
    ['one on two sides', { others: [{ ...OTHER, id: 'b' }] }, 'fire.watch.b', 'stop', true],
    [
      'a further one without training',
      { others: [{ ...OTHER, isTrained: false }] },
      'fire.watch.d',
      'stop',
      true,
    ],
    ['sparks below and nobody there', { below: ['Dock'] }, 'fire.sides', 'stop', true],
    ['a far side and one watcher', { farSides: ['Wall'] }, 'fire.sides', 'caution', false],
  ])('%s', (_, change, code, level, isLegal) => {
    const finding = judged(change, code)!
    expect([finding.level, finding.legal ?? false]).toEqual([level, isLegal])
  })
  it('a watcher for each floor below is enough', () => {
    expect(judged({ below: ['Dock'], others: [OTHER] }, 'fire.sides')).toBeUndefined()
    expect(judged({ below: ['Dock', 'Hold'], others: [OTHER] }, 'fire.sides')!.level).toBe('stop')
  })
})

describe('a closed space, OSHA 29 CFR 1910.252(c)(4)', () => {
  const attendant = { id: 'e', name: 'Esme', isActive: true }
  const level = (change: object): string[] =>
    judgeSpaceWatch({ attendant, rescue: 'Winch, call 112', busy: ['a', 'b'], ...change }).map(
      (finding) => finding.level,
    )
  it('needs an attendant with no other duty, and a rescue', () => {
    expect(level({})).toEqual(['clear', 'clear'])
    expect(level({ attendant: null })).toEqual(['unknown', 'clear'])
    expect(level({ busy: ['e'] })).toEqual(['stop', 'clear'])
    expect(level({ attendant: { ...attendant, isActive: false } })).toEqual(['stop', 'clear'])
    expect(level({ rescue: '  ' })).toEqual(['clear', 'unknown'])
  })
})

describe('detectors', () => {
  it('somebody on the roster puts them back', () => {
    expect(judgeDetectors({ name: 'Ines', isActive: true }).level).toBe('clear')
    expect(judgeDetectors({ name: 'Ines', isActive: false }).level).toBe('unknown')
    expect(judgeDetectors(null).level).toBe('unknown')
  })
})

describe('other permits', () => {
  const REACH = 10.668
  const other = { number: 4, place: 'Quay', metres: 5, isSamePlace: false, reach: REACH }
  const level = (change: object): string | undefined =>
    judgeNeighbours([{ ...other, ...change }], REACH)[0]?.level
  test.each([
    [{ metres: 0 }, 'stop'],
    [{ metres: 1.99 }, 'stop'],
    [{ metres: 2 }, 'caution'],
    [{ metres: REACH }, 'caution'],
    [{ metres: REACH + 0.01 }, undefined],
    [{ metres: 14, reach: 15 }, 'caution'],
    [{ metres: null }, undefined],
    [{ metres: null, isSamePlace: true }, 'stop'],
  ])('%j: %s', (change, expected) => expect(level(change)).toBe(expected))
})

describe('what stops work after issue', () => {
  const finding = (code: string, level: Finding['level']): Pick<Finding, 'code' | 'level'> => ({
    code,
    level,
  })
  it('every stop but what was written, and air that nobody tested lately', () => {
    expect(stopsWork(finding('gear.machine', 'stop'))).toBe(true)
    expect(stopsWork(finding('fire.watch', 'stop'))).toBe(true)
    expect(stopsWork(finding('fire.watchTime', 'stop'))).toBe(false)
    expect(stopsWork(finding('air.gasTest', 'unknown'))).toBe(true)
    expect(stopsWork(finding('fire.sparks', 'unknown'))).toBe(false)
  })
  it('nothing that is clear or a caution', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.constantFrom('clear' as const, 'caution' as const),
        (code, level) => {
          expect(stopsWork(finding(code, level))).toBe(false)
        },
      ),
    )
  })
  it('a stop that a lead set aside does not hold it back', () => {
    const stop = { ...judged({ operator: { ...OPERATOR, isCleared: false } }, 'fire.cleared')! }
    const { open } = gates([stop], [{ code: stop.code, reason: 'Signed off on paper today' }])
    expect(open.filter(stopsWork)).toEqual([])
  })
})
