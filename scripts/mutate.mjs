import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensurePackages, ROOT } from './lib/install.mjs'
import { run, stopAll, stopOnSignal } from './lib/process.mjs'
import { main, say } from './lib/say.mjs'

// npm run mutate                  300 small faults in the core, drawn by seed 1, and how many the tests notice
// npm run mutate -- 50 7          50 of them by seed 7
const [count = '300', seed = '1'] = process.argv.slice(2)
const NEEDED = 0.85
const LANES = 2
const PARTS = [
  'app',
  'core',
  'server',
  'shared',
  'tests',
  'demo',
  'package.json',
  'vitest.config.ts',
]
const VITEST = join(ROOT, 'node_modules', 'vitest', 'vitest.mjs')
/** A fault that makes a loop endless is noticed by the clock. */
const LONGEST_MS = 120_000

const lanes = []
const cleanUp = async () => {
  await stopAll()
  for (const folder of lanes) rmSync(folder, { recursive: true, force: true })
}
stopOnSignal(cleanUp)

/** A copy of the sources that may be broken without harm. */
function makeLane() {
  const folder = mkdtempSync(join(tmpdir(), 'zonaris-mutate-'))
  lanes.push(folder)
  for (const part of PARTS) cpSync(join(ROOT, part), join(folder, part), { recursive: true })
  symlinkSync(join(ROOT, 'node_modules'), join(folder, 'node_modules'))
  return folder
}

async function passes(folder, file) {
  const args = ['related', file, '--run', '--bail=1', '--maxWorkers=1', '--reporter=dot']
  const exclude = ['--exclude', 'tests/server/**', '--exclude', 'tests/core/layers.test.ts']
  const { code } = await run(process.execPath, [VITEST, ...args, ...exclude], {
    cwd: folder,
    capture: true,
    allowFailure: true,
    timeout: LONGEST_MS,
  })
  return code === 0
}

async function isNoticed(folder, { file, start, end, text }) {
  const path = join(folder, file)
  const sound = readFileSync(path, 'utf8')
  writeFileSync(path, sound.slice(0, start) + text + sound.slice(end))
  try {
    return !(await passes(folder, file))
  } finally {
    writeFileSync(path, sound)
  }
}

main(async () => {
  await ensurePackages()
  const { draw, mutantsOfCore } = await import('./mutate/mutants.mjs')
  const all = mutantsOfCore()
  const chosen = draw(all, Number(count), Number(seed))
  say(`${chosen.length} of ${all.length} mutants of the core, seed ${seed}.`)
  const first = makeLane()
  if (!(await passes(first, chosen[0].file)))
    throw new Error(`The tests of ${chosen[0].file} fail before anything is broken.`)
  const waiting = [...chosen]
  const survivors = []
  const work = async (folder) => {
    for (let mutant = waiting.pop(); mutant; mutant = waiting.pop()) {
      if (await isNoticed(folder, mutant)) continue
      survivors.push(mutant)
      say(`Survived: ${mutant.file}:${mutant.line}  ${mutant.was}  ->  ${mutant.text}`)
    }
  }
  await Promise.all([first, ...Array.from({ length: LANES - 1 }, makeLane)].map(work))
  const noticed = chosen.length - survivors.length
  const share = noticed / chosen.length
  console.log(`\n${noticed} of ${chosen.length} noticed, ${(share * 100).toFixed(1)} %`)
  return share >= NEEDED ? 0 : 1
}, cleanUp)
