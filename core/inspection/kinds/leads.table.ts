import { COMMON_PRACTICE, published } from '../../finding/source'
import type { GearKind, Kind } from '../kind'
import { critical, minor, osha } from '../line'

const POWER: readonly GearKind[] = ['machine', 'engineDrive', 'wireFeeder']
const DEFECT = osha('1910.254(d)(9)(iii)')
const HOLDER_FAULTS = ['Insulation cracked', 'Metal shows', 'Jaws burnt', 'Gets hot'] as const

export const LEAD_KINDS = {
  lead: {
    name: 'Lead',
    group: 'leads',
    everyDays: 1,
    fittedTo: POWER,
    fields: [
      { id: 'area', name: 'Copper area', type: 'number', unit: 'mm2', min: 4, max: 300 },
      { id: 'length', name: 'Length', type: 'number', unit: 'm', min: 0.5, max: 150 },
      {
        id: 'side',
        name: 'Side',
        type: 'choice',
        options: [
          { value: 'electrode', label: 'Electrode lead' },
          { value: 'work', label: 'Work lead' },
          { value: 'extension', label: 'Extension' },
        ],
      },
    ],
    checklists: {
      beforeUse: [
        critical(
          'cover',
          'Cover',
          'Cover whole along its length, no metal showing',
          osha('1910.254(d)(9)(iii)'),
          { faults: ['Cut', 'Burnt', 'Crushed', 'Metal shows'] },
        ),
        critical(
          'splice',
          'Splice',
          'No splice or repair within 10 ft of the holder',
          osha('1926.351(b)(2)'),
        ),
        critical(
          'joints',
          'Joints',
          'Connectors locked, insulated, cold after use',
          osha('1926.351(b)(3)'),
          {
            faults: ['Loose', 'Heat marks', 'Cover missing'],
          },
        ),
        minor(
          'route',
          'Route',
          'Out of traffic, oil and water; not coiled under load',
          COMMON_PRACTICE,
        ),
      ],
      monthly: [
        minor('lugs', 'Lugs', 'Lugs pressed tight, strands not broken', COMMON_PRACTICE),
        minor('drop', 'Drop', 'Drop over the lead at its working amps', COMMON_PRACTICE, {
          measure: { name: 'Drop', unit: 'V', min: 0, max: 4 },
        }),
      ],
    },
    intervals: { monthly: { months: 1 } },
    defect: DEFECT,
  },
  gun: {
    name: 'Gun',
    group: 'leads',
    everyDays: 1,
    fittedTo: POWER,
    fields: [
      { id: 'ratedAmps', name: 'Rated current', type: 'number', unit: 'A', min: 1, max: 1000 },
      { id: 'length', name: 'Length', type: 'number', unit: 'm', min: 1, max: 30 },
    ],
    checklists: {
      beforeUse: [
        critical('insulation', 'Insulation', 'Handle, neck and cable whole', DEFECT, {
          faults: HOLDER_FAULTS,
        }),
        critical('trigger', 'Trigger', 'Trigger lets go by itself', COMMON_PRACTICE),
        minor(
          'nozzle',
          'Nozzle',
          'Nozzle and tip clean and tight, right for the wire',
          COMMON_PRACTICE,
          {
            faults: ['Spatter', 'Tip worn'],
          },
        ),
        minor('gas', 'Gas', 'Gas comes and stops with the trigger, no leak', COMMON_PRACTICE),
      ],
      monthly: [minor('liner', 'Liner', 'Liner and O-rings whole', COMMON_PRACTICE)],
    },
    intervals: { monthly: { months: 1 } },
    defect: DEFECT,
  },
  arcTorch: {
    name: 'Arc torch',
    group: 'leads',
    everyDays: 1,
    fittedTo: POWER,
    fields: [
      {
        id: 'process',
        name: 'Process',
        type: 'choice',
        options: [
          { value: 'tig', label: 'TIG' },
          { value: 'plasma', label: 'Plasma' },
          { value: 'gouging', label: 'Gouging' },
        ],
      },
      { id: 'ratedAmps', name: 'Rated current', type: 'number', unit: 'A', min: 1, max: 1600 },
    ],
    checklists: {
      beforeUse: [
        critical('insulation', 'Insulation', 'Handle, head and cable cover whole', DEFECT, {
          faults: HOLDER_FAULTS,
        }),
        critical('cup', 'Cup', 'Cup, back cap and collet in place, not cracked', COMMON_PRACTICE),
        critical(
          'water',
          'Coolant',
          'No coolant leak (not applicable on an air-cooled torch)',
          COMMON_PRACTICE,
        ),
        minor('gas', 'Gas', 'Gas comes and stops, hose without a leak', COMMON_PRACTICE),
      ],
      monthly: [
        critical(
          'interlock',
          'Interlock',
          'Plasma: shield cup off keeps the arc from starting (not applicable on others)',
          published('IEC 60974-7'),
        ),
      ],
    },
    intervals: { monthly: { months: 1 } },
    defect: DEFECT,
  },
  electrodeHolder: {
    name: 'Electrode holder',
    group: 'leads',
    everyDays: 1,
    fittedTo: ['lead', 'machine', 'engineDrive'],
    fields: [
      { id: 'ratedAmps', name: 'Rated current', type: 'number', unit: 'A', min: 1, max: 1000 },
    ],
    checklists: {
      beforeUse: [
        critical(
          'insulation',
          'Insulation',
          'Jaws and handle fully insulated',
          osha('1926.351(a)'),
          {
            faults: HOLDER_FAULTS,
          },
        ),
        critical(
          'jaws',
          'Jaws',
          'Jaws hold the rod; nobody cools it in water',
          osha('1926.351(a)(1)'),
        ),
        critical('joint', 'Joint', 'Lead tight in the handle, no heat', COMMON_PRACTICE),
      ],
    },
    intervals: {},
    defect: osha('1926.351(a)(2)'),
  },
  workClamp: {
    name: 'Work clamp',
    group: 'leads',
    everyDays: 1,
    fittedTo: ['lead', 'machine', 'engineDrive'],
    fields: [
      { id: 'ratedAmps', name: 'Rated current', type: 'number', unit: 'A', min: 1, max: 1000 },
    ],
    checklists: {
      beforeUse: [
        critical('spring', 'Grip', 'Bites on clean metal, does not slip', osha('1926.351(c)'), {
          faults: ['Spring weak', 'Jaw burnt', 'Strap broken'],
        }),
        critical('joint', 'Joint', 'Lead tight in the clamp, no heat marks', COMMON_PRACTICE),
      ],
    },
    intervals: {},
    defect: DEFECT,
  },
} satisfies Record<string, Kind>
