import { describe, expect, it, test } from 'vitest'
import { afterRelease, judgeRelease, leaked, LOWER_EXPLOSIVE } from '#core/air/closed-space'
import { judgeGasTest, type GasTest } from '#core/air/gas-test'
import { inOrder, judgeReadings, meanOver } from '#core/monitor/readings'
import { alarmFinding, MAY_BE, SYMPTOMS } from '#core/monitor/symptoms'
import { RESPIRATOR_TABLE } from '#core/respirator/apf.table'
import { chooseRespirator, DANGEROUS, type RespiratorNeed } from '#core/respirator/choose'
import { checkVentilation } from '#core/ventilation/prescriptive'
import { jobWith } from './job.fixture'

describe('a leak or purge in a closed space', () => {
  it('worst case 20.9 (1 - Vg/V), mixed 20.9 e^(-Vg/V)', () => {
    expect(afterRelease({ gas: 'inert', amount: 2, space: 10, mixed: false }).oxygen).toBeCloseTo(
      16.72,
      9,
    )
    expect(afterRelease({ gas: 'inert', amount: 2, space: 10, mixed: true }).oxygen).toBeCloseTo(
      20.9 * Math.exp(-0.2),
      9,
    )
    expect(afterRelease({ gas: 'inert', amount: 30, space: 10, mixed: false }).oxygen).toBe(0)
    expect(afterRelease({ gas: 'oxygen', amount: 1, space: 10, mixed: false }).oxygen).toBeCloseTo(
      28.81,
      9,
    )
  })
  // Lower explosive limits, fire codes
  it('acetylene 2.5, propane 2.1, methane 5, hydrogen 4 %', () =>
    expect(LOWER_EXPLOSIVE).toEqual({ acetylene: 2.5, propane: 2.1, methane: 5, hydrogen: 4 }))
  test.each([
    [{ gas: 'inert', amount: 1, space: 10 }, 'stop'],
    [{ gas: 'inert', amount: 0.5, space: 10 }, 'caution'],
    [{ gas: 'oxygen', amount: 0.5, space: 10 }, 'stop'],
    [{ gas: 'propane', amount: 0.0211, space: 10 }, 'stop'],
    [{ gas: 'propane', amount: 0.02, space: 10 }, 'caution'],
  ] as const)('%o is %s, never clear', (release, level) =>
    expect(judgeRelease({ ...release, mixed: false }).level).toBe(level),
  )
  it('15 L/min for half an hour is 0.45 m3', () => expect(leaked(15, 30)).toBeCloseTo(0.45, 12))
  it('refuses a space of nothing and less than no gas', () => {
    expect(() => afterRelease({ gas: 'inert', amount: 1, space: 0, mixed: false })).toThrow(
      RangeError,
    )
    expect(() => afterRelease({ gas: 'inert', amount: -1, space: 1, mixed: false })).toThrow(
      RangeError,
    )
    expect(() => leaked(-1, 1)).toThrow(RangeError)
  })
})

describe('the gas test before entry', () => {
  const now = new Date('2026-05-04T10:00:00Z')
  const TEST: GasTest = {
    oxygen: 20.8,
    explosive: 0,
    others: {},
    at: now,
    until: new Date('2026-05-04T11:00:00Z'),
    instrument: 'G-1',
    bumpTested: true,
  }
  const judge = (change: Partial<GasTest>, at = now) =>
    judgeGasTest({ ...TEST, ...change }, at, ['osha'])
  it.each([
    [{}, 'clear'],
    [{ oxygen: 19.4 }, 'stop'],
    [{ oxygen: 19.5 }, 'clear'],
    [{ oxygen: 23.5 }, 'clear'],
    [{ oxygen: 23.6 }, 'stop'],
    [{ explosive: 9.9 }, 'clear'],
    [{ explosive: 10 }, 'stop'],
    [{ oxygen: null }, 'unknown'],
    [{ explosive: null }, 'unknown'],
    [{ others: { carbonMonoxide: 51 } }, 'stop'],
    [{ others: { nitrogenDioxide: 4 } }, 'clear'],
    [{ bumpTested: false }, 'caution'],
  ] as const)('%o is %s', (change, level) =>
    expect(judge(change as Partial<GasTest>).level).toBe(level),
  )
  it('none is unknown, one that ran out too', () => {
    expect(judgeGasTest(null, now, ['osha']).level).toBe('unknown')
    expect(judge({}, new Date('2026-05-04T11:00:00Z')).level).toBe('unknown')
    expect(judge({ oxygen: 18 }, new Date('2026-05-05T11:00:00Z')).level).toBe('stop')
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
    expect(DANGEROUS).toMatchObject({
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

describe('a monitor', () => {
  const MINUTE = 60_000
  const now = 100 * 3_600_000
  const steady = (value: number, minutes: number) =>
    Array.from({ length: minutes }, (_, i) => ({ at: now - (minutes - i) * MINUTE, value }))
  const level = (
    readings: { at: number; value: number }[],
    substance: Parameters<typeof judgeReadings>[1] = 'fume',
    adopted: Parameters<typeof judgeReadings>[2] = ['osha'],
  ) => judgeReadings(readings, substance, adopted, now).level
  it('readings in any order and twice are the same readings', () => {
    const one = steady(2, 20)
    expect(inOrder([...one.toReversed(), ...one.slice(3, 8)])).toEqual(one)
  })
  it('the mean weighs by time, a gap is not covered', () => {
    expect(
      meanOver(
        [
          { at: 0, value: 1 },
          { at: MINUTE, value: 3 },
        ],
        0,
        3 * MINUTE,
      ),
    ).toEqual({ mean: 7 / 3, covered: 1 })
    expect(meanOver([{ at: 0, value: 1 }], 0, 4 * MINUTE)).toEqual({ mean: 1, covered: 0.5 })
    expect(meanOver([], 0, 1)).toBeNull()
  })
  it('silence is unknown', () => {
    expect(level([])).toBe('unknown')
    expect(level([{ at: now - 6 * MINUTE, value: 0.1 }])).toBe('unknown')
  })
  it.each([
    ['calm', steady(0.5, 30), 'fume', 'clear'],
    ['15 min over three times the 8 h limit', steady(16, 30), 'fume', 'stop'],
    [
      'over the ceiling for a moment',
      [...steady(0.1, 20), { at: now - 1000, value: 6 }],
      'nitrogenDioxide',
      'stop',
    ],
    ['8 h dose used up', steady(6, 470), 'fume', 'stop'],
    ['half of it', steady(3, 470), 'fume', 'caution'],
  ] as const)('%s', (_, readings, substance, expected) =>
    expect(level([...readings], substance)).toBe(expected),
  )
  it('a short-term limit where the site adopted one', () => {
    expect(level(steady(1.5, 20), 'nitrogenDioxide', ['niosh'])).toBe('stop')
    expect(level(steady(1.5, 4), 'nitrogenDioxide', ['niosh'])).not.toBe('stop')
  })
  it('an alarm is a stop that no one overrides; each symptom says what it may be', () => {
    const finding = alarmFinding({ kind: 'ill', symptoms: ['chest'], note: '', by: 'A', at: '' })
    expect(finding).toMatchObject({
      level: 'stop',
      legal: true,
      remedy: expect.stringMatching(/emergency/),
    })
    for (const symptom of SYMPTOMS) expect(MAY_BE[symptom].length).toBeGreaterThan(5)
  })
})

describe('what 29 CFR 1910.252(c)(5) to (12) names', () => {
  const hood = { hood: 'fixed_enclosure' as const, hoodProved: true }
  const level = (
    change: Parameters<typeof jobWith>[0],
    code: string,
    air: Parameters<typeof jobWith>[1] = {},
  ) => checkVentilation(jobWith(change, air)).find((finding) => finding.code === code)?.level
  it('(8) beryllium: exhaust and airline, both, unless sampled', () => {
    expect(level({ also: ['beryllium'] }, 'air.beryllium', hood)).toBe('stop')
    expect(
      level({ also: ['beryllium'], respirator: 'airline_helmet' }, 'air.beryllium', hood),
    ).toBe('caution')
    expect(
      level(
        { also: ['beryllium'], measured: { reference: 'AS', beryllium: 0.00001 } },
        'air.beryllium',
      ),
    ).toBe('caution')
  })
  it('(10) mercury: exhaust or airline', () => {
    expect(level({ also: ['mercury'] }, 'air.mercury')).toBe('stop')
    expect(level({ also: ['mercury'] }, 'air.mercury', hood)).toBe('caution')
  })
  it('(11) degreasers stop the work', () =>
    expect(level({ also: ['solvent'] }, 'air.solvent', hood)).toBe('stop'))
  it('(5) fluorides: a stop in a confined space without air, elsewhere judged by the air', () => {
    expect(level({ also: ['fluoride_flux'] }, 'air.fluorideRule', { space: 'confined' })).toBe(
      'stop',
    )
    expect(level({}, 'air.fluorideRule')).toBe('clear')
    expect(level({ consumable: 'SMAW E6010' }, 'air.fluorideRule')).toBeUndefined()
  })
})
