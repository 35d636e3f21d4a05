import { COMMON_PRACTICE } from '../../finding/source'
import type { Kind } from '../kind'
import { critical, minor, osha } from '../line'

export const PERSON_KINDS = {
  helmet: {
    name: 'Helmet',
    group: 'person',
    everyDays: 1,
    fields: [],
    fittedTo: [],
    checklists: {
      beforeUse: [
        critical(
          'spark',
          'Spark test',
          'Auto-darkening filter darkens at a spark or lighter flame (not applicable on fixed glass)',
          COMMON_PRACTICE,
        ),
        critical('light', 'Shell', 'Held to the light: no cracks, no light leaks', COMMON_PRACTICE),
        critical('plates', 'Cover plates', 'Cover plates in place inside and out', COMMON_PRACTICE),
        minor('band', 'Headband', 'Headband holds and stays up', COMMON_PRACTICE),
        critical('battery', 'Battery', 'Battery good; out of grind mode', COMMON_PRACTICE),
      ],
      afterEvent: [
        critical(
          'spark',
          'Spark test',
          'Darkens at a spark (not applicable on fixed glass)',
          COMMON_PRACTICE,
        ),
        critical('light', 'Shell', 'Held to the light: no crack, no light leak', COMMON_PRACTICE),
      ],
    },
    intervals: {},
    defect: osha('1910.132(e)'),
  },
  respirator: {
    name: 'Respirator',
    group: 'person',
    everyDays: 1,
    fittedTo: [],
    fields: [
      {
        id: 'type',
        name: 'Type',
        type: 'choice',
        options: [
          { value: 'halfMask', label: 'Half mask' },
          { value: 'fullFace', label: 'Full face' },
          { value: 'powered', label: 'Powered' },
          { value: 'airline', label: 'Supplied air' },
        ],
      },
      { id: 'filterUntil', name: 'Filters good until', type: 'date' },
    ],
    checklists: {
      beforeUse: [
        critical(
          'face',
          'Face piece',
          'Face piece and straps soft, not torn',
          osha('1910.134(h)(3)'),
          {
            faults: ['Torn', 'Stiff', 'Strap slack'],
          },
        ),
        critical(
          'valves',
          'Valves',
          'Inhalation and exhalation valves lie flat and clean',
          osha('1910.134(h)(3)'),
        ),
        critical(
          'filters',
          'Filters',
          'Right filters, seated, not clogged',
          osha('1910.134(d)(3)(iv)'),
        ),
        critical(
          'seal',
          'Seal check',
          'Holds at the seal check of who wears it',
          osha('1910.134(g)(1)(iii)'),
        ),
        critical(
          'flow',
          'Air flow',
          'Powered or supplied: flow reaches its mark (not applicable on others)',
          osha('1910.134(h)(3)'),
        ),
        minor('bag', 'Storage', 'Clean, kept in a closed bag', osha('1910.134(h)(2)')),
      ],
      monthly: [
        critical(
          'emergency',
          'Rescue set',
          'Kept for rescue: complete and charged (not applicable on others)',
          osha('1910.134(h)(3)(i)(B)'),
        ),
        minor('wash', 'Wash', 'Taken apart and washed', osha('1910.134(h)(1)')),
      ],
    },
    intervals: { monthly: { months: 1 } },
    defect: osha('1910.134(h)(4)'),
  },
} satisfies Record<string, Kind>
