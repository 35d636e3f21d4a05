import { inSentence } from '../finding/wording'
import { worstLevel, byWorst, type Finding, type Level } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import { estimateExposure } from '../assessment/estimate'
import { gearNeeds } from '../gas/needs'
import { judgeGear, type GearState } from '../inspection/gear'
import { PROCESS_NAME, type JobSpec, type Process } from '../job/job'
import type { ShopRules } from '../assessment/assess'
import { judgeConflicts } from '../ppe/conflict'
import { assignPpe } from '../ppe/ppe'
import type { ConflictId, Zone } from '../ppe/terms'
import { judgeRespirator, type RespiratorRecord } from '../respirator/fit'
import { judgeHelmet, type Helmet } from '../shade/helmet'
import { personalShade, type Eyes } from '../shade/personal'
import { assignShade } from '../shade/shade'
import { checkVentilation } from '../ventilation/prescriptive'
import { judgeLaser } from '../laser/hazard'
import { NEEDS, type Need, type Presence } from './terms'

/** Zones of the body that each need looks at; a helmet is judged as gear, not as clothing. */
const ZONES_OF: Partial<Record<Need, readonly Zone[]>> = {
  head: ['head'],
  eyes: ['eyes', 'face'],
  ears: ['ears'],
  neck: ['neck'],
  torso: ['torso', 'arms'],
  hands: ['hands'],
  legs: ['legs'],
  feet: ['feet'],
}
/** Pieces that are looked at as gear under shade and helmet. */
const AS_GEAR: readonly string[] = ['helmet', 'plasma-shield', 'gas-goggles', 'sleeves']

/** One person on the day, as the engine sees them. `today` and record dates are calendar days of the site. */
export interface Member {
  presence: Presence
  cleared: readonly Process[]
  eyes: Eyes
  respirator: RespiratorRecord
  /** Pieces on record, by id of the PPE rule: had, or known to lack. Anything else is unknown. */
  kit: Readonly<Record<string, 'has' | 'lacks'>>
  seen: readonly ConflictId[]
  /** What they weld, with the air of their station; null while nothing is set. */
  job: JobSpec | null
  station: string | null
  /** What surveys, monitors and alarms say of the air at their station now. */
  airNow?: readonly Finding[]
  helmet: (Helmet & { gear: GearState }) | null
  machine: GearState | null
  cylinder: GearState | null
  /** Whether its cylinder lasts for the work of all who draw from it; left out where nothing tells. */
  supply?: Finding | null
}

/** One square of the matrix; null when the work does not ask for it. */
export interface Cell {
  need: Need
  finding: Finding | null
  missing: string[]
}
/** `level` null: absent, so nothing is judged. */
export interface Readiness {
  level: Level | null
  cells: Cell[]
  wanted: number | null
  set: number | null
  /** What the helmet reaches and what to set, where a filter is asked for. */ reach: Finding | null
}

const make = (
  code: string,
  level: Level,
  sentence: string,
  remedy: string,
  source = COMMON_PRACTICE,
  more: Partial<Finding> = {},
): Finding => ({
  code: `ready.${code}`,
  step: 'body',
  level,
  sentence,
  remedy,
  reasons: [{ rule: remedy, source }],
  ...more,
})

/** The worst of several Findings stands for the cell; the rest is not lost, it is what the job page shows. */
const worstOf = (findings: readonly Finding[]): Finding | null => byWorst(findings)[0] ?? null

/** Everything that one person needs for what they weld today, each need judged. Absent people need nothing. */
export function judgeMember(member: Member, rules: ShopRules, today: string): Readiness {
  const { job } = member
  if (member.presence === 'absent')
    return {
      level: null,
      cells: NEEDS.map((need) => ({ need, finding: null, missing: [] })),
      wanted: null,
      set: null,
      reach: null,
    }
  if (!job) {
    const open = make('job', 'unknown', 'Nothing is set to weld.', 'Choose a job.')
    return {
      level: 'unknown',
      cells: NEEDS.map((need) => ({
        need,
        finding: need === 'clearance' ? open : null,
        missing: [],
      })),
      wanted: null,
      set: null,
      reach: null,
    }
  }
  const shade = assignShade(job, rules)
  const person = personalShade(shade, member.eyes)
  const ppe = assignPpe(job, rules)
  const conflicts = judgeConflicts(member.seen, job)
  const reach =
    shade.need === 'filter' ? judgeHelmet(member.helmet, shade.floor, person.wanted) : null
  const needs = gearNeeds(job.process)
  const cells = NEEDS.map((need): Cell => {
    const zones = ZONES_OF[need]
    if (zones)
      return clothing(
        need,
        ppe.wear.filter((piece) => zones.includes(piece.zone) && !AS_GEAR.includes(piece.id)),
        member,
        conflicts,
      )
    const finding = ((): Finding | null => {
      switch (need) {
        case 'clearance':
          return clearance(member, job.process)
        case 'shade':
          return (
            worstOf([
              ...shade.findings.filter((entry) => entry.level !== 'clear'),
              ...(shade.need === 'laser' ? judgeLaser(job.laser) : []),
              ...person.findings.filter((entry) => entry.level !== 'clear'),
              ...(reach ? [reach] : []),
            ]) ??
            shade.findings[0] ??
            null
          )
        case 'helmet':
          if (shade.need !== 'filter') return null
          return member.helmet
            ? judgeGear(member.helmet.gear)
            : make('helmet', 'unknown', 'No helmet is named.', 'Name the helmet, or lend one.')
        case 'breath':
          return worstOf([
            ...conflicts.filter((entry) => entry.code === 'body.beard'),
            ...[judgeRespirator(job.respirator, member.respirator, today)].filter(
              (entry) => entry !== null,
            ),
          ])
        case 'machine':
          return needs.machine ? gear(member.machine, 'machine') : null
        case 'cylinder':
          if (!needs.cylinder) return null
          return worstOf([
            gear(member.cylinder, 'cylinder'),
            ...(member.cylinder?.held ?? []),
            ...(member.supply ? [member.supply] : []),
          ])
        case 'extraction':
          return member.station === null
            ? make('station', 'unknown', 'No station is named.', 'Choose a station.')
            : worstOf([...checkVentilation(job), ...(member.airNow ?? [])])
        case 'air':
          return worstOf(estimateExposure(job, rules.limits))
        default:
          return null
      }
    })()
    return { need, finding, missing: [] }
  })
  const findings = cells.flatMap((cell) => cell.finding ?? [])
  const here: Finding[] =
    member.presence === 'expected'
      ? [make('presence', 'unknown', 'Not here yet.', 'Mark who is here.')]
      : []
  return {
    level: worstLevel([...findings, ...here]),
    cells,
    wanted: person.wanted,
    set: reach?.value?.amount ?? null,
    reach,
  }
}

const gear = (state: GearState | null, kind: 'machine' | 'cylinder'): Finding =>
  state
    ? judgeGear(state)
    : make(
        kind,
        'unknown',
        `No ${kind} is named.`,
        `Name the ${kind} so that its inspection counts.`,
      )

function clearance(member: Member, process: Process): Finding {
  const name = inSentence(PROCESS_NAME[process])
  return member.cleared.includes(process)
    ? make(
        'clearance',
        'clear',
        `Cleared for ${name}.`,
        'Only people trained in a process use it',
        published('OSHA 29 CFR 1910.252(a)(2)(xiii)(C)'),
      )
    : make(
        'clearance',
        'stop',
        `Not cleared for ${name}.`,
        'Sign the clearance after training, or give other work.',
        published('OSHA 29 CFR 1910.252(a)(2)(xiii)(C)'),
      )
}

/** Where on the body a conflict is shown. */
const ZONE_OF_CONFLICT: Partial<Record<ConflictId, Need>> = {
  synthetic: 'torso',
  lighter: 'torso',
  jewellery: 'hands',
  tinted: 'eyes',
  'thin-gloves': 'hands',
  'coated-gloves': 'hands',
  oily: 'hands',
  wet: 'hands',
  cuffs: 'legs',
  laces: 'feet',
}

function clothing(
  need: Need,
  wear: readonly { id: string; name: string }[],
  member: Member,
  conflicts: readonly Finding[],
): Cell {
  const wrong = conflicts.filter(
    (finding) => ZONE_OF_CONFLICT[finding.code.replace('body.', '') as ConflictId] === need,
  )
  const lacks = wear.filter((piece) => member.kit[piece.id] === 'lacks')
  const open = wear.filter((piece) => member.kit[piece.id] === undefined)
  const names = (pieces: readonly { name: string }[]): string =>
    pieces.map((piece) => inSentence(piece.name)).join(', ')
  const missing = [...lacks, ...open].map((piece) => piece.id)
  const rule = published('OSHA 29 CFR 1910.132(a) and (d)')
  const kit = (): Finding[] => {
    if (wear.length === 0) return []
    if (lacks.length > 0)
      return [make(need, 'stop', `Lacks ${names(lacks)}.`, 'Lend it, or no arc today.', rule)]
    const looked = open.length === 0
    return [
      make(
        need,
        looked ? 'clear' : 'unknown',
        looked ? `Has ${names(wear)}.` : `Not looked at: ${names(open)}.`,
        looked
          ? 'Look each other over before the first arc.'
          : 'Look, then say has it or lacks it.',
        rule,
      ),
    ]
  }
  return { need, finding: worstOf([...wrong, ...kit()]), missing }
}

/** A whole session: the worst of those who are not absent; with nobody left it is unknown. */
export const judgeSession = (members: readonly Pick<Readiness, 'level'>[]): Level =>
  worstLevel(members.flatMap(({ level }) => (level === null ? [] : [{ level }])))
