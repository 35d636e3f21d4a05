import { describe, expect, it, test } from 'vitest'
import { caseOfJob } from '#core/air/basis'
import { hoodRow, hoodState } from '#core/ventilation/hood'
import { checkVentilation } from '#core/ventilation/prescriptive'
import { GENERAL_RULE, MOVABLE_HOOD } from '#core/ventilation/ventilation.table'
import type { Finding } from '#core/finding/finding'
import { JOB, jobWith } from './job.fixture'

const FT = 0.3048

const CFM = FT ** 3 / 60

const find = (findings: Finding[], code: string): Finding | undefined =>
  findings.find((finding) => finding.code === code)

describe('prescriptive check, OSHA 29 CFR 1910.252(c)', () => {
  it('prints in metric what the regulation prints: 283 m3, about 5 m, 3,398 m3/h, 0.5 m/s', () => {
    expect(GENERAL_RULE.volumePerWelder).toBeCloseTo(283.2, 1)
    expect(GENERAL_RULE.ceiling).toBeCloseTo(4.877, 3)
    expect(GENERAL_RULE.flowPerWelder * 3600).toBeCloseTo(3398, 0)
    expect(GENERAL_RULE.captureVelocity).toBeCloseTo(0.508, 3)
  })

  const room = (
    volumeFt3: number,
    ceilingFt: number,
    obstructed: boolean,
    cfm: number | null,
    welders = 1,
  ): Finding =>
    checkVentilation(
      jobWith(
        { welders },
        {
          volume: volumeFt3 * FT ** 3,
          ceiling: ceilingFt * FT,
          obstructed,
          generalFlow: cfm === null ? null : cfm * CFM,
        },
      ),
    )[0]!
  test.each([
    ['large, high, open', 10_000, 16, false, null, 'clear'],
    ['under 10,000 ft3', 9_999, 16, false, 0, 'stop'],
    ['ceiling under 16 ft', 20_000, 15.9, false, 0, 'stop'],
    ['obstructed', 20_000, 20, true, 0, 'stop'],
    ['2,000 cfm short by one', 9_000, 16, false, 1_999, 'stop'],
    ['2,000 cfm', 9_000, 16, false, 2_000.001, 'clear'],
    ['flow not known', 9_000, 16, false, null, 'unknown'],
  ] as const)('%s', (_, volume, ceiling, obstructed, flow, level) => {
    expect(room(volume, ceiling, obstructed, flow).level).toBe(level)
  })
  it('counts volume and flow for each welder', () => {
    expect(room(30_000, 20, false, null, 3).level).toBe('clear')
    expect(room(30_000, 20, false, 7_999, 4).level).toBe('stop')
    expect(room(30_000, 20, false, 8_001, 4).level).toBe('clear')
  })
  it('a short flow is law: no override', () => expect(room(9_000, 16, false, 100).legal).toBe(true))
  it('is unknown while a measure is missing', () => {
    for (const missing of [{ volume: null }, { ceiling: null }, { obstructed: null }])
      expect(checkVentilation(jobWith({}, missing))[0]!.level).toBe('unknown')
  })

  // Hood table of (c)(3)(i). At the middle of each row 75 X^2 x 10 (X in ft; flanged hood at 100 fpm) must agree.
  test.each([
    [4, 6, 150, 3],
    [6, 8, 275, 3.5],
    [8, 10, 425, 4.5],
    [10, 12, 600, 5.5],
  ])('hood %s to %s in: %s cfm in a %s in duct', (from, to, cfm, duct) => {
    const row = hoodRow(((from + to) / 2) * 0.0254)!
    expect(row.flow / CFM).toBeCloseTo(cfm, 6)
    expect(row.duct / 0.0254).toBeCloseTo(duct, 6)
    const middle = (from + to) / 2 / 12
    expect(row.flow / CFM / (100 * 0.75 * 10 * middle ** 2)).toBeGreaterThan(0.9)
    expect(row.flow / CFM / (100 * 0.75 * 10 * middle ** 2)).toBeLessThan(1.2)
    // The duct velocity of the table is near 4,000 fpm, rounded to half inches.
    const area = (Math.PI / 4) * (duct / 12) ** 2
    expect(cfm / area).toBeGreaterThan(2_900)
    expect(cfm / area).toBeLessThan(4_200)
  })
  it('takes the greater flow on a boundary and has no answer beyond 12 in', () => {
    expect(hoodRow(8 * 0.0254)).toBe(MOVABLE_HOOD[2])
    expect(hoodRow(0.05)).toBe(MOVABLE_HOOD[0])
    expect(hoodRow(12.1 * 0.0254)).toBeNull()
  })
  it('counts a hood only when proved, near and strong enough', () => {
    const hood = {
      hood: 'movable_hood' as const,
      hoodDistance: 9 * 0.0254,
      hoodFlow: 430 * CFM,
      hoodProved: true,
    }
    expect(hoodState({ ...JOB.air, ...hood })).toBe('inPlace')
    expect(hoodState({ ...JOB.air, ...hood, hoodProved: false })).toBe('off')
    expect(hoodState({ ...JOB.air, ...hood, hoodFlow: 420 * CFM })).toBe('outOfPlace')
    expect(hoodState({ ...JOB.air, ...hood, hoodDistance: 0.5 })).toBe('outOfPlace')
    expect(checkVentilation(jobWith({}, { ...hood, volume: 50 }))[0]!.level).toBe('clear')
    expect(
      find(checkVentilation(jobWith({}, { ...hood, hoodFlow: null })), 'air.hood')!.level,
    ).toBe('unknown')
  })
  it('stops at an unknown coating, and indoors at zinc, lead and cadmium without exhaust or airline', () => {
    expect(find(checkVentilation(jobWith({ coating: 'unknown' })), 'air.coating')).toMatchObject({
      level: 'stop',
      legal: true,
    })
    for (const coating of ['zinc', 'lead', 'cadmium'] as const) {
      expect(find(checkVentilation(jobWith({ coating })), 'air.coating')).toMatchObject({
        level: 'stop',
        legal: true,
      })
      expect(
        find(checkVentilation(jobWith({ coating, respirator: 'airline_helmet' })), 'air.coating')!
          .level,
      ).toBe('caution')
    }
    expect(find(checkVentilation(JOB), 'air.coating')).toBeUndefined()
  })
  it('paint is unknown until stripped or sampled', () => {
    expect(find(checkVentilation(jobWith({ coating: 'paint' })), 'air.coating')!.level).toBe(
      'unknown',
    )
    expect(
      find(
        checkVentilation(
          jobWith({
            coating: 'paint',
            measured: { reference: 'AS-2', results: { twa: { fume: 1 } } },
          }),
        ),
        'air.coating',
      )!.level,
    ).toBe('caution')
  })
  it('stops in a confined space without air, and stays a caution with it', () => {
    expect(checkVentilation(jobWith({}, { space: 'confined', generalFlow: 0.1 }))[0]).toMatchObject(
      { level: 'stop', legal: true },
    )
    expect(
      checkVentilation(
        jobWith({ respirator: 'airline_pressure_demand_full' }, { space: 'confined' }),
      )[0]!.level,
    ).toBe('caution')
  })
})

describe('what 29 CFR 1910.252(c)(5) to (12) names', () => {
  const hood = { hood: 'fixed_enclosure' as const, hoodProved: true, hoodFlow: 0.3 }
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
        {
          also: ['beryllium'],
          measured: { reference: 'AS', results: { twa: { beryllium: 0.00001 } } },
        },
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

describe('the movable hood of 29 CFR 1910.252(c)(3)(i), row by row', () => {
  const INCH = 0.0254
  // Distance, cfm and duct as the regulation prints them; on a shared boundary the greater flow.
  it.each([
    [1, 150, 3],
    [5, 150, 3],
    [6, 275, 3.5],
    [7.9, 275, 3.5],
    [8, 425, 4.5],
    [10, 600, 5.5],
    [12, 600, 5.5],
  ])('at %d in: %d cfm, %d in duct', (inches, cfm, duct) => {
    const row = hoodRow(inches * INCH)!
    expect(row.flow / CFM).toBeCloseTo(cfm, 6)
    expect(row.duct / INCH).toBeCloseTo(duct, 6)
  })
  it('says nothing beyond 12 in', () => {
    expect(hoodRow(12.01 * INCH)).toBeNull()
  })
})

describe('metals and what else is there, 29 CFR 1910.252(c)(5) to (12)', () => {
  const of = (code: string, ...query: Parameters<typeof jobWith>) =>
    find(checkVentilation(jobWith(...query)), code)
  const HELD = { hood: 'movable_hood', hoodProved: true, hoodFlow: 0.4, hoodDistance: 0.2 } as const
  it('mercury is held by exhaust or by an airline, and stops without', () => {
    expect(of('air.mercury', { also: ['mercury'] })).toMatchObject({ level: 'stop', legal: true })
    expect(of('air.mercury', { also: ['mercury'] }, HELD)!.level).toBe('caution')
    const airline = { also: ['mercury'], respirator: 'airline_pressure_demand_full' } as const
    expect(of('air.mercury', { ...airline, also: ['mercury'] })!.level).toBe('caution')
    expect(of('air.mercury', {})).toBeUndefined()
  })
  it('fluorides stop in a confined space without exhaust or airline only', () => {
    const also: ['fluoride_flux'] = ['fluoride_flux']
    expect(of('air.fluorideRule', { also }, { space: 'confined' })).toMatchObject({
      level: 'stop',
      legal: true,
    })
    expect(of('air.fluorideRule', { also }, { space: 'confined', ...HELD })!.level).toBe('clear')
    expect(of('air.fluorideRule', { also })!.level).toBe('clear')
    expect(of('air.fluorideRule', { consumable: 'SMAW E7018' })).toBeDefined()
    expect(of('air.fluorideRule', { consumable: null })).toBeUndefined()
  })
  it('a hood does not count before someone has felt it pull', () => {
    const loose = of('air.hood', {}, { ...HELD, hoodProved: false })
    expect(loose).toMatchObject({ level: 'caution' })
    expect(loose!.sentence).toContain('until someone has felt it pull')
    expect(of('air.hood', {}, HELD)!.sentence).not.toContain('until someone')
  })
})

describe('what is shown and typed back', () => {
  const HOUR = 3600
  const SMALL = { volume: 100, ceiling: 6, obstructed: false }
  it('2,000 cfm a welder is 3,398 m3/h, as the regulation prints it', () => {
    const room = (flow: number) =>
      checkVentilation(jobWith({}, { ...SMALL, generalFlow: flow })).find(
        ({ code }) => code === 'air.room',
      )!.level
    expect(room(3398 / HOUR)).not.toBe('stop')
    expect(room(3390 / HOUR)).toBe('stop')
  })
  it.each([
    [7, 467],
    [9, 722],
    [11, 1019],
  ])('the hood row at %d in is met by %d m3/h', (inches, perHour) => {
    const hood = (flow: number) =>
      hoodState(
        jobWith(
          {},
          { hood: 'movable_hood', hoodProved: true, hoodDistance: inches * 0.0254, hoodFlow: flow },
        ).air,
      )
    expect(hood(perHour / HOUR)).toBe('inPlace')
    expect(hood((perHour * 0.99) / HOUR)).toBe('outOfPlace')
  })
})

describe('whose fume a hood takes', () => {
  const HOOD = {
    hood: 'movable_hood',
    hoodProved: true,
    hoodDistance: 0.15,
    hoodFlow: 0.3,
    volume: 1000,
    generalFlow: 1,
  } as const
  it('in the full check too: the other arcs stand apart, with nothing taken off', () => {
    const { sources } = caseOfJob(jobWith({ welders: 6 }, HOOD))
    expect(sources.map(({ welders, mine, capture }) => [welders, mine, capture.high > 0])).toEqual([
      [1, true, true],
      [5, false, false],
    ])
    expect(caseOfJob(jobWith({ welders: 6 })).sources).toHaveLength(1)
  })
  it('an enclosure whose flow nobody knows takes none, and is no answer to zinc', () => {
    const blind = { hood: 'fixed_enclosure', hoodProved: true, hoodFlow: null } as const
    expect(hoodState(jobWith({}, blind).air)).toBe('off')
    const findings = checkVentilation(jobWith({ coating: 'zinc' }, blind))
    expect(find(findings, 'air.hood')!.level).toBe('unknown')
    expect(hoodState(jobWith({}, { ...blind, hoodFlow: 0.3 }).air)).toBe('inPlace')
  })
})
