import { FIRE_CLASS_NAME, FIRE_CLASSES } from '../inspection/fire-class'
import type { Field, GearKind } from '../inspection/kind'
import type { Shape } from './plan'

export const THING_KINDS = [
  'room',
  'wall',
  'door',
  'window',
  'hatch',
  'duct',
  'curtain',
  'station',
  'hood',
  'extractionUnit',
  'gasStore',
  'extinguisher',
  'eyewash',
  'firstAid',
  'exit',
  'callPoint',
  'detector',
  'sprinklers',
  'isolator',
  'combustible',
  'hotWorkArea',
  'desk',
  'walkway',
  'meetingPoint',
] as const
export type ThingKind = (typeof THING_KINDS)[number]

export const LAYERS = ['building', 'work', 'fire', 'safety', 'ways'] as const
export type Layer = (typeof LAYERS)[number]
export const LAYER_NAME: Readonly<Record<Layer, string>> = {
  building: 'Building',
  work: 'Work',
  fire: 'Gas and what burns',
  safety: 'Safety',
  ways: 'Ways',
}

/** What a thing on the plan may stand for on record. */
export type Stands = 'station' | 'gasStore' | GearKind

/** A kind of thing as data. */
export interface PlanKind {
  name: string
  layer: Layer
  shape: Shape['type']
  /** Of a new box, m. */
  size?: readonly [width: number, depth: number]
  fields: readonly Field[]
  of?: Stands
}

const WALL_FIELDS: readonly Field[] = [
  {
    id: 'material',
    name: 'Walls of',
    type: 'choice',
    options: [
      { value: 'masonry', label: 'Block, brick, concrete' },
      { value: 'steel', label: 'Steel sheet, conducts heat' },
      { value: 'timber', label: 'Timber, burns' },
      { value: 'board', label: 'Plasterboard' },
      { value: 'glass', label: 'Glass' },
      { value: 'mesh', label: 'Mesh or bars' },
    ],
  },
  { id: 'fire', name: 'Stands fire for', type: 'number', unit: 'min', min: 0, max: 480 },
  {
    id: 'finish',
    name: 'Finish inside',
    type: 'choice',
    options: [
      { value: 'dark', label: 'Matt and dark, throws little back' },
      { value: 'light', label: 'White, light or glossy' },
    ],
  },
]
const HEIGHT: Field = {
  id: 'height',
  name: 'Height',
  type: 'number',
  unit: 'm',
  min: 0.1,
  max: 100,
}
const OPENING: readonly Field[] = [
  HEIGHT,
  {
    id: 'beamTight',
    name: 'Closed to a laser beam',
    help: 'A door interlocked with the beam, or a window made for its wavelength.',
    type: 'yesNo',
  },
]
const LASER: readonly Field[] = [
  { id: 'laser', name: 'A hand-held laser welds here', type: 'yesNo' },
  { id: 'power', name: 'Laser power', type: 'number', unit: 'W', min: 0.5, max: 20_000 },
  { id: 'wavelength', name: 'Wavelength', type: 'number', unit: 'nm', min: 180, max: 20_000 },
  {
    id: 'divergence',
    name: 'Beam divergence, full angle',
    type: 'number',
    unit: 'rad',
    min: 0.0001,
    max: 0.2,
  },
]

export const PLAN_KINDS: Readonly<Record<ThingKind, PlanKind>> = {
  room: { name: 'Room', layer: 'building', shape: 'area', fields: [HEIGHT, ...WALL_FIELDS] },
  wall: { name: 'Wall', layer: 'building', shape: 'line', fields: [HEIGHT, ...WALL_FIELDS] },
  door: { name: 'Door', layer: 'building', shape: 'line', fields: OPENING },
  window: { name: 'Window', layer: 'building', shape: 'line', fields: OPENING },
  hatch: { name: 'Hatch', layer: 'building', shape: 'line', fields: OPENING },
  duct: { name: 'Duct opening', layer: 'building', shape: 'line', fields: [HEIGHT] },
  curtain: {
    name: 'Curtain or screen',
    layer: 'work',
    shape: 'line',
    fields: [HEIGHT],
    of: 'curtain',
  },
  station: {
    name: 'Station',
    layer: 'work',
    shape: 'box',
    size: [2, 2],
    fields: LASER,
    of: 'station',
  },
  hood: {
    name: 'Hood',
    layer: 'work',
    shape: 'box',
    size: [0.4, 0.4],
    fields: [],
    of: 'extractionArm',
  },
  extractionUnit: {
    name: 'Extraction unit',
    layer: 'work',
    shape: 'box',
    size: [1.2, 1],
    fields: [],
    of: 'extractionUnit',
  },
  gasStore: {
    name: 'Gas store',
    layer: 'fire',
    shape: 'box',
    size: [2, 1],
    fields: [
      {
        id: 'holds',
        name: 'Holds',
        type: 'choice',
        options: [
          { value: 'oxygen', label: 'Oxygen' },
          { value: 'fuel', label: 'Fuel gas' },
          { value: 'both', label: 'Oxygen and fuel gas' },
          { value: 'inert', label: 'Neither' },
        ],
      },
    ],
    of: 'gasStore',
  },
  combustible: {
    name: 'Something that burns',
    layer: 'fire',
    shape: 'box',
    size: [2, 2],
    fields: [
      {
        id: 'burns',
        name: 'What burns',
        type: 'choice',
        options: FIRE_CLASSES.map((value) => ({ value, label: FIRE_CLASS_NAME[value] })),
      },
    ],
  },
  hotWorkArea: { name: 'Hot-work area', layer: 'fire', shape: 'area', fields: [] },
  sprinklers: { name: 'Sprinkler zone', layer: 'fire', shape: 'area', fields: [] },
  detector: { name: 'Detector', layer: 'fire', shape: 'box', size: [0.2, 0.2], fields: [] },
  extinguisher: {
    name: 'Extinguisher',
    layer: 'safety',
    shape: 'box',
    size: [0.3, 0.3],
    fields: [],
    of: 'extinguisher',
  },
  eyewash: {
    name: 'Eyewash',
    layer: 'safety',
    shape: 'box',
    size: [0.5, 0.4],
    fields: [],
    of: 'eyewash',
  },
  firstAid: {
    name: 'First-aid kit',
    layer: 'safety',
    shape: 'box',
    size: [0.4, 0.3],
    fields: [],
    of: 'firstAid',
  },
  callPoint: { name: 'Call point', layer: 'safety', shape: 'box', size: [0.2, 0.2], fields: [] },
  isolator: { name: 'Power isolator', layer: 'safety', shape: 'box', size: [0.4, 0.3], fields: [] },
  exit: { name: 'Way out', layer: 'ways', shape: 'box', size: [1, 0.3], fields: [] },
  meetingPoint: {
    name: 'Meeting point',
    layer: 'ways',
    shape: 'box',
    size: [1.5, 1.5],
    fields: [],
  },
  desk: { name: 'Desk', layer: 'ways', shape: 'box', size: [1.6, 0.8], fields: [] },
  walkway: {
    name: 'Walkway',
    layer: 'ways',
    shape: 'line',
    fields: [{ id: 'width', name: 'Width', type: 'number', unit: 'm', min: 0.3, max: 20 }],
  },
}
