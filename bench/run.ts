import { Agent, request } from 'node:http'
import { fileURLToPath } from 'node:url'
import pg from 'pg'
import signIns from '../demo/sign-ins.json' with { type: 'json' }
import type { Plan } from '#core/plan/plan'
import { listJobs } from '#server/db/job'
import { listPeople } from '#server/db/person'
import type { Db } from '#server/db/pool'
import { TYPES } from '#server/db/types'
import { longSchedule, manySamples, monteCarlo } from './air'
import { gasGrowth } from './gas'
import { gearGrowth } from './gear'
import { matrixKeystroke } from './keystroke'
import { roomsAlongCorridors, roomsInLine } from './large-plans'
import { growRoster, readiness } from './readiness'
import { judgeLarge, type Times } from './plan'
import { planByHand } from './plan-hand'
import { timed } from './requests'
import { stolenSince } from './stolen'
import { manyStreams } from './streams'
import { manyWatches } from './watches'
import { coldStart, pageWeight, stopServed } from './weight'

/** Everything here is a ratio measured side by side on this machine, at this moment; none of it is a test. */
const root = (path: string): string => fileURLToPath(new URL(`../${path}`, import.meta.url))
const SERVER = root('.output/server/index.mjs')
const EMPTY = root('bench/empty/.output/server/index.mjs')
const [only] = process.argv.slice(2)
const line = (name: string, ratio: number, budget: number | null, detail: string): void =>
  console.log(
    `${name.padEnd(46)} ${ratio.toFixed(2).padStart(6)} x ${(budget ? `(budget ${budget})` : '').padEnd(13)} ${detail}`,
  )

/** Against the time in which an answer still feels like one, as there is nothing bare to put beside it. */
const SOON_MS = 200
/** Longer than this, and whoever waits for the first answer wonders. */
const FIRST_MS = 1_000
const spread = ({ middle, least }: Times): string =>
  `${Math.round(middle)} ms in the middle, ${Math.round(least)} at least`
async function plan(): Promise<void> {
  await judging('500 rooms along corridors', roomsAlongCorridors())
  await judging('500 rooms in line, one behind the other', roomsInLine())
}

async function judging(what: string, large: Plan): Promise<void> {
  const stolen = stolenSince()
  const { first, faults, anew, alone, again, kinds, things } = await judgeLarge(
    root('.output/server/heavy.mjs'),
    large,
  )
  const given = stolen()
  const each = kinds.map(([kind, ms]) => `${kind} ${Math.round(ms)}`).join(', ')
  line(
    `Judge all of a plan of ${what} after a change, against 200 ms`,
    again.middle / SOON_MS,
    1,
    `${spread(again)}; by what was changed: ${each}`,
  )
  const threads = alone.map(({ thread, ms }) => `${thread} ${Math.round(ms)}`).join(', ')
  line(
    'Judge one that nobody judged before, against 200 ms',
    anew.middle / SOON_MS,
    1,
    `${spread(anew)}; each thread by itself: ${threads}`,
  )
  if (given !== null)
    console.log(
      `Of the time that this machine asked for meanwhile others had ${Math.round(given * 100)} %.`,
    )
  line(
    'Judge a small one, the first after a start, against 1 s',
    first / FIRST_MS,
    1,
    `${Math.round(first)} ms`,
  )
  line(
    'Look for what is wrong with it, against 200 ms',
    faults / SOON_MS,
    1,
    `${Math.round(faults)} ms, ${things} things`,
  )
}

const FRAME_MS = 1000 / 60
async function planHand(): Promise<void> {
  const { pan, drag, hold, things, findings } = await planByHand(SERVER, 4616)
  for (const [what, ms] of [
    ['Moving the plan', pan],
    ['Dragging a thing on it', drag],
  ] as const)
    line(
      `${what}, each move against a frame`,
      ms / FRAME_MS,
      1,
      `${ms.toFixed(1)} ms, ${things} things, ${findings} Findings beside it`,
    )
  line('Taking hold of it, once, in frames', hold / FRAME_MS, null, `${Math.round(hold)} ms`)
}

/** Changes have to be seen within two seconds. */
const SEEN_MS = 2_000
async function streams(): Promise<void> {
  const { before, after, heard, streams: count } = await manyStreams(SERVER, 4615)
  line(
    `A change to ${count} streams, against 2 s`,
    heard / SEEN_MS,
    1,
    `${Math.round(heard)} ms; ${Math.round(before)} MB before, ${Math.round(after)} MB with them`,
  )
}

/** A call that comes within five seconds is in time. */
const IN_TIME_S = 5
async function watches(): Promise<void> {
  const { round, bare, latestCall, memory } = await manyWatches(SERVER, 4617)
  line(
    'A round of 500 watches, 500 screens, against bare',
    round[0] / bare[0],
    null,
    `${round[0].toFixed(1)} ms, 95 of 100 under ${round[1].toFixed(0)} ms; bare ${bare[0].toFixed(1)} and ${bare[1].toFixed(0)} ms; ${Math.round(memory)} MB`,
  )
  line(
    '500 rounds due in one moment, against 5 s',
    latestCall / IN_TIME_S,
    1,
    `the last was called for after ${latestCall.toFixed(1)} s`,
  )
}

async function weightAndStart(): Promise<void> {
  const ours = await coldStart(SERVER, 4611)
  const empty = await coldStart(EMPTY, 4612)
  const [a, b] = [
    await pageWeight('http://127.0.0.1:4611/sign-in'),
    await pageWeight('http://127.0.0.1:4612/'),
  ]
  line(
    'First page, gzip, against an empty Nuxt UI page',
    a / b,
    1.6,
    `${Math.round(a / 1000)} kB against ${Math.round(b / 1000)} kB`,
  )
  await stopServed(ours)
  await stopServed(empty)
  const starts = { ours: [ours.ms], empty: [empty.ms] }
  for (let i = 0; i < 4; i++) {
    for (const [name, entry] of [
      ['ours', SERVER],
      ['empty', EMPTY],
    ] as const) {
      const served = await coldStart(entry, 4613)
      starts[name].push(served.ms)
      await stopServed(served)
    }
  }
  const middle = (values: number[]): number =>
    values.sort((x, y) => x - y)[Math.floor(values.length / 2)]!
  line(
    "Cold start against the empty page's server",
    middle(starts.ours) / middle(starts.empty),
    null,
    `${Math.round(middle(starts.ours))} ms against ${Math.round(middle(starts.empty))} ms`,
  )
}

/** Server, bare pool and callers share this process, so that each pays for the same event loop. */
async function reads(): Promise<void> {
  process.env.PORT = '4614'
  process.env.HOST = '127.0.0.1'
  process.env.ZONARIS_POOL = '20'
  await import(SERVER)
  const base = 'http://127.0.0.1:4614'
  for (
    let i = 0;
    i < 100 &&
    !(await fetch(`${base}/api/v1/health/ready`).then(
      (answer) => answer.ok,
      () => false,
    ));
    i++
  )
    await new Promise((resolve) => setTimeout(resolve, 50))
  const signIn = await fetch(`${base}/api/v1/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: base, 'sec-fetch-site': 'same-origin' },
    body: JSON.stringify({ email: signIns[0]!.email, password: signIns[0]!.password }),
  })
  const cookie = signIn.headers
    .getSetCookie()
    .map((entry) => entry.split(';')[0])
    .join('; ')
  // Connections are kept, as a browser keeps them; a lean client, since its work counts here too.
  const agent = new Agent({ keepAlive: true, maxSockets: 100 })
  const get = (path: string): Promise<void> =>
    new Promise((resolve, reject) => {
      request(`${base}/api/v1${path}`, { agent, headers: { cookie } }, (answer) => {
        if (answer.statusCode !== 200) reject(new Error(`${path}: ${answer.statusCode}`))
        answer.resume().once('end', () => resolve())
      })
        .once('error', reject)
        .end()
    })
  const pool = new pg.Pool({
    connectionString: process.env.ZONARIS_APP_DATABASE_URL,
    max: 20,
    types: TYPES,
  })
  const {
    rows: [organisation],
  } = await pool.query('SELECT organisation_id AS id FROM auth_find_login($1)', [signIns[0]!.email])
  const { me } = (await (
    await fetch(`${base}/api/v1/sign-in`, { headers: { cookie } })
  ).json()) as {
    me: { site: { id: string } }
  }
  const site = me.site.id
  /** The same query as the list runs, without the server around it; row security lets nothing out unless the organisation is named. */
  const bare = async (query: (db: Db) => Promise<unknown>): Promise<void> => {
    const client = await pool.connect()
    await client.query('BEGIN')
    await client.query("SELECT set_config('zonaris.organisation', $1, true)", [organisation.id])
    await query(client)
    await client.query('COMMIT')
    client.release()
  }
  if (only === 'gear') {
    await gear(get)
    await pool.end()
    return
  }
  for (const [name, path, query] of [
    ['GET /jobs', '/jobs', (db: Db) => listJobs(db, site, { q: '', page: 1, sort: 'newest' })],
    [
      'GET /people',
      '/people',
      (db: Db) => listPeople(db, site, { q: '', page: 1, sort: 'name', show: 'all' }),
    ],
  ] as const) {
    await timed(400, 100, () => get(path))
    await timed(400, 100, () => bare(query))
    const [api, plain] = [
      await timed(3000, 100, () => get(path)),
      await timed(3000, 100, () => bare(query)),
    ]
    line(
      `${name} against its bare query, p95, 100 at once`,
      api.p95 / plain.p95,
      2,
      `${api.p95.toFixed(1)} ms against ${plain.p95.toFixed(1)} ms`,
    )
  }
  await session(base, get)
  await gas(get)
  await gear(get)
  await pool.end()
}

/** The class: readiness against the bare rules, a roster of thousands against a small one, and one keystroke of the matrix against a frame. */
async function session(base: string, get: (path: string) => Promise<void>): Promise<void> {
  const ready = await readiness()
  line(
    `Readiness, ${ready.people} people x ${ready.needs} needs, against bare rules`,
    ready.server / ready.bare,
    2,
    `${ready.server.toFixed(2)} ms against ${ready.bare.toFixed(2)} ms; read and judged ${ready.whole.toFixed(1)} ms`,
  )
  const roster = async (): Promise<number> => {
    await timed(100, 10, () => get('/people?q=an&show=active'))
    return (await timed(600, 10, () => get('/people?q=an&show=active'))).p95
  }
  const small = await roster()
  await growRoster()
  const large = await roster()
  line(
    'A page of people, filtered, 2,000 more against 30',
    large / small,
    null,
    `${large.toFixed(1)} ms against ${small.toFixed(1)} ms`,
  )
  const key = await matrixKeystroke(base)
  line(
    'One key in the matrix against a frame (16.7 ms)',
    key.p95 / 16.7,
    1,
    `median ${key.median.toFixed(1)} ms, p95 ${key.p95.toFixed(1)} ms`,
  )
}

/** Cylinders of a big yard against those of a small one. */
async function gas(get: (path: string) => Promise<void>): Promise<void> {
  for (const { name, small, large } of await gasGrowth(get))
    line(
      `${name}, 20,000 cylinders against 200`,
      large / small,
      1.5,
      `${large.toFixed(1)} ms against ${small.toFixed(1)} ms`,
    )
}

/** A register of a big yard against that of a small one. */
async function gear(get: (path: string) => Promise<void>): Promise<void> {
  for (const { name, small, large } of await gearGrowth(get))
    line(
      `${name}, 100,000 pieces against 1,000`,
      large / small,
      1.5,
      `${large.toFixed(1)} ms against ${small.toFixed(1)} ms`,
    )
}

/** The air check, in this process and without a server. */
function air(): void {
  const drawn = monteCarlo()
  line(
    `Monte Carlo, ${drawn.substances} substances, against the bare draws`,
    drawn.ratio,
    1.5,
    `a million: ${Math.round(drawn.simulated)} ms against ${Math.round(drawn.bare)} ms; memory grew ${drawn.grown.toFixed(1)} MB`,
  )
  const schedule = longSchedule()
  line(
    '200 stretches x 8 substances against a frame',
    schedule / 16.7,
    1,
    `${schedule.toFixed(1)} ms`,
  )
  const samples = manySamples()
  line(
    'Statistics of 100,000 samples, against log and sort',
    samples.ratio,
    null,
    `${samples.ms.toFixed(0)} ms`,
  )
}

// One part alone: npm run bench -- reads
if (!only || only === 'air') air()
if (!only || only === 'plan') {
  await plan()
  await planHand()
}
if (!only || only === 'start') await weightAndStart()
if (!only || only === 'streams') await streams()
if (!only || only === 'watches') await watches()
if (!only || only === 'reads' || only === 'gear') await reads()
process.exit(0)
