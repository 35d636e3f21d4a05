import type pg from 'pg'
import PgBoss from 'pg-boss'
import { outside, type Db } from './pool'
import { log } from '../log'

/** Jobs of the queue stand in the same database, so that they are written in the transaction that asks for them. */
const SCHEMA = 'zonaris_queue'
const DELIVER = 'deliver'
const GIVEN_UP = 'deliver_given_up'

/** A message is tried again after 2, 4, 8 … s, seven times in all: about two minutes, then somebody else has long been called. */
const RETRIES = { retryLimit: 6, retryDelay: 2, retryBackoff: true }
/** A process that dies over a message leaves it to the others after so long, s. It has to be longer than a try. */
const EXPIRE_SECONDS = 20
const MAINTAINED_SECONDS = 5

const reading = { schema: SCHEMA, schedule: false, supervise: false }

/** Bring the tables of the queue up to date, as the owner of the database. */
export async function installQueue(client: pg.Client): Promise<void> {
  const owner = new PgBoss({
    ...reading,
    db: { executeSql: (text, values) => client.query(text, values) },
  })
  await owner.start()
  await owner.createQueue(GIVEN_UP)
  await owner.createQueue(DELIVER, {
    name: DELIVER,
    ...RETRIES,
    expireInSeconds: EXPIRE_SECONDS,
    deadLetter: GIVEN_UP,
  })
  await owner.stop({ graceful: false })
  await client.query(`
    GRANT USAGE ON SCHEMA ${SCHEMA} TO zonaris_app;
    GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA ${SCHEMA} TO zonaris_app;
  `)
}

/** A message that is to be sent. */
export interface Delivery {
  id: string
  organisation: string
}

function newBoss(): PgBoss {
  const made = new PgBoss({
    ...reading,
    migrate: false,
    supervise: true,
    maintenanceIntervalSeconds: MAINTAINED_SECONDS,
    db: { executeSql: (text, values) => outside((db) => db.query(text, values)) },
  })
  made.on('error', (error) => log('warn', 'The queue of messages is held up.', error))
  return made
}
let boss = newBoss()

/** Have messages sent, once this transaction stands. */
export async function enqueue(db: Db, deliveries: readonly Delivery[]): Promise<void> {
  if (deliveries.length === 0) return
  await boss.insert(
    deliveries.map((data) => ({ id: data.id, name: DELIVER, data })),
    { db: { executeSql: (text, values) => db.query(text, values) } },
  )
}

/** @throws where the database is away; it may be begun again then. */
export async function startQueue(): Promise<void> {
  try {
    await boss.start()
  } catch (error) {
    // One that failed to start takes itself for started.
    boss = newBoss()
    throw error
  }
}
export const stopQueue = (): Promise<void> => boss.stop({ graceful: false, wait: false })

/** Messages whose turn it is. Whoever takes one says how it went, or it is taken again after some time. */
export const takeDeliveries = async (most: number): Promise<Delivery[]> =>
  (await boss.fetch<Delivery>(DELIVER, { batchSize: most })).map(({ data }) => data)

export async function deliveryDone(id: string): Promise<void> {
  await boss.complete(DELIVER, id)
}

/** It is tried again later, unless it was tried as often as it is tried. */
export async function deliveryFailed(id: string, because: string): Promise<void> {
  await boss.fail(DELIVER, id, { message: because })
}

/** Messages that were given up. Each is told until it is said to be done. */
export async function takeGivenUp(most: number): Promise<{ job: string; delivery: Delivery }[]> {
  const jobs = await boss.fetch<Delivery>(GIVEN_UP, { batchSize: most })
  return jobs.map(({ id, data }) => ({ job: id, delivery: data }))
}

export async function givenUpDone(job: string): Promise<void> {
  await boss.complete(GIVEN_UP, job)
}
