import { FOOT, ROUNDING } from '../finding/feet'
import type { Finding, Reason } from '../finding/finding'
import { COMMON_PRACTICE, published, type Source } from '../finding/source'
import { listed } from '../finding/wording'
import { dangerOf, type Danger } from './danger'
import type { Composition } from './gas.table'

/** A cylinder as it stands in a store; null where nobody has told it. */
export interface Stored {
  label: string
  parts: Composition | null
  /** Gas in it when full, m3 at 70 F and one atmosphere, and for propane its weight, kg. */
  full: number | null
  liquidPetroleum: number | null
  state: 'full' | 'inUse' | 'connected' | 'empty' | 'quarantine'
  capped: boolean | null
  chained: boolean | null
}

/** The place, with what was measured there. m */
export interface Store {
  indoors: boolean | null
  /** Between the nearest oxygen and fuel cylinders. */
  oxygenToFuel: number | null
  /** Wall between them: at least 5 ft high and half an hour of fire. */
  barrier: boolean | null
  toCombustibles: number | null
  /** Where the distance to what burns comes from, in words; absent: it was typed. */
  combustiblesFrom?: string
  toHeat: number | null
  /** Full and empty ones stand apart and are marked. */
  apart: boolean | null
}

const POUND = 0.45359237
const CLEARANCE = 20 * FOOT
const MOST_FUEL = 2000 * FOOT ** 3
const MOST_PETROLEUM = 300 * POUND

const LAW = {
  apart: published('OSHA 29 CFR 1910.253(b)(4)(iii)'),
  combustible: published('OSHA 29 CFR 1910.253(b)(2)(ii)'),
  heat: published('OSHA 29 CFR 1910.253(b)(2)(i)'),
  quantity: published('OSHA 29 CFR 1910.253(b)(3)(i)'),
  cap: published('OSHA 29 CFR 1910.253(b)(2)(iv)'),
  chain: published('OSHA 29 CFR 1910.253(b)(2)(ii)'),
} satisfies Record<string, Source>

interface Line {
  id: string
  rule: string
  source: Source
  inputs?: Reason['inputs']
}

const line = (
  { id, rule, source, inputs }: Line,
  answer: Pick<Finding, 'level' | 'sentence' | 'remedy' | 'legal'>,
): Finding => ({
  code: `gas.store.${id}`,
  step: 'gear',
  ...answer,
  reasons: [{ rule, source, ...(inputs && { inputs }) }],
})

const dangersIn = (cylinders: readonly Stored[], wanted: Danger): Stored[] =>
  cylinders.filter(({ parts }) => parts && dangerOf(parts) === wanted)

/** Whether cylinders may stand together here. Empties count: they are never quite empty. */
export function judgeStorage(store: Store, cylinders: readonly Stored[]): Finding[] {
  if (cylinders.length === 0) return []
  const untold = cylinders.filter(({ parts }) => !parts)
  const findings = [
    oxygenAndFuel(store, cylinders),
    combustibles(store, cylinders),
    heat(store),
    judgeFuelQuantity(store.indoors, cylinders),
    capped(cylinders),
    chained(cylinders),
    fullAndEmpty(store, cylinders),
  ].filter((one): one is Finding => one !== null)
  if (untold.length === 0) return findings
  return [
    line(
      { id: 'gas', rule: 'What stands together depends on the gas', source: LAW.apart },
      {
        level: 'unknown',
        sentence: `What ${listed(untold.map((one) => one.label))} ${untold.length === 1 ? 'holds' : 'hold'} is not told.`,
        remedy: 'Read the labels and enter the gas.',
      },
    ),
    ...findings,
  ]
}

const distance = (
  measured: number | null,
  what: string,
  name: string,
): { level: Finding['level']; sentence: string; remedy?: string } => {
  if (measured === null || !Number.isFinite(measured) || measured < 0)
    return { level: 'unknown', sentence: `How far ${what} is, is not told.`, remedy: 'Measure it.' }
  return measured >= CLEARANCE - ROUNDING
    ? { level: 'clear', sentence: `${name} are far enough apart.` }
    : { level: 'stop', sentence: `${name} are nearer than 20 ft (6.1 m).` }
}

function oxygenAndFuel(store: Store, cylinders: readonly Stored[]): Finding | null {
  const oxygen = dangersIn(cylinders, 'oxidizer').filter(
    (one) => one.state !== 'inUse' && one.state !== 'connected',
  )
  const fuel = dangersIn(cylinders, 'fuel').filter(
    (one) => one.state !== 'inUse' && one.state !== 'connected',
  )
  if (oxygen.length === 0 || fuel.length === 0) return null
  const rule: Line = {
    id: 'apart',
    rule: 'Oxygen 20 ft from fuel gas, or a wall of 5 ft and half an hour between them',
    source: LAW.apart,
    inputs: {
      oxygen: listed(oxygen.map((one) => one.label)),
      fuelGas: listed(fuel.map((one) => one.label)),
      ...(store.oxygenToFuel !== null && {
        apart: { amount: store.oxygenToFuel, unit: 'm' as const },
      }),
      ...(store.barrier !== null && { barrier: store.barrier }),
    },
  }
  if (store.barrier)
    return line(rule, { level: 'clear', sentence: 'A wall stands between oxygen and fuel gas.' })
  const answer = distance(store.oxygenToFuel, 'oxygen from fuel gas', 'Oxygen and fuel gas')
  // Without the wall known, a short distance may still be lawful.
  if (answer.level === 'stop' && store.barrier === null)
    return line(rule, {
      level: 'unknown',
      sentence:
        'Oxygen and fuel gas are nearer than 20 ft (6.1 m), and whether a wall is between them is not told.',
      remedy:
        'Look for a wall of 5 ft (1.5 m) that holds half an hour; without it move one of them.',
    })
  return answer.level === 'stop'
    ? line(rule, {
        ...answer,
        level: 'stop',
        legal: true,
        remedy: 'Move one of them, or build the wall.',
      })
    : line(rule, answer)
}

function combustibles(store: Store, cylinders: readonly Stored[]): Finding | null {
  const burning = cylinders.some(({ parts }) => !parts || dangerOf(parts) !== 'inert')
  if (!burning) return null
  const answer = distance(
    store.toCombustibles,
    'what burns easily',
    'Cylinders and what burns easily',
  )
  return line(
    {
      id: 'combustibles',
      rule: '20 ft from oil, excelsior and other highly combustible material',
      source: LAW.combustible,
      ...(store.toCombustibles !== null && {
        inputs: {
          toCombustibles: { amount: store.toCombustibles, unit: 'm' as const },
          distanceFrom: store.combustiblesFrom ?? 'typed',
        },
      }),
    },
    answer.level === 'stop'
      ? { ...answer, legal: true, remedy: 'Take it away, or move the cylinders.' }
      : answer,
  )
}

function heat({ toHeat }: Store): Finding {
  const rule: Line = {
    id: 'heat',
    rule: 'Away from radiators, stoves and other heat; beside it is taken as nearer than 5 ft (1.5 m)',
    source: LAW.heat,
    ...(toHeat !== null && { inputs: { toHeat: { amount: toHeat, unit: 'm' as const } } }),
  }
  if (toHeat === null || !Number.isFinite(toHeat) || toHeat < 0)
    return line(rule, {
      level: 'unknown',
      sentence: 'How far the next heat is, is not told.',
      remedy: 'Measure it.',
    })
  return toHeat < 1.5
    ? line(rule, {
        level: 'stop',
        legal: true,
        sentence: 'A source of heat stands beside them.',
        remedy: 'Move the cylinders.',
      })
    : line(rule, { level: 'clear', sentence: 'No heat stands beside them.' })
}

const isAmount = (told: number | null): boolean =>
  told !== null && Number.isFinite(told) && told >= 0

/**
 * Whether as much fuel gas may stand in one place inside. What is connected or in use does not count against the quantity;
 * empties do, as nobody weighs them.
 * @returns null where no fuel gas stands there
 */
export function judgeFuelQuantity(
  indoors: boolean | null,
  cylinders: readonly Stored[],
): Finding | null {
  const fuel = dangersIn(cylinders, 'fuel').filter(
    (one) => one.state !== 'inUse' && one.state !== 'connected',
  )
  if (fuel.length === 0) return null
  const gas = fuel.filter((one) => !one.parts?.propane)
  const petroleum = fuel.filter((one) => one.parts?.propane)
  const sum = (from: Stored[], of: (one: Stored) => number | null): number | null =>
    from.some((one) => !isAmount(of(one))) ? null : from.reduce((total, one) => total + of(one)!, 0)
  const volume = sum(gas, (one) => one.full)
  const weight = sum(petroleum, (one) => one.liquidPetroleum)
  const rule: Line = {
    id: 'quantity',
    rule: 'Inside at most 2,000 ft³ of fuel gas and 300 lb of propane, those in use not counted',
    source: LAW.quantity,
    inputs: {
      ...(volume !== null && { fuelGas: { amount: volume, unit: 'm3' as const } }),
      ...(weight !== null && { propane: { amount: weight, unit: 'kg' as const } }),
    },
  }
  if (indoors === false)
    return line(rule, {
      level: 'clear',
      sentence: 'Outdoors the quantity is not limited by this rule.',
    })
  // What is known may be too much already, whatever else stands there.
  const atLeast = (from: Stored[], of: (one: Stored) => number | null): number =>
    from.reduce((total, one) => total + (isAmount(of(one)) ? of(one)! : 0), 0)
  const over =
    atLeast(gas, (one) => one.full) > MOST_FUEL + ROUNDING ||
    atLeast(petroleum, (one) => one.liquidPetroleum) > MOST_PETROLEUM + ROUNDING
  if (over && indoors)
    return line(rule, {
      level: 'stop',
      legal: true,
      sentence: 'More fuel gas stands here than is allowed inside.',
      remedy: 'Take some outdoors or into a room made for it.',
    })
  if (volume === null || weight === null || indoors === null)
    return line(rule, {
      level: 'unknown',
      sentence: 'How much fuel gas stands here, or whether it is inside, is not told.',
      remedy: 'Enter the size of each cylinder, and whether the store is inside.',
    })
  return line(rule, { level: 'clear', sentence: 'The quantity of fuel gas is allowed.' })
}

const each = (
  cylinders: readonly Stored[],
  of: (one: Stored) => boolean | null,
  rule: Line,
  words: { bad: string; untold: string; good: string; remedy: string },
): Finding | null => {
  const bad = cylinders.filter((one) => of(one) === false).map((one) => one.label)
  const untold = cylinders.filter((one) => of(one) === null).map((one) => one.label)
  if (bad.length > 0)
    return line(rule, {
      level: 'stop',
      legal: true,
      sentence: `${words.bad}: ${listed(bad)}.`,
      remedy: words.remedy,
    })
  if (untold.length > 0)
    return line(rule, {
      level: 'unknown',
      sentence: `${words.untold}: ${listed(untold)}.`,
      remedy: 'Look, and enter it.',
    })
  return line(rule, { level: 'clear', sentence: words.good })
}

const capped = (cylinders: readonly Stored[]): Finding | null =>
  each(
    cylinders.filter((one) => one.state !== 'inUse' && one.state !== 'connected'),
    (one) => one.capped,
    { id: 'cap', rule: 'Caps on whenever no regulator is on', source: LAW.cap },
    {
      bad: 'Without its cap',
      untold: 'Whether the cap is on is not told',
      good: 'All caps are on.',
      remedy: 'Put the cap on before anything else.',
    },
  )

const chained = (cylinders: readonly Stored[]): Finding | null =>
  each(
    cylinders,
    (one) => one.chained,
    { id: 'chain', rule: 'Upright and chained', source: LAW.chain },
    {
      bad: 'Not chained',
      untold: 'Whether it is chained is not told',
      good: 'All stand chained.',
      remedy: 'Chain it to the wall, the stand or the cart.',
    },
  )

function fullAndEmpty({ apart }: Store, cylinders: readonly Stored[]): Finding | null {
  const states = new Set(cylinders.map((one) => one.state))
  if (!states.has('full') || !states.has('empty')) return null
  const rule: Line = {
    id: 'empties',
    rule: 'Full and empty apart and marked',
    source: COMMON_PRACTICE,
  }
  if (apart === null)
    return line(rule, {
      level: 'unknown',
      sentence: 'Whether full and empty stand apart is not told.',
      remedy: 'Look, and enter it.',
    })
  return apart
    ? line(rule, { level: 'clear', sentence: 'Full and empty stand apart.' })
    : line(rule, {
        level: 'caution',
        sentence: 'Full and empty stand together.',
        remedy: 'Part them, and mark the empty ones.',
      })
}
