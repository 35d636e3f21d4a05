import { COMMON_PRACTICE, published } from '../../finding/source'
import type { Kind } from '../kind'
import { critical, minor, osha } from '../line'

const PSI = 6894.757293168
const SETS = osha('1926.350(e) to (g)')
const FLASHBACK_FAULTS = ['Flashback', 'Soot'] as const

export const GAS_KINDS = {
  cylinder: {
    name: 'Cylinder',
    group: 'gas',
    everyDays: 7,
    fields: [],
    fittedTo: [],
    checklists: {
      beforeUse: [
        critical(
          'label',
          'Label',
          'Contents readable on label or stencil; colour alone is not a label',
          osha('1910.253(b)(1)(ii)'),
        ),
        critical(
          'stamp',
          'Hydrostatic stamp',
          'Newest hydrostatic stamp is in date',
          published('49 CFR 180.209'),
        ),
        critical(
          'chained',
          'Chain',
          'Upright and chained to wall, cart or stand',
          osha('1910.253(b)(2)(ii)'),
        ),
        critical('cap', 'Cap', 'Cap on, or regulator or guard fitted', osha('1910.253(b)(2)(iv)')),
        critical(
          'valve',
          'Valve',
          'Valve, outlet and threads clean; no oil or grease',
          osha('1910.253(b)(5)(i)'),
        ),
        critical(
          'body',
          'Body',
          'No dents, arc strikes, burns or corrosion; fuse plugs and burst disc whole',
          COMMON_PRACTICE,
        ),
        critical(
          'leak',
          'Leak test',
          'Soap test at valve and connection shows no leak',
          osha('1910.253(b)(5)(ii)'),
        ),
        minor(
          'arrestor',
          'Arrestor',
          'Flashback arrestor and check valve fitted where the set needs them',
          COMMON_PRACTICE,
        ),
        minor('pressure', 'Pressure', 'Contents pressure at the gauge', COMMON_PRACTICE, {
          measure: { name: 'Gauge pressure', unit: 'Pa', min: 0, max: 3000 * PSI },
        }),
      ],
    },
    intervals: {},
    defect: osha('1910.253(b)(5)'),
  },
  gasSet: {
    name: 'Gas set',
    group: 'gas',
    everyDays: 1,
    fields: [],
    fittedTo: [],
    checklists: {
      beforeUse: [
        critical(
          'stands',
          'Stand',
          'Cylinders upright and chained, cart or stand sound',
          osha('1910.253(b)(2)(ii)'),
        ),
        critical(
          'clean',
          'Clean',
          'No oil or grease anywhere on the set',
          osha('1910.253(b)(5)(i)'),
        ),
        critical('joints', 'Joints', 'Every joint tight, no tape, no adapter', COMMON_PRACTICE),
        critical(
          'near',
          'Place',
          'Nothing that burns near it, extinguisher in reach',
          osha('1910.252(a)(2)'),
        ),
        minor(
          'key',
          'Key',
          'Key on the acetylene valve where it needs one',
          osha('1926.350(d)(2)'),
        ),
      ],
    },
    intervals: {},
    defect: SETS,
  },
  regulator: {
    name: 'Regulator',
    group: 'gas',
    everyDays: 7,
    fields: [],
    fittedTo: [],
    checklists: {
      beforeUse: [
        critical(
          'mark',
          'Mark',
          'Marked for its gas, connection not worn or forced',
          osha('1910.253(e)(6)'),
        ),
        critical(
          'gauges',
          'Gauges',
          'Gauges whole, readable, both at zero when off',
          osha('1926.350(e)'),
        ),
        critical(
          'creep',
          'Creep',
          'Outlet pressure stands still with the torch shut',
          COMMON_PRACTICE,
        ),
        critical(
          'oil',
          'Oil',
          'No oil, grease or soot at inlet and gauges',
          osha('1910.253(b)(5)(i)'),
        ),
        critical(
          'screw',
          'Adjusting screw',
          'Adjusting screw runs freely and backs out',
          COMMON_PRACTICE,
        ),
      ],
      yearly: [
        critical('gauge', 'Gauge', 'Contents gauge agrees with a test gauge', COMMON_PRACTICE),
        critical('relief', 'Relief', 'Relief valve not painted, blocked or wired', COMMON_PRACTICE),
        minor('age', 'Age', 'Within the years of service that its maker gives', COMMON_PRACTICE),
      ],
      afterEvent: [
        critical('gauges', 'Gauges', 'Gauges whole and at zero', SETS),
        critical(
          'creep',
          'Creep',
          'Outlet pressure stands still with the torch shut',
          COMMON_PRACTICE,
        ),
        critical(
          'leak',
          'Leak',
          'Soap test at every joint shows no leak',
          osha('1910.253(b)(5)(ii)'),
        ),
      ],
    },
    intervals: { yearly: { months: 12 } },
    defect: SETS,
  },
  hose: {
    name: 'Hose',
    group: 'gas',
    everyDays: 7,
    fields: [],
    fittedTo: [],
    checklists: {
      beforeUse: [
        critical(
          'cover',
          'Cover',
          'No cut, burn, crack or blister when bent; no tape over more than 4 inches in 12',
          osha('1926.350(f)'),
        ),
        critical(
          'ends',
          'Ends',
          'Couplings and clamps tight, threads clean',
          osha('1910.253(e)(5)'),
        ),
        critical('flash', 'Flashback', 'Not used again after a flashback', osha('1926.350(f)(4)')),
        minor(
          'colour',
          'Colour',
          'Colour and lettering readable, right for the gas',
          published('RMA IP-7 and CGA E-1; ISO 3821'),
        ),
      ],
      afterEvent: [
        critical('cover', 'Cover', 'Bent along its length: no burn, crack or soft place', SETS, {
          faults: ['Burn', 'Soft place', 'Flashback'],
        }),
        critical(
          'pressure',
          'Pressure',
          'Held twice its working pressure, not under 300 psi',
          osha('1926.350(f)(4)'),
        ),
      ],
    },
    intervals: {},
    defect: SETS,
  },
  arrestor: {
    name: 'Arrestor',
    group: 'gas',
    everyDays: 30,
    fields: [],
    fittedTo: [],
    checklists: {
      beforeUse: [
        critical(
          'way',
          'Direction',
          'Arrow points to the torch, marked for its gas',
          COMMON_PRACTICE,
        ),
        critical('tight', 'Back flow', 'Holds gas that is let in backwards', COMMON_PRACTICE),
        critical(
          'struck',
          'Flashback',
          'Cut-off not tripped, no soot, not used after a flashback',
          COMMON_PRACTICE,
        ),
      ],
      yearly: [
        critical('flow', 'Flow', 'Passes the flow that its maker gives', published('BS EN 730-1')),
        critical(
          'reverse',
          'Back flow',
          'Holds back flow in the yearly test',
          published('BS EN 730-1'),
        ),
      ],
    },
    intervals: { yearly: { months: 12 } },
    defect: SETS,
  },
  torch: {
    name: 'Torch',
    group: 'gas',
    everyDays: 7,
    fields: [],
    fittedTo: [],
    checklists: {
      beforeUse: [
        critical('valves', 'Valves', 'Valves shut tight and turn easily', osha('1926.350(g)')),
        minor(
          'tip',
          'Tip',
          'Tip clean, seat not scored, right for the work',
          osha('1926.350(g)(1)'),
        ),
        critical(
          'body',
          'Body',
          'Body, mixer and hand grip whole; no leak at the joints',
          osha('1926.350(g)(2)'),
        ),
        critical(
          'insulation',
          'Insulation',
          'Arc torch or gun: insulation whole, no metal showing (not applicable on a gas torch)',
          osha('1910.254(d)(9)'),
        ),
      ],
      afterEvent: [
        critical('leak', 'Leak', 'Soap test at valves and joints shows no leak', SETS),
        critical('soot', 'Soot', 'No soot in mixer and valves', COMMON_PRACTICE, {
          faults: FLASHBACK_FAULTS,
        }),
      ],
    },
    intervals: {},
    defect: SETS,
  },
  cart: {
    name: 'Cart',
    group: 'gas',
    everyDays: 7,
    fields: [
      { id: 'holds', name: 'Cylinders it holds', type: 'number', unit: 'count', min: 1, max: 12 },
    ],
    fittedTo: [],
    checklists: {
      beforeUse: [
        critical(
          'chain',
          'Chain',
          'Chain or strap holds every cylinder upright',
          osha('1926.350(a)(9)'),
          {
            faults: ['Chain missing', 'Hook bent'],
          },
        ),
        critical('frame', 'Frame', 'Frame and base plate not bent, welds whole', COMMON_PRACTICE),
        minor('wheels', 'Wheels', 'Wheels and tyres run, handle tight', COMMON_PRACTICE),
        minor('extinguisher', 'Extinguisher', 'Extinguisher on the cart, in date', COMMON_PRACTICE),
      ],
    },
    intervals: {},
    defect: osha('1926.350(a)(9)'),
  },
} satisfies Record<string, Kind>
