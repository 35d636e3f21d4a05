import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { isCalibrated, judgeCalibration, type MetersUsed } from '#core/inspection/calibration'
import { checklistOf, linesHere, linesOf, looksOf, periodicOf } from '#core/inspection/checklist'
import { judgeExtinguisherAge, EXTINGUISHER_YEARS } from '#core/inspection/extinguisher'
import { wrongFacts } from '#core/inspection/fields'
import { GEAR_KINDS, type GearKind } from '#core/inspection/kind'
import { KINDS } from '#core/inspection/kinds.table'
import { critical, minor } from '#core/inspection/line'
import { OCCASIONS } from '#core/inspection/occasion'
import { COMMON_PRACTICE } from '#core/finding/source'
import { judgeGear } from '#core/inspection/gear'
import { calibratedAll, judgeInspection, withMeters } from '#core/inspection/inspection'
import { filledOf, gearOf, lookOf, TODAY } from './gear.fixture'

describe('kinds of gear', () => {
  it('each has something that locks it out before use', () => {
    for (const kind of GEAR_KINDS)
      expect(linesOf(kind, 'beforeUse').some((line) => line.critical)).toBe(true)
  })
  it('a look by the calendar has both its lines and its interval', () => {
    for (const kind of GEAR_KINDS) {
      const withLines = OCCASIONS.filter((occasion) => linesOf(kind, occasion).length > 0)
      const inTurn = periodicOf(kind).map(({ occasion }) => occasion)
      const calendar = withLines.filter((one) => one !== 'beforeUse' && one !== 'afterEvent')
      expect(calendar).toEqual(inTurn)
    }
  })
  it('nothing is fitted to itself by way of others', () => {
    const reaches = (from: GearKind, seen: GearKind[] = []): GearKind[] =>
      KINDS[from].fittedTo.flatMap((to) =>
        seen.includes(to) ? [to] : [to, ...reaches(to, [...seen, to])],
      )
    for (const kind of GEAR_KINDS) expect(reaches(kind)).not.toContain(kind)
  })

  // OSHA 1910.252(c)(3)(i): 100 fpm at the arc; 0.508 m/s.
  it('an arm has to draw 100 fpm', () => {
    const speed = linesOf('extractionArm', 'monthly').find(({ id }) => id === 'speed')!
    expect(speed.measure!.min! * (60 / 0.3048)).toBeCloseTo(100, 6)
  })
  // ANSI/ISEA Z358.1: eyewash 0.4 gal/min = 1.5 L/min for 15 minutes, water from 60 to 100 F.
  it('an eyewash gives 0.4 gallons a minute of tepid water', () => {
    const [rate, warm] = ['rate', 'warm'].map(
      (id) => linesOf('eyewash', 'yearly').find((line) => line.id === id)!.measure!,
    )
    expect(rate!.min! / 3.785411784).toBeCloseTo(0.4, 2)
    expect((warm!.min! - 273.15) * 1.8 + 32).toBeCloseTo(60, 0)
    expect((warm!.max! - 273.15) * 1.8 + 32).toBeCloseTo(100, 0)
  })
})

describe('a checklist in a shop', () => {
  const base = [
    critical('a', 'A', 'is right', COMMON_PRACTICE),
    minor('b', 'B', 'reads right', COMMON_PRACTICE, {
      measure: { name: 'Reading', unit: 'V', min: 10, max: 100 },
    }),
  ]
  const change = { added: [], tightened: {}, off: {}, photo: [] }
  it('is that of the trade where nothing was changed', () => {
    expect(checklistOf(base, null)).toEqual(base)
    expect(checklistOf(base, change)).toEqual(base)
  })
  it('adds lines, leaves out what was switched off, asks for photos', () => {
    const own = minor('c', 'C', 'own', COMMON_PRACTICE)
    const lines = checklistOf(base, { ...change, added: [own], off: { a: 'why' }, photo: ['c'] })
    expect(lines.map(({ id, photo }) => [id, photo])).toEqual([
      ['b', undefined],
      ['c', true],
    ])
  })
  it('only ever brings limits closer', () => {
    const end = fc.option(fc.double({ min: -1000, max: 1000, noNaN: true }), { nil: undefined })
    fc.assert(
      fc.property(end, end, (min, max) => {
        const [, line] = checklistOf(base, { ...change, tightened: { b: { min, max } } })
        expect(line!.measure!.min!).toBeGreaterThanOrEqual(10)
        expect(line!.measure!.max!).toBeLessThanOrEqual(100)
      }),
    )
  })
  it('of a kind without such a look has one once the shop writes lines', () => {
    const which = { kind: 'curtain', kindId: null, occasion: 'yearly' } as const
    const yearly = { ...change, ...which, added: base, everyDays: 365 }
    expect(looksOf([], which)).toEqual(['beforeUse'])
    expect(looksOf([yearly], which)).toEqual(['beforeUse', 'yearly'])
    expect(linesHere([yearly], which)).toHaveLength(2)
    expect(linesHere([yearly], { ...which, kindId: 'x' })).toHaveLength(0)
    expect(periodicOf('curtain', [yearly])).toEqual([
      { occasion: 'yearly', interval: { days: 365 } },
    ])
  })
  it('the trade looks as often as it does, a shop more often', () => {
    const [monthly] = periodicOf('machine', [{ occasion: 'monthly', everyDays: 14 }])
    expect(monthly!.interval).toEqual({
      days: 14,
      months: 1,
      use: { of: 'arcHours', amount: 120 },
    })
  })
})

describe('what is told of gear', () => {
  const { fields } = KINDS.lead
  test.each([
    [{ area: 53.5, length: 10, side: 'work' }, []],
    [{}, []],
    [{ area: null }, []],
    [{ area: 1 }, ['area']],
    [{ area: '53' }, ['area']],
    [{ area: Number.NaN }, ['area']],
    [{ side: 'upper' }, ['side']],
    [{ colour: 'red' }, ['colour']],
  ])('%o: wrong is %o', (facts, wrong) => {
    expect(Object.keys(wrongFacts(fields, facts))).toEqual(wrong)
  })
  it('days are days', () => {
    const meter = KINDS.gasMeter.fields
    expect(wrongFacts(meter, { calibratedUntil: '2026-11-23' })).toEqual({})
    expect(wrongFacts(meter, { calibratedUntil: '23.11.2026' })).toHaveProperty('calibratedUntil')
    expect(wrongFacts(KINDS.machine.fields, { sMark: 'yes' })).toHaveProperty('sMark')
  })
})

describe('a meter', () => {
  test.each([
    [{ calibratedUntil: TODAY }, true],
    [{ calibratedUntil: '2026-11-22' }, false],
    [{ calibratedUntil: null }, false],
    [{}, false],
    [{ calibratedOn: '2026-12-01', calibratedUntil: '2027-12-01' }, false],
  ])('%o is calibrated: %s', (facts, calibrated) => {
    expect(isCalibrated(facts, TODAY)).toBe(calibrated)
    expect(judgeCalibration('GM-1', facts, TODAY).level).toBe(calibrated ? 'clear' : 'unknown')
    expect(judgeGear(gearOf({ kind: 'gasMeter', facts })).level).toBe(
      calibrated ? 'clear' : 'unknown',
    )
  })
})

describe('a reading', () => {
  const lines = linesOf('wireFeeder', 'monthly')
  const outcome = judgeInspection(lines, filledOf('wireFeeder', 'monthly'))
  const measured = lines.filter((line) => line.measure?.unit === 'ohm').map(({ id }) => id)
  test.each([
    [{}, false],
    [{ voltMeter: { meter: 'VM-1', calibrated: false } }, false],
    [{ airMeter: { meter: 'AM-1', calibrated: true } }, false],
    [{ voltMeter: { meter: 'VM-1', calibrated: true } }, true],
  ] as [MetersUsed, boolean][])(
    'taken by %o is by a calibrated meter: %s',
    (meters, calibrated) => {
      const read = withMeters(lines, outcome.lines, meters)
      expect(calibratedAll(read)).toBe(calibrated)
      expect(read.flatMap((one) => (one.calibrated === undefined ? [] : [one.id]))).toEqual(
        measured,
      )
    },
  )
  it('of nothing that takes a meter says nothing of one', () => {
    const seen = linesOf('curtain', 'beforeUse')
    const marked = judgeInspection(seen, filledOf('curtain')).lines
    expect(calibratedAll(withMeters(seen, marked, {}))).toBeNull()
  })
  it('by a meter that is not is a caution on the gear until it is read again', () => {
    const looked = (calibrated: boolean | null) =>
      judgeGear(
        gearOf({
          kind: 'wireFeeder',
          looks: [
            lookOf({ occasion: 'beforeUse', lastOn: TODAY }),
            lookOf({ occasion: 'monthly', calibrated }),
          ],
        }),
      )
    expect([looked(false), looked(true), looked(null)].map(({ level }) => level)).toEqual([
      'caution',
      'clear',
      'clear',
    ])
  })
})

describe('an extinguisher', () => {
  // NFPA 10 from memory: stored-pressure dry chemical opened every 6 years, tested every 12; CO2 and water tested every 5.
  it('has the years of its agent', () => {
    expect(EXTINGUISHER_YEARS.abc).toEqual({ opened: 6, tested: 12 })
    expect(EXTINGUISHER_YEARS.co2).toEqual({ opened: null, tested: 5 })
    expect(EXTINGUISHER_YEARS.water!.tested).toBe(5)
  })
  const judge = (facts: object) => judgeExtinguisherAge('FE-1', { ...facts }, TODAY)
  test.each([
    [{ agent: 'abc', madeOn: '2020-11-24' }, 'clear'],
    [{ agent: 'abc', madeOn: '2020-11-23' }, 'unknown'],
    [{ agent: 'abc', madeOn: '2015-01-01', openedOn: '2021-01-01' }, 'clear'],
    [{ agent: 'abc', madeOn: '2014-11-23', openedOn: '2021-01-01' }, 'unknown'],
    // A hydrostatic test opens it too.
    [{ agent: 'abc', madeOn: '2010-01-01', testedOn: '2022-01-01' }, 'clear'],
    [{ agent: 'co2', madeOn: '2021-11-24' }, 'clear'],
    [{ agent: 'co2', madeOn: '2021-11-23' }, 'unknown'],
    [{ agent: 'abc' }, 'unknown'],
    [{ madeOn: '2024-01-01' }, 'unknown'],
    [{ agent: 'halon', madeOn: '2024-01-01' }, 'unknown'],
    // A day that has not come yet counts for nothing.
    [{ agent: 'abc', testedOn: '2030-01-01' }, 'unknown'],
  ])('%o: %s', (facts, level) => {
    expect(judge(facts).level).toBe(level)
  })
  it('past its years is unknown whatever was seen today', () => {
    const facts = { agent: 'abc', madeOn: '2015-01-01' }
    const gear = gearOf({ kind: 'extinguisher', everyDays: 31, facts })
    expect(judgeGear(gear)).toMatchObject({ level: 'unknown', code: 'gear.extinguisherAge' })
  })
  it('fluid or filters past their date are unknown', () => {
    const facts = { goodUntil: '2026-11-22' }
    expect(judgeGear(gearOf({ kind: 'eyewash', everyDays: 7, facts })).level).toBe('unknown')
  })
})
