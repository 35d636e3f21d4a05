import { describe, expect, it } from 'vitest'
import { helmetSetting, judgeHelmet, nearestHelmet, rangesText } from '#core/shade/helmet'
import { legalRows, measureOf, rowSays } from '#core/shade/school'
import { beginSearch, nextShade } from '#core/shade/search'
import { assignShade, DEFAULT_SHADE_RULES } from '#core/shade/shade'
import type { JobSpec } from '#core/job/job'
import { jobWith } from './job.fixture'

describe('helmets', () => {
  it('half shades at the ends count, in between whole ones', () => {
    const filter = { name: 'H', ranges: [[8.5, 12.5]] as const }
    expect(helmetSetting(filter, 8, 8).set).toBe(8.5)
    expect(helmetSetting(filter, 8, 9).set).toBe(9)
    expect(helmetSetting(filter, 8, 12).set).toBe(12)
    expect(helmetSetting(filter, 8, 13)).toMatchObject({ reaches: false, set: 12.5 })
    expect(helmetSetting(filter, 13, 13)).toEqual({ reaches: false, set: null, range: null })
    expect(helmetSetting({ name: 'G', ranges: [[10, 10]] }, 8, 9)).toMatchObject({ set: 10 })
  })
  it('the nearest reaches with as little over as can be, among equals the shortest reach', () => {
    const fixed = { name: 'fixed 11', ranges: [[11, 11]] as const }
    const wide = { name: 'wide', ranges: [[5, 13]] as const }
    const short = { name: 'short', ranges: [[9, 11]] as const }
    const two = {
      name: 'two',
      ranges: [
        [5, 8],
        [9, 13],
      ] as const,
    }
    expect(nearestHelmet([wide, short, two], 8, 10)!.name).toBe('short')
    expect(nearestHelmet([fixed, wide], 8, 10)!.name).toBe('wide')
    expect(nearestHelmet([wide, two], 8, 10)!.name).toBe('two')
    expect(nearestHelmet([fixed], 8, 12)).toBeNull()
    expect(nearestHelmet([], 8, 10)).toBeNull()
  })
  it('are named as they are printed', () => {
    expect(rangesText([[10, 10]])).toBe('10')
    expect(
      rangesText([
        [5, 8],
        [9, 13],
      ]),
    ).toBe('5-8 / 9-13')
    const says = (ranges: readonly (readonly [number, number])[]) =>
      judgeHelmet({ name: 'H', ranges }, 8, 10).sentence
    expect(says([[10, 10]])).toBe('H has a fixed 10.')
    expect(says([[9, 13]])).toBe('H: use the range 9 to 13 and set 10.')
    expect(judgeHelmet({ name: 'H', ranges: [] }, 8, 10).level).toBe('unknown')
    expect(judgeHelmet(null, null, 10).level).toBe('unknown')
    expect(judgeHelmet(null, 8, null).level).toBe('unknown')
  })
})

describe('the search for a shade', () => {
  it('comes down, and settles where it has been', () => {
    const start = beginSearch(8, 11)
    const ten = nextShade(start, 'too_dark')
    expect([ten.at, ten.state]).toEqual([10, 'trying'])
    const back = nextShade(ten, 'too_bright')
    expect([back.at, back.state]).toEqual([11, 'found'])
    const up = nextShade(start, 'too_bright')
    expect([up.at, up.state]).toEqual([12, 'trying'])
    const down = nextShade(up, 'too_dark')
    expect([down.at, down.state]).toEqual([12, 'found'])
    expect(nextShade(nextShade(start, 'good'), 'too_dark').state).toBe('found')
  })
  it('stops at the floor', () => {
    const eight = nextShade(beginSearch(8, 9), 'too_dark')
    expect([eight.at, eight.state]).toEqual([8, 'trying'])
    expect(nextShade(eight, 'too_dark').state).toBe('stuck')
    expect(() => beginSearch(9, 8)).toThrow(RangeError)
    expect(beginSearch(8, 8).at).toBe(8)
  })
})

describe('rows of the shade table in words', () => {
  const says = (change: Partial<JobSpec>) => {
    const { measure, electrode } = legalRows(jobWith(change))
    return [measure, electrode].map((row) => row && rowSays(row))
  }
  it('amps in A, sizes in inches beside millimetres, open ends by their one bound', () => {
    expect(says({ amps: 30, electrode: 2 })).toEqual([
      'under 60 A',
      'under 3/32 in (under 2.38 mm)',
    ])
    expect(says({ amps: 120, electrode: null })).toEqual(['60 to 160 A', null])
    const gas = (thickness: number) =>
      says({ process: 'OFW', amps: null, electrode: null, thickness })[0]
    expect(gas(1)).toBe('under 1/8 in (under 3.18 mm)')
    expect(gas(20)).toBe('over 1/2 in (over 12.7 mm)')
    expect(says({ process: 'TB', amps: null, electrode: null, thickness: null })[0]).toBe(
      'every size',
    )
  })
  it('what is not given is said', () => {
    expect(measureOf(jobWith({ amps: null }))).toBe('the current is not given.')
    expect(measureOf(jobWith({ process: 'OFC', amps: null, thickness: null }))).toBe(
      'the plate thickness is not given.',
    )
    expect(measureOf(jobWith({ process: 'CAW', amps: null }))).toEqual({ by: 'amps', x: 1 })
    const because = (change: Partial<JobSpec>) => assignShade(jobWith(change)).findings[0]!.sentence
    expect(because({ amps: 600 })).toContain('600 A lies outside the table for shielded metal arc')
    expect(because({ electrode: 20 })).toContain('an electrode of 20 mm lies outside the table')
    expect(because({ process: 'OFC', amps: null, thickness: 0 })).toContain('more than zero')
    expect(because({ amps: null })).toContain('the current is not given')
  })
  it('the start says which school, and what stands in for a silent one', () => {
    const start = (school: 'legal' | 'guide' | 'europe' | 'house', change: Partial<JobSpec> = {}) =>
      assignShade(jobWith(change), { ...DEFAULT_SHADE_RULES, school }).findings.find(
        ({ code }) => code === 'eyes.start',
      )!
    expect(start('guide').reasons[0]!.rule).toBe('Suggested comfort shade, 60 to 160 A')
    expect(start('europe').reasons[0]!.rule).toMatch(/^Working shade by .*, 80 to 175 A$/)
    expect(start('legal').sentence).toBe('Start at the minimum, 8, or darker.')
    expect(start('guide').sentence).toBe(
      'Start at shade 10; come down one at a time until the puddle shows, not under 8.',
    )
    const silent = start('europe', { process: 'PAC', amps: 500, electrode: null })
    expect(silent.reasons[0]!.rule).toContain('stands in')
    expect(silent.reasons[0]!.rule).toMatch(/^EN 169|^Europe/)
  })
})
