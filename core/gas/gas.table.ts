import { published, type Source } from '../finding/source'

/** What a cylinder may hold a part of. */
export const COMPONENTS = [
  'argon',
  'oxygen',
  'nitrogen',
  'helium',
  'hydrogen',
  'carbonDioxide',
  'acetylene',
  'propane',
] as const
export type Component = (typeof COMPONENTS)[number]

/** permanent: a gas at every pressure of a cylinder, told by pressure. The others are told by weight. */
export type Phase = 'permanent' | 'liquefied' | 'dissolved'

export interface ComponentData {
  name: string
  formula: string
  phase: Phase
  /** kg/mol. */
  molarMass: number
  /** Critical temperature K, pressure Pa, acentric factor. */
  critical: { temperature: number; pressure: number; acentric: number }
  /** Second virial coefficient at 300 K, m3/mol, of those whose molecules are too light for corresponding states. */
  lightVirial?: number
}

export const GAS_DATA_SOURCE: Source = published(
  'Critical constants and second virial coefficients as in the CRC Handbook of Chemistry and Physics',
)

export const COMPONENT_DATA: Record<Component, ComponentData> = {
  argon: {
    name: 'Argon',
    formula: 'Ar',
    phase: 'permanent',
    molarMass: 0.039948,
    critical: { temperature: 150.7, pressure: 4.86e6, acentric: 0 },
  },
  oxygen: {
    name: 'Oxygen',
    formula: 'O2',
    phase: 'permanent',
    molarMass: 0.031998,
    critical: { temperature: 154.6, pressure: 5.04e6, acentric: 0.022 },
  },
  nitrogen: {
    name: 'Nitrogen',
    formula: 'N2',
    phase: 'permanent',
    molarMass: 0.028014,
    critical: { temperature: 126.2, pressure: 3.4e6, acentric: 0.037 },
  },
  helium: {
    name: 'Helium',
    formula: 'He',
    phase: 'permanent',
    molarMass: 0.0040026,
    critical: { temperature: 5.19, pressure: 0.227e6, acentric: -0.39 },
    lightVirial: 11.8e-6,
  },
  hydrogen: {
    name: 'Hydrogen',
    formula: 'H2',
    phase: 'permanent',
    molarMass: 0.002016,
    critical: { temperature: 33.2, pressure: 1.3e6, acentric: -0.22 },
    lightVirial: 14.5e-6,
  },
  carbonDioxide: {
    name: 'Carbon dioxide',
    formula: 'CO2',
    phase: 'liquefied',
    molarMass: 0.04401,
    critical: { temperature: 304.1, pressure: 7.38e6, acentric: 0.224 },
  },
  acetylene: {
    name: 'Acetylene',
    formula: 'C2H2',
    phase: 'dissolved',
    molarMass: 0.02604,
    critical: { temperature: 308.3, pressure: 6.14e6, acentric: 0.19 },
  },
  propane: {
    name: 'Propane',
    formula: 'C3H8',
    phase: 'liquefied',
    molarMass: 0.0441,
    critical: { temperature: 369.8, pressure: 4.25e6, acentric: 0.152 },
  },
}

/** Mole fractions that add up to 1. */
export type Composition = Readonly<Partial<Record<Component, number>>>

export interface Product {
  name: string
  parts: Composition
}

/** What suppliers sell to welding shops; anything else is a mix of its own. Common practice. */
export const PRODUCTS = {
  argon: { name: 'Argon', parts: { argon: 1 } },
  argonCo2_25: { name: 'Argon 75, CO2 25', parts: { argon: 0.75, carbonDioxide: 0.25 } },
  argonCo2_18: { name: 'Argon 82, CO2 18', parts: { argon: 0.82, carbonDioxide: 0.18 } },
  argonCo2_10: { name: 'Argon 90, CO2 10', parts: { argon: 0.9, carbonDioxide: 0.1 } },
  argonCo2_2: { name: 'Argon 98, CO2 2', parts: { argon: 0.98, carbonDioxide: 0.02 } },
  argonOxygen_2: { name: 'Argon 98, oxygen 2', parts: { argon: 0.98, oxygen: 0.02 } },
  argonHelium_25: { name: 'Argon 75, helium 25', parts: { argon: 0.75, helium: 0.25 } },
  argonHydrogen_2: { name: 'Argon 98, hydrogen 2', parts: { argon: 0.98, hydrogen: 0.02 } },
  argonHydrogen_5: { name: 'Argon 95, hydrogen 5', parts: { argon: 0.95, hydrogen: 0.05 } },
  helium: { name: 'Helium', parts: { helium: 1 } },
  nitrogen: { name: 'Nitrogen', parts: { nitrogen: 1 } },
  forming_5: { name: 'Forming gas 95/5', parts: { nitrogen: 0.95, hydrogen: 0.05 } },
  oxygen: { name: 'Oxygen', parts: { oxygen: 1 } },
  carbonDioxide: { name: 'Carbon dioxide', parts: { carbonDioxide: 1 } },
  acetylene: { name: 'Acetylene', parts: { acetylene: 1 } },
  propane: { name: 'Propane', parts: { propane: 1 } },
  hydrogen: { name: 'Hydrogen', parts: { hydrogen: 1 } },
} as const satisfies Record<string, Product>
export type ProductId = keyof typeof PRODUCTS
export const PRODUCT_IDS = Object.keys(PRODUCTS) as ProductId[]
