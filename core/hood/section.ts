import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import type { Process } from '../job/job'
import { GENERAL_RULE, MOVABLE_HOOD } from '../ventilation/ventilation.table'
import { hoodRow } from '../ventilation/hood'
import { convectiveHeat, plumeAt, PLUME_SOURCE, VOLTAGE_SOURCE } from './plume'
import {
  ductVelocity,
  reach,
  isSlot,
  roundOpening,
  slotOpening,
  velocityAt,
  VELOCITY_SOURCE,
  type HoodShape,
} from './velocity'

/**
 * Side view of a work place. Origin at the arc; x away from the welder positive, y up; m. The draft blows along x.
 * Flow in m3/s with the damper open; damper 0 shut to 1 open.
 */
export interface Section {
  process: Process
  amps: number
  shape: HoodShape
  /** Width of the opening; of a slot its length. */
  opening: number
  /** Of a slot only. */
  slotWidth?: number | null
  duct: number
  flow: number
  damper: number
  hood: { x: number; y: number }
  head: { x: number; y: number }
  /** Signed: positive away from the welder, m/s. */
  draft: number
}

/** Air speed at which a gas shield breaks, m/s: the code's limit, and the trade's caution for TIG. */
const GAS_SHIELD = {
  code: (5 * 1609.344) / 3600,
  tig: 1,
  source: published('AWS D1.1: no GMAW, GTAW, FCAW-G or EGW in wind over 5 mph at the weld'),
} as const
const SHIELDED: readonly Process[] = ['GMAW', 'GTAW', 'PAW', 'FCAW']
/** No hood can be put nearer: the torch and the hand are there. m. */
export const NEAREST_HOOD = 0.1
/** Fume settles in slower ducts; the hood table keeps near 4,000 fpm. m/s. */
const DUCT_SPEED = {
  low: (2_000 * 0.3048) / 60,
  high: (4_500 * 0.3048) / 60,
  source: published(
    'Duct transport velocity for fume, 2,000 fpm and up (ACGIH industrial ventilation)',
  ),
} as const
/** How many times the plume's own flow a receiving hood takes, by draft: still air, drafty. */
const RECEIVING_MARGIN = { still: 2, drafty: 4 } as const
const STILL = 0.1

type Mechanism = 'capturing' | 'receiving' | 'both' | 'neither'

export interface SectionAnswer {
  /** m3/s after the damper. */
  flow: number
  /** Hood face to arc, m. */
  distance: number
  /** m/s at the arc. */
  velocity: number
  /** Distance at which 100 fpm ends, m; null when not even at the face. */
  captureEnds: number | null
  /** Nearer than this the gas shield is at risk, m; null when nowhere outside the hood. */
  gasZone: number | null
  gasLimit: number | null
  /** Distances that serve both: capture and gas shield; null when empty. */
  window: { from: number; to: number } | null
  /** m/s. */
  duct: number
  /** Row of the regulation's table at this distance, m3/s and m; null beyond it. */
  table: { flow: number; duct: number } | null
  mechanism: Mechanism
  /** Plume at the hood's height and at the head's, when they lie above the arc and the process is an arc. */
  plume: {
    heat: number
    atHood: ReturnType<typeof plumeAt> | null
    needed: number | null
    breaksAt: number | null
  } | null
  headInPlume: boolean | null
  findings: Finding[]
}

/** How far the hood of a section captures, m. @returns null where it does not reach, or where its sizes have no answer */
export function captureReach(section: Section): number | null {
  try {
    return judgeSection(section).captureEnds
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}

/**
 * Judge a hood, head and draft as they stand to each other.
 * Capturing: 100 fpm and more than the draft at the arc. Receiving: the hood stands over the plume, takes it whole, and takes a margin of 2 (still) to 4 (drafty) times its flow.
 * @throws RangeError for sizes that are not positive, or a damper outside 0 to 1
 * Source: Dalla Valle, thermal plume, 29 CFR 1910.252(c)(3), AWS D1.1.
 */
export function judgeSection(section: Section): SectionAnswer {
  if (!(section.damper >= 0 && section.damper <= 1))
    throw new RangeError('The damper runs from 0 to 1.')
  const opening = isSlot(section.shape)
    ? slotOpening(section.shape, section.opening, section.slotWidth ?? null)
    : roundOpening(section.shape, section.opening)
  const flow = section.flow * section.damper
  const distance = Math.hypot(section.hood.x, section.hood.y)
  const velocity = velocityAt(opening, flow, distance)
  const draft = Math.abs(section.draft)
  const need = Math.max(GENERAL_RULE.captureVelocity, draft)
  const captureEnds = reach(opening, flow, need)
  const gasLimit = gasShieldLimit(section.process)
  const gasZone = gasLimit === null ? null : reach(opening, flow, gasLimit)
  const nearest = Math.max(NEAREST_HOOD, gasZone ?? 0)
  const window =
    captureEnds !== null && captureEnds > nearest ? { from: nearest, to: captureEnds } : null
  const capturing = captureEnds !== null && distance <= captureEnds * (1 + 1e-9)
  const plume = plumeOf(section, flow)
  const receiving = plume !== null && plume.holds
  const row = hoodRow(distance)
  const mechanism = mechanismOf(capturing, receiving)
  const heat = convectiveHeat(section.process, section.amps)
  const headInPlume = heat === null ? null : inPlume(section, heat)
  const answer: Omit<SectionAnswer, 'findings'> = {
    flow,
    distance,
    velocity,
    captureEnds,
    gasZone,
    gasLimit,
    window,
    duct: ductVelocity(flow, section.duct),
    table: row && { flow: row.flow, duct: row.duct },
    mechanism,
    headInPlume,
    plume:
      heat === null
        ? null
        : {
            heat,
            atHood: plume?.at ?? null,
            needed: plume?.needed ?? null,
            breaksAt: plume?.breaksAt ?? null,
          },
  }
  return { ...answer, findings: findingsOf(section, answer) }
}

/** Whether a hood above the arc takes in the plume that rises to it, and the draft that would break it. null: not above, or no arc. */
function plumeOf(
  section: Section,
  flow: number,
): {
  at: ReturnType<typeof plumeAt>
  needed: number
  holds: boolean
  breaksAt: number | null
} | null {
  const heat = convectiveHeat(section.process, section.amps)
  const { x, y } = section.hood
  // A hood faces its arc; it receives only when it stands more over than beside it.
  if (heat === null || y <= 0 || Math.abs(x) > y) return null
  const draft = Math.abs(section.draft)
  const at = plumeAt(heat, y, draft)
  const needed = at.flow * (draft > STILL ? RECEIVING_MARGIN.drafty : RECEIVING_MARGIN.still)
  const half = section.opening / 2
  const fits = (wind: number): boolean =>
    Math.abs(x - Math.sign(section.draft || 1) * plumeAt(heat, y, wind).drift) + at.radius <= half
  const holds = flow >= needed && fits(draft)
  return {
    at,
    needed,
    holds,
    breaksAt: holds
      ? breakingDraft(heat, y, x * Math.sign(section.draft || 1), half - at.radius, flow)
      : null,
  }
}

/** Smallest draft that carries the plume past the edge or asks for more flow than there is, m/s. */
function breakingDraft(heat: number, z: number, ahead: number, room: number, flow: number): number {
  const byEdge = (room + ahead) / plumeAt(heat, z, 1).drift
  return flow >= plumeAt(heat, z, 0).flow * RECEIVING_MARGIN.drafty
    ? byEdge
    : Math.min(byEdge, STILL)
}

function inPlume(section: Section, heat: number): boolean {
  const { x, y } = section.head
  if (y <= 0) return Math.hypot(x, y) < 0.2
  const at = plumeAt(heat, y, Math.abs(section.draft))
  return Math.abs(x - Math.sign(section.draft) * at.drift) <= at.radius
}

/** Whether the air on its way to the hood passes the face: the head lies between arc and hood. */
function passesFace({ hood, head }: Section): boolean {
  const length = Math.hypot(hood.x, hood.y)
  if (length === 0) return false
  const along = (head.x * hood.x + head.y * hood.y) / length
  const aside = Math.abs(head.x * hood.y - head.y * hood.x) / length
  return along > 0 && along < length + 0.15 && aside < 0.2
}

const MECHANISM: Record<Mechanism, string> = {
  both: 'The hood captures at the arc and also takes the rising plume',
  capturing: 'The hood captures by air speed at the arc',
  receiving: 'The hood only receives the plume that rises into it',
  neither: 'The hood holds the fume neither by air speed nor by standing over the plume',
}

/** How well each way of holding the fume serves. */
const HOLDS = { both: 'clear', capturing: 'clear', receiving: 'caution', neither: 'stop' } as const

function mechanismOf(capturing: boolean, receiving: boolean): Mechanism {
  if (capturing) return receiving ? 'both' : 'capturing'
  return receiving ? 'receiving' : 'neither'
}

const isTig = (process: Process): boolean => process === 'GTAW' || process === 'PAW'

/** Air speed that breaks the gas shield, m/s; null for a process without one. */
function gasShieldLimit(process: Process): number | null {
  if (!SHIELDED.includes(process)) return null
  return isTig(process) ? GAS_SHIELD.tig : GAS_SHIELD.code
}

function gasShieldSays(near: boolean, draughty: boolean): string {
  if (near) return 'So near that the hood steals the shielding gas: porosity.'
  return draughty ? 'The draft by itself breaks the gas shield.' : 'The gas shield is left alone.'
}

function findingsOf(section: Section, answer: Omit<SectionAnswer, 'findings'>): Finding[] {
  const { velocity, distance, captureEnds, gasZone, window, mechanism, plume } = answer
  const base = { step: 'air' as const }
  const inputs = {
    flow: { amount: answer.flow, unit: 'm3/s' as const },
    distance: { amount: distance, unit: 'm' as const },
    opening: { amount: section.opening, unit: 'm' as const },
    atTheArc: { amount: velocity, unit: 'm/s' as const },
  }
  const bySpeed: Reason = {
    rule: `Air speed on the axis, ${section.shape.replace('_', ' ')}; 100 fpm (0.5 m/s) at the arc, and more than the draft`,
    source: VELOCITY_SOURCE,
    inputs,
  }
  const byPlume: Reason[] = plume?.atHood
    ? [
        {
          rule: 'Plume at the hood: its flow with a margin of 2 in still air, 4 in a draft',
          source: PLUME_SOURCE,
          inputs: {
            heat: { amount: plume.heat, unit: 'W' },
            plume: { amount: plume.atHood.flow, unit: 'm3/s' },
            needed: { amount: plume.needed!, unit: 'm3/s' },
            drift: { amount: plume.atHood.drift, unit: 'm' },
            radius: { amount: plume.atHood.radius, unit: 'm' },
          },
        },
        { rule: 'Arc power from current and load voltage', source: VOLTAGE_SOURCE },
      ]
    : []
  const findings: Finding[] = []
  if (passesFace(section)) {
    findings.push({
      ...base,
      code: 'air.hoodBehind',
      level: 'stop',
      sentence: 'The hood draws the fume past the face: the head is between arc and hood.',
      remedy: 'Put the hood across the work from the head, or above it and to the side.',
      reasons: [{ rule: 'Keep the head out of the way from arc to hood', source: COMMON_PRACTICE }],
    })
  }
  findings.push({
    ...base,
    code: 'air.hoodHolds',
    level: HOLDS[mechanism],
    value: { amount: velocity, unit: 'm/s' },
    sentence: `${MECHANISM[mechanism]}.`,
    ...(mechanism === 'neither' && {
      remedy:
        captureEnds === null
          ? 'Open the damper, clear the filter or raise the flow; then bring it near.'
          : 'Bring it nearer, or put it over the plume.',
    }),
    ...(mechanism === 'receiving' && {
      remedy:
        plume?.breaksAt === null || plume?.breaksAt === undefined
          ? undefined
          : 'A draft breaks it: close doors and turn fans away, or bring it near enough to capture.',
    }),
    reasons: [
      bySpeed,
      ...byPlume,
      {
        rule: 'Movable hood, 100 fpm at the arc',
        source: MOVABLE_HOOD[0]!.source,
        inputs: answer.table
          ? {
              tableFlow: { amount: answer.table.flow, unit: 'm3/s' },
              tableDuct: { amount: answer.table.duct, unit: 'm' },
            }
          : { table: 'no answer beyond 12 in' },
      },
    ],
  })
  if (answer.gasLimit !== null) {
    const near = gasZone !== null && distance < gasZone
    const draughty = Math.abs(section.draft) > answer.gasLimit
    findings.push({
      ...base,
      code: 'air.gasShield',
      level: near || draughty ? 'caution' : 'clear',
      sentence: gasShieldSays(near, draughty),
      ...((near || draughty) && {
        remedy: near
          ? 'Back off to the window, or close the damper a little.'
          : 'Screen the draft.',
      }),
      reasons: [
        {
          rule: isTig(section.process)
            ? 'TIG and plasma: caution from 1 m/s'
            : 'Wind over 5 mph (2.2 m/s) at the weld',
          source: isTig(section.process) ? COMMON_PRACTICE : GAS_SHIELD.source,
          inputs,
        },
      ],
    })
  }
  if (window === null)
    findings.push({
      ...base,
      code: 'air.hoodWindow',
      level: 'stop',
      sentence:
        'No distance serves: with this flow 100 fpm ends before a hood can be brought near enough.',
      remedy: 'Open the damper, clear the filter, or take a hood with more flow.',
      reasons: [bySpeed],
    })
  if (answer.headInPlume)
    findings.push({
      ...base,
      code: 'air.head',
      level: 'stop',
      sentence: 'The head is in the plume.',
      remedy: 'Move the head aside: it costs nothing.',
      reasons: [{ rule: 'Head out of the plume', source: COMMON_PRACTICE }, ...byPlume],
    })
  if (answer.duct < DUCT_SPEED.low)
    findings.push({
      ...base,
      code: 'air.duct',
      level: 'caution',
      value: { amount: answer.duct, unit: 'm/s' },
      sentence: 'The duct is slower than fume needs: it settles and narrows the duct.',
      remedy: 'Open the damper, or take a smaller duct.',
      reasons: [
        { rule: 'At least 2,000 fpm (10 m/s) in the duct', source: DUCT_SPEED.source, inputs },
      ],
    })
  return findings
}
