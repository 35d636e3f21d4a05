import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensurePackages, requireNode, ROOT } from './lib/install.mjs'
import { stopAll, stopOnSignal } from './lib/process.mjs'
import { runningOwnerUrl } from './lib/running.mjs'
import { main, say } from './lib/say.mjs'

// npm run backup [-- folder [database]]: a sealed copy of the database while it runs. ZONARIS_BACKUP_KEY is the passphrase.
stopOnSignal(stopAll)
main(async () => {
  requireNode()
  await ensurePackages()
  const { backUpInto } = await import('./lib/backup.mjs')
  const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'))
  const [folder = process.env.ZONARIS_BACKUP_DIR ?? join(ROOT, '.data', 'backups'), named] =
    process.argv.slice(2)
  const database = named ?? 'zonaris'
  const { file, rows, migration } = await backUpInto({
    ownerUrl: await runningOwnerUrl(database),
    key: process.env.ZONARIS_BACKUP_KEY,
    folder,
    database,
    version,
    keep: Infinity,
  })
  say(`${rows} rows, schema ${migration}, sealed, written and read again: ${file}`)
}, stopAll)
