import type { z } from 'zod'
import { ladder } from '#core/alert/ladder'
import type { AlertRules } from '#core/alert/rules'
import {
  answersOf,
  openAlerts,
  pastAlerts,
  stepsOf,
  type AlertRow,
  type AnswerRow,
  type StepRow,
} from '#server/db/alert'
import { findAlertRules } from '#server/db/alert-rule'
import { alertsToldTo, messagesOf, type MessageRow } from '#server/db/message'
import type { Page } from '#server/db/page'
import { inOrganisation, type Db } from '#server/db/pool'
import type { alertSchema, messageSchema } from '#shared/alert/schema'
import { isStaff, type Actor } from '../actor'
import { requireAlert } from './answer'

type Alert = z.input<typeof alertSchema>

export const readAlerts = (actor: Actor): Promise<Alert[]> =>
  inOrganisation(actor.organisation, async (db) =>
    view(db, actor, await openAlerts(db, actor.site)),
  )

export const readPastAlerts = (actor: Actor, page: number): Promise<Page<Alert>> =>
  inOrganisation(actor.organisation, async (db) => {
    const past = await pastAlerts(db, actor.site, page)
    return { ...past, rows: await view(db, actor, past.rows) }
  })

/** What is read of some alerts, in as many statements as of one. */
async function view(db: Db, actor: Actor, rows: readonly AlertRow[]): Promise<Alert[]> {
  if (rows.length === 0) return []
  const ids = rows.map(({ id }) => id)
  const rules = await findAlertRules(db, actor.site)
  const steps = await stepsOf(db, ids)
  const answers = await answersOf(db, ids)
  const told = await alertsToldTo(db, actor.person, ids)
  return rows.map((row) =>
    toAlert(actor, row, {
      rules,
      steps: steps.filter(({ alert_id }) => alert_id === row.id),
      answers: answers.filter(({ alert_id }) => alert_id === row.id),
      isTold: told.has(row.id),
    }),
  )
}

interface Around {
  rules: AlertRules
  steps: readonly StepRow[]
  answers: readonly AnswerRow[]
  isTold: boolean
}

function toAlert(actor: Actor, row: AlertRow, around: Around): Alert {
  const { steps, answers, isTold } = around
  const hasAnswered = answers.some(({ person_id }) => person_id === actor.person)
  return {
    id: row.id,
    kind: row.kind,
    permitId: row.permit_id,
    number: row.permit_number,
    place: row.place,
    watch: row.watch,
    since: row.since.toISOString(),
    raisedBy: row.raised_name,
    note: row.note,
    endedAt: row.ended_at?.toISOString() ?? null,
    rehearsal: row.rehearsal,
    steps: steps.map(({ circle, due_at, at }) => ({
      circle,
      dueAt: due_at.toISOString(),
      at: at.toISOString(),
    })),
    next: row.ended_at ? null : nextOf(row, around),
    answers: answers.map(({ person, at }) => ({ person, at: at.toISOString() })),
    mayAnswer:
      row.ended_at === null &&
      !hasAnswered &&
      (isStaff(actor) || (isTold && actor.role === 'worker')),
  }
}

function nextOf(row: AlertRow, { rules, steps, answers }: Around): Alert['next'] {
  const climb = {
    kind: row.kind,
    since: row.since.getTime(),
    taken: steps.map(({ at }) => at.getTime()),
    answers: answers.map(({ at }) => at.getTime()),
  }
  const next = ladder(climb, rules)[steps.length]
  return next ? { circle: next.circle, at: new Date(next.at).toISOString() } : null
}

export const readMessages = (actor: Actor, id: string): Promise<z.input<typeof messageSchema>[]> =>
  inOrganisation(actor.organisation, async (db) => {
    await requireAlert(db, actor, id)
    return (await messagesOf(db, id)).map(toMessage)
  })

const toMessage = (row: MessageRow): z.input<typeof messageSchema> => ({
  id: row.id,
  name: row.name,
  channel: row.channel,
  address: hidden(row),
  subject: row.subject,
  step: row.step,
  madeAt: row.made_at.toISOString(),
  sentAt: row.sent_at?.toISOString() ?? null,
  tries: row.tries,
  failure: row.failure,
  givenUpAt: row.given_up_at?.toISOString() ?? null,
})

const SHOWN = 3

/** Enough of an address to know it by, and not enough to use it. */
function hidden({ channel, address }: Pick<MessageRow, 'channel' | 'address'>): string {
  if (channel === 'text') return `…${address.slice(-SHOWN)}`
  if (channel !== 'mail') return ''
  const at = address.lastIndexOf('@')
  return `${address.slice(0, Math.min(1, at))}…${address.slice(at)}`
}
