import { randomUUID } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'
import type pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { transition, type PermitAction, type PermitLife } from '#core/permit/lifecycle'
import { verifyAudit } from '#server/services/audit/verify'
import { startGateway } from '../../standins/gateway.mjs'
import { startPooler } from '../../scripts/lib/pooler.mjs'
import { startPostgres } from '../../scripts/lib/postgres.mjs'
import { startApp, withOwner, type App, type Server } from '../app'
import { Person } from './client'
import { CONTACT } from './alert.fixture'
import { numbersFrom } from './numbers'
import { makePhone, type Phone } from './phone.fixture'
import { fullSweep, made, makeShop, PASSWORD, PIN, zoneAtNoon, type Shop } from './shop.fixture'
import { smallDisk, type SmallDisk } from './small-disk'

/** `npm run test:faults` lives 1,000 permits; here a short form. */
const LIVES = Number(process.env.ZONARIS_FAULTS ?? 8)
const SEED = Number(process.env.ZONARIS_FAULTS_SEED ?? 1)
/** Permits that live beside each other, each in a shop of its own: as many as keep two cores busy. */
const LANES = Math.min(8, LIVES)
/** From one fault to the next, ms. */
const BETWEEN = [300, 900] as const
const PATIENCE_MS = 10_000
/** Whoever is asked to wait does so: after PINs whose answers were lost that may be a minute. */
const PATIENCE_IN_ALL_MS = 180_000
const WAIT_MS = 100
const WAIT_AS_TOLD_MS = 1_000
/** What is due is called for so soon after, with a server and a database that stand, ms. */
const LATEST_MS = 5_000
/** When the database was away, ms. */
const outages: { from: number; to: number }[] = []
/** A round is due so long after the watch was set back, s. */
const SOON_S = 2

let app: App
let servers: Server[]
let gateway: Awaited<ReturnType<typeof startGateway>>
/** Of its own: it is stopped and killed as well. */
let database: Awaited<ReturnType<typeof startPostgres>>
/** The disk that it lies on; null: none of its own can be had here, and none is filled. */
let disk: SmallDisk | null
let pooler: Awaited<ReturnType<typeof startPooler>>
let shops: Shop[]
const random = numbersFrom(SEED)
const oneOf = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
const between = ([least, most]: readonly [number, number]): number =>
  least + random() * (most - least)

const acknowledged: { permit: string; event: string }[] = []
/** Rounds that came late, and when they were made. */
const keptRounds: { event: string; madeAt: number }[] = []
/** Of whoever watches in each shop: a phone whose clock is hours wrong. */
const phones = new Map<Shop, { phone: Phone; watcher: Person; ahead: number; last: number }>()
const done = {
  kills: 0,
  cuts: 0,
  stops: 0,
  crashes: 0,
  full: 0,
  away: 0,
  halves: 0,
  repeats: 0,
  retries: 0,
  lives: 0,
}
let isOver = false

beforeAll(async () => {
  gateway = await startGateway()
  disk = await smallDisk()
  // Little of the disk is set aside for what the database writes ahead.
  const extra = { min_wal_size: '32MB', max_wal_size: '64MB' }
  database = await startPostgres(disk?.folder ?? null, 5670, { durable: true, extra })
  process.env.ZONARIS_TEST_ADMIN = database.url('postgres')
  app = await startApp({
    env: gateway.env,
    through: async (appUrl) => {
      pooler = await startPooler(appUrl)
      return { ZONARIS_APP_DATABASE_URL: pooler.url, ZONARIS_LISTEN_URL: appUrl }
    },
  })
  servers = [app, await app.beside()]
  shops = []
  for (let lane = 0; lane < LANES; lane++) {
    const shop = await makeShop(app, `lane${lane}`, zoneAtNoon())
    await made(shop.people.lead, '/contacts', {
      ...CONTACT,
      phone: `01632960${String(lane).padStart(3, '0')}`,
    })
    await giveWatcher(shop, lane)
    shops.push(shop)
  }
}, 240_000)
afterAll(async () => {
  await app.end()
  await gateway.close()
  await pooler.close()
  await database.close()
  await disk?.close()
}, 60_000)

/** Somebody with a sign-in and a phone watches in this shop. */
async function giveWatcher(shop: Shop, lane: number): Promise<void> {
  const email = `watcher${lane}@lane.example`
  shop.ids.watch = await made(shop.people.lead, '/people', {
    name: 'Watcher',
    email,
    role: 'worker',
    fireWatchTrainedOn: '2026-01-15',
    active: true,
    password: PASSWORD,
    pin: PIN.watch,
  })
  const watcher = await new Person(app).signIn(email, PASSWORD)
  const phone = await makePhone(watcher)
  await phone.register()
  phones.set(shop, { phone, watcher, ahead: (lane - 3) * 3_600_000, last: 0 })
}

/** Two rounds made without a signal come in the wrong order, one of them twice at once, until each was answered. */
async function lateRounds(shop: Shop, permit: string): Promise<void> {
  const kept = phones.get(shop)!
  const first = kept.last + 1
  kept.last += 2
  const rounds = [first, first + 1].map((number, i) => ({
    number,
    ahead: kept.ahead,
    path: `/permits/${permit}/rounds`,
    body: { eventId: randomUUID() },
    madeAt: Date.now() - (2 - i) * 20_000,
    more: 1 - i,
  }))
  for (const round of rounds.toReversed()) {
    if (random() < 0.3) void sendLate(kept, round)
    while (!(await sendLate(kept, round))) await sleep(100)
    keptRounds.push({ event: round.body.eventId, madeAt: round.madeAt })
    acknowledged.push({ permit, event: round.body.eventId })
  }
}

/** Whether it was answered. @throws where it was refused */
async function sendLate(
  { phone, watcher }: { phone: Phone; watcher: Person },
  round: Parameters<Phone['send']>[0],
): Promise<boolean> {
  const at = new Person({ url: oneOf(servers).url })
  at.cookie = watcher.cookie
  const answer = await phone.send(round, at).catch(() => null)
  if (!answer || answer.status >= 500) return false
  if (answer.status >= 400) throw new Error(JSON.stringify(answer.body))
  return true
}

/** Ask the database, which may be away or full for a moment. */
async function owner<T extends pg.QueryResultRow>(
  text: string,
  values: unknown[] = [],
): Promise<T[]> {
  for (let tries = 0; ; tries++)
    try {
      return await withOwner(
        app.ownerUrl,
        async (client) => (await client.query<T>(text, values)).rows,
      )
    } catch (error) {
      const { code = '' } = error as { code?: string }
      const isAway =
        /^(ECONN|53|57P|08)/.test(code) || /terminated|not queryable/.test((error as Error).message)
      if (!isAway || tries === 200) throw error
      await sleep(100)
    }
}

/** Send until a server answers: to one or the other, sometimes twice at once, sometimes cut off half way. */
async function steady<T>(
  person: Person,
  method: string,
  path: string,
  body?: object,
): Promise<{ status: number; body: T }> {
  const begun = Date.now()
  let last = 0
  while (Date.now() - begun < PATIENCE_IN_ALL_MS) {
    const at = new Person({ url: oneOf(servers).url })
    at.cookie = person.cookie
    const send = (patience: number) => at.attempt({ method, path, body, headers: {} }, patience)
    const turn = random()
    if (turn < 0.1) {
      done.halves++
      await send(random() * 20)
    } else if (turn < 0.2) {
      done.repeats++
      void send(PATIENCE_MS)
    }
    const answer = await send(PATIENCE_MS)
    const isHeld = answer.status === 0 || answer.status === 429 || answer.status >= 500
    if (!isHeld) return answer as { status: number; body: T }
    if (answer.status === 503 && codeOf(answer.body) === 'database_away') done.away++
    done.retries++
    last = answer.status
    await sleep(last === 429 ? WAIT_AS_TOLD_MS : WAIT_MS)
  }
  throw new Error(`${method} ${path} was never answered, but by ${last}.`)
}

const codeOf = (body: unknown): string | undefined =>
  (body as { error?: { code: string } } | null)?.error?.code

/** A step of a permit, under one identifier over every try. */
async function step(person: Person, permit: string, kind: string, body: object): Promise<void> {
  const eventId = randomUUID()
  const answer = await steady<{ error?: object }>(person, 'POST', `/permits/${permit}/${kind}`, {
    eventId,
    ...body,
  })
  if (answer.status >= 400)
    throw new Error(`${kind} ${JSON.stringify(body)}: ${JSON.stringify(answer.body)}`)
  acknowledged.push({ permit, event: eventId })
}

async function draft({ people, job }: Shop): Promise<string> {
  const open = () =>
    owner<{ id: string }>(`SELECT id FROM permit WHERE job_id = $1 AND state <> 'closed'`, [job])
  if ((await open()).length === 0) await steady(people.lead, 'POST', '/permits', { jobId: job })
  return (await open())[0]!.id
}

async function fill({ people, ids }: Shop, permit: string): Promise<number> {
  const now = Date.now()
  const read = () => steady<{ version: number }>(people.lead, 'GET', `/permits/${permit}`)
  const { version } = (await read()).body
  const put = await steady(people.lead, 'PUT', `/permits/${permit}`, {
    sweep: fullSweep(),
    operatorId: ids.worker,
    fireWatchId: ids.watch,
    validFrom: new Date(now - 1000).toISOString(),
    validTo: new Date(now + 4 * 3_600_000).toISOString(),
    height: 1,
    ruleSets: ['nfpa51b'],
    version,
  })
  // Repeated, it was changed by the first of the two.
  if (put.status !== 200 && codeOf(put.body) !== 'changed')
    throw new Error(JSON.stringify(put.body))
  return (await read()).body.version
}

/** A change that was cut off or repeated may still come, and make signatures void: then they sign again. */
async function issue(shop: Shop, permit: string): Promise<void> {
  const { lead } = shop.people
  for (let tries = 1; ; tries++)
    try {
      const version = await fill(shop, permit)
      await step(lead, permit, 'signatures', { as: 'operator', version, pin: PIN.worker })
      await step(lead, permit, 'signatures', { as: 'fire_watch', version, pin: PIN.watch })
      await step(lead, permit, 'actions', { action: 'issue', pin: PIN.lead })
      return
    } catch (error) {
      if (tries === 10 || !/"code":"(changed|unsigned|blocked)"/.test((error as Error).message))
        throw error
    }
}

/** One permit from its draft to its end, with one round that was late. */
async function live(shop: Shop): Promise<void> {
  const { lead } = shop.people
  const permit = await draft(shop)
  await issue(shop, permit)
  await step(lead, permit, 'actions', { action: 'start' })
  await steady(shop.people.worker, 'POST', `/permits/${permit}/seen`, { device: randomUUID() })
  await step(lead, permit, 'actions', { action: 'stop' })
  await owner(
    `UPDATE permit
     SET work_started_at = now() - interval '16 min',
       watch_started_at = now() - interval '15 min' + make_interval(secs => $2)
     WHERE id = $1`,
    [permit, SOON_S],
  )
  const called = () =>
    owner(
      `SELECT 1 FROM alert a JOIN alert_step s ON s.alert_id = a.id WHERE a.permit_id = $1 AND a.kind = 'round'`,
      [permit],
    )
  await until(async () => (await called()).length > 0)
  await lateRounds(shop, permit)
  const round = { madeBy: shop.ids.watch, pin: PIN.watch }
  await step(lead, permit, 'rounds', round)
  await owner(
    `UPDATE permit
     SET work_started_at = work_started_at - interval '2 h', watch_started_at = watch_started_at - interval '2 h'
     WHERE id = $1`,
    [permit],
  )
  await step(lead, permit, 'rounds', round)
  await step(lead, permit, 'actions', { action: 'close', pin: PIN.watch })
  done.lives++
}

async function until(isSo: () => Promise<boolean>, patience = 60_000): Promise<void> {
  const begun = Date.now()
  while (!(await isSo())) {
    if (Date.now() - begun > patience) throw new Error('It did not come.')
    await sleep(150)
  }
}

/** So often it is the database itself. */
const DATABASE_TURN = 0.2
/** And so often, up to here, its disk. */
const FULL_TURN = 0.3

/** The database is stopped in order, or dies. */
async function breakDatabase(): Promise<void> {
  const isCrash = random() < 0.5
  if (isCrash) done.crashes++
  else done.stops++
  await database.restart(isCrash ? 'SIGQUIT' : 'SIGINT')
}

/** The disk under the database has no room for a moment; it may go down over it, and is started again once there is. */
async function fillDisk({ fill, free }: SmallDisk): Promise<void> {
  done.full++
  await fill()
  await sleep(between([300, 1_200]))
  await free()
  if (!database.isUp()) await database.restart()
}

async function outage(work: () => Promise<void>): Promise<void> {
  const from = Date.now()
  await work()
  outages.push({ from, to: Date.now() })
}

/** From when it was due until it was called, ms, without what of it the database was away. */
function lateness(due: number, called: number): number {
  const away = outages.map(({ from, to }) =>
    Math.max(0, Math.min(to, called) - Math.max(from, due)),
  )
  return called - due - away.reduce((sum, ms) => sum + ms, 0)
}

/** One server is killed at a time: the other goes on, and takes over what the first had begun. */
async function breakThings(): Promise<void> {
  while (!isOver) {
    await sleep(between(BETWEEN))
    const turn = random()
    if (turn < DATABASE_TURN) await outage(breakDatabase)
    else if (disk && turn < FULL_TURN) await outage(() => fillDisk(disk!))
    else if (turn < 0.65) {
      done.kills++
      const server = oneOf(servers)
      await server.kill()
      await sleep(random() * 500)
      await server.start()
    } else {
      done.cuts++
      await owner(
        "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND usename LIKE 'zonaris_login%'",
      )
    }
  }
}

describe(`${LIVES} lives of permits while servers are killed and connections cut`, () => {
  it(
    'go on to their end',
    async () => {
      const waiting = Array.from({ length: LIVES }, (_, i) => i)
      const breaking = breakThings()
      await Promise.all(
        shops.map(async (shop) => {
          while (waiting.pop() !== undefined) await live(shop)
        }),
      ).finally(() => {
        isOver = true
      })
      await breaking
      expect(done.lives).toBe(LIVES)
      expect(done.kills + done.cuts).toBeGreaterThan(0)
    },
    LIVES * 60_000,
  )

  it('lost nothing that was acknowledged, and wrote nothing twice', async () => {
    const written = new Set(
      (await owner<{ id: string }>('SELECT id FROM permit_event')).map(({ id }) => id),
    )
    expect(acknowledged.filter(({ event }) => !written.has(event))).toEqual([])
    const audited = await owner<{ event: string; count: string }>(
      `SELECT details ->> 'event' AS event, count(*) FROM audit WHERE details ? 'event' GROUP BY 1 HAVING count(*) > 1`,
    )
    expect(audited).toEqual([])
  })
  it('has every late round from when it was made, by phones that are hours wrong', async () => {
    const rows = await owner<{ id: string; counts_at: Date }>(
      "SELECT id, counts_at FROM permit_event WHERE details ? 'late'",
    )
    expect(rows).toHaveLength(keptRounds.length)
    const at = new Map(rows.map(({ id, counts_at }) => [id, counts_at.getTime()]))
    const off = keptRounds.map(({ event, madeAt }) => Math.abs(at.get(event)! - madeAt))
    // The way from the phone to the server.
    expect(Math.max(...off)).toBeLessThan(PATIENCE_MS)
    const [entries] = await owner<{ written: number; all: number }>(
      'SELECT count(*) FILTER (WHERE refusal IS NULL)::int AS written, count(*)::int AS all FROM late_entry',
    )
    expect(entries).toEqual({ written: keptRounds.length, all: keptRounds.length })
  })
  it('went through lawful states only', async () => {
    const permits = await owner<{ id: string; state: string; valid_to: Date }>(
      "SELECT id, state, valid_to FROM permit WHERE state <> 'draft'",
    )
    for (const { id, state, valid_to } of permits) {
      const actions = await owner<{ subject: PermitAction; at: Date }>(
        "SELECT subject, at FROM permit_event WHERE permit_id = $1 AND kind = 'action' ORDER BY at, audit_seq",
        [id],
      )
      const names = actions.map(({ subject }) => subject)
      expect(names).toEqual(['issue', 'start', 'stop', 'close'])
      // Its times were set back by the test; the states alone are followed.
      let life: PermitLife = {
        state: 'draft',
        validTo: valid_to.getTime(),
        workStartedAt: null,
        watchStartedAt: null,
        watchMinutes: 0,
        monitoring: null,
        rounds: [Infinity],
      }
      for (const { subject, at } of actions) {
        const next = transition(life, subject, at.getTime())
        if (!next.ok) throw new Error(next.because)
        life = { ...life, ...next }
      }
      expect(state).toBe(life.state)
    }
  })
  it('called for every round that was due, once, and in time', async () => {
    const rounds = await owner<{ permit_id: string }>(
      "SELECT permit_id FROM alert WHERE kind = 'round'",
    )
    expect(new Set(rounds.map(({ permit_id }) => permit_id)).size).toBe(LIVES)
    expect(rounds).toHaveLength(LIVES)
    const steps = await owner<{ due_at: Date; at: Date }>(
      `SELECT s.due_at, s.at FROM alert a JOIN alert_step s ON s.alert_id = a.id
       WHERE a.kind = 'round'`,
    )
    expect(steps.length).toBeGreaterThanOrEqual(LIVES)
    const latest = Math.max(
      ...steps.map(({ due_at, at }) => lateness(due_at.getTime(), at.getTime())),
    )
    console.log(
      `${done.lives} lives, ${keptRounds.length} rounds that came late, ${acknowledged.length} writes acknowledged, ${done.kills} kills, ${done.cuts} cuts, database stopped ${done.stops} and killed ${done.crashes} times, its disk full ${disk ? done.full : 'never, as none of its own can be had here,'} times (${done.away} answers that it is away), ${done.halves} requests cut off, ${done.repeats} repeated, ${done.retries} tried again; latest call ${(latest / 1000).toFixed(1)} s after it was due, without what the database was away`,
    )
    expect(latest).toBeLessThan(LATEST_MS)
  })
  it('told nobody twice, and everybody whom it was to tell', async () => {
    await until(
      async () =>
        (await owner('SELECT 1 FROM message WHERE sent_at IS NULL AND given_up_at IS NULL'))
          .length === 0,
    )
    const messages = await owner<{ id: string; channel: string }>(
      "SELECT id, channel FROM message WHERE channel <> 'page'",
    )
    const twice = await owner(
      'SELECT 1 FROM message GROUP BY alert_id, step, person_id, contact_id, channel, address HAVING count(*) > 1',
    )
    expect(twice).toEqual([])
    const received = gateway.received.map(({ id }) => id.replace(/[<>]|@zonaris/g, ''))
    expect(new Set(received).size).toBe(received.length)
    expect(messages.filter(({ id }) => !received.includes(id))).toEqual([])
  })
  it('says that the disk is full while it is, and goes on once there is room', async ({ skip }) => {
    if (!disk) return skip('No disk of its own can be had here.')
    const { lead } = shops[0]!.people
    const write = async (): Promise<[number, string | undefined]> => {
      const body = { ...CONTACT, name: randomUUID(), what: 'x'.repeat(120) }
      const answer = await lead.attempt(
        { method: 'POST', path: '/contacts', body, headers: {} },
        PATIENCE_MS,
      )
      return [answer.status, codeOf(answer.body)]
    }
    await disk.fill()
    const answers: string[] = []
    await until(async () => {
      const [status, code] = await write()
      answers.push(`${status} ${code}`)
      return status !== 201
    }, 30_000)
    console.log(`on a full disk: ${[...new Set(answers)].join(', ')}`)
    expect(answers.at(-1)).toMatch(/^503 (disk_full|database_away)$/)
    await disk.free()
    if (!database.isUp()) await database.restart()
    await until(async () => (await write())[0] === 201)
  }, 90_000)
  it('left the chain of the audit whole', async () => {
    const { broken, checked } = await withOwner(app.ownerUrl, (client) => verifyAudit(client))
    expect(broken).toEqual([])
    expect(checked).toBeGreaterThan(acknowledged.length)
  })
})
