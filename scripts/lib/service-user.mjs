import { createHash } from 'node:crypto'
import { cpSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { isRoot, ROOT } from './install.mjs'
import { run } from './process.mjs'

const NAME = 'zonaris'
const id = async (flag) =>
  (await run('id', [flag, NAME], { capture: true, allowFailure: true })).output.trim()

/**
 * Who runs the web server, and from where. Started by root it runs as a system user of its own, which owns nothing and may read
 * a copy of the built application and no more.
 * @returns folder of the built application, and the user to run it as (none unless started by root)
 */
export async function serviceUser() {
  const built = join(ROOT, '.output')
  if (!isRoot) return { folder: built, as: {} }
  if (!/^\d+$/.test(await id('-u')))
    await run('useradd', ['--system', '--no-create-home', '--shell', '/usr/sbin/nologin', NAME], {
      capture: true,
    })
  const mark = createHash('sha256').update(ROOT).digest('hex').slice(0, 12)
  const folder = join('/var/lib/zonaris', `app-${mark}`)
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder, { recursive: true, mode: 0o755 })
  cpSync(built, folder, { recursive: true, verbatimSymlinks: true })
  return { folder, as: { uid: Number(await id('-u')), gid: Number(await id('-g')) } }
}
