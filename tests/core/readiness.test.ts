import fc from 'fast-check'
import type { GearState } from '#core/inspection/gear'
import { gearOf, TODAY } from './gear.fixture'
import { describe, expect, it, test } from 'vitest'
import { DEFAULT_RULES } from '#core/assessment/assess'
import { assignPpe } from '#core/ppe/ppe'
import { judgeMember, judgeSession, type Member } from '#core/readiness/readiness'
import { NEEDS } from '#core/readiness/terms'
import type { RespiratorRecord } from '#core/respirator/fit'
import { jobWith } from './job.fixture'

const RECORD: RespiratorRecord = {
  clearedUntil: '2027-01-31',
  fitTestOn: '2026-03-31',
  fitModel: 'HM-2',
  fitSize: 'M',
  sealCheckOn: '2026-11-23',
}

const gear = (kind: 'machine' | 'helmet' | 'cylinder', daysSince = 0): GearState =>
  gearOf({ kind, name: kind, everyDays: 7, daysSince })

const JOB = jobWith(
  { process: 'SMAW', amps: 120, consumable: 'SMAW E7018', arcMinutes: 30, thickness: 8 },
  { hood: 'movable_hood', hoodFlow: 0.3, hoodDistance: 0.25, hoodProved: true, generalFlow: 2 },
)

const KIT = Object.fromEntries(assignPpe(JOB).wear.map((item) => [item.id, 'has' as const]))

const MEMBER: Member = {
  presence: 'present',
  cleared: ['SMAW'],
  eyes: { lightSensitive: false, correction: 'none', tint: null, found: null },
  respirator: RECORD,
  kit: KIT,
  seen: [],
  job: JOB,
  station: 'Booth 1',
  helmet: { name: 'H-1', ranges: [[9, 13]], gear: gear('helmet') },
  machine: gear('machine'),
  cylinder: null,
}

const judge = (change: Partial<Member>) =>
  judgeMember({ ...MEMBER, ...change }, DEFAULT_RULES, TODAY)

const cell = (need: (typeof NEEDS)[number], change: Partial<Member>): string | null =>
  judge(change).cells.find((entry) => entry.need === need)!.finding?.level ?? null

describe('readiness of a person', () => {
  it('is clear when everything is there, and says what to set', () => {
    const ready = judge({})
    expect(
      ready.cells
        .filter((entry) => entry.finding && entry.finding.level !== 'clear')
        .map((entry) => [entry.need, entry.finding!.sentence]),
    ).toEqual([])
    expect(ready).toMatchObject({ level: 'clear', set: 10 })
    expect(ready.cells.map((entry) => entry.need)).toEqual([...NEEDS])
  })
  test.each([
    ['clearance', { cleared: [] }, 'stop'],
    ['shade', { helmet: { name: 'H-2', ranges: [[5, 7]], gear: gear('helmet') } }, 'stop'],
    ['shade', { helmet: null }, 'unknown'],
    ['helmet', { helmet: null }, 'unknown'],
    ['helmet', { helmet: { ...MEMBER.helmet!, gear: gear('helmet', 9) } }, 'unknown'],
    [
      'helmet',
      { helmet: { ...MEMBER.helmet!, gear: { ...gear('helmet'), lockReason: 'cracked' } } },
      'stop',
    ],
    ['hands', { kit: { ...KIT, gauntlets: 'lacks' } }, 'stop'],
    ['hands', { kit: {} }, 'unknown'],
    ['hands', { seen: ['thin-gloves'] }, 'stop'],
    ['torso', { seen: ['synthetic'] }, 'stop'],
    ['machine', { machine: null }, 'unknown'],
    ['machine', { machine: { ...gear('machine'), lockReason: 'lead cut' } }, 'stop'],
    ['extraction', { station: null }, 'unknown'],
    ['cylinder', {}, null],
    ['breath', {}, null],
  ] as const)('%s with %o: %s', (need, change, level) =>
    expect(cell(need, change as Partial<Member>)).toBe(level),
  )
  it('a face shield for grinding and a laser helmet are asked for like everything else', () => {
    const has = (list: string[]): Member['kit'] =>
      Object.fromEntries(list.map((id) => [id, 'has' as const]))
    for (const [process, piece] of [
      ['GRIND', 'face-shield'],
      ['LBW', 'laser-helmet'],
    ] as const) {
      const job = { ...JOB, process, amps: null }
      const all = assignPpe(job).wear.map((item) => item.id)
      expect(all).toContain(piece)
      expect([
        cell('eyes', { job, kit: has(all) }),
        cell('eyes', { job, kit: has(all.filter((id) => id !== piece)) }),
        cell('eyes', { job, kit: { ...has(all), [piece]: 'lacks' } }),
      ]).toEqual(['clear', 'unknown', 'stop'])
    }
  })
  it('a respirator in the job asks for its record', () => {
    const job = { ...JOB, respirator: 'half_mask' as const }
    expect([
      cell('breath', { job }),
      cell('breath', { job, respirator: { ...RECORD, clearedUntil: null } }),
      cell('breath', { job, seen: ['beard'] }),
    ]).toEqual(['clear', 'stop', 'stop'])
  })
  it('light-sensitive eyes ask for one darker', () =>
    expect(judge({ eyes: { ...MEMBER.eyes, lightSensitive: true } })).toMatchObject({
      wanted: 11,
      set: 11,
    }))
  it('someone not marked is unknown, nothing to weld is unknown, absent is not judged', () => {
    expect(judge({ presence: 'expected' }).level).toBe('unknown')
    expect(judge({ job: null }).level).toBe('unknown')
    expect(judge({ presence: 'absent' })).toMatchObject({ level: null })
  })
  it('a session is as ready as its least ready person; an empty one is unknown', () => {
    expect(judgeSession([{ level: 'clear' }, { level: null }])).toBe('clear')
    expect(judgeSession([{ level: 'clear' }, { level: 'caution' }])).toBe('caution')
    expect(judgeSession([{ level: 'unknown' }, { level: 'stop' }])).toBe('stop')
    expect(judgeSession([{ level: null }])).toBe('unknown')
  })
  it('taking something away never makes anyone readier', () => {
    const RANK = { clear: 0, caution: 1, unknown: 2, stop: 3 }
    const parts: Partial<Member>[] = [
      { cleared: [] },
      { helmet: null },
      { machine: null },
      { kit: {} },
      { station: null },
      { seen: ['lighter'] },
      { presence: 'expected' },
    ]
    fc.assert(
      fc.property(fc.subarray(parts), fc.subarray(parts), (some, more) => {
        const rank = (list: Partial<Member>[]): number =>
          RANK[judge(Object.assign({}, ...list)).level!]
        expect(rank([...some, ...more])).toBeGreaterThanOrEqual(rank(some))
      }),
    )
  })
})
