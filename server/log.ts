import pg from 'pg'

type Level = 'warn' | 'error'

/** A line of JSON for whoever runs this: what happened and where in the program, never to whom. */
export function log(
  level: Level,
  what: string,
  error: unknown,
  details: Record<string, string | number> = {},
): void {
  const line = { at: new Date().toISOString(), level, what, ...details, ...partsOf(error) }
  process.stderr.write(`${JSON.stringify(line)}\n`)
}

/** Where in the program an error came from. */
const FRAMES = 6

/** A message of the database may repeat what somebody sent; its code and the rule that was broken do not. */
export function partsOf(error: unknown): Record<string, unknown> {
  if (error instanceof pg.DatabaseError)
    return { error: 'DatabaseError', code: error.code, rule: error.constraint, table: error.table }
  if (!(error instanceof Error)) return { error: typeof error }
  return { error: error.name, message: error.message, frames: framesOf(error) }
}

const framesOf = ({ stack = '' }: Error): string[] =>
  stack
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, FRAMES)
    .map((line) => line.trim())
