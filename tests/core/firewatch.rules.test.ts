import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { countdown, endOf, finalRoundMade } from '#core/firewatch/countdown'
import { judgeFire, type FireQuery } from '#core/firewatch/fire'
import { governing, rulesOn, type HouseFireRules } from '#core/firewatch/governing'
import { FIRE_RULES, RULE_SETS, type RuleSet } from '#core/firewatch/rule-sets.table'
import { reachText, ROUND_EVERY, SWEEP, SWEEP_RADIUS, sweepText } from '#core/firewatch/rules.table'
import { transition, type PermitLife } from '#core/permit/lifecycle'
import { NO_HOUSE, RULES } from './firewatch.fixture'

const TODAY = '2026-11-26'
const MIN = 60_000

describe('the rule sets', () => {
  // OSHA 29 CFR 1910.252(a)(2)(iii)(B) and (vii); NFPA 51B, 2019; AS 1674.1-1997: from memory.
  // Insurer and United Kingdom: common practice.
  it.each([
    ['osha', 30, null, 35 * 0.3048],
    ['nfpa51b', 60, null, 35 * 0.3048],
    ['insurer', 60, 180, 35 * 0.3048],
    ['uk', 60, null, null],
    ['australia', 30, null, 15],
  ] as const)('%s: watch %d min, rounds after it %s, reach %s m', (set, watch, rounds, reach) => {
    const rules = rulesOn(set, TODAY)
    expect([rules.watch, rules.monitoring?.minutes ?? null, rules.reach]).toEqual([
      watch,
      rounds,
      reach,
    ])
  })
  it('hold from the day of their edition: NFPA 51B asked for 30 min before 2019', () => {
    expect(rulesOn('nfpa51b', '2018-12-31').watch).toBe(30)
    expect(rulesOn('nfpa51b', '2019-01-01').watch).toBe(60)
    expect(rulesOn('nfpa51b', '1900-01-01').watch).toBe(30)
  })
  it('have their editions in order, and one at least each', () => {
    for (const set of RULE_SETS) {
      const days = FIRE_RULES.filter((rules) => rules.set === set).map(({ from }) => from)
      expect(days.length).toBeGreaterThan(0)
      expect(days).toEqual([...days].sort())
    }
  })
})

describe('of several that are adopted', () => {
  it('the strictest of each line governs, and is named', () => {
    const rules = governing(['osha', 'insurer', 'australia'], NO_HOUSE, TODAY)
    expect([rules.watch.value, rules.watch.by]).toEqual([60, 'Insurer'])
    expect([rules.reach.value, rules.reach.by]).toEqual([15, 'AS 1674.1'])
    expect(rules.monitoring).toMatchObject({ value: { minutes: 180, every: 30 }, by: 'Insurer' })
  })
  it('the house is heard only where it is stricter', () => {
    const house = (watch: number, reach: number): unknown[] => {
      const rules = governing(['nfpa51b'], { watch, monitoring: null, reach }, TODAY)
      return [rules.watch.value, rules.watch.by, rules.reach.value, rules.reach.by]
    }
    expect(house(45, 5)).toEqual([60, 'NFPA 51B', SWEEP_RADIUS, 'NFPA 51B'])
    expect(house(90, 20)).toEqual([90, 'Rule of the shop', 20, 'Rule of the shop'])
    expect(house(NaN, NaN)).toEqual([60, 'NFPA 51B', SWEEP_RADIUS, 'NFPA 51B'])
  })
  it('the sweep reaches 35 ft where none of them names a distance', () => {
    expect(governing(['uk'], NO_HOUSE, TODAY).reach.value).toBe(SWEEP_RADIUS)
  })
  it('none adopted is refused', () => {
    expect(() => governing([], NO_HOUSE, TODAY)).toThrow(RangeError)
  })
  const anyLine = fc.option(fc.integer({ min: 1, max: 500 }), { nil: null })
  const anyHouse: fc.Arbitrary<HouseFireRules> = fc.record({
    watch: anyLine,
    monitoring: anyLine,
    reach: anyLine,
  })
  const anySets = fc.subarray([...RULE_SETS], { minLength: 1 })
  it('one more never makes any line milder', () => {
    fc.assert(
      fc.property(anySets, fc.constantFrom(...RULE_SETS), anyHouse, (sets, more, house) => {
        const fewer = governing(sets, NO_HOUSE, TODAY)
        const all = governing([...sets, more], house, TODAY)
        expect(all.watch.value).toBeGreaterThanOrEqual(fewer.watch.value)
        expect(all.reach.value).toBeGreaterThanOrEqual(fewer.reach.value)
        const rounds = ({ monitoring }: typeof all): number => monitoring?.value.minutes ?? 0
        expect(rounds(all)).toBeGreaterThanOrEqual(rounds(fewer))
        if (fewer.monitoring)
          expect(all.monitoring!.value.every).toBeLessThanOrEqual(fewer.monitoring.value.every)
      }),
    )
  })
  it('their order changes no figure', () => {
    fc.assert(
      fc.property(anySets, anyHouse, (sets, house) => {
        const figures = (some: RuleSet[]) => {
          const { watch, monitoring, reach } = governing(some, house, TODAY)
          return [watch.value, monitoring?.value, reach.value]
        }
        expect(figures([...sets].reverse())).toEqual(figures(sets))
      }),
    )
  })
})

describe('what is written on a permit', () => {
  const query = (written: Partial<FireQuery['written']>): FireQuery => ({
    designated: false,
    sweep: Object.fromEntries(SWEEP.map((line) => [line.id, 'yes' as const])),
    validFrom: 0,
    validTo: 3_600_000,
    shiftHours: 8,
    ...RULES,
    rules: governing(['osha', 'insurer'], NO_HOUSE, TODAY),
    written: { watch: 60, monitoring: 180, reach: SWEEP_RADIUS, ...written },
  })
  const level = (written: Partial<FireQuery['written']>, code: string): string =>
    judgeFire(query(written)).find((finding) => finding.code === code)!.level
  it.each([
    ['fire.watchTime', { watch: 59 }],
    ['fire.watchTime', { watch: NaN }],
    ['fire.monitoring', { monitoring: 0 }],
    ['fire.reach', { reach: SWEEP_RADIUS - 0.01 }],
  ])('%s stops it where it is less than governs: %o', (code, less) => {
    expect(level({}, code)).toBe('clear')
    expect(level(less, code)).toBe('stop')
  })
  it('says nothing of rounds where nobody asks for them', () => {
    expect(judgeFire({ ...query({}), ...RULES }).map(({ code }) => code)).not.toContain(
      'fire.monitoring',
    )
  })
  it('names the distance in both units, never less than it is', () => {
    expect(reachText(SWEEP_RADIUS)).toBe('35 ft (11 m)')
    expect(reachText(15)).toBe('50 ft (15 m)')
    const swept = SWEEP.find(({ id }) => id === 'swept')
    expect(sweepText(swept!, 15)).toBe('Floor swept clean of combustibles for 50 ft (15 m)')
    for (const line of SWEEP) expect(sweepText(line, 15)).not.toContain('{')
  })
})

describe('rounds after the watch', () => {
  const watch = { startedAt: 0, minutes: 60, monitoring: { minutes: 180, every: 30 } }
  const at = (minute: number, ...rounds: number[]) =>
    countdown({ ...watch, rounds: rounds.map((round) => round * MIN) }, minute * MIN)
  it('come less often than in it, and end the whole of it', () => {
    expect(at(59).phase).toBe('watch')
    expect(at(60).phase).toBe('monitoring')
    expect(at(239).phase).toBe('monitoring')
    expect(at(240)).toMatchObject({ phase: 'over', done: true, left: 0 })
    expect(at(50, 50).nextRoundAt).toBe(60 * MIN)
    expect(at(61, 60).nextRoundAt).toBe(90 * MIN)
    expect(at(230, 225).nextRoundAt).toBe(240 * MIN)
    expect(endOf(watch)).toBe(240 * MIN)
  })
  it('keep it from being closed until they are over, and the last is made', () => {
    const life: PermitLife = {
      state: 'watching',
      validTo: 0,
      workStartedAt: 0,
      watchStartedAt: 0,
      watchMinutes: 60,
      monitoring: watch.monitoring,
      rounds: [60 * MIN],
    }
    expect(transition(life, 'close', 61 * MIN)).toEqual({
      ok: false,
      because: 'Too early: 179 min of monitoring are left.',
    })
    expect(transition(life, 'close', 240 * MIN).ok).toBe(false)
    const rounds = [...life.rounds, 240 * MIN]
    expect(transition({ ...life, rounds }, 'close', 240 * MIN).ok).toBe(true)
    expect(finalRoundMade({ ...watch, rounds: [239 * MIN] })).toBe(false)
  })
  it('are never less often than a round of the watch', () => {
    for (const { monitoring } of FIRE_RULES)
      if (monitoring) expect(monitoring.every).toBeGreaterThanOrEqual(ROUND_EVERY)
  })
})
