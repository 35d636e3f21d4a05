import { convert } from 'convert'
import type { Quantity, Unit } from '#core/finding/finding'
import { inchFraction } from '#core/finding/inches'
import type { Units } from './systems'

interface Display {
  unit: string
  from: (si: number) => number
  to: (shown: number) => number
}

const same = (unit: string): Display => ({ unit, from: (x) => x, to: (x) => x })
const scaled = (unit: string, perShown: number): Display => ({
  unit,
  from: (x) => x / perShown,
  to: (x) => x * perShown,
})

const FOOT = convert(1, 'foot').to('m')
const INCH_MM = convert(1, 'inch').to('mm')
const POUND_KG = convert(1, 'pound').to('kg')
/** Conventional inch of water, ISO 80000-4. */
const PASCAL_INCH_WATER = 249.0889
const ZERO_CELSIUS = 273.15
const PSI_PA = convert(1, 'psi').to('Pa')

/** How a quantity is shown, and the way back. Inside everything is SI. */
const US: Record<Unit, Display> = {
  shade: same(''),
  A: same('A'),
  mm: scaled('in', INCH_MM),
  m: scaled('ft', FOOT),
  m2: scaled('ft²', FOOT ** 2),
  m3: scaled('ft³', FOOT ** 3),
  'm/s': scaled('fpm', FOOT / 60),
  'm3/s': scaled('cfm', FOOT ** 3 / 60),
  'mg/m3': same('mg/m³'),
  ppm: same('ppm'),
  'kg/h': scaled('lb/h', POUND_KG),
  'g/h': same('g/h'),
  min: same('min'),
  h: same('h'),
  Pa: scaled('psi', PSI_PA),
  'Pa static': scaled('in wg', PASCAL_INCH_WATER),
  V: same('V'),
  share: scaled('%', 0.01),
  count: same(''),
  'L/h': scaled('cfh', FOOT ** 3 * 1000),
  'L/min': scaled('cfh', (FOOT ** 3 * 1000) / 60),
  W: same('W'),
  nm: same('nm'),
  rad: scaled('mrad', 0.001),
  s: same('s'),
  days: same('days'),
  OD: same(''),
  kg: scaled('lb', POUND_KG),
  ohm: same('Ω'),
  mm2: same('mm²'),
  rpm: same('rpm'),
  K: {
    unit: '°F',
    from: (kelvin) => (kelvin - ZERO_CELSIUS) * 1.8 + 32,
    to: (fahrenheit) => (fahrenheit - 32) / 1.8 + ZERO_CELSIUS,
  },
}
const SI: Record<Unit, Display> = {
  ...US,
  mm: same('mm'),
  m: same('m'),
  m2: same('m²'),
  m3: same('m³'),
  'm/s': same('m/s'),
  'm3/s': scaled('m³/h', 1 / 3600),
  'kg/h': same('kg/h'),
  Pa: scaled('bar', 1e5),
  'Pa static': same('Pa'),
  'L/h': same('L/h'),
  'L/min': same('L/min'),
  kg: same('kg'),
  K: {
    unit: '°C',
    from: (kelvin) => kelvin - ZERO_CELSIUS,
    to: (celsius) => celsius + ZERO_CELSIUS,
  },
}

export const display = (unit: Unit, units: Units): Display => (units === 'us' ? US : SI)[unit]

/** A figure as people write it: three significant digits, thousands apart. */
export function figure(x: number): string {
  if (x === 0) return '0'
  if (Math.abs(x) >= 1000) return Math.round(x).toLocaleString('en-US')
  return String(Number(x.toPrecision(3)))
}

/** A share from 0 to 1 or more as a percentage; what is too small to tell is not shown as nothing. */
export function percentText(share: number): string {
  if (share === 0) return '0 %'
  return share < 0.001 ? '< 0.1 %' : `${figure(share * 100)} %`
}

const fraction = ({ amount, unit }: Quantity, units: Units): string | null =>
  unit === 'mm' && units === 'us' ? inchFraction(amount) : null

export function quantityText(quantity: Quantity, units: Units): string {
  const shown = display(quantity.unit, units)
  const text = fraction(quantity, units) ?? figure(shown.from(quantity.amount))
  return `${text}${shown.unit ? ` ${shown.unit}` : ''}`
}

/** A number with as many digits as people type: three behind the point. */
const asTyped = (x: number): number => Number(Math.abs(x) < 1 ? x.toPrecision(3) : x.toFixed(3))
/** As many figures as a converted value deserves: 30 fpm and 1.6 ft, but 1,230 cfm. */
const converted = (x: number): number => Number(x.toPrecision(Math.abs(x) >= 100 ? 3 : 2))

/** A quantity as a field shows it, without its unit: a fraction where the trade uses one, as typed where it was typed in this unit, else rounded. @param digits that count, where more do than usual */
export function fieldText(quantity: Quantity, units: Units, digits?: number): string {
  const shown = display(quantity.unit, units).from(quantity.amount)
  const typed = asTyped(shown)
  const isTyped = Math.abs(typed - shown) <= 1e-9 * Math.abs(shown)
  const rounded = digits === undefined ? converted(shown) : Number(shown.toPrecision(digits))
  return fraction(quantity, units) ?? String(isTyped ? typed : rounded)
}
