import { COMMON_PRACTICE, published } from '../../finding/source'
import type { Kind } from '../kind'
import { critical, minor, osha } from '../line'

const NFPA_10 = published('NFPA 10, monthly inspection and yearly maintenance')
const Z358 = published('ANSI/ISEA Z358.1')

export const PLACE_KINDS = {
  curtain: {
    name: 'Curtain or screen',
    group: 'place',
    everyDays: 7,
    fittedTo: [],
    fields: [
      { id: 'material', name: 'Material', type: 'text' },
      { id: 'width', name: 'Width', type: 'number', unit: 'm', min: 0.2, max: 20 },
    ],
    checklists: {
      beforeUse: [
        critical(
          'whole',
          'Whole',
          'No hole or tear that shows the arc',
          osha('1910.252(b)(2)(iii)'),
          {
            faults: ['Hole', 'Torn', 'Burnt'],
          },
        ),
        critical(
          'closes',
          'Closes',
          'Closes the view of the arc, open at the floor for air',
          osha('1910.252(b)(2)(iii)'),
        ),
        minor('rail', 'Rail', 'Hooks and rail hold', COMMON_PRACTICE),
      ],
    },
    intervals: {},
    defect: osha('1910.252(b)(2)(iii)'),
  },
  blanket: {
    name: 'Fire blanket',
    group: 'place',
    everyDays: 7,
    fittedTo: [],
    fields: [
      {
        id: 'listing',
        name: 'Made for',
        type: 'choice',
        options: [
          { value: 'curtain', label: 'Vertical, light sparks' },
          { value: 'blanket', label: 'Level, light to moderate' },
          { value: 'pad', label: 'Level, severe' },
        ],
      },
    ],
    checklists: {
      beforeUse: [
        critical('whole', 'Whole', 'No hole, thin place or loose weave', COMMON_PRACTICE, {
          faults: ['Hole', 'Thin place'],
        }),
        critical('clean', 'Clean', 'No oil, paint or solvent in it', COMMON_PRACTICE),
        minor('mark', 'Mark', 'Its listing can be read', published('ANSI/FM 4950')),
      ],
    },
    intervals: {},
    defect: osha('1910.252(a)(2)'),
  },
  extinguisher: {
    name: 'Extinguisher',
    group: 'place',
    everyDays: 31,
    fittedTo: [],
    fields: [
      {
        id: 'agent',
        name: 'Agent',
        type: 'choice',
        options: [
          { value: 'abc', label: 'Dry chemical, ABC' },
          { value: 'bc', label: 'Dry chemical, BC' },
          { value: 'co2', label: 'CO2' },
          { value: 'water', label: 'Water' },
          { value: 'foam', label: 'Foam' },
          { value: 'classD', label: 'Dry powder, metal fires' },
          { value: 'wetChemical', label: 'Wet chemical' },
        ],
      },
      { id: 'rating', name: 'Rating', help: 'As on its label, like 4-A:60-B:C', type: 'text' },
      { id: 'madeOn', name: 'Made on', type: 'date' },
      { id: 'openedOn', name: 'Last internal look', type: 'date' },
      { id: 'testedOn', name: 'Last hydrostatic test', type: 'date' },
    ],
    checklists: {
      beforeUse: [
        critical('place', 'In place', 'Where it belongs, seen and in reach', NFPA_10, {
          faults: ['Missing', 'Blocked'],
        }),
        critical('gauge', 'Gauge', 'Needle in the green, or weight right', NFPA_10, {
          faults: ['Low', 'Overcharged'],
        }),
        critical('seal', 'Pin and seal', 'Pin in, seal unbroken', NFPA_10),
        critical('hose', 'Hose', 'Hose and nozzle clear, not cracked', NFPA_10),
        minor('label', 'Label', 'Instructions face out and can be read', NFPA_10),
        minor('body', 'Body', 'No dent, leak or rust', NFPA_10),
      ],
      yearly: [
        critical(
          'service',
          'Maintenance',
          'Yearly maintenance done, tag on it',
          osha('1910.157(e)(3)'),
        ),
        critical('weight', 'Weight', 'Weighed, agent loose (not applicable on water)', NFPA_10),
      ],
      afterEvent: [
        critical(
          'charged',
          'Charged',
          'Recharged and sealed after any use',
          osha('1910.157(c)(4)'),
        ),
        critical('hose', 'Hose', 'Hose and nozzle clear', NFPA_10),
      ],
    },
    intervals: { yearly: { months: 12 } },
    defect: osha('1910.157(c)(4)'),
  },
  eyewash: {
    name: 'Eyewash',
    group: 'place',
    everyDays: 7,
    fittedTo: [],
    fields: [
      {
        id: 'supply',
        name: 'Supply',
        type: 'choice',
        options: [
          { value: 'plumbed', label: 'Plumbed' },
          { value: 'tank', label: 'Self-contained' },
          { value: 'bottle', label: 'Bottles only' },
        ],
      },
      { id: 'goodUntil', name: 'Fluid good until', type: 'date' },
    ],
    checklists: {
      beforeUse: [
        critical('flow', 'Flow', 'Run until clear; both jets rise evenly', Z358, {
          faults: ['Dirty', 'One jet low', 'No water'],
        }),
        critical('way', 'Way', 'Reached in 10 seconds, nothing in the way', Z358),
        critical('hands', 'Hands free', 'Stays on by itself', Z358),
        minor('covers', 'Covers', 'Dust covers on, sign and light', Z358),
      ],
      yearly: [
        critical('rate', 'Rate', 'Flow measured, kept up for 15 minutes', Z358, {
          measure: { name: 'Flow', unit: 'L/min', min: 1.5, max: 60 },
        }),
        critical('warm', 'Temperature', 'Water lukewarm', Z358, {
          measure: { name: 'Water', unit: 'K', min: 288.7, max: 310.9 },
        }),
      ],
    },
    intervals: { yearly: { months: 12 } },
    defect: osha('1910.151(c)'),
  },
  firstAid: {
    name: 'First-aid kit',
    group: 'place',
    everyDays: 31,
    fittedTo: [],
    fields: [{ id: 'goodUntil', name: 'Earliest date in it', type: 'date' }],
    checklists: {
      beforeUse: [
        critical(
          'full',
          'Contents',
          'Complete by its list, nothing out of date',
          osha('1910.151(b)'),
          {
            faults: ['Burn dressings missing', 'Out of date', 'Used, not filled up'],
          },
        ),
        critical('place', 'In place', 'Where the sign says, not locked', osha('1910.151(b)')),
        minor('names', 'First aiders', 'Names and number to call beside it', COMMON_PRACTICE),
      ],
    },
    intervals: {},
    defect: osha('1910.151(b)'),
  },
} satisfies Record<string, Kind>
