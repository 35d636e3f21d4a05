import { inTransaction } from '#server/db/pool'
import { appliedMigrations } from '#server/db/schema'
import { AppError } from '#server/errors'
import { MIGRATIONS } from '#server/db/migrations.list'

/** @throws AppError 503 with the reason when the database is away or its schema is not the one this program was built for. */
export async function requireReady(): Promise<void> {
  const applied = await inTransaction(appliedMigrations)
  const missing = MIGRATIONS.filter((name) => !applied.includes(name))
  const foreign = applied.filter((name) => !(MIGRATIONS as readonly string[]).includes(name))
  if (missing.length > 0)
    throw new AppError(
      503,
      'schema_stale',
      `The database lacks ${missing.join(', ')}. Start with "npm start" to migrate.`,
    )
  if (foreign.length > 0)
    throw new AppError(
      503,
      'schema_newer',
      `The database is newer than this program: ${foreign.join(', ')}.`,
    )
}
