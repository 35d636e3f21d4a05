import type { AlertKind } from '#core/alert/kinds'

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

/** That nobody is called any more, and no more than that: not why. @param minutes from the moment on that it was there */
export const overBody = (subject: AlertSubject, minutes: number): string =>
  subject.kind === 'fire'
    ? `Whoever is in charge says so, ${minutes} min after ${subject.since}.`
    : `Nobody is called for it any more, ${minutes} min after ${subject.since}.`
