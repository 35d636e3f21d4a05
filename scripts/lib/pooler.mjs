import { chownSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { POOLER } from './install.mjs'
import { freePort } from './port.mjs'
import { postgresUser } from './postgres.mjs'
import { start, stop } from './process.mjs'
import { Refusal } from './say.mjs'

/** What a connection of ours asks for at its start, and a pooler cannot keep for one of many. */
const IGNORED = 'extra_float_digits'

/**
 * PgBouncer on loopback before a database, in transaction mode: a connection to the database is lent for one transaction at a time.
 * @param {string} url of the database, with the sign-in
 * @returns the address through it, and how to stop it
 */
export async function startPooler(url) {
  const target = new URL(url)
  const as = await postgresUser()
  const home = mkdtempSync(join(tmpdir(), 'zonaris-pooler-'))
  const port = await freePort(6532)
  const user = decodeURIComponent(target.username)
  const files = {
    'users.txt': `"${user}" "${target.password}"\n`,
    'pooler.ini': [
      '[databases]',
      `* = host=${target.hostname} port=${target.port}`,
      '[pgbouncer]',
      'listen_addr = 127.0.0.1',
      `listen_port = ${port}`,
      'unix_socket_dir =',
      'auth_type = scram-sha-256',
      `auth_file = ${join(home, 'users.txt')}`,
      'pool_mode = transaction',
      'default_pool_size = 12',
      'max_client_conn = 400',
      `ignore_startup_parameters = ${IGNORED}`,
      'server_login_retry = 1',
      '',
    ].join('\n'),
  }
  for (const [name, text] of Object.entries(files)) {
    writeFileSync(join(home, name), text, { mode: 0o600 })
    if (as.uid !== undefined) chownSync(join(home, name), as.uid, as.gid)
  }
  if (as.uid !== undefined) chownSync(home, as.uid, as.gid)
  const child = start(POOLER, [join(home, 'pooler.ini')], { ...as, cwd: home, stdio: 'ignore' })
  const through = new URL(url)
  through.port = String(port)
  await untilReady(child, through.toString())
  return {
    url: through.toString(),
    close: async () => {
      await stop(child, 'SIGTERM')
      rmSync(home, { recursive: true, force: true })
    },
  }
}

async function untilReady(child, url) {
  const { default: pg } = await import('pg')
  for (let i = 0; i < 60; i++) {
    if (child.exitCode !== null) throw new Refusal('The pooler did not start.')
    const client = new pg.Client({ connectionString: url })
    try {
      await client.connect()
      await client.query('SELECT 1')
      return
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 100))
    } finally {
      await client.end().catch(() => null)
    }
  }
  throw new Refusal('The pooler did not become ready.')
}
