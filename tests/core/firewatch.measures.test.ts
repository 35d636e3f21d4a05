import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { LEVELS } from '#core/finding/finding'
import {
  CLEANINGS,
  CONTENTS,
  judgeContainer,
  PURGES,
  type ContainerCheck,
} from '#core/firewatch/container'
import { judgeHours, touchesNight } from '#core/firewatch/hours'
import { sparkQuery } from '#core/firewatch/spark-query'
import { judgeSparks, lookReach } from '#core/firewatch/spark-reach'
import { jobWith } from './job.fixture'
import { SAFE_CONTAINER } from './firewatch.fixture'

const MINUTE = 60_000
const NOW = 1_000 * MINUTE
const context = { from: NOW, now: NOW }
const container = (change: Partial<ContainerCheck>) =>
  judgeContainer({ ...SAFE_CONTAINER, testedAt: NOW, ...change }, context)
const level = (change: Partial<ContainerCheck>, code: string): string | undefined =>
  container(change).find((finding) => finding.code === `fire.container${code}`)?.level
const worst = (change: Partial<ContainerCheck> | null): number =>
  Math.max(
    ...(change ? container(change) : judgeContainer(null, context)).map((finding) =>
      LEVELS.indexOf(finding.level),
    ),
  )

describe('a container before heat, OSHA 29 CFR 1910.252(a)(3)', () => {
  it('cleaned, tested, off its pipes, vented and purged it is clear', () =>
    expect(container({}).map((finding) => finding.level)).toEqual(Array(6).fill('clear')))
  it('of which nothing is told all is unknown', () =>
    expect(new Set(judgeContainer(null, context).map((finding) => finding.level))).toEqual(
      new Set(['unknown']),
    ))
  test.each<[string, Partial<ContainerCheck>, string, string]>([
    ['a past that nobody knows', { contents: 'unknown' }, 'Past', 'stop'],
    ['contents without a name', { held: ' ' }, 'Past', 'unknown'],
    ['not cleaned', { cleaned: 'notCleaned' }, 'Cleaned', 'stop'],
    ['never filled, yet of something', { cleaned: 'new' }, 'Cleaned', 'stop'],
    ['one part in a hundred of the limit', { explosive: 1 }, 'Tested', 'stop'],
    ['no reading', { explosive: null }, 'Tested', 'unknown'],
    ['a reading that is none', { explosive: NaN }, 'Tested', 'unknown'],
    ['a reading below nothing', { explosive: -1 }, 'Tested', 'unknown'],
    ['tested by nobody', { tester: '' }, 'Tested', 'unknown'],
    ['tested some time', { testedAt: null }, 'Tested', 'unknown'],
    ['tested an hour before', { testedAt: NOW - 60 * MINUTE }, 'Tested', 'clear'],
    ['tested longer before', { testedAt: NOW - 60 * MINUTE - 1 }, 'Tested', 'unknown'],
    ['tested tomorrow', { testedAt: NOW + 1 }, 'Tested', 'unknown'],
    ['still on its pipes', { isIsolated: false }, 'Isolated', 'stop'],
    ['closed', { isVented: false }, 'Vented', 'stop'],
    ['not purged', { purged: 'none' }, 'Purged', 'caution'],
    ['purging not told', { purged: null }, 'Purged', 'unknown'],
  ])('%s', (_, change, code, expected) => expect(level(change, code)).toBe(expected))
  it('new and never filled it needs no test, but a vent', () => {
    const isNew = { contents: 'harmless', cleaned: 'new', explosive: null, tester: '' } as const
    expect(worst({ ...isNew, isVented: true })).toBe(0)
    expect(level({ ...isNew, isVented: false }, 'Vented')).toBe('stop')
  })
  it('what is not told is never milder than what is told to be well', () => {
    const told = fc.record({
      contents: fc.constantFrom(...CONTENTS),
      cleaned: fc.constantFrom(...CLEANINGS),
      explosive: fc.constantFrom(0, 5),
      isIsolated: fc.boolean(),
      isVented: fc.boolean(),
      purged: fc.constantFrom(...PURGES),
    })
    fc.assert(
      fc.property(told, fc.constantFrom('contents', 'cleaned', 'isVented'), (one, left) => {
        expect(worst({ ...one, [left]: null })).toBeGreaterThanOrEqual(LEVELS.indexOf('unknown'))
      }),
    )
  })
})

describe('hours of work and watch', () => {
  test.each([
    [8, 10, false],
    [8, 14, false],
    [8, 14.01, true],
    [21.5, 1, true],
    [22, 0, true],
    [5.9, 1, true],
    [6, 16, false],
  ])('from %s h for %s h touches the night: %s', (hour, hours, expected) =>
    expect(touchesNight(hour, hours)).toBe(expected),
  )
  it('night and shut days are a caution, other hours nothing', () => {
    expect(judgeHours({ isAtNight: true, isShut: false })).toMatchObject([{ level: 'caution' }])
    expect(judgeHours({ isAtNight: false, isShut: true })).toMatchObject([{ level: 'caution' }])
    expect(judgeHours({ isAtNight: false, isShut: false })).toEqual([])
  })
})

describe('what the flight of sparks adds', () => {
  const sparks = { far: 4, height: 1, openings: [], below: [] }
  const REACH = 10.668
  it('within the distance of the rules nothing', () => {
    expect(judgeSparks(sparks, REACH).level).toBe('clear')
    expect(lookReach(sparks, REACH)).toBe(REACH)
  })
  it('farther it reaches farther; never less', () => {
    expect(judgeSparks({ ...sparks, far: 14 }, REACH).level).toBe('caution')
    expect(lookReach({ ...sparks, far: 14 }, REACH)).toBe(14)
    fc.assert(
      fc.property(fc.double(), (far) => {
        expect(lookReach({ ...sparks, far }, REACH)).toBeGreaterThanOrEqual(REACH)
      }),
    )
  })
  it('by way of openings and edges a caution that names them', () => {
    expect(judgeSparks({ ...sparks, openings: ['Loft hatch'] }, REACH)).toMatchObject({
      level: 'caution',
      sentence: expect.stringContaining('Loft hatch') as string,
    })
    expect(judgeSparks({ ...sparks, below: ['Dock'] }, REACH).level).toBe('caution')
  })
  it('not reckoned, or of no figure, is unknown', () => {
    expect(judgeSparks({ because: 'x', remedy: 'y' }, REACH).level).toBe('unknown')
    expect(judgeSparks({ ...sparks, far: NaN }, REACH).level).toBe('unknown')
  })
  const job = jobWith({}, { space: 'outdoors', wind: 3 })
  it('is reckoned of height, and outdoors of the wind', () => {
    expect(sparkQuery(job, null, 2)).toMatchObject({ height: 2, wind: 3 })
    for (const [height, wind] of [
      [null, 3],
      [2, null],
      [2, 40],
      [101, 3],
      [NaN, 3],
      [2, NaN],
    ] as const)
      expect(sparkQuery({ ...job, air: { ...job.air, wind } }, null, height)).toHaveProperty(
        'because',
      )
  })
  it('a yard of the plan is outdoors, whatever the job says', () => {
    const inside = jobWith({}, { space: 'indoors', wind: null })
    expect(sparkQuery(inside, { outdoors: true }, 1)).toHaveProperty('because')
    expect(sparkQuery(inside, { outdoors: false }, 1)).toMatchObject({ wind: 0 })
  })
})
