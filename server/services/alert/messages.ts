import { randomUUID } from 'node:crypto'
import { CIRCLES, isMuster, type Circle } from '#core/alert/kinds'
import { calledPeople, type CalledRow } from '#server/db/alert-people'
import type { AlertRow } from '#server/db/alert'
import { lateRoundSince } from '#server/db/alert-watch'
import { calledAway, insertMessages, type NewMessage } from '#server/db/message'
import type { Db } from '#server/db/pool'
import { enqueue } from '#server/db/queue'
import type { Channel } from '#shared/alert/channels'
import {
  alertBody,
  alertHeading,
  overBody,
  overHeading,
  type AlertSubject,
} from '#shared/alert/text'
import { siteClock, siteMoment } from '../shop/day'
import { channelsOpen } from './channels'

/** Where and when messages are made. */
export interface Office {
  organisation: string
  site: string
  timeZone: string
  now: Date
}

type Unsent = Omit<NewMessage, 'id' | 'sentAt'>
type Addressed = Pick<NewMessage, 'person' | 'contact' | 'channel' | 'address'>

/** A step of an alert that calls people. */
export interface Call {
  alert: AlertRow
  step: number
  circle: Circle
}

/** Tell everybody whom some steps call. Told twice of the same step, nobody hears it twice. */
export async function tellSteps(db: Db, office: Office, calls: readonly Call[]): Promise<void> {
  if (calls.length === 0) return
  const called = await calledPeople(
    db,
    office.site,
    calls.map(({ alert }) => alert.permit_id),
  )
  await send(
    db,
    office,
    calls.flatMap((call) => messagesOf(office, call, called)),
  )
}

function messagesOf(
  office: Office,
  { alert, step, circle }: Call,
  called: readonly CalledRow[],
): Unsent[] {
  const subject = subjectOf(office, alert)
  const link = linkOf(alert, circle)
  // Who stands there is nobody's business outside the shop.
  const outside = alertBody({ ...subject, watch: null }, step)
  const inside = alertBody(subject, step)
  return (
    called
      .filter(({ permit_id }) => permit_id === alert.permit_id)
      .filter((one) => CIRCLES.indexOf(one.circle) <= CIRCLES.indexOf(circle))
      // A rehearsal stays in the shop, and so does a drill.
      .filter(({ contact_id }) => contact_id === null || !isPractice(alert))
      .flatMap((one) => addressesOf(one, circle))
      .map((to) => ({
        ...to,
        subject: alertHeading(subject),
        body: to.contact === null ? inside : outside,
        link,
        alert: alert.id,
        step,
      }))
  )
}

/** Tell those who were called away from a screen that it is over. */
export async function tellOver(db: Db, office: Office, alert: AlertRow): Promise<void> {
  const subject = subjectOf(office, alert)
  const minutes = Math.max(0, Math.round((office.now.getTime() - alert.since.getTime()) / 60_000))
  const texts = {
    subject: overHeading(subject),
    body: overBody(subject, minutes, await lateRoundOf(db, office, alert)),
    link: linkOf(alert, 'everybody'),
  }
  const away = await calledAway(db, alert.id)
  await send(
    db,
    office,
    away.map((to) => ({ ...to, ...texts, alert: alert.id, step: null })),
  )
}

/** The round for which people were called, where it had been made and came late. */
async function lateRoundOf(
  db: Db,
  office: Office,
  { kind, permit_id: permit, since }: AlertRow,
): Promise<{ made: string; came: string } | null> {
  const late = kind === 'round' && permit ? await lateRoundSince(db, permit, since) : null
  return late && { made: sinceText(office, late.made_at), came: sinceText(office, late.came_at) }
}

/** A trial to somebody's own addresses. */
export async function tellTrial(
  db: Db,
  office: Office,
  to: Omit<CalledRow, 'permit_id'>,
): Promise<number> {
  const addresses = addressesOf(to, 'everybody').filter(({ channel }) => channel !== 'page')
  const texts = {
    subject: 'A trial from Zonaris',
    body: 'Alerts of your shop reach you here. There is nothing to do.',
    link: '/account',
  }
  await send(
    db,
    office,
    addresses.map((address) => ({ ...address, ...texts, alert: null, step: null })),
  )
  return addresses.length
}

/** The watch is reminded where it looks anyway; whoever is called away from other work gets it every way. */
function addressesOf(to: Omit<CalledRow, 'permit_id'>, circle: Circle): Addressed[] {
  const { person_id: person, contact_id: contact } = to
  const all: { channel: Channel; address: string | null }[] = [
    ...(person ? [{ channel: 'page' as const, address: '' }] : []),
    ...to.devices.map((device) => ({ channel: 'push' as const, address: device })),
    { channel: 'text', address: to.phone },
    { channel: 'mail', address: circle === 'watch' ? null : to.email },
  ]
  return all.flatMap(({ channel, address }) =>
    address !== null && channelsOpen()[channel] ? [{ person, contact, channel, address }] : [],
  )
}

async function send(db: Db, office: Office, messages: readonly Unsent[]): Promise<void> {
  if (messages.length === 0) return
  const { organisation, site, now } = office
  const made = await insertMessages(
    db,
    { organisation, site, at: now },
    messages.map((message) => ({
      ...message,
      id: randomUUID(),
      sentAt: message.channel === 'page' ? now : null,
    })),
  )
  await enqueue(
    db,
    made
      .filter(({ channel }) => channel !== 'page')
      .map(({ id }) => ({ id, organisation: office.organisation })),
  )
}

const isPractice = ({ rehearsal, kind }: AlertRow): boolean => rehearsal || kind === 'drill'

function linkOf({ permit_id, kind }: AlertRow, circle: Circle): string {
  if (isMuster(kind)) return '/muster'
  return permit_id && kind === 'round' && circle === 'watch' ? `/watch/${permit_id}` : '/alerts'
}

const subjectOf = (office: Pick<Office, 'timeZone' | 'now'>, alert: AlertRow): AlertSubject => ({
  kind: alert.kind,
  number: alert.permit_number,
  place: alert.place,
  watch: alert.watch,
  since: sinceText(office, alert.since),
  note: alert.note,
  rehearsal: alert.rehearsal,
})

/** Beyond a shift the clock alone does not say which day it was, ms. */
const A_SHIFT = 12 * 3_600_000

const sinceText = ({ timeZone, now }: Pick<Office, 'timeZone' | 'now'>, at: Date): string =>
  now.getTime() - at.getTime() < A_SHIFT ? siteClock(at, timeZone) : siteMoment(at, timeZone)
