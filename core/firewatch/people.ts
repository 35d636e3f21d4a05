import type { Finding } from '../finding/finding'
import { clear, legalStop, unknown, type Judged } from '../finding/judged'
import { COMMON_PRACTICE, published } from '../finding/source'
import { PROCESS_NAME, type Process } from '../job/job'

/** Somebody who is named on a permit. */
export interface Named {
  id: string
  name: string
  /** Still on the roster. */
  isActive: boolean
}
export interface Operator extends Named {
  /** Cleared for the process of the job, on record. */
  isCleared: boolean
}
export interface Watcher extends Named {
  /** In the use of extinguishers. */
  isTrained: boolean
  /** What they look at; null: the work itself. */
  side: string | null
  /** Number of another permit that they watch in the same time; null: none. */
  busyOn: number | null
}

export interface PermitPeople {
  process: Process
  operator: Operator | null
  /** Who watches the work itself, and on a further side each. */
  fireWatch: Watcher | null
  others: readonly Watcher[]
  /** Names of what lies below and catches sparks. */
  below: readonly string[]
  /** What is said to be made safe by a watcher of its own. */
  watched: readonly string[]
  /** Far sides in reach: conducting walls, other floors. */
  farSides: readonly string[]
}

const WATCH = published('OSHA 29 CFR 1910.252(a)(2)(iii)')
const TRAINED = published('OSHA 29 CFR 1910.252(a)(2)(xiii)(C)')

/** Operator and watchers of a permit: named, on the roster, cleared, trained, and nobody in two places. */
export function judgePeople(people: PermitPeople): Finding[] {
  const watchers = [...(people.fireWatch ? [people.fireWatch] : []), ...people.others]
  const base = { step: 'fire' as const }
  const operator = {
    ...base,
    reasons: [{ rule: 'Operators are trained in what they do', source: TRAINED }],
  }
  const watch = {
    ...base,
    reasons: [
      { rule: 'Fire watch named, trained on extinguishers, with no other duty', source: WATCH },
    ],
  }
  return [
    { ...operator, code: 'fire.operator', ...operatorOf(people.operator) },
    ...(people.operator
      ? [{ ...operator, code: 'fire.cleared', ...clearanceOf(people.operator, people.process) }]
      : []),
    { ...watch, code: 'fire.watch', ...watcherOf(people.fireWatch, people) },
    ...people.others.map((other) => ({
      ...watch,
      code: `fire.watch.${other.id}`,
      ...watcherOf(other, people),
    })),
    ...(watchers.length > 0 ? sidesOf(people) : []),
  ]
}

function operatorOf(operator: Operator | null): Judged {
  if (!operator) return unknown('No operator is named.', 'Name who does the hot work.')
  if (!operator.isActive)
    return legalStop(`${operator.name} is no longer on the roster.`, 'Name another operator.')
  return clear('Operator named.')
}

function clearanceOf({ name, isCleared }: Operator, process: Process): Judged {
  if (isCleared) return clear(`${name} is cleared for this process.`)
  return {
    level: 'stop',
    sentence: `${name} is not cleared for this process: ${PROCESS_NAME[process]}.`,
    remedy: 'Have an instructor clear them, or name another operator.',
  }
}

function watcherOf(watcher: Watcher | null, { operator, fireWatch, others }: PermitPeople): Judged {
  if (!watcher)
    return unknown('No fire watch is named.', 'Name a trained person who does nothing else.')
  const { id, name, isActive, isTrained, busyOn, side } = watcher
  const isMain = side === null
  const places = [fireWatch, ...others].filter((other) => other?.id === id)
  if (id === operator?.id)
    return legalStop('The operator cannot be the fire watch.', 'Name another person.')
  if (!isActive) return legalStop(`${name} is no longer on the roster.`, 'Name another fire watch.')
  if (!isTrained)
    return legalStop(
      `${isMain ? 'The fire watch' : name} has no extinguisher training on record.`,
      'Train them, or name another person.',
    )
  if (places.length > 1)
    return legalStop(`${name} cannot watch two sides at once.`, 'Name another person.')
  if (busyOn !== null)
    return legalStop(
      `${name} watches permit ${busyOn} in the same time.`,
      'Name another person, or wait until that watch is closed.',
    )
  return clear(isMain ? 'Fire watch named and trained.' : `${name} watches: ${side}.`)
}

/** Where sparks fall on a floor below somebody watches there; other far sides are cleared, or watched as well. */
function sidesOf({ below, watched, farSides, others }: PermitPeople): Finding[] {
  const base = { code: 'fire.sides', step: 'fire' as const }
  if (watched.length > 0 && below.length + watched.length > others.length)
    return [
      {
        ...base,
        ...legalStop(
          `Said to be watched, but by nobody who is named: ${[...watched, ...below].join(', ')}.`,
          'Name a further watcher for each.',
        ),
        reasons: [{ rule: 'A watch where sparks may go through an opening', source: WATCH }],
      },
    ]
  if (below.length > others.length)
    return [
      {
        ...base,
        ...legalStop(
          `Sparks fall on ${below.join(', ')}; nobody watches there.`,
          'Name a further watcher for it.',
        ),
        reasons: [
          { rule: 'A watch where openings in the floor let sparks through', source: WATCH },
        ],
      },
    ]
  if (farSides.length > 0 && others.length === 0)
    return [
      {
        ...base,
        level: 'caution',
        sentence: `One watcher sees one side only. Behind or above: ${farSides.join(', ')}.`,
        remedy: 'Clear the far side, or name a further watcher for it.',
        reasons: [{ rule: 'A watcher for each side of a wall', source: COMMON_PRACTICE }],
      },
    ]
  return []
}
