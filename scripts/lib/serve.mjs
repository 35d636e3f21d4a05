import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './install.mjs'
import { run, start } from './process.mjs'
import { serviceUser } from './service-user.mjs'
import { Refusal } from './say.mjs'

/** The secret that seals cookies; made once and kept beside the data, or given from outside. */
export function secret() {
  if (process.env.ZONARIS_SECRET) return process.env.ZONARIS_SECRET
  const file = join(ROOT, '.data', 'secret')
  if (!existsSync(file)) {
    mkdirSync(join(ROOT, '.data'), { recursive: true })
    writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  }
  return readFileSync(file, 'utf8').trim()
}

/** Shown where Zonaris was started, asked for at the first setup: no letters that are taken for others. */
export function newSetupCode() {
  const letters = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789'
  const code = [...randomBytes(12)].map((byte) => letters[byte % letters.length]).join('')
  return code.match(/.{4}/g).join('-')
}

/** Bring the schema up to date. @returns the application's own connection string */
export async function migrate(ownerUrl, sealed) {
  const { output, code } = await run('npx', ['tsx', 'scripts/tasks/migrate.ts'], {
    cwd: ROOT,
    capture: true,
    allowFailure: true,
    env: { ...process.env, ZONARIS_OWNER_URL: ownerUrl, ZONARIS_SECRET: sealed },
  })
  const url = /^app-url (\S+)$/m.exec(output)?.[1]
  if (code !== 0 || !url)
    throw new Refusal(
      /^refused (.+)$/m.exec(output)?.[1] ??
        `The database could not be migrated.\n${output.slice(-2000)}`,
    )
  return url
}

const settings = ({ port, appUrl, sealed, setupCode, env }) => ({
  ...process.env,
  HOST: process.env.HOST ?? '127.0.0.1',
  PORT: String(port),
  ZONARIS_APP_DATABASE_URL: appUrl,
  ZONARIS_SECRET: sealed,
  ...(setupCode && { ZONARIS_SETUP_CODE: setupCode }),
  ...env,
})

/** Start the built server and wait until it is ready. */
export async function serve({ quiet = false, ...given }) {
  const { folder, as } = await serviceUser()
  const child = start(process.execPath, [join(folder, 'server', 'index.mjs')], {
    ...as,
    cwd: folder,
    stdio: quiet ? 'ignore' : ['ignore', 'ignore', 'inherit'],
    env: { ...settings(given), NODE_ENV: 'production' },
  })
  return ready(child, given.port, 30)
}

/** The same from the sources, for developers. */
export async function serveSources(given) {
  const child = start(
    join(ROOT, 'node_modules', '.bin', 'nuxt'),
    ['dev', '--port', String(given.port), '--host', '127.0.0.1'],
    { cwd: ROOT, env: settings(given) },
  )
  return ready(child, given.port, 120)
}

/** The address at which this machine itself reaches the server, whatever it listens on. */
export function ownAddress(port) {
  const host = process.env.HOST ?? '127.0.0.1'
  return `http://${['0.0.0.0', '::'].includes(host) ? '127.0.0.1' : host}:${port}`
}

async function ready(child, port, seconds) {
  for (let i = 0; i < seconds * 4; i++) {
    if (child.exitCode !== null)
      throw new Refusal('The server stopped while starting; its message stands above.')
    if (
      await fetch(`${ownAddress(port)}/api/v1/health/ready`).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      return child
    await new Promise((resolve) => setTimeout(resolve, 250))
  }
  throw new Refusal(`The server did not become ready within ${seconds} s.`)
}
