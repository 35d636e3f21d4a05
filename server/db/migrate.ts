import { createHmac } from 'node:crypto'
import { readdirSync } from 'node:fs'
import { runner } from 'node-pg-migrate'
import pg from 'pg'
import { installQueue } from './queue'

/** Raised when the database was made by a newer Zonaris than this one. */
export class NewerSchema extends Error {}

/** Raised when the database belongs to an installation with another secret. */
export class OtherSecret extends Error {}

const TABLE = 'zonaris_migration'

const migrationNames = (folder: string): string[] =>
  readdirSync(folder)
    .filter((file) => file.endsWith('.sql'))
    .map((file) => file.replace(/\.sql$/, ''))
    .sort()

/**
 * Bring the schema up to date as its owner, and give the application a sign-in of its own that cannot bypass row security.
 * @returns names of the migrations applied now, and the connection string of the application
 * @param options `adopt` takes a database over that belonged to another secret; PINs must be set anew then
 * @throws NewerSchema when the database knows migrations that this program does not, OtherSecret when it belongs to another installation
 */
export async function migrate(
  ownerUrl: string,
  secret: string,
  folder: string,
  log: (line: string) => void,
  options: { adopt?: boolean } = {},
): Promise<{ applied: string[]; appUrl: string }> {
  const client = new pg.Client({ connectionString: ownerUrl })
  await client.connect()
  try {
    await refuseNewer(client, migrationNames(folder))
    const applied = await runner({
      dbClient: client,
      dir: folder,
      direction: 'up',
      migrationsTable: TABLE,
      checkOrder: true,
      singleTransaction: true,
      log: () => {},
      verbose: false,
    })
    applied.forEach((migration) => log(`  applied ${migration.name}`))
    await client.query(MAKE_MONTHS)
    await installQueue(client)
    await requireOwnSecret(client, secret, options.adopt ?? false)
    return {
      applied: applied.map((migration) => migration.name),
      appUrl: await applicationUrl(client, ownerUrl, secret),
    }
  } finally {
    await client.end()
  }
}

/**
 * A database that stood still has the months of today before anybody writes. Where somebody holds a table, the servers make them
 * within the hour; one of before, brought to an older schema by a test, knows none.
 */
const MAKE_MONTHS = `
  DO $$ BEGIN
    IF to_regprocedure('make_partitions(text, timestamptz, timestamptz)') IS NOT NULL THEN
      PERFORM make_partitions(name, now(), now() + interval '3 months') FROM partitioned_tables();
    END IF;
  EXCEPTION WHEN lock_not_available THEN NULL;
  END $$
`

/** Two checkouts with different secrets on one database would each shut the other's people out. */
async function requireOwnSecret(client: pg.Client, secret: string, adopt: boolean): Promise<void> {
  const { rows: known } = await client.query<{ found: boolean }>(
    "SELECT to_regclass('installation') IS NOT NULL AS found",
  )
  // A database of before, brought to an older schema by a test.
  if (!known[0]!.found) return
  const mark = createHmac('sha256', secret).update('zonaris installation').digest('hex')
  await client.query('INSERT INTO installation (secret_mark) VALUES ($1) ON CONFLICT DO NOTHING', [
    mark,
  ])
  const { rows } = await client.query<{ secret_mark: string }>(
    'SELECT secret_mark FROM installation',
  )
  if (rows[0]!.secret_mark === mark) return
  if (!adopt)
    throw new OtherSecret(
      'This database belongs to another installation of Zonaris, with another secret. Take its secret along (ZONARIS_SECRET, or the file .data/secret), or set ZONARIS_ADOPT=1: passwords, PINs and second factors are then set anew, the first by "npm run let-in -- email".',
    )
  await client.query('UPDATE installation SET secret_mark = $1', [mark])
  // What the other secret sealed or mixed opens for nobody any more.
  await client.query("UPDATE person SET pin_hash = NULL WHERE pin_hash LIKE 'peppered:%'")
  await client.query('DELETE FROM second_factor')
}

async function refuseNewer(client: pg.Client, known: string[]): Promise<void> {
  const {
    rows: [exists],
  } = await client.query<{ found: boolean }>('SELECT to_regclass($1) IS NOT NULL AS found', [TABLE])
  if (!exists?.found) return
  const { rows } = await client.query<{ name: string }>(`SELECT name FROM ${TABLE} ORDER BY id`)
  const foreign = rows.filter((row) => !known.includes(row.name)).map((row) => row.name)
  if (foreign.length > 0)
    throw new NewerSchema(
      `This database was made by a newer Zonaris: it holds ${foreign.join(', ')}. Update the program; nothing was changed.`,
    )
}

/**
 * Nothing holds a connection, a row or a transaction for long: whoever waits is told that it is busy. Kept with the role, as a pooler
 * between would not hand on what a connection asks for.
 */
const PATIENCE = {
  statement_timeout: '15s',
  lock_timeout: '6s',
  idle_in_transaction_session_timeout: '20s',
}

/** The login role's password follows from the secret, so that every app process that has the secret can sign in. */
async function applicationUrl(
  client: pg.Client,
  ownerUrl: string,
  secret: string,
): Promise<string> {
  const {
    rows: [current],
  } = await client.query<{ name: string }>('SELECT current_database() AS name')
  const role = `zonaris_login_${current!.name}`.slice(0, 63)
  const password = createHmac('sha256', secret).update(`database login ${role}`).digest('hex')
  const identifier = client.escapeIdentifier(role)
  const { rows } = await client.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [role])
  await client.query(
    `${rows.length ? 'ALTER' : 'CREATE'} ROLE ${identifier} LOGIN INHERIT NOSUPERUSER NOCREATEDB NOCREATEROLE NOBYPASSRLS PASSWORD ${client.escapeLiteral(password)}`,
  )
  await client.query(`GRANT zonaris_app TO ${identifier}`)
  for (const [name, value] of Object.entries(PATIENCE))
    await client.query(`ALTER ROLE ${identifier} SET ${name} = ${client.escapeLiteral(value)}`)
  await client.query('GRANT USAGE ON SCHEMA public TO zonaris_app')
  await client.query(`GRANT SELECT ON ${TABLE} TO zonaris_app`)
  const url = new URL(ownerUrl)
  url.username = encodeURIComponent(role)
  url.password = password
  return url.toString()
}
