import { dayAfter } from '#core/calendar/day'
import { KINDS } from '#core/inspection/kinds.table'
import type { GearKind } from '#core/inspection/kind'
import type { GearInput } from '#shared/inspection/schema'

type Fields = Record<string, string | number | boolean | null>
/** Label, description, fields. */
type Row = [string, string, Fields?]

/** Leads, tools, extraction and what hangs on the wall; days relative to the day it is loaded. */
const rows = (today: string): Partial<Record<GearKind, Row[]>> => ({
  engineDrive: [
    [
      'ED-1',
      'On the trailer at the slip',
      {
        output: 'dc',
        ratedAmps: 300,
        ratedDuty: 0.6,
        highestAmps: 330,
        noLoadDc: 78,
        fuel: 'diesel',
      },
    ],
  ],
  wireFeeder: [
    ['WF-1', 'Plate shop, suitcase', { wire: 1.6 }],
    ['WF-2', 'Pipe bay', { wire: 1.2 }],
  ],
  lead: [
    ['L-01', 'Electrode lead, 60 ft', { area: 53.5, length: 18.3, side: 'electrode' }],
    ['L-02', 'Work lead, 60 ft', { area: 53.5, length: 18.3, side: 'work' }],
    ['L-03', 'Slip extension, 100 ft', { area: 67.4, length: 30.5, side: 'extension' }],
    ['L-04', 'Pipe bay, 30 ft', { area: 33.6, length: 9.1, side: 'electrode' }],
  ],
  gun: [
    ['GN-1', 'On WF-1', { ratedAmps: 300, length: 4.6 }],
    ['GN-2', 'On WF-2', { ratedAmps: 250, length: 3.7 }],
  ],
  arcTorch: [
    ['AT-1', 'TIG, air cooled', { process: 'tig', ratedAmps: 150 }],
    ['AT-2', 'Plasma', { process: 'plasma', ratedAmps: 85 }],
  ],
  electrodeHolder: [
    ['EH-1', 'On L-01', { ratedAmps: 300 }],
    ['EH-2', 'On L-04', { ratedAmps: 200 }],
  ],
  workClamp: [['WC-1', 'On L-02', { ratedAmps: 300 }]],
  cart: [
    ['CT-1', 'Two cylinders', { holds: 2 }],
    ['CT-2', 'Two cylinders', { holds: 2 }],
  ],
  extractionUnit: [['EX-1', 'Booth row', { flow: 3.3, filter: 'Cartridge' }]],
  extractionArm: [
    ['EA-1', 'Booth 1', { diameter: 150, reach: 2.1 }],
    ['EA-2', 'Booth 2', { diameter: 150, reach: 2.1 }],
    ['EA-3', 'Booth 3', { diameter: 150, reach: 2.1 }],
  ],
  curtain: [['CU-1', 'Bay door', { material: 'Vinyl, green', width: 3 }]],
  blanket: [
    ['FB-1', 'Slip', { listing: 'blanket' }],
    ['FB-2', 'Void work', { listing: 'pad' }],
  ],
  grinder: [
    ['GR-1', '5 in', { disc: 125, speed: 11000 }],
    ['GR-2', '5 in', { disc: 125, speed: 11000 }],
    ['GR-3', '9 in', { disc: 230, speed: 6500 }],
  ],
  extinguisher: [
    [
      'FE-1',
      'Apprentice bay door',
      {
        agent: 'abc',
        rating: '4-A:60-B:C',
        madeOn: dayAfter(today, -1500),
      },
    ],
    ['FE-2', 'Plate shop', { agent: 'abc', rating: '4-A:60-B:C', madeOn: dayAfter(today, -2150) }],
    ['FE-3', 'Pipe bay', { agent: 'co2', rating: '10-B:C', madeOn: dayAfter(today, -2000) }],
    ['FE-4', 'Slip trailer', { agent: 'abc', rating: '2-A:10-B:C' }],
  ],
  eyewash: [['EW-1', 'Bay wall', { supply: 'plumbed' }]],
  firstAid: [['FA-1', 'Bay office', { goodUntil: dayAfter(today, 120) }]],
  respirator: [
    ['RP-1', 'Half mask', { type: 'halfMask', filterUntil: dayAfter(today, 60) }],
    ['RP-2', 'Powered hood', { type: 'powered', filterUntil: dayAfter(today, 30) }],
  ],
  gasMeter: [
    [
      'GM-1',
      'Four gases',
      {
        calibratedOn: dayAfter(today, -100),
        calibratedUntil: dayAfter(today, 82),
        sensors: 'O2, LEL, CO, H2S',
      },
    ],
  ],
  airMeter: [
    ['AM-1', 'Hot wire', { calibratedOn: dayAfter(today, -400) }],
    [
      'AM-2',
      'Vane',
      { calibratedOn: dayAfter(today, -630), calibratedUntil: dayAfter(today, 100) },
    ],
  ],
  voltMeter: [['VM-1', 'Pocket', { calibratedUntil: dayAfter(today, 200) }]],
})

/** What is on what. */
export const FITTED: Readonly<Record<string, string>> = {
  'WF-1': 'M-03',
  'WF-2': 'M-08',
  'L-01': 'M-06',
  'L-02': 'M-06',
  'L-03': 'ED-1',
  'GN-1': 'WF-1',
  'GN-2': 'WF-2',
  'EH-1': 'L-01',
  'WC-1': 'L-02',
  'EA-1': 'EX-1',
  'EA-2': 'EX-1',
  'EA-3': 'EX-1',
}

/** Where a piece stands. */
export const PLACED: Readonly<Record<string, string>> = {
  'FE-2': 'Plate shop',
  'FE-3': 'Pipe bay',
  'FE-4': 'Slip, berth 1',
}

/** Gear of every kind beside cylinders, machines, helmets and gas sets. */
export function furtherGear(today: string): GearInput[] {
  return Object.entries(rows(today)).flatMap(([kind, list]) =>
    list.map(
      ([label, description, fields = {}]) =>
        ({
          kind,
          label,
          description,
          everyDays: KINDS[kind as GearKind].everyDays,
          fields,
        }) as GearInput,
    ),
  )
}

/** What the plates of the yard's machines say, by what they are. */
export const PLATES: readonly Fields[] = [
  { output: 'both', ratedAmps: 200, ratedDuty: 0.35, noLoadDc: 72, noLoadAc: 70, sMark: true },
  { output: 'dc', ratedAmps: 300, ratedDuty: 0.6, noLoadDc: 65, supplyAmps: 32 },
  { output: 'dc', ratedAmps: 400, ratedDuty: 0.6, noLoadDc: 76, sMark: true, supplyAmps: 41 },
  { output: 'dc', ratedAmps: 85, ratedDuty: 0.6, supplyAmps: 28 },
  { output: 'dc', ratedAmps: 300, ratedDuty: 0.6, noLoadDc: 78 },
]
