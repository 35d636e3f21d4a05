import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { chromiumPath, ensureBuild, ensureChromium, ensurePackages, ensurePostgres, requireNode, ROOT } from './lib/install.mjs'
import { ensureDatabase, startPostgres } from './lib/postgres.mjs'
import { run, stopAll, stopOnSignal } from './lib/process.mjs'
import { main, say } from './lib/say.mjs'
import { migrate, secret } from './lib/serve.mjs'

// npm run bench: ratios against something bare, measured side by side with the demo data.
let database = null
const cleanUp = async () => { await stopAll(); await database?.close() }
stopOnSignal(cleanUp)
main(async () => {
  requireNode()
  await ensurePackages()
  await ensurePostgres()
  await ensureChromium()
  await ensureBuild()
  if (!existsSync(join(ROOT, 'bench/empty/.output/server/index.mjs'))) {
    say('Building the empty page to weigh against.')
    await run('npx', ['nuxt', 'build', 'bench/empty'], { cwd: ROOT, capture: true, env: { ...process.env, NODE_ENV: 'production' } })
  }
  database = await startPostgres(null, 5670)
  await ensureDatabase(database.url('postgres'), 'zonaris_bench')
  const sealed = secret()
  const appUrl = await migrate(database.url('zonaris_bench'), sealed)
  const env = { ...process.env, ZONARIS_APP_DATABASE_URL: appUrl, ZONARIS_SECRET: sealed, ZONARIS_CHROMIUM: chromiumPath() }
  say('Loading the demo.')
  await run('npx', ['tsx', 'scripts/tasks/load-demo.ts'], { cwd: ROOT, capture: true, env })
  say('Measuring.')
  await run('npx', ['tsx', 'bench/run.ts'], { cwd: ROOT, env })
}, cleanUp)
