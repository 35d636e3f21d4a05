import { once } from 'node:events'
import { request, type IncomingMessage } from 'node:http'
import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Gear } from '#shared/inspection/schema'
import type { Job } from '#shared/job/schema'
import { SETUP_CODE, startApp, withOwner, type App } from '../app'
import { JOB } from '../core/job.fixture'
import { Person } from './client'
import { allPass, jobBody, makeShop, type Shop } from './shop.fixture'
import { USUAL_GAS } from '#shared/gas/customs'
import { USUAL_INSPECTION } from '#shared/inspection/customs'
import { ask } from './ask'

let app: App
let shop: Shop
let lead: Person

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'shop')
  lead = shop.people.lead
})
afterAll(() => app.end())

interface Listed {
  rows: { id: string; title: string; number: number; label: string }[]
  total: number
  page: number
  pages: number
}
const list = async (path: string): Promise<Listed> => (await lead.send<Listed>('GET', path)).body
const make = async (path: string, body: unknown): Promise<string> => {
  const answer = await lead.send<{ id: string }>('POST', path, body)
  expect(answer.status, JSON.stringify(answer.body)).toBe(201)
  return answer.body.id
}

describe('stations', () => {
  it('stand in the order in which people count them', async () => {
    const air = JOB.air
    for (const name of ['Cell 10', 'Cell 2', 'Cell 1'])
      await make('/stations', { name, designated: true, air })
    const { body } = await lead.send<{ name: string }[]>('GET', '/stations')
    expect(body.map(({ name }) => name).filter((name) => name.startsWith('Cell'))).toEqual([
      'Cell 1',
      'Cell 2',
      'Cell 10',
    ])
  })
})

describe('first start', () => {
  it('is offered once and never again', async () => {
    expect((await new Person(app).send('GET', '/setup')).body).toEqual({ needed: false })
    const again = await new Person(app).send('POST', '/setup', {
      code: SETUP_CODE,
      organisation: 'Second',
      site: 'S',
      timeZone: 'UTC',
      units: 'us',
      name: 'N',
      email: 'second@x.example',
      password: 'a long enough password',
    })
    expect([again.status, again.body]).toEqual([
      409,
      expect.objectContaining({ error: expect.objectContaining({ code: 'already_set_up' }) }),
    ])
  })

  it('two browsers at once make one organisation', async () => {
    const fresh = await startApp()
    const attempt = (name: string) =>
      new Person(fresh).send('POST', '/setup', {
        code: SETUP_CODE,
        organisation: name,
        site: 'S',
        timeZone: 'UTC',
        units: 'si',
        name,
        email: `${name}@x.example`,
        password: 'a long enough password',
      })
    const answers = await Promise.all(['one', 'two', 'three'].map(attempt))
    expect(answers.map((answer) => answer.status).sort()).toEqual([201, 409, 409])
    const { rows } = await withOwner(fresh.ownerUrl, (client) =>
      client.query(
        'SELECT (SELECT count(*) FROM organisation) AS organisations, (SELECT count(*) FROM person) AS people',
      ),
    )
    expect(rows[0]).toEqual({ organisations: 1, people: 1 })
    await fresh.end()
  })

  it('keeps no secret in the clear', async () => {
    const { rows } = await withOwner(app.ownerUrl, (client) =>
      client.query(
        'SELECT password_hash, pin_hash FROM person WHERE password_hash IS NOT NULL AND pin_hash IS NOT NULL',
      ),
    )
    expect(rows.length).toBeGreaterThan(0)
    for (const row of rows) {
      expect(row.password_hash).toMatch(/^peppered:\$scrypt\$/)
      expect(row.pin_hash).toMatch(/^peppered:\$scrypt\$/)
    }
    const { rows: log } = await withOwner(app.ownerUrl, (client) =>
      client.query('SELECT details::text AS details FROM audit'),
    )
    for (const row of log) expect(row.details).not.toMatch(/"password|"pin"|scrypt/)
  })
})

describe('jobs', () => {
  it('are numbered in order, without gaps, even at once', async () => {
    const ids = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        make('/jobs', jobBody({ title: `Rush ${i}`, place: 'Quay' })),
      ),
    )
    const jobs = await Promise.all(
      ids.map(async (id) => (await lead.send<Job>('GET', `/jobs/${id}`)).body),
    )
    const numbers = jobs.map((job) => job.number).sort((a, b) => a - b)
    expect(numbers).toEqual(Array.from({ length: 12 }, (_, i) => numbers[0]! + i))
  })

  it('a refused job uses no number', async () => {
    const before = (await list('/jobs?sort=number')).rows[0]!.number
    await lead.send('POST', '/jobs', jobBody({ stationId: randomUUID() }))
    const id = await make('/jobs', jobBody({ title: 'Next', place: 'Quay' }))
    expect((await lead.send<Job>('GET', `/jobs/${id}`)).body.number).toBe(before + 1)
  })

  it('two who change the same job: the second is told, and loses nothing of the first', async () => {
    const id = await make('/jobs', jobBody({ title: 'Shared', place: 'Quay' }))
    const save = (title: string) =>
      lead.send('PUT', `/jobs/${id}`, jobBody({ title, place: 'Quay', version: 1 }))
    expect((await save('First')).status).toBe(200)
    expect((await save('Second')).body).toMatchObject({ error: { code: 'changed' } })
    expect((await lead.send<Job>('GET', `/jobs/${id}`)).body.title).toBe('First')
  })

  it('a copy has a number of its own, the same gear, and an unproved hood', async () => {
    const air = {
      ...JOB.air,
      hood: 'movable_hood',
      hoodDistance: 0.2,
      hoodFlow: 0.3,
      hoodProved: true,
    }
    const id = await make(
      '/jobs',
      jobBody({
        title: 'Copied',
        stationId: shop.station,
        helmetId: shop.helmet,
        gearIds: [shop.machine],
        cylinderIds: [shop.cylinder],
        spec: { ...JOB, air },
      }),
    )
    const copy = (await lead.send<{ id: string }>('POST', `/jobs/${id}/copy`)).body.id
    const [from, to] = await Promise.all(
      [id, copy].map(async (one) => (await lead.send<Job>('GET', `/jobs/${one}`)).body),
    )
    expect(to).toMatchObject({
      title: 'Copied',
      gearIds: [shop.machine],
      cylinderIds: [shop.cylinder],
      helmetId: shop.helmet,
    })
    expect(to!.number).toBe(from!.number + 1)
    expect(to!.spec.air.hoodProved).toBe(false)
  })

  it('are judged as things stand now, not as they were typed', async () => {
    const id = await make(
      '/jobs',
      jobBody({
        title: 'Watched',
        stationId: shop.station,
        helmetId: shop.helmet,
        gearIds: [shop.machine],
      }),
    )
    const gear = async () =>
      (await lead.send<Job>('GET', `/jobs/${id}`)).body.findings.find(
        (finding) => finding.code === 'gear.machine',
      )!.level
    expect(await gear()).toBe('clear')
    await withOwner(app.ownerUrl, (client) =>
      client.query(
        "UPDATE gear_look SET last_at = last_at - interval '2 days', due_on = due_on - 2 WHERE item_id = $1",
        [shop.machine],
      ),
    )
    expect(await gear()).toBe('unknown')
    await lead.send('POST', `/gear/machine/${shop.machine}/inspections`, {
      lines: allPass('machine'),
    })
    expect(await gear()).toBe('clear')
  })

  it('the commonest are offered to the one who makes them', async () => {
    const { worker } = shop.people
    for (let i = 0; i < 3; i++)
      await worker.send('POST', '/jobs', jobBody({ title: 'Often', stationId: shop.station }))
    await worker.send('POST', '/jobs', jobBody({ title: 'Once', place: 'Elsewhere' }))
    const { body } = await worker.send<{ title: string; times: number; placeName: string }[]>(
      'GET',
      '/jobs/choices',
    )
    expect(body[0]).toMatchObject({ title: 'Often', times: 3, placeName: 'Booth 1' })
    expect(body.map((choice) => choice.title)).toContain('Once')
    expect((await shop.people.viewer.send<unknown[]>('GET', '/jobs/choices')).body).toEqual([])
  })

  it('are searched by name, process, place and number, sorted and paged', async () => {
    for (let i = 0; i < 30; i++)
      await make(
        '/jobs',
        jobBody({ title: `Paged ${String(i).padStart(2, '0')}`, place: 'Far mole' }),
      )
    const first = await list('/jobs?q=paged&sort=title')
    expect([first.total, first.pages, first.rows.length]).toEqual([30, 2, 25])
    expect(first.rows[0]!.title).toBe('Paged 00')
    const second = await list('/jobs?q=paged&sort=title&page=2')
    expect(second.rows.map((row) => row.title)).toEqual([
      'Paged 25',
      'Paged 26',
      'Paged 27',
      'Paged 28',
      'Paged 29',
    ])
    const beyond = await list('/jobs?q=paged&page=9')
    expect([beyond.rows, beyond.total]).toEqual([[], 30])
    expect((await list('/jobs?q=far+mole')).total).toBe(30)
    expect((await list('/jobs?q=smaw')).total).toBeGreaterThan(30)
  })

  it('in a designated area need no permit', async () => {
    const id = await make('/jobs', jobBody({ title: 'At the booth', stationId: shop.station }))
    expect((await lead.send('POST', '/permits', { jobId: id })).body).toMatchObject({
      error: { code: 'designated' },
    })
  })
})

describe('gear', () => {
  const find = async (label: string): Promise<Gear> =>
    (await lead.send<{ rows: Gear[] }>('GET', `/gear?q=${label}`)).body.rows[0]!

  it('starts unknown and due, and is fit after a pass', async () => {
    const id = await make('/gear', {
      kind: 'cylinder',
      label: 'C-77',
      gas: 'Oxygen',
      description: '',
      everyDays: 7,
    })
    expect(await find('C-77')).toMatchObject({ due: true, lastResult: null, daysSince: null })
    expect(
      (await lead.send('POST', `/gear/cylinder/${id}/inspections`, { lines: allPass('cylinder') }))
        .body,
    ).toMatchObject({ result: 'pass' })
    expect(await find('C-77')).toMatchObject({ due: false, lastResult: 'pass', daysSince: 0 })
  })

  it('a small fault does not lock, and shows', async () => {
    const id = await make('/gear', {
      kind: 'machine',
      label: 'M-77',
      description: '',
      everyDays: 1,
    })
    const lines = allPass('machine').map((line) =>
      (line as { id: string }).id === 'fan' ? { id: 'fan', mark: 'fail', note: 'rattles' } : line,
    )
    expect(
      (await lead.send('POST', `/gear/machine/${id}/inspections`, { lines })).body,
    ).toMatchObject({ result: 'fail', lockReason: null })
    expect(await find('M-77')).toMatchObject({ lockReason: null, lastResult: 'fail' })
  })

  it('what needs attention stands first: locked, then due', async () => {
    const id = await make('/gear', {
      kind: 'machine',
      label: 'Z-01',
      description: '',
      everyDays: 1,
    })
    await make('/gear', { kind: 'machine', label: 'Z-02', description: '', everyDays: 1 })
    await lead.send('POST', `/gear/machine/${id}/inspections`, {
      lines: allPass('machine').map((line) =>
        (line as { id: string }).id === 'case' ? { id: 'case', mark: 'fail', note: 'open' } : line,
      ),
    })
    const { rows } = await list('/gear')
    expect(rows[0]!.label).toBe('Z-01')
    expect(rows.findIndex((row) => row.label === 'Z-02')).toBeLessThan(
      rows.findIndex((row) => row.label === 'C-77'),
    )
  })

  it("days are the site's days: yesterday evening there is yesterday", async () => {
    const id = await make('/gear', {
      kind: 'helmet',
      label: 'H-77',
      description: '',
      everyDays: 1,
      assignedTo: null,
      ranges: [[10, 10]],
    })
    await lead.send('POST', `/gear/helmet/${id}/inspections`, { lines: allPass('helmet') })
    // The last minute of yesterday by the clock of Halifax, whatever the hour is in UTC.
    await withOwner(app.ownerUrl, (client) =>
      client.query(
        "UPDATE gear_look SET last_at = (date_trunc('day', now() AT TIME ZONE 'America/Halifax') - interval '1 minute') AT TIME ZONE 'America/Halifax', due_on = due_on - 1 WHERE item_id = $1",
        [id],
      ),
    )
    expect(await find('H-77')).toMatchObject({ daysSince: 1, due: true })
    await withOwner(app.ownerUrl, (client) =>
      client.query(
        "UPDATE gear_look SET last_at = (date_trunc('day', now() AT TIME ZONE 'America/Halifax') + interval '1 second') AT TIME ZONE 'America/Halifax', due_on = due_on + 1 WHERE item_id = $1",
        [id],
      ),
    )
    expect(await find('H-77')).toMatchObject({ daysSince: 0, due: false })
  })

  it('what lists count as due is what is judged as due', async () => {
    const rows: Gear[] = []
    for (let page = 1, pages = 1; page <= pages; page++) {
      const { body } = await lead.send<{ rows: Gear[]; pages: number }>('GET', `/gear?page=${page}`)
      rows.push(...body.rows)
      pages = body.pages
    }
    const due = rows.filter((gear) => gear.due)
    expect(due.length).toBeGreaterThan(0)
    expect(rows.some((gear) => !gear.due && !gear.lockReason)).toBe(true)
    expect(rows.some((gear) => gear.lockReason)).toBe(true)
    const { body } = await lead.send<{ due: { id: string }[]; dueCount: number }>('GET', '/shift')
    expect(body.dueCount).toBe(due.length)
    expect(body.due.map((gear) => gear.id).sort()).toEqual(due.map((gear) => gear.id).sort())
  })

  it('a bad checklist names its line and leaves nothing behind', async () => {
    const id = await make('/gear', {
      kind: 'machine',
      label: 'M-78',
      description: '',
      everyDays: 1,
    })
    const answer = await lead.send<{ error: { fields: { path: string }[] } }>(
      'POST',
      `/gear/machine/${id}/inspections`,
      { lines: allPass('machine').slice(1) },
    )
    expect([answer.status, answer.body.error.fields[0]!.path]).toEqual([400, 'lines.mains'])
    expect(await find('M-78')).toMatchObject({ lastResult: null })
  })
})

describe('shift', () => {
  it('tells what is locked, what is due and what runs', async () => {
    const { body } = await shop.people.worker.send<{
      locked: { label: string }[]
      dueCount: number
      due: unknown[]
      running: unknown[]
      factor: number
    }>('GET', '/shift')
    expect(body.locked.map((item) => item.label)).toEqual(['Z-01'])
    expect(body.dueCount).toBe(body.due.length)
    expect(body.dueCount).toBeGreaterThan(0)
    expect([body.running, body.factor]).toEqual([[], 1])
  })

  it('house rules change what a new permit asks for', async () => {
    const site = {
      name: 'Yard',
      timeZone: 'America/Halifax',
      units: 'us',
      shiftHours: 6,
      ruleSets: ['osha'],
      houseMinutes: 45,
      houseMonitoring: null,
      houseReach: null,
      leadFactor: false,
      stopsUntested: false,
      gas: USUAL_GAS,
      inspection: USUAL_INSPECTION,
      shadeSchool: 'guide',
      safetyToe: false,
      hardHat: false,
      season: 'mild',
      limitSets: ['osha', 'acgih'],
    }
    expect((await lead.send('PUT', '/site', site)).status).toBe(200)
    const job = await make('/jobs', jobBody({ title: 'House', place: 'Far quay' }))
    const permit = await make('/permits', { jobId: job })
    expect((await lead.send('GET', `/permits/${permit}`)).body).toMatchObject({
      watchMinutes: 45,
      monitoring: null,
      ruleSets: ['osha'],
      state: 'draft',
    })
  })
})

/** A sign-in of which the server has said that it takes it, before its body is sent. */
function beginSignIn(
  url: string,
  body: object,
): { taken: Promise<unknown>; status: Promise<number | undefined> } {
  const call = request(`${url}/api/v1/sign-in`, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      origin: url,
      connection: 'close',
      expect: '100-continue',
    },
  })
  const status = once(call, 'response').then(([answer]) => {
    const response = answer as IncomingMessage
    response.resume()
    return response.statusCode
  })
  const taken = once(call, 'continue').then(() => call.end(JSON.stringify(body)))
  call.flushHeaders()
  return { taken, status }
}

describe('health', () => {
  it('is alive without the database, and ready only with it', async () => {
    expect((await ask(`${app.url}/api/v1/health/alive`)).status).toBe(200)
    expect((await ask(`${app.url}/api/v1/health/ready`)).status).toBe(200)
  })

  it('a request that runs while the server is told to stop is answered', async () => {
    const slow = Array.from({ length: 8 }, (_, i) =>
      beginSignIn(app.url, { email: `slow${i}@shop.example`, password: 'wrong' }),
    )
    await Promise.all(slow.map(({ taken }) => taken))
    await app.stop()
    expect(await Promise.all(slow.map(({ status }) => status))).toEqual(
      Array.from({ length: 8 }, () => 401),
    )
    await app.start()
  })
})
