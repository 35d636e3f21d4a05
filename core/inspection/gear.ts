import { daysBetween } from '../calendar/day'
import { byWorst, type Finding, type Reason } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { periodicOf } from './checklist'
import { CALIBRATED, isMeter, judgeCalibration } from './calibration'
import { judgeExtinguisherAge, judgeExtinguisherRating } from './extinguisher'
import { GEAR_EVENT_NAME, occasionName, type GearEvent } from './occasion'
import type { Facts, GearKind } from './kind'
import { KINDS } from './kinds.table'
import { dueState, type Grace, type Look } from './schedule'

/** A piece of gear that is locked out, and why. */
interface LockedGear {
  name: string
  reason: string
}

/** What the engine needs to know of a piece of gear. Days are ISO calendar days of the site. */
export interface GearState {
  kind: GearKind
  /** As its kind is called: of an own kind, what the shop calls it. */
  kindName: string
  name: string
  today: string
  lockReason: string | null
  /** Days for which the look before use counts. */
  everyDays: number
  /** Of every occasion that its kind has; one that is missing was never done. */
  looks: readonly Look[]
  grace: Grace
  /** What happened to it, and nobody has looked since. */
  event: GearEvent | null
  /** What is fitted to it and locked out. */
  lockedParts: readonly LockedGear[]
  facts: Facts
  /** What keeps it from work beside its inspection. */
  held?: readonly Finding[]
}

/** Whether a look has to be done before the gear is used. Locked gear waits for its repair instead. */
export const isDue = (
  gear: Pick<GearState, 'lockReason' | 'looks' | 'today' | 'grace' | 'event'>,
): boolean =>
  gear.lockReason === null &&
  (gear.event !== null ||
    gear.looks.some((look) => dueState(look, gear.today, gear.grace) === 'due'))

/** Whether gear may be used now: the worst of what is known of it. */
export const judgeGear = (gear: GearState): Finding => judgeGearWhole(gear)[0]!

/**
 * Everything that keeps gear from use or speaks for it, worst first; never empty.
 * Locked out, or a part of it locked out: a legal stop. Never or too long ago looked at: unknown.
 */
export function judgeGearWhole(gear: GearState): Finding[] {
  return byWorst([
    ...judgeLocks(gear),
    ...(gear.lockReason === null ? judgeEvent(gear) : []),
    ...(gear.lockReason === null ? judgeLooks(gear) : []),
    ...judgeFacts(gear),
  ])
}

const what = (gear: GearState): string => `${gear.kindName} ${gear.name}`
const base = (gear: GearState) => ({ code: `gear.${gear.kind}`, step: 'gear' as const })

function judgeLocks(gear: GearState): Finding[] {
  const reasons: Reason[] = [
    {
      rule: 'Defective equipment stays out of use until made safe',
      source: KINDS[gear.kind].defect,
      inputs: { gear: gear.name },
    },
  ]
  const stop = { ...base(gear), level: 'stop' as const, legal: true, reasons }
  const remedy = 'Repair it and pass a fresh inspection, or use another.'
  return [
    ...(gear.lockReason === null
      ? []
      : [{ ...stop, remedy, sentence: `${what(gear)} is locked out: ${gear.lockReason}.` }]),
    ...gear.lockedParts.map((part) => ({
      ...stop,
      remedy: `Take ${part.name} off, or repair it.`,
      sentence: `${what(gear)} has ${part.name} on it, which is locked out: ${part.reason}.`,
    })),
  ]
}

function judgeEvent(gear: GearState): Finding[] {
  if (gear.event === null) return []
  return [
    {
      ...base(gear),
      level: 'unknown',
      sentence: `${what(gear)}: ${GEAR_EVENT_NAME[gear.event].toLowerCase()}. Nobody has looked since.`,
      remedy: 'Do the look after an event before use.',
      reasons: [{ rule: 'Looked at after an event, before it is used', source: COMMON_PRACTICE }],
    },
  ]
}

function judgeLooks(gear: GearState): Finding[] {
  const routine = gear.looks.find((look) => look.occasion === 'beforeUse')
  const findings = [...gear.looks, ...missingLooks(gear)].flatMap((look) => judgeLook(gear, look))
  if (!routine) findings.push(neverLooked(gear))
  const faulty = gear.looks.some(
    (look) => look.lastResult === 'fail' || look.lastResult === 'locked',
  )
  if (faulty)
    findings.push({
      ...base(gear),
      level: 'caution',
      sentence: `${what(gear)} has a fault on record that does not lock it.`,
      remedy: 'Read the last inspection; mend it soon.',
      reasons: reasonsOf(gear, routine),
    })
  findings.push(...judgeMeters(gear))
  if (findings.length > 0) return findings
  return [
    {
      ...base(gear),
      level: 'clear',
      sentence: `${what(gear)} passed its inspection${routine!.lastOn === gear.today ? ' today' : ''}.`,
      reasons: reasonsOf(gear, routine),
    },
  ]
}

/** Readings that count for less: by a meter whose calibration is not on record. */
const judgeMeters = (gear: GearState): Finding[] =>
  gear.looks
    .filter((look) => look.calibrated === false)
    .map((look) => ({
      ...base(gear),
      level: 'caution',
      sentence: `${what(gear)}: its ${occasionName(look.occasion, gear.everyDays).toLowerCase()} look was read by a meter whose calibration is not on record.`,
      remedy: 'Read it again with a calibrated meter.',
      reasons: [CALIBRATED],
    }))

/** Looks by the calendar of which nothing is on record: never done. */
const missingLooks = (gear: GearState): Look[] =>
  periodicOf(gear.kind)
    .filter(({ occasion }) => !gear.looks.some((look) => look.occasion === occasion))
    .map(({ occasion }) => ({
      occasion,
      lastOn: null,
      lastResult: null,
      dueOn: null,
      used: 0,
      useEvery: null,
      calibrated: null,
    }))

const reasonsOf = (gear: GearState, look?: Look): Reason[] => [
  {
    rule: `Inspected every ${gear.everyDays === 1 ? 'day of use' : `${gear.everyDays} days`}`,
    source: COMMON_PRACTICE,
    inputs: {
      gear: gear.name,
      daysSince: look?.lastOn ? daysBetween(look.lastOn, gear.today) : 'never',
      every: gear.everyDays,
    },
  },
]

const neverLooked = (gear: GearState): Finding => ({
  ...base(gear),
  level: 'unknown',
  sentence: `${what(gear)} has no inspection on record.`,
  remedy: 'Inspect it before use.',
  reasons: reasonsOf(gear),
})

/** What speaks against gear in one look: due, or overdue within its grace. */
function judgeLook(gear: GearState, look: Look): Finding[] {
  const state = dueState(look, gear.today, gear.grace)
  if (look.occasion === 'beforeUse') {
    if (look.lastOn === null || look.lastResult === null) return [neverLooked(gear)]
    const since = daysBetween(look.lastOn, gear.today)
    const used = isUsedUp(look) ? `, ${look.used} of ${look.useEvery} used` : ''
    // A look dated after today is none.
    if (state !== 'due' && since >= 0) return []
    return [
      {
        ...base(gear),
        level: 'unknown',
        sentence: `${what(gear)} is due: last looked at ${sinceText(since)}${used}.`,
        remedy: 'Inspect it before use.',
        reasons: reasonsOf(gear, look),
      },
    ]
  }
  if (state === 'open') return []
  const name = occasionName(look.occasion).toLowerCase()
  const since = isUsedUp(look)
    ? `${look.used} of ${look.useEvery} used`
    : `since ${look.dueOn ?? 'it came'}`
  return [
    {
      ...base(gear),
      level: state === 'grace' ? 'caution' : 'unknown',
      sentence:
        state === 'grace'
          ? `${what(gear)}: its ${name} look is due since ${look.dueOn}; the shop's grace still runs.`
          : `${what(gear)}: its ${name} look is due, ${since}.`,
      remedy: `Do the ${name} look.`,
      reasons: [
        {
          rule: 'Looked at by the calendar and by use',
          source: COMMON_PRACTICE,
          inputs: { gear: gear.name, until: look.dueOn ?? 'never' },
        },
      ],
    },
  ]
}

const isUsedUp = ({ used, useEvery }: Look): boolean => useEvery !== null && !(used < useEvery)

const sinceText = (days: number): string => {
  if (days === 0) return 'today'
  return days === 1 ? 'yesterday' : `${days} days ago`
}

/** What its own facts say: a meter out of calibration, an extinguisher past its years. */
function judgeFacts(gear: GearState): Finding[] {
  const findings = [
    ...(isMeter(gear.kind) ? [judgeCalibration(gear.name, gear.facts, gear.today)] : []),
    ...(gear.kind === 'extinguisher'
      ? [
          judgeExtinguisherAge(gear.name, gear.facts, gear.today),
          ...judgeExtinguisherRating(gear.name, gear.facts),
        ]
      : []),
    ...goodUntil(gear),
  ]
  return findings.filter((finding) => finding.level !== 'clear')
}

/** Filters, eyewash fluid and first-aid kits run out. Not told says nothing here: their lines ask for it at each look. */
function goodUntil(gear: GearState): Finding[] {
  const until = gear.facts.filterUntil ?? gear.facts.goodUntil
  if (typeof until !== 'string' || until >= gear.today) return []
  return [
    {
      ...base(gear),
      level: 'unknown',
      sentence: `${what(gear)}: what is in it was good until ${until}.`,
      remedy: 'Change what ran out, then tell the new day.',
      reasons: [
        { rule: 'Nothing past its date is counted on', source: COMMON_PRACTICE, inputs: { until } },
      ],
    },
  ]
}

/** Gear of a job. What it needs and does not name is unknown. */
export function judgeGearOfJob(
  needs: { machine: boolean; cylinder: boolean },
  gear: readonly GearState[],
): Finding[] {
  const named = {
    machine: gear.some((one) => one.kind === 'machine' || one.kind === 'engineDrive'),
    cylinder: gear.some((one) => one.kind === 'cylinder'),
  }
  const missing = (['machine', 'cylinder'] as const).filter((kind) => needs[kind] && !named[kind])
  return [
    ...gear.flatMap((one) => [judgeGear(one), ...(one.held ?? [])]),
    ...missing.map((kind): Finding => ({
      code: `gear.${kind}`,
      step: 'gear',
      level: 'unknown',
      sentence: `No ${kind} is named for this job.`,
      remedy: `Name the ${kind} so that its inspection counts.`,
      reasons: [{ rule: 'Look before switching on', source: COMMON_PRACTICE }],
    })),
  ]
}
