import { COMMON_PRACTICE } from '../finding/source'
import { critical, minor, osha, type ChecklistLine } from './line'

/** What a round looks at. A critical line that is not right keeps the place from work until it is put right. */
export const ROUND_LINES: Readonly<
  Record<'opening' | 'closing' | 'handover', readonly ChecklistLine[]>
> = {
  opening: [
    critical(
      'exits',
      'Exits',
      'Exits and the ways to them free, doors open',
      osha('1910.37(a)(3)'),
    ),
    critical(
      'extinguishers',
      'Extinguishers',
      'Each in its place, to be seen and reached, seal whole',
      osha('1910.157(c)(1)'),
      { faults: ['One missing', 'Blocked', 'Seal broken'] },
    ),
    critical('eyewash', 'Eyewash', 'Free to reach, caps on, runs', osha('1910.151(c)')),
    critical('gas', 'Gas', 'No smell of gas, no alarm stands, store aired', COMMON_PRACTICE, {
      faults: ['Smell of gas', 'Alarm stands'],
    }),
    critical('extraction', 'Extraction', 'Runs, and pulls at a booth', osha('1910.252(c)(1)(i)'), {
      faults: ['Does not run', 'Pulls weakly'],
    }),
    critical(
      'curtains',
      'Curtains',
      'Screens and curtains round the booths closed and whole',
      osha('1910.252(b)(2)(iii)'),
    ),
    critical(
      'combustibles',
      'What burns',
      'No paper, cloth, timber or solvent within 35 ft of where arcs are struck',
      osha('1910.252(a)(2)(vii)'),
    ),
    minor('firstAid', 'First aid', 'Kit in its place, burn dressings in it', osha('1910.151(b)')),
    minor('floor', 'Floor', 'Dry, swept, nothing to trip over', osha('1910.22(a)(1)')),
    minor('light', 'Light', 'All lamps lit, signs to be read', COMMON_PRACTICE),
  ],
  closing: [
    critical(
      'fire',
      'Fire',
      'No watch runs, nothing glows or smells, scrap bins and filters felt by hand',
      osha('1910.252(a)(2)(iii)(B)'),
      { faults: ['Warm scrap bin', 'Smell of burning'] },
    ),
    critical(
      'cylinders',
      'Cylinders',
      'Every valve shut, caps on what is not connected, chained',
      osha('1926.350(a)(8)'),
      { faults: ['Valve open', 'No cap', 'Not chained'] },
    ),
    critical('manifold', 'Manifold', 'Gas shut at the store', COMMON_PRACTICE),
    critical('machines', 'Machines', 'Every machine off and unplugged', osha('1926.351(d)(2)')),
    critical(
      'rags',
      'Rags',
      'Oily rags in the closed metal bin, solvents in their cabinet',
      osha('1910.106(e)(9)(iii)'),
    ),
    minor('extraction', 'Extraction', 'Fans off, dampers shut', COMMON_PRACTICE),
    minor('booths', 'Booths', 'Every booth handed over', COMMON_PRACTICE),
    minor('floor', 'Floor', 'Swept, scrap out', osha('1910.22(a)(1)')),
    minor('locked', 'Doors', 'Lamps off, doors and store locked', COMMON_PRACTICE),
  ],
  handover: [
    minor(
      'table',
      'Table',
      'Cleared and ground flat: a hand passes over it. Glasses and ear plugs on to grind',
      COMMON_PRACTICE,
      { faults: ['Spatter left', 'Not cleared'] },
    ),
    critical('machine', 'Machine', 'Off and unplugged', osha('1926.351(d)(2)'), {
      faults: ['Left on', 'Left plugged in'],
    }),
    critical(
      'holder',
      'Holder',
      'No electrode left in it; holder, gun or torch hung where it touches nothing',
      osha('1926.351(d)(1)'),
      { faults: ['Electrode left in', 'On the table'] },
    ),
    critical(
      'cylinders',
      'Cylinders',
      'Valves shut, hoses without pressure, caps on what is not connected',
      osha('1926.350(a)(8)'),
      { faults: ['Valve open', 'Pressure left', 'No cap'] },
    ),
    critical(
      'hot',
      'Hot parts',
      'Nothing glows or smells; what is hot is marked with chalk and the time',
      COMMON_PRACTICE,
      { faults: ['Hot and not marked', 'Smoulders'] },
    ),
    minor('cables', 'Cables', 'Leads and hoses in large loops, off the walkway', COMMON_PRACTICE),
    minor('floor', 'Floor', 'Swept', osha('1910.22(a)(1)')),
    minor('rods', 'Rods', 'Good rods back in the store, stubs and tips recycled', COMMON_PRACTICE),
    minor('hood', 'Hood', 'Extraction arm parked, damper shut', COMMON_PRACTICE),
    minor('faults', 'Faults', 'Nothing broken that is not reported', COMMON_PRACTICE),
  ],
}
