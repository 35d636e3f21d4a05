import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { LEVELS } from '#core/finding/finding'
import {
  DEEDS,
  FOUND_KINDS,
  FOUND_RULES,
  judgeFound,
  watchedOf,
  type Found,
} from '#core/firewatch/found'
import { judgeFire } from '#core/firewatch/fire'
import { SWEEP } from '#core/firewatch/rules.table'
import { RULES, WATCHER } from './firewatch.fixture'

const FEET_35 = 35 * 0.3048
const pallet = (change: Partial<Found> = {}): Found => ({
  kind: 'combustible',
  name: 'Pallet of cartons',
  at: { x: 3, y: 4 },
  deed: null,
  ...change,
})
const judged = (
  change: Partial<Found> = {},
  work: { x: number; y: number } | null = { x: 0, y: 0 },
) => judgeFound([pallet(change)], work, FEET_35)[0]!

// OSHA 29 CFR 1910.252(a)(2)(vii): combustibles within 35 ft are relocated, protected or shielded.
describe('what is found around the work on the day', () => {
  it('holds the permit back until something was done about it', () => {
    expect(judged()).toMatchObject({ level: 'stop', legal: true, code: 'fire.found.1' })
    expect(judged({ deed: 'removed' }).level).toBe('clear')
  })
  test.each<[string, Partial<Found>, string]>([
    ['at 35 ft it is in reach', { at: { x: FEET_35, y: 0 } }, 'stop'],
    ['a hand farther it is not', { at: { x: FEET_35 + 0.1, y: 0 } }, 'clear'],
    ['that nobody pointed at counts as in reach', { at: null }, 'stop'],
    ['at no figure as well', { at: { x: NaN, y: 0 } }, 'stop'],
    ['infinitely far is nowhere', { at: { x: Infinity, y: 0 } }, 'stop'],
    ['no cover keeps vapour in', { kind: 'liquid', deed: 'covered' }, 'stop'],
    ['a liquid taken away', { kind: 'liquid', deed: 'removed' }, 'clear'],
    ['an opening is not wetted', { kind: 'opening', deed: 'wetted' }, 'stop'],
    ['people are told', { kind: 'people', deed: 'told' }, 'clear'],
  ])('%s', (_, change, level) => expect(judged(change).level).toBe(level))
  it('without a place of the work everything is in reach', () =>
    expect(judged({ at: { x: 500, y: 0 } }, null).level).toBe('stop'))
  it('farther than the rules ask it is in reach as far as sparks fly', () => {
    const findings = judgeFire({
      ...RULES,
      designated: false,
      sweep: {},
      validFrom: 0,
      validTo: 3_600_000,
      shiftHours: 8,
      work: { floor: 'a', x: 0, y: 0 },
      sparks: { far: 20, height: 10, openings: [], below: [] },
      found: [pallet({ at: { x: 15, y: 0 } })],
    })
    expect(findings.find(({ code }) => code === 'fire.found.1')?.level).toBe('stop')
  })
  it('an opening that is watched needs a watcher of its own', () => {
    const found = [pallet({ kind: 'opening', name: 'Grating', deed: 'watched' })]
    expect(watchedOf(found)).toEqual(['Grating'])
    const sides = (others: (typeof WATCHER)[]) =>
      judgeFire({
        ...RULES,
        designated: false,
        sweep: {},
        validFrom: 0,
        validTo: 3_600_000,
        shiftHours: 8,
        found,
        people: { ...RULES.people, others },
      }).find(({ code }) => code === 'fire.sides')
    expect(sides([])).toMatchObject({ level: 'stop', legal: true })
    expect(sides([{ ...WATCHER, id: 'd', side: 'Below the grating' }])).toBeUndefined()
  })
  it('a line says who saw it', () => {
    const [line] = judgeFire({
      ...RULES,
      designated: false,
      sweep: { authorised: 'yes' },
      seenBy: { authorised: 'Ines' },
      validFrom: 0,
      validTo: 3_600_000,
      shiftHours: 8,
    })
    expect(line!.reasons[0]!.inputs).toMatchObject({ seenBy: 'Ines' })
    expect(SWEEP[0]!.id).toBe('authorised')
  })
  it('one more thing that is found never makes the answer milder', () => {
    const things = fc.array(
      fc.record({
        kind: fc.constantFrom(...FOUND_KINDS),
        name: fc.constantFrom('', 'Bin'),
        at: fc.option(fc.record({ x: fc.double(), y: fc.double() })),
        deed: fc.option(fc.constantFrom(...DEEDS)),
      }),
      { maxLength: 5 },
    )
    const worst = (found: readonly Found[]): number =>
      Math.max(
        0,
        ...judgeFound(found, { x: 0, y: 0 }, FEET_35).map(({ level }) => LEVELS.indexOf(level)),
      )
    fc.assert(
      fc.property(things, things, (some, more) => {
        expect(worst([...some, ...more])).toBeGreaterThanOrEqual(worst(some))
      }),
    )
  })
  it('of every kind some deed makes it safe, and what does says so', () => {
    for (const kind of FOUND_KINDS)
      for (const deed of FOUND_RULES[kind].deeds) expect(judged({ kind, deed }).level).toBe('clear')
  })
})
