import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { randomUUID } from 'node:crypto'
import { request } from 'node:http'
import { startApp, withOwner, type App } from '../../app'
import { Person, type Answer } from '../client'
import { jobBody, makeShop, PASSWORD, personRecord, type Shop } from '../shop.fixture'
import { USUAL_GAS } from '#shared/gas/customs'
import { USUAL_INSPECTION } from '#shared/inspection/customs'
import { ask } from '../ask'

let app: App
let shop: Shop

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'input')
})
afterAll(() => app.end())

type Said = Answer<{
  id?: string
  error?: { code: string; version?: number; fields?: { path: string; message: string }[] }
}>
const put = (path: string, body: object): Promise<Said> => shop.people.lead.send('PUT', path, body)

describe('text that no record should hold', () => {
  it.each([
    ['a NUL', 'a\u0000b'],
    ['half a character', 'a\ud800b'],
    ['a control that turns letters round', 'Lead \u202egnorw'],
    ['an isolate', 'a\u2066b'],
  ])('%s is refused at its field', async (_, title) => {
    const answer: Said = await shop.people.lead.send(
      'POST',
      '/jobs',
      jobBody({ title, place: 'Quay' }),
    )
    expect([answer.status, answer.body.error?.fields?.[0]?.path]).toEqual([400, 'title'])
    const search: Said = await shop.people.lead.send(
      'GET',
      `/jobs?q=${encodeURIComponent('a\u0000')}`,
    )
    expect(search.status).toBe(400)
  })
  it('names of other scripts are kept as they are', async () => {
    for (const title of ['أحمد', 'משה', '溶接', 'Ærø'])
      expect(
        (await shop.people.lead.send('POST', '/jobs', jobBody({ title, place: 'Quay' }))).status,
      ).toBe(201)
  })
  it('a body nested without end is refused, not followed', async () => {
    const deep = `{"title":${'['.repeat(40_000)}${']'.repeat(40_000)}}`
    expect((await shop.people.lead.send('POST', '/jobs', deep)).status).toBe(400)
  })
})

describe('values that do not fit', () => {
  it('a version, a year and a zone beyond what is kept are 400', async () => {
    const station = { name: 'Booth 1', designated: true, air: jobBody().spec }
    expect((await put(`/stations/${shop.station}`, { ...station, version: 9e15 })).status).toBe(400)
    for (const day of ['0000-01-01', '12026-01-01'])
      expect(
        (await put(`/people/${shop.ids.worker}/record`, personRecord({ fitTestOn: day }))).status,
      ).toBe(400)
  })
})

describe('two who edit one thing', () => {
  const body = {
    name: 'Worker',
    email: 'worker@input.example',
    role: 'worker',
    fireWatchTrainedOn: null,
    active: true,
  }
  it('the second is told what stands there now, field by field, and may then go over it', async () => {
    const path = `/people/${shop.ids.worker}`
    const { version } = (await shop.people.lead.send<{ person: { version: number } }>('GET', path))
      .body.person
    expect((await put(path, { ...body, name: 'First', version })).status).toBe(200)
    const second = await put(path, { ...body, name: 'Second', version })
    expect([second.status, second.body.error]).toEqual([
      409,
      expect.objectContaining({
        code: 'changed',
        version: version + 1,
        fields: [{ path: 'name', message: 'Now: First' }],
      }),
    ])
    expect((await put(path, { ...body, name: 'Second', version: version + 1 })).status).toBe(200)
  })
  it('of two at the same moment one wins', async () => {
    const path = `/people/${shop.ids.watch}/record`
    const { version } = (
      await shop.people.lead.send<{ person: { version: number } }>(
        'GET',
        `/people/${shop.ids.watch}`,
      )
    ).body.person
    const answers = await Promise.all(
      ['A', 'B', 'C'].map((fitModel) => put(path, personRecord({ fitModel, version }))),
    )
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409])
  })
  it('holds for stations, gear, the store and the site too', async () => {
    const { lead } = shop.people
    const stations = (await lead.send<{ id: string; version: number }[]>('GET', '/stations')).body
    const station = stations.find(({ id }) => id === shop.station)!
    const {
      id: _,
      code: __,
      hotWork: ___,
      ...own
    } = station as typeof station & { code: string; hotWork: object }
    const stock = (
      await lead.send<{ stock: Record<string, unknown> }>('GET', `/stock/${shop.stock}`)
    ).body.stock
    const { code, name, kind, ppeId, size, condition, expiresOn, minimum, loan } = stock
    const gear = { kind: 'machine', label: 'M-1', description: '', everyDays: 1 }
    const site = {
      name: 'Yard',
      timeZone: 'America/Halifax',
      units: 'us',
      shiftHours: 8,
      ruleSets: ['nfpa51b'],
      houseMinutes: null,
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
      limitSets: ['osha'],
    }
    const edits: [string, object][] = [
      [`/stations/${shop.station}`, own],
      [
        `/stock/${shop.stock}`,
        { code, name, kind, ppeId, size, condition, expiresOn, minimum, loan },
      ],
      [`/gear/machine/${shop.machine}`, gear],
      ['/site', site],
    ]
    for (const [path, sent] of edits) {
      expect((await put(path, { ...sent, version: 1 })).status).toBe(200)
      const second = await put(path, { ...sent, version: 1 })
      expect([second.status, second.body.error?.code]).toEqual([409, 'changed'])
      expect(second.body.error?.version).toBe(2)
    }
  })
})

describe('the address', () => {
  /** `fetch` would not send another Host. */
  const asked = (host: string): Promise<number> =>
    new Promise((resolve, reject) => {
      const { hostname, port } = new URL(app.url)
      request(
        {
          hostname,
          port,
          path: '/api/v1/sign-in',
          headers: { host, cookie: shop.people.lead.cookie },
        },
        (answer) => {
          answer.resume()
          resolve(answer.statusCode!)
        },
      )
        .on('error', reject)
        .end()
    })
  it('of another name that points here gets nothing', async () => {
    const { port } = new URL(app.url)
    expect(await asked(`127.0.0.1:${port}`)).toBe(200)
    expect(await asked(`localhost:${port}`)).toBe(200)
    for (const host of ['rebound.example', `rebound.example:${port}`, '10.0.0.7', 'x@127.0.0.1'])
      expect(await asked(host)).toBe(421)
  })
})

describe('an address of email', () => {
  it('that another organisation uses can be used here, and the password says who it is', async () => {
    const other = await makeShop(app, 'elsewhere')
    const email = 'worker@elsewhere.example'
    const own = 'a password of this organisation'
    const made: Said = await shop.people.lead.send('POST', '/people', {
      name: 'Same address',
      email,
      role: 'worker',
      fireWatchTrainedOn: null,
      active: true,
      password: own,
    })
    expect(made.status).toBe(201)
    const who = async (password: string): Promise<string> =>
      (
        await (
          await new Person(app).signIn(email, password)
        ).send<{ me: { id: string } }>('GET', '/sign-in')
      ).body.me.id
    expect([await who(PASSWORD), await who(own)]).toEqual([other.ids.worker, made.body.id])
  })
})

describe('the description of the API', () => {
  it('is built once, and not sent again to who has it', async () => {
    const first = await ask(`${app.url}/api/v1/openapi.json`)
    const tag = first.headers.get('etag')!
    expect(((await first.json()) as { openapi: string }).openapi).toBe('3.1.0')
    const again = await ask(`${app.url}/api/v1/openapi.json`, {
      headers: { 'if-none-match': tag },
    })
    expect([again.status, await again.text()]).toEqual([304, ''])
  })
})

describe('the database', () => {
  it('has no function of the owner that looks things up elsewhere, and no temporary tables for others', async () => {
    const { rows } = await withOwner(app.ownerUrl, (owner) =>
      owner.query(
        "SELECT proname, proconfig FROM pg_proc WHERE pronamespace = 'public'::regnamespace AND prosecdef",
      ),
    )
    expect(rows.length).toBeGreaterThan(10)
    for (const { proname, proconfig } of rows)
      expect(proconfig, proname).toContain('search_path=pg_catalog, public, pg_temp')
    await expect(
      withOwner(app.appUrl, (client) => client.query('CREATE TEMP TABLE sneaked (x int)')),
    ).rejects.toThrow(/permission denied/)
  })
  it('held by somebody keeps nobody waiting for ever: the answer is busy, and nothing is written', async () => {
    const move = () =>
      shop.people.lead.send<{ error?: { code: string } }>('POST', `/stock/${shop.stock}/moves`, {
        moveId: randomUUID(),
        kind: 'receive',
        quantity: 1,
      })
    await withOwner(app.ownerUrl, async (owner) => {
      await owner.query('BEGIN')
      await owner.query('SELECT 1 FROM stock WHERE id = $1 FOR UPDATE', [shop.stock])
      const answer = await move()
      expect([answer.status, answer.body.error?.code]).toEqual([503, 'busy'])
      expect(answer.headers.get('retry-after')).toBe('5')
      await owner.query('ROLLBACK')
    })
    expect((await move()).status).toBe(201)
  }, 20_000)
})
