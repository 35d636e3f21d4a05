import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { PROCESSES, POSITIONS, type Process } from '#core/job/job'
import { DEFAULT_RULES } from '#core/assessment/assess'
import { judgeRecord } from '#core/people/reminders'
import {
  headerErrors,
  readRoster,
  ROSTER_COLUMNS,
  rosterChanges,
  rosterLine,
} from '#core/people/roster'
import { monthsAfter } from '#core/calendar/day'
import { CONFLICTS, judgeConflicts } from '#core/ppe/conflict'
import { CONFLICT_IDS, ZONES, type SiteRules } from '#core/ppe/terms'
import { assignPpe, DEFAULT_SITE_RULES, propertiesText } from '#core/ppe/ppe'
import { PPE_RULES, type PpeJob } from '#core/ppe/ppe.table'
import { judgeMember, judgeSession, type Member } from '#core/readiness/readiness'
import { NEEDS } from '#core/readiness/terms'
import { fitTestUntil, judgeRespirator, type RespiratorRecord } from '#core/respirator/fit'
import { balanceAfter, MOVE_KINDS, toOrder, type Balance } from '#core/stock/ledger'
import { jobWith } from './job.fixture'

const ids = (
  process: Process,
  change: Partial<PpeJob> = {},
  site: Partial<SiteRules> = {},
): string[] =>
  assignPpe(
    { process, amps: 120, position: 'bench', grinding: false, ...change },
    { ...DEFAULT_SITE_RULES, ...site },
  ).wear.map((item) => item.id)

describe('clothing by process, current, position, grinding, season and site (common practice; OSHA 1910.132 to 136, 1910.252(b))', () => {
  test.each([
    [
      'overhead asks for leather, cape, leggings and plugs',
      ids('SMAW', { position: 'overhead' }),
      ['leathers', 'cape', 'knees', 'plugs'],
    ],
    [
      'lying does as well',
      ids('GMAW', { position: 'lying' }),
      ['leathers', 'cape', 'knees', 'plugs'],
    ],
    [
      'gouging is high current: apron, leather, hand shield',
      ids('CAC', { amps: 400 }),
      ['leathers', 'apron', 'hand-shield', 'plugs', 'helmet'],
    ],
    [
      'grinding asks for shield, apron and plugs',
      ids('GRIND', { amps: null }),
      ['glasses', 'face-shield', 'apron', 'plugs', 'grind-gloves'],
    ],
    [
      'grinding with an arc job keeps its helmet and adds the apron',
      ids('SMAW', { grinding: true }),
      ['helmet', 'apron', 'plugs'],
    ],
    [
      'overhead with a disc: sealed goggles, not glasses',
      ids('GRIND', { amps: null, position: 'overhead' }),
      ['sealed-goggles'],
    ],
    ['plasma is loud', ids('PAC'), ['plugs', 'plasma-shield']],
    [
      'a safety toe where the site asks for it',
      ids('GTAW', {}, { safetyToe: true }),
      ['boots-toe'],
    ],
    ['a hard hat where the site asks for it', ids('GTAW', {}, { hardHat: true }), ['hard-hat']],
    ['cold: nothing synthetic underneath', ids('SMAW', {}, { season: 'cold' }), ['warm']],
    ['hot: cotton underneath', ids('SMAW', {}, { season: 'hot' }), ['cool']],
    [
      'laser: eyewear and helmet by optical density',
      ids('LBW', { amps: null }),
      ['laser-eyewear', 'laser-helmet'],
    ],
  ])('%s', (_, list, expected) => expect(list).toEqual(expect.arrayContaining(expected)))
  test.each([
    ['no shade glass against a laser', ids('LBW', { amps: null }), 'helmet'],
    ['no glasses under sealed goggles', ids('GRIND', { amps: null, position: 'lying' }), 'glasses'],
    ['one kind of boots', ids('SMAW', {}, { safetyToe: true }), 'boots'],
    ['no thin gloves on stick', ids('SMAW'), 'tig-gloves'],
    ['no hood for a flame', ids('OFC', { amps: null }), 'helmet'],
  ])('%s', (_, list, not) => expect(list).not.toContain(not))
  it('every row has properties, a reason, a supplier and a zone; boots are at least 6 in high', () => {
    for (const rule of PPE_RULES) {
      expect(propertiesText(rule.properties).length, rule.id).toBeGreaterThan(3)
      expect(rule.reason.length).toBeGreaterThan(10)
      expect(ZONES).toContain(rule.zone)
    }
    expect(PPE_RULES.find((rule) => rule.id === 'boots')!.properties.height).toContain('6 in')
  })
  it('for any work there is exactly one thing on the chest, and something on eyes, hands, legs and feet', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PROCESSES),
        fc.constantFrom(...POSITIONS),
        fc.integer({ min: 5, max: 600 }),
        fc.boolean(),
        fc.boolean(),
        (process, position, amps, grinding, safetyToe) => {
          const wear = assignPpe(
            { process, position, amps, grinding },
            { ...DEFAULT_SITE_RULES, safetyToe },
          ).wear
          expect(
            wear.filter((item) => ['jacket', 'leathers', 'jacket-light'].includes(item.id)),
          ).toHaveLength(1)
          expect(wear.filter((item) => item.zone === 'feet')).toHaveLength(1)
          for (const zone of ['eyes', 'hands', 'legs'] as const)
            expect(
              wear.some((item) => item.zone === zone),
              `${process} ${zone}`,
            ).toBe(true)
        },
      ),
    )
  })
  it('more current never takes cover away', () => {
    const covers = (amps: number): boolean => ids('FCAW', { amps }).includes('leathers')
    expect([120, 299, 300, 500].map(covers)).toEqual([false, false, true, true])
  })
})

describe('conflicts (common practice, and the sources named)', () => {
  const job = jobWith({ process: 'SMAW', respirator: 'half_mask' })
  it('each is a Finding with a cure', () => {
    for (const finding of judgeConflicts(CONFLICT_IDS, { process: 'OFC', respirator: 'half_mask' }))
      expect([finding.remedy!.length > 3, ['caution', 'stop'].includes(finding.level)]).toEqual([
        true,
        true,
      ])
    expect(CONFLICTS.length).toBe(CONFLICT_IDS.length)
  })
  test.each([
    ['synthetic', 'SMAW', 'half_mask', 'stop'],
    ['thin-gloves', 'SMAW', 'none', 'stop'],
    ['thin-gloves', 'GTAW', 'none', undefined],
    ['tinted', 'GMAW', 'none', 'caution'],
    ['tinted', 'OFC', 'none', undefined],
    ['lighter', 'GTAW', 'none', 'stop'],
    ['cuffs', 'GTAW', 'none', 'caution'],
    ['oily', 'OFC', 'none', 'stop'],
    ['oily', 'GTAW', 'none', undefined],
  ] as const)('%s on %s with %s: %s', (id, process, respirator, level) =>
    expect(judgeConflicts([id], { process, respirator })[0]?.level).toBe(level),
  )
  // OSHA 29 CFR 1910.134(g)(1)(i)(A)
  it('a beard stops a tight respirator by law, and no other', () => {
    expect(judgeConflicts(['beard'], job)[0]).toMatchObject({ level: 'stop', legal: true })
    for (const respirator of ['none', 'powered_helmet', 'airline_helmet'] as const)
      expect(judgeConflicts(['beard'], { process: 'SMAW', respirator })).toEqual([])
  })
})

const RECORD: RespiratorRecord = {
  clearedUntil: '2027-01-31',
  fitTestOn: '2026-03-31',
  fitModel: 'HM-2',
  fitSize: 'M',
  sealCheckOn: '2026-11-23',
}
const TODAY = '2026-11-23'

describe('respirator, OSHA 29 CFR 1910.134(e), (f) and (g)', () => {
  it('a fit test counts for twelve months, to the day', () => {
    expect(fitTestUntil('2026-03-31')).toBe('2027-03-31')
    expect(fitTestUntil('2024-02-29')).toBe('2025-02-28')
    expect(monthsAfter('2026-11-30', 3)).toBe('2027-02-28')
  })
  const level = (
    change: Partial<RespiratorRecord>,
    kind: Parameters<typeof judgeRespirator>[0] = 'half_mask',
  ): string | undefined => judgeRespirator(kind, { ...RECORD, ...change }, TODAY)?.level
  test.each([
    [{}, 'clear'],
    [{ clearedUntil: null }, 'stop'],
    [{ clearedUntil: '2026-11-22' }, 'stop'],
    [{ clearedUntil: TODAY }, 'clear'],
    [{ fitTestOn: null }, 'stop'],
    [{ fitTestOn: '2025-11-22' }, 'stop'],
    [{ fitTestOn: '2025-11-23' }, 'clear'],
    [{ fitModel: null, fitSize: null }, 'unknown'],
    [{ sealCheckOn: '2026-11-22' }, 'caution'],
  ] as const)('%o: %s', (change, expected) => expect(level(change)).toBe(expected))
  it('a loose hood needs clearance and no fit test; none needs nothing', () => {
    expect(level({ fitTestOn: null }, 'powered_helmet')).toBe('clear')
    expect(level({ clearedUntil: null }, 'powered_helmet')).toBe('stop')
    expect(level({}, 'none')).toBeUndefined()
  })
  it('reminders begin thirty days before and turn to a stop after', () => {
    const levels = (until: number): string[] =>
      judgeRecord({ respiratorUntil: '2026-12-01', fitTestOn: null }, () => until).map(
        (finding) => finding.level,
      )
    expect([31, 30, 0, -1].map(levels)).toEqual([[], ['caution'], ['caution'], ['stop']])
  })
})

const gear = (kind: 'machine' | 'helmet' | 'cylinder') => ({
  kind,
  name: kind,
  lockReason: null,
  lastResult: 'pass' as const,
  daysSince: 0,
  everyDays: 7,
})
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
    [
      'helmet',
      { helmet: { ...MEMBER.helmet!, gear: { ...gear('helmet'), daysSince: 9 } } },
      'unknown',
    ],
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

describe('stock ledger', () => {
  const balance: Balance = { ready: 5, lent: 2, toClean: 1 }
  test.each([
    [
      { kind: 'receive', quantity: 3 },
      { ready: 8, lent: 2, toClean: 1 },
    ],
    [
      { kind: 'issue', quantity: 5 },
      { ready: 0, lent: 2, toClean: 1 },
    ],
    [
      { kind: 'lend', quantity: 2 },
      { ready: 3, lent: 4, toClean: 1 },
    ],
    [
      { kind: 'return', quantity: 2 },
      { ready: 5, lent: 0, toClean: 3 },
    ],
    [
      { kind: 'return', quantity: 1, unused: true },
      { ready: 6, lent: 1, toClean: 1 },
    ],
    [
      { kind: 'clean', quantity: 1 },
      { ready: 6, lent: 2, toClean: 0 },
    ],
    [
      { kind: 'discard', quantity: 3 },
      { ready: 3, lent: 2, toClean: 0 },
    ],
    [
      { kind: 'count', quantity: -5 },
      { ready: 0, lent: 2, toClean: 1 },
    ],
  ] as const)('%o', (move, after) => expect(balanceAfter(balance, move, 2)).toEqual(after))
  test.each([
    [{ kind: 'issue', quantity: 6 }],
    [{ kind: 'lend', quantity: 6 }],
    [{ kind: 'clean', quantity: 2 }],
    [{ kind: 'discard', quantity: 7 }],
    [{ kind: 'count', quantity: -6 }],
    [{ kind: 'return', quantity: 3 }],
    [{ kind: 'receive', quantity: 0 }],
    [{ kind: 'receive', quantity: -1 }],
    [{ kind: 'issue', quantity: 1.5 }],
  ] as const)('refuses %o with a sentence', (move) =>
    expect(typeof balanceAfter(balance, move, 2)).toBe('string'),
  )
  it('never goes below zero, and only taking in, issuing, throwing out and counting change the number of pieces', () => {
    const move = fc.record({
      kind: fc.constantFrom(...MOVE_KINDS),
      quantity: fc.integer({ min: -5, max: 5 }),
      unused: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(move, { maxLength: 40 }), (moves) => {
        let now: Balance = { ready: 3, lent: 0, toClean: 0 }
        for (const entry of moves) {
          const next = balanceAfter(now, entry, now.lent)
          if (typeof next === 'string') continue
          expect(Math.min(next.ready, next.lent, next.toClean)).toBeGreaterThanOrEqual(0)
          const sum = (b: Balance): number => b.ready + b.lent + b.toClean
          const change =
            {
              receive: entry.quantity,
              count: entry.quantity,
              issue: -entry.quantity,
              discard: -entry.quantity,
            }[entry.kind as string] ?? 0
          expect(sum(next) - sum(now)).toBe(change)
          now = next
        }
      }),
    )
  })
  it('orders up to the minimum, counting what comes back from cleaning', () => {
    expect([
      toOrder({ ready: 2, lent: 9, toClean: 1 }, 10),
      toOrder({ ready: 10, lent: 0, toClean: 0 }, 10),
      toOrder({ ready: 0, lent: 0, toClean: 0 }, 0),
    ]).toEqual([7, 0, 0])
  })
})

describe('roster file', () => {
  const context = { courses: ['First year'], today: TODAY }
  const errors = (values: Record<string, string>): string[] =>
    readRoster(
      [{ line: 2, values: { number: '7', name: 'Ann', ...values } }],
      context,
    )[0]!.errors.map((error) => error.column)
  test.each([
    [{ number: '' }, ['number']],
    [{ name: ' ' }, ['name']],
    [{ email: 'ann at home' }, ['email']],
    [{ role: 'boss' }, ['role']],
    [{ role: 'lead' }, ['role']],
    [{ course: 'Second year' }, ['course']],
    [{ fire_watch_trained_on: '31/03/2026' }, ['fire_watch_trained_on']],
    [{ fit_test_on: '2026-02-30' }, ['fit_test_on']],
    [{ fit_test_on: '2027-01-01' }, ['fit_test_on']],
    [{ cleared_for: 'SMAW STICK' }, ['cleared_for']],
    [{ light_sensitive: 'maybe' }, ['light_sensitive']],
    [{ tint: 'dark' }, ['tint']],
    [{ correction: 'monocle' }, ['correction']],
    [
      {
        respirator_until: '2030-01-01',
        course: 'first YEAR',
        cleared_for: 'smaw; gmaw',
        light_sensitive: 'Yes',
        tint: '2,5',
      },
      [],
    ],
  ])('%o: %o', (values, columns) =>
    expect(errors(values as Record<string, string>)).toEqual(columns),
  )
  it('a doubled number or address names the line it stood on first', () => {
    const rows = readRoster(
      [
        { line: 2, values: { number: '7', name: 'A', email: 'a@x.example' } },
        { line: 3, values: { number: '7', name: 'B' } },
        { line: 4, values: { number: '8', name: 'C', email: 'A@x.example' } },
      ],
      context,
    )
    expect(rows.map((row) => row.errors.map((error) => error.message))).toEqual([
      [],
      ['The same as on line 2.'],
      ['The same as on line 2.'],
    ])
  })
  it('a first line with a missing, unknown or doubled column stops the file', () => {
    expect(headerErrors(['number', 'name'])).toEqual([])
    expect(headerErrors(['name'])[0]).toContain('"number" is missing')
    expect(headerErrors(['number', 'name', 'shoe'])[0]).toContain('not known')
    expect(headerErrors(['number', 'name', 'name'])[0]).toContain('twice')
  })
  it('what is written is read back the same', () => {
    const [row] = readRoster(
      [
        {
          line: 2,
          values: {
            number: '7',
            name: 'Ann',
            email: 'ann@x.example',
            course: 'First year',
            cleared_for: 'GMAW SMAW',
            tint: '2',
            correction: 'glasses',
            light_sensitive: 'yes',
            fit_test_on: '2026-01-01',
          },
        },
      ],
      context,
    )
    const again = readRoster([{ line: 2, values: rosterLine(row!.person!) }], context)[0]!
    expect(again.person).toEqual(row!.person)
    expect(rosterChanges(row!.person!, again.person!)).toEqual([])
    expect(rosterChanges(row!.person!, { ...row!.person!, cleared: ['SMAW', 'GMAW'] })).toEqual([])
    expect(rosterChanges(row!.person!, { ...row!.person!, name: 'Anne' })).toEqual(['name'])
    expect(Object.keys(rosterLine(row!.person!))).toEqual([...ROSTER_COLUMNS])
  })
})
