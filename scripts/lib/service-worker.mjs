import { createHash } from 'node:crypto'
import { readdir, readFile } from 'node:fs/promises'
import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

/** Names of these carry a hash of what is in them. */
const HASHED = '_nuxt/'

const hashOf = (bytes) => createHash('sha256').update(bytes).digest('hex').slice(0, 16)

/** @param {string} folder @returns {Promise<{ url: string, revision: string | null }[]>} every file of the application */
async function filesOf(folder) {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true })
  const names = entries
    .filter((entry) => entry.isFile())
    .map((entry) => relative(folder, join(entry.parentPath, entry.name)))
    .sort()
  return Promise.all(
    names.map(async (name) => ({
      url: `/${name}`,
      revision: name.startsWith(HASHED) ? null : hashOf(await readFile(join(folder, name))),
    })),
  )
}

/**
 * Build the service worker into the folder of public files, with a list of all of them: what it keeps for the time without a signal.
 * @param {string} folder
 */
export async function buildServiceWorker(folder) {
  const files = await filesOf(folder)
  // The page itself names the files: with any of them it is another.
  const page = { url: '/', revision: hashOf(JSON.stringify(files)) }
  await build({
    entryPoints: [fileURLToPath(new URL('../../sw/worker.ts', import.meta.url))],
    outfile: join(folder, 'sw.js'),
    bundle: true,
    minify: true,
    platform: 'browser',
    format: 'iife',
    target: 'es2022',
    define: {
      PRECACHE: JSON.stringify([page, ...files]),
      'process.env.NODE_ENV': '"production"',
    },
  })
}
