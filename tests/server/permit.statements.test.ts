import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Actor } from '#server/services/actor'
import { SECRET, startApp, withOwner, type App } from '../app'
import { act, issuePermit, makeShop, type Shop } from './shop.fixture'

let app: App
let shop: Shop
let actor: Actor

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'counted')
  await issuePermit(shop)
  await act(shop, 'start')
  await act(shop, 'stop')
  process.env.ZONARIS_APP_DATABASE_URL = app.appUrl
  process.env.ZONARIS_SECRET = SECRET
  const { rows } = await withOwner(app.ownerUrl, (owner) =>
    owner.query('SELECT organisation_id, site_id, name, role FROM person WHERE id = $1', [
      shop.ids.watch,
    ]),
  )
  actor = {
    person: shop.ids.watch,
    organisation: rows[0].organisation_id,
    site: rows[0].site_id,
    name: rows[0].name,
    role: rows[0].role,
    kind: 'account',
    booth: null,
    scopes: null,
    signIn: null,
    lacksFactor: false,
    now: new Date(),
    rehearsal: false,
  }
})
afterAll(async () => {
  const { closePool } = await import('#server/db/pool')
  await closePool()
  await app.end()
})

/** Statements that reach the database while `work` runs; several in one text count each. */
async function statementsOf(work: () => Promise<unknown>): Promise<string[]> {
  const seen: string[] = []
  const real = pg.Client.prototype.query
  pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
    const [first] = args
    const text = typeof first === 'string' ? first : (first as { text: string }).text
    seen.push(...text.split(';').filter((part) => part.trim()))
    return (real as (...all: unknown[]) => unknown).apply(this, args)
  } as typeof real
  try {
    await work()
  } finally {
    pg.Client.prototype.query = real
  }
  return seen
}

describe('statements that a step takes', () => {
  it('a round takes at most eight, and judges nothing', async () => {
    const { logRound } = await import('#server/services/permit/watch')
    const seen = await statementsOf(() =>
      logRound(actor, shop.permit, { eventId: randomUUID(), note: 'seen' }),
    )
    expect(seen.length).toBeGreaterThan(3)
    expect(seen.length).toBeLessThanOrEqual(8)
    expect(seen.join('\n')).not.toMatch(/\b(gear|gas_test|air_reading|hood)\b/)
  })
})
