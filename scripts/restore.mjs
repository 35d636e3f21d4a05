import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { ensurePackages, requireNode, ROOT } from './lib/install.mjs'
import { run, stopAll, stopOnSignal } from './lib/process.mjs'
import { runningOwnerUrl } from './lib/running.mjs'
import { main, Refusal, say } from './lib/say.mjs'
import { migrate, secret } from './lib/serve.mjs'

// npm run restore -- file [database]: into an empty database, and held against the file and the audit chain.
stopOnSignal(stopAll)
main(async () => {
  requireNode()
  await ensurePackages()
  const [file, database = 'zonaris'] = process.argv.slice(2)
  if (!file) throw new Refusal('Which? npm run restore -- file [database]')
  const { restore } = await import('./lib/backup.mjs')
  const owner = await runningOwnerUrl(database)
  const known = readdirSync(join(ROOT, 'server', 'db', 'migrations'))
    .filter((name) => name.endsWith('.sql'))
    .map((name) => name.replace('.sql', ''))
  const { rows, at, migration } = await restore(owner, process.env.ZONARIS_BACKUP_KEY, file, known)
  say(`${rows} rows of ${at}, schema ${migration}.`)
  const { code, output } = await run('npx', ['tsx', 'scripts/tasks/audit-verify.ts'], {
    cwd: ROOT,
    capture: true,
    allowFailure: true,
    env: { ...process.env, ZONARIS_OWNER_URL: owner },
  })
  say(output.trim())
  if (code !== 0) throw new Refusal('The audit chain does not hold. Do not use this database.')
  await migrate(owner, secret())
  say(`Ready to start, as ${database}.`)
}, stopAll)
