import { COMMON_PRACTICE, published } from '../../finding/source'
import type { Field, Kind } from '../kind'
import { critical, minor, osha } from '../line'

const CABLE_FAULTS = ['Cut', 'Crushed', 'Burnt', 'Plug loose'] as const
const NO_LOAD_AC = { name: 'Open circuit', unit: 'V', min: 0, max: 80 } as const
const NO_LOAD_DC = { name: 'Open circuit', unit: 'V', min: 0, max: 100 } as const
const INSULATION = { name: 'Insulation', unit: 'ohm', min: 2.5e6 } as const

/** What the plate of a power source says. */
const PLATE: readonly Field[] = [
  {
    id: 'output',
    name: 'Output',
    type: 'choice',
    options: [
      { value: 'dc', label: 'DC' },
      { value: 'ac', label: 'AC' },
      { value: 'both', label: 'AC and DC' },
    ],
  },
  { id: 'ratedAmps', name: 'Rated output', type: 'number', unit: 'A', min: 1, max: 2000 },
  { id: 'ratedDuty', name: 'Rated duty cycle', type: 'number', unit: 'share', min: 0.01, max: 1 },
  { id: 'highestAmps', name: 'Highest output', type: 'number', unit: 'A', min: 1, max: 2000 },
  {
    id: 'noLoadDc',
    name: 'No-load voltage, DC peak',
    type: 'number',
    unit: 'V',
    min: 0,
    max: 600,
  },
  { id: 'noLoadAc', name: 'No-load voltage, AC rms', type: 'number', unit: 'V', min: 0, max: 600 },
  { id: 'sMark', name: 'S mark', help: 'For wet and cramped places', type: 'yesNo' },
  { id: 'reducer', name: 'Voltage reducing device', type: 'yesNo' },
]

export const POWER_KINDS = {
  machine: {
    name: 'Machine',
    group: 'power',
    everyDays: 1,
    use: 'arcHours',
    fittedTo: [],
    fields: [
      ...PLATE,
      { id: 'supplyAmps', name: 'Rated supply', type: 'number', unit: 'A', min: 0.1, max: 1000 },
    ],
    checklists: {
      beforeUse: [
        critical(
          'mains',
          'Mains cable',
          'Plug, mains cable and strain relief sound',
          osha('1910.254(d)'),
          { faults: CABLE_FAULTS },
        ),
        critical(
          'case',
          'Case',
          'Case closed, earth in place, controls and guards whole',
          osha('1910.254(b) and (c)'),
          { faults: ['Panel missing', 'Knob broken', 'Dented'] },
        ),
        critical(
          'leads',
          'Leads',
          'Leads uncut, no splice near the holder, no metal showing',
          osha('1910.254(d)(9)'),
          { faults: ['Cut', 'Metal shows', 'Splice near the holder'] },
        ),
        critical(
          'holder',
          'Holder',
          'Holder, gun or torch: insulation whole, jaws or tip tight',
          osha('1910.254(d)(9)'),
          { faults: ['Insulation cracked', 'Jaws loose'] },
        ),
        minor('clamp', 'Work clamp', 'Work clamp tight on clean metal', COMMON_PRACTICE),
        critical('dry', 'Footing', 'Dry footing, mat where it is wet', COMMON_PRACTICE, {
          faults: ['Standing water', 'Mat missing'],
        }),
        minor('fan', 'Fan', 'Fan runs, vents clear', COMMON_PRACTICE, {
          faults: ['Vents blocked', 'Fan stands still'],
        }),
      ],
      monthly: [
        critical('unplugged', 'Unplugged', 'Unplugged before the case is opened', COMMON_PRACTICE),
        minor('dust', 'Dust', 'Blown out: no metal dust on boards and coils', COMMON_PRACTICE),
        critical(
          'terminals',
          'Terminals',
          'Output terminals clean and tight, no heat marks',
          osha('1910.254(d)'),
          { faults: ['Loose', 'Heat marks'] },
        ),
        critical(
          'ocvAc',
          'Open circuit, AC',
          'Open-circuit voltage, AC output (not applicable on a DC machine)',
          published('OSHA 29 CFR 1910.254(b)(3)(i), manual AC, 80 V'),
          { measure: NO_LOAD_AC },
        ),
        critical(
          'ocvDc',
          'Open circuit, DC',
          'Open-circuit voltage, DC output (not applicable on an AC machine)',
          published('OSHA 29 CFR 1910.254(b)(3)(iii), manual DC, 100 V'),
          { measure: NO_LOAD_DC },
        ),
      ],
      yearly: [
        critical(
          'earth',
          'Earth',
          'Protective earth from plug to case measured',
          published('IEC 60974-4, resistance of the protective circuit'),
          { measure: { name: 'Earth path', unit: 'ohm', min: 0, max: 0.3 } },
        ),
        critical(
          'insulation',
          'Insulation',
          'Insulation of supply to welding circuit measured',
          published('IEC 60974-4, insulation resistance'),
          { measure: INSULATION },
        ),
        critical(
          'plate',
          'Plate',
          'Rating plate readable: duty cycle, supply, no-load voltage',
          osha('1910.254(b)'),
        ),
        minor('meters', 'Settings', 'Amps shown agree with amps measured', COMMON_PRACTICE),
      ],
      afterEvent: [
        critical(
          'case',
          'Case',
          'Opened and looked over: nothing loose, no water',
          COMMON_PRACTICE,
          {
            photo: true,
          },
        ),
        critical(
          'insulation',
          'Insulation',
          'Insulation measured before it is switched on again',
          published('IEC 60974-4, insulation resistance'),
          { measure: INSULATION },
        ),
        critical('mains', 'Mains cable', 'Plug and mains cable sound', osha('1910.254(d)')),
      ],
    },
    intervals: {
      monthly: { months: 1, use: { of: 'arcHours', amount: 120 } },
      yearly: { months: 12 },
    },
    defect: osha('1910.254(d)(9)(i)'),
  },
  engineDrive: {
    name: 'Engine drive',
    group: 'power',
    everyDays: 1,
    use: 'arcHours',
    fittedTo: [],
    fields: [
      ...PLATE,
      {
        id: 'fuel',
        name: 'Fuel',
        type: 'choice',
        options: [
          { value: 'diesel', label: 'Diesel' },
          { value: 'petrol', label: 'Petrol' },
          { value: 'lpg', label: 'LPG' },
        ],
      },
    ],
    checklists: {
      beforeUse: [
        critical(
          'exhaust',
          'Exhaust',
          'Stands outdoors, exhaust away from people and openings',
          osha('1910.252(c)'),
        ),
        critical(
          'fuel',
          'Fuel',
          'No fuel leak, cap on, filled with the engine cold',
          COMMON_PRACTICE,
          {
            faults: ['Drips', 'Cap missing'],
          },
        ),
        critical('guards', 'Guards', 'Belt, fan and muffler guards in place', osha('1910.219')),
        critical(
          'leads',
          'Leads',
          'Leads unrolled and looked over along their length',
          osha('1910.254(d)(9)'),
          { faults: CABLE_FAULTS },
        ),
        minor('oil', 'Oil', 'Oil and coolant at their marks', COMMON_PRACTICE),
        critical('level', 'Stand', 'Stands level, wheels chocked', COMMON_PRACTICE),
      ],
      monthly: [
        critical(
          'ocvDc',
          'Open circuit, DC',
          'Open-circuit voltage at working speed',
          published('OSHA 29 CFR 1910.254(b)(3)(iii), manual DC, 100 V'),
          { measure: NO_LOAD_DC },
        ),
        critical(
          'sockets',
          'Sockets',
          'Earth-fault breaker of the sockets trips at its button',
          published('OSHA 29 CFR 1926.404(b)(1)'),
        ),
        minor('battery', 'Battery', 'Battery held down, terminals covered', COMMON_PRACTICE),
        minor('arrestor', 'Spark arrestor', 'Spark arrestor of the exhaust clean', COMMON_PRACTICE),
      ],
      yearly: [
        critical(
          'insulation',
          'Insulation',
          'Insulation of the welding circuit measured',
          published('IEC 60974-4, insulation resistance'),
          { measure: INSULATION },
        ),
        minor('service', 'Service', 'Engine serviced as its maker says', COMMON_PRACTICE),
      ],
    },
    intervals: {
      monthly: { months: 1, use: { of: 'arcHours', amount: 100 } },
      yearly: { months: 12 },
    },
    defect: osha('1910.254(d)(9)(i)'),
  },
  wireFeeder: {
    name: 'Wire feeder',
    group: 'power',
    everyDays: 1,
    use: 'arcHours',
    fittedTo: ['machine', 'engineDrive'],
    fields: [{ id: 'wire', name: 'Thickest wire', type: 'number', unit: 'mm', min: 0.5, max: 4 }],
    checklists: {
      beforeUse: [
        critical(
          'door',
          'Door',
          'Door of the rolls shuts, nothing live to touch',
          osha('1910.254(b)'),
        ),
        critical(
          'cable',
          'Cables',
          'Control and weld cables whole, plugs tight',
          osha('1910.254(d)'),
          {
            faults: CABLE_FAULTS,
          },
        ),
        minor('rolls', 'Rolls', 'Rolls right for the wire, not worn', COMMON_PRACTICE),
        minor('spool', 'Spool', 'Spool brake holds, wire not crossed', COMMON_PRACTICE),
        critical('lift', 'Hanging', 'Hung by an insulated eye, or stands firm', COMMON_PRACTICE),
      ],
      monthly: [
        minor('liner', 'Liner', 'Liner blown out, feeds without a jerk', COMMON_PRACTICE),
        critical(
          'isolation',
          'Hanging eye',
          'Hanging eye insulated from the feeder, measured',
          COMMON_PRACTICE,
          { measure: { name: 'Insulation', unit: 'ohm', min: 1e6 } },
        ),
      ],
    },
    intervals: { monthly: { months: 1, use: { of: 'arcHours', amount: 120 } } },
    defect: osha('1910.254(d)(9)(i)'),
  },
} satisfies Record<string, Kind>
