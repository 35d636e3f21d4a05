import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Round } from '#core/inspection/round'
import type { Booth, OpenPoint } from '#shared/inspection/round'
import { startApp, withOwner, type App } from '../app'
import type { Person } from './client'
import { roundOf } from './gear.fixture'
import { jobBody, made, makeShop, type Shop } from './shop.fixture'

let app: App
let shop: Shop
let lead: Person
let worker: Person
let instructor: Person
let viewer: Person

beforeAll(async () => {
  app = await startApp()
  shop = await makeShop(app, 'round')
  ;({ lead, worker, instructor, viewer } = shop.people)
})
afterAll(() => app.end())

const make = (
  person: Person,
  round: Round,
  failing: Record<string, string> = {},
  { id = randomUUID(), station = shop.station as string | null } = {},
) =>
  person.send<{ error: { code: string; fields?: { path: string }[] } }>('POST', '/rounds', {
    id,
    round,
    stationId: ['handover', 'arrival'].includes(round) ? station : null,
    lines: roundOf(round, failing),
  })
const booth = async (): Promise<Booth> =>
  (await lead.send<Booth>('GET', `/rounds/booths/${shop.station}`)).body
const mine = async (person: Person): Promise<OpenPoint[]> =>
  (await person.send<OpenPoint[]>('GET', '/open-points/mine')).body
const rounds = async () =>
  (
    await lead.send<{
      opening: { finding: { level: string } }
      closing: { finding: { level: string } }
      booths: Booth[]
      open: OpenPoint[]
    }>('GET', '/rounds')
  ).body

describe('a booth', () => {
  it('nobody handed over is unknown; handed over it is clear, and the next person confirms it', async () => {
    expect((await booth()).finding.level).toBe('unknown')
    expect((await make(worker, 'handover')).status).toBe(201)
    expect((await booth()).finding).toMatchObject({ level: 'clear' })
    expect((await make(worker, 'arrival')).body.error.code).toBe('same_person')
    expect((await make(instructor, 'arrival')).status).toBe(201)
    expect((await booth()).finding.sentence).toContain('was found in order by')
    const { rows } = await withOwner(app.ownerUrl, (db) =>
      db.query("SELECT answers_id FROM shop_round WHERE round = 'arrival'"),
    )
    expect(rows[0]!.answers_id).not.toBeNull()
  })

  it('what the next person reports stays with whoever left it, until it is put right', async () => {
    await make(worker, 'handover')
    await make(instructor, 'arrival', { cylinders: 'Valve open', floor: 'not swept' })
    const state = await booth()
    expect(state.finding.level).toBe('stop')
    expect(state.open.map(({ name, leftById, foundById }) => [name, leftById, foundById])).toEqual(
      expect.arrayContaining([
        ['Cylinders', shop.ids.worker, shop.ids.instructor],
        ['Floor', shop.ids.worker, shop.ids.instructor],
      ]),
    )
    const [first, second] = await mine(worker)
    expect(await mine(instructor)).toEqual([])
    const close = (person: Person, id: string, note = 'Valve shut') =>
      person.send('POST', `/open-points/${id}/closing`, { note })
    expect((await close(viewer, first!.id)).status).toBe(403)
    expect((await close(worker, first!.id, '')).status).toBe(400)
    expect((await close(worker, first!.id)).status).toBe(200)
    // Closed twice, the first one counts.
    expect((await close(lead, first!.id, 'again')).status).toBe(200)
    const { rows } = await withOwner(app.ownerUrl, (db) =>
      db.query('SELECT closed_note FROM open_point WHERE id = $1', [first!.id]),
    )
    expect(rows).toEqual([{ closed_note: 'Valve shut' }])
    expect((await close(instructor, second!.id)).status).toBe(200)
    expect((await booth()).open).toEqual([])
  })

  it('left so that nobody may work there, it stops the job there until it is put right', async () => {
    const job = await made(lead, '/jobs', jobBody({ stationId: shop.station }))
    const left = async () =>
      (
        await lead.send<{ findings: { code: string; level: string }[] }>('GET', `/jobs/${job}`)
      ).body.findings.filter(({ code }) => code === 'round.open')
    await make(worker, 'handover', { floor: 'not swept' })
    expect(await left()).toEqual([])
    await make(instructor, 'arrival', { hot: 'Smoulders' })
    expect(await left()).toMatchObject([{ level: 'stop' }])
    for (const { id } of await mine(worker))
      await lead.send('POST', `/open-points/${id}/closing`, { note: 'Put out' })
    expect(await left()).toEqual([])
  })

  it('two who take it over at once: both stand, one answers the handover', async () => {
    await make(worker, 'handover')
    const both = await Promise.all([make(lead, 'arrival'), make(instructor, 'arrival')])
    expect(both.map(({ status }) => status)).toEqual([201, 201])
    const { rows } = await withOwner(app.ownerUrl, (db) =>
      db.query(
        "SELECT count(*)::integer AS answered FROM shop_round WHERE answers_id = (SELECT id FROM shop_round WHERE round = 'handover' ORDER BY at DESC LIMIT 1)",
      ),
    )
    expect(rows).toEqual([{ answered: 1 }])
  })

  it('a worker closes only what is theirs', async () => {
    await make(lead, 'handover', { floor: 'not swept' })
    const [point] = await mine(lead)
    expect(
      (await worker.send('POST', `/open-points/${point!.id}/closing`, { note: 'swept' })).status,
    ).toBe(403)
    await lead.send('POST', `/open-points/${point!.id}/closing`, { note: 'swept' })
  })
})

describe('a booth that nobody handed over', () => {
  /** They were there yesterday, by a session. */
  const wereThere = (people: readonly string[]) =>
    withOwner(app.ownerUrl, async (db) => {
      const { rows } = await db.query<{ id: string }>(
        `INSERT INTO session (id, organisation_id, site_id, day, title, created_by, created_at, rehearsal)
         SELECT
           gen_random_uuid(), t.organisation_id, t.site_id,
           (now() AT TIME ZONE s.time_zone)::date - 1, 'Bay', $2, now(), false
         FROM station t JOIN site s ON s.id = t.site_id
         WHERE t.id = $1
         RETURNING id`,
        [shop.open, shop.ids.lead],
      )
      await db.query(
        `INSERT INTO session_member (organisation_id, session_id, person_id, presence, station_id)
         SELECT s.organisation_id, s.id, p.id, 'present', $2
         FROM session s CROSS JOIN unnest($3::uuid[]) AS p (id) WHERE s.id = $1`,
        [rows[0]!.id, shop.open, people],
      )
    })
  const found = async () => {
    await make(lead, 'arrival', { floor: 'not swept' }, { station: shop.open })
    const { body } = await lead.send<Booth>('GET', `/rounds/booths/${shop.open}`)
    return body.open.at(-1)!.leftById
  }
  it('was left so by the one who used it; of two, nobody knows which', async () => {
    await wereThere([shop.ids.worker])
    const { body } = await lead.send<Booth>('GET', `/rounds/booths/${shop.open}`)
    expect(body.finding).toMatchObject({ level: 'unknown' })
    expect(body.finding.sentence).toContain('did not hand it over')
    expect(await found()).toBe(shop.ids.worker)
    await wereThere([shop.ids.worker, shop.ids.instructor])
    expect(await found()).toBeNull()
  })
})

describe('a round', () => {
  it('sent twice, and twice at once, is written once', async () => {
    const id = randomUUID()
    const sent = () => make(worker, 'closing', { locked: 'key lost' }, { id })
    const both = await Promise.all([sent(), sent()])
    expect(both.map(({ status }) => status)).toEqual([201, 201])
    expect((await rounds()).open.filter(({ note }) => note === 'key lost')).toHaveLength(1)
    expect((await make(worker, 'closing', {}, { id })).body.error.code).toBe('event_used')
  })

  it('opens the shop for the day', async () => {
    expect((await rounds()).opening.finding.level).toBe('unknown')
    await make(lead, 'opening', { light: 'lamp 4 out' })
    const now = await rounds()
    expect(now.opening.finding.level).toBe('clear')
    expect(now.open.find(({ note }) => note === 'lamp 4 out')).toMatchObject({ leftById: null })
  })

  it.each([
    ['of a booth without one', 'handover', null, 'stationId'],
    ['of a booth that is not there', 'handover', randomUUID(), 'stationId'],
  ] as const)('%s is refused at its field', async (_, round, station, path) => {
    const { status, body } = await make(worker, round, {}, { station })
    expect([status, body.error.fields?.[0]?.path]).toEqual([400, path])
  })

  it('with a line that is missing, or fails without a word, is refused at that line', async () => {
    const send = (lines: object[]) =>
      worker.send<{ error: { fields: { path: string }[] } }>('POST', '/rounds', {
        id: randomUUID(),
        round: 'opening',
        lines,
      })
    const [first, ...rest] = roundOf('opening')
    expect((await send(rest)).body.error.fields[0]!.path).toBe(`lines.${first!.id}`)
    expect(
      (await send([{ id: first!.id, mark: 'fail' }, ...rest])).body.error.fields[0]!.path,
    ).toBe(`lines.${first!.id}`)
  })

  it('keeps the list that it was made by, the lines of the shop among them', async () => {
    const put = await lead.send('PUT', '/checklists/shop/opening', {
      added: [
        {
          id: 'own-gate',
          name: 'Gate',
          text: 'Yard gate opened',
          critical: false,
          source: { document: 'Rule of the yard', recall: 'practice' },
        },
      ],
      tightened: {},
      off: {},
      photo: [],
      everyDays: null,
    })
    expect(put.status).toBe(200)
    expect((await make(lead, 'opening')).body.error.fields?.[0]?.path).toBe('lines.own-gate')
    const page = await lead.send<{ rows: { id: string; open: number }[] }>(
      'GET',
      '/rounds/records?round=opening',
    )
    const one = await lead.send<{ lines: { id: string }[] }>(
      'GET',
      `/rounds/${page.body.rows[0]!.id}`,
    )
    expect(one.body.lines.map(({ id }) => id)).not.toContain('own-gate')
  })

  it.each([
    ['/checklists/machine/opening', {}, 'occasion'],
    ['/checklists/shop/beforeUse', {}, 'occasion'],
    ['/checklists/booth/opening', {}, 'occasion'],
    ['/checklists/shop/closing', { everyDays: 3 }, 'everyDays'],
  ] as const)('%s %o is no list of a round', async (path, change, field) => {
    const { status, body } = await lead.send<{ error: { fields: { path: string }[] } }>(
      'PUT',
      path,
      { added: [], tightened: {}, off: {}, photo: [], everyDays: null, ...change },
    )
    expect([status, body.error.fields[0]!.path]).toEqual([400, field])
  })
})

describe('who may', () => {
  it('a viewer makes none; another organisation sees none', async () => {
    expect((await make(viewer, 'opening')).status).toBe(403)
    const other = await makeShop(app, 'round-other')
    const theirs = other.people.lead
    expect((await theirs.send('GET', `/rounds/booths/${shop.station}`)).status).toBe(404)
    expect((await make(theirs, 'handover')).status).toBe(400)
    const { body } = await theirs.send<{ booths: { stationId: string }[] }>('GET', '/rounds')
    expect(body.booths.map(({ stationId }) => stationId)).not.toContain(shop.station)
  })

  it('signed in at a booth, a person speaks for that booth only', async () => {
    await withOwner(app.ownerUrl, (db) =>
      db.query("UPDATE sign_in SET kind = 'booth', station_id = $1 WHERE person_id = $2", [
        shop.station,
        shop.ids.worker,
      ]),
    )
    expect((await make(worker, 'handover')).status).toBe(201)
    expect((await make(worker, 'handover', {}, { station: shop.open })).body.error.code).toBe(
      'booth_only',
    )
    expect((await make(worker, 'closing')).body.error.code).toBe('booth_only')
    expect((await worker.send('GET', `/rounds/booths/${shop.station}`)).status).toBe(200)
    expect((await worker.send('GET', `/rounds/booths/${shop.open}`)).status).toBe(403)
    expect((await worker.send('GET', '/rounds')).status).toBe(403)
  })
})
