import { existsSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  chromiumPath,
  ensureBuild,
  ensureChromium,
  ensurePackages,
  ensurePooler,
  ensurePostgres,
  requireNode,
  ROOT,
} from './lib/install.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { run, stopAll, stopOnSignal } from './lib/process.mjs'
import { main, say } from './lib/say.mjs'

// npm test            everything, as CI runs it
// npm test -- unit    core and layers only, no database
// npm test -- server  the database and the API [file]
// npm test -- e2e     the browser [file]
const [part = 'all', ...rest] = process.argv.slice(2)
const SLOWEST = 10
const wants = (name) => part === 'all' || part === name

let database = null
const cleanUp = async () => {
  await stopAll()
  await database?.close()
}
stopOnSignal(cleanUp)

async function step(name, command, args, env = {}) {
  say(name)
  const { code } = await run(command, args, {
    cwd: ROOT,
    allowFailure: true,
    env: { ...process.env, ...env },
  })
  return code
}

/** A throwaway database, or one on the server given. */
async function admin() {
  if (process.env.DATABASE_URL) return process.env.DATABASE_URL
  await ensurePostgres()
  say('Starting a throwaway PostgreSQL.')
  database = await startPostgres(null, 5570)
  return database.url('postgres')
}

function counted(file, count) {
  if (!existsSync(file))
    return { passed: 0, failed: 1, times: [], broken: ['no report was written'] }
  const tally = count(JSON.parse(readFileSync(file, 'utf8')))
  rmSync(file)
  return tally
}

const FIRST_LINES = 12
const told = (message = '') => message.split('\n').slice(0, FIRST_LINES).join('\n')

const fromVitest = (json) => {
  const assertions = json.testResults.flatMap(({ assertionResults }) => assertionResults)
  return {
    passed: json.numPassedTests,
    failed: Math.max(json.numFailedTests, json.success ? 0 : 1),
    times: assertions.map(({ fullName, duration }) => ({ name: fullName, ms: duration ?? 0 })),
    broken: [
      ...assertions
        .filter(({ status }) => status === 'failed')
        .map(({ fullName, failureMessages }) => `${fullName}\n${told(failureMessages[0])}`),
      // A file that does not load, or whose set-up or end fails, has no failed assertion to name.
      ...json.testResults
        .filter(
          ({ status, assertionResults }) =>
            status === 'failed' && !assertionResults.some((one) => one.status === 'failed'),
        )
        .map(({ name, message }) => `${name}\n${told(message)}`),
    ],
  }
}

const browserTests = ({ specs = [], suites = [] }) => [...specs, ...suites.flatMap(browserTests)]
/** So many browser tests may pass only when they are run again; each is named. */
const MOST_RUN_AGAIN = 2
const fromPlaywright = (json) => {
  const all = json.suites.flatMap(browserTests)
  const runAgain = all.filter(
    ({ ok, tests }) => ok && tests.some(({ status }) => status === 'flaky'),
  )
  const isTooMany = runAgain.length > MOST_RUN_AGAIN
  return {
    passed: json.stats.expected + (isTooMany ? 0 : runAgain.length),
    failed: json.stats.unexpected + json.errors.length + (isTooMany ? runAgain.length : 0),
    times: all.map(({ title, tests }) => ({
      name: title,
      ms: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0),
    })),
    broken: all
      .filter((one) => !one.ok || (isTooMany && runAgain.includes(one)))
      .map(({ title, tests }) => `${title}\n${told(tests[0]?.results[0]?.error?.message)}`),
    runAgain: runAgain.map(
      ({ title, tests }) => `${title}\n${told(tests[0]?.results[0]?.error?.message)}`,
    ),
  }
}

main(async () => {
  requireNode()
  await ensurePackages()
  let failed = 0
  let passed = 0
  const times = []
  const broken = []
  const runAgain = []
  const add = (tally) => {
    passed += tally.passed
    failed += tally.failed
    times.push(...(tally.times ?? []))
    broken.push(...(tally.broken ?? []))
    runAgain.push(...(tally.runAgain ?? []))
  }
  const report = join(tmpdir(), `zonaris-${process.pid}.json`)

  if (part === 'all') {
    for (const [name, args] of [
      ['Format', ['run', 'format:check', '--silent']],
      ['Lint', ['run', 'lint', '--silent']],
      ['Types', ['run', 'types', '--silent']],
      ['Unused code', ['run', 'unused', '--silent']],
    ]) {
      const right = (await step(name, 'npm', args)) === 0
      add(right ? { passed: 1, failed: 0 } : { passed: 0, failed: 1, broken: [name] })
    }
    // A warning for whoever reads on; it decides nothing.
    await step('Packages with known holes', 'npm', ['run', 'known-holes', '--silent'])
  }
  if (wants('unit')) {
    await step('Core and layers', 'npx', [
      'vitest',
      'run',
      'tests/core',
      'tests/shared',
      'tests/interface',
      '--reporter=dot',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ])
    add(counted(report, fromVitest))
  }
  if (wants('server') || wants('e2e')) {
    const env = { ZONARIS_TEST_ADMIN: await admin() }
    await ensureBuild()
    if (wants('server')) {
      await ensurePooler()
      await step(
        'Database and API',
        'npx',
        [
          'vitest',
          'run',
          ...(rest.length > 0 ? rest : ['tests/server']),
          '--maxWorkers=2',
          '--reporter=default',
          '--reporter=json',
          `--outputFile.json=${report}`,
        ],
        env,
      )
      add(counted(report, fromVitest))
    }
    if (wants('e2e')) {
      await ensureChromium()
      await step('In the browser', 'npx', ['playwright', 'test', ...rest], {
        ...env,
        ZONARIS_CHROMIUM: chromiumPath(),
        PLAYWRIGHT_JSON_OUTPUT_NAME: report,
      })
      add(counted(report, fromPlaywright))
    }
  }
  times.sort((a, b) => b.ms - a.ms)
  console.log('\nThe slowest tests:')
  for (const { name, ms } of times.slice(0, SLOWEST))
    console.log(`${(ms / 1000).toFixed(1).padStart(6)} s  ${name}`)
  if (runAgain.length > 0) console.log(`\nPassed only when run again:\n${runAgain.join('\n\n')}`)
  // Last of all, so that the end of a long record is enough to see what is wrong.
  if (broken.length > 0) console.log(`\nFailed:\n${broken.join('\n\n')}`)
  console.log(`\n${passed} passed, ${failed} failed`)
  return failed === 0 && passed > 0 ? 0 : 1
}, cleanUp)
