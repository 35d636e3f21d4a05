import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import { TYPES } from '#server/db/types'
import { migrate } from '#server/db/migrate'

/** A Zonaris of its own for a test: a fresh database, the built server on a free port. */
export interface App {
  url: string
  ownerUrl: string
  appUrl: string
  /** Stop the server as the system would, and wait until it has gone. */
  stop: () => Promise<void>
  start: () => Promise<void>
  /** Stop it and drop its database. */
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
  options: { rehearsal?: number; demo?: boolean; env?: Record<string, string> } = {},
): Promise<App> {
  const database = await freshDatabase()
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    HOST: '127.0.0.1',
    PORT: String(port),
    ZONARIS_APP_DATABASE_URL: database.appUrl,
    ZONARIS_SECRET: SECRET,
    ZONARIS_SETUP_CODE: SETUP_CODE,
    // The rules are tested, not the patience.
    ZONARIS_HASH_COST: '12',
    ...options.env,
    ...(options.rehearsal && { ZONARIS_REHEARSAL: String(options.rehearsal) }),
  }
  if (options.demo) await run('npx', ['tsx', 'scripts/tasks/load-demo.ts'], env)
  let child: ChildProcess | null = null
  const app: App = {
    url,
    ownerUrl: database.ownerUrl,
    appUrl: database.appUrl,
    start: async () => {
      child = spawn(process.execPath, [SERVER], { env, stdio: ['ignore', 'ignore', 'inherit'] })
      for (let i = 0; i < 120; i++) {
        if (
          await fetch(`${url}/api/v1/health/ready`).then(
            (answer) => answer.ok,
            () => false,
          )
        )
          return
        await new Promise((resolve) => setTimeout(resolve, 100))
      }
      throw new Error('The server did not become ready.')
    },
    stop: async () => {
      if (!child || child.exitCode !== null) return
      const gone = once(child, 'exit')
      child.kill('SIGTERM')
      await gone
      child = null
    },
    end: async () => {
      await app.stop()
      await database.drop()
    },
  }
  await app.start()
  return app
}

async function run(command: string, args: string[], env: NodeJS.ProcessEnv): Promise<void> {
  const child = spawn(command, args, { cwd: ROOT, env, stdio: ['ignore', 'ignore', 'inherit'] })
  const [code] = await once(child, 'exit')
  if (code !== 0) throw new Error(`${command} ${args.join(' ')} failed with ${code}.`)
}
