import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startApp, type App } from '../../app'
import { act, issuePermit, newWatch, jobBody, made, makeShop, type Shop } from '../shop.fixture'

let app: App
let shop: Shop
const PERMITS = 4
const ROUNDS = 25
const permits: string[] = []
let station: string

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'storm')
  const { lead } = shop.people
  station = shop.open
  for (let i = 0; i < PERMITS; i++) {
    const job = await made(
      lead,
      '/jobs',
      jobBody({
        stationId: station,
        welderId: shop.ids.worker,
        helmetId: shop.helmet,
        gearIds: [shop.machine],
      }),
    )
    shop.permit = await made(lead, '/permits', { jobId: job })
    // One after the other in time, as one place has one permit at a time.
    const from = Date.now() + i * 6 * 3_600_000
    await issuePermit(shop, 240, {
      validFrom: new Date(from).toISOString(),
      validTo: new Date(from + 4 * 3_600_000).toISOString(),
    })
    permits.push(shop.permit)
  }
}, 60_000)
afterAll(() => app.end())

describe('stopping work while others stop it', () => {
  it('loses no alarm and no stop of a thousand, whoever comes first', async () => {
    const { lead, instructor, worker, viewer } = shop.people
    const people = [lead, instructor, worker, viewer]
    const statuses = new Map<number, number>()
    const count = ({ status }: { status: number }): void => {
      statuses.set(status, (statuses.get(status) ?? 0) + 1)
    }
    const alarm = (i: number) =>
      people[i % people.length]!.send('POST', '/alarms', {
        id: randomUUID(),
        kind: i % 2 ? 'ill' : 'bad_air',
        stationId: station,
      })
    // Who may not reinstate does not try to.
    const touch = (i: number) =>
      people[i % 4 === 2 ? i % 2 : i % 3]!.send(
        'POST',
        `/permits/${permits[i % PERMITS]}/actions`,
        {
          eventId: randomUUID(),
          action: i % 4 === 2 ? 'reinstate' : 'suspend',
          note: 'Stop now',
        },
      )
    const edit = (i: number) => lead.send('PUT', `/people/${shop.ids.watch}/record`, record(i))
    for (let wave = 0; wave < ROUNDS; wave++)
      (
        await Promise.all(
          Array.from({ length: 40 }, (_, i) => {
            if (i % 10 === 9) return edit(i)
            return i % 2 ? alarm(wave + i) : touch(wave + i)
          }),
        )
      ).forEach(count)
    expect([...statuses.values()].reduce((sum, n) => sum + n, 0)).toBe(1_000)
    // Done, or refused by the state that it met: never broken, never busy.
    expect([...statuses.keys()].filter((status) => ![200, 201, 409].includes(status))).toEqual([])
    expect(statuses.get(201)).toBe(400)
    expect(statuses.get(200)).toBeGreaterThan(50)
    const { body } = await lead.send<{ alarms: object[] }>('GET', '/air')
    expect(body.alarms.length).toBe(statuses.get(201))
  }, 120_000)

  it('of permits at work at one station every one is stopped by one alarm', async () => {
    const { lead } = shop.people
    const { body } = await lead.send<{ alarms: { id: string }[] }>('GET', '/air')
    for (const { id } of body.alarms)
      await lead.send('POST', `/alarms/${id}/clear`, { note: 'aired out, all well' })
    const working: string[] = []
    for (let i = 0; i < 2; i++) {
      await newWatch(shop)
      shop.permit = await made(lead, '/permits', {
        jobId: await made(
          lead,
          '/jobs',
          jobBody({
            place: `Deck ${i}`,
            welderId: shop.ids.worker,
            helmetId: shop.helmet,
            gearIds: [shop.machine],
          }),
        ),
      })
      await issuePermit(shop)
      await act(shop, 'start')
      working.push(shop.permit)
    }
    const states = async (): Promise<string[]> =>
      Promise.all(
        working.map(
          async (id) => (await lead.send<{ state: string }>('GET', `/permits/${id}`)).body.state,
        ),
      )
    expect(await states()).toEqual(['working', 'working'])
    const jobs = await Promise.all(
      working.map(
        async (id) => (await lead.send<{ jobId: string }>('GET', `/permits/${id}`)).body.jobId,
      ),
    )
    await Promise.all(
      jobs.flatMap((jobId) =>
        Array.from({ length: 5 }, () =>
          shop.people.worker.send('POST', '/alarms', { id: randomUUID(), kind: 'ill', jobId }),
        ),
      ),
    )
    expect(await states()).toEqual(['suspended', 'suspended'])
    // The alarms of the test before are cleared first, one by one.
  }, 120_000)
})

const record = (i: number): object => ({
  lightSensitive: false,
  correction: 'none',
  tint: null,
  respiratorUntil: null,
  fitTestOn: null,
  fitModel: `Mask ${i}`,
  fitSize: null,
  sealCheckOn: null,
  cleared: [],
  kit: [],
})
