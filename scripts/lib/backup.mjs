import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdir, readdir, rm } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { Writable } from 'node:stream'
import pg from 'pg'
import { postgresBin } from './install.mjs'
import { openFile, readHead, requireKey, sealFile } from './sealed-file.mjs'
import { Refusal } from './say.mjs'

/** Work for the queue is no part of a backup: what was not sent by then is not sent after a restore. */
const QUEUE = 'zonaris_queue'
const ENDING = '.zonaris'

const nowhere = () => new Writable({ write: (_, __, done) => done() })

/** Tables of a database with their rows, as one moment sees them. */
async function countsOf(client) {
  const { rows: tables } = await client.query(
    "SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY 1",
  )
  const counts = {}
  for (const { name } of tables) {
    const { rows } = await client.query(
      `SELECT count(*)::integer AS count FROM public.${client.escapeIdentifier(name)}`,
    )
    counts[name] = rows[0].count
  }
  return counts
}

const newestMigration = async (client) =>
  (await client.query('SELECT name FROM zonaris_migration ORDER BY id DESC LIMIT 1')).rows[0].name

/** Run a tool of PostgreSQL. Its messages become the refusal. */
function tool(name, args) {
  const child = spawn(join(postgresBin(), name), args, { stdio: ['pipe', 'pipe', 'pipe'] })
  let said = ''
  child.stderr.on('data', (chunk) => (said += chunk))
  const ended = once(child, 'exit').then(([code]) => {
    if (code !== 0) throw new Refusal(`${name} failed: ${said.trim().slice(-600)}`)
  })
  ended.catch(() => null)
  return { child, ended }
}

/**
 * Copy a database while it runs, as it is at one moment, into a sealed file; then read the file again from its first byte to its last.
 * @returns {Promise<{ file: string, rows: number, migration: string }>}
 */
export async function backUp(ownerUrl, passphrase, file, version) {
  const key = requireKey(passphrase)
  const client = new pg.Client({ connectionString: ownerUrl })
  await client.connect()
  let told
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY')
    const { rows } = await client.query('SELECT pg_export_snapshot() AS snapshot, now() AS at')
    const counts = await countsOf(client)
    told = { version, at: rows[0].at, migration: await newestMigration(client), counts }
    const { child, ended } = tool('pg_dump', [
      '--format=custom',
      '--no-owner',
      `--exclude-schema=${QUEUE}`,
      `--snapshot=${rows[0].snapshot}`,
      `--dbname=${ownerUrl}`,
    ])
    await Promise.all([sealFile(file, key, told, child.stdout), ended])
  } catch (error) {
    await rm(file, { force: true })
    throw error
  } finally {
    await client.end()
  }
  await proveFile(file, key)
  return { file, rows: totalOf(told.counts), migration: told.migration }
}

const totalOf = (counts) => Object.values(counts).reduce((sum, count) => sum + count, 0)

/** Read a backup whole: it opens, nothing in it was changed, and PostgreSQL can list what it holds. */
async function proveFile(file, key) {
  await openFile(file, key, nowhere())
  const { child, ended } = tool('pg_restore', ['--list'])
  // The list stands at the beginning; the rest is not read.
  child.stdin.on('error', () => null)
  child.stdout.resume()
  await openFile(file, key, child.stdin).catch((error) => {
    if (error.code !== 'EPIPE' && error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error
  })
  await ended
}

/**
 * Put a backup into an empty database, and hold it against the counts that were told when it was made.
 * @param {readonly string[]} known the migrations that this program has
 * @throws Refusal for a database that is not empty, a file of a newer program, or one that does not open; nothing is changed then
 */
export async function restore(ownerUrl, passphrase, file, known) {
  const key = requireKey(passphrase)
  const { told } = await readHead(file)
  if (!known.includes(told.migration))
    throw new Refusal(
      `${basename(file)} was made by a newer Zonaris (${told.version}, schema ${told.migration}). Take that program, or a newer one.`,
    )
  await openFile(file, key, nowhere())
  const client = new pg.Client({ connectionString: ownerUrl })
  await client.connect()
  try {
    const found = await client.query(
      "SELECT count(*)::integer AS tables FROM pg_tables WHERE schemaname = 'public'",
    )
    if (found.rows[0].tables > 0)
      throw new Refusal('This database is not empty. A backup goes into an empty one only.')
    await client.query(
      "DO $$ BEGIN IF NOT EXISTS (SELECT 1 FROM pg_roles WHERE rolname = 'zonaris_app') THEN CREATE ROLE zonaris_app NOLOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOBYPASSRLS; END IF; END $$",
    )
    const { child, ended } = tool('pg_restore', [
      '--no-owner',
      '--exit-on-error',
      '--single-transaction',
      `--dbname=${ownerUrl}`,
    ])
    child.stdin.on('error', () => null)
    child.stdout.resume()
    await Promise.all([openFile(file, key, child.stdin).catch(untilSaid(ended)), ended])
    const counts = await countsOf(client)
    const wrong = Object.keys(told.counts).filter((name) => counts[name] !== told.counts[name])
    if (wrong.length > 0)
      throw new Refusal(
        `Restored, but not the same: ${wrong.map((name) => `${name} has ${counts[name] ?? 'no'} rows of ${told.counts[name]}`).join(', ')}. Do not use this database.`,
      )
    return { rows: totalOf(counts), at: told.at, migration: told.migration }
  } finally {
    await client.end()
  }
}

/** Why the tool stopped reading says more than that it did. */
const untilSaid = (ended) => async (error) => {
  await ended
  throw error
}

const stamp = (at) => at.toISOString().slice(0, 19).replaceAll(':', '').replace('T', '-')
const backupName = (database, at) => `${database}-${stamp(at)}${ENDING}`

/** Backups of a database in a folder, the oldest first. */
export async function backupsIn(folder, database) {
  const names = await readdir(folder).catch(() => [])
  const shape = new RegExp(`^${database}-\\d{4}-\\d{2}-\\d{2}-\\d{6}\\${ENDING}$`)
  return names.filter((name) => shape.test(name)).sort()
}

/** Back a database up into a folder, and keep so many of the newest. A failed one removes none. */
export async function backUpInto({ ownerUrl, key, folder, database, version, keep }) {
  await mkdir(folder, { recursive: true, mode: 0o700 })
  const file = join(folder, backupName(database, new Date()))
  const made = await backUp(ownerUrl, key, file, version)
  const all = await backupsIn(folder, database)
  for (const old of all.slice(0, Math.max(0, all.length - keep))) await rm(join(folder, old))
  return made
}
