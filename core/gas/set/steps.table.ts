import { COMMON_PRACTICE, published, type Source } from '../../finding/source'
import type { Line } from './kind'

/** A step as it stands in the table: what differs by line or by length of hose is added where a sequence is laid out. */
export interface StepRow {
  text: string
  why: string
  source: Source
}

const OSHA = (section: string): Source => published(`OSHA 29 CFR 1910.253${section}`)
/** Construction, with the plainer words on handling. */
const SITE = (section: string): Source => published(`OSHA 29 CFR 1926.350${section}`)

export const STEP_ROWS = {
  stand: {
    text: 'Stand the cylinders upright and chain them.',
    why: 'A valve knocked off makes a missile; acetylene lying down gives acetone.',
    source: OSHA('(b)(2)(ii)'),
  },
  around: {
    text: 'Look around: extinguisher in reach, nothing near that burns, no oil.',
    why: 'What leaks or sparks finds it first.',
    source: published('OSHA 29 CFR 1910.252(a)(2)'),
  },
  hands: {
    text: 'Clean, dry hands and clean tools.',
    why: 'Oil or grease catches fire in oxygen by itself.',
    source: OSHA('(b)(5)(i)'),
  },
  threads: {
    text: 'Take the caps off. Look at outlets and threads: whole, clean, dry.',
    why: 'A bad seat leaks, and dirt goes into the regulator.',
    source: COMMON_PRACTICE,
  },
  crackOxygen: {
    text: 'Crack the oxygen valve for a moment, then shut it. Nobody in front of it.',
    why: 'It blows dirt out before it can strike the regulator.',
    source: SITE('(d)(1)'),
  },
  crackFuel: {
    text: 'Crack the fuel valve for a moment, away from people, flame and sparks. Shut it.',
    why: 'Never near other welding: what comes out burns.',
    source: SITE('(d)(1)'),
  },
  crackInert: {
    text: 'Crack the valve for a moment, then shut it. Nobody in front of it.',
    why: 'It blows dirt out before it can reach the flow meter.',
    source: SITE('(d)(1)'),
  },
  regulators: {
    text: 'Fit each regulator to its own gas. Wrench, no adapter, no tape on the seat.',
    why: 'Regulators do not interchange. Fuel has notched nuts and turns left.',
    source: OSHA('(e)(6)(i)'),
  },
  arrestors: {
    text: 'Fit the flashback arrestor and check valve on both lines.',
    why: 'They stop a flame or gas that runs back.',
    source: OSHA('(e)(3)'),
  },
  hoses: {
    text: 'Look along each hose, bend it, fit it. Left-hand thread on fuel.',
    why: 'A cut or burnt hose is cut out, never taped.',
    source: SITE('(f)(3)'),
  },
  copper: {
    text: 'Nothing of copper where acetylene flows: brass up to 65 %, or steel.',
    why: 'Copper and acetylene make an explosive.',
    source: published('CGA G-1; OSHA 29 CFR 1910.253(e)(3)'),
  },
  torch: {
    text: 'Fit torch and tip. Shut the valves of the torch.',
    why: 'An open torch lets gas into the room as soon as a cylinder is opened.',
    source: COMMON_PRACTICE,
  },
  screws: {
    text: 'Back the adjusting screws out until they turn freely.',
    why: 'Full pressure on a screw that is in bursts the regulator.',
    source: COMMON_PRACTICE,
  },
  openOxygen: {
    text: 'Stand aside of the gauge. Open the oxygen slowly, then all the way.',
    why: 'Slowly, or the heat of the shock lights the seat. It seals when fully open.',
    source: SITE('(d)(2)'),
  },
  openAcetylene: {
    text: 'Stand aside. Open the acetylene a quarter to one and a half turns. Leave the key on.',
    why: 'So that it can be shut in an instant.',
    source: SITE('(d)(2)'),
  },
  openFuel: {
    text: 'Stand aside of the gauge. Open the fuel slowly.',
    why: 'A gauge that bursts, bursts forward.',
    source: SITE('(d)(2)'),
  },
  openInert: {
    text: 'Stand aside of the gauge. Open the valve slowly, then all the way.',
    why: 'A gauge that bursts, bursts forward; half open it leaks at the stem.',
    source: SITE('(d)(2)'),
  },
  workingOxygen: {
    text: 'Set the oxygen by the chart of the tip. Read the outlet gauge.',
    why: 'Too much blows the flame off, too little burns back.',
    source: COMMON_PRACTICE,
  },
  workingFuel: {
    text: 'Set the fuel: 5 to 8 psi is usual. Read the outlet gauge.',
    why: 'Acetylene above 15 psig can come apart by itself.',
    source: OSHA('(a)(2)'),
  },
  workingInert: {
    text: 'Set the flow by the procedure of the job. Look at the ball with gas flowing.',
    why: 'Too much flow pulls air in, as too little does.',
    source: COMMON_PRACTICE,
  },
  soap: {
    text: 'Soap every joint, from valve to torch. No bubbles.',
    why: 'It finds the joint that a gauge does not show.',
    source: COMMON_PRACTICE,
  },
  shutForTest: {
    text: 'Set charged, torch shut: shut the cylinders.',
    why: 'What is shut in now has to stay.',
    source: COMMON_PRACTICE,
  },
  before: {
    text: 'Read the outlet gauge and the temperature.',
    why: 'The test starts with this reading.',
    source: COMMON_PRACTICE,
  },
  after: {
    text: 'Wait, then read the same gauge and the temperature again.',
    why: 'A drop that the temperature does not explain is a leak.',
    source: COMMON_PRACTICE,
  },
  openAgain: {
    text: 'Open the cylinders again, slowly, standing aside.',
    why: 'Tight: now it may be used.',
    source: COMMON_PRACTICE,
  },
  purgeOxygen: {
    text: 'Purge the oxygen line: torch valve open, away from everything. Shut it.',
    why: 'Mixed gas in a hose burns back to the regulator.',
    source: COMMON_PRACTICE,
  },
  purgeFuel: {
    text: 'Purge the fuel line in the open, no flame near. Shut it.',
    why: 'One line at a time, so that nothing mixes.',
    source: COMMON_PRACTICE,
  },
  purgeInert: {
    text: 'Purge the line at the torch until only gas comes.',
    why: 'Air in the hose spoils the first weld.',
    source: COMMON_PRACTICE,
  },
  dressed: {
    text: 'Goggles of the right shade on, gloves on, sleeves down.',
    why: 'The flame is there at once.',
    source: published('OSHA 29 CFR 1910.252(b)(2)'),
  },
  pointAway: {
    text: 'Point the tip away from people, hoses and cylinders. Friction lighter in hand.',
    why: 'No match, no cigarette lighter: it burns the hand that holds it.',
    source: SITE('(g)(3)'),
  },
  lightFuel: {
    text: 'Fuel valve a little open, light it, open until it smokes no more.',
    why: 'A flame that is too small burns back into the tip.',
    source: COMMON_PRACTICE,
  },
  addOxygen: {
    text: 'Open the oxygen slowly to a neutral flame.',
    why: 'Too fast and it goes out with a bang.',
    source: COMMON_PRACTICE,
  },
  crackTorchOxygen: {
    text: 'Torch oxygen a hair open.',
    why: 'Less soot; a pop is likelier, so only a hair.',
    source: COMMON_PRACTICE,
  },
  lightMixed: {
    text: 'Fuel valve a little open, light it at once, set a neutral flame.',
    why: 'Waiting fills the tip with mixed gas.',
    source: COMMON_PRACTICE,
  },
  torchFuelOff: {
    text: 'Shut the fuel at the torch. The flame goes out.',
    why: 'Nothing is left to burn back.',
    source: COMMON_PRACTICE,
  },
  torchOxygenOff: {
    text: 'Shut the oxygen at the torch.',
    why: 'The fuel flame that is left shows a fuel valve that leaks.',
    source: COMMON_PRACTICE,
  },
  torchOxygenThen: {
    text: 'Now shut the oxygen at the torch.',
    why: 'A pop at the tip is normal, a squeal is not: shut the cylinders then.',
    source: COMMON_PRACTICE,
  },
  torchFuelThen: {
    text: 'Now shut the fuel at the torch. Look that no flame is left.',
    why: 'A flame that stays on means that the valve leaks.',
    source: COMMON_PRACTICE,
  },
  cylindersOff: {
    text: 'Shut the cylinder valves, fuel first.',
    why: 'A torch valve alone never holds a set over a break.',
    source: published('OSHA 29 CFR 1910.252(a)(4)(ii)'),
  },
  inertOff: {
    text: 'Shut the cylinder valve.',
    why: 'It loses gas overnight, and argon fills a small room.',
    source: COMMON_PRACTICE,
  },
  bleed: {
    text: 'Bleed one line after the other. Every gauge at zero.',
    why: 'A set under pressure is a set in use.',
    source: COMMON_PRACTICE,
  },
  bleedInert: {
    text: 'Bleed the line. Both gauges at zero.',
    why: 'A set under pressure is a set in use.',
    source: COMMON_PRACTICE,
  },
  hot: {
    text: 'Hang the torch where the hot tip touches nothing. Coil the hoses in large loops.',
    why: 'A tip stays hot for minutes; a tight loop cracks.',
    source: COMMON_PRACTICE,
  },
  stays: {
    text: 'It stays set up until the end of the week: key off, nobody else at the valves.',
    why: 'The habit of this shop.',
    source: COMMON_PRACTICE,
  },
  comesApart: {
    text: 'This shop strips its sets every night: go on with Strip.',
    why: 'The habit of this shop.',
    source: COMMON_PRACTICE,
  },
  gaugesZero: {
    text: 'Cylinders shut, every gauge at zero.',
    why: 'Nothing is taken apart under pressure.',
    source: SITE('(d)(3)'),
  },
  partsOff: {
    text: 'Take torch, hoses and regulators off. Plug open ends.',
    why: 'Dirt and insects in a hose end in the torch.',
    source: COMMON_PRACTICE,
  },
  capsOn: {
    text: 'Caps on, by hand, down to the stop.',
    why: 'The cap guards the valve; it is no handle.',
    source: OSHA('(b)(2)(iv)'),
  },
  markEmpty: {
    text: 'Some pressure left in an empty one, valve shut, MT on it.',
    why: 'Zero lets air and water in.',
    source: OSHA('(b)(2)(iii)'),
  },
  putAway: {
    text: 'Oxygen and fuel back to their own stores, upright and chained.',
    why: '20 ft apart, or a wall between them.',
    source: OSHA('(b)(4)(iii)'),
  },
  valvesShut: {
    text: 'Every valve shut.',
    why: 'A knock or the sun does the rest.',
    source: SITE('(a)(8)'),
  },
  offForTheWay: {
    text: 'Regulators off and caps on, or a guard around valve and regulator.',
    why: 'The valve is the weakest part of a cylinder that falls.',
    source: SITE('(a)(6)'),
  },
  upright: {
    text: 'Upright on a cart, or tied in an open vehicle. Never by the cap, never as a roller.',
    why: 'In a closed car a small leak makes an explosion.',
    source: SITE('(a)(4)'),
  },
  lainDown: {
    text: 'If acetylene lay down on the way, log it at the cylinder: it has to stand first.',
    why: 'Acetone settles back only while it stands.',
    source: COMMON_PRACTICE,
  },
} as const satisfies Record<string, StepRow>
export type StepName = keyof typeof STEP_ROWS

/** Crack, open, set and purge, by line. */
export const CRACK: Record<Line, StepName> = {
  oxygen: 'crackOxygen',
  fuel: 'crackFuel',
  inert: 'crackInert',
}
export const WORKING: Record<Line, StepName> = {
  oxygen: 'workingOxygen',
  fuel: 'workingFuel',
  inert: 'workingInert',
}
export const PURGE: Record<Line, StepName> = {
  oxygen: 'purgeOxygen',
  fuel: 'purgeFuel',
  inert: 'purgeInert',
}
