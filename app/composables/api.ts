import type { z } from 'zod'
import type { ApiError, Contract } from '#shared/api/contract'

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

/** No answer by then is taken for none. */
const USUAL_MS = 20_000
const SLOW_MS = 120_000

type Input<C extends Contract> = (C['params'] extends z.ZodType
  ? { params: z.input<C['params']> }
  : unknown) &
  (C['query'] extends z.ZodType ? { query?: z.input<C['query']> } : unknown) &
  (C['body'] extends z.ZodType ? { body: z.input<C['body']> } : unknown)

interface AnyInput {
  params?: Record<string, unknown>
  query?: Record<string, unknown>
  body?: unknown
}

/** Address of a route with its parameters filled in. */
export function addressOf(route: { path: string }, params: Record<string, unknown> = {}): string {
  return `/api/v1${route.path.replace(/\{(\w+)\}/g, (_, key: string) => encodeURIComponent(String(params[key])))}`
}

/** Call a route by its contract. @throws ApiFailure */
export async function call<C extends Contract>(
  route: C,
  input: Input<C>,
): Promise<z.output<C['response']>> {
  const { params, query, body } = input as AnyInput
  const search = new URLSearchParams(
    Object.entries(query ?? {})
      .filter(([, value]) => value !== undefined && value !== '')
      .map(([key, value]) => [key, String(value)]),
  )
  let answer: Response
  try {
    answer = await fetch(`${addressOf(route, params)}${search.size > 0 ? `?${search}` : ''}`, {
      method: route.method,
      signal: AbortSignal.timeout(route.slow ? SLOW_MS : USUAL_MS),
      ...(body instanceof Blob && { headers: { 'content-type': body.type }, body }),
      ...(body !== undefined &&
        !(body instanceof Blob) && {
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        }),
    })
  } catch {
    throw new ApiFailure(
      0,
      'offline',
      'No answer from the server. Nothing was lost here; try again when the connection is back.',
    )
  }
  const data = (await answer.json().catch(() => null)) as unknown
  if (answer.ok) return data as z.output<C['response']>
  const error = (data as ApiError | null)?.error
  throw new ApiFailure(
    answer.status,
    error?.code ?? 'internal',
    error?.message ?? 'The server could not answer.',
    error?.fields,
    error?.version,
  )
}
