import { randomUUID } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'
import pg from 'pg'
import signIns from '../demo/sign-ins.json' with { type: 'json' }
import { cookieOf, memoryOf, openScreens, senderTo } from './streams'
import { coldStart, stopServed } from './weight'

const WATCHES = 500
/** Each watch has a round in this time, s; so has the bare insert. */
const SECONDS = 60

interface Measured {
  /** The middle and the slowest of twenty, ms. */
  round: [number, number]
  bare: [number, number]
  /** Between the moment at which a round was due and the call, s: the latest. */
  latestCall: number
  memory: number
}

const spread = (times: number[]): [number, number] => {
  const sorted = [...times].sort((a, b) => a - b)
  return [sorted[Math.floor(sorted.length / 2)]!, sorted[Math.floor(sorted.length * 0.95)]!]
}

/** Watches of one person, beside each other. @param from number of the first. @param ago since the last arc went out */
async function makeWatches(owner: pg.Client, from: number, ago: string): Promise<string[]> {
  const { rows } = await owner.query<{ id: string }>(
    `INSERT INTO permit
     SELECT (
       jsonb_populate_record(
         p,
         jsonb_build_object(
           'id', gen_random_uuid(), 'number', $3::integer + n, 'place', 'Measured ' || ($3::integer + n), 'template', NULL,
           'work_floor', NULL, 'work_x', NULL, 'work_y', NULL,
           'fire_watch_id', (SELECT id FROM person WHERE email = $1),
           'work_started_at', now() - $4::interval - interval '1 min', 'watch_started_at', now() - $4::interval
         )
       )
     ).*
     FROM permit p, generate_series(1, $2) n
     WHERE p.id = (SELECT id FROM permit WHERE state = 'watching' ORDER BY number LIMIT 1)
     RETURNING id`,
    [signIns[0]!.email, WATCHES, from, ago],
  )
  return rows.map(({ id }) => id)
}

/** Do something for each, spread evenly over some time. @returns ms that each took */
async function evenly(
  of: readonly string[],
  work: (id: string) => Promise<unknown>,
): Promise<number[]> {
  const times: number[] = []
  const under: Promise<void>[] = []
  for (const id of of) {
    const from = performance.now()
    under.push(
      work(id).then(() => {
        times.push(performance.now() - from)
      }),
    )
    await sleep((SECONDS * 1000) / of.length)
  }
  await Promise.all(under)
  return times
}

/** Watches on one process, with screens that hear of every round: what a round takes, against the bare insert of its event. */
export async function manyWatches(entry: string, port: number): Promise<Measured> {
  const owner = new pg.Client(process.env.ZONARIS_OWNER_DATABASE_URL)
  await owner.connect()
  const ids = await makeWatches(owner, 10_000, '1 min')
  const served = await coldStart(entry, port)
  const base = `http://127.0.0.1:${port}`
  const lead = await cookieOf(base, signIns[0]!.email, signIns[0]!.password)
  const screens = await openScreens(base, lead)
  const send = senderTo(base)
  const post = async (path: string, body: object): Promise<void> => {
    const answer = await send(lead, path, body)
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`)
    await answer.arrayBuffer()
  }
  const rounds = await evenly(ids, async (id) => {
    void post(`/permits/${id}/seen`, { device: randomUUID() })
    await post(`/permits/${id}/rounds`, { eventId: randomUUID() })
  })
  const memory = memoryOf(served.child.pid!)
  const pool = new pg.Pool({ connectionString: process.env.ZONARIS_OWNER_DATABASE_URL, max: 10 })
  const bare = await evenly(ids, (id) =>
    pool.query(
      `INSERT INTO permit_event
       SELECT (jsonb_populate_record(e, jsonb_build_object('id', gen_random_uuid(), 'at', now()))).*
       FROM permit_event e WHERE permit_id = $1 LIMIT 1`,
      [id],
    ),
  )
  // All at once: every round is due in the same moment.
  const due = await makeWatches(owner, 20_000, '14 min 55 s')
  await owner.query(
    `INSERT INTO watch_seen
     SELECT organisation_id, id, gen_random_uuid(), fire_watch_id, now() FROM permit WHERE id = ANY ($1)`,
    [due],
  )
  await owner.query(`UPDATE site_look SET look_at = '-infinity', asked = asked + 1`)
  await sleep(20_000)
  const { rows } = await owner.query<{ late: number; count: number }>(
    `SELECT max(extract(epoch FROM s.at - s.due_at))::float8 AS late, count(*)::int
     FROM alert_step s JOIN alert a ON a.id = s.alert_id
     WHERE a.kind = 'round' AND s.step = 0 AND a.permit_id = ANY ($1)`,
    [due],
  )
  if (rows[0]!.count < WATCHES) throw new Error(`Only ${rows[0]!.count} rounds were called for.`)
  for (const screen of screens) screen.destroy()
  await pool.end()
  await owner.end()
  await stopServed(served)
  return { round: spread(rounds), bare: spread(bare), latestCall: rows[0]!.late, memory }
}
