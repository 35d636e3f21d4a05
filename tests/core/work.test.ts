import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { blocks, byWorst, overridable, worstLevel, type Finding } from '#core/finding/finding'
import { countdown, finalRoundMade } from '#core/firewatch/countdown'
import { judgeFire, watchMinutes, type FireQuery } from '#core/firewatch/fire'
import { SWEEP, SWEEP_RADIUS, WATCH_MINUTES } from '#core/firewatch/rules.table'
import { CHECKLISTS, GEAR_KINDS, type GearKind } from '#core/inspection/checklist.table'
import { judgeGear, judgeGearOfJob, type GearState } from '#core/inspection/gear'
import { ChecklistMismatch, judgeInspection, type LineResult } from '#core/inspection/inspection'
import { assessJob } from '#core/assessment/assess'
import { PROCESSES } from '#core/job/job'
import { gates } from '#core/permit/gates'
import {
  PERMIT_ACTIONS,
  permitState,
  transition,
  watchOwed,
  type PermitLife,
} from '#core/permit/lifecycle'
import { assignPpe } from '#core/ppe/ppe'
import { gearNeeds } from '#core/gas/needs'
import { jobWith, JOB } from './job.fixture'

const MIN = 60_000
const finding = (level: Finding['level'], legal = false): Finding => ({
  code: level,
  step: 'air',
  level,
  sentence: '',
  reasons: [],
  legal,
})

describe('Finding', () => {
  it('the worst decides, and nothing checked is unknown', () => {
    expect(worstLevel([])).toBe('unknown')
    expect(worstLevel([finding('clear'), finding('caution')])).toBe('caution')
    expect(worstLevel([finding('unknown'), finding('caution')])).toBe('unknown')
    expect(worstLevel([finding('unknown'), finding('stop')])).toBe('stop')
    expect(
      byWorst([finding('clear'), finding('stop'), finding('unknown')]).map((entry) => entry.level),
    ).toEqual(['stop', 'unknown', 'clear'])
  })
  it('stop and unknown block; only a stop that is not law can be overridden', () => {
    expect(
      ['clear', 'caution', 'stop', 'unknown'].map((level) =>
        blocks(finding(level as Finding['level'])),
      ),
    ).toEqual([false, false, true, true])
    expect(overridable(finding('stop'))).toBe(true)
    expect(overridable(finding('stop', true))).toBe(false)
    expect(overridable(finding('unknown'))).toBe(false)
  })
  it('every Finding of every process carries a sentence, a rule and a source', () => {
    for (const process of PROCESSES)
      for (const space of ['indoors', 'outdoors', 'confined'] as const) {
        for (const entry of assessJob(
          jobWith({ process, consumable: null, coating: 'zinc' }, { space }),
          { helmet: null, gear: [] },
        ).findings) {
          expect(entry.sentence.length).toBeGreaterThan(10)
          expect(entry.reasons.length).toBeGreaterThan(0)
          for (const reason of entry.reasons)
            expect(reason.source.document.length).toBeGreaterThan(5)
          if (blocks(entry)) expect(entry.remedy).toBeTruthy()
        }
      }
  })
})

describe('PPE (common practice, and OSHA 1910.133 and 1910.252(b) as marked)', () => {
  const ids = (query: Parameters<typeof assignPpe>[0]): string[] =>
    assignPpe(query).wear.map((item) => item.id)
  it('hands: gauntlets on stick, thin leather for TIG, and thin gloves forbidden on stick', () => {
    expect(ids({ process: 'SMAW', amps: 120, position: 'bench', grinding: false })).toEqual(
      expect.arrayContaining(['gauntlets', 'helmet', 'glasses', 'jacket']),
    )
    expect(ids({ process: 'GTAW', amps: 90, position: 'bench', grinding: false })).toContain(
      'tig-gloves',
    )
    expect(
      assignPpe({ process: 'SMAW', amps: 120, position: 'bench', grinding: false }).avoid.map(
        (item) => item.id,
      ),
    ).toContain('thin-gloves')
  })
  it('overhead, tight and high current ask for leather', () => {
    for (const query of [
      { process: 'SMAW', amps: 120, position: 'overhead', grinding: false },
      { process: 'GMAW', amps: 120, position: 'tight', grinding: false },
      { process: 'FCAW', amps: 350, position: 'bench', grinding: false },
    ] as const)
      expect(ids(query)).toEqual(expect.arrayContaining(['leathers', 'cape']))
  })
  it('goggles for flame, never for an arc; plugs for plasma', () => {
    expect(ids({ process: 'OFC', amps: null, position: 'bench', grinding: false })).toContain(
      'gas-goggles',
    )
    for (const process of ['SMAW', 'GMAW', 'FCAW', 'GTAW'] as const)
      expect(ids({ process, amps: 100, position: 'bench', grinding: false })).not.toContain(
        'gas-goggles',
      )
    expect(ids({ process: 'PAC', amps: 60, position: 'bench', grinding: false })).toContain('plugs')
  })
  it('every process has something for eyes, torso, hands, legs and feet', () => {
    for (const process of PROCESSES)
      for (const position of ['bench', 'overhead', 'tight'] as const) {
        const zones = assignPpe({ process, amps: 100, position, grinding: false }).wear.map(
          (item) => item.zone,
        )
        expect(zones).toEqual(expect.arrayContaining(['eyes', 'torso', 'hands', 'legs', 'feet']))
      }
  })
})

describe('inspection', () => {
  const full = (kind: GearKind, change: Partial<LineResult> & { id?: string } = {}): LineResult[] =>
    CHECKLISTS[kind].map((line) => ({
      id: line.id,
      mark: 'pass',
      ...(line.measure && { reading: line.measure.max! / 2 }),
      ...(change.id === line.id && change),
    }))
  for (const kind of GEAR_KINDS) {
    for (const line of CHECKLISTS[kind]) {
      test(`${kind}: "${line.name}" failed ${line.critical ? 'locks out with the reason' : 'does not lock'}`, () => {
        const outcome = judgeInspection(
          kind,
          full(kind, { id: line.id, mark: 'fail', note: 'torn' }),
        )
        expect(outcome.result).toBe(line.critical ? 'locked' : 'fail')
        expect(outcome.lockReason).toBe(line.critical ? `${line.name}: torn` : null)
      })
    }
  }
  // OSHA 1910.254(b)(3): open circuit, manual welding, AC 80 V, DC 100 V
  test.each([
    ['ocvAc', 80, 'pass'],
    ['ocvAc', 80.1, 'locked'],
    ['ocvDc', 100, 'pass'],
    ['ocvDc', 101, 'locked'],
  ])('%s of %s V: %s, whatever was ticked', (id, reading, result) => {
    expect(
      judgeInspection('machine', full('machine', { id, reading: reading as number })).result,
    ).toBe(result)
  })
  it('names the line that is missing, doubled, foreign, without a note or without a reading', () => {
    const cases: [LineResult[], string][] = [
      [full('machine').slice(1), 'mains'],
      [[...full('machine'), full('machine')[2]!], 'leads'],
      [[...full('machine'), { id: 'sails', mark: 'pass' }], 'sails'],
      [full('machine', { id: 'fan', mark: 'fail' }), 'fan'],
      [full('machine', { id: 'ocvDc', reading: undefined }), 'ocvDc'],
      [CHECKLISTS.machine.map((line) => ({ id: line.id, mark: 'na' })), 'mains'],
    ]
    for (const [lines, path] of cases) {
      const act = (): unknown => judgeInspection('machine', lines)
      expect(act).toThrow(ChecklistMismatch)
      try {
        act()
      } catch (error) {
        expect((error as ChecklistMismatch).path).toBe(path)
      }
    }
  })
  const gear: GearState = {
    kind: 'machine',
    name: 'M-1',
    lockReason: null,
    lastResult: 'pass',
    daysSince: 0,
    everyDays: 1,
  }
  test.each([
    [{}, 'clear'],
    [{ lockReason: 'Leads: cut' }, 'stop'],
    [{ lastResult: null, daysSince: null }, 'unknown'],
    [{ daysSince: 1 }, 'unknown'],
    [{ daysSince: 6, everyDays: 7 }, 'clear'],
    [{ daysSince: 7, everyDays: 7 }, 'unknown'],
    [{ lastResult: 'fail' }, 'caution'],
  ] as const)('gear %o is %s', (change, level) => {
    expect(judgeGear({ ...gear, ...change } as GearState).level).toBe(level)
  })
  it('a locked item is a legal stop; gear a process needs and does not name is unknown', () => {
    expect(judgeGear({ ...gear, lockReason: 'x' }).legal).toBe(true)
    expect(judgeGearOfJob(gearNeeds('GTAW'), [gear]).map((entry) => entry.level)).toEqual([
      'clear',
      'unknown',
    ])
    expect(judgeGearOfJob(gearNeeds('OFC'), []).map((entry) => entry.code)).toEqual([
      'gear.cylinder',
    ])
  })
})

const FIRE: FireQuery = {
  designated: false,
  sweep: Object.fromEntries(SWEEP.map((line) => [line.id, 'yes' as const])),
  operator: 'a',
  fireWatch: 'b',
  fireWatchTrained: true,
  validFrom: 0,
  validTo: 4 * 3_600_000,
  shiftHours: 8,
  ruleSet: 'nfpa51b',
  houseMinutes: null,
}
const fire = (change: Partial<FireQuery>, code: string): Finding | undefined =>
  judgeFire({ ...FIRE, ...change }).find((entry) => entry.code === code)

describe('fire, OSHA 29 CFR 1910.252(a)(2) and NFPA 51B', () => {
  it('watches 30 min by OSHA, 60 by NFPA 51B (2019 on), never less by a house value; 35 ft is 10.7 m', () => {
    expect(WATCH_MINUTES.osha.minutes).toBe(30)
    expect(WATCH_MINUTES.nfpa51b.minutes).toBe(60)
    expect([
      watchMinutes('osha', null),
      watchMinutes('osha', 45),
      watchMinutes('nfpa51b', 45),
      watchMinutes('nfpa51b', 180),
    ]).toEqual([30, 45, 60, 180])
    expect(SWEEP_RADIUS).toBeCloseTo(10.7, 1)
  })
  it('a full draft is clear throughout', () => expect(worstLevel(judgeFire(FIRE))).toBe('clear'))
  for (const line of SWEEP) {
    it(`"${line.id}" unanswered is unknown, answered no is a legal stop`, () => {
      const { [line.id]: _, ...rest } = FIRE.sweep
      expect(fire({ sweep: rest }, `fire.${line.id}`)!.level).toBe('unknown')
      expect(fire({ sweep: { ...FIRE.sweep, [line.id]: 'no' } }, `fire.${line.id}`)).toMatchObject({
        level: 'stop',
        legal: true,
      })
    })
  }
  it('sweep, extinguisher and atmosphere always apply', () => {
    for (const id of ['swept', 'moved', 'atmosphere', 'extinguisher'])
      expect(fire({ sweep: { ...FIRE.sweep, [id]: 'na' } }, `fire.${id}`)!.level).toBe('stop')
    expect(fire({ sweep: { ...FIRE.sweep, sprinklers: 'na' } }, 'fire.sprinklers')!.level).toBe(
      'clear',
    )
  })
  it('operator and watch are two people, the watch trained', () => {
    expect(fire({ fireWatch: 'a' }, 'fire.watch')).toMatchObject({ level: 'stop', legal: true })
    expect(fire({ fireWatchTrained: false }, 'fire.watch')).toMatchObject({
      level: 'stop',
      legal: true,
    })
    expect(fire({ fireWatch: null }, 'fire.watch')!.level).toBe('unknown')
    expect(fire({ operator: null }, 'fire.operator')!.level).toBe('unknown')
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
    expect(judgeFire({ ...FIRE, designated: true, sweep: {}, operator: null })).toMatchObject([
      { level: 'clear' },
    ]))
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

describe('watch', () => {
  it('counts from the last arc and asks for a round every quarter of an hour', () => {
    const watch = { startedAt: 0, minutes: 60, rounds: [] as number[] }
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

describe('life of a permit', () => {
  const life = (change: Partial<PermitLife> = {}): PermitLife => ({
    state: 'issued',
    validTo: 480 * MIN,
    workStartedAt: null,
    watchStartedAt: null,
    watchMinutes: 60,
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
    expect(levels).toEqual({ eyes: 'clear', body: 'clear', air: 'clear', gear: 'unknown' })
  })
})
