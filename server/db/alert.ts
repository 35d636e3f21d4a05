import sql from 'sql-template-tag'
import type { AlertKind, Circle } from '#core/alert/kinds'
import type { Db } from './pool'
import { insertInto } from './insert'
import { pageOf, type Page } from './page'

export interface AlertRow {
  id: string
  kind: AlertKind
  key: string
  permit_id: string | null
  device_id: string | null
  since: Date
  raised_at: Date
  raised_by: string | null
  note: string
  ended_at: Date | null
  rehearsal: boolean
  permit_number: number | null
  /** Of the permit, of the monitor its station, or the site. */
  place: string
  /** Who watches, or what the monitor is called. */
  watch: string | null
  raised_name: string | null
}

const COLUMNS = sql`
  a.id, a.kind, a.key, a.permit_id, a.device_id, a.since, a.raised_at, a.raised_by, a.note,
  a.ended_at, a.rehearsal, p.number AS permit_number, coalesce(p.place, s.name, t.name) AS place,
  coalesce(f.name, d.name) AS watch, r.name AS raised_name
`
const FROM = sql`
  alert a
    JOIN site t ON t.id = a.site_id
    LEFT JOIN permit p ON p.id = a.permit_id
    LEFT JOIN person f ON f.id = p.fire_watch_id
    LEFT JOIN air_device d ON d.id = a.device_id
    LEFT JOIN station s ON s.id = d.station_id
    LEFT JOIN person r ON r.id = a.raised_by
`

export interface NewAlert {
  id: string
  kind: AlertKind
  key: string
  permit: string | null
  device: string | null
  since: Date
  by: string | null
  note: string
  rehearsal: boolean
}

/** Raise alerts. One that is open for the same need stays as it is. */
export async function insertAlerts(
  db: Db,
  { organisation, site, at }: { organisation: string; site: string; at: Date },
  alerts: readonly NewAlert[],
): Promise<void> {
  if (alerts.length === 0) return
  await db.query(sql`
    INSERT INTO alert (
      id, organisation_id, site_id, kind, key, permit_id, device_id, since, raised_at, raised_by, note, rehearsal
    )
    SELECT
      a.id, ${organisation}, ${site}, a.kind, a.key, a.permit, a.device, a.since, ${at}, a.by, a.note, a.rehearsal
    FROM jsonb_to_recordset(${JSON.stringify(alerts)}) AS a (
      id uuid, kind text, key text, permit uuid, device uuid, since timestamptz, by uuid, note text,
      rehearsal boolean
    )
    ON CONFLICT DO NOTHING
  `)
}

/** Alerts of a site that are not over, the oldest first. */
export async function openAlerts(db: Db, site: string): Promise<AlertRow[]> {
  const { rows } = await db.query<AlertRow>(sql`
    SELECT ${COLUMNS}
    FROM ${FROM}
    WHERE a.site_id = ${site} AND a.ended_at IS NULL
    ORDER BY a.kind NOT IN ('fire', 'evacuation'), a.since, a.id
  `)
  return rows
}

export const pastAlerts = (db: Db, site: string, page: number): Promise<Page<AlertRow>> =>
  pageOf(
    db,
    page,
    {
      select: COLUMNS,
      from: sql`${FROM} WHERE a.site_id = ${site} AND a.ended_at IS NOT NULL`,
      order: sql`a.since DESC, a.id`,
    },
    (row: AlertRow) => row,
  )

export async function findAlert(db: Db, site: string, id: string): Promise<AlertRow | null> {
  const { rows } = await db.query<AlertRow>(sql`
    SELECT ${COLUMNS}
    FROM ${FROM}
    WHERE a.site_id = ${site} AND a.id = ${id}
  `)
  return rows[0] ?? null
}

/** An alert of a site, held until the transaction ends. */
export async function holdAlert(db: Db, site: string, id: string): Promise<AlertRow | null> {
  const { rows } = await db.query<AlertRow>(sql`
    SELECT ${COLUMNS}
    FROM ${FROM}
    WHERE a.site_id = ${site} AND a.id = ${id}
    FOR UPDATE OF a
  `)
  return rows[0] ?? null
}

export async function endAlert(db: Db, id: string, at: Date): Promise<void> {
  await db.query(sql`UPDATE alert SET ended_at = ${at} WHERE id = ${id} AND ended_at IS NULL`)
}

export interface StepRow {
  alert_id: string
  step: number
  circle: Circle
  due_at: Date
  at: Date
}

/** Write that steps of alerts were reached. */
export async function insertSteps(
  db: Db,
  { organisation, site }: { organisation: string; site: string },
  steps: readonly StepRow[],
): Promise<void> {
  if (steps.length === 0) return
  await db.query(sql`
    INSERT INTO alert_step (organisation_id, site_id, alert_id, step, circle, due_at, at)
    SELECT ${organisation}, ${site}, s.alert_id, s.step, s.circle, s.due_at, s.at
    FROM jsonb_to_recordset(${JSON.stringify(steps)})
      AS s (alert_id uuid, step integer, circle text, due_at timestamptz, at timestamptz)
  `)
}

export async function stepsOf(db: Db, alerts: readonly string[]): Promise<StepRow[]> {
  const { rows } = await db.query<StepRow>(sql`
    SELECT alert_id, step, circle, due_at, at
    FROM alert_step
    WHERE alert_id = ANY (${alerts})
    ORDER BY alert_id, step
  `)
  return rows
}

export interface AnswerRow {
  alert_id: string
  person_id: string
  person: string
  at: Date
}

export async function answersOf(db: Db, alerts: readonly string[]): Promise<AnswerRow[]> {
  const { rows } = await db.query<AnswerRow>(sql`
    SELECT a.alert_id, a.person_id, n.name AS person, a.at
    FROM alert_answer a JOIN person n ON n.id = a.person_id
    WHERE a.alert_id = ANY (${alerts})
    ORDER BY a.alert_id, a.at
  `)
  return rows
}

/** @returns whether this person had not said so before */
export async function insertAnswer(
  db: Db,
  row: { organisation: string; site: string; alert: string; person: string; at: Date },
): Promise<boolean> {
  const { rowCount } = await db.query(
    insertInto(
      'alert_answer',
      {
        organisation_id: row.organisation,
        site_id: row.site,
        alert_id: row.alert,
        person_id: row.person,
        at: row.at,
      },
      sql`ON CONFLICT DO NOTHING`,
    ),
  )
  return rowCount === 1
}
