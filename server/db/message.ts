import sql from 'sql-template-tag'
import type { Channel } from '#shared/alert/channels'
import type { Db } from './pool'

/** Something that somebody is told. */
export interface NewMessage {
  id: string
  alert: string | null
  /** The step that it belongs to; null: that the alert is over, or a trial. */
  step: number | null
  person: string | null
  contact: string | null
  channel: Channel
  address: string
  subject: string
  body: string
  link: string
  /** What stands on screens is there as soon as it is written. */
  sentAt: Date | null
}

/** Write messages; what somebody was told of the same step stays as it is. @returns those that were new */
export async function insertMessages(
  db: Db,
  { organisation, site, at }: { organisation: string; site: string; at: Date },
  messages: readonly NewMessage[],
): Promise<{ id: string; channel: Channel }[]> {
  const { rows } = await db.query<{ id: string; channel: Channel }>(sql`
    INSERT INTO message (
      id, organisation_id, site_id, alert_id, step, person_id, contact_id, channel, address,
      subject, body, link, made_at, sent_at
    )
    SELECT
      m.id, ${organisation}, ${site}, m.alert, m.step, m.person, m.contact, m.channel, m.address,
      m.subject, m.body, m.link, ${at}, m."sentAt"
    FROM jsonb_to_recordset(${JSON.stringify(messages)}) AS m (
      id uuid, alert uuid, step integer, person uuid, contact uuid, channel text, address text,
      subject text, body text, link text, "sentAt" timestamptz
    )
    ON CONFLICT DO NOTHING
    RETURNING id, channel
  `)
  return rows
}

export interface MessageRow {
  id: string
  alert_id: string | null
  step: number | null
  person_id: string | null
  contact_id: string | null
  name: string
  channel: Channel
  address: string
  subject: string
  body: string
  link: string
  made_at: Date
  sent_at: Date | null
  tries: number
  failure: string | null
  given_up_at: Date | null
}

const COLUMNS = sql`
  m.id, m.alert_id, m.step, m.person_id, m.contact_id, coalesce(n.name, o.name) AS name, m.channel,
  m.address, m.subject, m.body, m.link, m.made_at, m.sent_at, m.tries, m.failure, m.given_up_at
`
const FROM = sql`
  message m
    LEFT JOIN person n ON n.id = m.person_id
    LEFT JOIN outside_contact o ON o.id = m.contact_id
`

export async function findMessage(db: Db, id: string): Promise<MessageRow | null> {
  const { rows } = await db.query<MessageRow>(
    sql`SELECT ${COLUMNS} FROM ${FROM} WHERE m.id = ${id}`,
  )
  return rows[0] ?? null
}

/** What was told of an alert, in order. */
export async function messagesOf(db: Db, alert: string): Promise<MessageRow[]> {
  const { rows } = await db.query<MessageRow>(sql`
    SELECT ${COLUMNS}
    FROM ${FROM}
    WHERE m.alert_id = ${alert}
    ORDER BY m.made_at, m.step NULLS LAST, name, m.channel
  `)
  return rows
}

/** Whether a person was told of each of some alerts. */
export async function alertsToldTo(
  db: Db,
  person: string,
  alerts: readonly string[],
): Promise<Set<string>> {
  const { rows } = await db.query<{ alert_id: string }>(sql`
    SELECT DISTINCT alert_id
    FROM message
    WHERE person_id = ${person} AND alert_id = ANY (${alerts})
  `)
  return new Set(rows.map(({ alert_id }) => alert_id))
}

/** Those who were called away from a screen, beyond the watch: they are told when it is over. */
export async function calledAway(
  db: Db,
  alert: string,
): Promise<Pick<NewMessage, 'person' | 'contact' | 'channel' | 'address'>[]> {
  const { rows } = await db.query(sql`
    SELECT DISTINCT m.person_id AS person, m.contact_id AS contact, m.channel, m.address
    FROM message m JOIN alert_step s ON s.alert_id = m.alert_id AND s.step = m.step
    WHERE m.alert_id = ${alert} AND m.channel <> 'page' AND s.circle <> 'watch'
  `)
  return rows
}

/** A try came to an end. @param failure null: it was sent */
export async function markTried(
  db: Db,
  id: string,
  { at, failure }: { at: Date; failure: string | null },
): Promise<void> {
  await db.query(sql`
    UPDATE message
    SET
      tries = tries + 1,
      failure = ${failure},
      sent_at = CASE WHEN ${failure}::text IS NULL THEN coalesce(sent_at, ${at}) ELSE sent_at END
    WHERE id = ${id}
  `)
}

export async function markGivenUp(db: Db, id: string, at: Date): Promise<void> {
  await db.query(sql`
    UPDATE message SET given_up_at = ${at} WHERE id = ${id} AND sent_at IS NULL AND given_up_at IS NULL
  `)
}
