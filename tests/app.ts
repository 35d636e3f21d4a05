import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { TYPES } from '#server/db/types'
import { migrate } from '#server/db/migrate'

/** The built server on a port of its own. */
export interface Server {
  url: string
  /** Stop it as the system would, and wait until it has gone. */
  stop: () => Promise<void>
  /** End it in the middle of whatever it does. */
  kill: () => Promise<void>
  /** Start it, with other settings than before where some are named. */
  start: (settings?: NodeJS.ProcessEnv) => Promise<void>
}

/** A Zonaris of its own for a test: a fresh database, the built server on a free port. */
export interface App extends Server {
  ownerUrl: string
  appUrl: string
  /** Another server on the same database. */
  beside: () => Promise<Server>
  /** Stop every server and drop the database. */
  end: () => Promise<void>
}

export const SETUP_CODE = 'TEST-CODE-ONLY'
export const SECRET = 'a secret that only the tests know, 32+'
const MIGRATIONS = fileURLToPath(new URL('../server/db/migrations', import.meta.url))
const SERVER = fileURLToPath(new URL('../.output/server/index.mjs', import.meta.url))
const ROOT = fileURLToPath(new URL('..', import.meta.url))

function adminUrl(): string {
  const url = process.env.ZONARIS_TEST_ADMIN
  if (!url) throw new Error('Run the tests with "npm test": it starts the database they need.')
  return url
}

export async function withOwner<T>(
  url: string,
  work: (client: pg.Client) => Promise<T>,
): Promise<T> {
  const client = new pg.Client({ connectionString: url, types: TYPES })
  // One that is lost between two queries is told by the next of them.
  client.on('error', () => null)
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/** A database with nothing in it. */
export async function emptyDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `zt_${Math.random().toString(36).slice(2, 10)}`
  await withOwner(adminUrl(), (client) => client.query(`CREATE DATABASE ${name}`))
  const url = new URL(adminUrl())
  url.pathname = `/${name}`
  return {
    url: url.toString(),
    drop: () =>
      withOwner(adminUrl(), async (client) => {
        await client.query(`DROP DATABASE ${name} WITH (FORCE)`)
        await client.query(`DROP ROLE IF EXISTS zonaris_login_${name}`)
      }),
  }
}

async function freshDatabase(): Promise<{
  ownerUrl: string
  appUrl: string
  drop: () => Promise<void>
}> {
  const { url, drop } = await emptyDatabase()
  // The application's role belongs to the whole server: two tests that begin at once take turns.
  const appUrl = await withOwner(adminUrl(), async (client) => {
    await client.query('SELECT pg_advisory_lock(1)')
    return (await migrate(url, SECRET, MIGRATIONS, () => {})).appUrl
  })
  return { ownerUrl: url, appUrl, drop }
}

const freePort = async (): Promise<number> => {
  const probe = createServer().listen(0, '127.0.0.1')
  await once(probe, 'listening')
  const { port } = probe.address() as { port: number }
  probe.close()
  await once(probe, 'close')
  return port
}

export async function startApp(
  options: {
    rehearsal?: number
    demo?: boolean
    env?: Record<string, string>
    /** What stands between the servers and their database. */
    through?: (appUrl: string) => Promise<Record<string, string>>
  } = {},
): Promise<App> {
  const database = await freshDatabase()
  const port = await freePort()
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    HOST: '127.0.0.1',
    ZONARIS_APP_DATABASE_URL: database.appUrl,
    ZONARIS_SECRET: SECRET,
    ZONARIS_SETUP_CODE: SETUP_CODE,
    // The rules are tested, not the patience.
    ZONARIS_HASH_COST: '12',
    ...options.env,
    ...(await options.through?.(database.appUrl)),
    ...(options.rehearsal && { ZONARIS_REHEARSAL: String(options.rehearsal) }),
  }
  if (options.demo)
    await run(process.execPath, ['--import', 'tsx', 'scripts/tasks/load-demo.ts'], env)
  const first = serverAt(port, env)
  const others: Server[] = []
  const app: App = {
    ...first,
    ownerUrl: database.ownerUrl,
    appUrl: database.appUrl,
    beside: async () => {
      const other = serverAt(await freePort(), env)
      others.push(other)
      await other.start()
      return other
    },
    end: async () => {
      await Promise.all([first, ...others].map((server) => server.stop()))
      await database.drop()
    },
  }
  await app.start()
  return app
}

function serverAt(port: number, env: NodeJS.ProcessEnv): Server {
  const url = `http://127.0.0.1:${port}`
  let child: ChildProcess | null = null
  async function end(signal: 'SIGTERM' | 'SIGKILL'): Promise<void> {
    const ending = child
    child = null
    if (!ending || ending.exitCode !== null || ending.signalCode !== null) return
    const gone = once(ending, 'exit')
    ending.kill(signal)
    await gone
  }
  return {
    url,
    stop: () => end('SIGTERM'),
    kill: () => end('SIGKILL'),
    start: async (settings = {}) => {
      child = spawn(process.execPath, [SERVER], {
        env: { ...env, ...settings, PORT: String(port) },
        stdio: ['ignore', 'ignore', 'inherit'],
      })
      for (let i = 0; i < 120; i++) {
        if (
          await fetch(`${url}/api/v1/health/ready`, { signal: AbortSignal.timeout(5_000) }).then(
            (answer) => answer.ok,
            () => false,
          )
        )
          return
        await new Promise((resolve) => setTimeout(resolve, 100))
      }
      throw new Error('The server did not become ready.')
    },
  }
}

async function run(command: string, args: string[], env: NodeJS.ProcessEnv): Promise<void> {
  const child = spawn(command, args, { cwd: ROOT, env, stdio: ['ignore', 'ignore', 'inherit'] })
  const [code] = await once(child, 'exit')
  if (code !== 0) throw new Error(`${command} ${args.join(' ')} failed with ${code}.`)
}
