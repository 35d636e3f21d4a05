import { describe, expect, it, test } from 'vitest'
import { daysBetween } from '#core/calendar/day'
import { judgeRecord, REMIND_DAYS } from '#core/people/reminders'
import {
  headerErrors,
  readRoster,
  ROSTER_COLUMNS,
  rosterChanges,
  rosterLine,
  type RosterColumn,
} from '#core/people/roster'
import { fitTestUntil, judgeRespirator, type RespiratorRecord } from '#core/respirator/fit'

const CONTEXT = { courses: ['Stick 1'], today: '2026-05-04' }
const read = (values: Partial<Record<RosterColumn, string>>) =>
  readRoster([{ line: 2, values: { number: '7', name: 'Ada', ...values } }], CONTEXT)[0]!
const faults = (values: Partial<Record<RosterColumn, string>>) =>
  read(values).errors.map(({ column, message }) => [column, message])

describe('the first line of a roster', () => {
  it('needs number and name, knows its columns, each once', () => {
    expect(headerErrors([...ROSTER_COLUMNS])).toEqual([])
    expect(headerErrors([' Number ', 'NAME'])).toEqual([])
    expect(headerErrors(['name'])).toEqual(['The column "number" is missing.'])
    expect(headerErrors(['number', 'name', 'name'])).toEqual([
      'The column "name" stands there twice.',
    ])
    expect(headerErrors(['number', 'name', 'shoe'])[0]).toContain('"shoe" is not known')
  })
})

describe('a line of a roster', () => {
  it('with number and name is a worker of whom nothing else is known', () => {
    expect(read({})).toMatchObject({ line: 2, errors: [] })
    expect(read({}).person).toEqual({
      number: '7',
      name: 'Ada',
      email: null,
      role: 'worker',
      course: null,
      fireWatchTrainedOn: null,
      cleared: [],
      respiratorUntil: null,
      fitTestOn: null,
      fitModel: null,
      fitSize: null,
      lightSensitive: false,
      correction: 'none',
      tint: null,
    })
  })
  test.each([
    ['number', '', 'A number is needed: it tells people of one name apart.'],
    ['number', 'x'.repeat(41), 'At most 40 characters.'],
    ['name', ' ', 'A name is needed.'],
    ['name', 'x'.repeat(201), 'At most 200 characters.'],
    ['email', 'ada', '"ada" is no email address.'],
    ['email', 'a@b', '"a@b" is no email address.'],
    ['role', 'lead', '"lead" is not known. Known are: instructor, worker, viewer.'],
    ['course', 'TIG 9', 'There is no course "TIG 9".'],
    ['fire_watch_trained_on', '2026-02-30', '"2026-02-30" is no day; write it like 2026-03-31.'],
    ['fire_watch_trained_on', '4.5.2026', '"4.5.2026" is no day; write it like 2026-03-31.'],
    ['fire_watch_trained_on', '2026-05-05', '2026-05-05 lies in the future.'],
    ['fit_test_on', '2026-05-05', '2026-05-05 lies in the future.'],
    ['fit_model', 'x'.repeat(81), 'At most 80 characters.'],
    ['fit_size', 'x'.repeat(21), 'At most 20 characters.'],
    ['light_sensitive', 'maybe', '"maybe" is not known. Known are: yes, no.'],
    ['tint', '0.9', 'A tint is a shade from 1 to 10.'],
    ['tint', '11', 'A tint is a shade from 1 to 10.'],
    ['tint', 'dark', 'A tint is a shade from 1 to 10.'],
  ] as [RosterColumn, string, string][])('%s "%s": %s', (column, value, message) =>
    expect(faults({ [column]: value })).toEqual([[column, message]]),
  )
  test.each([
    ['number', 'x'.repeat(40)],
    ['name', 'x'.repeat(200)],
    ['email', 'Ada@Yard.Example'],
    ['role', 'Viewer'],
    ['course', 'stick 1'],
    ['fire_watch_trained_on', '2026-05-04'],
    ['fire_watch_trained_on', '2024-02-29'],
    ['respirator_until', '2030-01-01'],
    ['cleared_for', 'smaw gmaw;gtaw/ofc'],
    ['light_sensitive', 'YES'],
    ['tint', '1'],
    ['tint', '10'],
    ['tint', '2,5'],
  ] as [RosterColumn, string][])('%s "%s" is taken', (column, value) =>
    expect(faults({ [column]: value })).toEqual([]),
  )
  test.each(['2026-02-29', '1900-02-29', '2026-00-10', '2026-13-10', '2026-04-31', '2026-01-00'])(
    '%s is no day',
    (day) => expect(faults({ respirator_until: day })).toHaveLength(1),
  )
  test.each(['2000-02-29', '2026-01-31', '2026-12-31', '2026-11-30'])('%s is one', (day) =>
    expect(faults({ respirator_until: day })).toEqual([]),
  )
  it('reads what it takes as it is meant', () => {
    const { person } = read({
      email: 'Ada@Yard.Example',
      course: 'STICK 1',
      cleared_for: 'smaw SMAW ofc',
      light_sensitive: 'yes',
      tint: '2,5',
    })
    expect(person).toMatchObject({
      email: 'ada@yard.example',
      course: 'Stick 1',
      cleared: ['SMAW', 'OFC'],
      lightSensitive: true,
      tint: 2.5,
    })
    expect(faults({ cleared_for: 'SMAW frying' })[0]![1]).toContain('"FRYING" is no process')
  })
  it('twice in one file is named with the line of the first', () => {
    const rows = readRoster(
      [
        { line: 2, values: { number: 'A1', name: 'Ada', email: 'a@b.c' } },
        { line: 3, values: { number: 'a1', name: 'Bea', email: 'A@B.C' } },
        { line: 4, values: {}, malformed: 'Too many fields.' },
      ],
      CONTEXT,
    )
    expect(rows[0]!.person).not.toBeNull()
    expect(rows[1]!).toMatchObject({ person: null })
    expect(rows[1]!.errors).toEqual([
      { column: 'number', message: 'The same as on line 2.' },
      { column: 'email', message: 'The same as on line 2.' },
    ])
    expect(rows[2]!.errors).toEqual([{ column: '', message: 'Too many fields.' }])
  })
  it('goes out as it came in, and changes are named', () => {
    const { person } = read({ cleared_for: 'GMAW SMAW', tint: '3', light_sensitive: 'yes' })
    const line = rosterLine(person!)
    expect(line).toMatchObject({ cleared_for: 'GMAW SMAW', tint: '3', light_sensitive: 'yes' })
    expect(read(line).person).toEqual(person)
    expect(rosterChanges(person!, { ...person!, cleared: ['SMAW', 'GMAW'] })).toEqual([])
    expect(rosterChanges(person!, { ...person!, tint: null, name: 'Bea' })).toEqual([
      'name',
      'tint',
    ])
  })
})

describe('what runs out', () => {
  const judged = (respiratorUntil: string | null, fitTestOn: string | null = null) =>
    judgeRecord({ respiratorUntil, fitTestOn }, (day) => daysBetween('2026-05-04', day))
  test.each([
    ['2026-05-03', 'stop', 'Respirator clearance ran out on 3 May 2026.'],
    ['2026-05-04', 'caution', 'Respirator clearance runs out today, on 4 May 2026.'],
    ['2026-05-05', 'caution', 'Respirator clearance runs out in 1 day, on 5 May 2026.'],
    ['2026-06-03', 'caution', 'Respirator clearance runs out in 30 days, on 3 Jun 2026.'],
  ])('%s: %s', (until, level, sentence) =>
    expect(judged(until)).toMatchObject([{ level, sentence, code: 'people.respirator' }]),
  )
  it('is not spoken of earlier, nor where nothing is on record', () => {
    expect(REMIND_DAYS).toBe(30)
    expect(judged('2026-06-04')).toEqual([])
    expect(judged(null)).toEqual([])
    expect(judged(null, '2025-05-20').map(({ code }) => code)).toEqual(['people.fitTest'])
  })
})

describe('who may wear a respirator', () => {
  const RECORD: RespiratorRecord = {
    clearedUntil: '2026-12-31',
    fitTestOn: '2026-01-10',
    fitModel: 'R-1',
    fitSize: 'M',
    sealCheckOn: '2026-05-04',
  }
  const judge = (
    change: Partial<RespiratorRecord>,
    kind: 'half_mask' | 'powered_helmet' = 'half_mask',
  ) => judgeRespirator(kind, { ...RECORD, ...change }, '2026-05-04')!
  test.each([
    [{}, 'clear', false],
    [{ clearedUntil: null }, 'stop', true],
    [{ clearedUntil: '2026-05-03' }, 'stop', true],
    [{ clearedUntil: '2026-05-04' }, 'clear', false],
    [{ fitTestOn: null }, 'stop', true],
    [{ fitTestOn: '2025-05-03' }, 'stop', true],
    [{ fitTestOn: '2025-05-04' }, 'clear', false],
    [{ fitModel: null, fitSize: null }, 'unknown', false],
    [{ fitModel: null }, 'clear', false],
    [{ sealCheckOn: '2026-05-03' }, 'caution', false],
    [{ sealCheckOn: null }, 'caution', false],
  ] as const)('%o: %s', (change, level, legal) => {
    const finding = judge(change)
    expect(finding.level).toBe(level)
    expect(finding.legal ?? false).toBe(legal)
    expect('legal' in finding).toBe(legal)
    expect('remedy' in finding).toBe(level !== 'clear')
  })
  it('a loose fit needs clearance only; none needs nothing', () => {
    expect(judge({ fitTestOn: null }, 'powered_helmet').level).toBe('clear')
    expect(judge({ clearedUntil: null }, 'powered_helmet').level).toBe('stop')
    expect(judgeRespirator('none', RECORD, '2026-05-04')).toBeNull()
    expect(fitTestUntil('2025-05-04')).toBe('2026-05-04')
  })
})
