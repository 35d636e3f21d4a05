import { COMMON_PRACTICE, published } from '../../finding/source'
import type { Kind } from '../kind'
import { critical, minor, osha } from '../line'

const DEFECT = osha('1910.252(c)')
const INDUSTRIAL = published('ACGIH Industrial Ventilation, operation and maintenance')

export const AIR_KINDS = {
  extractionUnit: {
    name: 'Extraction unit',
    group: 'air',
    everyDays: 1,
    use: 'arcHours',
    fittedTo: [],
    fields: [
      { id: 'flow', name: 'Rated flow', type: 'number', unit: 'm3/s', min: 0.01, max: 100 },
      { id: 'filter', name: 'Filter', type: 'text' },
    ],
    checklists: {
      beforeUse: [
        critical('runs', 'Runs', 'Switched on, runs without rattle', DEFECT),
        minor('gauge', 'Filter gauge', 'Filter gauge in its green band', COMMON_PRACTICE),
        critical(
          'fire',
          'Sparks',
          'Spark trap in place, no glow or smoke in the hopper',
          COMMON_PRACTICE,
        ),
      ],
      weekly: [
        minor('hopper', 'Hopper', 'Hopper emptied damp, wearing a respirator', COMMON_PRACTICE),
      ],
      monthly: [
        critical('static', 'Static pressure', 'Static pressure at its test point', INDUSTRIAL, {
          measure: { name: 'Static pressure', unit: 'Pa static', min: 100, max: 5000 },
        }),
        minor('belt', 'Belt', 'Belt and bearings sound (locked off first)', osha('1910.147')),
      ],
      yearly: [
        critical('flow', 'Flow', 'Flow measured in the duct against its rated flow', INDUSTRIAL),
        critical('duct', 'Ducts', 'Ducts clean inside, no holes, access doors shut', INDUSTRIAL),
      ],
    },
    intervals: {
      weekly: { days: 7 },
      monthly: { months: 1, use: { of: 'arcHours', amount: 200 } },
      yearly: { months: 12 },
    },
    defect: DEFECT,
  },
  extractionArm: {
    name: 'Extraction arm',
    group: 'air',
    everyDays: 1,
    fittedTo: ['extractionUnit'],
    fields: [
      { id: 'diameter', name: 'Diameter', type: 'number', unit: 'mm', min: 50, max: 400 },
      { id: 'reach', name: 'Reach', type: 'number', unit: 'm', min: 0.5, max: 12 },
    ],
    checklists: {
      beforeUse: [
        critical('damper', 'Damper', 'Damper open, air felt at the hand', DEFECT, {
          faults: ['Shut', 'Stuck'],
        }),
        critical('hose', 'Hose', 'Hose whole, not kinked', COMMON_PRACTICE, {
          faults: ['Torn', 'Burnt', 'Kinked'],
        }),
        minor('stays', 'Joints', 'Stays where it is put', COMMON_PRACTICE),
      ],
      monthly: [
        critical('speed', 'Capture', 'Air speed where the arc is, hood as it is used', DEFECT, {
          measure: { name: 'Air speed', unit: 'm/s', min: 0.508, max: 20 },
        }),
      ],
    },
    intervals: { monthly: { months: 1 } },
    defect: DEFECT,
  },
} satisfies Record<string, Kind>
