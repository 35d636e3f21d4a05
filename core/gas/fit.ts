import type { Finding, Reason } from '../finding/finding'
import { published } from '../finding/source'
import { inSentence } from '../finding/wording'
import { nameOfParts } from './composition'
import { dangerOf } from './danger'
import type { Composition } from './gas.table'
import {
  HOSE_SOURCE,
  HOSE_STANDARD_NAME,
  HOSE_USES,
  hoseUseOf,
  OUTLET_DATA,
  OUTLET_SOURCE,
  outletsOf,
  type HoseColour,
  type HoseStandard,
  type HoseUse,
  type Outlet,
  type Thread,
} from './outlet.table'

/** A gas set as somebody is about to put it together; null where nobody has told it. */
export interface GasSet {
  parts: Composition | null
  outlet: Outlet | null
  /** Pressure in the cylinder when full, Pa gauge. */
  service: number | null
  regulator: {
    /** What it is marked for. */
    use: HoseUse | null
    inlet: Outlet | null
    /** Highest pressure it takes, Pa gauge. */
    highest: number | null
  } | null
  hose: {
    colour: HoseColour | null
    standard: HoseStandard | null
    /** The hand of its end fittings. */
    thread: Thread | null
  } | null
  /** Flashback arrestor and check valve on this line. */
  arrestor: { use: HoseUse | null } | null
  /** The fuel or gas that the torch is made for; null: there is none, or nobody has told. */
  torch: { use: HoseUse | null } | null
  /** Largest share of copper in anything that the gas touches, 0 to 1. */
  copper: number | null
  /** Oil or grease was seen on a part. */
  oil: boolean | null
}

const USE_NAME: Record<HoseUse, string> = {
  oxygen: 'oxygen',
  acetylene: 'acetylene',
  otherFuel: 'propane and other fuel',
  inert: 'shielding gas',
}

/** Alloys with more copper than this make an explosive with acetylene. */
const MOST_COPPER = 0.65

type Answer = Pick<Finding, 'level' | 'sentence' | 'remedy' | 'legal'>

const stop = (sentence: string, remedy: string): Answer => ({ level: 'stop', sentence, remedy })
const clear = (sentence: string): Answer => ({ level: 'clear', sentence })
const untold = (sentence: string, remedy: string): Answer => ({
  level: 'unknown',
  sentence,
  remedy,
})
const finding = (part: string, answer: Answer, reason: Reason): Finding => ({
  code: `gas.fit.${part}`,
  step: 'gear',
  ...answer,
  reasons: [reason],
})

/** Whether the parts of a gas set belong together: one Finding a pair. One wrong part is a stop that names the right one. */
export function judgeFit(set: GasSet): Finding[] {
  const { parts } = set
  if (!parts) return [gasNotTold()]
  return [
    fitOfOutlet(set, parts),
    ...fitOfRegulator(set, parts, set.regulator),
    ...fitOfHose(parts, set.hose),
    ...fitOfArrestor(parts, set.arrestor),
    fitOfTorch(parts, set.torch),
    ...metalOf(set, parts),
    ...oilOf(set, parts),
  ]
}

export const gasNotTold = (): Finding =>
  finding('gas', untold('What the cylinder holds is not told.', 'Read the label.'), {
    rule: 'Parts are chosen by the gas',
    source: OUTLET_SOURCE,
  })

const isPressure = (told: number): boolean => Number.isFinite(told) && told > 0

const outletText = (outlet: Outlet): string =>
  `CGA ${outlet} (${OUTLET_DATA[outlet].says}, ${OUTLET_DATA[outlet].thread}-hand thread)`

/** What a cylinder brings to the set. */
type Valve = Pick<GasSet, 'outlet' | 'service'>

/** Whether a valve has the outlet of its gas. */
export function fitOfOutlet({ outlet }: Pick<Valve, 'outlet'>, parts: Composition): Finding {
  const right = outletsOf(parts)
  const reason: Reason = {
    rule: 'Each gas has its outlet',
    source: OUTLET_SOURCE,
    inputs: { gas: nameOfParts(parts), outlet: outlet ? `CGA ${outlet}` : 'not told' },
  }
  const answer = (): Answer => {
    if (right.length === 0)
      return untold('No outlet of this mix is known here.', 'Ask the supplier which outlet it has.')
    if (!outlet)
      return untold(
        'The outlet of the valve is not told.',
        `It should be ${outletText(right[0]!)}.`,
      )
    return right.includes(outlet)
      ? clear(`Outlet ${outletText(outlet)} is right for it.`)
      : stop(
          `Outlet ${outletText(outlet)} is none of ${inSentence(nameOfParts(parts))}.`,
          `It should be ${outletText(right[0]!)}. Take the cylinder out of use: what is in it is in doubt.`,
        )
  }
  return finding('outlet', answer(), reason)
}

const noRegulator = (parts: Composition): Finding =>
  finding(
    'regulator',
    untold('The regulator is not told.', `Take one for ${USE_NAME[hoseUseOf(parts)]}.`),
    { rule: 'Regulators do not interchange', source: published('OSHA 29 CFR 1910.253(e)(6)(i)') },
  )

/** Whether a regulator goes on this valve and this gas: its mark, its connection, its pressure. */
export function fitOfRegulator(
  { outlet, service }: Valve,
  parts: Composition,
  regulator: GasSet['regulator'],
): Finding[] {
  if (!regulator) return [noRegulator(parts)]
  const { use, inlet, highest } = regulator
  const needed = hoseUseOf(parts)
  const [usual] = outletsOf(parts)
  const marked = (): Answer => {
    if (!use) return untold('What the regulator is for is not told.', 'Read its mark.')
    return use === needed
      ? clear(`The regulator is for ${USE_NAME[use]}.`)
      : stop(
          `A regulator for ${USE_NAME[use]} does not go on ${inSentence(nameOfParts(parts))}.`,
          `Take one for ${USE_NAME[needed]}. Never use an adapter.`,
        )
  }
  const connection = (): Answer => {
    if (!inlet || !outlet)
      return untold(
        'The connection of the regulator is not told.',
        usual ? `It should be ${outletText(usual)}.` : 'Ask the supplier.',
      )
    return inlet === outlet
      ? clear('Its connection is that of the valve.')
      : stop(
          `Its connection is CGA ${inlet}, that of the valve CGA ${outlet}.`,
          `Take one with ${outletText(outlet)}.`,
        )
  }
  const pressure = (): Answer => {
    if (highest === null || service === null || !isPressure(highest) || !isPressure(service))
      return untold(
        'What pressure the regulator takes is not told.',
        'Read its mark and that of the cylinder.',
      )
    return highest >= service
      ? clear('It takes the pressure of a full cylinder.')
      : stop(
          'A full cylinder has more pressure than it takes.',
          'Take one for the pressure on the shoulder.',
        )
  }
  const source = published('OSHA 29 CFR 1910.253(e)(6)(i)')
  return [
    finding('regulator', marked(), { rule: 'Regulators do not interchange', source }),
    finding('connection', connection(), {
      rule: 'Each gas has its connection',
      source: OUTLET_SOURCE,
    }),
    finding('inlet', pressure(), {
      rule: 'The inlet takes what a full cylinder has',
      source: published('CGA E-4'),
      inputs: {
        ...(highest !== null && { takes: { amount: highest, unit: 'Pa' as const } }),
        ...(service !== null && { whenFull: { amount: service, unit: 'Pa' as const } }),
      },
    }),
  ]
}

/** Fuel fittings turn left and have notched nuts; the others turn right. */
const threadOf = (use: HoseUse): Thread =>
  use === 'acetylene' || use === 'otherFuel' ? 'left' : 'right'

/** Whether a hose is for this gas: its colour by the standard it is made to, and the hand of its fittings. */
export function fitOfHose(parts: Composition, hose: GasSet['hose']): Finding[] {
  const needed = hoseUseOf(parts)
  const hand = threadOf(needed)
  const thread = (): Answer => {
    if (!hose?.thread)
      return untold('The thread of the hose is not told.', `It is ${hand}-handed for this gas.`)
    return hose.thread === hand
      ? clear(`Its fittings are ${hand}-handed, as they should be.`)
      : stop(
          `A hose with ${hose.thread}-handed fittings is not for ${USE_NAME[needed]}.`,
          `Take one with ${hand}-handed fittings. Never use an adapter.`,
        )
  }
  return [
    colourOf(needed, hose),
    finding('thread', thread(), {
      rule: 'Fuel is left-handed, everything else right-handed',
      source: published('CGA E-1'),
    }),
  ]
}

function colourOf(needed: HoseUse, hose: GasSet['hose']): Finding {
  // What colour to take is told by the standard in use here; an unknown one says nothing of the hose at hand.
  const standard = hose?.standard ?? 'us'
  const right = (Object.entries(HOSE_USES[standard]) as [HoseColour, readonly HoseUse[]][]).find(
    ([, uses]) => uses.includes(needed),
  )![0]
  const reason: Reason = {
    rule: `Hose colours by ${HOSE_STANDARD_NAME[standard]}`,
    source: HOSE_SOURCE[standard],
  }
  const answer = (): Answer => {
    if (!hose?.colour) return untold('The hose is not told.', `A ${right} one is right here.`)
    if (!hose.standard)
      return untold(
        'The standard that its colour follows is not told.',
        'Read it on the hose: colours differ between standards.',
      )
    const uses = HOSE_USES[standard][hose.colour]
    if (!uses)
      return untold(
        `By ${HOSE_STANDARD_NAME[standard]} a ${hose.colour} hose is for nothing.`,
        `Take a ${right} one, or name the standard it is made to.`,
      )
    return uses.includes(needed)
      ? clear(`A ${hose.colour} hose is right for it.`)
      : stop(
          `A ${hose.colour} hose is for ${uses.map((use) => USE_NAME[use]).join(' or ')}.`,
          `Take a ${right} one.`,
        )
  }
  return finding('hose', answer(), reason)
}

/** Against a flame or gas that runs back; shielding gas needs none. */
export function fitOfArrestor(parts: Composition, arrestor: GasSet['arrestor']): Finding[] {
  const needed = hoseUseOf(parts)
  if (needed === 'inert') return []
  const answer = (): Answer => {
    if (!arrestor)
      return untold(
        'No arrestor and check valve is told on this line.',
        `Fit one for ${USE_NAME[needed]}.`,
      )
    if (!arrestor.use) return untold('What the arrestor is for is not told.', 'Read its mark.')
    return arrestor.use === needed
      ? clear('The arrestor is for this gas.')
      : stop(
          `An arrestor for ${USE_NAME[arrestor.use]} is on this line.`,
          `Fit one for ${USE_NAME[needed]}.`,
        )
  }
  return [
    finding('arrestor', answer(), {
      rule: 'An arrestor and a check valve on both lines',
      source: published('OSHA 29 CFR 1910.253(e)(3): protective equipment; NFPA 51'),
    }),
  ]
}

/** Whether torch, mixer and tip are for this gas; oxygen goes with either fuel. */
export function fitOfTorch(parts: Composition, torch: GasSet['torch']): Finding {
  const needed = hoseUseOf(parts)
  const answer = (): Answer => {
    if (!torch?.use) return untold('What the torch is for is not told.', 'Read its mark.')
    const burns = torch.use === 'acetylene' || torch.use === 'otherFuel'
    const fits = needed === 'oxygen' ? burns : torch.use === needed
    return fits
      ? clear(`The torch is for ${USE_NAME[torch.use]}.`)
      : stop(
          `A torch for ${USE_NAME[torch.use]} does not go with ${inSentence(nameOfParts(parts))}.`,
          `Take torch, mixer and tip for ${needed === 'oxygen' ? 'oxygen and fuel' : USE_NAME[needed]}.`,
        )
  }
  return finding('torch', answer(), {
    rule: 'Mixer and tip are made for one fuel',
    source: published('CGA E-5; ISO 5172'),
  })
}

function metalOf({ copper }: GasSet, parts: Composition): Finding[] {
  if (!((parts.acetylene ?? 0) > 0)) return []
  const answer = (): Answer => {
    if (copper === null || !(copper >= 0 && copper <= 1))
      return untold(
        'Of what metal the fittings are is not told.',
        'Copper pipe and fittings stay away from acetylene.',
      )
    return copper > MOST_COPPER
      ? {
          ...stop(
            'Copper makes an explosive with acetylene.',
            'Take brass with at most 65 % copper, or steel.',
          ),
          legal: true,
        }
      : clear('The fittings hold little enough copper.')
  }
  return [
    finding('copper', answer(), {
      rule: 'No more than 65 % copper where acetylene flows',
      source: published('CGA G-1; OSHA 29 CFR 1910.253(e)(3): no unalloyed copper'),
      ...(copper !== null &&
        Number.isFinite(copper) && {
          inputs: { copper: { amount: copper, unit: 'share' as const } },
        }),
    }),
  ]
}

function oilOf({ oil }: GasSet, parts: Composition): Finding[] {
  if (dangerOf(parts) !== 'oxidizer') return []
  const answer = (): Answer => {
    if (oil === null)
      return untold(
        'Nobody has looked for oil or grease.',
        'Look at valve, regulator, hose and hands.',
      )
    return oil
      ? {
          ...stop(
            'Oil or grease catches fire in oxygen by itself.',
            'Take clean parts; have these cleaned for oxygen.',
          ),
          legal: true,
        }
      : clear('No oil or grease was seen.')
  }
  return [
    finding('oil', answer(), {
      rule: 'Oxygen and oil never meet',
      source: published('OSHA 29 CFR 1910.253(b)(5)(i)'),
    }),
  ]
}
