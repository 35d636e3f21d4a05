import { randomUUID } from 'node:crypto'
import { setTimeout as sleep } from 'node:timers/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { verifyAudit } from '#server/services/audit/verify'
import { startPostgres } from '../../scripts/lib/postgres.mjs'
import { startStandby } from '../../scripts/lib/standby.mjs'
import { startApp, withOwner, type App, type Server } from '../app'
import { Person } from './client'
import { makeShop, type Shop } from './shop.fixture'
import { ask } from './ask'

/** People who write all the time. */
const WRITERS = 6
const PATIENCE_MS = 8_000

let primary: Awaited<ReturnType<typeof startPostgres>>
let standby: Awaited<ReturnType<typeof startStandby>>
let app: App
let servers: Server[]
let shop: Shop
const machineOf = (label: string) => ({ kind: 'machine', label, description: '', everyDays: 1 })
const name = (): string => new URL(app.ownerUrl).pathname.slice(1)
beforeAll(async () => {
  primary = await startPostgres(null, 5770, { durable: true })
  process.env.ZONARIS_TEST_ADMIN = primary.url('postgres')
  standby = await startStandby(primary.url('postgres'), 5771)
  await withOwner(primary.url('postgres'), async (client) => {
    await client.query("ALTER SYSTEM SET synchronous_standby_names = 'standby'")
    await client.query('SELECT pg_reload_conf()')
  })
  app = await startApp({ env: { ZONARIS_STANDBYS: standby.host } })
  servers = [app, await app.beside()]
  shop = await makeShop(app, 'standby')
}, 120_000)
afterAll(async () => {
  await Promise.all(servers.map((server) => server.stop()))
  await standby.close()
  await primary.close()
}, 60_000)

describe('a standby that takes over while people write', () => {
  const acknowledged: string[] = []
  let isOver = false
  let outage = 0

  it('is followed by both servers by themselves, within seconds', async () => {
    let lastRight = Date.now()
    const write = async (lane: number): Promise<void> => {
      const at = new Person({ url: servers[lane % servers.length]!.url })
      at.cookie = shop.people.lead.cookie
      while (!isOver) {
        const machine = machineOf(randomUUID())
        const answer = await at.attempt(
          { method: 'POST', path: '/gear', body: machine, headers: {} },
          PATIENCE_MS,
        )
        if (answer.status === 201) {
          acknowledged.push(machine.label)
          outage = Math.max(outage, Date.now() - lastRight)
          lastRight = Date.now()
        } else {
          // It says what to do, and is asked again.
          expect([0, 503]).toContain(answer.status)
          await sleep(100)
        }
      }
    }
    const writing = Array.from({ length: WRITERS }, (_, lane) => write(lane))
    await sleep(2_000)
    const before = acknowledged.length
    expect(before).toBeGreaterThan(20)
    await primary.kill()
    await standby.promote()
    await sleep(6_000)
    isOver = true
    await Promise.all(writing)
    expect(acknowledged.length).toBeGreaterThan(before + 20)
    console.log(
      `${acknowledged.length} writes acknowledged, ${before} of them before the database was killed; none for ${(outage / 1000).toFixed(1)} s`,
    )
    expect(outage).toBeLessThan(10_000)
  }, 60_000)

  it('has everything that was acknowledged, and a whole audit', async () => {
    await withOwner(standby.url(name()), async (client) => {
      const { rows } = await client.query<{ label: string }>('SELECT label FROM gear')
      const kept = new Set(rows.map((row) => row.label))
      expect(acknowledged.filter((one) => !kept.has(one))).toEqual([])
      expect((await verifyAudit(client)).broken).toEqual([])
    })
  })

  it('goes on being heard of: what changes reaches the screens', async () => {
    const answer = await ask(`${servers[1]!.url}/api/v1/changes`, {
      headers: { cookie: shop.people.lead.cookie },
      signal: AbortSignal.timeout(20_000),
    })
    const reader = answer.body!.getReader()
    await sleep(500)
    expect((await shop.people.lead.send('POST', '/gear', machineOf('After'))).status).toBe(201)
    let heard = ''
    while (!heard.includes('gear')) {
      const { value, done } = await reader.read()
      if (done) break
      heard += Buffer.from(value).toString('utf8')
    }
    expect(heard).toContain('gear')
    await reader.cancel()
  }, 30_000)
})
