import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { allowedHours, noiseDose, plugTakes, ratingNeeded } from '#core/noise/dose'
import { judgeNoise, needsEars, type NoiseJob } from '#core/noise/judge'
import { MOST_NRR, NOISE_LEVELS } from '#core/noise/level.table'
import { PROCESSES } from '#core/job/job'
import { assignPpe } from '#core/ppe/ppe'
import { jobWith } from './job.fixture'

describe('how long a level may last', () => {
  // OSHA 29 CFR 1910.95, table G-16: hours a day by dB(A), slow response.
  test.each([
    [90, 8],
    [92, 6],
    [95, 4],
    [97, 3],
    [100, 2],
    [102, 1.5],
    [105, 1],
    [110, 0.5],
    [115, 0.25],
  ])('OSHA, %s dB(A): %s h', (level, hours) =>
    expect(Math.abs(allowedHours(level, 'osha') - hours)).toBeLessThan(0.07),
  )
  // NIOSH 98-126, table 1-1, recalled: 85 dB(A) 8 h, 88: 4 h, 91: 2 h, 94: 1 h, 100: 15 min.
  test.each([
    [85, 8],
    [88, 4],
    [91, 2],
    [94, 1],
    [100, 0.25],
  ])('NIOSH, %s dB(A): %s h', (level, hours) =>
    expect(allowedHours(level, 'niosh')).toBeCloseTo(hours, 9),
  )
  it('no number, no answer', () => {
    for (const level of [Number.NaN, Infinity, -Infinity])
      expect(() => allowedHours(level, 'osha')).toThrow(RangeError)
    for (const minutes of [-1, Number.NaN, Infinity])
      expect(() => noiseDose([{ level: 90, minutes }], 'osha')).toThrow(RangeError)
  })
})

describe('dose of a day', () => {
  it('8 h at 90 is the whole of it, 8 h at 85 the action level', () => {
    // 1910.95(c)(1): an 8 h average of 85 dB(A) is a dose of 50 %.
    expect(noiseDose([{ level: 90, minutes: 480 }], 'osha')).toBeCloseTo(100, 9)
    expect(noiseDose([{ level: 85, minutes: 480 }], 'osha')).toBeCloseTo(50, 9)
    expect(noiseDose([{ level: 85, minutes: 480 }], 'niosh')).toBeCloseTo(100, 9)
  })
  it('parts add up', () => {
    // D = 100 (C1/T1 + C2/T2): 2 h at 95 of 4, 1 h at 100 of 2.
    const parts = [
      { level: 95, minutes: 120 },
      { level: 100, minutes: 60 },
    ]
    expect(noiseDose(parts, 'osha')).toBeCloseTo(100, 9)
    expect(noiseDose([], 'osha')).toBe(0)
  })
  it('a plug counts for half of what it is rated over 7', () => {
    // 1910.95 appendix B for dB(A): NRR less 7; halved in practice.
    expect(plugTakes(29)).toBe(11)
    expect(plugTakes(33)).toBe(13)
    expect([plugTakes(7), plugTakes(3), plugTakes(0)]).toEqual([0, 0, 0])
  })
  it('the rating that is needed is enough, and one less is not', () => {
    expect(ratingNeeded(100)).toBe(0)
    expect(ratingNeeded(800)).toBe(25)
    fc.assert(
      fc.property(fc.double({ min: 101, max: 1e5, noNaN: true }), (dose) => {
        const through = (nrr: number) => dose * 2 ** (-plugTakes(nrr) / 3)
        const needed = ratingNeeded(dose)
        return through(needed) <= 100 * (1 + 1e-9) && through(needed - 1) > 100
      }),
    )
  })
})

describe('noise of a job', () => {
  const judge = (change: Partial<NoiseJob> = {}) => judgeNoise(jobWith(change))
  const told = (grinding: number, gouging: number, plug: number | null) => ({
    grinding,
    gouging,
    plug,
  })
  it('stick for two hours: the upper end of 85 to 95 dB(A), half the day by OSHA', () => {
    // 2 h of the 4 that 95 dB(A) may last; NIOSH 2 h of 0.79.
    const finding = judge({ arcMinutes: 120 })
    expect(finding).toMatchObject({ level: 'caution', step: 'body' })
    expect(finding.sentence).toBe(
      'Noise uses up to 50 % of the day by OSHA, 250 % by NIOSH: wear ear plugs rated 16 or more.',
    )
    expect(finding.value!.amount).toBeCloseTo(0.5, 9)
  })
  it('a short arc is clear, TIG too', () => {
    expect(judge({ arcMinutes: 40 }).level).toBe('clear')
    expect(judge({ process: 'GTAW', arcMinutes: 480 }).level).toBe('clear')
  })
  it('NIOSH asks before OSHA does', () => {
    expect(judge({ arcMinutes: 47 }).level).toBe('clear')
    expect(judge({ arcMinutes: 48 }).level).toBe('caution')
  })
  it('gouging and grinding count beside the arc', () => {
    // Gouging at 115 dB(A) may last 15 min, grinding at 105 an hour.
    expect(judge({ arcMinutes: 1, noise: told(0, 15, null) }).value!.amount).toBeCloseTo(1, 2)
    expect(judge({ arcMinutes: 1, noise: told(60, 0, null) }).value!.amount).toBeCloseTo(1, 2)
    expect(judge({ process: 'GRIND', arcMinutes: 60 }).value!.amount).toBeCloseTo(1, 9)
  })
  it('plugs that suffice clear it, and say what gets through', () => {
    const finding = judge({ arcMinutes: 120, noise: told(0, 0, 29) })
    expect(finding.level).toBe('clear')
    expect(finding.sentence).toContain('through plugs rated 29')
    expect(finding.reasons.at(-1)!.rule).toContain('count for 11 dB')
  })
  it('plugs that do not suffice by NIOSH are a caution, by OSHA a legal stop', () => {
    expect(judge({ arcMinutes: 120, noise: told(0, 0, 10) }).level).toBe('caution')
    expect(judge({ arcMinutes: 1, noise: told(0, 120, 29) })).toMatchObject({
      level: 'stop',
      legal: true,
    })
  })
  it('more than plugs can take off asks for muffs over them', () => {
    expect(judge({ process: 'CAC', arcMinutes: 120 }).sentence).toContain(
      'more than plugs alone can take off',
    )
    expect(judge({ process: 'CAC', arcMinutes: 120, noise: told(0, 0, 10) }).remedy).toBe(
      'Plugs under muffs, less time at the loud work, or a quieter process.',
    )
  })
  it('what is not on file or not told is never clear', () => {
    for (const process of PROCESSES) {
      if (NOISE_LEVELS[process]) continue
      const finding = judge({ process, arcMinutes: 30 })
      expect(finding.level, process).not.toBe('clear')
      expect(finding.sentence, process).toContain('no level is on file')
    }
    expect(judge({ arcMinutes: 10, grinding: true })).toMatchObject({
      level: 'caution',
      sentence: expect.stringContaining('the minutes at the grinder are not known'),
    })
    expect(judge({ arcMinutes: 10, grinding: true, noise: told(0, 0, null) }).level).toBe('clear')
    const covered = judge({ process: 'PAW', arcMinutes: 30, noise: told(60, 0, 33) })
    expect(covered.level).toBe('caution')
    expect(covered.sentence).toContain('and no level is on file for plasma arc welding')
  })
  it('a stronger plug is never worse, more minutes never better', () => {
    const LEVELS = ['clear', 'caution', 'unknown', 'stop']
    const rank = (job: NoiseJob) => LEVELS.indexOf(judgeNoise(job).level)
    const minute = fc.integer({ min: 0, max: 720 })
    fc.assert(
      fc.property(
        fc.constantFrom(...PROCESSES),
        minute,
        minute,
        fc.integer({ min: 0, max: MOST_NRR }),
        fc.integer({ min: 0, max: 5 }),
        (process, grinding, gouging, plug, more) => {
          const job = (noise: NoiseJob['noise']) => jobWith({ process, arcMinutes: 60, noise })
          const now = rank(job({ grinding, gouging, plug }))
          return (
            rank(job({ grinding, gouging, plug: plug + more })) <= now &&
            rank(job({ grinding: grinding + more, gouging, plug })) >= now
          )
        },
      ),
    )
  })
})

describe('the PPE list says why ears', () => {
  const ears = (change: Partial<NoiseJob>) =>
    assignPpe(jobWith(change)).wear.find((piece) => piece.zone === 'ears')
  it('with the noise of this job', () => {
    expect(ears({ arcMinutes: 120 })!.reason).toContain('Noise uses up to 50 % of the day by OSHA')
    expect(ears({ arcMinutes: 10 })).toBeUndefined()
    expect(ears({ process: 'PAC', arcMinutes: 10 })!.reason).toContain('Noise uses up to')
  })
  it('plugs stay on the list when they are worn', () => {
    expect(ears({ arcMinutes: 120, noise: { grinding: 0, gouging: 0, plug: 33 } })).toBeDefined()
    expect(needsEars(jobWith({ arcMinutes: 120 }))).toBe(true)
    expect(needsEars(jobWith({ arcMinutes: 10 }))).toBe(false)
  })
})
