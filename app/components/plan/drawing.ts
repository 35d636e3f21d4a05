import type { ThingKind } from '#core/plan/kinds.table'
import type { Point, Thing } from '#core/plan/plan'
import { cornersOf } from '#core/plan/shape'

/** The page has its y downwards, a plan has it to the north. */
const across = ({ x, y }: Point): string => `${x},${-y}`

export const pathOf = (points: readonly Point[], closed = false): string =>
  points.length === 0 ? '' : `M${points.map(across).join('L')}${closed ? 'Z' : ''}`

export const outlineOf = ({ shape }: Thing): string =>
  pathOf(cornersOf(shape), shape.type !== 'line')

/** What lies on top of what, from the ground up. */
export const ORDER: readonly ThingKind[] = [
  'sprinklers',
  'room',
  'hotWorkArea',
  'walkway',
  'combustible',
  'gasStore',
  'desk',
  'meetingPoint',
  'extractionUnit',
  'station',
  'hood',
  'curtain',
  'wall',
  'window',
  'door',
  'hatch',
  'duct',
  'exit',
  'isolator',
  'callPoint',
  'detector',
  'firstAid',
  'eyewash',
  'extinguisher',
]

/** Things that are too small to be drawn to scale carry a letter of their own. */
export const LETTER: Readonly<Partial<Record<ThingKind, string>>> = {
  extinguisher: 'F',
  eyewash: 'W',
  firstAid: 'A',
  callPoint: 'C',
  detector: 'D',
  isolator: 'I',
  exit: 'X',
  hood: 'H',
}

/** Names that are written on the plan itself. */
export const NAMED: readonly ThingKind[] = [
  'room',
  'station',
  'gasStore',
  'combustible',
  'meetingPoint',
]
