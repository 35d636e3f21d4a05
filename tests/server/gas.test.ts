import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { PRODUCTS } from '#core/gas/gas.table'
import { LABELS, partsOfLabel } from '#core/gas/label'
import type { Cylinder } from '#shared/gas/schema'
import { startApp, withOwner, type App } from '../app'
import { readPdf } from './pdf'
import { JOB } from '../core/job.fixture'
import { allPass, jobBody, made, makeShop, today, type Shop } from './shop.fixture'
import { ask } from './ask'

let app: App
let shop: Shop
let cylinder: string
let store: string
beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'gas')
  const { lead } = shop.people
  store = await made(lead, '/gas-stores', {
    name: 'North wall',
    indoors: true,
    oxygenToFuel: null,
    barrier: null,
    toCombustibles: 10,
    toHeat: 5,
    apart: null,
  })
  cylinder = await made(lead, '/gear', {
    kind: 'cylinder',
    label: 'G-1',
    gas: 'Argon 75/CO2 25',
    description: '',
    everyDays: 7,
  })
})
afterAll(() => app.end())

interface Refused {
  error?: { code: string; message: string; fields?: { path: string; message: string }[] }
}
const read = async (id = cylinder): Promise<Cylinder> =>
  (await shop.people.worker.send<{ cylinder: Cylinder }>('GET', `/cylinders/${id}`)).body.cylinder
const DETAILS = {
  parts: PRODUCTS.argonCo2_25.parts,
  volume: 0.049,
  nominal: null,
  tare: null,
  service: 18.2e6,
  marks: 'DOT 3AA2640 03/2024+',
  serial: 'K-1',
  tenure: 'rented',
  dailyRate: 0.4,
  supplier: 'Harbour Gas',
  outlet: '580',
  capped: true,
  chained: true,
}
const SHUT = { shut: true, regulatorOff: true, capped: true, guarded: false }
const move = (more: object, version: number, person = shop.people.worker) =>
  person.send<Cylinder & Refused>('POST', `/cylinders/${cylinder}/moves`, {
    eventId: randomUUID(),
    version,
    state: 'full',
    storeId: store,
    stationId: null,
    checks: SHUT,
    chained: true,
    ...more,
  })
const reading = (more: object, id = randomUUID()) =>
  shop.people.worker.send<Cylinder & Refused>('POST', `/cylinders/${cylinder}/readings`, {
    eventId: id,
    pressure: 15e6,
    temperature: 293.15,
    weight: null,
    ...more,
  })
const fault = ({ status, body }: { status: number; body: Refused }) => [
  status,
  body.error?.fields?.[0]?.path ?? body.error?.code,
]

describe('the gas of a label', () => {
  it('is taken where it says the very name, else not told', async () => {
    expect((await read()).parts).toEqual({ argon: 0.75, carbonDioxide: 0.25 })
    const other = await made(shop.people.lead, '/gear', {
      kind: 'cylinder',
      label: 'G-2',
      gas: 'Tri-mix blue cap',
      description: '',
      everyDays: 7,
    })
    const { parts, findings } = await read(other)
    expect([parts, findings[0]!.level]).toEqual([null, 'unknown'])
  })

  it('is the same in the migration of rows from before', async () => {
    const text = readFileSync('server/db/migrations/0020_gas.sql', 'utf8')
    const rows = [...text.matchAll(/^ {2}\('([a-z0-9]+)', '(\{.*?\})'/gm)]
    const migrated = Object.fromEntries(rows.map(([, label, parts]) => [label, JSON.parse(parts!)]))
    expect(migrated).toEqual(
      Object.fromEntries(Object.keys(LABELS).map((label) => [label, partsOfLabel(label)])),
    )
  })
})

describe('what is told of a cylinder', () => {
  it('is kept, and a second edit of an older version is told', async () => {
    const { lead, worker } = shop.people
    const { version } = await read()
    const path = `/cylinders/${cylinder}`
    expect((await lead.send('PUT', path, { ...DETAILS, version })).status).toBe(200)
    const late = await lead.send<Refused>('PUT', path, { ...DETAILS, serial: 'K-2', version })
    expect(fault(late)).toEqual([409, 'serial'])
    expect((await worker.send('PUT', path, DETAILS)).status).toBe(403)
    expect(await read()).toMatchObject({
      serial: 'K-1',
      retestDue: '2029-03',
      supplier: 'Harbour Gas',
    })
  })
  it.each([
    [{ parts: { argon: 0.5 } }, 'parts'],
    [{ parts: { argon: 2 } }, 'parts.argon'],
    [{ volume: 0 }, 'volume'],
    [{ service: 1e12 }, 'service'],
    [{ outlet: '999' }, 'outlet'],
    [{ more: 1 }, 'more'],
  ])('refuses %j at its field', async (more, path) => {
    const answer = await shop.people.lead.send<Refused>('PUT', `/cylinders/${cylinder}`, {
      ...DETAILS,
      ...more,
    })
    expect(fault(answer)).toEqual([400, path])
  })
})

describe('readings', () => {
  it('tell what is left, once for each event', async () => {
    const id = randomUUID()
    const first = await reading({}, id)
    expect([first.status, first.body.findings[0]!.level]).toEqual([201, 'clear'])
    expect(first.body.share).toBeGreaterThan(0.75)
    expect((await reading({}, id)).status).toBe(201)
    expect(fault(await reading({ pressure: 14e6 }, id))).toEqual([409, 'event_used'])
    const { rows } = await withOwner(app.ownerUrl, (db) =>
      db.query('SELECT pressure FROM cylinder_event WHERE cylinder_id = $1', [cylinder]),
    )
    expect(rows).toEqual([{ pressure: 15e6 }])
  })
  it.each([
    [{ pressure: 25e6 }, 'pressure'],
    [{ pressure: -1 }, 'pressure'],
    [{ pressure: null }, 'pressure'],
    [{ temperature: 20 }, 'temperature'],
    [{ weight: 0 }, 'weight'],
  ])('that cannot be right are refused at the field: %j', async (more, path) => {
    expect(fault(await reading(more))).toEqual([400, path])
  })
  it('a viewer logs none', async () => {
    const answer = await shop.people.viewer.send('POST', `/cylinders/${cylinder}/readings`, {
      eventId: randomUUID(),
      pressure: 1e6,
      temperature: 293,
      weight: null,
    })
    expect(answer.status).toBe(403)
  })
})

describe('moves', () => {
  it('ask for the cap first, a regulator off and a shut valve', async () => {
    const { version } = await read()
    for (const [checks, path] of [
      [{ ...SHUT, shut: false }, 'checks.shut'],
      [{ ...SHUT, regulatorOff: false }, 'checks.regulatorOff'],
      [{ ...SHUT, capped: false }, 'checks.capped'],
    ] as const)
      expect(fault(await move({ checks }, version))).toEqual([400, path])
    const guarded = { shut: true, regulatorOff: false, capped: false, guarded: true }
    expect((await move({ checks: guarded }, version)).status).toBe(201)
  })

  it('of two at once one wins and the other is told', async () => {
    const { version } = await read()
    const there = { state: 'connected', storeId: null, stationId: shop.station }
    const both = await Promise.all([move(there, version), move({ state: 'empty' }, version)])
    expect(both.map((answer) => answer.status).sort()).toEqual([201, 409])
    const told = both.find((answer) => answer.status === 409)!
    expect(told.body.error!.message).toContain('Somebody else')
  })

  it('an edit of the gear does not move it', async () => {
    const { lead } = shop.people
    const body = {
      kind: 'cylinder',
      label: 'G-1',
      gas: 'Argon 75/CO2 25',
      description: '',
      everyDays: 7,
    }
    const answer = await lead.send<Refused>('PUT', `/gear/cylinder/${cylinder}`, {
      ...body,
      stationId: shop.open,
    })
    expect(fault(answer)).toEqual([400, 'stationId'])
  })

  it('are kept with who and when, and cannot be changed afterwards', async () => {
    const { body } = await shop.people.viewer.send<{ events: { kind: string; by: string }[] }>(
      'GET',
      `/cylinders/${cylinder}`,
    )
    expect(body.events.filter((event) => event.kind === 'move')).toHaveLength(2)
    expect(body.events[0]!.by).toBeTruthy()
    await withOwner(app.ownerUrl, async (db) => {
      await db.query('SET ROLE zonaris_app')
      await expect(db.query("UPDATE cylinder_event SET note = 'x'")).rejects.toThrow(
        'permission denied',
      )
      await expect(db.query('DELETE FROM cylinder_event')).rejects.toThrow('permission denied')
    })
  })

  it('one that is locked out is not connected; one set apart is moved on by staff', async () => {
    const lock = (reason: string | null) =>
      withOwner(app.ownerUrl, (db) =>
        db.query(
          'UPDATE cylinder SET lock_reason = $2, locked_at = CASE WHEN $2::text IS NULL THEN NULL ELSE now() END WHERE id = $1',
          [cylinder, reason],
        ),
      )
    await move({ state: 'full' }, (await read()).version)
    await lock('Valve leaks')
    const connect = { state: 'connected', storeId: null, stationId: shop.station }
    expect(fault(await move(connect, (await read()).version))).toEqual([409, 'state'])
    expect((await move({ state: 'quarantine' }, (await read()).version)).status).toBe(201)
    await lock(null)
    expect((await move({ state: 'full' }, (await read()).version)).status).toBe(403)
    const { lead } = shop.people
    expect((await move({ state: 'empty' }, (await read()).version, lead)).status).toBe(201)
    expect(fault(await move(connect, (await read()).version))).toEqual([400, 'state'])
  })

  it('one that went back is done', async () => {
    const gone = await move({ state: 'returned', storeId: null }, (await read()).version)
    expect(gone.status).toBe(201)
    expect(fault(await move({}, (await read()).version))).toEqual([400, 'state'])
    expect(fault(await reading({}))).toEqual([409, 'returned'])
    const list = await shop.people.worker.send<{ rows: Cylinder[] }>('GET', '/cylinders?q=G-1')
    expect(list.body.rows).toEqual([])
    const back = await shop.people.worker.send<{ rows: Cylinder[] }>(
      'GET',
      '/cylinders?state=returned',
    )
    expect(back.body.rows.map((row) => row.label)).toEqual(['G-1'])
  })
})

describe('work', () => {
  const cell = async (id: string, spec: object) => {
    const { lead } = shop.people
    const job = await made(
      lead,
      '/jobs',
      jobBody({
        stationId: shop.station,
        spec: { ...JOB, process: 'GMAW', ...spec },
        cylinderIds: [id],
      }),
    )
    const session = await made(lead, '/sessions', {
      day: await today(lead),
      title: `S ${randomUUID().slice(0, 6)}`,
      courseId: null,
    })
    const set = { stationId: shop.station, jobId: job, cylinderId: id }
    await lead.send('POST', `/sessions/${session}/changes`, {
      change: { kind: 'add', people: [shop.ids.worker] },
    })
    await lead.send('POST', `/sessions/${session}/changes`, {
      change: { kind: 'assign', people: [shop.ids.worker], set },
    })
    const { body } = await lead.send<{
      members: {
        cells: {
          need: string
          finding: { level: string; sentence: string; code: string } | null
          fixes: { label: string; change: object | null }[]
        }[]
      }[]
    }>('GET', `/sessions/${session}`)
    const square = body.members[0]!.cells.find(({ need }) => need === 'cylinder')!
    const finding = square.finding!
    const findings = (
      await lead.send<{ findings: { code: string; level: string }[] }>('GET', `/jobs/${job}`)
    ).body.findings
    const swap = async (): Promise<string | undefined> => {
      await lead.send('POST', `/sessions/${session}/changes`, { change: square.fixes[0]!.change })
      const after = await lead.send<typeof body>('GET', `/sessions/${session}`)
      return after.body.members[0]!.cells.find(({ need }) => need === 'cylinder')!.finding?.level
    }
    return { finding, findings, fixes: square.fixes, swap }
  }
  const stand = async (label: string, bar: number | null, state = 'connected'): Promise<string> => {
    const { lead, worker } = shop.people
    const id = await made(lead, '/gear', {
      kind: 'cylinder',
      label,
      gas: 'Argon',
      description: '',
      everyDays: 7,
      stationId: shop.station,
    })
    await lead.send('PUT', `/cylinders/${id}`, { ...DETAILS, parts: PRODUCTS.argon.parts })
    await made(worker, `/gear/cylinder/${id}/inspections`, { lines: allPass('cylinder') })
    if (bar !== null)
      await made(worker, `/cylinders/${id}/readings`, {
        eventId: randomUUID(),
        pressure: bar * 1e5,
        temperature: 293,
        weight: null,
      })
    const { version } = await read(id)
    await made(worker, `/cylinders/${id}/moves`, {
      eventId: randomUUID(),
      version,
      state,
      storeId: null,
      stationId: shop.station,
      checks: SHUT,
      chained: true,
    })
    return id
  }

  // 49 L at 150 bar hold about 7.8 m3; 16.5 L/min for two hours are 2 m3.
  it('the square of a session says whether the cylinder lasts', async () => {
    const spec = { shieldFlow: 16.5, arcMinutes: 120 }
    expect((await cell(await stand('W-1', 150), spec)).finding.level).toBe('clear')
    expect((await cell(await stand('W-2', 20), spec)).finding).toMatchObject({
      level: 'stop',
      code: 'gas.enough',
    })
    expect((await cell(await stand('W-3', null), spec)).finding).toMatchObject({
      level: 'unknown',
      code: 'gas.enough',
    })
    // Where no flow is told, the inspection is all that it says.
    expect((await cell(await stand('W-4', null), { shieldFlow: null })).finding.code).toBe(
      'gear.cylinder',
    )
  })

  it('the cure is the fullest of the same gas, and taking it cures', async () => {
    await stand('W-6', 100, 'full')
    await stand('W-7', 150, 'full')
    const { fixes, swap } = await cell(await stand('W-8', 20), {
      shieldFlow: 16.5,
      arcMinutes: 120,
    })
    expect(fixes.map((fix) => fix.label)).toEqual(['Take W-7', 'Read W-8'])
    expect(await swap()).toBe('clear')
  })

  it('an empty one stops the square and the job', async () => {
    const { finding, findings } = await cell(await stand('W-5', 150, 'empty'), { shieldFlow: null })
    expect([finding.code, finding.level]).toEqual(['gas.state', 'stop'])
    expect(findings.find(({ code }) => code === 'gas.state')?.level).toBe('stop')
  })
})

describe('a store', () => {
  it('is judged by what stands in it now', async () => {
    const { lead, worker } = shop.people
    const level = async (code: string): Promise<string | undefined> =>
      (
        await worker.send<{ findings: { code: string; level: string }[] }>(
          'GET',
          `/gas-stores/${store}`,
        )
      ).body.findings.find((one) => one.code === `gas.store.${code}`)?.level
    expect(await level('apart')).toBeUndefined()
    for (const [label, gas] of [
      ['O-1', 'Oxygen'],
      ['A-1', 'Acetylene'],
    ] as const) {
      const id = await made(lead, '/gear', {
        kind: 'cylinder',
        label,
        gas,
        description: '',
        everyDays: 7,
      })
      const { version } = await read(id)
      const answer = await worker.send('POST', `/cylinders/${id}/moves`, {
        eventId: randomUUID(),
        version,
        state: 'full',
        storeId: store,
        stationId: null,
        checks: SHUT,
        chained: true,
      })
      expect(answer.status).toBe(201)
    }
    expect(await level('apart')).toBe('unknown')
    const body = {
      name: 'North wall',
      indoors: true,
      oxygenToFuel: 2,
      barrier: false,
      toCombustibles: 10,
      toHeat: 5,
      apart: true,
    }
    expect((await lead.send('PUT', `/gas-stores/${store}`, body)).status).toBe(200)
    expect(await level('apart')).toBe('stop')
    expect(
      (await lead.send('PUT', `/gas-stores/${store}`, { ...body, barrier: true })).status,
    ).toBe(200)
    expect(await level('apart')).toBe('clear')
    expect((await worker.send('PUT', `/gas-stores/${store}`, body)).status).toBe(403)
  })
  it('has a name of its own', async () => {
    const again = await shop.people.lead.send<Refused>('POST', '/gas-stores', {
      name: 'North wall',
      indoors: null,
      oxygenToFuel: null,
      barrier: null,
      toCombustibles: null,
      toHeat: null,
      apart: null,
    })
    expect(fault(again)).toEqual([409, 'name'])
  })
})

describe('a delivery', () => {
  interface Preview {
    applied: boolean
    fingerprint: string
    counts: { add: number; back: number; broken: number }
    headerErrors: string[]
    rows: { label: string; action: string; errors: { column: string }[] }[]
  }
  const deliver = (csv: string, more: object = {}) =>
    shop.people.instructor.send<Preview & Refused>('POST', '/cylinders/deliveries', {
      csv,
      storeId: store,
      ...more,
    })
  const NOTE = 'label,gas,size_ft3,pressure_psi,whose\nD-1,Argon,300,2400,rented\nD-2,Oxygen,,,\n'

  it('is shown row by row, then taken over as shown, once', async () => {
    const shown = await deliver(NOTE)
    expect(shown.body.counts).toEqual({ add: 2, back: 0, broken: 0 })
    const { fingerprint } = shown.body
    expect(fault(await deliver(NOTE, { apply: true }))).toEqual([409, 'changed'])
    const both = await Promise.all([
      deliver(NOTE, { apply: true, fingerprint }),
      deliver(NOTE, { apply: true, fingerprint }),
    ])
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    const { body } = await shop.people.worker.send<{ rows: Cylinder[] }>('GET', '/cylinders?q=D-1')
    expect(body.rows[0]).toMatchObject({
      state: 'full',
      storeId: store,
      capped: null,
      tenure: 'rented',
    })
    expect(body.rows[0]!.nominal).toBeCloseTo(8.495, 2)
    expect(body.rows[0]!.arrivedOn).toBeTruthy()
  })

  it('brings back what was empty, refuses what is here or holds another gas', async () => {
    const again = await deliver(NOTE)
    expect(again.body.rows.map((row) => [row.action, row.errors[0]?.column])).toEqual([
      ['broken', 'label'],
      ['broken', 'label'],
    ])
    const id = (await shop.people.worker.send<{ rows: Cylinder[] }>('GET', '/cylinders?q=D-2')).body
      .rows[0]!.id
    const { version } = await read(id)
    await made(shop.people.worker, `/cylinders/${id}/moves`, {
      eventId: randomUUID(),
      version,
      state: 'empty',
      storeId: store,
      stationId: null,
      checks: SHUT,
      chained: true,
    })
    expect((await deliver('label,gas\nd-2,oxygen\n')).body.counts.back).toBe(1)
    expect((await deliver('label,gas\nd-2,Argon\n')).body.rows[0]!.errors[0]!.column).toBe('gas')
  })

  it.each([
    ['label\nD-9\n', 'The column "gas" is missing.'],
    ['label,gas,colour\nD-9,Argon,blue\n', 'The column "colour" is not known here.'],
  ])('needs its columns: %j', async (csv, message) => {
    expect((await deliver(csv)).body.headerErrors).toEqual([message])
  })

  it.each([
    ['label,gas,size_ft3\nD-9,Argon,much\n', 'size_ft3'],
    ['label,gas,size_ft3\nD-9,Argon,-1\n', 'size_ft3'],
    ['label,gas,size_ft3,size_m3\nD-9,Argon,300,8\n', 'size_m3'],
    ['label,gas,whose\nD-9,Argon,mine\n', 'whose'],
    ['label,gas\nD-9,Argon\nd-9,Argon\n', 'label'],
    ['label,gas\n,Argon\n', 'label'],
    ['label,gas\nD-9\n', ''],
  ])('says what is wrong with a row, and takes nothing over: %j', async (csv, column) => {
    const { body } = await deliver(csv)
    const broken = body.rows.find((row) => row.action === 'broken')!
    expect(broken.errors.map((error) => error.column)).toContain(column)
    const { fingerprint } = body
    expect(fault(await deliver(csv, { apply: true, fingerprint }))).toEqual([400, 'csv'])
  })
})

describe('rent and returns', () => {
  it('lists what is rented with days and cost, and not what went back', async () => {
    const { instructor, worker } = shop.people
    await withOwner(app.ownerUrl, (db) =>
      db.query("UPDATE cylinder SET daily_rate = 0.5, supplier = 'Harbour' WHERE label = 'D-1'"),
    )
    interface RentList {
      rows: { label: string; days: number | null; cost: number | null; idle: number | null }[]
      suppliers: { supplier: string; cylinders: number; cost: number; untold: number }[]
    }
    const { body } = await instructor.send<RentList>('GET', '/cylinders/rent')
    expect(body.rows.find((row) => row.label === 'D-1')).toMatchObject({
      days: 1,
      cost: 0.5,
      idle: 0,
    })
    expect(body.rows.some((row) => row.label === 'G-1')).toBe(false)
    expect(body.suppliers.find((one) => one.supplier === 'Harbour')).toEqual({
      supplier: 'Harbour',
      cylinders: 1,
      cost: 0.5,
      untold: 0,
    })
    expect((await worker.send('GET', '/cylinders/rent')).status).toBe(403)
  })
  it('prints what went back on a day', async () => {
    const { instructor } = shop.people
    const day = await today(instructor)
    const csv = await instructor.send<string>('GET', `/cylinders/return-note.csv?day=${day}`)
    expect(csv.status).toBe(200)
    expect(String(csv.body)).toContain('G-1')
    const pdf = await ask(`${app.url}/api/v1/cylinders/return-note.pdf?day=${day}`, {
      headers: { cookie: instructor.cookie! },
    })
    const text = (await readPdf(await pdf.arrayBuffer())).pages.join(' ')
    expect(text).toContain('Cylinders returned')
    expect(text).toContain('G-1')
    expect(
      fault(await instructor.send<Refused>('GET', '/cylinders/return-note.csv?day=today')),
    ).toEqual([400, 'day'])
  })
})
