import { describe, expect, it, test } from 'vitest'
import { EMISSION_FACTORS } from '#core/fume/emission.table'
import { emissionRate } from '#core/fume/emission'
import { JOB, jobWith } from './job.fixture'
import { emissionsOf } from '#core/air/emit'
import { faultsOf, rowOfComposition, sumOfParts, type Composition } from '#core/fume/composition'
import { consumedPerHour } from '#core/fume/consumed'
import { COATING_QUESTIONS, identifyCoating, type Seen } from '#core/fume/coating'
import { coatingMass, grindBack, OXIDE_PER_ZINC, zincOxideRate } from '#core/fume/zinc'
import { SOURCE } from './air.fixture'

describe('emission, EPA AP-42 section 12.19', () => {
  // Spot rows, recalled a second time: g/kg fume, manganese.
  test.each([
    ['SMAW E6010', 25.6, 0.991],
    ['SMAW E7018', 18.4, 1.03],
    ['GMAW E70S', 5.2, 0.318],
    ['FCAW E71T', 12.2, 0.662],
    ['SMAW 14Mn-4Cr', 81.6, 23.2],
  ])('%s', (name, fume, manganese) => {
    expect(EMISSION_FACTORS.find((row) => row.name === name)).toMatchObject({ fume, manganese })
  })
  it('no row reports more metal than fume, nor more chromium VI than chromium', () => {
    for (const row of EMISSION_FACTORS) {
      expect((row.chromium ?? 0) + (row.manganese ?? 0) + (row.nickel ?? 0)).toBeLessThanOrEqual(
        row.fume,
      )
      if (row.chromiumVI !== null)
        expect(row.chromiumVI).toBeLessThanOrEqual(row.chromium ?? Infinity)
    }
  })
  it('E7018 at 120 A: 1.3 kg/h by default, so 23.92 g/h of fume', () => {
    expect(emissionRate(JOB, 'fume')).toMatchObject({ rate: 18.4 * 1.3, bound: false })
    expect(emissionRate(jobWith({ amps: 240 }), 'fume')).toMatchObject({ rate: 18.4 * 2.6 })
    expect(emissionRate(jobWith({ consumption: 2 }), 'fume')).toMatchObject({ rate: 36.8 })
  })
  it('bounds chromium VI by chromium, and a metal without data by the fume', () => {
    expect(emissionRate(JOB, 'chromiumVI')).toMatchObject({ rate: 0.006 * 1.3, bound: true })
    expect(
      emissionRate(
        jobWith({ consumable: 'FCAW E308LT', process: 'FCAW', consumption: 1 }),
        'nickel',
      ),
    ).toMatchObject({ rate: 9.1, bound: true })
  })
  it("does not trust a plain filler's table on stainless or on unknown metal", () => {
    for (const baseMetal of ['stainless', 'nickel_alloy', 'unknown'] as const) {
      for (const metal of ['chromiumVI', 'nickel'] as const)
        expect(
          emissionRate(
            jobWith({ process: 'GMAW', consumable: 'GMAW E70S', consumption: 1, baseMetal }),
            metal,
          ),
        ).toMatchObject({ rate: 5.2, bound: true })
    }
    expect(
      emissionRate(jobWith({ process: 'GMAW', consumable: 'GMAW E70S', consumption: 1 }), 'nickel'),
    ).toMatchObject({ rate: 0.001, bound: false })
  })
  it("has no answer without a factor, without consumption, or for another process's consumable", () => {
    expect(emissionRate(jobWith({ consumable: null }), 'fume')).toHaveProperty('because')
    expect(
      emissionRate(jobWith({ process: 'FCAW', consumable: 'FCAW E71T' }), 'fume'),
    ).toHaveProperty('because')
    expect(emissionRate(jobWith({ process: 'GMAW' }), 'fume')).toHaveProperty('because')
    expect(emissionRate(jobWith({ process: 'PAC', consumable: null }), 'fume')).toHaveProperty(
      'because',
    )
  })
})

describe('filler melted per hour of arc', () => {
  it('1.0 mm steel at 8 m/min is 2.96 kg/h: 7,850 kg/m3 x pi/4 mm2 x 480 m/h', () => {
    expect(
      consumedPerHour({
        by: 'wire',
        diameter: 0.001,
        speed: 8 / 60,
        metal: 'steel',
        tubular: false,
      }),
    ).toBeCloseTo(2.959, 3)
    expect(
      consumedPerHour({
        by: 'wire',
        diameter: 0.001,
        speed: 8 / 60,
        metal: 'steel',
        tubular: true,
      }),
    ).toBeCloseTo(2.959 * 0.85, 3)
  })
  it('12 rods of 36 g less 5 g stubs are 0.372 kg/h', () =>
    expect(consumedPerHour({ by: 'rods', perHour: 12, mass: 0.036, stub: 0.005 })).toBeCloseTo(
      0.372,
      9,
    ))
  it('the amperage default says nothing here, and nonsense is refused', () => {
    expect(consumedPerHour({ by: 'default' })).toBeNull()
    for (const wrong of [
      { by: 'wire', diameter: 0, speed: 1, metal: 'steel', tubular: false },
      { by: 'rods', perHour: 10, mass: 0.02, stub: 0.02 },
      { by: 'rate', rate: -1 },
    ] as const)
      expect(() => consumedPerHour(wrong)).toThrow(RangeError)
  })
})

describe('a consumable from its data sheet', () => {
  const WIRE: Composition = {
    name: 'W',
    process: 'FCAW',
    alloy: 'steel',
    fume: 12,
    of: 'fume',
    parts: { manganese: 0.08, fluorides: 0.02, iron: 0.6, other: 0.3 },
    reference: 'sheet',
  }
  it('a fume analysis gives figures: 12 g/kg x 0.08 is 0.96 g/kg manganese', () =>
    expect(rowOfComposition(WIRE)).toMatchObject({
      manganese: 0.96,
      chromium: null,
      others: { fluorides: 0.24 },
    }))
  it('the composition of the wire only bounds: E70S with 1.4 % manganese stays above what AP-42 reports (0.318 of 5.2 g/kg)', () => {
    const solid = rowOfComposition({
      ...WIRE,
      of: 'consumable',
      fume: 5.2,
      parts: { manganese: 0.014, iron: 0.976, other: 0.01 },
    })
    expect(solid.manganese!).toBeGreaterThan(0.318)
    expect(solid.bounds).toContain('manganese')
    // ER308: 20 % chromium, 10 % nickel; 0.524 and 0.184 of 5.4 g/kg
    const stainless = rowOfComposition({
      ...WIRE,
      of: 'consumable',
      fume: 5.4,
      parts: { chromium: 0.2, nickel: 0.1, manganese: 0.018, iron: 0.68, other: 0.002 },
    })
    expect(stainless.chromium!).toBeGreaterThan(0.524)
    expect(stainless.nickel!).toBeGreaterThan(0.184)
  })
  it('refuses mass fractions that do not add up, and says the sum', () => {
    const faults = faultsOf({ ...WIRE, parts: { manganese: 0.08, iron: 0.6 } })
    expect(faults).toEqual([{ field: 'parts', message: expect.stringContaining('0.68') }])
    expect(() => rowOfComposition({ ...WIRE, parts: { iron: 1.2 } })).toThrow(/between 0 and 1/)
    expect(sumOfParts({ iron: 0.5, other: 0.5 })).toBe(1)
    expect(faultsOf({ ...WIRE, fume: 0 })[0]!.field).toBe('fume')
  })
  it('goes before the table in a source', () => {
    const emission = emissionsOf({
      ...SOURCE,
      process: 'FCAW',
      consumable: null,
      own: WIRE,
      consumed: { by: 'rate', rate: 2 },
    })
    expect(emission.get('manganese')).toMatchObject({ rate: 1.92, bound: false })
    expect(emission.get('fluorides')).toMatchObject({ rate: 0.48, bound: false })
  })
})

describe('zinc from coated steel, from first principles', () => {
  it('oxide weighs 81.38 of 65.38', () => expect(OXIDE_PER_ZINC).toBeCloseTo(81.38 / 65.38, 4))
  it('85 um of zinc at 7.14 g/cm3 is 607 g/m2', () =>
    expect(coatingMass(85e-6)).toBeCloseTo(606.9, 1))
  it('Z275 on one side, 20 mm burnt, 4 mm/s, half vaporised: 24.6 g/h ZnO by hand', () => {
    expect(
      zincOxideRate({ coating: 137.5, sides: 1, width: 0.02, travel: 0.004, vaporised: 0.5 }),
    ).toBeCloseTo(137.5 * 0.02 * 0.004 * 3600 * 0.5 * 1.2447, 9)
    expect(
      zincOxideRate({ coating: 137.5, sides: 2, width: 0.02, travel: 0.004, vaporised: 0.5 }),
    ).toBeCloseTo(49.29, 1)
  })
  it('grind back half the burnt width and an inch', () =>
    expect(grindBack(0.02)).toBeCloseTo(0.0354, 6))
  it('refuses what cannot be', () => {
    expect(() =>
      zincOxideRate({ coating: 100, sides: 1, width: 0, travel: 1, vaporised: 0.5 }),
    ).toThrow(RangeError)
    expect(() =>
      zincOxideRate({ coating: 100, sides: 1, width: 1, travel: 1, vaporised: 2 }),
    ).toThrow(RangeError)
    expect(() => coatingMass(0)).toThrow(RangeError)
    expect(() => grindBack(-1)).toThrow(RangeError)
  })
})

describe('telling a coating by what is seen (common practice)', () => {
  const NOTHING: Seen = {
    label: null,
    paint: null,
    sheen: null,
    rust: null,
    heated: null,
    arc: null,
  }
  const PLAIN: Seen = {
    label: 'weldable',
    paint: false,
    sheen: 'mill',
    rust: 'yes',
    heated: 'nothing',
    arc: 'normal',
  }
  const see = (seen: Partial<Seen>, from = NOTHING) => identifyCoating({ ...from, ...seen })
  test.each<[Partial<Seen>, string, string]>([
    [{ sheen: 'spangle' }, 'coated', 'zinc'],
    [{ rust: 'never' }, 'coated', 'zinc'],
    [{ heated: 'white_floc' }, 'coated', 'zinc'],
    [{ arc: 'blue_green' }, 'coated', 'zinc'],
    [{ heated: 'yellow' }, 'coated', 'chromate'],
    [{ sheen: 'gold' }, 'coated', 'chromate'],
    [{ paint: true }, 'coated', 'paint'],
  ])('%o outweighs every sign of plain metal', (sign, verdict, coating) =>
    expect(see(sign, PLAIN)).toMatchObject({ verdict, coating }),
  )
  it('plain needs the label or two signs, and somebody who looked for paint', () => {
    expect(see({}, PLAIN)).toMatchObject({ verdict: 'plain', coating: 'none' })
    expect(see({ paint: false, rust: 'yes' }).verdict).toBe('unknown')
    expect(see({ paint: false, rust: 'yes', sheen: 'mill' }).verdict).toBe('plain')
    expect(see({ rust: 'yes', sheen: 'mill' }).verdict).toBe('unknown')
  })
  it('nothing seen is unknown and never clear; each question has an answer that is no sign', () => {
    expect(see({}).finding.level).toBe('unknown')
    for (const question of COATING_QUESTIONS) expect(question.answers.length).toBeGreaterThan(1)
  })
})

describe('refusals of what cannot be melted', () => {
  it.each([
    [{ by: 'rods', perHour: 0, mass: 0.04, stub: 0.01 }, 'Rods per hour and rod mass'],
    [{ by: 'rods', perHour: 20, mass: 0, stub: 0 }, 'Rods per hour and rod mass'],
    [{ by: 'rods', perHour: 20, mass: 0.04, stub: 0.04 }, 'The stub weighs less'],
    [{ by: 'rods', perHour: 20, mass: 0.04, stub: -0.01 }, 'The stub weighs less'],
  ] as const)('%j: %s', (consumed, says) => {
    expect(() => consumedPerHour(consumed)).toThrow(says)
  })
  it('twenty rods of 40 g with stubs of 10 g are 0.6 kg an hour', () => {
    expect(consumedPerHour({ by: 'rods', perHour: 20, mass: 0.04, stub: 0.01 })).toBeCloseTo(
      0.6,
      12,
    )
    expect(consumedPerHour({ by: 'rods', perHour: 20, mass: 0.04, stub: 0 })).toBeCloseTo(0.8, 12)
  })
})
