import { published, type Source } from '../finding/source'
import { dangerOf } from './danger'
import type { Composition } from './gas.table'

/** Outlets of cylinder valves by CGA number. */
export const OUTLETS = ['540', '580', '320', '510', '520', '200', '350'] as const
export type Outlet = (typeof OUTLETS)[number]

export const OUTLET_SOURCE: Source = published('CGA V-1')

export const THREADS = ['left', 'right'] as const
export type Thread = (typeof THREADS)[number]

interface OutletData {
  /** What it is for, as a person says it. */
  says: string
  thread: Thread
}

export const OUTLET_DATA: Record<Outlet, OutletData> = {
  540: { says: 'oxygen', thread: 'right' },
  580: { says: 'argon, helium, nitrogen and their mixes', thread: 'right' },
  320: { says: 'carbon dioxide', thread: 'right' },
  510: { says: 'acetylene and propane', thread: 'left' },
  520: { says: 'small acetylene, B size', thread: 'right' },
  200: { says: 'small acetylene, MC size', thread: 'right' },
  350: { says: 'hydrogen and burning mixes', thread: 'left' },
}

/** Outlets that this gas may have; empty where the table knows none. The first is the usual one. */
export function outletsOf(parts: Composition): readonly Outlet[] {
  if ((parts.acetylene ?? 0) > 0) return ['510', '520', '200']
  if ((parts.propane ?? 0) > 0) return ['510']
  if (dangerOf(parts) === 'fuel') return ['350']
  if ((parts.oxygen ?? 0) === 1) return ['540']
  if (dangerOf(parts) === 'oxidizer') return []
  return (parts.carbonDioxide ?? 0) === 1 ? ['320'] : ['580']
}

export const HOSE_STANDARDS = ['us', 'iso'] as const
export type HoseStandard = (typeof HOSE_STANDARDS)[number]
export const HOSE_STANDARD_NAME: Record<HoseStandard, string> = {
  us: 'United States, RMA/CGA',
  iso: 'ISO 3821',
}
export const HOSE_COLOURS = ['green', 'red', 'black', 'blue', 'orange'] as const
export type HoseColour = (typeof HOSE_COLOURS)[number]
export const HOSE_USE_IDS = ['oxygen', 'acetylene', 'otherFuel', 'inert'] as const
export type HoseUse = (typeof HOSE_USE_IDS)[number]

/** What a hose of this colour is for, by its standard; null: a colour that the standard does not use. */
export const HOSE_USES: Record<HoseStandard, Partial<Record<HoseColour, readonly HoseUse[]>>> = {
  us: { green: ['oxygen'], red: ['acetylene', 'otherFuel'], black: ['inert'] },
  iso: { blue: ['oxygen'], red: ['acetylene'], orange: ['otherFuel'], black: ['inert'] },
}
export const HOSE_SOURCE: Record<HoseStandard, Source> = {
  us: published('RMA IP-7 and CGA E-1'),
  iso: published('ISO 3821'),
}

export function hoseUseOf(parts: Composition): HoseUse {
  const danger = dangerOf(parts)
  if (danger === 'oxidizer') return 'oxygen'
  if (danger === 'inert') return 'inert'
  return (parts.acetylene ?? 0) > 0 ? 'acetylene' : 'otherFuel'
}
