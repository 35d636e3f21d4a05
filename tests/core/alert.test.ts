import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STEPS, ALERT_KINDS, CIRCLES } from '#core/alert/kinds'
import { ladder, MOST_STEPS, reached, type Climb } from '#core/alert/ladder'
import { monitorNeed, permitNeeds, type WatchedPermit } from '#core/alert/needs'
import { RULE_BOUNDS, rulesFault, USUAL_RULES, type AlertRules } from '#core/alert/rules'
import { ROUND_EVERY } from '#core/firewatch/rules.table'

const MINUTE = 60_000
/** Work from 8:00, in ms; minutes from there on. */
const START = Date.UTC(2026, 10, 27, 8)
const at = (minutes: number): number => START + minutes * MINUTE
const permit = (
  change: Partial<WatchedPermit['life']> = {},
  rest: Partial<WatchedPermit> = {},
): WatchedPermit => ({
  life: {
    state: 'working',
    validTo: at(240),
    workStartedAt: START,
    watchStartedAt: null,
    watchMinutes: 60,
    monitoring: null,
    rounds: [],
    ...change,
  },
  seenAt: at(0),
  roundsUntil: null,
  detectorsOut: false,
  ...rest,
})
const watching = (minutes: number, change: Partial<WatchedPermit['life']> = {}) =>
  permit({ state: 'watching', watchStartedAt: at(minutes), ...change })
const due = (watched: WatchedPermit, minutes: number) =>
  permitNeeds(watched, USUAL_RULES, at(minutes))
    .filter(({ since }) => since <= at(minutes))
    .map(({ kind, since }) => [kind, (since - START) / MINUTE])

describe('what a permit needs people for', () => {
  it('a round every quarter of an hour after the last arc', () => {
    const watched = { ...watching(30), seenAt: at(45) }
    expect(due(watched, 44.9)).toEqual([])
    expect(due(watched, 45)).toEqual([['round', 30 + ROUND_EVERY]])
    expect(due({ ...watching(30, { rounds: [at(44)] }), seenAt: at(58) }, 58)).toEqual([])
  })
  it('the last round, after the time has run out, and nothing once it is made', () => {
    const rounds = [at(45), at(60), at(75), at(89)]
    expect(due({ ...watching(30, { rounds }), seenAt: at(89) }, 91)).toEqual([['round', 90]])
    expect(due({ ...watching(30, { rounds: [...rounds, at(90)] }), seenAt: at(90) }, 91)).toEqual(
      [],
    )
  })
  it('nobody at the watch, and a phone that fell silent', () => {
    expect(due(permit({}, { seenAt: null }), 4.9)).toEqual([])
    expect(due(permit({}, { seenAt: null }), 5)).toEqual([['unwatched', 5]])
    expect(due(permit({}, { seenAt: at(20) }), 25)).toEqual([['silent_phone', 25]])
  })
  it('nobody has to stand there while only rounds go on', () => {
    const monitored = watching(30, { monitoring: { minutes: 180, every: 60 }, rounds: [at(91)] })
    expect(due({ ...monitored, seenAt: at(91) }, 140)).toEqual([])
    expect(due({ ...monitored, seenAt: at(91) }, 152)).toEqual([['round', 151]])
  })
  it('a permit that runs out, and one that did', () => {
    const late = { ...permit(), seenAt: at(239) }
    expect(due({ ...late, seenAt: at(224) }, 225)).toEqual([['expiring', 225]])
    expect(due(late, 240)).toEqual([['overrun', 240]])
  })
  it('detectors that are out when the watch is over', () => {
    const made = watching(30, { rounds: [at(90)] })
    expect(due({ ...made, seenAt: at(90), detectorsOut: true }, 90.5)).toEqual([['detectors', 90]])
  })
  it.each([
    ['a draft', permit({ state: 'draft', workStartedAt: null })],
    ['an issued one', permit({ state: 'issued', workStartedAt: null })],
    ['a closed one', watching(30, { state: 'closed' })],
  ])('%s needs nobody', (_, watched) => expect(due(watched, 600)).toEqual([]))
  it.each([['validTo'], ['watchStartedAt']] as const)('%s not known calls at once', (field) => {
    const state = field === 'validTo' ? 'working' : 'watching'
    const needs = due(permit({ state, [field]: NaN }, { seenAt: at(10) }), 10)
    expect(needs.length).toBeGreaterThan(0)
  })
  it('a need keeps its key as time goes by', () => {
    const keys = (minutes: number) =>
      permitNeeds(watching(30), USUAL_RULES, at(minutes)).map(({ key }) => key)
    expect(keys(46)).toEqual(keys(70))
  })
  it('a monitor that was heard of is silent after the minutes of the rules, at a time not known at once', () => {
    expect(monitorNeed(at(0), USUAL_RULES, at(1)).since).toBe(at(5))
    expect(monitorNeed(NaN, USUAL_RULES, at(1)).since).toBe(at(1))
  })
})

const rules = (): fc.Arbitrary<AlertRules> =>
  fc
    .record(
      Object.fromEntries(
        Object.entries(RULE_BOUNDS).map(([rule, [min, max]]) => [rule, fc.integer({ min, max })]),
      ) as Record<keyof AlertRules, fc.Arbitrary<number>>,
    )
    .filter((made) => rulesFault(made) === null)
const climb = (change: Partial<Climb> = {}): Climb => ({
  kind: 'round',
  since: 0,
  taken: [],
  answers: [],
  ...change,
})
const kinds = fc.constantFrom(...ALERT_KINDS)
const answers = fc.array(fc.integer({ min: 0, max: 120 * MINUTE }), { maxLength: 4 })

describe('whom an alert calls, and when', () => {
  it('by hand: due, 2 min, 5 min, then every 5 min', () => {
    const steps = ladder(climb(), USUAL_RULES)
    expect(steps.slice(0, 5).map(({ circle, at: when }) => [circle, when / MINUTE])).toEqual([
      ['watch', 0],
      ['leads', 2],
      ['everybody', 5],
      ['everybody', 10],
      ['everybody', 15],
    ])
  })
  it('who is on it has the minutes of the rules, and then it goes on where it stopped', () => {
    const steps = ladder(climb({ answers: [MINUTE] }), USUAL_RULES)
    expect(steps.slice(0, 3).map(({ at: when }) => when / MINUTE)).toEqual([0, 6, 9])
  })
  it('a fire calls everybody at once', () =>
    expect(ladder(climb({ kind: 'fire', since: 7 }), USUAL_RULES)[0]).toEqual({
      circle: 'everybody',
      at: 7,
    }))
  it('steps never come closer than the rules, never earlier for an answer, and each answer holds for so long at most', () =>
    fc.assert(
      fc.property(kinds, rules(), answers, (kind, made, moments) => {
        const plain = ladder(climb({ kind }), made)
        const held = ladder(climb({ kind, answers: moments }), made)
        expect(held).toHaveLength(MOST_STEPS)
        held.forEach((step, i) => {
          expect(step.at).toBeGreaterThanOrEqual(plain[i]!.at)
          expect(step.at - plain[i]!.at).toBeLessThanOrEqual(moments.length * made.hold * MINUTE)
          expect(step.at).toBeGreaterThan(held[i - 1]?.at ?? -1)
          expect(CIRCLES.indexOf(step.circle)).toBeGreaterThanOrEqual(
            CIRCLES.indexOf(held[i - 1]?.circle ?? 'watch'),
          )
        })
      }),
    ))
  it('an answer changes nothing of what was called before it', () =>
    fc.assert(
      fc.property(kinds, rules(), answers, fc.nat(120 * MINUTE), (kind, made, moments, last) => {
        const early = moments.filter((moment) => moment < last)
        const before = ladder(climb({ kind, answers: early }), made)
        const after = ladder(climb({ kind, answers: [...early, last] }), made)
        const called = before.filter(({ at: when }) => when < last).length
        expect(after.slice(0, called)).toEqual(before.slice(0, called))
      }),
    ))
  it('every kind ends with somebody beyond the one who forgot', () =>
    ALERT_KINDS.forEach((kind) => expect(STEPS[kind].at(-1)).not.toBe('watch')))
  it('says how many steps are reached', () => {
    expect(reached(climb(), USUAL_RULES, -1)).toBe(0)
    expect(reached(climb(), USUAL_RULES, 2 * MINUTE)).toBe(2)
    expect(
      reached(climb({ taken: [0, 2, 5].map((m) => m * MINUTE) }), USUAL_RULES, 10 * MINUTE),
    ).toBe(4)
  })
  it('after an outage everybody is called, and goes on to be called from then on', () => {
    const now = 600 * MINUTE
    expect(reached(climb(), USUAL_RULES, now)).toBe(3)
    const steps = ladder(climb({ taken: [now, now, now] }), USUAL_RULES)
    expect(steps[3]).toEqual({ circle: 'everybody', at: now + 5 * MINUTE })
    expect(steps.at(-1)!.at).toBe(now + 9 * 5 * MINUTE)
  })
})

describe('the rules of a site', () => {
  it.each([
    [{ late: 0 }, 'late'],
    [{ late: NaN }, 'late'],
    [{ missed: 16 }, 'missed'],
    [{ late: 5, missed: 5 }, 'missed'],
    [{ hold: Infinity }, 'hold'],
  ])('%j is not kept', (change, rule) =>
    expect(rulesFault({ ...USUAL_RULES, ...change })?.rule).toBe(rule),
  )
  it('the usual ones are', () => expect(rulesFault(USUAL_RULES)).toBeNull())
})
