import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Spot } from '#shared/monitor/schema'
import type { Permit, PermitStep } from '#shared/permit/schema'
import { startApp, withOwner, type App } from '../app'
import { Person } from './client'
import { act, issuePermit, makeShop, PIN, type Shop } from './shop.fixture'

let app: App
let shop: Shop
let camera: { id: string; token: string }
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'spot')
  await issuePermit(shop)
  await act(shop, 'start')
  await act(shop, 'stop')
  const { lead } = shop.people
  const body = { name: 'Camera 1', stationId: shop.station }
  camera = (await lead.send<typeof camera>('POST', '/devices', body)).body
})
afterAll(() => app.end())

type Answer = PermitStep & { error?: { code: string; fields?: { path: string }[] } }
interface Ingested {
  kept: number
  known: number
  error?: { fields: { path: string }[] }
}
const seen = (spots: object[], token = camera.token, more: object = {}) =>
  new Person(app).send<Ingested>(
    'POST',
    '/readings',
    { spots, ...more },
    { authorization: `Bearer ${token}` },
  )
const ago = (seconds: number): string => new Date(Date.now() - seconds * 1000).toISOString()
const spots = async (of: Shop = shop): Promise<Spot[]> =>
  (await of.people.worker.send<Spot[]>('GET', '/spots')).body
const round = (looked: object[], change: object = {}) =>
  shop.people.worker.send<Answer>('POST', `/permits/${shop.permit}/rounds`, {
    eventId: randomUUID(),
    madeBy: shop.ids.watch,
    pin: PIN.watch,
    looked,
    ...change,
  })
const place = (id: string, kelvin: number, of?: { camera: string; at: string }) => ({
  id,
  name: id === 'work' ? 'Quay' : 'Hatch',
  traces: [],
  spot: { kelvin, ...(of && { camera: of }) },
})
const newest = async () => {
  const { events } = (await shop.people.lead.send<Permit>('GET', `/permits/${shop.permit}`)).body
  return events.at(-1)!.details!.looked!
}

describe('what a camera sends', () => {
  it('is kept once, beside what a monitor measures', async () => {
    const at = ago(5)
    expect((await seen([{ at, kelvin: 310 }])).body).toMatchObject({ kept: 1, known: 0 })
    const again = await Promise.all([seen([{ at, kelvin: 310 }]), seen([{ at, kelvin: 400 }])])
    expect(again.map(({ body }) => [body.kept, body.known])).toEqual([
      [0, 1],
      [0, 1],
    ])
    expect(await spots()).toEqual([{ id: camera.id, name: 'Camera 1', at, kelvin: 310 }])
    const both = { readings: [{ substance: 'fume', at: ago(1), value: 0.1 }] }
    expect((await seen([{ at: ago(1), kelvin: 311 }], camera.token, both)).body.kept).toBe(2)
  })
  it.each<[object[], string]>([
    [[{ at: '2026-01-01T00:00:00Z', kelvin: 0 }], 'spots.0.kelvin'],
    [[{ at: '2026-01-01T00:00:00Z', kelvin: 1e9 }], 'spots.0.kelvin'],
    [[{ at: '2026-01-01T00:00:00Z', kelvin: 'hot' }], 'spots.0.kelvin'],
    [[{ at: 'now', kelvin: 300 }], 'spots.0.at'],
    [[{ at: '2999-01-01T00:00:00Z', kelvin: 300 }], 'spots.0.at'],
    [[{ at: '2020-01-01T00:00:00Z', kelvin: 300 }], 'spots.0.at'],
    [[], 'readings'],
  ])('%j is refused at its field', async (sent, path) => {
    const answer = await seen(sent)
    expect([answer.status, answer.body.error?.fields[0]?.path]).toEqual([400, path])
  })
  it('is shown while it is fresh, to its own shop, and no longer than its camera is trusted', async () => {
    const other = await makeShop(app, 'far')
    expect(await spots(other)).toEqual([])
    const { lead } = shop.people
    const body = { name: 'Camera 2', stationId: shop.station }
    const second = (await lead.send<typeof camera>('POST', '/devices', body)).body
    await seen([{ at: ago(130), kelvin: 300 }], second.token)
    expect((await spots()).map(({ name }) => name)).toEqual(['Camera 1'])
    await seen([{ at: ago(3), kelvin: 300 }], second.token)
    expect((await spots()).map(({ name }) => name)).toEqual(['Camera 1', 'Camera 2'])
    await lead.send('DELETE', `/devices/${second.id}`)
    expect((await spots()).map(({ name }) => name)).toEqual(['Camera 1'])
    expect((await seen([{ at: ago(1), kelvin: 300 }], second.token)).status).toBe(401)
  })
  it('is not kept for longer than a day', async () => {
    await withOwner(app.ownerUrl, (owner) =>
      owner.query("UPDATE spot_reading SET at = at - interval '25 hours' WHERE kelvin = 310"),
    )
    await seen([{ at: ago(0), kelvin: 312 }])
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query('SELECT kelvin FROM spot_reading WHERE device_id = $1 ORDER BY at', [camera.id]),
    )
    expect(rows.map(({ kelvin }) => kelvin)).toEqual([311, 312])
  })
})

describe('a spot reading on a round', () => {
  it('beside the work is heat above what a place should be, whether or not it was said so', async () => {
    const answer = await round([place('work', 370), place('hatch', 350)])
    expect(answer.body.traces).toEqual(['Heat: Hatch'])
    expect(await newest()).toEqual([
      { ...place('work', 370), traces: [] },
      { ...place('hatch', 350), traces: ['heat'] },
    ])
  })
  it('that rises from one round to the next is heat at the work, too, and holds the permit open', async () => {
    expect((await round([place('work', 379), place('hatch', 300)])).body.traces).toEqual([])
    expect((await round([place('work', 390), place('hatch', 300)])).body.traces).toEqual([
      'Heat: Quay',
    ])
    expect((await act(shop, 'close', PIN.watch)).status).toBe(409)
    // Where it is not read again, what it was stands.
    expect((await round([place('hatch', 300)])).body.traces).toEqual(['Heat: Quay'])
    expect((await round([place('work', 350), place('hatch', 300)])).body.traces).toEqual([])
  })
  it('is of a camera only as the camera sent it', async () => {
    const at = ago(2)
    await seen([{ at, kelvin: 303.4 }])
    const of = { camera: camera.id, at }
    for (const wrong of [
      place('work', 303.5, of),
      place('work', 303.4, { ...of, at: ago(60) }),
      place('work', 303.4, { ...of, camera: randomUUID() }),
    ]) {
      const answer = await round([wrong])
      expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([400, 'looked.0.spot'])
    }
    expect((await round([place('work', 303.4, of)])).status).toBe(200)
    expect(await newest()).toEqual([place('work', 303.4, of)])
  })
  it.each([0, -1, 232, 1300, 1e12])('of %s K is refused at its field', async (kelvin) => {
    const answer = await round([place('work', kelvin)])
    expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([
      400,
      'looked.0.spot.kelvin',
    ])
  })
  it('sent twice is one round', async () => {
    const eventId = randomUUID()
    const looked = [place('work', 305)]
    const both = await Promise.all([round(looked, { eventId }), round(looked, { eventId })])
    expect(both.map(({ status }) => status)).toEqual([200, 200])
    const { events } = (await shop.people.lead.send<Permit>('GET', `/permits/${shop.permit}`)).body
    expect(events.filter(({ id }) => id === eventId)).toHaveLength(1)
  })
})
