import { FOOT } from '../finding/feet'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'

/** A round at least this often while watching, minutes. Common practice; the shop may ask for more. */
export const ROUND_EVERY = 15
/** A permit never outlasts this, hours. NFPA 51B and common permit systems. */
export const PERMIT_MAX_HOURS = 24
/** The sweep reaches at least so far, m: 35 ft, whatever rules are adopted. */
export const SWEEP_RADIUS = 35 * FOOT

export const SWEEP_LINES = [
  'authorised',
  'atmosphere',
  'stores',
  'sprinklers',
  'container',
  'swept',
  'moved',
  'openings',
  'floor',
  'farSide',
  'ducts',
  'ground',
  'detectors',
  'leads',
  'contractors',
  'extinguisher',
] as const
export type SweepLineId = (typeof SWEEP_LINES)[number]

export interface SweepLine {
  id: SweepLineId
  /** With `{reach}` where the distance of the sweep stands. */
  text: string
  remedy: string
  source: Source
  /** Where it is not so, nobody welds; nothing that is done beside it helps. */
  never?: true
  /** Of some work there is nothing that it asks for. */
  mayBeNone?: true
}
const rule = (paragraph: string): Source => published(`OSHA 29 CFR 1910.252(a)(2)${paragraph}`)

/** A line of the sweep with its distance, in both units. @param reach m */
export const sweepText = ({ text }: Pick<SweepLine, 'text'>, reach: number): string =>
  text.replace('{reach}', reachText(reach))

/** A distance as the paper shows it, wherever it is read. @param reach m */
export const reachText = (reach: number): string =>
  `${Math.ceil(reach / FOOT - 1e-6)} ft (${Math.ceil(reach - 1e-6)} m)`

/** The sweep, with what forbids hot work first. Each line is answered yes, no or not applicable before a permit; a "no" is a stop that nobody sets aside. */
export const SWEEP: readonly SweepLine[] = [
  {
    id: 'authorised',
    text: 'Management allows hot work at this place',
    remedy: 'Ask whoever answers for the place.',
    source: rule('(vi)(A)'),
    never: true,
  },
  {
    id: 'atmosphere',
    text: 'No explosive atmosphere, and none can arise from tanks, drums or paint store',
    remedy: 'No hot work here. Have the air tested by a competent person.',
    source: rule('(vi)(C)'),
    never: true,
  },
  {
    id: 'stores',
    text: 'No large stores of what catches fire at once near: bulk sulphur, baled paper, cotton',
    remedy: 'Work elsewhere, or have the stores taken away.',
    source: rule('(vi)(D)'),
    never: true,
  },
  {
    id: 'sprinklers',
    text: 'Sprinklers and fire protection in service',
    remedy: 'No hot work while they are impaired.',
    source: rule('(vi)(B)'),
    never: true,
    mayBeNone: true,
  },
  {
    id: 'container',
    text: 'Containers, pipes and hollow parts: made safe before heat',
    remedy: 'Never weld a container whose past is unknown.',
    source: published('OSHA 29 CFR 1910.252(a)(3)'),
    never: true,
    mayBeNone: true,
  },
  {
    id: 'swept',
    text: 'Floor swept clean of combustibles for {reach}',
    remedy: 'Sweep it.',
    source: rule('(vii) and (viii)'),
  },
  {
    id: 'moved',
    text: 'Combustibles moved out of {reach}, or shielded with fire blankets or guards',
    remedy: 'Move or shield them.',
    source: rule('(i) and (vii)'),
  },
  {
    id: 'openings',
    text: 'Openings and cracks in floor and walls within {reach} closed or covered',
    remedy: 'Close them, or post a watch on the far side.',
    source: rule('(i) and (iii)(A)(3)'),
    mayBeNone: true,
  },
  {
    id: 'floor',
    text: 'Combustible floor wetted, sanded or shielded',
    remedy: 'Wet it down; mind the shock hazard.',
    source: rule('(viii)'),
    mayBeNone: true,
  },
  {
    id: 'farSide',
    text: 'Far side of metal walls, ceilings and pipes clear of combustibles',
    remedy: 'Move them or post a watch there.',
    source: rule('(x) and (xii)'),
    mayBeNone: true,
  },
  {
    id: 'ducts',
    text: 'Ducts and conveyors that could carry sparks protected or shut down',
    remedy: 'Stop or shield them.',
    source: rule('(ix)'),
    mayBeNone: true,
  },
  {
    id: 'ground',
    text: 'Outdoors: dry grass, brush and litter cleared or wetted',
    remedy: 'Clear it or wet it, and keep a hose at hand.',
    source: COMMON_PRACTICE,
    mayBeNone: true,
  },
  {
    id: 'detectors',
    text: 'Detectors in reach isolated or shielded, and others watch in their stead',
    remedy: 'Have them isolated by whoever answers for them; they are put back after the watch.',
    source: COMMON_PRACTICE,
    mayBeNone: true,
  },
  {
    id: 'leads',
    text: 'Leads and hoses clear of walkways, or covered',
    remedy: 'Hang or cover them.',
    source: COMMON_PRACTICE,
  },
  {
    id: 'contractors',
    text: 'Contractors told what burns and what is dangerous here',
    remedy: 'Tell them before they start.',
    source: rule('(xiii)(D)'),
    mayBeNone: true,
  },
  {
    id: 'extinguisher',
    text: 'Extinguisher at hand, in date, right class',
    remedy: 'Bring one.',
    source: rule('(ii)'),
  },
]
