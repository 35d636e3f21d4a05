import { describe, expect, it, test } from 'vitest'
import { CHECKLISTS, GEAR_KINDS, type GearKind } from '#core/inspection/checklist.table'
import { judgeGear, judgeGearOfJob, type GearState } from '#core/inspection/gear'
import { ChecklistMismatch, judgeInspection, type LineResult } from '#core/inspection/inspection'
import { gearNeeds } from '#core/gas/needs'

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

describe('the words of gear and checklists', () => {
  const gear = (change: Partial<GearState>): GearState => ({
    kind: 'machine',
    name: 'M-1',
    lockReason: null,
    daysSince: 0,
    everyDays: 1,
    lastResult: 'pass',
    ...change,
  })
  it('say how often, in days of use or days', () => {
    expect(judgeGear(gear({})).reasons[0]!.rule).toBe('Inspected every day of use')
    expect(judgeGear(gear({ everyDays: 30 })).reasons[0]!.rule).toBe('Inspected every 30 days')
    expect(judgeGear(gear({ daysSince: null })).reasons[0]!.inputs).toMatchObject({
      daysSince: 'never',
      every: 1,
    })
  })
  it('tell a line that was left out from one that was answered twice', () => {
    const lines = CHECKLISTS.machine.map((line): LineResult => ({
      id: line.id,
      mark: 'pass',
      ...(line.measure && { reading: line.measure.max! / 2 }),
    }))
    expect(() => judgeInspection('machine', lines.slice(1))).toThrow('Answer this line.')
    expect(() => judgeInspection('machine', [...lines, lines[0]!])).toThrow(
      'This line is answered twice.',
    )
    expect(() => judgeInspection('machine', [...lines, { id: 'moon', mark: 'pass' }])).toThrow(
      'There is no line "moon"',
    )
  })
})
