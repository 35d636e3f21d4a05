import { describe, expect, it, test } from 'vitest'
import { judgeGear, judgeGearOfJob } from '#core/inspection/gear'
import { gearOf } from './gear.fixture'

describe('gear', () => {
  test.each([
    [{}, 'clear', 'Machine M-1 passed its inspection today.'],
    [{ daysSince: 1 }, 'clear', 'Machine M-1 passed its inspection.'],
    [{ daysSince: 6 }, 'clear', 'Machine M-1 passed its inspection.'],
    [{ daysSince: 7 }, 'unknown', 'Machine M-1 is due: last looked at 7 days ago.'],
    [{ daysSince: 1, everyDays: 1 }, 'unknown', 'Machine M-1 is due: last looked at yesterday.'],
    [{ daysSince: null }, 'unknown', 'Machine M-1 has no inspection on record.'],
    [{ lastResult: null }, 'unknown', 'Machine M-1 has no inspection on record.'],
    [{ lastResult: 'fail' }, 'caution', 'Machine M-1 has a fault on record that does not lock it.'],
    [{ lockReason: 'cut' }, 'stop', 'Machine M-1 is locked out: cut.'],
    [{ lockReason: 'cut', daysSince: null }, 'stop', 'Machine M-1 is locked out: cut.'],
  ] as [Parameters<typeof gearOf>[0], string, string][])('%o: %s', (change, level, sentence) =>
    expect(judgeGear(gearOf({ everyDays: 7, ...change }))).toMatchObject({ level, sentence }),
  )
  it('that a job needs and does not name is unknown', () => {
    const codes = (needs: { machine: boolean; cylinder: boolean }) =>
      judgeGearOfJob(needs, [gearOf({})]).map(({ code, level }) => `${code} ${level}`)
    expect(codes({ machine: true, cylinder: false })).toEqual(['gear.machine clear'])
    expect(codes({ machine: true, cylinder: true })).toEqual([
      'gear.machine clear',
      'gear.cylinder unknown',
    ])
    expect(judgeGearOfJob({ machine: true, cylinder: false }, [])[0]!.sentence).toBe(
      'No machine is named for this job.',
    )
  })
})
