import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judgeNeighbours } from '#core/firewatch/neighbours'
import { judgePeople } from '#core/firewatch/people'
import { gates } from '#core/permit/gates'
import {
  earlyFault,
  extensionFault,
  PERMIT_ACTIONS,
  permitState,
  stationed,
  transition,
  type PermitAction,
  type PermitLife,
} from '#core/permit/lifecycle'
import { stopsWork } from '#core/permit/stops-work'
import type { Finding } from '#core/finding/finding'
import { OPERATOR, PEOPLE, WATCHER } from './firewatch.fixture'

const MIN = 60_000

/** A yard with two permits at one place, one watcher for both, an alarm of the air, and a clock. */
interface World {
  now: number
  isAlarm: boolean
  permits: [PermitLife, PermitLife]
}
type Command =
  | { do: 'act'; on: 0 | 1; action: PermitAction }
  | { do: 'round'; on: 0 | 1 }
  | { do: 'extend'; on: 0 | 1; minutes: number }
  | { do: 'wait'; minutes: number }
  | { do: 'alarm'; isOn: boolean }

const begun = (): World => {
  const life: PermitLife = {
    state: 'draft',
    validTo: 240 * MIN,
    workStartedAt: null,
    watchStartedAt: null,
    watchMinutes: 60,
    monitoring: null,
    rounds: [],
  }
  return { now: 0, isAlarm: false, permits: [life, life] }
}

const ALARM: Finding = {
  code: 'air.alarm',
  step: 'air',
  level: 'stop',
  legal: true,
  sentence: 'Alarm.',
  reasons: [],
}

/** What holds a permit back in this world: the alarm, the other one at its place, a watcher who stands there already. */
function open(world: World, on: 0 | 1): Finding[] {
  const other = world.permits[on === 0 ? 1 : 0]
  const isBusy = stationed(other, world.now)
  const findings = [
    ...(world.isAlarm ? [ALARM] : []),
    ...judgeNeighbours(
      isBusy ? [{ number: 2, place: 'Quay', metres: 0, isSamePlace: true, reach: 11 }] : [],
      11,
    ),
    ...judgePeople({
      ...PEOPLE,
      operator: OPERATOR,
      fireWatch: { ...WATCHER, busyOn: isBusy ? 2 : null },
      below: [],
      watched: [],
      farSides: [],
    }),
  ]
  return gates(findings, []).open
}

function act(world: World, on: 0 | 1, action: PermitAction): World {
  const life = world.permits[on]
  if (action === 'issue' && open(world, on).length > 0) return world
  if (['start', 'resume', 'reinstate'].includes(action) && open(world, on).some(stopsWork))
    return world
  const next = transition(life, action, world.now)
  return next.ok ? changed(world, on, { ...life, ...next }) : world
}

const changed = (world: World, on: 0 | 1, life: PermitLife): World => ({
  ...world,
  permits: on === 0 ? [life, world.permits[1]] : [world.permits[0], life],
})

/** The gatekeeper: what turned red is suspended. */
const kept = (world: World): World =>
  ([0, 1] as const).reduce((now, on) => {
    const state = permitState(now.permits[on], now.now)
    if (state !== 'issued' && state !== 'working') return now
    return open(now, on).some(stopsWork) ? act(now, on, 'suspend') : now
  }, world)

function step(world: World, command: Command): World {
  switch (command.do) {
    case 'act':
      return kept(act(world, command.on, command.action))
    case 'round': {
      const life = world.permits[command.on]
      return life.watchStartedAt === null
        ? world
        : changed(world, command.on, { ...life, rounds: [...life.rounds, world.now] })
    }
    case 'extend': {
      const life = world.permits[command.on]
      const until = life.validTo + command.minutes * MIN
      const isHeld = open(world, command.on).length > 0
      return isHeld || extensionFault(life, until, world.now) !== null
        ? world
        : changed(world, command.on, { ...life, validTo: until })
    }
    case 'wait':
      return kept({ ...world, now: world.now + command.minutes * MIN })
    case 'alarm':
      return kept({ ...world, isAlarm: command.isOn })
  }
}

const on = fc.constantFrom(0 as const, 1 as const)
const command: fc.Arbitrary<Command> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      do: fc.constant('act' as const),
      on,
      action: fc.constantFrom(...PERMIT_ACTIONS),
    }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('round' as const), on }) },
  {
    weight: 1,
    arbitrary: fc.record({
      do: fc.constant('extend' as const),
      on,
      minutes: fc.integer({ min: -60, max: 120 }),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('wait' as const),
      minutes: fc.integer({ min: 0, max: 90 }),
    }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('alarm' as const), isOn: fc.boolean() }) },
)

/** What must hold after every step, whatever was done before it. */
function check(before: World, after: World): void {
  const live = after.permits.map((life) => permitState(life, after.now))
  if (after.isAlarm) expect(live).not.toContain('working')
  expect(live.filter((state) => state === 'issued' || state === 'working').length).toBeLessThan(2)
  for (const [i, life] of after.permits.entries()) {
    const was = before.permits[i]!
    if (after.now >= life.validTo) expect(['issued', 'working']).not.toContain(live[i])
    if (live[i] === 'working') expect(life.watchStartedAt).toBeNull()
    if (life.state === 'watching') expect(life.watchStartedAt).not.toBeNull()
    if (was.workStartedAt !== null) expect(life.workStartedAt).toBe(was.workStartedAt)
    if (was.state === 'closed') expect(life.state).toBe('closed')
    if (was.state === 'revoked') expect(['revoked', 'closed']).toContain(life.state)
    if (life.state === 'closed' && was.state !== 'closed') {
      expect(earlyFault(was, after.now)).toBeNull()
      const end = (was.watchStartedAt ?? 0) + was.watchMinutes * MIN
      if (was.workStartedAt !== null) expect(was.rounds.some((at) => at >= end)).toBe(true)
    }
  }
}

describe('two permits, an alarm and the clock, in any order', () => {
  it('nobody works while the alarm sounds, two never stand at one place, no watch ends early', () => {
    fc.assert(
      fc.property(fc.array(command, { maxLength: 60 }), (commands) => {
        let world = begun()
        for (const one of commands) {
          const next = step(world, one)
          check(world, next)
          world = next
        }
      }),
      { numRuns: 2_000 },
    )
  })
  it('every state is come to by some of them', () => {
    const seen = new Set<string>()
    fc.assert(
      fc.property(fc.array(command, { minLength: 20, maxLength: 60 }), (commands) => {
        let world = begun()
        for (const one of commands) {
          world = step(world, one)
          for (const life of world.permits) seen.add(permitState(life, world.now))
        }
      }),
      { numRuns: 1_000, seed: 7 },
    )
    expect([...seen].sort()).toEqual(
      [
        'closed',
        'draft',
        'expired',
        'issued',
        'revoked',
        'suspended',
        'watching',
        'working',
      ].sort(),
    )
  })
})
