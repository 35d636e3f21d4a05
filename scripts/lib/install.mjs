import { createHash } from 'node:crypto'
import {
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { run } from './process.mjs'
import { Refusal, say } from './say.mjs'

export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))))
export const isRoot = process.getuid?.() === 0

export function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    throw new Refusal(`Node.js 20.19 or newer is needed; this is ${process.versions.node}.`)
}

/** Folder of the newest PostgreSQL server, or null. */
export function postgresBin() {
  const base = '/usr/lib/postgresql'
  if (!existsSync(base)) return null
  const versions = readdirSync(base)
    .filter(
      (version) =>
        existsSync(join(base, version, 'bin', 'initdb')) &&
        existsSync(join(base, version, 'bin', 'postgres')),
    )
    .sort((a, b) => Number(b) - Number(a))
  return versions.length ? join(base, versions[0], 'bin') : null
}

export const POOLER = '/usr/sbin/pgbouncer'

export const chromiumPath = () =>
  ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find(existsSync) ?? null

async function asRoot(command, args, options) {
  return isRoot
    ? run(command, args, options)
    : run('sudo', ['--preserve-env=DEBIAN_FRONTEND', command, ...args], {
        ...options,
        stdio: undefined,
      })
}

let listed = false

async function installDebian(packages) {
  if (!existsSync('/usr/bin/apt-get'))
    throw new Refusal(
      `Install ${packages.join(' and ')} with your system's package manager, then run this again.`,
    )
  if (!isRoot && !existsSync('/usr/bin/sudo'))
    throw new Refusal(
      `Install ${packages.join(' and ')} as root (apt-get install ${packages.join(' ')}), then run this again.`,
    )
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  if (!listed) {
    say("Reading Debian's package lists.")
    await asRoot('apt-get', ['update', '-qq'], { env, capture: true })
    listed = true
  }
  say(`Installing ${packages.join(', ')} from Debian's packages.`)
  await asRoot('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], {
    env,
    capture: true,
  })
}

/** PostgreSQL's server. Debian would also make and start a cluster of its own; it is told not to. */
export async function ensurePostgres() {
  if (postgresBin()) return
  const folder = '/etc/postgresql-common/createcluster.d'
  const note = join(folder, 'zonaris.conf')
  await asRoot('mkdir', ['-p', folder])
  await asRoot('sh', ['-c', `echo 'create_main_cluster = false' > ${note}`])
  try {
    await installDebian(['postgresql'])
  } finally {
    await asRoot('rm', ['-f', note])
  }
  if (!postgresBin())
    throw new Refusal(
      'PostgreSQL was installed, but its server was not found under /usr/lib/postgresql.',
    )
}

/** A pooler of connections, for the tests. Debian would start one; it is told not to. */
export async function ensurePooler() {
  if (existsSync(POOLER)) return
  const policy = '/usr/sbin/policy-rc.d'
  const isOurs = !existsSync(policy)
  if (isOurs)
    await asRoot('sh', ['-c', `printf '#!/bin/sh\\nexit 101\\n' > ${policy} && chmod +x ${policy}`])
  try {
    await installDebian(['pgbouncer'])
  } finally {
    if (isOurs) await asRoot('rm', ['-f', policy])
  }
}

export async function ensureChromium() {
  if (!chromiumPath()) await installDebian(['chromium'])
  if (!chromiumPath())
    throw new Refusal('Chromium was installed, but /usr/bin/chromium was not found.')
}

const digest = (files) =>
  files
    .reduce((hash, file) => hash.update(file).update(readFileSync(file)), createHash('sha256'))
    .digest('hex')

/** npm packages, when they are missing or the lock file has changed since. */
export async function ensurePackages() {
  const mark = join(ROOT, 'node_modules', '.zonaris-lock')
  const wanted = digest([join(ROOT, 'package-lock.json')]).slice(0, 40)
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return
  say('Installing npm packages (a few minutes the first time).')
  // Not "npm ci": it refuses a lock file without entries for other systems' optional binaries, which some registries do not carry.
  await run('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
  })
  writeFileSync(mark, wanted)
}

function filesBelow(folder) {
  return readdirSync(folder, { withFileTypes: true })
    .flatMap((entry) =>
      entry.isDirectory() ? filesBelow(join(folder, entry.name)) : [join(folder, entry.name)],
    )
    .sort()
}

/** The built application, when it is missing or its sources have changed since. */
export async function ensureBuild() {
  const mark = join(ROOT, '.output', '.zonaris-build')
  const sources = ['app', 'server', 'core', 'shared', 'public']
    .map((folder) => join(ROOT, folder))
    .filter(existsSync)
    .flatMap(filesBelow)
  const wanted = digest([...sources, join(ROOT, 'nuxt.config.ts'), join(ROOT, 'package-lock.json')])
  if (existsSync(mark) && statSync(mark).size > 0 && readFileSync(mark, 'utf8') === wanted) return
  say('Building the application (about a minute).')
  rmSync(join(ROOT, '.output'), { recursive: true, force: true })
  const { code, output } = await run('npx', ['nuxt', 'build'], {
    cwd: ROOT,
    capture: true,
    allowFailure: true,
    env: { ...process.env, NODE_ENV: 'production', NUXT_TELEMETRY_DISABLED: '1' },
  })
  if (code !== 0) throw new Refusal(`The build failed.\n${output.slice(-4000)}`)
  mkdirSync(dirname(mark), { recursive: true })
  writeFileSync(mark, wanted)
}
