import { ROUNDING } from '../finding/feet'
import type { Finding, Input } from '../finding/finding'
import { COMMON_PRACTICE, published } from '../finding/source'
import type { FireClass } from '../inspection/fire-class'
import type { Governed, GoverningRules } from './governing'
import { judgeContainer, type ContainerCheck } from './container'
import { judgeSpaceWatch, type SpaceWatch } from './attendant'
import { judgeDetectors } from './detectors'
import { judgeExtinguishersNear, type DrawnExtinguisher } from './extinguisher-near'
import { judgeFound, watchedOf, type Found } from './found'
import { judgeHours, type WorkHours } from './hours'
import { judgeNeighbours, type Neighbour } from './neighbours'
import { judgePeople, type Named, type PermitPeople } from './people'
import type { InReach, WorkPoint } from './reach-map'
import { judgeSparks, lookReach, type NotReckoned, type SparkReach } from './spark-reach'
import { PERMIT_MAX_HOURS, reachText, SWEEP, sweepText } from './rules.table'

export type SweepAnswer = 'yes' | 'no' | 'na'

export interface FireQuery {
  /** A place set aside and kept for hot work. */
  designated: boolean
  sweep: Partial<Record<string, SweepAnswer>>
  /** Who saw each line of it. */
  seenBy: Partial<Record<string, string>>
  /** Where the work is on its plan; null: on none. */
  work: WorkPoint | null
  /** What stood there on the day and is on no plan. */
  found: readonly Found[]
  /** What the plan shows within reach; null: the place is not on it. */
  inReach: readonly InReach[] | null
  /** Extinguishers on its floor, and what can burn; null: its plan shows none of them, or its station is judged by itself. */
  extinguishers: { burning: readonly FireClass[]; around: readonly DrawnExtinguisher[] } | null
  /** Operator and watchers. */
  people: Pick<PermitPeople, 'process' | 'operator' | 'fireWatch' | 'others'>
  /** Who stands outside a closed space; null: it is none. */
  space: Pick<SpaceWatch, 'attendant' | 'rescue'> | null
  /** Who puts detectors back; null: nobody is named. */
  putsBack: Named | null
  /** Other hot work in the same time. */
  neighbours: readonly Neighbour[]
  /** Times in ms since the epoch. */
  validFrom: number | null
  validTo: number | null
  now: number
  /** Whether the work is under the sky, by its job or by the plan. */
  isOutdoors: boolean
  /** What is known of the container, pipe or hollow part; it counts where the line of the sweep says that there is one. */
  container: ContainerCheck | null
  /** Whether some of it falls into the night, or on a day on which the shop is shut. */
  hours: WorkHours
  /** How far sparks fly by reckoning. */
  sparks: SparkReach | NotReckoned
  shiftHours: number
  /** What governs it: the rule sets adopted, and the house. */
  rules: GoverningRules
  /** What stands on the permit. */
  written: { watch: number; monitoring: number; reach: number }
}

const FIRE = published('OSHA 29 CFR 1910.252(a)(2)')

/** Fire gates of a job. A designated area needs no permit; elsewhere every line of the sweep, the people and the times must hold. */
export function judgeFire(query: FireQuery): Finding[] {
  if (query.designated) {
    return [
      {
        code: 'fire.place',
        step: 'fire',
        level: 'clear',
        sentence: 'Designated area: no permit needed while it is kept as one.',
        remedy: 'Keep it swept; extinguisher in reach.',
        reasons: [
          {
            rule: 'Hot work in an area made safe and approved for it',
            source: published('OSHA 29 CFR 1910.252(a)(2)(xv); NFPA 51B designated area'),
          },
        ],
      },
    ]
  }
  return [
    ...sweepFindings(query),
    ...judgeFound(query.found, query.work, lookReach(query.sparks, query.rules.reach.value)),
    ...(query.sweep.container === 'yes'
      ? judgeContainer(query.container, { ...query, from: query.validFrom })
      : []),
    judgeSparks(query.sparks, query.rules.reach.value),
    ...(query.extinguishers
      ? judgeExtinguishersNear(query.extinguishers.burning, query.extinguishers.around)
      : []),
    ...(query.sweep.detectors === 'yes' ? [judgeDetectors(query.putsBack)] : []),
    ...judgePeople(peopleOf(query)),
    ...(query.space ? judgeSpaceWatch({ ...query.space, busy: busyOf(query.people) }) : []),
    ...judgeNeighbours(query.neighbours, lookReach(query.sparks, query.rules.reach.value)),
    ...timeFindings(query),
    ...judgeHours(query.hours),
    ...rulesFindings(query),
  ]
}

/** With the sides that somebody has to look at. */
const peopleOf = ({ people, sparks, inReach, found }: FireQuery): PermitPeople => ({
  ...people,
  watched: watchedOf(found),
  below: 'below' in sparks ? sparks.below : [],
  farSides: (inReach ?? [])
    .filter(({ hasFarSide, isTold }) => hasFarSide && isTold)
    .map(({ name }) => name),
})

const busyOf = ({ operator, fireWatch, others }: FireQuery['people']): string[] =>
  [operator, fireWatch, ...others].flatMap((person) => (person ? [person.id] : []))

function sweepFindings({ sweep, seenBy, rules, inReach, isOutdoors }: FireQuery): Finding[] {
  return SWEEP.map((line): Finding => {
    const text = sweepText(line, rules.reach.value)
    const shown = inReach?.filter((one) => one.line === line.id) ?? []
    const base = {
      code: `fire.${line.id}`,
      step: 'fire' as const,
      reasons: [
        {
          rule: text,
          source: line.source,
          inputs: {
            answer: sweep[line.id] ?? 'not answered',
            ...(seenBy[line.id] && { seenBy: seenBy[line.id]! }),
            ...measured(shown),
          },
        },
      ],
    }
    switch (sweep[line.id]) {
      case 'yes':
        return { ...base, level: 'clear', sentence: `${text}.` }
      case 'na':
        if (shown.length > 0) return { ...base, ...contradicted(text, shown) }
        return line.mayBeNone && !(line.id === 'ground' && isOutdoors)
          ? { ...base, level: 'clear', sentence: `${text}: does not apply here.` }
          : {
              ...base,
              level: 'stop',
              ...(line.source !== COMMON_PRACTICE && { legal: true }),
              sentence: `${text}: this always applies.`,
              remedy: line.remedy,
            }
      case 'no':
        return {
          ...base,
          level: 'stop',
          ...(line.source !== COMMON_PRACTICE && { legal: true }),
          sentence: `Not so: ${lowerFirst(text)}.`,
          remedy: line.remedy,
        }
      default:
        return {
          ...base,
          level: 'unknown',
          sentence: `Not answered: ${lowerFirst(text)}.`,
          remedy: 'Walk the area and answer it.',
        }
    }
  })
}

function timeFindings(query: FireQuery): Finding[] {
  const { validFrom, validTo, shiftHours } = query
  const source = published('NFPA 51B, permit no longer than 24 h or the shift')
  const base = { code: 'fire.validity', step: 'fire' as const }
  if (validFrom === null || validTo === null)
    return [
      {
        ...base,
        level: 'unknown',
        sentence: 'The permit has no times.',
        remedy: 'Enter from and to.',
        reasons: [{ rule: 'Permit has a start and an end', source }],
      },
    ]
  const hours = (validTo - validFrom) / 3_600_000
  const value = { amount: hours, unit: 'h' as const }
  const reasons = [
    {
      rule: `At most ${PERMIT_MAX_HOURS} h, and the shift of this site`,
      source,
      inputs: { asked: value, shift: { amount: shiftHours, unit: 'h' as const } },
    },
  ]
  if (hours <= 0)
    return [
      {
        ...base,
        level: 'stop',
        legal: true,
        value,
        sentence: 'The permit ends before it starts.',
        remedy: 'Correct the times.',
        reasons,
      },
    ]
  if (hours > PERMIT_MAX_HOURS)
    return [
      {
        ...base,
        level: 'stop',
        legal: true,
        value,
        sentence: `A permit lasts at most ${PERMIT_MAX_HOURS} h.`,
        remedy: 'Issue one a shift.',
        reasons,
      },
    ]
  if (hours > shiftHours)
    return [
      {
        ...base,
        level: 'stop',
        value,
        sentence: `Longer than the shift of this site (${shiftHours} h).`,
        remedy: 'Shorten it, or issue one a shift.',
        reasons: [...reasons, { rule: 'Shift length is a house rule', source: COMMON_PRACTICE }],
      },
    ]
  return [
    { ...base, level: 'clear', value, sentence: 'Times within the shift.', reasons },
    ...pastTheShift(hours, query),
  ]
}

/** Worked to its end, somebody stays for the watch when the shift has gone home. @param hours of work */
function pastTheShift(hours: number, { rules, shiftHours }: FireQuery): Finding[] {
  const watch = (rules.watch.value + (rules.monitoring?.value.minutes ?? 0)) / 60
  if (hours + watch <= shiftHours + ROUNDING) return []
  return [
    {
      code: 'fire.endOfShift',
      step: 'fire',
      level: 'caution',
      value: { amount: hours + watch, unit: 'h' },
      sentence: `Worked to its end, work and watch last longer than the shift (${shiftHours} h).`,
      remedy: 'Stop earlier, or say who stays for the watch.',
      reasons: [
        {
          rule: 'A watch that outlasts the shift is kept by somebody who stays',
          source: COMMON_PRACTICE,
          inputs: { shift: { amount: shiftHours, unit: 'h' } },
        },
      ],
    },
  ]
}

/** Watch, monitoring and reach by the strictest of what is adopted; a permit that has less was written by milder rules. */
function rulesFindings({ rules, written }: FireQuery): Finding[] {
  const { watch, monitoring, reach } = rules
  const line = (
    code: string,
    sentence: string,
    [governed, unit, has]: [Governed<number>, 'min' | 'm', number],
  ): Finding => {
    const isEnough = has >= governed.value - ROUNDING
    return {
      code,
      step: 'fire',
      level: isEnough ? 'clear' : 'stop',
      ...(!isEnough && governed.source !== COMMON_PRACTICE && { legal: true }),
      value: { amount: governed.value, unit },
      sentence: isEnough ? sentence : `Less is written on the permit. ${sentence}`,
      ...(!isEnough && {
        remedy: 'The rules were made stricter. Save the fire check again, or issue a new permit.',
      }),
      reasons: [
        {
          rule: `${governed.by}: the strictest of what is adopted`,
          source: governed.source,
          inputs: { written: { amount: has, unit } },
        },
        { rule: 'A watch wherever more than a minor fire might start', source: FIRE },
      ],
    }
  }
  return [
    line('fire.watchTime', `Watch for ${watch.value} min after the last arc: ${watch.by}.`, [
      watch,
      'min',
      written.watch,
    ]),
    line('fire.reach', `The sweep reaches ${reachText(reach.value)}: ${reach.by}.`, [
      reach,
      'm',
      written.reach,
    ]),
    ...(monitoring
      ? [
          line(
            'fire.monitoring',
            `Then rounds for ${monitoring.value.minutes} min, every ${monitoring.value.every} min: ${monitoring.by}.`,
            [{ ...monitoring, value: monitoring.value.minutes }, 'min', written.monitoring],
          ),
        ]
      : []),
  ]
}
/** What the plan shows for a line, as it stands behind its reason. */
const measured = (shown: readonly InReach[]): Record<string, Input> =>
  shown.length === 0
    ? {}
    : {
        onPlan: shown.map(({ name }) => name).join(', '),
        nearest: { amount: shown[0]!.metres, unit: 'm' },
      }

/** Answered as not applying, while the plan shows what it applies to. */
function contradicted(
  text: string,
  shown: readonly InReach[],
): Pick<Finding, 'level' | 'legal' | 'sentence' | 'remedy'> {
  const told = shown.filter(({ isTold }) => isTold)
  const [first] = told.length > 0 ? told : shown
  if (told.length === 0)
    return {
      level: 'unknown',
      sentence: `Whether this applies is not known: ${lowerFirst(text)}. ${first!.name} is in reach.`,
      remedy: first!.action,
    }
  return {
    level: 'stop',
    legal: true,
    sentence: `This applies: ${lowerFirst(text)}. ${first!.name} is in reach.`,
    remedy: first!.action,
  }
}

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)
