import { SAID_TO_BE_OVER, type AlertKind } from '#core/alert/kinds'

/** What an alert is about, as people are told. */
export interface AlertSubject {
  kind: AlertKind
  /** Of the permit; null: of a monitor. */
  number: number | null
  place: string
  /** Who watches, or what the monitor is called. */
  watch: string | null
  /** Since when, as a clock time of the site. */
  since: string
  note: string
  rehearsal: boolean
}

const HEADING: Record<AlertKind, string> = {
  fire: 'FIRE ALARM',
  evacuation: 'EVERYBODY OUT',
  drill: 'DRILL, everybody out',
  round: 'Round of the watch is due',
  unwatched: 'Work goes on with nobody at the watch',
  silent_phone: 'The phone of the watch is silent',
  expiring: 'Permit runs out soon',
  overrun: 'Permit ran out, work was not stopped',
  detectors: 'Detectors are not put back',
  silent_monitor: 'Air monitor is silent',
}

/** What is to be done by whoever is told. */
const TO_DO: Record<AlertKind, string> = {
  evacuation:
    'Leave by the nearest way out, go to the meeting point, and have yourself counted. Nobody goes back in.',
  drill: 'As if it were real: leave, go to the meeting point, and have yourself counted.',
  fire: 'Get people out, call the fire service, follow the emergency plan of the site.',
  round: 'Walk the round, and log it.',
  unwatched: 'Open the watch on the phone of whoever stands there, or stop the work.',
  silent_phone: 'Go and see whether somebody stands there.',
  expiring: 'Stop in time, or have it extended.',
  overrun: 'Stop the work, and say that the last arc is out.',
  detectors: 'Put them back in service, and close the permit.',
  silent_monitor: 'The air is not known there. Look at the monitor.',
}

const placeOf = ({ number, place }: AlertSubject): string =>
  number === null ? place : `permit ${number}, ${place}`

/** In a rehearsal nobody is to run. */
const practice = ({ rehearsal }: AlertSubject): string => (rehearsal ? 'Rehearsal. ' : '')

/** One line, for a list and the top of a message. */
export const alertHeading = (subject: AlertSubject): string =>
  `${practice(subject)}${HEADING[subject.kind]}: ${placeOf(subject)}`

export const alertToDo = (kind: AlertKind): string => TO_DO[kind]

const watchLine = ({ number, watch }: AlertSubject): string[] => {
  if (!watch) return []
  return [number === null ? `Monitor: ${watch}.` : `Watch: ${watch}.`]
}

/** What somebody is told, beside the heading. @param calls how often people were called before */
export const alertBody = (subject: AlertSubject, calls: number): string =>
  [
    `Since ${subject.since}.`,
    ...watchLine(subject),
    ...(subject.note ? [subject.note] : []),
    TO_DO[subject.kind],
    ...(calls > 0 ? ['It still stands.'] : []),
  ].join(' ')

export const overHeading = (subject: AlertSubject): string =>
  `${practice(subject)}Over: ${HEADING[subject.kind].toLowerCase()}, ${placeOf(subject)}`

/**
 * That nobody is called any more, and no more than is known.
 * @param minutes from the moment on that it was there
 * @param late clock times of a round that had been made and came only later
 */
export function overBody(
  { kind, since }: AlertSubject,
  minutes: number,
  late: { made: string; came: string } | null,
): string {
  if (SAID_TO_BE_OVER.includes(kind))
    return `Whoever is in charge says so, ${minutes} min after ${since}.`
  const over = `Nobody is called for it any more, ${minutes} min after ${since}.`
  return late ? `${over} A round made ${late.made} without a signal reached us ${late.came}.` : over
}
