import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { JOB } from '../../core/job.fixture'
import { startApp, withOwner, type App } from '../../app'
import { Person, type Answer } from '../client'
import { act, issuePermit, made, makeAir, makeShop, PIN, type Shop } from '../shop.fixture'

let app: App
let shop: Shop
let job: string

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'once')
  await makeAir(app, shop)
  await issuePermit(shop)
  await act(shop, 'start')
  await act(shop, 'stop')
  job = shop.job
})
afterAll(() => app.end())

type Body = Record<string, unknown>
type Said = Answer<{ error?: { code: string } }>
interface Kind {
  path: () => string
  /** The name of the field that carries the identifier. */
  id: string
  body: Body
  /** The same identifier for something else. */
  other: Body
  status: number
}

/** Every kind of write that says that something happened. */
const KINDS: Record<string, Kind> = {
  round: {
    path: () => `/permits/${shop.permit}/rounds`,
    id: 'eventId',
    body: { note: 'all cold', pin: PIN.watch },
    other: { note: 'smoke at the far side' },
    status: 200,
  },
  'action of a permit': {
    path: () => `/permits/${shop.permit}/actions`,
    id: 'eventId',
    body: { action: 'suspend', note: 'wind got up' },
    other: { note: 'somebody came by' },
    status: 200,
  },
  'gas test': {
    path: () => `/jobs/${job}/gas-tests`,
    id: 'id',
    body: {
      oxygen: 20.9,
      explosive: 0,
      others: {},
      instrument: 'G-1',
      bumpTested: true,
      minutes: 60,
    },
    other: { oxygen: 15 },
    status: 201,
  },
  'hood survey': {
    path: () => `/stations/${shop.station}/surveys`,
    id: 'id',
    body: {
      on: '2026-02-03',
      velocity: 0.6,
      staticPressure: null,
      filterChanged: false,
      note: '',
    },
    other: { velocity: 0.2 },
    status: 201,
  },
  'move of the store': {
    path: () => `/stock/${shop.stock}/moves`,
    id: 'moveId',
    body: { kind: 'receive', quantity: 2 },
    other: { quantity: 3 },
    status: 201,
  },
  alarm: {
    path: () => '/alarms',
    id: 'id',
    body: { kind: 'bad_air', stationId: null },
    other: { kind: 'ill' },
    status: 201,
  },
}

const audited = async (): Promise<number> =>
  (await withOwner(app.ownerUrl, (owner) => owner.query('SELECT count(*)::int AS n FROM audit')))
    .rows[0].n

describe.each(Object.entries(KINDS))('%s', (_, { path, id, body, other, status }) => {
  const send = (person: Person, sent: Body): Promise<Said> => person.send('POST', path(), sent)

  it('said twice gets the same answer and is written once', async () => {
    const sent = { [id]: randomUUID(), ...body }
    expect((await send(shop.people.lead, sent)).status).toBe(status)
    const before = await audited()
    const again = await send(shop.people.lead, sent)
    expect([again.status, await audited()]).toEqual([status, before])
    const turned = Object.fromEntries(Object.entries(sent).reverse())
    expect((await send(shop.people.lead, turned)).status).toBe(status)
    // Later kinds of the permit need it in its watch.
    if (body.action) await send(shop.people.lead, { [id]: randomUUID(), action: 'stop' })
  })

  it('under the same identifier says nothing else, and is nobody else’s', async () => {
    const sent = { [id]: randomUUID(), ...body }
    expect((await send(shop.people.lead, sent)).status).toBe(status)
    const before = await audited()
    const else_ = await send(shop.people.lead, { ...sent, ...other })
    expect([else_.status, else_.body.error?.code]).toEqual([409, 'event_used'])
    const another = await send(shop.people.instructor, sent)
    expect([another.status, another.body.error?.code]).toEqual([409, 'event_used'])
    expect(await audited()).toBe(before)
    if (body.action) await send(shop.people.lead, { [id]: randomUUID(), action: 'stop' })
  })
})

describe('an identifier', () => {
  it('taken by one kind of event is not free for another', async () => {
    const id = randomUUID()
    const gas = KINDS['gas test']!
    expect((await shop.people.lead.send('POST', gas.path(), { id, ...gas.body })).status).toBe(201)
    const alarm = await shop.people.lead.send<{ error: { code: string } }>('POST', '/alarms', {
      id,
      kind: 'bad_air',
    })
    expect([alarm.status, alarm.body.error.code]).toEqual([409, 'event_used'])
  })

  it('is free again when the write was refused', async () => {
    const id = randomUUID()
    const move = (quantity: number) =>
      shop.people.lead.send('POST', `/stock/${shop.stock}/moves`, {
        moveId: id,
        kind: 'discard',
        quantity,
      })
    expect((await move(99_999)).status).toBe(400)
    expect((await move(1)).status).toBe(201)
  })

  it('sent ten times at once counts once', async () => {
    const sent = { moveId: randomUUID(), kind: 'receive', quantity: 5 }
    const path = `/stock/${shop.stock}`
    const ready = async (): Promise<number> =>
      (await shop.people.lead.send<{ stock: { ready: number } }>('GET', path)).body.stock.ready
    const before = await ready()
    const answers = await Promise.all(
      Array.from({ length: 10 }, () => shop.people.lead.send('POST', `${path}/moves`, sent)),
    )
    expect(new Set(answers.map((answer) => answer.status))).toEqual(new Set([201]))
    expect(await ready()).toBe(before + 5)
  })
})

describe('readings of a monitor', () => {
  it('that contradict what was sent before are named; the rest is kept, and the higher is judged', async () => {
    const station = await made(shop.people.lead, '/stations', {
      name: 'Contradicted',
      designated: true,
      air: JOB.air,
    })
    const { token } = (
      await shop.people.lead.send<{ token: string }>('POST', '/devices', {
        name: 'Meter',
        stationId: station,
      })
    ).body
    const at = (minutes: number): string => new Date(Date.now() - minutes * 60_000).toISOString()
    const send = (readings: object[]) =>
      new Person(app).send<{ kept?: number; error?: { code: string; fields: { path: string }[] } }>(
        'POST',
        '/readings',
        { readings },
        { authorization: `Bearer ${token}` },
      )
    const first = { substance: 'nitrogenDioxide', at: at(5), value: 0.1 }
    expect((await send([first])).body.kept).toBe(1)
    const answer = await send([
      { substance: 'nitrogenDioxide', at: at(4), value: 0.1 },
      { ...first, value: 40 },
    ])
    expect(answer.status).toBe(409)
    expect(answer.body.error).toMatchObject({
      code: 'contradicted',
      fields: [{ path: 'readings.1.value' }],
    })
    const { body } = await shop.people.lead.send<{
      traces: { points: { value: number }[] }[]
      alarms: object[]
    }>('GET', `/stations/${station}/air`)
    expect(body.traces[0]!.points.map((point) => point.value)).toEqual([0.1, 0.1])
    expect(body.alarms).toHaveLength(1)
  })

  it('are at most 60 a minute of one substance', async () => {
    const station = await made(shop.people.lead, '/stations', {
      name: 'Crowded',
      designated: true,
      air: JOB.air,
    })
    const { token } = (
      await shop.people.lead.send<{ token: string }>('POST', '/devices', {
        name: 'Fast',
        stationId: station,
      })
    ).body
    const minute = Math.floor(Date.now() / 60_000 - 3) * 60_000
    const readings = (count: number) =>
      Array.from({ length: count }, (_, i) => ({
        substance: 'fume',
        at: new Date(minute + i * 500).toISOString(),
        value: 0.1,
      }))
    const send = async (count: number) =>
      (
        await new Person(app).send(
          'POST',
          '/readings',
          { readings: readings(count) },
          { authorization: `Bearer ${token}` },
        )
      ).status
    expect(await send(60)).toBe(200)
    expect(await send(61)).toBe(400)
    expect(await send(60)).toBe(200)
  })
})
