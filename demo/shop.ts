import { setItems } from './gas-sets'
import type { AirSpace } from '#core/job/job'
import type { GearInput } from '#shared/inspection/schema'
import type { StationBody } from '#shared/shop/schema'
import { PLATES } from './gear'

/** Tarn Hollow Slipway: a made-up ferry and workboat repair yard with an apprentice bay. Every name and figure is invented. */
export const SITE = {
  organisation: 'Tarn Hollow Slipway',
  site: 'Tarn Hollow yard',
  timeZone: 'America/Halifax',
  units: 'us' as const,
}

/** Learners, welders and hands besides those who sign in. */
export const PEOPLE = [
  'Abner Quill',
  'Bettany Marsh',
  'Caspian Rowe',
  'Delphine Stoke',
  'Edric Penhallow',
  'Fenna Blackmere',
  'Garrick Towle',
  'Hesper Lyle',
  'Ivo Trasker',
  'Jory Penwarden',
  'Kestrel Vane',
  'Linnet Orme',
  'Merrick Dunstow',
  'Nerys Calloway',
  'Osric Tull',
  'Pernel Ashby',
  'Quentin Mossop',
  'Rowena Skerry',
  'Silas Thornby',
  'Tamsin Grebe',
  'Ulric Fenn',
  'Verity Holm',
  'Wystan Crake',
  'Yarrow Selby',
  'Zelda Corriss',
] as const
/** Trained as fire watch, and with a PIN to sign with. */
export const WATCHERS: Readonly<Record<string, string>> = {
  'Delphine Stoke': '3907',
  'Garrick Towle': '8126',
  'Jory Penwarden': '5583',
  'Silas Thornby': '7294',
  'Verity Holm': '4418',
}
/** Every third one is trained as fire watch. */
export const TRAINED_EVERY = 3

const cubicFeet = (x: number): number => x * 0.3048 ** 3
const cfm = (x: number): number => cubicFeet(x) / 60

export const AIR: Record<'bay' | 'plate' | 'pipe' | 'slip' | 'void', AirSpace> = {
  bay: {
    space: 'indoors',
    volume: cubicFeet(42_000),
    ceiling: 4.2,
    obstructed: true,
    generalFlow: cfm(6_000),
    mixing: 3,
    wind: null,
    hood: 'movable_hood',
    hoodFlow: cfm(640),
    hoodDistance: 0.28,
    hoodFlanged: true,
    hoodProved: true,
  },
  plate: {
    space: 'indoors',
    volume: cubicFeet(180_000),
    ceiling: 9.5,
    obstructed: false,
    generalFlow: cfm(14_000),
    mixing: 4,
    wind: null,
    hood: 'none',
    hoodFlow: null,
    hoodDistance: null,
    hoodFlanged: false,
    hoodProved: false,
  },
  pipe: {
    space: 'indoors',
    volume: cubicFeet(31_000),
    ceiling: 4.6,
    obstructed: false,
    generalFlow: cfm(4_200),
    mixing: 3,
    wind: null,
    hood: 'movable_hood',
    hoodFlow: cfm(380),
    hoodDistance: 0.25,
    hoodFlanged: true,
    hoodProved: true,
  },
  slip: {
    space: 'outdoors',
    volume: null,
    ceiling: null,
    obstructed: null,
    generalFlow: null,
    mixing: 3,
    wind: 2,
    hood: 'none',
    hoodFlow: null,
    hoodDistance: null,
    hoodFlanged: false,
    hoodProved: false,
  },
  void: {
    space: 'confined',
    volume: cubicFeet(900),
    ceiling: 1.9,
    obstructed: true,
    generalFlow: cfm(500),
    mixing: 6,
    wind: null,
    hood: 'none',
    hoodFlow: null,
    hoodDistance: null,
    hoodFlanged: false,
    hoodProved: false,
  },
}

const unproved = (air: AirSpace): AirSpace => ({ ...air, hoodProved: false })

export const STATIONS: StationBody[] = [
  ...Array.from({ length: 10 }, (_, i): StationBody => ({
    name: `Booth ${i + 1}`,
    designated: true,
    air: unproved(AIR.bay),
    burns: null,
  })),
  {
    name: 'Plate shop',
    designated: true,
    air: AIR.plate,
    burns: ['ordinary', 'live'],
  },
  { name: 'Pipe bay', designated: true, air: unproved(AIR.pipe), burns: ['liquid', 'live'] },
  { name: 'Slip, berth 1', designated: false, air: AIR.slip, burns: null },
  { name: 'Slip, berth 2', designated: false, air: AIR.slip, burns: null },
  { name: 'Laser cell', designated: true, air: unproved(AIR.bay), burns: null },
]

const GASES = [
  'Oxygen',
  'Acetylene',
  'Argon',
  'Argon 75 / CO2 25',
  'Carbon dioxide',
  'Propane',
] as const

type HelmetKind = {
  description: string
  /** Whether grinding, sensitivity and delay can be set. */
  settings: boolean
  marking: string
  ranges: [number, number][]
}
const DARKENING: HelmetKind = {
  description: 'Auto-darkening',
  settings: true,
  marking: '4/9-13 1/1/1/2 EN379',
  ranges: [[9, 13]],
}
const HELMETS: readonly HelmetKind[] = [
  { description: 'Fixed glass', settings: false, marking: 'Z87+ W10', ranges: [[10, 10]] },
  DARKENING,
  DARKENING,
  {
    ...DARKENING,
    marking: '4/5-8 4/9-13 EN379',
    ranges: [
      [5, 8],
      [9, 13],
    ],
  },
]

/** 40 cylinders, 30 machines, 30 helmets, three gas sets with their parts. */
export function items(people: readonly string[]): GearInput[] {
  const cylinders = Array.from({ length: 40 }, (_, i): GearInput => ({
    kind: 'cylinder',
    label: `C-${String(i + 1).padStart(2, '0')}`,
    gas: GASES[i % GASES.length]!,
    description: i % 5 === 0 ? 'Owned' : 'Rented',
    everyDays: 7,
    stationId: null,
  }))
  const machines = Array.from({ length: 30 }, (_, i): GearInput => ({
    kind: 'machine',
    label: `M-${String(i + 1).padStart(2, '0')}`,
    description: [
      'Stick and TIG inverter, 250 A',
      'Wire feeder set, 350 A',
      'Multiprocess, 400 A',
      'Plasma cutter, 85 A',
      'Engine drive, 300 A',
    ][i % 5]!,
    everyDays: i % 5 === 4 ? 7 : 1,
    fields: PLATES[i % 5]!,
    stationId: null,
  }))
  const helmets = Array.from({ length: 30 }, (_, i): GearInput => {
    const { settings, marking, ranges, ...kind } = HELMETS[i % HELMETS.length]!
    const battery = i % 3 === 0 ? 'both' : 'battery'
    return {
      kind: 'helmet',
      label: `H-${String(i + 1).padStart(2, '0')}`,
      ...kind,
      everyDays: 1,
      assignedTo: people[i] ?? null,
      details: {
        grind: settings,
        sensitivity: settings,
        delay: settings,
        power: settings ? battery : null,
        spares: i % 5,
        marking,
      },
      ranges,
    }
  })
  const goggles: GearInput = {
    kind: 'helmet',
    label: 'G-01',
    description: 'Gas goggles, fixed 5',
    everyDays: 7,
    assignedTo: null,
    details: {
      grind: false,
      sensitivity: false,
      delay: false,
      power: null,
      spares: 2,
      marking: 'Z87 W5',
    },
    ranges: [[5, 5]],
  }
  return [...cylinders, ...machines, ...helmets, goggles, ...setItems()]
}
