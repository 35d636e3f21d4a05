import type { z } from 'zod'
import { ROLES, type Role } from '#shared/sign-in/schema'

/** One route: everything that server, client, tests and the API description need to agree on. */
export interface Contract<
  P extends z.ZodType = z.ZodType,
  Q extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> {
  id: string
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  /** Below /api/v1, with parameters in braces. */
  path: string
  summary: string
  /** Roles served, or `public` for no sign-in. */
  roles: readonly Role[] | 'public'
  params?: P
  query?: Q
  body?: B
  response: R
  /** Served to a sign-in at a booth as well, which is for the own card and little else. */
  booth?: true
  /** Served to a lead who has yet to set up the second factor that the site asks for. */
  beforeFactor?: true
  status?: 200 | 201
  /** Takes longer than other answers: worked out over many draws. */
  slow?: true
  /** Media type of the answer when it is not JSON. */
  produces?: string
  /** Media types of the body when it is not JSON. */
  takes?: readonly string[]
  /** Answers as long as somebody listens. */
  streams?: true
  /** A phone keeps the answer, and shows it while it has no signal. */
  kept?: true
  /** What is entered without a signal may be sent later, signed by the phone. */
  late?: true
  /** Largest body taken, bytes, where the usual cap is too small. */
  largest?: number
}

export const EVERYONE = ROLES
export const WORKERS = ['lead', 'instructor', 'worker'] as const satisfies readonly Role[]
export const STAFF = ['lead', 'instructor'] as const satisfies readonly Role[]
export const LEAD = ['lead'] as const satisfies readonly Role[]

export const contract = <
  P extends z.ZodType,
  Q extends z.ZodType,
  B extends z.ZodType,
  R extends z.ZodType,
>(
  route: Contract<P, Q, B, R>,
): Contract<P, Q, B, R> => route

export interface ApiError {
  error: {
    code: string
    message: string
    fields?: { path: string; message: string }[]
    /** The version that stands, where another was sent. */
    version?: number
  }
}
