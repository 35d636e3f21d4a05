import { ensurePackages, requireNode, ROOT } from './lib/install.mjs'
import { run, stopAll, stopOnSignal } from './lib/process.mjs'
import { main, Refusal } from './lib/say.mjs'
import { runningOwnerUrl } from './lib/running.mjs'

// npm run audit:verify [-- database]: of this installation whatever is there, the demo too; DATABASE_URL names another server.
stopOnSignal(stopAll)
main(async () => {
  requireNode()
  await ensurePackages()
  const names = process.argv[2] ? [process.argv[2]] : await databasesHere()
  if (names.length === 0) throw new Refusal('There is no database of Zonaris here yet.')
  let worst = 0
  for (const name of names) {
    const { code, output } = await run('npx', ['tsx', 'scripts/tasks/audit-verify.ts'], {
      cwd: ROOT,
      capture: true,
      allowFailure: true,
      env: { ...process.env, ZONARIS_OWNER_URL: await runningOwnerUrl(name) },
    })
    console.log(`${name}: ${output.trim()}`)
    worst = Math.max(worst, code)
  }
  return worst
}, stopAll)

/** Those that the start and the demo make; the one in DATABASE_URL as it is. */
async function databasesHere() {
  const url = await runningOwnerUrl('postgres')
  if (process.env.DATABASE_URL) return [new URL(url).pathname.slice(1)]
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query(
    "SELECT datname FROM pg_database WHERE datname IN ('zonaris', 'zonaris_demo') ORDER BY 1",
  )
  await client.end()
  return rows.map((row) => row.datname)
}
