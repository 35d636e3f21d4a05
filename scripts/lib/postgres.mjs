import { createHash, randomBytes } from 'node:crypto'
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { isRoot, postgresBin, ROOT } from './install.mjs'
import { run, start, stop } from './process.mjs'
import { freePort } from './port.mjs'
import { Refusal, say } from './say.mjs'

/** PostgreSQL refuses to run as root; then it runs as Debian's postgres user. */
export async function postgresUser() {
  if (!isRoot) return {}
  const id = async (flag) =>
    Number((await run('id', [flag, 'postgres'], { capture: true })).output.trim())
  return { uid: await id('-u'), gid: await id('-g') }
}

/** Where the demo's data stays. As root it cannot lie in the project: the postgres user may not be able to reach it. */
export function dataFolder() {
  return isRoot
    ? join('/var/lib/zonaris', createHash('sha256').update(ROOT).digest('hex').slice(0, 12))
    : join(ROOT, '.data', 'postgres')
}

/**
 * Start a private PostgreSQL on loopback.
 * @param folder where its data is kept; null for a throwaway that is removed at the end
 * @param options `durable`: a throwaway that loses nothing when it is killed, for tests of just that; `extra`: further settings
 * @returns url of the owner for a database name, and how to stop it
 */
export async function startPostgres(folder, wantedPort, { durable = false, extra = {} } = {}) {
  const bin = postgresBin()
  const as = await postgresUser()
  const throwaway = folder === null
  const home = folder ?? mkdtempSync(join(tmpdir(), 'zonaris-pg-'))
  mkdirSync(home, { recursive: true })
  if (as.uid !== undefined) chownSync(home, as.uid, as.gid)
  chmodSync(home, 0o700)
  const data = join(home, 'data')
  const secret = join(home, 'password')
  const options = {
    ...as,
    cwd: home,
    env: { ...process.env, HOME: home, LC_ALL: 'C.UTF-8', TZ: 'UTC' },
  }
  if (!existsSync(join(data, 'PG_VERSION'))) {
    say('Making a database cluster.')
    rmSync(data, { recursive: true, force: true })
    writeFileSync(secret, randomBytes(24).toString('hex'), { mode: 0o600 })
    if (as.uid !== undefined) chownSync(secret, as.uid, as.gid)
    await run(
      join(bin, 'initdb'),
      [
        '-D',
        data,
        '-U',
        'zonaris_owner',
        '--auth=scram-sha-256',
        `--pwfile=${secret}`,
        '--encoding=UTF8',
        '--locale=C.UTF-8',
        ...(throwaway ? ['--no-sync'] : []),
      ],
      { ...options, capture: true },
    )
  } else if (readFileSync(join(data, 'PG_VERSION'), 'utf8').trim() !== bin.split('/').at(-2)) {
    throw new Refusal(
      `The data in ${data} was made by PostgreSQL ${readFileSync(join(data, 'PG_VERSION'), 'utf8').trim()}, and ${bin} is another version. Set DATABASE_URL, or move the folder away.`,
    )
  }
  await clearStale(bin, data, options)
  const port = await freePort(wantedPort)
  const settings = {
    port,
    listen_addresses: '127.0.0.1',
    unix_socket_directories: home,
    max_connections: 120,
    ...(throwaway && !durable
      ? { fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' }
      : {}),
    ...extra,
  }
  const launch = () => {
    const child = start(
      join(bin, 'postgres'),
      [
        '-D',
        data,
        ...Object.entries(settings).flatMap(([name, value]) => ['-c', `${name}=${value}`]),
      ],
      { ...options, stdio: 'ignore' },
    )
    // Fast shutdown: running transactions are rolled back, nothing committed is lost.
    child.stopSignal = 'SIGINT'
    return child
  }
  let child = launch()
  const waitReady = async () => {
    for (let i = 0; i < 120; i++) {
      if (child.exitCode !== null) throw new Refusal('PostgreSQL did not start.')
      if (
        (
          await run(join(bin, 'pg_isready'), ['-q', '-h', '127.0.0.1', '-p', String(port)], {
            capture: true,
            allowFailure: true,
          })
        ).code === 0
      )
        return
      await new Promise((resolve) => setTimeout(resolve, 250))
    }
    throw new Refusal('PostgreSQL did not become ready.')
  }
  await waitReady()
  const url = (database) =>
    `postgres://zonaris_owner:${readFileSync(secret, 'utf8')}@127.0.0.1:${port}/${database}`
  return {
    port,
    url,
    /** @param signal SIGINT: fast, what runs is rolled back; SIGQUIT: at once, as a crash */
    restart: async (signal = 'SIGINT') => {
      await stop(child, signal)
      child = launch()
      await waitReady()
    },
    /** False: it went down by itself, as on a full disk. */
    isUp: () => child.exitCode === null && child.signalCode === null,
    /** As a crash of the machine, as far as a process can. */
    kill: () => stop(child, 'SIGKILL'),
    close: async () => {
      await stop(child, 'SIGINT')
      if (throwaway) rmSync(home, { recursive: true, force: true })
    },
  }
}

/** A server killed before may have left its pid file, or still be running from another terminal. */
async function clearStale(bin, data, options) {
  const { code } = await run(join(bin, 'pg_ctl'), ['status', '-D', data], {
    ...options,
    capture: true,
    allowFailure: true,
  })
  if (code === 0)
    throw new Refusal(
      'This database is already in use by another "npm run demo" or "npm start" of this folder. Stop that one first.',
    )
}

/** Make a database if it is not there. Needs the npm packages. */
export async function ensureDatabase(adminUrl, name) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: adminUrl })
  await client.connect()
  const { rowCount } = await client.query('SELECT 1 FROM pg_database WHERE datname = $1', [name])
  if (!rowCount) await client.query(`CREATE DATABASE ${client.escapeIdentifier(name)}`)
  await client.end()
}
