import { describe, expect, it, test } from 'vitest'
import { judgeRecord } from '#core/people/reminders'
import { monthsAfter } from '#core/calendar/day'
import { fitTestUntil, judgeRespirator, type RespiratorRecord } from '#core/respirator/fit'
import { RESPIRATOR_TABLE } from '#core/respirator/apf.table'
import { chooseRespirator, type RespiratorNeed } from '#core/respirator/choose'
import { IDLH } from '#core/exposure/idlh.table'

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

describe('respirators', () => {
  // 29 CFR 1910.134(d)(3)(i)(A), table 1
  test.each([
    ['filtering_facepiece', 10],
    ['half_mask', 10],
    ['full_facepiece', 50],
    ['powered_helmet', 25],
    ['powered_half', 50],
    ['powered_full', 1000],
    ['airline_half', 50],
    ['airline_helmet', 25],
    ['airline_pressure_demand_full', 1000],
    ['scba_pressure_demand_full', 10_000],
  ])('%s: %s', (kind, apf) =>
    expect(RESPIRATOR_TABLE.find((row) => row.kind === kind)!.apf).toBe(apf),
  )
  // NIOSH, immediately dangerous
  it('dangerous at CrVI 15, Cd 9 mg/m3, CO 1,200, NO2 13, O3 5 ppm', () =>
    expect(IDLH).toMatchObject({
      chromiumVI: 15,
      cadmium: 9,
      carbonMonoxide: 1200,
      nitrogenDioxide: 13,
      ozone: 5,
    }))
  const NEED: RespiratorNeed = {
    substances: [{ substance: 'fume', share: 12, concentration: 60 }],
    mixtures: [],
    unknown: [],
    oxygen: null,
    confined: false,
    oil: false,
  }
  const fits = (need: Partial<RespiratorNeed>): string[] =>
    chooseRespirator({ ...NEED, ...need })
      .choices.filter((choice) => choice.fits)
      .map((choice) => choice.row.kind)
  it('the factor is the highest share, of what acts together too', () => {
    expect(fits({})).not.toContain('half_mask')
    expect(fits({})).toContain('powered_helmet')
    expect(
      chooseRespirator({ ...NEED, mixtures: [{ organ: 'lung', index: 30, parts: [] }] }).factor,
    ).toBe(30)
  })
  it('no filter against a gas over its limit', () => {
    const answer = chooseRespirator({
      ...NEED,
      substances: [{ substance: 'carbonMonoxide', share: 2, concentration: 100 }],
    })
    expect(
      answer.choices.filter((choice) => choice.fits).every((choice) => choice.row.suppliesAir),
    ).toBe(true)
    expect(answer.cartridge).toMatch(/No filter/)
  })
  it('short oxygen or immediately dangerous air leaves only self-contained air', () => {
    expect(fits({ oxygen: 19.4 })).toEqual(['scba_pressure_demand_full'])
    expect(
      fits({ substances: [{ substance: 'cadmium', share: 2000, concentration: 10 }] }),
    ).toEqual(['scba_pressure_demand_full'])
  })
  it('no figure is never no need: unknown, and named beside a factor that was found', () => {
    expect(
      chooseRespirator({ ...NEED, substances: [], unknown: ['chromiumVI'] }).finding,
    ).toMatchObject({ level: 'unknown', sentence: expect.stringMatching(/chromium VI/) })
    expect(chooseRespirator({ ...NEED, unknown: ['fluorides'] }).finding).toMatchObject({
      level: 'caution',
      sentence: expect.stringMatching(/too weak for fluorides/),
    })
  })
  it('nothing needed is said with care, nothing enough is a stop; P100 with oil', () => {
    expect(chooseRespirator({ ...NEED, substances: [] }).finding).toMatchObject({
      level: 'clear',
      sentence: expect.stringMatching(/Sampling decides/),
    })
    expect(
      chooseRespirator({
        ...NEED,
        substances: [{ substance: 'fume', share: 20_000, concentration: 1 }],
      }).finding.level,
    ).toBe('stop')
    expect(chooseRespirator({ ...NEED, oil: true }).cartridge).toMatch(/oil proof/)
  })
})
