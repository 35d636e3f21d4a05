import { describe, expect, it, test } from 'vitest'
import { blocks, byWorst, overridable, worstLevel, type Finding } from '#core/finding/finding'
import { gates } from '#core/permit/gates'
import {
  extensionFault,
  mayChangeOperator,
  mayExtend,
  PERMIT_ACTIONS,
  PERMIT_STATES,
  permitState,
  transition,
  watchOwed,
  type PermitAction,
  type PermitLife,
  type PermitState,
} from '#core/permit/lifecycle'

const MIN = 60_000
const END = 480 * MIN
const LIFE: PermitLife = {
  state: 'draft',
  validTo: END,
  workStartedAt: null,
  watchStartedAt: null,
  watchMinutes: 60,
  monitoring: null,
  rounds: [],
}
const life = (change: Partial<PermitLife>): PermitLife => ({ ...LIFE, ...change })
const WORKED = { workStartedAt: 10 * MIN, watchStartedAt: null }
const WATCHED = { workStartedAt: 10 * MIN, watchStartedAt: 100 * MIN }
const NOW = 120 * MIN

describe('what an action makes of a permit, state by state', () => {
  // Rows: state; columns: issue, start, stop, resume, suspend, reinstate, revoke, close. A dash is a refusal.
  const TABLE: Record<PermitState, [Partial<PermitLife>, string]> = {
    draft: [{}, 'issued - - - - - revoked -'],
    issued: [{}, '- working - - suspended - revoked closed'],
    working: [WORKED, '- - watching - suspended - revoked -'],
    watching: [WATCHED, '- - - working suspended - revoked -'],
    suspended: [WATCHED, '- - watching - - issued revoked -'],
    revoked: [{}, '- - - - - - - closed'],
    closed: [{}, '- - - - - - - -'],
    expired: [{}, '- - - - - - revoked closed'],
  }
  const cases = PERMIT_STATES.flatMap((state) => {
    const [change, row] = TABLE[state]
    return row.split(' ').map((to, i) => [state, PERMIT_ACTIONS[i]!, to, change] as const)
  })
  it('every state meets every action', () =>
    expect(cases).toHaveLength(PERMIT_STATES.length * PERMIT_ACTIONS.length))
  test.each(cases)('%s, %s: %s', (state, action, to, change) => {
    const made = transition(life({ state, ...change }), action, NOW)
    expect(made.ok ? made.state : '-').toBe(to)
    if (!made.ok) expect(made.because).toMatch(/\.$/)
  })
  const act = (action: PermitAction, change: Partial<PermitLife>, now = NOW) =>
    transition(life(change), action, now)
  it('the first start counts as the start of work, later ones keep it', () => {
    expect(act('start', { state: 'issued' })).toMatchObject({
      workStartedAt: NOW,
      watchStartedAt: null,
    })
    expect(act('start', { state: 'issued', ...WATCHED })).toMatchObject({
      workStartedAt: 10 * MIN,
      watchStartedAt: null,
    })
  })
  it('work resumed takes the watch back; stopping starts it anew', () => {
    expect(act('resume', { state: 'watching', ...WATCHED })).toMatchObject({ watchStartedAt: null })
    expect(act('stop', { state: 'working', ...WORKED })).toMatchObject({ watchStartedAt: NOW })
  })
  it('suspending or revoking while work goes on is the last arc, and only then', () => {
    for (const action of ['suspend', 'revoke'] as const) {
      expect(act(action, { state: 'working', ...WORKED })).toMatchObject({ watchStartedAt: NOW })
      expect(act(action, { state: 'issued' })).toMatchObject({ watchStartedAt: null })
      expect(act(action, { state: 'watching', ...WATCHED })).toMatchObject({
        watchStartedAt: 100 * MIN,
      })
    }
  })
  it('without work there is nothing to stop', () => {
    expect(act('stop', { state: 'suspended' })).toEqual({
      ok: false,
      because: 'No work was started under it.',
    })
    expect(act('stop', { state: 'expired' })).toMatchObject({ ok: false })
    expect(act('stop', { state: 'expired', ...WORKED })).toMatchObject({ state: 'watching' })
  })
  it('time that has run out ends it: no issue, no start, no resuming', () => {
    expect(act('issue', {}, END)).toEqual({ ok: false, because: 'Its time has already run out.' })
    expect(act('issue', {}, END - 1)).toMatchObject({ ok: true })
    expect(act('start', { state: 'issued' }, END)).toMatchObject({ ok: false })
    expect(act('resume', { state: 'watching', ...WATCHED }, END)).toEqual({
      ok: false,
      because: 'Its time has run out; issue a new permit.',
    })
    expect(act('resume', { state: 'watching', ...WATCHED }, END - 1)).toMatchObject({ ok: true })
  })
})

describe('closing', () => {
  const close = (change: Partial<PermitLife>, now: number) =>
    transition(life({ state: 'watching', ...WATCHED, ...change }), 'close', now)
  const watchEnd = 160 * MIN
  it('only when the watch has run and a last round was made after it', () => {
    expect(close({}, watchEnd - 1)).toEqual({
      ok: false,
      because: 'Too early: 1 min of the watch are left.',
    })
    expect(close({}, watchEnd - 90_000)).toMatchObject({
      because: 'Too early: 2 min of the watch are left.',
    })
    expect(close({}, watchEnd)).toEqual({
      ok: false,
      because: 'Make the last round first, after the time has run out.',
    })
    expect(close({ rounds: [watchEnd - 1] }, watchEnd + MIN)).toMatchObject({ ok: false })
    expect(close({ rounds: [watchEnd] }, watchEnd + MIN)).toMatchObject({
      ok: true,
      state: 'closed',
      workStartedAt: 10 * MIN,
      watchStartedAt: 100 * MIN,
    })
  })
  it('work that was never stopped has no watch to end', () => {
    expect(close({ watchStartedAt: null }, watchEnd)).toEqual({
      ok: false,
      because: 'Work has not been stopped; the watch has not begun.',
    })
  })
  it('a permit under which nobody worked is closed at once', () => {
    expect(close({ workStartedAt: null, watchStartedAt: null }, 0)).toMatchObject({ ok: true })
  })
})

describe('states that follow from the time', () => {
  it('what is live expires at its end; the rest stays', () => {
    for (const state of PERMIT_STATES) {
      const isLive = ['issued', 'working', 'suspended'].includes(state)
      expect(permitState({ state, validTo: END }, END - 1)).toBe(state)
      expect(permitState({ state, validTo: END }, END)).toBe(isLive ? 'expired' : state)
    }
  })
  it('a watch is owed from the start of work until it is closed', () => {
    for (const state of PERMIT_STATES) {
      expect(watchOwed(life({ state }))).toBe(false)
      expect(watchOwed(life({ state, ...WORKED })), state).toBe(
        state !== 'closed' && state !== 'draft',
      )
    }
  })
})

const finding = (level: Finding['level'], change: Partial<Finding> = {}): Finding => ({
  code: `x.${level}`,
  step: 'air',
  level,
  sentence: level,
  reasons: [],
  ...change,
})

describe('who may take over, and when it may go on longer', () => {
  it.each([
    ['draft', false, false],
    ['issued', true, true],
    ['working', true, false],
    ['suspended', false, true],
    ['watching', false, true],
    ['closed', false, false],
    ['revoked', false, false],
  ] as const)('%s: longer %s, another operator %s', (state, longer, operator) => {
    const life: PermitLife = {
      state,
      validTo: 100,
      workStartedAt: null,
      watchStartedAt: null,
      watchMinutes: 60,
      monitoring: null,
      rounds: [],
    }
    expect([mayExtend(life, 50), mayChangeOperator(life, 50)]).toEqual([longer, operator])
    expect(extensionFault(life, 101, 50) === null).toBe(longer)
    expect(extensionFault(life, 100, 50)).not.toBeNull()
    // What ran out is not made longer.
    expect(mayExtend(life, 100)).toBe(false)
  })
})

describe('gates', () => {
  const clear = finding('clear')
  const stop = finding('stop')
  const law = finding('stop', { code: 'x.law', legal: true })
  const unknown = finding('unknown')
  const set = (code: string) => ({ code, reason: 'Seen by the lead.' })
  it('stops and unknowns hold a permit back, cautions do not', () => {
    expect(gates([clear, finding('caution')], [])).toMatchObject({ ready: true, open: [] })
    expect(gates([clear, stop], []).open).toEqual([stop])
    expect(gates([clear, unknown], []).open).toEqual([unknown])
    expect(gates([], []).ready).toBe(false)
  })
  it('a reason sets aside a stop of the house, never law, never an unknown', () => {
    expect(gates([stop], [set('x.stop')])).toEqual({
      ready: true,
      open: [],
      overridden: [{ finding: stop, reason: 'Seen by the lead.' }],
    })
    expect(gates([law], [set('x.law')])).toMatchObject({ ready: false, open: [law] })
    expect(gates([unknown], [set('x.unknown')])).toMatchObject({ ready: false })
    expect(gates([stop], [set('x.other')])).toMatchObject({ ready: false, overridden: [] })
  })
  it('levels from mild to bad', () => {
    expect(worstLevel([])).toBe('unknown')
    expect(worstLevel([clear, finding('caution')])).toBe('caution')
    expect(worstLevel([stop, unknown])).toBe('stop')
    expect(worstLevel([finding('caution'), unknown])).toBe('unknown')
    expect(byWorst([clear, stop, unknown]).map(({ level }) => level)).toEqual([
      'stop',
      'unknown',
      'clear',
    ])
    expect([clear, finding('caution'), unknown, stop].map(blocks)).toEqual([
      false,
      false,
      true,
      true,
    ])
    expect([clear, unknown, stop, law].map(overridable)).toEqual([false, false, true, false])
  })
})
