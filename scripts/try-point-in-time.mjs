import { chownSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensurePackages, ensurePostgres, postgresBin, requireNode, ROOT } from './lib/install.mjs'
import { freePort } from './lib/port.mjs'
import { ensureDatabase, postgresUser, startPostgres } from './lib/postgres.mjs'
import { run, start, stop, stopAll, stopOnSignal } from './lib/process.mjs'
import { main, Refusal, say } from './lib/say.mjs'
import { migrate } from './lib/serve.mjs'

// npm run try:point-in-time: a throwaway database whose log is archived is brought back to a moment between two writes.
stopOnSignal(stopAll)
const SECRET = 'a secret for this trial alone, 32+ letters'
const NAME = 'zonaris_trial'

const at = async (url, work) => {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}
const tick = () => new Promise((resolve) => setTimeout(resolve, 1_500))

main(async () => {
  requireNode()
  await ensurePackages()
  await ensurePostgres()
  const as = await postgresUser()
  const home = mkdtempSync(join(tmpdir(), 'zonaris-pitr-'))
  const archive = join(home, 'archive')
  mkdirSync(archive)
  for (const folder of [home, archive]) if (as.uid !== undefined) chownSync(folder, as.uid, as.gid)
  const database = await startPostgres(null, 5870, {
    durable: true,
    extra: { archive_mode: 'on', archive_command: `cp %p ${archive}/%f` },
  })
  try {
    await ensureDatabase(database.url('postgres'), NAME)
    await migrate(database.url(NAME), SECRET)
    const { hostname, port, username, password } = new URL(database.url(NAME))
    const env = { ...process.env, HOME: home, PGPASSWORD: password, LC_ALL: 'C.UTF-8', TZ: 'UTC' }
    const options = { ...as, cwd: home, env, capture: true }
    const data = join(home, 'data')
    say('A base copy, then two writes with a moment between them.')
    await run(
      join(postgresBin(), 'pg_basebackup'),
      ['-h', hostname, '-p', port, '-U', username, '-D', data, '-X', 'none', '-c', 'fast'],
      options,
    )
    const write = (id, text) =>
      at(database.url(NAME), (client) =>
        client.query('SELECT setup_create($1, $2, now())', [id, text]),
      )
    await write('00000000-0000-4000-8000-000000000001', 'Right')
    await tick()
    const moment = await at(
      database.url(NAME),
      async (client) =>
        (await client.query('SELECT clock_timestamp()::text AS moment')).rows[0].moment,
    )
    await tick()
    await at(database.url(NAME), (client) => client.query("UPDATE organisation SET name = 'Wrong'"))
    await at(database.url('postgres'), (client) => client.query('SELECT pg_switch_wal()'))
    await tick()
    await database.kill()

    say(`Back to ${moment}.`)
    writeFileSync(join(data, 'recovery.signal'), '')
    if (as.uid !== undefined) chownSync(join(data, 'recovery.signal'), as.uid, as.gid)
    const back = await freePort(5871)
    const settings = [
      `port=${back}`,
      'listen_addresses=127.0.0.1',
      `unix_socket_directories=${home}`,
      `restore_command=cp ${archive}/%f %p`,
      `recovery_target_time=${moment}`,
      'recovery_target_action=promote',
      'max_connections=120',
    ]
    const child = start(
      join(postgresBin(), 'postgres'),
      ['-D', data, ...settings.flatMap((setting) => ['-c', setting])],
      { ...options, stdio: 'ignore' },
    )
    const address = new URL(database.url(NAME))
    address.port = String(back)
    const name = await whenWritable(address.toString(), (client) =>
      client.query('SELECT name FROM organisation').then(({ rows }) => rows[0]?.name),
    )
    const { output } = await run('npx', ['tsx', 'scripts/tasks/audit-verify.ts'], {
      cwd: ROOT,
      capture: true,
      env: { ...process.env, ZONARIS_OWNER_URL: address.toString() },
    })
    await stop(child, 'SIGINT')
    if (name !== 'Right') throw new Refusal(`It holds "${name}", not what stood at that moment.`)
    say(`What stood at that moment stands again. ${output.trim()}`)
  } finally {
    await database.close()
    rmSync(home, { recursive: true, force: true })
  }
}, stopAll)

async function whenWritable(url, work) {
  for (let i = 0; i < 120; i++) {
    try {
      return await at(url, async (client) => {
        const { rows } = await client.query('SELECT pg_is_in_recovery() AS recovering')
        if (rows[0].recovering) throw new Error('not yet')
        return work(client)
      })
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 250))
    }
  }
  throw new Refusal('The database did not come back.')
}
