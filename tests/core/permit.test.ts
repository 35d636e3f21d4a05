import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Finding } from '#core/finding/finding'
import { assessJob } from '#core/assessment/assess'
import { gates } from '#core/permit/gates'
import {
  PERMIT_ACTIONS,
  permitState,
  transition,
  watchOwed,
  type PermitLife,
} from '#core/permit/lifecycle'
import { JOB } from './job.fixture'

const MIN = 60_000

const finding = (level: Finding['level'], legal = false): Finding => ({
  code: level,
  step: 'air',
  level,
  sentence: '',
  reasons: [],
  legal,
})

describe('gates', () => {
  it('an override opens a stop that is not law, and nothing else', () => {
    const over = [
      { code: 'stop', reason: 'r' },
      { code: 'unknown', reason: 'r' },
    ]
    expect(gates([finding('stop')], over)).toMatchObject({
      ready: true,
      overridden: [{ reason: 'r' }],
    })
    expect(gates([finding('stop', true)], over).ready).toBe(false)
    expect(gates([finding('unknown')], over).ready).toBe(false)
    expect(gates([finding('clear'), finding('caution')], []).ready).toBe(true)
    expect(gates([], []).ready).toBe(false)
  })
})

describe('life of a permit', () => {
  const life = (change: Partial<PermitLife> = {}): PermitLife => ({
    state: 'issued',
    validTo: 480 * MIN,
    workStartedAt: null,
    watchStartedAt: null,
    watchMinutes: 60,
    monitoring: null,
    rounds: [],
    ...change,
  })
  const after = (
    from: PermitLife,
    action: Parameters<typeof transition>[1],
    now: number,
  ): PermitLife => {
    const next = transition(from, action, now)
    if (!next.ok) throw new Error(next.because)
    return { ...from, ...next }
  }
  const watching = after(after(life(), 'start', 0), 'stop', 30 * MIN)

  it('runs draft, issued, working, watching, closed', () => {
    expect(after(life({ state: 'draft' }), 'issue', 0).state).toBe('issued')
    expect(watching).toMatchObject({ state: 'watching', watchStartedAt: 30 * MIN })
    expect(after({ ...watching, rounds: [90 * MIN] }, 'close', 90 * MIN).state).toBe('closed')
  })
  it('refuses an early close, and a close without the last round', () => {
    expect(transition(watching, 'close', 89.5 * MIN)).toMatchObject({
      ok: false,
      because: expect.stringContaining('1 min'),
    })
    expect(transition(watching, 'close', 95 * MIN)).toMatchObject({
      ok: false,
      because: expect.stringContaining('last round'),
    })
  })
  it('starts the watch over when work goes on', () => {
    const again = after(after(watching, 'resume', 50 * MIN), 'stop', 80 * MIN)
    expect(again.watchStartedAt).toBe(80 * MIN)
    expect(transition({ ...again, rounds: [90 * MIN] }, 'close', 100 * MIN).ok).toBe(false)
  })
  it('expires by the clock alone; work may not go on, but the watch is still owed', () => {
    const working = after(life(), 'start', 0)
    expect(permitState(working, 480 * MIN)).toBe('expired')
    expect(transition(life(), 'start', 480 * MIN).ok).toBe(false)
    expect(watchOwed(working)).toBe(true)
    expect(after(working, 'stop', 500 * MIN)).toMatchObject({
      state: 'watching',
      watchStartedAt: 500 * MIN,
    })
    expect(transition(watching, 'resume', 481 * MIN).ok).toBe(false)
    expect(permitState(watching, 481 * MIN)).toBe('watching')
  })
  it('suspending or revoking during work is the last arc; a watch that runs is kept', () => {
    const working = after(life(), 'start', 0)
    expect(after(working, 'suspend', 10 * MIN)).toMatchObject({
      state: 'suspended',
      watchStartedAt: 10 * MIN,
    })
    const revoked = after(working, 'revoke', 10 * MIN)
    expect(revoked).toMatchObject({ state: 'revoked', watchStartedAt: 10 * MIN })
    expect(transition(revoked, 'close', 20 * MIN).ok).toBe(false)
    expect(after({ ...revoked, rounds: [70 * MIN] }, 'close', 70 * MIN).state).toBe('closed')
    expect(after(watching, 'revoke', 40 * MIN).watchStartedAt).toBe(30 * MIN)
    expect(after(life(), 'revoke', 0).watchStartedAt).toBeNull()
  })
  it('whatever is pressed in whatever order, no permit on which work was done closes without its full watch', () => {
    const step = fc.record({
      action: fc.constantFrom(...PERMIT_ACTIONS, 'round' as const),
      wait: fc.integer({ min: 0, max: 70 }),
    })
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        let current = life({ state: 'draft' })
        let now = 0
        let lastArc = 0
        for (const { action, wait } of steps) {
          if (current.state === 'working') lastArc = now + wait * MIN
          now += wait * MIN
          if (action === 'round') {
            current = { ...current, rounds: [...current.rounds, now] }
            continue
          }
          const next = transition(current, action, now)
          if (!next.ok) continue
          if (next.state === 'closed' && current.workStartedAt !== null)
            expect(now - lastArc).toBeGreaterThanOrEqual(60 * MIN)
          current = { ...current, ...next }
          if (current.state === 'closed') break
        }
      }),
      { numRuns: 2000 },
    )
  })
  it('a job judged whole has a level for each step', () => {
    const { levels } = assessJob(
      { ...JOB, consumable: 'SMAW E6013' },
      { helmet: { name: 'H', ranges: [[9, 13]] }, gear: [] },
    )
    expect(levels).toEqual({ eyes: 'clear', body: 'caution', air: 'clear', gear: 'unknown' })
  })
})
