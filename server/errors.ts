export interface Field {
  path: string
  message: string
}

/** A refusal that a person can read; every route answers with this one shape. */
export class AppError extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 415 | 421 | 429 | 503,
    readonly code: string,
    message: string,
    readonly fields?: Field[],
    readonly retryAfter?: number,
    /** The version that stands, where another was sent. */
    readonly version?: number,
  ) {
    super(message)
  }
}

export const notFound = (what: string): AppError =>
  new AppError(404, 'not_found', `There is no such ${what}.`)
export const conflict = (message: string, code = 'conflict'): AppError =>
  new AppError(409, code, message)
export const fieldError = (path: string, message: string): AppError =>
  new AppError(400, 'invalid', message, [{ path, message }])
