import {
  chromiumPath,
  ensureBuild,
  ensureChromium,
  ensurePackages,
  ensurePostgres,
  requireNode,
  ROOT,
} from './install.mjs'
import { ensureDatabase, startPostgres } from './postgres.mjs'
import { run } from './process.mjs'
import { say } from './say.mjs'
import { migrate, secret } from './serve.mjs'

/** Everything for a look at the demo that leaves nothing behind: packages, browser, build, a throwaway database with the demo in it. */
export async function throwawayDemo(port) {
  requireNode()
  await ensurePackages()
  await ensurePostgres()
  await ensureChromium()
  await ensureBuild()
  const database = await startPostgres(null, port)
  await ensureDatabase(database.url('postgres'), 'zonaris')
  const sealed = secret()
  const appUrl = await migrate(database.url('zonaris'), sealed)
  const env = {
    ...process.env,
    ZONARIS_APP_DATABASE_URL: appUrl,
    ZONARIS_SECRET: sealed,
    ZONARIS_OWNER_DATABASE_URL: database.url('zonaris'),
    ZONARIS_CHROMIUM: chromiumPath(),
  }
  say('Loading the demo.')
  await run('npx', ['tsx', 'scripts/tasks/load-demo.ts'], { cwd: ROOT, capture: true, env })
  return { database, appUrl, sealed, env }
}
