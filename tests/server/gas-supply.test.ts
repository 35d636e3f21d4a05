import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dayAfter } from '#core/calendar/day'
import { USUAL_GAS } from '#shared/gas/customs'
import { USUAL_INSPECTION } from '#shared/inspection/customs'
import type { Enough } from '#shared/gas/enough'
import type { Cylinder } from '#shared/gas/schema'
import { JOB } from '../core/job.fixture'
import { startApp, withOwner, type App } from '../app'
import { makeOxyFuelSet } from './gas-set.fixture'
import { jobBody, made, makeShop, today, type Shop } from './shop.fixture'

let app: App
let shop: Shop
beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'supply')
})
afterAll(() => app.end())

const enough = async (): Promise<Enough> =>
  (await shop.people.viewer.send<Enough>('GET', '/gas/enough')).body
const ofGas = async (gas: string) => (await enough()).reorders.find((row) => row.gas === gas)
const cylinder = async (id: string): Promise<Cylinder> =>
  (await shop.people.lead.send<{ cylinder: Cylinder }>('GET', `/cylinders/${id}`)).body.cylinder
const describeIt = async (id: string, more: object = {}): Promise<void> => {
  const { parts, version } = await cylinder(id)
  await shop.people.lead.send('PUT', `/cylinders/${id}`, {
    parts,
    volume: 0.05,
    nominal: null,
    tare: null,
    service: 20e6,
    marks: '',
    serial: '',
    tenure: null,
    dailyRate: null,
    supplier: '',
    outlet: null,
    capped: null,
    chained: true,
    version,
    ...more,
  })
}
const move = async (id: string, state: string, stationId: string | null = null): Promise<void> => {
  const answer = await shop.people.lead.send('POST', `/cylinders/${id}/moves`, {
    eventId: randomUUID(),
    version: (await cylinder(id)).version,
    state,
    storeId: stationId ? null : shop.gasStore,
    stationId,
    checks: { shut: true, regulatorOff: true, capped: true, guarded: false },
    chained: true,
  })
  if (answer.status !== 201) throw new Error(JSON.stringify(answer.body))
}
const read = async (id: string, bar: number): Promise<void> => {
  const answer = await shop.people.lead.send('POST', `/cylinders/${id}/readings`, {
    eventId: randomUUID(),
    pressure: bar * 1e5,
    temperature: 294.26,
    weight: null,
  })
  if (answer.status !== 201) throw new Error(JSON.stringify(answer.body))
}
const argon = (label: string): Promise<string> =>
  made(shop.people.lead, '/gear', {
    kind: 'cylinder',
    label,
    gas: 'Argon',
    description: '',
    everyDays: 7,
  })

describe('what is in stock', () => {
  it('counts full ones as they are read, described, moved and used up', async () => {
    const [one, two] = [await argon('S-1'), await argon('S-2')]
    await describeIt(one)
    await describeIt(two)
    await move(one, 'full')
    await move(two, 'full')
    expect(await ofGas('Argon')).toMatchObject({ full: 0, untold: 2, amount: 0 })
    await read(one, 150)
    const first = (await ofGas('Argon'))!
    expect(first).toMatchObject({ full: 1, untold: 1 })
    expect(first.amount).toBeCloseTo((await cylinder(one)).left!, 9)
    await read(two, 150)
    expect((await ofGas('Argon'))!.amount).toBeCloseTo(2 * first.amount, 9)
    // Of another size the same gauge says another amount.
    await describeIt(two, { volume: 0.025 })
    expect((await ofGas('Argon'))!.amount).toBeCloseTo(1.5 * first.amount, 9)
    await move(two, 'empty')
    expect((await ofGas('Argon'))!.amount).toBeCloseTo(first.amount, 9)
    await move(one, 'quarantine')
    expect(await ofGas('Argon')).toMatchObject({ full: 0, untold: 0, amount: 0 })
    await move(one, 'full')
  })

  it('two that change at once are both counted', async () => {
    const ids = await Promise.all(['S-3', 'S-4', 'S-5', 'S-6'].map(argon))
    await Promise.all(ids.map((id) => describeIt(id)))
    const { full } = (await ofGas('Argon'))!
    await Promise.all(ids.map((id) => move(id, 'full')))
    await Promise.all(ids.map((id) => read(id, 100)))
    expect(await ofGas('Argon')).toMatchObject({ full: full + 4, untold: 0 })
  })
})

describe('what is drawn', () => {
  it('is the fall from one reading to the next, spread over the days between; a rise is a new fill', async () => {
    const id = await argon('D-1')
    await describeIt(id)
    await read(id, 150)
    const before = (await cylinder(id)).left!
    await withOwner(app.ownerUrl, (db) =>
      db.query("UPDATE cylinder_event SET at = at - interval '4 days' WHERE cylinder_id = $1", [
        id,
      ]),
    )
    await read(id, 100)
    const drawn = before - (await cylinder(id)).left!
    await read(id, 180)
    const rows = await withOwner(app.ownerUrl, (db) =>
      db.query<{ amount: number }>("SELECT amount FROM gas_use WHERE gas = 'Argon' ORDER BY day"),
    )
    expect(rows.rows).toHaveLength(4)
    for (const { amount } of rows.rows) expect(amount).toBeCloseTo(drawn / 4, 9)
  })

  it('gives the date to order by, once two weeks are on record and the delivery is told', async () => {
    expect((await ofGas('Argon'))!.finding.level).toBe('unknown')
    const day = await today(shop.people.lead)
    await withOwner(app.ownerUrl, (db) =>
      db.query(
        `INSERT INTO gas_use (organisation_id, site_id, gas, day, amount)
         SELECT organisation_id, site_id, gas, day - n, 1 FROM gas_use, generate_series(4, 40) n
         WHERE gas = 'Argon' AND day = $1::date`,
        [day],
      ),
    )
    expect((await ofGas('Argon'))!).toMatchObject({ orderBy: null, finding: { level: 'unknown' } })
    const { body } = await shop.people.lead.send<{ me: { site: { version: number } } }>(
      'GET',
      '/sign-in',
    )
    await shop.people.lead.send('PUT', '/site', {
      name: 'Yard',
      timeZone: 'America/Halifax',
      units: 'us',
      shiftHours: 8,
      ruleSets: ['osha'],
      houseMinutes: null,
      houseMonitoring: null,
      houseReach: null,
      leadFactor: false,
      stopsUntested: false,
      gas: { ...USUAL_GAS, deliveryDays: 2 },
      inspection: USUAL_INSPECTION,
      shadeSchool: 'guide',
      safetyToe: false,
      hardHat: false,
      season: 'mild',
      limitSets: ['osha'],
      version: body.me.site.version,
    })
    const row = (await ofGas('Argon'))!
    expect(row.mean).toBeGreaterThan(0.9)
    expect(row.orderBy).toBe(dayAfter(row.lasts!.surely, -2))
  })
})

describe("today's work", () => {
  it('a cylinder is judged for all who draw from it, what is on a set for both gases', async () => {
    const set = await makeOxyFuelSet(shop, 'E')
    await read(set.oxygen, 10)
    const shielded = await argon('W-1')
    await describeIt(shielded)
    await move(shielded, 'connected', shop.station)
    await read(shielded, 150)
    const job = (spec: object, cylinders: string[]): Promise<string> =>
      made(
        shop.people.lead,
        '/jobs',
        jobBody({ stationId: shop.station, cylinderIds: cylinders, spec: { ...JOB, ...spec } }),
      )
    const cut = await job(
      { process: 'OFC', amps: null, consumable: null, gasFlow: 4000, otherFlow: 400 },
      [set.oxygen],
    )
    const weld = await job({ process: 'GMAW', consumable: null, shieldFlow: 15 }, [shielded])
    const session = await made(shop.people.lead, '/sessions', {
      day: await today(shop.people.lead),
      title: 'Cutting',
      courseId: null,
    })
    const change = (body: object): Promise<unknown> =>
      shop.people.lead.send('POST', `/sessions/${session}/changes`, { change: body })
    await change({ kind: 'add', people: [shop.ids.worker, shop.ids.watch] })
    await change({
      kind: 'assign',
      people: [shop.ids.worker],
      set: { jobId: cut, cylinderId: set.oxygen },
    })
    await change({
      kind: 'assign',
      people: [shop.ids.watch],
      set: { jobId: weld, cylinderId: shielded },
    })
    const { supplies } = await enough()
    const said = supplies.map(({ cylinders, finding }) => [cylinders[0]!.label, finding.level])
    expect(said).toEqual([
      ['O E', 'stop'],
      ['A E', 'unknown'],
      ['W-1', 'clear'],
    ])
    expect(supplies[0]!.finding.remedy).toMatch(/Swap it after \d+ minutes/)
    expect(supplies[0]!.work.map(({ title }) => title)).toEqual(['Cutting'])
    const matrix = await shop.people.lead.send<{
      members: { personId: string; cells: { need: string; sentence: string; level: string }[] }[]
    }>('GET', `/sessions/${session}`)
    const cell = matrix.body.members
      .find(({ personId }) => personId === shop.ids.worker)!
      .cells.find(({ need }) => need === 'cylinder')!
    expect(cell.level).toBe('stop')
  })
})
