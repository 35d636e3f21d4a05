import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minutesHot } from '#core/firewatch/cooling'
import type { Permit, PermitStep } from '#shared/permit/schema'
import { startApp, withOwner, type App } from '../app'
import { act, issuePermit, makeShop, PIN, type Shop } from './shop.fixture'

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp({})
  shop = await makeShop(app, 'round')
  await issuePermit(shop)
})
afterAll(() => app.end())

type Answer = PermitStep & { error?: { code: string; fields?: { path: string }[] } }
const see = async (): Promise<Permit> =>
  (await shop.people.lead.send<Permit>('GET', `/permits/${shop.permit}`)).body
const hotPart = (change: object = {}, eventId = randomUUID()) =>
  shop.people.worker.send<Answer>('POST', `/permits/${shop.permit}/hot-parts`, {
    eventId,
    name: 'Fender post, port side',
    metal: 'steel',
    thickness: 0.012,
    ...change,
  })
const round = (traces: string[], change: object = {}) =>
  shop.people.worker.send<Answer>('POST', `/permits/${shop.permit}/rounds`, {
    eventId: randomUUID(),
    madeBy: shop.ids.watch,
    pin: PIN.watch,
    looked: [{ id: 'work', name: 'Quay', traces }],
    ...change,
  })

describe('what is left hot', () => {
  it('is marked once work has begun, until its watch is over; sent twice once', async () => {
    expect((await hotPart()).body.error?.code).toBe('no_watch')
    await act(shop, 'start')
    await act(shop, 'stop')
    const id = randomUUID()
    const began = Date.now()
    await Promise.all([hotPart({}, id), hotPart({}, id)])
    const parts = (await see()).events.filter(({ kind }) => kind === 'hot_part')
    expect(parts).toHaveLength(1)
    const until = Date.parse(parts[0]!.details!.hotPart!.hotUntil)
    expect((until - began) / 60_000).toBeCloseTo(minutesHot('steel', 0.012)!, 0)
  })
  it.each<[object, string]>([
    [{ thickness: 0.2 }, 'thickness'],
    [{ thickness: 0 }, 'thickness'],
    [{ metal: 'wood' }, 'metal'],
    [{ name: ' ' }, 'name'],
  ])('%j is refused at its field', async (change, path) => {
    const answer = await hotPart(change)
    expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([400, path])
  })
})

describe('what a round notices', () => {
  it('the work and what is around it are looked at; without a plan the work alone', async () =>
    expect((await see()).lookAt.map(({ id }) => id)).toEqual(['work']))
  it('is kept with the round, and stands until a round that notices nothing', async () => {
    expect((await round(['smoke', 'heat'])).body.traces).toEqual(['Smoke: Quay', 'Heat: Quay'])
    const { events, traces } = await see()
    expect(events.at(-1)!.details!.looked).toEqual([
      { id: 'work', name: 'Quay', traces: ['smoke', 'heat'] },
    ])
    expect(traces).toHaveLength(2)
  })
  it('keeps the permit from being closed, however long ago its watch ran out', async () => {
    await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "UPDATE permit SET work_started_at = work_started_at - interval '2 hours', watch_started_at = watch_started_at - interval '2 hours' WHERE id = $1",
        [shop.permit],
      ),
    )
    await round(['smoulder'])
    expect((await act(shop, 'close', PIN.watch)).body).toMatchObject({ error: { code: 'traces' } })
    await round([], { looked: undefined })
    await round([], { looked: [{ id: 'hatch', name: 'Hatch', traces: [] }] })
    expect((await see()).traces).toEqual(['Smouldering: Quay'])
    expect((await act(shop, 'close', PIN.watch)).body).toMatchObject({ error: { code: 'traces' } })
    await round([])
    expect((await see()).traces).toEqual([])
    expect((await act(shop, 'close', PIN.watch)).status).toBe(200)
  })
  it('a trace that is none is refused at its field', async () => {
    const answer = await round(['ghost'])
    expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([
      400,
      'looked.0.traces.0',
    ])
  })
})
