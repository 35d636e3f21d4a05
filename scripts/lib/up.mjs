import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { dataFolder, ensureDatabase, startPostgres } from './postgres.mjs'
import { ensureBuild, ensurePackages, ensurePostgres, requireNode, ROOT } from './install.mjs'
import { run, start, stopAll, stopOnSignal } from './process.mjs'
import { freePort } from './port.mjs'
import { main, say } from './say.mjs'
import { diskUnder } from './disk.mjs'
import { startStandins } from '../../standins/start.mjs'
import { migrate, newSetupCode, ownAddress, secret, serve, serveSources } from './serve.mjs'

/** The owner's connection to the database of this name: the server given in DATABASE_URL, or a private one. */
export async function ownerUrl(name) {
  if (process.env.DATABASE_URL) {
    say('Using the server in DATABASE_URL.')
    return process.env.DATABASE_URL
  }
  await ensurePostgres()
  say('Starting PostgreSQL on loopback.')
  const postgres = await startPostgres(dataFolder(), 5470)
  await ensureDatabase(postgres.url('postgres'), name)
  return postgres.url(name)
}

/** Open to the network without an address that is known, or without TLS, it is told before anybody signs in. */
function warnOfHost() {
  const host = process.env.HOST ?? '127.0.0.1'
  if (host === '127.0.0.1' || host === 'localhost') return
  console.log(
    `\n  Warning: listening on ${host === '0.0.0.0' || host === '::' ? 'every network of this machine' : host}, without TLS of its own.` +
      (process.env.ZONARIS_ORIGIN
        ? ''
        : '\n  ZONARIS_ORIGIN is not set, so nobody but this machine is served.') +
      '\n  Put a reverse proxy in front: docs/operations.md.\n',
  )
}

/** Names and health data lie on that disk. The demo's are made up. */
function warnOfDisk(folder) {
  const kind = diskUnder(folder)
  if (kind === 'encrypted') return
  console.log(
    `\n  Warning: the disk under ${folder} is ${kind === 'plain' ? 'not encrypted' : 'not known to be encrypted'}, as far as this machine tells.` +
      '\n  It holds names and health data: docs/operations.md.\n',
  )
}

/** Where the demo's mail, texts and pushes end: nothing leaves this machine. */
async function startGateway() {
  const gateway = await import('../../standins/gateway.mjs')
  return gateway.startGateway()
}

/** From nothing to a served Zonaris; stays until it is told to stop. `watch` serves the sources as they change, for developers. */
export function up({ database, demo, watch = false }) {
  stopOnSignal(stopAll)
  main(async () => {
    requireNode()
    await ensurePackages()
    const owner = await ownerUrl(database)
    const sealed = secret()
    say('Bringing the schema up to date.')
    const appUrl = await migrate(owner, sealed)
    if (demo) {
      say('Loading the demo if the database is empty.')
      await run('npx', ['tsx', 'scripts/tasks/load-demo.ts'], {
        cwd: ROOT,
        env: { ...process.env, ZONARIS_APP_DATABASE_URL: appUrl, ZONARIS_SECRET: sealed },
      })
    }
    if (!watch) await ensureBuild()
    const wanted = Number(process.env.PORT ?? 4173)
    const port = await freePort(wanted)
    if (port !== wanted) say(`Port ${wanted} is busy; taking ${port}.`)
    const setupCode = newSetupCode()
    const gateway = demo ? await startGateway() : null
    const server = await (watch ? serveSources : serve)({
      port,
      appUrl,
      sealed,
      setupCode,
      env: gateway?.env,
    })
    say(`Zonaris is ready at ${process.env.ZONARIS_ORIGIN ?? `http://127.0.0.1:${port}`}`)
    warnOfHost()
    const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'))
    const { backUpDaily } = await import('./backup-daily.mjs')
    if (!demo) backUpDaily(owner, database, version)
    if (!demo && !process.env.DATABASE_URL) warnOfDisk(dataFolder())
    const own = ownAddress(port)
    const { needed } = await (await fetch(`${own}/api/v1/setup`)).json()
    if (needed) console.log(`\n  First start: open it and enter the setup code  ${setupCode}\n`)
    if (gateway)
      console.log(
        `\n  Mail, texts and pushes of the demo go to a simulated gateway: ${gateway.url}`,
      )
    if (demo) {
      const signIns = JSON.parse(readFileSync(join(ROOT, 'demo', 'sign-ins.json'), 'utf8'))
      console.log('\n  Demo sign-ins (password and PIN are made up and for the demo only):')
      if (new URL(own).hostname === '127.0.0.1') await startStandins(own, signIns[0], start)
      for (const person of signIns)
        console.log(
          `    ${person.role.padEnd(11)} ${person.email.padEnd(30)} ${person.password}   PIN ${person.pin}`,
        )
    }
    console.log('\n  Ctrl-C stops it and its database.\n')
    await new Promise((resolve) => server.once('exit', resolve))
  }, stopAll)
}
