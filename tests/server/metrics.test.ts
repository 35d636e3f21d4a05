import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { partsOf } from '#server/log'
import { startApp, withOwner, type App } from '../app'
import { act, issuePermit, makeShop, type Shop } from './shop.fixture'
import { ask } from './ask'

const TOKEN = 'a token for the tests alone'
let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp({ env: { ZONARIS_METRICS_TOKEN: TOKEN } })
  shop = await makeShop(app, 'metrics')
  await issuePermit(shop)
  await act(shop, 'start')
})
afterAll(() => app.end())

const read = (token?: string) =>
  ask(`${app.url}/metrics`, { ...(token && { headers: { authorization: `Bearer ${token}` } }) })
async function figure(name: string): Promise<number> {
  const text = await (await read(TOKEN)).text()
  const line = text
    .split('\n')
    .find((one) => one.startsWith(`${name} `) || one.startsWith(`${name}{`))
  return Number(line?.split(' ').at(-1))
}

describe('the figures of the server', () => {
  it('are for whoever has the token', async () => {
    expect((await read()).status).toBe(401)
    expect((await read(`${TOKEN}!`)).status).toBe(401)
    const answer = await read(TOKEN)
    expect(answer.status).toBe(200)
    // Source: the text-based exposition format of Prometheus.
    expect(answer.headers.get('content-type')).toMatch(/^text\/plain; version=0\.0\.4/)
  })
  it('count requests by route and status, and what people are called for', async () => {
    const asked = () => figure('zonaris_requests_total{route="shift",status="200"}')
    await shop.people.lead.send('GET', '/shift')
    const before = await asked()
    await shop.people.lead.send('GET', '/shift')
    expect((await asked()) - before).toBe(1)
    expect(await figure('zonaris_watches_open')).toBe(1)
    expect(await figure('zonaris_database_up')).toBe(1)
    expect(await figure('zonaris_standbys')).toBe(0)
    await withOwner(app.ownerUrl, (client) =>
      client.query("UPDATE site_look SET look_at = now() + interval '1 hour'"),
    )
    expect(await figure('zonaris_look_overdue_seconds')).toBe(0)
  })
  it('say nothing of anybody', async () => {
    const text = await (await read(TOKEN)).text()
    for (const secret of ['metrics.example', 'Worker', 'Quay', shop.permit])
      expect(text).not.toContain(secret)
  })
  it('without a token there are none', async () => {
    const other = await startApp({})
    expect((await ask(`${other.url}/metrics`)).status).toBe(404)
    await other.end()
  })
})

describe('what is logged', () => {
  it('of the database is its code and the rule, never what somebody sent', () => {
    const error = new pg.DatabaseError('Key (email)=(ines@yard.example) already exists', 1, 'error')
    Object.assign(error, { code: '23505', constraint: 'person_email_once', table: 'person' })
    expect(partsOf(error)).toEqual({
      error: 'DatabaseError',
      code: '23505',
      rule: 'person_email_once',
      table: 'person',
    })
  })
  it('of the program is where it happened', () => {
    const { error, frames } = partsOf(new TypeError('x')) as { error: string; frames: string[] }
    expect(error).toBe('TypeError')
    expect(frames[0]).toContain('metrics.test')
  })
})
