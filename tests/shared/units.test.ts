import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { quantityText, display, fieldText, figure } from '#shared/units/units'
import { UNITS } from '#core/finding/finding'
import { parseNumber } from '../../app/components/frame/number-text'

describe('units of the new quantities', () => {
  // 1 ft3 is 28.3168 L (exact from 0.3048 m).
  test.each([
    [28.3168, 'L/h', 'us', '1 cfh'],
    [28.3168, 'L/h', 'si', '28.3 L/h'],
    [0.031, 'rad', 'us', '31 mrad'],
    [2000, 'W', 'si', '2,000 W'],
    [1070, 'nm', 'us', '1,070 nm'],
    [10, 's', 'si', '10 s'],
    [6.02, 'OD', 'us', '6.02'],
  ] as const)('%s %s in %s: %s', (amount, unit, units, text) =>
    expect(quantityText({ amount, unit }, units)).toBe(text),
  )
  it('a distance reads in feet or metres', () =>
    fc.assert(
      fc.property(fc.double({ min: 1, max: 500, noNaN: true }), (metres) => {
        const [us, si] = (['us', 'si'] as const).map((units) =>
          Number.parseFloat(quantityText({ amount: metres, unit: 'm' }, units).replace(',', '')),
        )
        expect((us! * 0.3048) / si!).toBeCloseTo(1, 1)
      }),
    ))
})

describe('units at the edge', () => {
  // Exact by definition: 1 ft = 0.3048 m, 1 in = 25.4 mm, 1 lb = 0.45359237 kg; 1 psi = 6894.757 Pa. 1 inH2O = 249.0889 Pa, ISO 80000-4.
  test.each([
    ['m', 0.3048, 1, 'ft'],
    ['mm', 25.4, 1, 'in'],
    ['m3', 283.168_465_92, 10_000, 'ft³'],
    ['m/s', 0.508, 100, 'fpm'],
    ['kg/h', 0.453_592_37, 1, 'lb/h'],
    ['Pa', 6894.757, 1, 'psi'],
    ['m2', 0.092_903_04, 1, 'ft²'],
    ['Pa static', 249.0889, 1, 'in wg'],
    ['share', 0.5, 50, '%'],
  ] as const)('%s: %s is %s %s', (unit, si, shown, name) => {
    expect(display(unit, 'us').from(si)).toBeCloseTo(shown, 4)
    expect(display(unit, 'us').unit).toBe(name)
  })

  it('2,000 cfm is 3,398 m3/h, as the regulation prints', () => {
    const si = display('m3/s', 'us').to(2000)
    expect(display('m3/s', 'si').from(si)).toBeCloseTo(3398, 0)
  })

  it('100 bar is 1,450 psi', () => {
    const si = display('Pa', 'si').to(100)
    expect(display('Pa', 'us').from(si)).toBeCloseTo(1450.4, 1)
  })

  it('goes there and back in every unit of both systems', () => {
    const value = fc.double({ min: 1e-6, max: 1e9, noNaN: true })
    fc.assert(
      fc.property(
        fc.constantFrom(...UNITS),
        fc.constantFrom('us' as const, 'si' as const),
        value,
        (unit, system, x) => {
          const shown = display(unit, system)
          // A temperature is shown from another zero: next to its own it keeps as many places as that zero has.
          const size = unit === 'K' ? Math.max(x, 273.15) : x
          expect(Math.abs(shown.to(shown.from(x)) - x) / size).toBeLessThan(1e-9)
        },
      ),
    )
  })

  test.each([
    [0, '0'],
    [1234.5, '1,235'],
    [0.004_567, '0.00457'],
    [12.345, '12.3'],
    [999.6, '1000'],
  ])('%s is written %s', (value, text) => {
    expect(figure(value)).toBe(text)
  })

  it('writes a quantity with its unit, and a shade without', () => {
    expect(quantityText({ amount: 0.943_894_7, unit: 'm3/s' }, 'us')).toBe('2,000 cfm')
    expect(quantityText({ amount: 10, unit: 'shade' }, 'us')).toBe('10')
  })
})

describe('numbers as people type them', () => {
  test.each([
    ['12', 12],
    [' 12,5 ', 12.5],
    ['5/32', 0.15625],
    ['1 1/8', 1.125],
    ['.5', 0.5],
  ])('%s', (typed, value) => expect(parseNumber(typed)).toBe(value))

  it('nothing is not known, and nonsense is no number', () => {
    expect(parseNumber('  ')).toBeNull()
    for (const typed of ['many', '5/0', '1/2/3', '--1']) expect(parseNumber(typed)).toBeNaN()
  })

  it('what was typed in a system is shown as typed in it', () => {
    const typed = fc.integer({ min: 1, max: 999_999 }).map((n) => n / 1000)
    const system = fc.constantFrom('us' as const, 'si' as const)
    fc.assert(
      fc.property(fc.constantFrom(...UNITS), system, typed, (unit, units, x) => {
        const amount = display(unit, units).to(x)
        expect(parseNumber(fieldText({ amount, unit }, units))).toBeCloseTo(x, 9)
      }),
    )
  })
})

describe('a field shows a sensible number of figures', () => {
  test.each([
    [0.5, 'm', 'us', '1.6'],
    [0.15, 'm/s', 'us', '30'],
    [0.943_894_7, 'm3/s', 'us', '2000'],
    [34.8, 'm3', 'us', '1230'],
    [8, 'mm', 'us', '0.31'],
    [300, 'mm', 'us', '12'],
    [3.2, 'mm', 'us', '1/8'],
    [7.9375, 'mm', 'us', '5/16'],
    [38.1, 'mm', 'us', '1 1/2'],
    [7.9375, 'mm', 'si', '7.9'],
    [3.2, 'mm', 'si', '3.2'],
    [0, 'm', 'us', '0'],
  ] as const)('%s %s in %s: %s', (amount, unit, units, text) => {
    expect(fieldText({ amount, unit }, units)).toBe(text)
  })

  it('a text says the fraction too', () => {
    expect(quantityText({ amount: 3.2, unit: 'mm' }, 'us')).toBe('1/8 in')
    expect(quantityText({ amount: 0.9, unit: 'mm' }, 'us')).toBe('0.0354 in')
  })
})
