import { dangerOf } from '../danger'
import type { Composition } from '../gas.table'
import type { HoseColour, HoseStandard, HoseUse, Outlet, Thread } from '../outlet.table'

/** What a gas set is put together for. */
export const SET_KINDS = ['oxyFuel', 'shielding', 'manifold'] as const
export type SetKind = (typeof SET_KINDS)[number]
export const SET_KIND_NAME: Record<SetKind, string> = {
  oxyFuel: 'Oxy-fuel',
  shielding: 'Shielding gas',
  manifold: 'Manifold',
}

/** A line of a set, from cylinder to torch. */
export const LINES = ['oxygen', 'fuel', 'inert'] as const
export type Line = (typeof LINES)[number]
export const LINE_NAME: Record<Line, string> = {
  oxygen: 'oxygen',
  fuel: 'fuel',
  inert: 'shielding gas',
}

/** The lines that a set may have; a manifold carries one of them. */
export const LINES_OF: Record<SetKind, readonly Line[]> = {
  oxyFuel: ['oxygen', 'fuel'],
  shielding: ['inert'],
  manifold: LINES,
}

/** The line of a gas. */
export function lineOf(parts: Composition): Line {
  const danger = dangerOf(parts)
  return danger === 'oxidizer' ? 'oxygen' : danger
}

export const PART_KINDS = ['regulator', 'hose', 'arrestor', 'torch'] as const
export type PartKind = (typeof PART_KINDS)[number]
export const PART_KIND_NAME: Record<PartKind, string> = {
  regulator: 'regulator',
  hose: 'hose',
  arrestor: 'arrestor',
  torch: 'torch',
}

/** What is told of a part; null: not told. SI. */
export interface PartFacts {
  /** What it is marked for; of an oxy-fuel torch, its fuel. */
  use: HoseUse | null
  /** Of a regulator: its connection. */
  inlet: Outlet | null
  /** Of a regulator: the highest pressure it takes, Pa gauge. */
  highest: number | null
  /** Of a regulator: the finest step of its outlet gauge, Pa. */
  step: number | null
  /** Of a hose. */
  colour: HoseColour | null
  standard: HoseStandard | null
  /** Of a hose: the hand of its end fittings. */
  thread: Thread | null
  /** Of a hose: m. */
  bore: number | null
  length: number | null
}
export const NOTHING_TOLD: PartFacts = {
  use: null,
  inlet: null,
  highest: null,
  step: null,
  colour: null,
  standard: null,
  thread: null,
  bore: null,
  length: null,
}

export interface SetPart {
  kind: PartKind
  label: string
  /** A torch for oxygen and fuel is on no single line. */
  line: Line | null
  facts: PartFacts
}
