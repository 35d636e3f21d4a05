import {
  defineEventHandler,
  getRouterParams,
  getQuery,
  getResponseStatus,
  setResponseHeader,
  setResponseStatus,
  type EventHandler,
  type H3Event,
} from 'h3'
import pg from 'pg'
import type { z } from 'zod'
import type { Contract } from '#shared/api/contract'
import { scopeNeeded } from '#shared/api/scopes'
import { covers } from '#shared/sign-in/scopes'
import { recordRefusal, type Actor } from '../services/actor'
import { LockedTry, recordTry } from '../services/inspection/lock'
import type { Late } from '../services/late/kept'
import { noteLate } from '../services/late/late'
import { findActor } from './actor'
import { publicOrigin, requireSameOrigin } from './origin'
import { readBytes, readJson, type Body } from './body'
import { readLate } from './late'
import { requireCleanText } from './text'
import { Written } from './written'
import { AppError, type Field } from '../errors'
import { log } from '../log'
import { countRequest } from '../services/metrics'

export interface Call<P, Q, B> {
  event: H3Event
  params: P
  query: Q
  body: B
  actor: Actor
}

/** A handler for one contract: parse, authorise, call, reply. Every failure leaves in the one error shape. */
export function route<
  P extends z.ZodType,
  Q extends z.ZodType,
  B extends z.ZodType,
  R extends z.ZodType,
>(
  contract: Contract<P, Q, B, R>,
  handle: (
    call: Call<z.output<P>, z.output<Q>, z.output<B>>,
  ) => Promise<Reply<z.input<R>>> | Reply<z.input<R>>,
): EventHandler {
  return defineEventHandler(async (event) => {
    setResponseHeader(event, 'cache-control', 'no-store')
    const begun = performance.now()
    const counted = (): void =>
      countRequest(contract.id, getResponseStatus(event), (performance.now() - begun) / 1000)
    let by: Actor | null = null
    let refused: ((error: unknown) => Promise<void>) | null = null
    try {
      if (contract.method !== 'GET') requireSameOrigin(event)
      const actor = contract.roles === 'public' ? null : await authorise(event, contract)
      by = actor
      const params = parse(contract.params, getRouterParams(event))
      const query = parse(contract.query, getQuery(event))
      const sent = contract.body ? await readBody(event, contract) : NO_BODY
      const late = actor && (await readLate(event, actor, contract.late ?? false, sent.bytes))
      const what = { route: contract.id, subject: subjectOf(params, query) }
      if (late) refused = (error) => noteRefused(by!, late, what, sent.value, error)
      const body = contract.body ? parse(contract.body, sent.value) : undefined
      const reply = await handle({
        event,
        params,
        query,
        body,
        actor: late ? { ...actor, late } : actor,
      } as Call<z.output<P>, z.output<Q>, z.output<B>>)
      if (late) await noteLate(actor!, late, what, null)
      // A handler that knows better, as that nothing has changed, has said so.
      if (getResponseStatus(event) === 200) setResponseStatus(event, contract.status ?? 200)
      counted()
      return reply instanceof Written ? sendJson(event, reply) : reply
    } catch (error) {
      const answer = await refusal(error)
      counted()
      return answer
    }

    async function refusal(error: unknown): Promise<ReturnType<typeof refuse>> {
      try {
        if (error instanceof LockedTry && by) await recordTry(by, error)
        await refused?.(error)
      } catch (failure) {
        return refuse(event, failure)
      }
      return refuse(event, error)
    }
  })
}

/** What a handler answers: something to be written as JSON, or written already. */
type Reply<T> = T | Written<T>

function sendJson(event: H3Event, { json }: Written<unknown>): string {
  setResponseHeader(event, 'content-type', 'application/json')
  return json
}

const NO_BODY: Body = { bytes: new Uint8Array(), value: undefined }

const readBody = (event: H3Event, { takes, largest }: Contract): Promise<Body> =>
  takes ? readBytes(event, takes, largest) : readJson(event, largest)

/** What a request is about, as a permit or a piece of gear. */
function subjectOf(params: unknown, query: unknown): string | null {
  const { item } = (query ?? {}) as { item?: string }
  const { id } = (params ?? {}) as { id?: string }
  return item ?? id ?? null
}

/** An entry that came late and may not be written any more is kept all the same, for people to settle. */
async function noteRefused(
  actor: Actor,
  late: Late,
  what: { route: string; subject: string | null },
  content: unknown,
  error: unknown,
): Promise<void> {
  const known = error instanceof AppError ? error : fromDatabase(error)
  if (!known || known.status >= 500) return
  await noteLate(actor, late, what, {
    message: known.message,
    content: content instanceof Uint8Array ? null : withoutPin(content),
  })
}

/** No phone of ours keeps a PIN; another program may have sent one. */
function withoutPin(content: unknown): unknown {
  if (content === null || typeof content !== 'object' || Array.isArray(content)) return content
  const { pin: _, ...rest } = content as { pin?: unknown }
  return rest
}

/** By role, by the way in, and for a token by its scope. */
async function authorise(event: H3Event, contract: Contract): Promise<Actor> {
  publicOrigin(event)
  const actor = await findActor(event)
  if (!actor) throw new AppError(401, 'signed_out', 'Sign in first.')
  const refusal = refusalFor(actor, contract)
  if (!refusal) return actor
  await tellRefusal(actor, contract.id, refusal.code)
  throw refusal
}

/** Why this actor is not served here, or null. */
function refusalFor(actor: Actor, contract: Contract): AppError | null {
  const refuse = (code: string, message: string): AppError => new AppError(403, code, message)
  if (!contract.roles.includes(actor.role))
    return refuse('forbidden', 'Your role does not allow this.')
  if (actor.lacksFactor && !contract.beforeFactor)
    return refuse(
      'factor_needed',
      'This shop asks its safety leads for a second factor. Set it up on your account page first.',
    )
  if (actor.kind === 'booth' && !contract.booth)
    return refuse(
      'booth_only',
      'Signed in at a booth, you reach your card. For more sign in with email and password.',
    )
  if (actor.kind !== 'token') return null
  const needed = scopeNeeded(contract)
  if (needed === null)
    return refuse('no_token', 'This is for people who are signed in, not for programs.')
  return covers(actor.scopes ?? [], needed)
    ? null
    : refuse('out_of_scope', `This API token may not do this: it lacks ${needed}.`)
}

/** Refusals stand in the audit, of one person and route one a minute: the log is no target. */
const told = new Map<string, number>()
const TOLD_MOST = 5_000
const TELL_AGAIN_MS = 60_000

async function tellRefusal(actor: Actor, route: string, code: string): Promise<void> {
  const key = `${actor.person} ${route}`
  const now = Date.now()
  if (now - (told.get(key) ?? 0) < TELL_AGAIN_MS) return
  if (told.size >= TOLD_MOST) told.clear()
  told.set(key, now)
  await recordRefusal(actor, 'refused', actor.person, { route, code })
}

function parse<T extends z.ZodType>(
  schema: T | undefined,
  value: unknown,
): z.output<T> | undefined {
  if (!schema) return undefined
  requireCleanText(value)
  const result = schema.safeParse(value)
  if (result.success) return result.data
  const fields: Field[] = result.error.issues.map((issue) => ({
    path: issue.path.join('.') || (issue.code === 'unrecognized_keys' ? issue.keys.join(', ') : ''),
    message:
      issue.code === 'unrecognized_keys'
        ? `Unknown field: ${issue.keys.join(', ')}.`
        : issue.message,
  }))
  throw new AppError(400, 'invalid', fields[0]!.message, fields)
}

/** Violations of database rules that a person can run into, in words. */
const CONSTRAINTS: Record<string, { message: string; path: string }> = {
  person_email_once: { message: 'Another person already uses this email address.', path: 'email' },
  station_name_once: { message: 'Another station already has this name.', path: 'name' },
  gear_label_once: { message: 'Other gear already has this label.', path: 'label' },
  gear_kind_name_once: { message: 'Another kind already has this name.', path: 'name' },
  cylinder_label_once: { message: 'Another cylinder already has this label.', path: 'label' },
  person_number_once: {
    message: 'Another person already has this roster number.',
    path: 'rosterNumber',
  },
  house_chart_once_a_day: { message: 'A chart already begins on this day.', path: 'effectiveFrom' },
  course_name_once: { message: 'Another course already has this name.', path: 'name' },
  gas_store_name_once: { message: 'Another store already has this name.', path: 'name' },
  stock_code_once: { message: 'Another item of the store already has this code.', path: 'code' },
  session_helmet_once: {
    message: 'Someone else in this session wears this helmet.',
    path: 'set.helmetId',
  },
  permit_event_pkey: {
    message: 'This step was already taken on another permit.',
    path: 'eventId',
  },
  permit_template_name: { message: 'Another template has this name.', path: 'name' },
  permit_one_per_place: {
    message: 'Another permit is open for this place and time. Close it first, or change the times.',
    path: 'validFrom',
  },
}

export function refuse(
  event: H3Event,
  error: unknown,
): { error: { code: string; message: string; fields?: Field[]; version?: number } } {
  const known = error instanceof AppError ? error : fromDatabase(error)
  if (!known)
    log('error', 'A request failed.', error, {
      method: event.method,
      path: event.path.split('?')[0]!,
    })
  setResponseStatus(event, known?.status ?? 500)
  if (known?.retryAfter) setResponseHeader(event, 'retry-after', known.retryAfter)
  return {
    error: known
      ? {
          code: known.code,
          message: known.message,
          ...(known.fields && { fields: known.fields }),
          ...(known.version !== undefined && { version: known.version }),
        }
      : {
          code: 'internal',
          message: 'Something broke on the server. Nothing was saved; try again.',
        },
  }
}

function fromDatabase(error: unknown): AppError | null {
  if (error instanceof pg.DatabaseError) {
    const rule = error.constraint ? CONSTRAINTS[error.constraint] : undefined
    if (rule) return new AppError(409, 'conflict', rule.message, [rule])
    if (error.code === '23505')
      return new AppError(409, 'conflict', 'This identifier is already used.')
    if (error.code === '23503')
      return new AppError(400, 'invalid', 'Something named here does not exist.')
    if (error.code?.startsWith('22'))
      return new AppError(400, 'invalid', 'A value here is outside of what can be kept.')
    if (error.code && BUSY.includes(error.code)) return busy()
    if (error.code === DISK_FULL) return full()
    // 25006: it takes no writes, as a standby.
    if (error.code === '25006' || /^(57P|08)/.test(error.code ?? '')) return away()
    return null
  }
  const { code, message = '' } = (error ?? {}) as { code?: string; message?: string }
  if (/timeout exceeded when trying to connect|Query read timeout/.test(message)) return busy()
  const lost =
    code === 'ECONNREFUSED' ||
    code === 'ECONNRESET' ||
    /Connection terminated|Client has encountered a connection error/.test(message)
  return lost ? away() : null
}

/** A lock or a statement that took too long, two that came across each other again and again, or too many at once. */
const BUSY = ['55P03', '57014', '40001', '40P01', '53200', '53300']

const DISK_FULL = '53100'
const full = (): AppError =>
  new AppError(
    503,
    'disk_full',
    'The disk under the database is full. Nothing was saved: whoever runs Zonaris has to make room.',
    undefined,
    30,
  )

const busy = (): AppError =>
  new AppError(
    503,
    'busy',
    'The server has its hands full. Nothing was saved; try again in a moment.',
    undefined,
    5,
  )

const away = (): AppError =>
  new AppError(
    503,
    'database_away',
    'The database is away for a moment. Nothing was lost; try again.',
    undefined,
    2,
  )
