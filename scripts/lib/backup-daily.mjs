import { stat } from 'node:fs/promises'
import { join } from 'node:path'
import { backupsIn, backUpInto } from './backup.mjs'
import { requireKey } from './sealed-file.mjs'
import { say } from './say.mjs'

const LOOK_MS = 10 * 60_000
const DAY_MS = 24 * 3_600_000
const KEPT = 14

/** Back up once a day as long as this process runs, where it is told where to. @throws Refusal for a weak passphrase */
export function backUpDaily(ownerUrl, database, version) {
  const folder = process.env.ZONARIS_BACKUP_DIR
  if (!folder) return
  const key = requireKey(process.env.ZONARIS_BACKUP_KEY)
  let isRunning = false
  async function look() {
    if (isRunning) return
    isRunning = true
    try {
      const newest = (await backupsIn(folder, database)).at(-1)
      const made = newest ? (await stat(join(folder, newest))).mtimeMs : 0
      if (Date.now() - made < DAY_MS) return
      const { file, rows } = await backUpInto({
        ownerUrl,
        key,
        folder,
        database,
        version,
        keep: KEPT,
      })
      say(`Backed up: ${rows} rows in ${file}.`)
    } catch (error) {
      console.error(`No backup: ${error.message}`)
    } finally {
      isRunning = false
    }
  }
  void look()
  setInterval(() => void look(), LOOK_MS).unref()
}
