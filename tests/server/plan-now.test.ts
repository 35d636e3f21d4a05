import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Thing } from '#core/plan/plan'
import type { Permit } from '#shared/permit/schema'
import type { PlanNow, StationNow } from '#shared/plan/live'
import type { PlanRooms } from '#shared/plan/rooms'
import type { UnreachedGround, Walk } from '#shared/plan/ways'
import { startApp, type App } from '../app'
import { JOB } from '../core/job.fixture'
import { box, line, rectangle, thing as made } from '../core/plan.fixture'
import type { Person } from './client'
import { addGear } from './gear.fixture'
import { allPass, jobBody, makeShop, type Shop } from './shop.fixture'

let app: App
let shop: Shop
let other: Shop
let lead: Person
let eyewash: string
const thing = (kind: Thing['kind'], shape: Thing['shape'], more: Partial<Thing> = {}): Thing => ({
  ...made(kind, shape, more),
  id: randomUUID(),
})
const bay = thing('room', rectangle(0, 0, 30, 10), { name: 'Bay', facts: { height: 6 } })
const exit = thing('exit', box(15, 0.1), { name: 'Way out' })

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'here')
  other = await makeShop(app, 'there')
  ;({ lead } = shop.people)
  eyewash = await addGear(shop, 'eyewash', 'EW-1')
  const things = [
    bay,
    exit,
    thing('door', line([14, 0], [16, 0])),
    thing('station', box(20, 5), { name: 'Booth', of: shop.station }),
    thing('eyewash', box(2, 5), { name: 'EW-1', of: eyewash }),
    thing('gasStore', box(50, 5), { name: 'Rack', of: shop.gasStore }),
    thing('combustible', box(53, 5), { name: 'Drums' }),
  ]
  const changes = things.map((one) => ({ id: one.id, version: null, thing: one }))
  await lead.send('POST', '/plan/draft/changes', { id: randomUUID(), changes })
})
afterAll(() => app.end())

const publish = () =>
  lead.send<{ number: number }>('POST', '/plan/versions', { id: randomUUID(), note: '' })
const get = async <T>(path: string, person = lead): Promise<T> =>
  (await person.send<T>('GET', path)).body
const now = (person = lead) => get<PlanNow>('/plan/now', person)
const stationNow = async (person = lead): Promise<StationNow> =>
  (await now(person)).stations.find(({ stationId }) => stationId === shop.station)!

describe('before a plan is published', () => {
  it('there are no rooms, no ground and no walk; what is due is named all the same', async () => {
    expect(await get<PlanRooms>('/plan/rooms')).toEqual({ plan: null, rooms: [] })
    expect(await get<UnreachedGround>('/plan/unreached?what=eyewash')).toEqual([])
    const walk = await get<Walk>('/plan/walk?days=30')
    expect([walk.from, walk.stops]).toEqual([null, []])
    expect(walk.astray.map(({ id }) => id)).toContain(eyewash)
    expect(
      (await lead.send<{ id: string }>('POST', '/jobs', jobBody({ stationId: shop.station })))
        .status,
    ).toBe(201)
  })
})

describe('rooms measured on the plan', () => {
  beforeAll(async () => {
    expect((await publish()).body.number).toBe(1)
  })

  it('say volume, ceiling, stations and openings of the room of each station', async () => {
    expect(await get<PlanRooms>('/plan/rooms')).toEqual({
      plan: 1,
      rooms: [
        { stationId: shop.station, room: 'Bay', volume: 1800, ceiling: 6, welders: 1, openings: 1 },
      ],
    })
  })

  const air = (change: object) => ({
    ...JOB.air,
    space: 'indoors',
    volume: 1800,
    ceiling: 6,
    obstructed: false,
    measuredOn: { plan: 1, room: 'Bay' },
    ...change,
  })
  const describeJob = (change: object, stationId: string | null = shop.station) =>
    lead.send<{ id: string; error: { fields: { path: string }[] } }>(
      'POST',
      '/jobs',
      jobBody({
        stationId,
        place: stationId === null ? 'Yard' : null,
        spec: { ...JOB, air: air(change) },
      }),
    )

  it('go into the air check marked as measured, and the job keeps the version', async () => {
    const { status, body } = await describeJob({})
    expect(status).toBe(201)
    const job = await get<{
      planVersion: number
      findings: { code: string; reasons: { inputs?: Record<string, unknown> }[] }[]
    }>(`/jobs/${body.id}`)
    expect(job.planVersion).toBe(1)
    const room = job.findings.find(({ code }) => code === 'air.room')!
    expect(room.reasons[0]!.inputs!.roomFrom).toBe('plan version 1, Bay')
  })

  it.each([
    ['another volume', { volume: 2800 }],
    ['another ceiling', { ceiling: 9 }],
    ['another room', { measuredOn: { plan: 1, room: 'Hall' } }],
    ['a version that is none', { measuredOn: { plan: 9, room: 'Bay' } }],
  ])('are not made up: %s', async (_, change) => {
    const { status, body } = await describeJob(change)
    expect([status, body.error.fields[0]!.path]).toEqual([400, 'spec.air.volume'])
  })

  it('are not those of a place that is not drawn; typed ones stay possible and say so', async () => {
    expect((await describeJob({}, null)).status).toBe(400)
    const typed = await describeJob({ volume: 500, measuredOn: null })
    const job = await get<{
      findings: { code: string; reasons: { inputs?: Record<string, unknown> }[] }[]
    }>(`/jobs/${typed.body.id}`)
    const room = job.findings.find(({ code }) => code === 'air.room')!
    expect(room.reasons[0]!.inputs!.roomFrom).toBe('typed')
  })
})

describe('ground and walks', () => {
  it('nothing is in reach of an eyewash that nobody looked at; looked at, what is near enough', async () => {
    const areaOf = async (): Promise<number> =>
      (await get<UnreachedGround>('/plan/unreached?what=eyewash'))[0]!.area
    expect(await areaOf()).toBe(300)
    const looked = await lead.send('POST', `/gear/eyewash/${eyewash}/inspections`, {
      lines: allPass('eyewash'),
    })
    expect(looked.status).toBe(201)
    // It stands 2 m from the west wall: about 11 m of the far end are out of reach.
    const left = await areaOf()
    expect(left).toBeGreaterThan(100)
    expect(left).toBeLessThan(130)
    expect((await lead.send('GET', '/plan/unreached?what=tea')).status).toBe(400)
  })

  it('the walk begins at a way out or where one stands, and goes to what is due', async () => {
    const walk = await get<Walk>('/plan/walk?days=366')
    expect(walk.from!.name).toBe('Way out')
    expect(walk.stops.map(({ name }) => name).sort()).toEqual(['EW-1'])
    expect(walk.length).toBeCloseTo(
      walk.stops.reduce((sum, { metres }) => sum + metres, 0),
      9,
    )
    const station = (
      await get<{ published: { plan: { things: Thing[] } } }>('/plan')
    ).published.plan.things.find(({ kind }) => kind === 'station')!
    const from = await get<Walk>(`/plan/walk?days=366&from=${station.id}`)
    expect(from.from!.name).toBe('Booth')
    expect(from.stops[0]!.metres).toBeCloseTo(18, 6)
    expect(walk.astray.map(({ id }) => id)).toContain(shop.machine)
    expect((await lead.send('GET', `/plan/walk?days=366&from=${randomUUID()}`)).status).toBe(400)
  })
})

describe('the shop as it is now', () => {
  it('shows an alarm at its station to everybody at once, and to nobody of another shop', async () => {
    expect((await stationNow()).alarms).toBe(0)
    await shop.people.worker.send('POST', '/alarms', {
      id: randomUUID(),
      kind: 'bad_air',
      stationId: shop.station,
    })
    for (const person of Object.values(shop.people))
      expect(await stationNow(person)).toMatchObject({ alarms: 1, level: 'stop' })
    const there = await now(other.people.lead)
    expect(there.stations.every(({ stationId }) => stationId !== shop.station)).toBe(true)
    expect(there.stations.every(({ alarms }) => alarms === 0)).toBe(true)
  })

  it('tells nothing of the health of whoever works there, whoever asked first', async () => {
    const first = JSON.stringify(await now(lead))
    const second = JSON.stringify(await now(shop.people.viewer))
    for (const text of [first, second]) {
      expect(text).not.toMatch(/clearance|fit test|light-sensitive|medical/i)
    }
  })

  it('a permit keeps the plan under which it was issued', async () => {
    const permits = await get<{ rows: { id: string }[] }>('/permits')
    const permit = await get<Permit>(`/permits/${permits.rows[0]!.id}`)
    expect(permit.state).toBe('draft')
    expect(permit.planVersion).toBeNull()
  })
})

describe('a drawing to scale', () => {
  it('is one page of its size, as SVG and as PDF; what is not there is refused', async () => {
    const svg = await lead.send<string>('GET', '/plan/drawing.svg?scale=100')
    expect(svg.status).toBe(200)
    // 53.5 m at 1 : 100 are 535 mm, with 12 mm on either side.
    expect(svg.body).toContain('width="559mm"')
    const pdf = await lead.send<string>('GET', '/plan/drawing.pdf?scale=100')
    expect([pdf.status, pdf.body.slice(0, 5)]).toEqual([200, '%PDF-'])
    const box = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf.body)!
    expect((Number(box[1]) / 72) * 25.4).toBeCloseTo(559, 1)
    for (const wrong of ['scale=7', 'floor=attic', 'version=99'])
      expect([400, 404]).toContain((await lead.send('GET', `/plan/drawing.svg?${wrong}`)).status)
  })
})

describe('a gas store on the plan', () => {
  const combustibles = async () => {
    const { findings } = await get<{
      findings: { code: string; level: string; reasons: { inputs?: Record<string, unknown> }[] }[]
    }>(`/gas-stores/${shop.gasStore}`)
    return findings.find(({ code }) => code === 'gas.store.combustibles')!
  }
  it('is as near to what burns as it is drawn, whatever farther was typed', async () => {
    const oxygen = await addGear(shop, 'cylinder', 'O-9', { gas: 'oxygen' })
    const moved = await lead.send('POST', `/cylinders/${oxygen}/moves`, {
      eventId: randomUUID(),
      version: 1,
      state: 'full',
      storeId: shop.gasStore,
      stationId: null,
      checks: { shut: true, regulatorOff: true, capped: true, guarded: false },
      chained: true,
    })
    expect(moved.status).toBe(201)
    const found = await combustibles()
    expect(found.level).toBe('stop')
    expect(found.reasons[0]!.inputs).toMatchObject({
      toCombustibles: { amount: 2, unit: 'm' },
      distanceFrom: 'plan version 1',
    })
  })
})
