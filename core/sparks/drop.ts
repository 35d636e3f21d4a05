/** Air about a drop. */
export interface Air {
  /** kg/m3 */
  density: number
  /** Pa s */
  viscosity: number
  /** W/(m K) */
  conductivity: number
  /** K */
  temperature: number
}

/** Air at 20 C and one atmosphere. From memory of handbook tables. */
export const ROOM_AIR: Air = {
  density: 1.2,
  viscosity: 1.81e-5,
  conductivity: 0.026,
  temperature: 293,
}

/** Molten steel. Density, heat and melting point as in handbooks, from memory; emissivity of an oxidised drop common practice. */
export const STEEL = {
  /** kg/m3 */
  density: 7_000,
  /** J/(kg K) */
  heat: 700,
  /** J/kg, at the melting point. */
  fusion: 247_000,
  /** K */
  melts: 1_800,
  emissivity: 0.8,
} as const

/** A drop as it leaves the arc, K: a little above its melting point. */
export const START_TEMPERATURE = 1_900
/** It lights paper, wood and vapour above this, K: 400 C. Common practice. */
export const HOT = 673
export const GRAVITY = 9.81

const STEFAN_BOLTZMANN = 5.67e-8
/** Of air, Prandtl. */
const PRANDTL = 0.71
const NEWTON = 0.44
const NEWTON_FROM = 1_000

/** @param diameter m; @param speed through the air, m/s */
const reynolds = (diameter: number, speed: number, air: Air): number =>
  (air.density * speed * diameter) / air.viscosity

/** Drag coefficient of a sphere. Source: Schiller and Naumann 1933, 0.44 above Re 1,000. */
function dragCoefficient(re: number): number {
  return re < NEWTON_FROM ? (24 / re) * (1 + 0.15 * re ** 0.687) : NEWTON
}

/**
 * What slows a steel drop for each m/s that it goes through the air, 1/s.
 * @param diameter m; @param speed through the air, m/s
 */
export function drag(diameter: number, speed: number, air: Air): number {
  if (speed === 0 || air.density === 0) return 0
  const coefficient = dragCoefficient(reynolds(diameter, speed, air))
  return (0.75 * coefficient * air.density * speed) / (STEEL.density * diameter)
}

/** Heat content of a drop above that of cold steel at 0 K, J/kg. */
export const enthalpyAt = (temperature: number): number =>
  STEEL.heat * temperature + (temperature > STEEL.melts ? STEEL.fusion : 0)

/** K; while it freezes it stays at its melting point. */
export function temperatureAt(enthalpy: number): number {
  const solid = STEEL.heat * STEEL.melts
  if (enthalpy <= solid) return enthalpy / STEEL.heat
  if (enthalpy <= solid + STEEL.fusion) return STEEL.melts
  return (enthalpy - STEEL.fusion) / STEEL.heat
}

/**
 * Heat that a drop gives off, W/kg: to the air it flies through and by glow. Heat of burning in the air, and what the
 * floor takes, are left out.
 * @param diameter m; @param speed through the air, m/s
 * Source: Ranz and Marshall 1952 for a sphere in a stream; Stefan and Boltzmann
 */
export function heatGivenOff(
  diameter: number,
  temperature: number,
  speed: number,
  air: Air,
): number {
  const nusselt = 2 + 0.6 * Math.sqrt(reynolds(diameter, speed, air)) * Math.cbrt(PRANDTL)
  const toAir = ((nusselt * air.conductivity) / diameter) * (temperature - air.temperature)
  const glow = STEEL.emissivity * STEFAN_BOLTZMANN * (temperature ** 4 - air.temperature ** 4)
  return (6 * (toAir + glow)) / (STEEL.density * diameter)
}
