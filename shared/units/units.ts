import { convert } from 'convert'
import type { Quantity, Unit } from '#core/finding/finding'

export type Units = 'us' | 'si'

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
  W: same('W'),
  nm: same('nm'),
  rad: scaled('mrad', 0.001),
  s: same('s'),
  OD: same(''),
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
}

export const display = (unit: Unit, units: Units): Display => (units === 'us' ? US : SI)[unit]

/** A figure as people write it: three significant digits, thousands apart. */
export function figure(x: number): string {
  if (x === 0) return '0'
  if (Math.abs(x) >= 1000) return Math.round(x).toLocaleString('en-US')
  return String(Number(x.toPrecision(3)))
}

export function quantityText(quantity: Quantity, units: Units): string {
  const shown = display(quantity.unit, units)
  return `${figure(shown.from(quantity.amount))}${shown.unit ? ` ${shown.unit}` : ''}`
}
