import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { dataFolder } from './postgres.mjs'
import { ownerUrl } from './up.mjs'

/** The owner's connection while the demo may be running: its server if it is up, else one started for the moment. */
export async function runningOwnerUrl(name) {
  const home = dataFolder()
  const pidFile = join(home, 'data', 'postmaster.pid')
  if (process.env.DATABASE_URL || !existsSync(pidFile)) return ownerUrl(name)
  const [pid, , , port] = readFileSync(pidFile, 'utf8').split('\n')
  try {
    process.kill(Number(pid), 0)
  } catch {
    return ownerUrl(name)
  }
  return `postgres://zonaris_owner:${readFileSync(join(home, 'password'), 'utf8')}@127.0.0.1:${port}/${name}`
}
