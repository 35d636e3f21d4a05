import { byWorst, type Finding, type Reason } from '../finding/finding'
import { COMMON_PRACTICE } from '../finding/source'
import { dayText } from '../calendar/day'
import type { ChecklistLine } from './line'
import { ROUND_LINES } from './rounds.table'

/** Rounds through a place rather than of a piece: what is looked at is the shop, or a booth. An arrival is how the next person finds what was handed over. */
export const ROUNDS = ['opening', 'closing', 'handover', 'arrival'] as const
export type Round = (typeof ROUNDS)[number]
/** Those that have a list of their own: an arrival goes by the list of the handover. */
export const LISTED_ROUNDS = ['opening', 'closing', 'handover'] as const
export type ListedRound = (typeof LISTED_ROUNDS)[number]
export const ROUND_NAME: Record<Round, string> = {
  opening: 'Opening',
  closing: 'Closing',
  handover: 'Booth handover',
  arrival: 'Booth taken over',
}

/** What a round goes through. */
export const ROUND_PLACES = ['shop', 'booth'] as const
export type RoundPlace = (typeof ROUND_PLACES)[number]
export const PLACE_OF_ROUND: Record<ListedRound, RoundPlace> = {
  opening: 'shop',
  closing: 'shop',
  handover: 'booth',
}
export const listOfRound = (round: Round): ListedRound => (round === 'arrival' ? 'handover' : round)
export const isOfBooth = (round: Round): boolean => PLACE_OF_ROUND[listOfRound(round)] === 'booth'

/** The lines of a round as the trade has them; none where a place has no such round. */
export const roundLines = (place: RoundPlace, round: ListedRound): readonly ChecklistLine[] =>
  PLACE_OF_ROUND[round] === place ? ROUND_LINES[round] : []

/** A round that was made. Days are ISO calendar days of the site. */
export interface RoundMade {
  round: Round
  person: string
  day: string
  /** ISO time. */
  at: string
}
/** What was found wanting on a round, until it is put right. */
interface OpenPoint {
  name: string
  note: string
  critical: boolean
  /** Who left it so; null: nobody knows. */
  leftBy: string | null
}

/** What is known of a booth. */
export interface BoothState {
  name: string
  today: string
  /** The newest handover, and how the next person found it. */
  handover: RoundMade | null
  arrival: RoundMade | null
  /** Who was there last, by the sessions. */
  used: { people: readonly string[]; day: string } | null
  open: readonly OpenPoint[]
}

/**
 * Whether a booth is as the next person wants to find it.
 * Something critical left open is a stop. Used and not handed over since, or never handed over: unknown.
 */
export function judgeBooth(booth: BoothState): Finding {
  const findings = [...judgePoints(booth.name, booth.open), judgeHandover(booth)]
  return byWorst(findings)[0]!
}

const RULE = 'The next person finds a booth as one would want to find it'
const reasonsFor = (place: string): Reason[] => [
  { rule: RULE, source: COMMON_PRACTICE, inputs: { place } },
]

function judgeHandover(booth: BoothState): Finding {
  const { name, today, used } = booth
  const users = used?.people.join(' and ')
  const base = { code: 'round.booth', step: 'gear' as const, reasons: reasonsFor(name) }
  const known = lastKnown(booth)
  if (known) {
    const how = known.round === 'arrival' ? 'was found in order by' : 'was handed over by'
    return {
      ...base,
      level: 'clear',
      sentence: `${name} ${how} ${known.person} on ${dayText(known.day)}.`,
    }
  }
  if (used?.day === today)
    return {
      ...base,
      level: 'caution',
      sentence: `${name} is in use by ${users} today.`,
      remedy: 'Hand it over before leaving.',
    }
  return {
    ...base,
    level: 'unknown',
    sentence: used
      ? `${users} used ${name} on ${dayText(used.day)} and did not hand it over.`
      : `Nobody has handed ${name} over yet.`,
    remedy: 'Look at it line by line before starting.',
  }
}

/** The round that says how a booth stands: a handover since it was used last, or an arrival on a later day, or one that answers that handover. */
function lastKnown({ handover, arrival, used }: BoothState): RoundMade | null {
  const handed = handover && (!used || handover.day >= used.day) ? handover : null
  if (!arrival) return handed
  if (handed) return arrival.at > handed.at ? arrival : handed
  return !used || arrival.day > used.day ? arrival : null
}

/** What was found wanting in a place and is not put right yet, each as a Finding. */
export const judgePoints = (place: string, open: readonly OpenPoint[]): Finding[] =>
  open.map((point) => ({
    code: 'round.open',
    step: 'gear' as const,
    level: point.critical ? 'stop' : 'caution',
    sentence: `${place}: ${point.name.toLowerCase()}, ${point.note}.`,
    remedy: point.leftBy
      ? `${point.leftBy} left it so. Put it right before work.`
      : 'Put it right before work.',
    reasons: reasonsFor(place),
  }))

/**
 * Whether the shop was opened today, and closed when it was last open.
 * @param lastOpenDay the open day before today; null: none known
 */
export function judgeShopRound(
  round: 'opening' | 'closing',
  last: RoundMade | null,
  { today, lastOpenDay }: { today: string; lastOpenDay: string | null },
): Finding {
  const base = { code: `round.${round}`, step: 'gear' as const, reasons: reasonsFor('Shop') }
  const name = ROUND_NAME[round]
  if (last && last.day === today)
    return { ...base, level: 'clear', sentence: `${name} made today by ${last.person}.` }
  if (round === 'opening')
    return {
      ...base,
      level: 'unknown',
      sentence: 'Nobody has made the opening round today.',
      remedy: 'Make it before the first arc.',
    }
  if (last && lastOpenDay !== null && last.day >= lastOpenDay)
    return {
      ...base,
      level: 'clear',
      sentence: `Closed on ${dayText(last.day)} by ${last.person}.`,
    }
  return {
    ...base,
    level: 'unknown',
    sentence: last
      ? `Last closed on ${dayText(last.day)}: not since.`
      : 'No closing round is on record.',
    remedy: 'Make the closing round when work ends.',
  }
}
