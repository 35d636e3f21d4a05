import { describe, expect, it, test } from 'vitest'
import {
  headerErrors,
  readRoster,
  ROSTER_COLUMNS,
  rosterChanges,
  rosterLine,
} from '#core/people/roster'

const TODAY = '2026-11-23'

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

describe('days of a roster', () => {
  const read = (values: Record<string, string>) =>
    readRoster([{ line: 2, values: { number: '7', name: 'Ann', ...values } }], {
      courses: [],
      today: TODAY,
    })[0]!
  // The calendar, common practice.
  test.each(['2024-02-29', '2000-02-29', '2025-02-28', '2025-12-31', '2025-01-01', '2025-04-30'])(
    '%s is a day',
    (day) => expect(read({ respirator_until: day }).errors).toEqual([]),
  )
  test.each(['2025-02-29', '1900-02-29', '2025-04-31', '2025-13-01', '2025-00-10', '2025-01-00'])(
    '%s is none',
    (day) => expect(read({ respirator_until: day }).errors).toHaveLength(1),
  )
  it('what has to be past may be today, what runs until then may lie ahead', () => {
    expect(read({ fit_test_on: TODAY }).errors).toEqual([])
    expect(read({ fit_test_on: '2026-11-24' }).errors[0]!.message).toContain('lies in the future')
    expect(read({ fire_watch_trained_on: '2026-11-24' }).errors).toHaveLength(1)
    expect(read({ respirator_until: '2026-11-24' }).errors).toEqual([])
  })
  it('what is not told has its usual value', () => {
    expect(read({}).person).toMatchObject({
      role: 'worker',
      lightSensitive: false,
      correction: 'none',
      cleared: [],
      respiratorUntil: null,
    })
  })
})
