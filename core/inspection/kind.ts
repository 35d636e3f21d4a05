import type { Unit } from '../finding/finding'
import type { Source } from '../finding/source'
import type { ChecklistLine } from './line'
import type { Occasion, Periodic } from './occasion'

/** The kinds of gear of the trade. `own` is a kind that the shop has added itself. */
export const GEAR_KINDS = [
  'machine',
  'engineDrive',
  'wireFeeder',
  'lead',
  'gun',
  'arcTorch',
  'electrodeHolder',
  'workClamp',
  'cylinder',
  'gasSet',
  'regulator',
  'hose',
  'arrestor',
  'torch',
  'cart',
  'extractionUnit',
  'extractionArm',
  'curtain',
  'blanket',
  'grinder',
  'extinguisher',
  'eyewash',
  'firstAid',
  'helmet',
  'respirator',
  'gasMeter',
  'airMeter',
  'voltMeter',
  'own',
] as const
export type GearKind = (typeof GEAR_KINDS)[number]

/** What is told of one piece of gear, beside label and description. Numbers in SI. */
export type Field = { id: string; name: string; help?: string } & (
  | { type: 'text' }
  | { type: 'number'; unit: Unit; min: number; max: number }
  | { type: 'choice'; options: readonly { value: string; label: string }[] }
  | { type: 'date' }
  | { type: 'yesNo' }
)
/** What was told; null or absent: not told. */
export type Facts = Readonly<Record<string, string | number | boolean | null>>

/** How often a look comes round: by the calendar, and earlier where it is used much. */
export interface Interval {
  days?: number
  months?: number
  use?: UseInterval
}
/** What use is counted in. */
export const USE_MEASURES = ['arcHours', 'cycles', 'sessions'] as const
export type UseMeasure = (typeof USE_MEASURES)[number]
export const USE_NAME: Record<UseMeasure, string> = {
  arcHours: 'arc hours',
  cycles: 'cycles',
  sessions: 'sessions',
}

/** How much use asks for a look. */
export interface UseInterval {
  of: UseMeasure
  amount: number
}

export const GEAR_GROUPS = ['power', 'leads', 'gas', 'air', 'place', 'person', 'tool'] as const
export type GearGroup = (typeof GEAR_GROUPS)[number]
export const GEAR_GROUP_NAME: Record<GearGroup, string> = {
  power: 'Welding power',
  leads: 'Leads and holders',
  gas: 'Gas',
  air: 'Extraction',
  place: 'Place and fire',
  person: 'Worn',
  tool: 'Tools and meters',
}

export type Checklists = Partial<Record<Occasion, readonly ChecklistLine[]>> & {
  beforeUse: readonly ChecklistLine[]
}

/** A kind of gear as data. */
export interface Kind {
  /** As a person says it, at the start of a sentence. */
  name: string
  group: GearGroup
  /** Days for which the look before use counts, unless the shop says otherwise. 1: the day of use. */
  everyDays: number
  /** What is counted, where wear follows use. */
  use?: UseMeasure
  fields: readonly Field[]
  /** The kinds that it is fitted to. */
  fittedTo: readonly GearKind[]
  checklists: Checklists
  intervals: Partial<Record<Periodic, Interval>>
  /** The rule that keeps it from use when it is faulty. */
  defect: Source
}
