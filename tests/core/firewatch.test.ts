import { describe, expect, it, test } from 'vitest'
import { worstLevel, type Finding } from '#core/finding/finding'
import { countdown, finalRoundMade } from '#core/firewatch/countdown'
import { judgeFire, type FireQuery } from '#core/firewatch/fire'
import { SWEEP, SWEEP_RADIUS, sweepText } from '#core/firewatch/rules.table'
import { RULES } from './firewatch.fixture'

const MIN = 60_000

const FIRE: FireQuery = {
  designated: false,
  sweep: Object.fromEntries(SWEEP.map((line) => [line.id, 'yes' as const])),
  validFrom: 0,
  validTo: 4 * 3_600_000,
  shiftHours: 8,
  ...RULES,
}

/** Asked for by no paragraph. */
const CUSTOM: string[] = ['ground', 'detectors', 'leads']

const fire = (change: Partial<FireQuery>, code: string): Finding | undefined =>
  judgeFire({ ...FIRE, ...change }).find((entry) => entry.code === code)

describe('fire, OSHA 29 CFR 1910.252(a)(2) and NFPA 51B', () => {
  it('a full draft is clear throughout', () => expect(worstLevel(judgeFire(FIRE))).toBe('clear'))
  for (const line of SWEEP) {
    it(`"${line.id}" unanswered is unknown, answered no is a stop`, () => {
      const { [line.id]: _, ...rest } = FIRE.sweep
      expect(fire({ sweep: rest }, `fire.${line.id}`)!.level).toBe('unknown')
      const no = fire({ sweep: { ...FIRE.sweep, [line.id]: 'no' } }, `fire.${line.id}`)!
      // Some lines are the custom of the trade; all else is law.
      expect([no.level, no.legal ?? false]).toEqual(['stop', !CUSTOM.includes(line.id)])
    })
  }
  it('sweep, extinguisher and atmosphere always apply', () => {
    for (const id of ['swept', 'moved', 'atmosphere', 'extinguisher'])
      expect(fire({ sweep: { ...FIRE.sweep, [id]: 'na' } }, `fire.${id}`)!.level).toBe('stop')
    expect(fire({ sweep: { ...FIRE.sweep, sprinklers: 'na' } }, 'fire.sprinklers')!.level).toBe(
      'clear',
    )
  })
  it('a watch that outlasts the shift is told, from the minute on', () => {
    const over = (hours: number) => fire({ validTo: hours * 3_600_000 }, 'fire.endOfShift')?.level
    // NFPA 51B: an hour of watch.
    expect([over(7), over(7 + 1 / 60), over(8)]).toEqual([undefined, 'caution', 'caution'])
  })
  test.each([
    [8, 'clear', undefined],
    [8.01, 'stop', undefined],
    [24, 'stop', undefined],
    [24.01, 'stop', true],
    [0, 'stop', true],
    [-1, 'stop', true],
  ])('valid for %s h on an 8 h shift: %s', (hours, level, legal) => {
    expect(fire({ validTo: hours * 3_600_000 }, 'fire.validity')).toMatchObject({
      level,
      ...(legal && { legal }),
    })
    if (!legal) expect(fire({ validTo: hours * 3_600_000 }, 'fire.validity')!.legal).toBeFalsy()
  })
  it('a designated area needs none of it', () =>
    expect(
      judgeFire({
        ...FIRE,
        designated: true,
        sweep: {},
        people: { ...FIRE.people, operator: null },
      }),
    ).toMatchObject([{ level: 'clear' }]))
})

describe('watch', () => {
  it('counts from the last arc and asks for a round every quarter of an hour', () => {
    const watch = { startedAt: 0, minutes: 60, monitoring: null, rounds: [] as number[] }
    expect(countdown(watch, 10 * MIN)).toMatchObject({
      left: 50 * MIN,
      done: false,
      nextRoundAt: 15 * MIN,
      roundOverdue: false,
    })
    expect(countdown({ ...watch, rounds: [14 * MIN] }, 28 * MIN)).toMatchObject({
      nextRoundAt: 29 * MIN,
      roundOverdue: false,
    })
    expect(countdown(watch, 16 * MIN).roundOverdue).toBe(true)
    expect(countdown(watch, 60 * MIN)).toMatchObject({ left: 0, done: true })
    expect(finalRoundMade({ ...watch, rounds: [59 * MIN] })).toBe(false)
    expect(finalRoundMade({ ...watch, rounds: [60 * MIN] })).toBe(true)
  })
})

describe('the words of a fire check', () => {
  // Conditional by their nature (OSHA 29 CFR 1910.252(a)); all others hold for every hot work.
  const CONDITIONAL = [
    'sprinklers',
    'container',
    'ducts',
    'floor',
    'openings',
    'farSide',
    'ground',
    'detectors',
    'contractors',
  ]
  it('outdoors the ground cannot be left out', () =>
    expect(
      fire({ isOutdoors: true, sweep: { ...FIRE.sweep, ground: 'na' } }, 'fire.ground'),
    ).toMatchObject({ level: 'stop' }))
  it('only what is conditional may be marked as not applying', () => {
    expect(CONDITIONAL.filter((id) => !SWEEP.some((line) => line.id === id))).toEqual([])
    for (const line of SWEEP) {
      const { id } = line
      const text = sweepText(line, SWEEP_RADIUS)
      const answer = fire({ sweep: { ...FIRE.sweep, [id]: 'na' } }, `fire.${id}`)!
      const conditional = CONDITIONAL.includes(id)
      expect([id, answer.level, answer.legal ?? false]).toEqual([
        id,
        conditional ? 'clear' : 'stop',
        !conditional && !CUSTOM.includes(id),
      ])
      expect(answer.sentence).toBe(
        `${text}: ${conditional ? 'does not apply here' : 'this always applies'}.`,
      )
    }
  })
  it('counts hours from begin to end, and refuses an end at or before the begin', () => {
    const times = (hours: number) =>
      judgeFire({ ...FIRE, validFrom: 7_200_000, validTo: 7_200_000 + hours * 3_600_000 }).filter(
        ({ value }) => value?.unit === 'h',
      )
    expect(times(4)[0]!.value).toEqual({ amount: 4, unit: 'h' })
    expect(times(0)[0]).toMatchObject({
      level: 'stop',
      sentence: 'The permit ends before it starts.',
    })
    expect(times(-1)[0]!.level).toBe('stop')
    expect(times(0.5)[0]!.level).not.toBe('stop')
  })
})
