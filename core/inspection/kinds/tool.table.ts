import { COMMON_PRACTICE, published } from '../../finding/source'
import type { Field, Kind } from '../kind'
import { critical, minor, osha } from '../line'

const CALIBRATION: readonly Field[] = [
  { id: 'calibratedOn', name: 'Calibrated on', type: 'date' },
  { id: 'calibratedUntil', name: 'Calibrated until', type: 'date' },
]
const GRINDER = osha('1910.243(c)')
const METER = osha('1910.334(c)')

export const TOOL_KINDS = {
  grinder: {
    name: 'Grinder',
    group: 'tool',
    everyDays: 1,
    fittedTo: [],
    fields: [
      { id: 'disc', name: 'Disc', type: 'number', unit: 'mm', min: 50, max: 400 },
      { id: 'speed', name: 'Highest speed', type: 'number', unit: 'rpm', min: 500, max: 80000 },
    ],
    checklists: {
      beforeUse: [
        critical('guard', 'Guard', 'Guard on and tight, between disc and hand', GRINDER, {
          faults: ['Guard off', 'Guard loose'],
        }),
        critical(
          'disc',
          'Disc',
          'Right disc, no chip, rated above the speed of the grinder',
          osha('1910.215(d)'),
        ),
        critical('cable', 'Cable', 'Cable and plug whole', osha('1910.334(a)(2)')),
        critical('switch', 'Switch', 'Switch lets go, disc stops', osha('1910.243(a)(2)')),
        minor('handle', 'Side handle', 'Side handle on', COMMON_PRACTICE),
      ],
      quarterly: [
        critical(
          'test',
          'Electric test',
          'Earth or double insulation tested (not applicable on air tools)',
          osha('1926.404(b)(1)(iii)'),
        ),
      ],
    },
    intervals: { quarterly: { months: 3 } },
    defect: GRINDER,
  },
  gasMeter: {
    name: 'Gas meter',
    group: 'tool',
    everyDays: 1,
    fittedTo: [],
    fields: [...CALIBRATION, { id: 'sensors', name: 'Sensors', type: 'text' }],
    checklists: {
      beforeUse: [
        critical(
          'bump',
          'Bump test',
          'Every sensor answers to its test gas',
          published('ISEA statement on bump tests'),
        ),
        critical('zero', 'Zero', 'Zeroed in clean air, oxygen at 20.9 %', COMMON_PRACTICE),
        critical('battery', 'Battery', 'Battery good for the shift', COMMON_PRACTICE),
        minor(
          'pump',
          'Pump',
          'Pump and hose draw (not applicable without a pump)',
          COMMON_PRACTICE,
        ),
      ],
    },
    intervals: {},
    defect: osha('1910.146(c)(5)(ii)(C)'),
  },
  airMeter: {
    name: 'Air speed meter',
    group: 'tool',
    everyDays: 31,
    fittedTo: [],
    fields: CALIBRATION,
    checklists: {
      beforeUse: [
        critical('zero', 'Zero', 'Reads zero with its sensor covered', COMMON_PRACTICE),
        critical('sensor', 'Sensor', 'Sensor clean, not bent', COMMON_PRACTICE),
        minor('battery', 'Battery', 'Battery good', COMMON_PRACTICE),
      ],
    },
    intervals: {},
    defect: METER,
  },
  voltMeter: {
    name: 'Voltage meter',
    group: 'tool',
    everyDays: 1,
    fittedTo: [],
    fields: CALIBRATION,
    checklists: {
      beforeUse: [
        critical('leads', 'Test leads', 'Leads and tips whole', METER, {
          faults: ['Cut', 'Tip bent'],
        }),
        critical('known', 'Known source', 'Reads right on a known source before and after', METER),
        critical(
          'category',
          'Category',
          'Its category fits the circuit',
          published('IEC 61010-2-033'),
        ),
      ],
    },
    intervals: {},
    defect: METER,
  },
} satisfies Record<string, Kind>
