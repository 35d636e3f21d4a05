import type { z } from 'zod'
import type { ApiError, Contract } from '#shared/api/contract'
import { keepAnswer, keptAnswer } from './offline/answers'
import { heardServer, isOffline, lostSignal } from './offline/signal'

/** A refusal from the server, or from the way there. `fields` name what to correct. */
export class ApiFailure extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly fields: { path: string; message: string }[] = [],
    /** The version that stands, where another was sent. */
    readonly version?: number,
  ) {
    super(message)
  }
}

/** The server stands, its database does not. */
export const DATABASE_AWAY = 'database_away'

/** No answer by then is taken for none. */
const USUAL_MS = 20_000
const SLOW_MS = 120_000
/** Where this device has kept the answer of before, it is shown after so long; without a signal before, sooner. */
const KEPT_MS = 8_000
const KEPT_OFFLINE_MS = 3_000

export type Input<C extends Contract> = (C['params'] extends z.ZodType
  ? { params: z.input<C['params']> }
  : unknown) &
  (C['query'] extends z.ZodType ? { query?: z.input<C['query']> } : unknown) &
  (C['body'] extends z.ZodType ? { body: z.input<C['body']> } : unknown)

interface AnyInput {
  params?: Record<string, unknown>
  query?: Record<string, unknown>
  body?: unknown
}

export type CallOutput<C extends Contract> = z.output<C['response']>

/** Address of a route with its parameters and its query filled in. */
export function addressOf(
  route: { path: string },
  params: object = {},
  query: object = {},
): string {
  const values = params as Record<string, unknown>
  const path = route.path.replace(/\{(\w+)\}/g, (_, key: string) =>
    encodeURIComponent(String(values[key])),
  )
  const search = new URLSearchParams(
    Object.entries(query)
      .filter(([, value]) => value !== undefined && value !== '')
      .map(([key, value]) => [key, String(value)]),
  )
  return `/api/v1${path}${search.size > 0 ? `?${search}` : ''}`
}

/**
 * Call a route by its contract. Without a signal the answer of before is given, where this device keeps it.
 * @throws ApiFailure
 */
export async function call<C extends Contract>(route: C, input: Input<C>): Promise<CallOutput<C>> {
  if (!route.kept) return callFor(route, input, route.slow ? SLOW_MS : USUAL_MS)
  const { params, query } = input as AnyInput
  const address = addressOf(route, params, query)
  try {
    const answer = await callFor(route, input, isOffline() ? KEPT_OFFLINE_MS : KEPT_MS)
    void keepAnswer(address, answer)
    return answer
  } catch (error) {
    const isAway = error instanceof ApiFailure && (error.status === 0 || error.status === 503)
    const kept = isAway ? await keptAnswer(address) : null
    if (kept === null) throw error
    // Whatever kept the answer away: once the server is heard, it is read again.
    lostSignal()
    return kept as CallOutput<C>
  }
}

/** As `call`, by the server alone. @param patience ms after which no answer is taken for none */
export async function callFor<C extends Contract>(
  route: C,
  input: Input<C>,
  patience: number,
): Promise<CallOutput<C>> {
  const { params, query, body } = input as AnyInput
  let answer: Response
  try {
    answer = await fetch(addressOf(route, params, query), {
      method: route.method,
      signal: AbortSignal.timeout(patience),
      ...(body instanceof Blob && { headers: { 'content-type': body.type }, body }),
      ...(body !== undefined &&
        !(body instanceof Blob) && {
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        }),
    })
  } catch {
    lostSignal()
    throw new ApiFailure(
      0,
      'offline',
      'No answer from the server. Nothing was lost here; try again when the connection is back.',
    )
  }
  const data = (await answer.json().catch(() => null)) as unknown
  const error = answer.ok ? undefined : (data as ApiError | null)?.error
  // A server without its database takes nothing either.
  if (error?.code === DATABASE_AWAY) lostSignal()
  else heardServer(answer)
  if (answer.ok) return data as CallOutput<C>
  throw new ApiFailure(
    answer.status,
    error?.code ?? 'internal',
    error?.message ?? 'The server could not answer.',
    error?.fields,
    error?.version,
  )
}
